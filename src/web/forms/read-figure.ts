import { readNumber } from '#core/written';

/** A figure as a cook writes it, with a point, a comma or a fraction: "0,5", "1/2", "1½"; NaN for a blank and for what is no number. */
export function readFigure(text: string): number {
  const typed = text.trim();
  if (typed === '') return NaN;
  const plain = Number(typed.replace(',', '.'));
  if (!Number.isNaN(plain)) return plain;
  const read = readNumber(typed);
  return read?.length === typed.length && read.low === read.high ? read.low : NaN;
}
