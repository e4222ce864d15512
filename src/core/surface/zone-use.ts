import type { RunView } from '#core/setup';
import { pinnedStation, zoneKey, type RunState, pieceIn } from '#core/run';
import { POUR_SLACK_MS, piecesLeft } from '#core/setup';

/** A panful that came off so lately is followed by the next, s. Common practice, no source. */
const NEXT_WITHIN_S = 60;

/** Nothing lies on a zone, something did, and nothing is left to pour there. */
export function isDone(state: RunState, stationId: string, zoneId: string): boolean {
  const here = [...state.pieces.values()].filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId);
  if (here.length === 0 || here.some(({ offAtMs }) => offAtMs === null)) return false;
  return (state.brief?.items ?? []).every(
    ({ formulaId, stationIds }) => !stationIds.includes(stationId) || piecesLeft(state, formulaId) === 0,
  );
}

/** The last moment at which nothing lay on a zone. */
export function lastClearMs(state: RunState, stationId: string, zoneId: string, nowMs: number): number {
  let clearMs = nowMs;
  for (const piece of state.pieces.values())
    if (piece.stationId === stationId && piece.zoneId === zoneId && piece.offAtMs === null)
      clearMs = Math.min(clearMs, piece.pouredAtMs);
  return clearMs;
}

/**
 * How many pieces a zone has to feed: those of the panful that lies there, once nothing is added to it, be some of them off;
 * else as many as its next panful will have.
 * @param places where a piece would be poured
 */
export function panfulSize(
  state: RunState,
  { stationId, zoneId, formulaId }: { readonly stationId: string; readonly zoneId: string; readonly formulaId: string },
  places: number,
  nowMs: number,
): number {
  const here = [...state.pieces.values()].filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId);
  const sinceMs = lastClearMs(state, stationId, zoneId, nowMs) - POUR_SLACK_MS;
  const lying = here.filter(({ offAtMs }) => offAtMs === null);
  if (lying.some(({ pouredAtMs, flippedAtMs }) => flippedAtMs !== null || nowMs - pouredAtMs > POUR_SLACK_MS))
    return here.filter(({ pouredAtMs }) => pouredAtMs >= sinceMs).length;
  return Math.max(1, Math.min(places, lying.length + piecesLeft(state, formulaId)));
}

/** All that lies on the zone is the piece that was poured alone. */
export function testLies(state: RunState, formulaId: string, stationId: string, zoneId: string): boolean {
  const own = [...state.pieces.values()].filter(
    (piece) => piece.formulaId === formulaId && piece.stationId === stationId && piece.zoneId === zoneId,
  );
  return own.length === 1 && own[0]!.offAtMs === null;
}

/** A panful lies on the zone, or lay there so lately that more is to come; the piece poured alone at first is none. */
export function isWorked(state: RunState, stationId: string, zoneId: string, nowMs: number): boolean {
  let count = 0;
  for (const piece of state.pieces.values()) if (piece.stationId === stationId && piece.zoneId === zoneId) count += 1;
  return count > 1 && inUse(state, stationId, zoneId, nowMs) > 0;
}

/** Pieces that draw heat from a zone now, or are about to be followed by as many. */
export function inUse(
  state: RunState,
  stationId: string,
  zoneId: string,
  nowMs: number,
  withinS = NEXT_WITHIN_S,
): number {
  let count = 0;
  for (const piece of state.pieces.values())
    if (
      piece.stationId === stationId &&
      piece.zoneId === zoneId &&
      (piece.offAtMs === null || nowMs - piece.offAtMs < withinS * 1000)
    )
      count += 1;
  return count;
}

/** How long the piece has lain that was poured first of those on a zone, ms; null when nothing lies there. */
export function lyingFor(state: RunState, stationId: string, zoneId: string, nowMs: number): number | null {
  const clearMs = lastClearMs(state, stationId, zoneId, nowMs);
  for (const id of state.onPlate.values()) {
    const piece = pieceIn(state, id);
    if (piece.stationId === stationId && piece.zoneId === zoneId) return nowMs - clearMs;
  }
  return null;
}

/** Nobody read this plate over this burner before the run, and no piece of the batter was turned on it since. */
export function isUnproven(run: RunView, formulaId: string, stationId: string, zoneId: string): boolean {
  const zone = run.state.zones.get(zoneKey(stationId, zoneId));
  if (zone?.assumed) return false;
  const read = pinnedStation(run.pins, stationId)?.calibration?.some((each) => each.zoneId === zoneId);
  if (read && !zone?.swaps.length) return false;
  for (const piece of run.state.pieces.values())
    if (
      piece.formulaId === formulaId &&
      piece.stationId === stationId &&
      piece.zoneId === zoneId &&
      piece.flippedAtMs !== null &&
      piece.fate !== 'firstSide'
    )
      return false;
  return true;
}
