import type { SurfaceLikelihood } from './surface-likelihood.ts';

/** What one look says by itself, °C: nine in ten between these; an open end is null. */
export interface Says {
  readonly lowC: number | null;
  readonly highC: number | null;
}

/** Surfaces over which what a look says is told, °C. Numerical. */
const SAYS = { fromC: 20, toC: 380, stepC: 2 };

export function says(likelihood: SurfaceLikelihood): Says {
  const count = (SAYS.toC - SAYS.fromC) / SAYS.stepC;
  const weights = Array.from({ length: count }, (_, i) => Math.exp(likelihood(SAYS.fromC + (i + 0.5) * SAYS.stepC)));
  // what a slip of the eye might say anywhere is left out
  const floor = Math.min(...weights);
  const clean = weights.map((weight) => weight - floor);
  const total = clean.reduce((sum, weight) => sum + weight, 0);
  const peak = Math.max(...clean);
  const at = (share: number) => {
    let sum = 0;
    const index = clean.findIndex((weight) => (sum += weight) >= share * total);
    return SAYS.fromC + (index + 0.5) * SAYS.stepC;
  };
  return {
    lowC: clean[0]! > peak / 2 ? null : at(0.05),
    highC: clean[clean.length - 1]! > peak / 2 ? null : at(0.95),
  };
}
