import { describe, expect, it } from '@jest/globals';
import { batterTypeOf, readRecipe } from '#core/formats';
import { SHIPPED_LARDER } from '#core/ingredients';
import { lineFaults, sameText, stepFaults } from './pasted/faults.ts';
import { wholeRecipes, type WholeRecipe } from './pasted-whole/readings.ts';

/** What of a recipe was read as a careful cook reads it: of its list and steps, and of its figures. */
interface Score {
  readonly right: number;
  readonly of: number;
  readonly faults: readonly string[];
}

function listScore(recipe: WholeRecipe): Score {
  const read = readRecipe(recipe.text, { system: recipe.system, eggClass: recipe.eggClass, larder: SHIPPED_LARDER });
  const lines = [...read.lines, ...read.plate];
  const steps = [...read.steps];
  const faults = recipe.readings.flatMap((readings) => {
    const { kind, text } = readings[0]!;
    if (kind === 'step') {
      const at = steps.findIndex((step) => sameText(step.text, text));
      const step = at < 0 ? undefined : steps.splice(at, 1)[0];
      return stepFaults(readings[0]!, step).length > 0 ? [`${text}: no step`] : [];
    }
    const wrong = readings.flatMap((reading) => {
      const own = lines.filter((line) => sameText(line.text, text));
      const line = own.find(({ ingredientId }) => ingredientId === reading.ingredientId) ?? own[0];
      if (line) lines.splice(lines.indexOf(line), 1);
      return line ? lineFaults(reading, line) : [`${text}: not read`];
    });
    return wrong.slice(0, 1);
  });
  const of = recipe.readings.length;
  return { right: of - faults.length, of, faults: [...faults, ...lines.map((line) => `${line.text}: no line`)] };
}

function figureScore(recipe: WholeRecipe): Score {
  const read = readRecipe(recipe.text, { system: recipe.system, eggClass: recipe.eggClass, larder: SHIPPED_LARDER });
  const told: Record<string, string> = {
    type: batterTypeOf(
      read.lines,
      read.steps.map(({ text }) => text),
      SHIPPED_LARDER,
    ),
    ...(read.pieces === null ? {} : { yield: String(read.pieces) }),
  };
  const faults = recipe.figures.flatMap(({ key, value }) =>
    told[key] === value ? [] : [`${key} ${value}: ${told[key]}`],
  );
  return { right: recipe.figures.length - faults.length, of: recipe.figures.length, faults };
}

const RECIPES = wholeRecipes();
const sum = (language: string, score: (recipe: WholeRecipe) => Score) =>
  RECIPES.filter((recipe) => recipe.language === language)
    .map(score)
    .reduce((all, { right, of }) => ({ right: all.right + right, of: all.of + of }), { right: 0, of: 0 });

/** What is read right by language, and must not be lost again: of lists with their steps, of figures of the method. */
const REACHED = {
  en: { list: 132, figures: 15 },
  de: { list: 56, figures: 5 },
  fr: { list: 48, figures: 4 },
  es: { list: 46, figures: 5 },
  ru: { list: 56, figures: 5 },
} as const;

describe('forty recipes read whole, none of them seen before the parser was mended', () => {
  it('are forty', () => expect(RECIPES).toHaveLength(40));

  it.each(Object.entries(REACHED))('%s: what was read right is read right', (language, reached) => {
    const list = sum(language, listScore);
    const figures = sum(language, figureScore);
    if (process.env['SHOW']) {
      console.log(language, 'list', list, 'figures', figures);
      for (const recipe of RECIPES.filter((each) => each.language === language))
        console.log([recipe.title, ...listScore(recipe).faults].join('\n   '));
    }
    expect([list.right >= reached.list, figures.right >= reached.figures]).toEqual([true, true]);
  });
});
