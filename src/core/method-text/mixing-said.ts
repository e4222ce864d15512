import type { Sentence } from './sentences.ts';
import type { Told, ToldMix } from './told.ts';

/** The school that decides before the others where a text names several. */
const SCHOOLS: readonly (readonly [RegExp, ToldMix])[] = [
  [
    /\b(?:whip|beat|whisk)\w*\b[^.;]*\bwhites\b|\bwhites\b[^.;]*\b(?:peaks?|stiff|whipped|beaten|snow|foam|fold\w*)\b|\bwhipped egg whites\b/,
    'whites',
  ],
  [/\b(?:blend(?:er|ed)?|blitz|whizz|food processor|liquidi[sz]e|pur[eé]e)\b/, 'blender'],
  [
    /\b(?:a (?:quarter|third|little) at a time|little by little|bit by bit|gradually|in (?:three|thirds|quarters|four|stages|several|two) ?(?:goes|additions|times|parts|pours)?|half (?:of )?the (?:milk|liquid|water)|the other half|(?:remaining|rest of the|the others?) (?:milk|liquid|water)|slowly pour)\b/,
    'stages',
  ],
  [
    /\blumps?\b(?![^.;]*\b(?:no|without|gone|free)\b)(?<!\b(?:no|without|any) lumps?)|\bjust (?:until )?(?:combined|mixed|moistened)\b|\b(?:few|twenty|20|about \d+) strokes\b|\bno dry pockets?\b|\b(?:don['’]?t|do not|never) (?:fuss|over ?mix|over ?beat|over ?work|stir|mix)\b|\bnot? (?:too much|over)\b|\bbriefly\b|\bwithout (?:over)?(?:beating|working|mixing)\b/,
    'folded',
  ],
  [/\bsmooth(?:ly)?\b|\b(?:no|without|any) lumps\b|\bthick cream\b|\bbeat(?:en)?\b/, 'smooth'],
];

/** How the batter is mixed. */
export function mixSaid(sentences: readonly Sentence[]): Told<ToldMix> | null {
  for (const [pattern, value] of SCHOOLS) {
    const found = sentences.find(({ words }) => pattern.test(words));
    if (found) return { value, text: found.text, doubts: [] };
  }
  return null;
}
