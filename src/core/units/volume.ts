/**
 * Volume units in millilitres.
 * Source: NIST Handbook 44, Appendix C (US gallon = 231 in³ exactly); UK Weights and Measures Act 1985 (imperial gallon
 * 4546.09 mL, 160 fluid ounces); 21 CFR 101.9 (cup of a US label); AS 1325 (metric cup, Australian spoon). Metric spoons,
 * the half-pint "imperial cup" and the old British spoons (⅝ and 5/24 fl oz) are common practice, no source.
 */
export const ML_PER = {
  ml: 1,
  cl: 10,
  dl: 100,
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
  australianTablespoon: 20,
  labelCup: 240,
  imperialTeaspoon: (28.4130625 * 5) / 24,
  imperialTablespoon: (28.4130625 * 5) / 8,
  imperialFluidOunce: 28.4130625,
  imperialCup: 284.130625,
  imperialPint: 568.26125,
  imperialQuart: 1136.5225,
  imperialGallon: 4546.09,
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
