import type { RunView } from '#core/setup';
import { surestFlip, type Belief, type Expected, type SurestFlip } from '#core/inference';
import type { TimelineTable } from '#core/piece';
import type { Place } from '#core/pour';
import { freshPiece, onStation, placeKey, type Piece, type RunState } from '#core/run';
import { placesIn, portionMl } from '#core/setup';
import { believedZones } from '#core/forecast';
import type { RunPlan } from '#core/guidance';
import { surfaceModel } from '#core/surface';
import { tableFor } from '#core/forecast';
import { atSpot } from '#core/surface';
import { zoneForecast } from '#core/forecast';
import { placeOf, underPiece } from '#core/surface';

/** What a pour to come is believed to meet on its zone. */
export interface PourHeat {
  readonly expected: Expected;
  readonly known: Belief;
  /** The surface it is poured on, °C. */
  readonly surfaceC: number;
  /** The plate as it is believed now; else the surface wanted of it, to which it is brought until then. */
  readonly asItIs: boolean;
}

/** The first side of a piece that is poured at a moment. */
export interface FirstSide extends SurestFlip {
  readonly surfaceC: number;
  readonly asItIs: boolean;
}

/** A batter on a zone; on one of its places where that has a pour of its own. */
type Pour = {
  readonly formulaId: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly placeId?: string | undefined;
};

/** When a pour is to come, and when that is asked. */
export interface PourMoment {
  readonly pourMs: number;
  readonly nowMs: number;
}

/** When a batter's next piece is to be poured: as it was planned until the first of it is, at once from then on. */
export function pourMoment(state: RunState, plan: RunPlan | null, formulaId: string, nowMs: number): PourMoment {
  for (const piece of state.pieces.values()) if (piece.formulaId === formulaId) return { pourMs: nowMs, nowMs };
  const planned = (plan?.panfuls ?? []).flatMap((panful) => (panful.formulaId === formulaId ? [panful.pourMs] : []));
  return { pourMs: planned.length ? Math.max(nowMs, Math.min(...planned)) : nowMs, nowMs };
}

/** Sooner than this a plate is poured on as it is now, ms. Assumed. */
const SOON_MS = 120_000;

/**
 * What a zone is believed to be under a piece that is poured on it at `pourMs`, as the board would have it then: its dip and
 * what its burner gives back are in it. Nothing when the run does not use that zone for the batter.
 */
export function pourHeat(run: RunView, pour: Pour, { pourMs, nowMs }: PourMoment): PourHeat | null {
  const { formulaId, stationId, zoneId } = pour;
  const stationIds = run.state.brief?.items.find((item) => item.formulaId === formulaId)?.stationIds ?? [];
  const own = believedZones(run, formulaId, stationIds, nowMs).find(
    (each) => each.stationId === stationId && each.zone.id === zoneId,
  );
  if (!own) return null;
  const { table, model, believed } = own;
  const told = zoneForecast(run, pour, table, model, believed, nowMs);
  const asItIs = pourMs - nowMs < SOON_MS && told.basis !== 'cold' && told.surfaceC >= told.readyFromC;
  if (!asItIs) {
    // a plate at the surface wanted is one whose burner was answered: only of its batter is anything unknown
    const expected = { modelC: told.targetC, sensitivity: 0 };
    return { expected, known: plateKnown(believed.known), surfaceC: told.targetC, asItIs };
  }
  const poured = run.with(withPoured(run, pour, pourMs));
  const piece = poured.piece(TO_COME);
  const then = surfaceModel(poured, stationId, zoneId, pourMs);
  const under = atSpot(underPiece(poured, then, piece, table), believed, placeOf(poured, piece));
  return { ...under, surfaceC: told.surfaceC, asItIs };
}

/** What is believed of a batter, on a plate of which all is known. */
function plateKnown(known: Belief): Belief {
  const [, , , ...ofBatter] = known.covariance;
  return { ...known, errorC: 0, errorSdC: 0, errorLowC: 0, errorHighC: 0, covariance: [0, 0, 0, ...ofBatter] };
}

/** The first side of a pour, by its table and what it is believed to meet: the figure of every screen. */
export function firstSideOn({ expected, known, surfaceC, asItIs }: PourHeat, table: TimelineTable): FirstSide {
  return { ...surestFlip(known, table, expected), surfaceC, asItIs };
}

/** The first side of a formula's next piece on a zone, were it poured at `pourMs`; nothing when the run does not use that zone. */
export function nextFirstSide(run: RunView, pour: Pour, at: PourMoment): FirstSide | null {
  const heat = pourHeat(run, pour, at);
  const { placeId: _placeId, ...zone } = pour;
  const own = placePouredOn(run, pour)?.pour;
  const ref = own ? { ...zone, volumeMl: own.volumeMl, mouldMm: own.mouldMm ?? null } : zone;
  return heat && firstSideOn(heat, tableFor(run, ref, at.pourMs));
}

/** The piece that is to come, in a run in which it is poured. */
const TO_COME = 'to come';

/** The place that is named, or a zone's first free one that takes the run's own pour. */
function placePouredOn(run: RunView, { formulaId, stationId, zoneId, placeId }: Pour): Place | undefined {
  const places = placesIn(run, formulaId, stationId).filter((place) => place.zoneId === zoneId);
  if (placeId !== undefined) return places.find(({ id }) => id === placeId);
  const usual = places.filter((place) => !place.pour);
  return usual.find(({ id }) => !run.state.onPlate.has(placeKey(stationId, id))) ?? usual[0];
}

/** The run with a piece poured on that place. */
function withPoured(run: RunView, pour: Pour, pourMs: number): RunState {
  const { formulaId, stationId, zoneId } = pour;
  const place = placePouredOn(run, pour);
  const own = place?.pour;
  const placeId = place?.id ?? zoneId;
  const piece: Piece = {
    ...{ id: TO_COME, number: run.state.pieces.size + 1, formulaId, lot: 1, doses: 0, stationId, zoneId, placeId },
    volumeMl: own?.volumeMl ?? portionMl(run, formulaId),
    worth: 1,
    mouldMm: (own ? own.mouldMm : run.state.mouldMm.get(formulaId)) ?? null,
    laid: run.state.places.get(onStation(formulaId, stationId)) ?? null,
    pouredAtMs: pourMs,
    ...freshPiece(),
  };
  return {
    ...run.state,
    pieces: new Map(run.state.pieces).set(TO_COME, piece),
    onPlate: new Map(run.state.onPlate).set(placeKey(stationId, placeId), TO_COME),
  };
}
