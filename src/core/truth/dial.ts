/** How a dial really gives heat: a floor it never falls below while lit, then a curve that may be full before its end. */
export interface TrueDial {
  /** Share of full power at the lowest flame; 0 for what can be turned down to nothing. */
  readonly floor: number;
  /** Power goes with the mark's share to this exponent. */
  readonly exponent: number;
  /** Share of the dial at which it gives all it has. */
  readonly fullAt: number;
}

/** Share of full power at a mark told as a share of the dial, 0 at off. */
export function dialShare({ floor, exponent, fullAt }: TrueDial, mark: number): number {
  if (mark <= 0) return 0;
  return floor + (1 - floor) * Math.min(1, mark / fullAt) ** exponent;
}
