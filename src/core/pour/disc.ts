const GRAVITY = 9.80665; // m/s², standard

/** A yield stress fluid stops short of the ideal slump: measured share of the radius (prototype, no outside source). */
const SPREAD_SHORTFALL = 0.96;

export interface Disc {
  readonly diameterMm: number;
  readonly thicknessMm: number;
}

/**
 * Disc that a leavened pour becomes: R = (225 ρ g V² / 128 π² τ_y)^(1/5) × 0.96.
 * Source: Roussel & Coussot 2005, J. Rheol. 49 (slump of a small yield stress), from memory.
 */
export function slumpDisc(volumeMl: number, densityKgM3: number, yieldStressPa: number): Disc {
  const volumeM3 = volumeMl * 1e-6;
  const ideal = ((225 * densityKgM3 * GRAVITY * volumeM3 ** 2) / (128 * Math.PI ** 2 * yieldStressPa)) ** 0.2;
  return discOf(volumeMl, 2 * ideal * SPREAD_SHORTFALL * 1000);
}

/** A film over the whole of a round base. */
export function filmDisc(volumeMl: number, baseDiameterMm: number): Disc {
  return discOf(volumeMl, baseDiameterMm);
}

function discOf(volumeMl: number, diameterMm: number): Disc {
  return { diameterMm, thicknessMm: (volumeMl * 1000) / ((Math.PI * diameterMm ** 2) / 4) };
}
