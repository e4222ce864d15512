import type { RunView } from '#core/setup';
import { MOST_POUR_ML, familyOf } from '#core/formula';
import { lotInUse } from '#core/run';
import type { Disc } from '#core/pour';
import { discFrom } from '#core/forecast';
import { stationNow } from '#core/setup';

/** What a portion becomes on a station now: by how its lot was measured, or as its formula promises until one is mixed. */
export function discNow(run: RunView, formulaId: string, stationId: string, nowMs: number, volumeMl?: number): Disc {
  const station = stationNow(run, stationId);
  return discFrom(run, { formulaId, station, lot: lotInUse(run.state, formulaId), volumeMl }, nowMs);
}

/** What a pour is wished to become: a disc so wide, or a film so thick. */
export type PourWish = { readonly diameterMm: number } | { readonly thicknessMm: number };

/** The least pour that a hand can measure, mL. Common practice, no source. */
const LEAST_ML = 2;

/**
 * The volume that becomes what is wished on a station: the same law as the disc's, read backwards by bisection, since
 * discs only grow with their volume. Nothing when no pour between 2 mL and the most that is poured does.
 */
export function volumeFor(
  run: RunView,
  formulaId: string,
  stationId: string,
  wish: PourWish,
  nowMs: number,
): number | null {
  const discAt = (volumeMl: number) => discNow(run, formulaId, stationId, nowMs, volumeMl);
  const reaches = (volumeMl: number) => {
    const disc = discAt(volumeMl);
    return 'diameterMm' in wish ? disc.diameterMm >= wish.diameterMm : disc.thicknessMm >= wish.thicknessMm;
  };
  if (reaches(LEAST_ML) || !reaches(MOST_POUR_ML)) return null;
  let low = LEAST_ML;
  let high = MOST_POUR_ML;
  for (let i = 0; i < 40; i++) {
    const middle = Math.sqrt(low * high);
    if (reaches(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** Which wish a batter's pour is told by: a film's thickness, or how wide a cake runs. */
export function wishKind(run: RunView, formulaId: string): 'thickness' | 'diameter' {
  return familyOf(run.formula(formulaId).type) === 'thin' ? 'thickness' : 'diameter';
}
