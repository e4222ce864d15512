/**
 * Volume units in millilitres.
 * Source: NIST Handbook 44, Appendix C (US gallon = 231 in³ exactly); metric spoons are common practice, no source.
 */
export const ML_PER = {
  ml: 1,
  l: 1000,
  usTeaspoon: 4.92892159375,
  usTablespoon: 14.78676478125,
  usFluidOunce: 29.5735295625,
  usCup: 236.5882365,
  usPint: 473.176473,
  usQuart: 946.352946,
  usGallon: 3785.411784,
  metricTeaspoon: 5,
  metricTablespoon: 15,
  metricCup: 250,
} as const;

export type VolumeUnit = keyof typeof ML_PER;

/** Millilitres in `amount` of `unit`. */
export function toMl(amount: number, unit: VolumeUnit): number {
  return amount * ML_PER[unit];
}

/** How many of `unit` make `volumeMl` millilitres. */
export function fromMl(volumeMl: number, unit: VolumeUnit): number {
  return volumeMl / ML_PER[unit];
}
