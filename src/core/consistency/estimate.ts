import { Z_NINE_IN_TEN } from '#core/units';
/** Which number says how a batter runs: thick ones stop by their yield stress (Pa), thin ones flow by viscosity (Pa·s). */
export type Quantity = 'yieldStress' | 'viscosity';

/** A consistency that is not sharply known: the logarithm is normal. */
export interface Estimate {
  readonly quantity: Quantity;
  /** Median, Pa or Pa·s. */
  readonly value: number;
  /** Standard deviation of the natural logarithm. */
  readonly sdLn: number;
}

export function interval90(estimate: Estimate): { readonly low: number; readonly high: number } {
  const factor = Math.exp(Z_NINE_IN_TEN * estimate.sdLn);
  return { low: estimate.value / factor, high: estimate.value * factor };
}

export type ConsistencyFaultCode =
  'smallerThanRing' | 'thinRunsOff' | 'tooQuick' | 'tooSlow' | 'notForThick' | 'funnelOrder' | 'notPositive';

/** A reading that cannot be: which field, and the bound it breaks. */
export class ConsistencyFault extends Error {
  constructor(
    readonly code: ConsistencyFaultCode,
    message: string,
    readonly field: string,
    readonly bound: number | null = null,
  ) {
    super(message);
  }
}
