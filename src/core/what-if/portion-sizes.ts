import type { RunView } from '#core/setup';
import { wholePieces } from '#core/formula';
import type { Disc } from '#core/pour';
import type { RunState } from '#core/run';
import { briefPanfuls, firstZoneOf, wholeBatter, placesIn } from '#core/setup';
import { firstSideOn, pourHeat, type PourMoment } from './first-side.ts';
import { tableOf } from '#core/forecast';
import { pieceInput } from '#core/forecast';
import { discNow } from './volume-for.ts';

/** One size of pour, and all that changes with it. */
export interface PortionStep {
  readonly volumeMl: number;
  readonly disc: Disc;
  /** Places on all of the formula's stations at once. */
  readonly atOnce: number;
  /** Panfuls of the fullest zone that the brief's pieces make. */
  readonly panfuls: number;
  /** Pieces that the lot as it was sized for the pour in use gives. */
  readonly pieces: number | null;
  /** First side on its first zone, s; null where it would not fit a plate. */
  readonly firstSideS: number | null;
  /** How far disc and first side differ when pours differ by their tool's spread: mm and s. */
  readonly spread: { readonly diameterMm: number; readonly firstSideS: number } | null;
}

/**
 * Sizes of pour side by side: the one in use and others, each with disc, places, panfuls, pieces and first side. Costs a
 * table (about a quarter second) a size the first time.
 * @param spreadMl how far pours of each tool differ; nothing when that is not known
 */
export function portionSteps(
  run: RunView,
  formulaId: string,
  sizes: readonly { readonly volumeMl: number; readonly spreadMl?: number | null }[],
  at: PourMoment,
): PortionStep[] {
  const item = run.state.brief?.items.find((candidate) => candidate.formulaId === formulaId);
  if (!item) return [];
  const stationId = item.stationIds[0]!;
  const lotMl = wholeBatter(run, formulaId)?.volumeMl ?? null;
  const where = firstZoneOf(run, formulaId);
  if (!where) return [];
  const heat = pourHeat(run, where, at);
  const of = (volumeMl: number) => {
    const as: RunState = { ...run.state, portionMl: new Map(run.state.portionMl).set(formulaId, volumeMl) };
    return {
      as,
      disc: discNow(run, formulaId, stationId, at.nowMs, volumeMl),
      firstSideS: () =>
        heat && firstSideOn(heat, tableOf(pieceInput(run, { ...where, volumeMl }, at.pourMs), run.memo)).bestS,
    };
  };
  return sizes.map(({ volumeMl, spreadMl }) => {
    const { as, disc, firstSideS } = of(volumeMl);
    const atOnce = item.stationIds.reduce((sum, id) => sum + placesIn(run.with(as), formulaId, id).length, 0);
    const more = spreadMl ? of(volumeMl + spreadMl) : undefined;
    const bestS = atOnce > 0 ? firstSideS() : null;
    const moreS = bestS === null || !more ? null : more.firstSideS();
    return {
      ...{ volumeMl, disc, atOnce, firstSideS: bestS },
      panfuls: Math.ceil(item.pieces / briefPanfuls(run.with(as), item).size),
      pieces: lotMl === null ? null : wholePieces(lotMl / volumeMl),
      spread:
        more && bestS !== null && moreS !== null
          ? {
              diameterMm: Math.abs(more.disc.diameterMm - disc.diameterMm),
              firstSideS: Math.abs(moreS - bestS),
            }
          : null,
    };
  });
}
