import { STANDARD_GRAVITY_MS2 } from '#core/units';

const { floor } = Math; // bound once: asked for at every cell of every step

/** A batter as it flows: τ = τ_y + K γ̇ⁿ (Herschel & Bulkley 1926), and how it wets a plate. */
export interface Rheology {
  readonly densityKgM3: number;
  /** Consistency K, Pa·sⁿ; with n = 1 and no yield stress the viscosity. */
  readonly consistencyPaSn: number;
  readonly index: number;
  readonly yieldStressPa: number;
  /** Surface tension times (1 − cos θ), N/m: what a front must beat to wet a dry plate. */
  readonly wettingNPerM: number;
}

/** Surface tension of a batter, N/m, and the angle of its front on a seasoned plate. Assumed: tuned with the prototype. */
const SURFACE_TENSION_N_PER_M = 0.045;
const CONTACT_ANGLE_DEG = 30; // Assumed.
/** How a thin batter thins as it is sheared, and what of it stands. Assumed: tuned with the prototype. */
const THIN_INDEX = 0.85;
const THIN_YIELD_PA = 0.1; // Assumed.

/** A thin batter of a viscosity as a reading tells it. */
export function thinBatter(viscosityPaS: number, densityKgM3: number): Rheology {
  return {
    ...{ densityKgM3, consistencyPaSn: viscosityPaS, index: THIN_INDEX, yieldStressPa: THIN_YIELD_PA },
    wettingNPerM: SURFACE_TENSION_N_PER_M * (1 - Math.cos((CONTACT_ANGLE_DEG * Math.PI) / 180)),
  };
}

/** The length over which a front's weight pushes it on, m: √(γ/ρg). */
export function capillaryM({ densityKgM3 }: Rheology): number {
  return Math.sqrt(SURFACE_TENSION_N_PER_M / (densityKgM3 * STANDARD_GRAVITY_MS2));
}

/**
 * Flux of a film by its drive: q = f(τ_w) · depth³ · G, where τ_w = ρ|G|·depth at the plate and nothing flows below the
 * yield stress; ρ/3μ for a Newtonian batter. 1/(m·s).
 */
export function fluxFactor(batter: Rheology, wallStressPa: number): number {
  const { densityKgM3: rho, consistencyPaSn: k, index: n, yieldStressPa } = batter;
  if (wallStressPa <= yieldStressPa || wallStressPa <= 0) return 0;
  if (n === 1 && yieldStressPa === 0) return rho / (3 * k);
  const y = 1 - yieldStressPa / wallStressPa;
  const shape = (n * (2 * n + 1 - n * y)) / ((n + 1) * (2 * n + 1));
  return (rho / wallStressPa) * (wallStressPa / k) ** (1 / n) * y ** (1 / n) * shape * y;
}

/** Stresses between which the table holds, as powers of two: from 2^−14 to 2^10 Pa, and its steps an octave, a power of two themselves. Numerical. */
const LOW_LOG2 = -14;
const HIGH_LOG2 = 10; // Numerical.
const STEP_BITS = 5; // Numerical.
const STEPS = 2 ** STEP_BITS;

/** Bits of the upper half of a double below its exponent, and what its exponent is counted from. Source: IEEE 754. */
const MANTISSA_BITS = 20;
const EXPONENT_BIAS = 1023; // Source: IEEE 754.

/** The same by a table, even within an octave: two powers a face would be most of a step. */
export interface FluxTable {
  readonly factors: Float64Array;
  /** Room for a stress, and its upper half as the machine writes it. */
  readonly stress: Float64Array;
  readonly halves: Int32Array;
}

export function fluxTable(batter: Rheology): FluxTable {
  const stress = new Float64Array(1);
  const count = (HIGH_LOG2 - LOW_LOG2) * STEPS + 1;
  const stressAt = (i: number) => 2 ** (LOW_LOG2 + floor(i / STEPS)) * (1 + (i % STEPS) / STEPS);
  const factors = Float64Array.from({ length: count }, (_, i) => fluxFactor(batter, stressAt(i)));
  return { factors, stress, halves: new Int32Array(stress.buffer) };
}

/** The factor at a stress, between its neighbours: a double's own exponent and first bits are the place in the table. */
export function fluxAt({ factors, stress, halves }: FluxTable, wallStressPa: number): number {
  if (!(wallStressPa > 0)) return 0;
  stress[0] = wallStressPa;
  const upper = halves[1]!;
  const low = (upper >> (MANTISSA_BITS - STEP_BITS)) - (EXPONENT_BIAS + LOW_LOG2) * STEPS;
  if (low < 0) return factors[0]!;
  if (low >= factors.length - 1) return factors[factors.length - 1]!;
  const from = factors[low]!;
  const beyond = (upper & BELOW_STEP) / (BELOW_STEP + 1);
  return from + beyond * (factors[low + 1]! - from);
}

/** The bits within a step: their share is how far beyond it a stress is. Source: IEEE 754. */
const BELOW_STEP = 2 ** (MANTISSA_BITS - STEP_BITS) - 1;
