import { SPREAD_SHORTFALL, idealSlumpRadiusM } from '#core/consistency';

export interface Disc {
  readonly diameterMm: number;
  readonly thicknessMm: number;
}

/** Disc that a leavened pour becomes: the slump of a small yield stress, a little short of the ideal. */
export function slumpDisc(volumeMl: number, densityKgM3: number, yieldStressPa: number): Disc {
  const idealM = idealSlumpRadiusM(volumeMl * 1e-6, densityKgM3, yieldStressPa);
  return discOf(volumeMl, 2 * idealM * SPREAD_SHORTFALL * 1000);
}

/** A film over the whole of a round base. */
export function filmDisc(volumeMl: number, baseDiameterMm: number): Disc {
  return discOf(volumeMl, baseDiameterMm);
}

function discOf(volumeMl: number, diameterMm: number): Disc {
  return { diameterMm, thicknessMm: (volumeMl * 1000) / ((Math.PI * diameterMm ** 2) / 4) };
}
