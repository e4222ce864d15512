import type { EggClass } from '#core/ingredients';
import type { MeasureSystem } from '#core/units';
import { blocksIn, reading, type Reading } from '../pasted/readings.ts';

/** A recipe with the reading of its list and of its method; see README.md for the marks. */
export interface WholeRecipe {
  readonly title: string;
  readonly system: MeasureSystem;
  readonly eggClass: EggClass;
  readonly language: 'en' | 'de' | 'fr' | 'es' | 'ru';
  readonly text: string;
  /** Of each line or step, all that is to be read in it: one line may become two. */
  readonly readings: readonly (readonly Reading[])[];
  readonly figures: readonly Figure[];
}

interface Figure {
  readonly key: string;
  readonly value: string;
  /** Must be offered with a doubt. */
  readonly doubtful: boolean;
}

export const wholeRecipes = (folder = import.meta.dirname): WholeRecipe[] => blocksIn(folder).map(recipe);

function recipe(block: string): WholeRecipe {
  const [written = '', figures = ''] = block.split(/^%%\n/m);
  const [head = '', ...rows] = written.trimEnd().split('\n');
  const [system, eggClass, language] = head.split(' ');
  const parted = rows.map((row) => row.split(' => '));
  return {
    title: parted[0]?.[0] ?? '',
    system: system as MeasureSystem,
    eggClass: eggClass as EggClass,
    language: language as WholeRecipe['language'],
    text: parted.map(([text]) => text).join('\n'),
    readings: parted.flatMap(([text = '', marks]) =>
      marks ? [marks.split(' + ').map((each) => reading(text, each.trim()))] : [],
    ),
    figures: figures
      .trim()
      .split('\n')
      .filter(Boolean)
      .map((row) => {
        const [key = '', ...words] = row.split(' ');
        return { key, value: words.filter((word) => word !== '!').join(' '), doubtful: words.includes('!') };
      }),
  };
}
