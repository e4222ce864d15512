import type { PastedLine } from '#core/formats';
import type { Reading } from './readings.ts';

/** What was read of a line otherwise than the careful cook reads it. */
export function lineFaults(reading: Reading, line: PastedLine): string[] {
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

/** The same of a step. */
export function stepFaults(reading: Reading, step: { text: string; doubts: readonly string[] } | undefined): string[] {
  if (!step || !sameText(step.text, reading.text)) return [`${reading.text}: step read as ${step?.text ?? 'nothing'}`];
  return (reading.doubtful ?? false) === step.doubts.length > 0 ? [] : [`${reading.text}: ${step.doubts.join(', ')}`];
}

/** The same but for bullets and numbers before it. */
export function sameText(read: string, pasted: string): boolean {
  const bare = (text: string) => text.replace(/^\s*(?:[-•*]\s*|\d+[.)]\s+)/, '').trim();
  return bare(read) === bare(pasted);
}
