import { describe, expect, it } from '@jest/globals';
import { readRecipe } from '#core/formats';
import { SHIPPED_LARDER } from '#core/ingredients';

import { pastedRecipes, type PastedRecipe, type Reading } from './pasted/readings.ts';

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
  if (read.pieces !== recipe.pieces) faults.push(`pieces ${read.pieces}, not ${recipe.pieces}`);
  return faults;
}

function lineFaults(reading: Reading, line: ReturnType<typeof readRecipe>['lines'][number]): string[] {
  const { ingredientId, g, within, plate, doubtful } = reading;
  const amountG = line.amount?.g ?? null;
  const told = [
    ingredientId !== undefined && line.ingredientId !== ingredientId && `${line.ingredientId}, not ${ingredientId}`,
    g === null && amountG !== null && `${amountG} g, not unknown`,
    typeof g === 'number' && !(amountG !== null && Math.abs(amountG - g) <= within * g) && `${amountG} g, not ${g}`,
    line.forPlate !== plate && `${line.forPlate ? '' : 'not '}for the plate`,
    doubtful !== undefined &&
      line.doubts.length > 0 !== doubtful &&
      (doubtful ? 'not marked' : `marked ${line.doubts.join(', ')}`),
  ].filter(Boolean);
  return told.length > 0 ? [`${reading.text}: ${told.join('; ')}`] : [];
}

function stepFaults(reading: Reading, step: { text: string; doubts: readonly string[] } | undefined): string[] {
  if (!step || !sameText(step.text, reading.text)) return [`${reading.text}: step read as ${step?.text ?? 'nothing'}`];
  return (reading.doubtful ?? false) === step.doubts.length > 0 ? [] : [`${reading.text}: ${step.doubts.join(', ')}`];
}

/** The same but for bullets and numbers before it. */
function sameText(read: string, pasted: string): boolean {
  const bare = (text: string) => text.replace(/^\s*(?:[-•*]\s*|\d+[.)]\s+)/, '').trim();
  return bare(read) === bare(pasted);
}

describe.each(pastedRecipes())('$title', (recipe) => {
  it('is read as a careful cook reads it', () => {
    expect(faultsOf(recipe)).toEqual([]);
  });
});
