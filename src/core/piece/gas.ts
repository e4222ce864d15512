import { STANDARD_GRAVITY_MS2 } from '#core/units';
import { setFraction, type Column, type ColumnSettings } from './column.ts';
import { dissolvedMolPerKg, swollenM3PerMol } from './lookup.ts';
import { lnSlowing, rawLevellingS } from './setting.ts';

const { cbrt, exp, min } = Math; // bound once: asked for at every cell of every step

const SETS_AT = 0.5; // Assumed.
const HOLES_PER_KG = 2e6; // that steam pierces on its way through a wet film; assumed

/**
 * One step of gas: the leavener works, what the water can't hold goes into the bubbles, warm bubbles swell and rise
 * through what has not set, and burst on the face, as does steam that comes right through. What has set keeps its pores; what is made in it leaves through them.
 */
export function gasStep(column: Column, settings: ColumnSettings, throughKgM2: number, dt: number): void {
  const { batter, parameters: p, pressurePa, leftAfter } = settings;
  const { tempC, wasC, gasMol, gasM, solidM, dissolvedMol, gasReacted, dryKgM2, moisture } = column;
  const n = tempC.length;
  const left = leftAfter(p.leavening, dt);
  const bubblesPerM3 = p.bubblesPerL * 1000;
  const heldM2 = (p.risingMm / 1000) ** 2;
  const stokes = (batter.densityKgM3 * STANDARD_GRAVITY_MS2) / (3 * batter.viscosityPaS);
  const molPerDryKg = batter.leaveningMolPerKg / (1 - batter.waterFraction);
  let fromBelow = 0;
  let bursts = 0;
  for (let i = 0; i < n; i++) {
    const t = tempC[i]!;
    const before = gasReacted[i]!;
    const after = 1 - (1 - before) * left.at(0.5 * (t + wasC[i]!));
    gasReacted[i] = after;
    const water = moisture[i]! * dryKgM2[i]!;
    const free = dissolvedMol[i]! + molPerDryKg * dryKgM2[i]! * (after - before);
    const dissolved = min(free, dissolvedMolPerKg(t, pressurePa) * water);
    dissolvedMol[i] = dissolved;
    gasMol[i]! += free - dissolved + fromBelow;
    fromBelow = 0;
    const set = setFraction(column, i);
    if (set >= SETS_AT) continue;
    const volume = swollenM3PerMol(t, pressurePa);
    let gas = gasMol[i]! * volume;
    const height = gas + solidM[i]!;
    const share = gas / height;
    const radius = cbrt((3 * share) / (4 * Math.PI * bubblesPerM3 * (1 - share)));
    const over = radius * radius - heldM2;
    if (over > 0) {
      const rise = stokes * over * exp(-p.thickening * set);
      fromBelow = gasMol[i]! * (1 - 1 / (1 + (rise * dt) / height));
      gasMol[i]! -= fromBelow;
      gas = gasMol[i]! * volume;
      if (i === n - 1) bursts = (fromBelow * volume) / ((4 / 3) * Math.PI * radius ** 3);
    }
    gasM[i] = gas;
  }
  // holes come with each burst and close at the pace at which the face levels
  if (setFraction(column, n - 1) < SETS_AT) bursts += throughKgM2 * HOLES_PER_KG;
  column.lnSlowing = lnSlowing(column, settings);
  const closesS = rawLevellingS(settings) * exp(column.lnSlowing);
  column.holesPerM2 = column.holesPerM2 * exp(-dt / closesS) + bursts;
  column.burstsPerM2 += bursts;
}
