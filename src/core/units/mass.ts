/**
 * Mass units in grams.
 * Source: NIST Handbook 44, Appendix C; the pound by the 1959 international agreement.
 */
export const G_PER = {
  g: 1,
  kg: 1000,
  ounce: 28.349523125,
  pound: 453.59237,
} as const;

export type MassUnit = keyof typeof G_PER;

/** Grams in `amount` of `unit`. */
export function toG(amount: number, unit: MassUnit): number {
  return amount * G_PER[unit];
}

/** How many of `unit` make `massG` grams. */
export function fromG(massG: number, unit: MassUnit): number {
  return massG / G_PER[unit];
}
