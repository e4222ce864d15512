import { STANDARD_GRAVITY_MS2 } from '#core/units';
import { cellHeightM, setFraction, type Column, type ColumnSettings } from './column.ts';

const { exp, max, min } = Math; // bound once: asked for at every cell of every step

/** One step of setting: starch swells and egg coagulates, first order. */
export function setStep(
  { tempC, wasC, starchSet, eggSet }: Column,
  { parameters: p, leftAfter }: ColumnSettings,
  dt: number,
): void {
  const starch = leftAfter(p.starch, dt);
  const egg = leftAfter(p.egg, dt);
  for (let i = 0; i < tempC.length; i++) {
    const t = 0.5 * (tempC[i]! + wasC[i]!);
    starchSet[i] = 1 - (1 - starchSet[i]!) * starch.at(t);
    eggSet[i] = 1 - (1 - eggSet[i]!) * egg.at(t);
  }
}

/** Share of the thickness not yet set, counted from the face in the air downwards. */
export function unsetShare(column: Column): number {
  const n = column.tempC.length;
  let unsetM = 0;
  let totalM = 0;
  for (let i = 0; i < n; i++) totalM += cellHeightM(column, i);
  for (let i = n - 1; i >= 0; i--) {
    const set = setFraction(column, i);
    if (set >= 0.5) {
      // the boundary lies between the middles of this cell and the one above: interpolate, so that times do not jump
      if (i < n - 1) {
        const above = setFraction(column, i + 1);
        const reach = (0.5 - above) / (set - above);
        unsetM += (reach - 0.5) * cellHeightM(column, reach > 0.5 ? i : i + 1);
      }
      break;
    }
    unsetM += cellHeightM(column, i);
  }
  return min(1, max(0, unsetM / totalM));
}

export const HOLE_MM = 3; // across, from rim to rim; assumed from what is seen on a face
const HOLE_Q_PER_M = Math.PI / (HOLE_MM / 1000); // a hole is half a wave. Definition.
const SURFACE_TENSION_N_M = 0.045; // assumed, between water and oil in water with egg
const STILL = 1e-3; // of the flow at the face: deeper it does not matter. Numerical.

/**
 * ln of how much slower than in the raw batter a hole on the face closes: the viscosity gained, through the depth with the
 * weight e^(−qz) at which such a flow dies away (Orchard 1962, from memory, deep limit: what is not deep has set).
 */
export function lnSlowing(column: Column, { parameters: p }: ColumnSettings): number {
  let felt = 1;
  let weighted = 0;
  for (let i = column.tempC.length - 1; i >= 0 && felt > STILL; i--) {
    const below = felt * exp(-HOLE_Q_PER_M * cellHeightM(column, i));
    weighted += (felt - below) * setFraction(column, i);
    felt = below;
  }
  return (p.thickening * weighted) / (1 - felt);
}

/** Time in which a hole levels in the raw batter, s: gravity and surface tension against its viscosity, the same law. */
export function rawLevellingS({ batter }: ColumnSettings): number {
  return (
    (2 * batter.viscosityPaS * HOLE_Q_PER_M) /
    (batter.densityKgM3 * STANDARD_GRAVITY_MS2 + SURFACE_TENSION_N_M * HOLE_Q_PER_M ** 2)
  );
}
