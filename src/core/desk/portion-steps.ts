import { wholePieces } from '#core/formula';
import { timelineAt } from '#core/piece';
import type { Disc } from '#core/pour';
import type { Pins, RunState } from '#core/run';
import { briefPanfuls, formulaOf, lotFor, placesIn, stationOf } from './batter-run.ts';
import { tableOf, type TableCache } from './tables.ts';
import { pieceInput } from './piece-input.ts';
import { discNow } from './wished-pour.ts';

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
  /** Best first side at the formula's surface, s; null where it would not fit a plate. */
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
  pins: Pins,
  state: RunState,
  formulaId: string,
  sizes: readonly { readonly volumeMl: number; readonly spreadMl?: number | null }[],
  nowMs: number,
  tables: TableCache,
): PortionStep[] {
  const item = state.brief?.items.find((candidate) => candidate.formulaId === formulaId);
  if (!item) return [];
  const stationId = item.stationIds[0]!;
  const body = formulaOf(pins, formulaId);
  const lotMl = lotFor(pins, state, formulaId)?.volumeMl ?? null;
  const at = (volumeMl: number) => {
    const as: RunState = { ...state, portionMl: new Map(state.portionMl).set(formulaId, volumeMl) };
    const ref = { formulaId, stationId, zoneId: stationOf(pins, stationId).zones[0]!.id, volumeMl };
    return {
      as,
      disc: discNow(pins, state, formulaId, stationId, nowMs, volumeMl),
      firstSideS: () => timelineAt(tableOf(pieceInput(pins, state, ref, nowMs), tables), body.heat.targetC).flip.bestS,
    };
  };
  return sizes.map(({ volumeMl, spreadMl }) => {
    const { as, disc, firstSideS } = at(volumeMl);
    const atOnce = item.stationIds.reduce((sum, id) => sum + placesIn(pins, as, formulaId, id).length, 0);
    const more = spreadMl ? at(volumeMl + spreadMl) : undefined;
    const bestS = atOnce > 0 ? firstSideS() : null;
    return {
      ...{ volumeMl, disc, atOnce, firstSideS: bestS },
      panfuls: Math.ceil(item.pieces / briefPanfuls(pins, as, item).size),
      pieces: lotMl === null ? null : wholePieces(lotMl / volumeMl),
      spread:
        more && bestS !== null
          ? {
              diameterMm: Math.abs(more.disc.diameterMm - disc.diameterMm),
              firstSideS: Math.abs(more.firstSideS() - bestS),
            }
          : null,
    };
  });
}
