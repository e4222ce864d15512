import { describe, expect, it } from '@jest/globals';
import { readRecipe } from '#core/formats';
import { middle } from '#core/method-text';
import { SHIPPED_LARDER } from '#core/ingredients';

import { lineFaults, sameText, stepFaults } from './pasted/faults.ts';
import { pastedRecipes, type PastedRecipe } from './pasted/readings.ts';

/** What the parser read otherwise than the careful cook, in words; empty when all is right. */
function faultsOf(recipe: PastedRecipe): string[] {
  const read = readRecipe(recipe.text, { system: recipe.system, eggClass: recipe.eggClass, larder: SHIPPED_LARDER });
  const lines = [...read.lines, ...read.plate];
  const steps = [...read.steps];
  const faults = recipe.readings.flatMap((reading) => {
    if (reading.kind === 'step') return stepFaults(reading, steps.shift());
    const index = lines.findIndex((line) => sameText(line.text, reading.text));
    const line = index < 0 ? undefined : lines.splice(index, 1)[0];
    if (reading.kind === 'aside')
      return !line || (line.doubts.length > 0 && line.amount === null) ? [] : [`${reading.text}: read as batter`];
    return line ? lineFaults(reading, line) : [`${reading.text}: not read`];
  });
  faults.push(...lines.map((line) => `${line.text}: read, but is no line`));
  faults.push(...steps.map((step) => `${step.text}: read as a step, but is none`));
  const pieces = read.figures.pieces && middle(read.figures.pieces.value);
  if (pieces !== recipe.pieces) faults.push(`pieces ${pieces}, not ${recipe.pieces}`);
  return faults;
}

describe.each(pastedRecipes())('$title', (recipe) => {
  it('is read as a careful cook reads it', () => {
    expect(faultsOf(recipe)).toEqual([]);
  });
});
