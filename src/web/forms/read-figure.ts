/** A figure as a cook writes it, with a point or a comma; NaN for a blank and for what is no number. */
export function readFigure(text: string): number {
  return text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'));
}
