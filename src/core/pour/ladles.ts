/**
 * Tools that exist, mL level full. Dishers: 946.353 mL ÷ number (USDA Food Buying Guide); ladles by the US fluid ounce
 * (NIST Handbook 44); cups likewise. From memory.
 */
export const LADLES = [
  { id: 'spoon1', volumeMl: 14.787 },
  { id: 'scoop40', volumeMl: 946.353 / 40 },
  { id: 'ladle1', volumeMl: 29.574 },
  { id: 'scoop30', volumeMl: 946.353 / 30 },
  { id: 'scoop24', volumeMl: 946.353 / 24 },
  { id: 'scoop20', volumeMl: 946.353 / 20 },
  { id: 'ladle2', volumeMl: 2 * 29.574 },
  { id: 'cupQuarter', volumeMl: 236.588 / 4 },
  { id: 'scoop16', volumeMl: 946.353 / 16 },
  { id: 'scoop12', volumeMl: 946.353 / 12 },
  { id: 'cupThird', volumeMl: 236.588 / 3 },
  { id: 'ladle3', volumeMl: 3 * 29.574 },
  { id: 'scoop10', volumeMl: 946.353 / 10 },
  { id: 'ladle4', volumeMl: 4 * 29.574 },
  { id: 'cupHalf', volumeMl: 236.588 / 2 },
  { id: 'scoop8', volumeMl: 946.353 / 8 },
  { id: 'ladle6', volumeMl: 6 * 29.574 },
  { id: 'ladle8', volumeMl: 8 * 29.574 },
] as const;

export type Ladle = (typeof LADLES)[number];

/** Tools nearest to a volume, nearest first. */
export function nearestLadles(volumeMl: number, count: number): Ladle[] {
  return [...LADLES].sort((a, b) => distance(a, volumeMl) - distance(b, volumeMl)).slice(0, count);
}

function distance(ladle: Ladle, volumeMl: number): number {
  return Math.abs(Math.log(ladle.volumeMl / volumeMl));
}
