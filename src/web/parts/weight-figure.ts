import { fromG, toG } from '#core/units';
import { useSession } from '../stores/session.ts';
import { readFigure } from '../forms/read-figure.ts';

/** A weight as it stands in a field of this cook's: "124", "4.37". */
export function weightFigure(massG: number): string {
  const ounces = useSession().settings.weights === 'oz';
  return String(Number((ounces ? fromG(massG, 'ounce') : massG).toFixed(ounces ? 2 : 1)));
}

/** Grams of what a cook wrote in a field of weight; NaN for what is no number. */
export function readWeight(text: string | number): number {
  const value = typeof text === 'number' ? text : readFigure(text);
  return useSession().settings.weights === 'oz' ? toG(value, 'ounce') : value;
}
