import type { FlipRule } from '#core/formula';
import type { Sentence } from './sentences.ts';
import type { Told } from './told.ts';

const FACE = '(?:edges?|rims?|borders?|tops?|surface|face|upper side|sides?|it)';
/** The later sign before the earlier one where a sentence names both. */
const RULES: readonly (readonly [RegExp, FlipRule])[] = [
  [
    /\bholes?\b|\bbubbles?\b.*\b(?:stay|burst|pop|popped|hold|left|leave|remain|open)\b|\b(?:burst|popped|open) bubbles\b/,
    'holesStay',
  ],
  [
    new RegExp(
      `\\b${FACE}\\b[^.;]{0,30}\\b(?:lifts?|loosens?|comes? (?:away|loose|off)|curls?|detach\\w*|releases?|come off)\\b`,
    ),
    'liftingEdge',
  ],
  [/\bbubbles?\b/, 'coveredFace'],
  [
    new RegExp(
      `\\b${FACE}\\b[^.;]{0,24}\\b(?:dry|dries|dried|set|sets|firm|matt?e?|dull)\\b|\\bdry (?:on top|edges?)\\b`,
    ),
    'dryEdge',
  ],
  [
    /\b(?:golden|brown|browned|coloured|colored)\b[^.;]{0,20}\b(?:underneath|beneath|below|under|bottom|both sides)\b|\b(?:underneath|beneath|underside|bottom)\b[^.;]{0,20}\b(?:golden|brown\w*|coloured)\b|\bboth sides\b[^.;]{0,20}\bgolden/,
    'underside',
  ],
];

/** A whole face that sets is no edge that dries. */
const VAGUE = /\bboth sides\b|\b(?:top|surface|face)\b[^.;]{0,12}\b(?:sets?|firm)\b/;

/** By what a piece is turned. */
export function flipSaid(sentences: readonly Sentence[]): Told<FlipRule> | null {
  for (const { words, text } of sentences) {
    const row = RULES.find(([pattern]) => pattern.test(words));
    if (row) return { value: row[1], text, doubts: VAGUE.test(words) ? ['vague'] : [] };
  }
  return null;
}
