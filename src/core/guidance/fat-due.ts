import type { RunView } from '#core/setup';
import { FAT_LIMIT_C } from '#core/plate';
import { zoneKey, type RunState } from '#core/run';
import type { Hand } from './actions.ts';
import type { ZoneForecast } from '#core/forecast';

type Pour = Pick<Hand, 'verb' | 'formulaId' | 'stationId' | 'zoneId'>;

/** What a pour asks of fat: put it on first, leave it out because it would burn there, or nothing. */
export type FatAsked = 'put' | 'leaveOut' | null;

/** Whether a pour wants fat on its zone first, and whether the zone bears it. */
export function fatAsked(run: RunView, hand: Pour, zones: readonly ZoneForecast[]): FatAsked {
  if (!fatDue(run, hand)) return null;
  const zone = zones.find(
    ({ formulaId, stationId, zoneId }) =>
      formulaId === hand.formulaId && stationId === hand.stationId && zoneId === hand.zoneId,
  );
  return zone && fatFails(run.formula(hand.formulaId).fat.kind, zone.hottest) ? 'leaveOut' : 'put';
}

/** One in forty of a normal lie above so many spreads: a plate with fat on it goes on warming between two panfuls. Definition. */
const MAY_FAIL_Z = 1.96;

/** Fat lies on all of a zone: it fails where the hottest of it may be past what the fat bears, in one of forty cases. */
export function fatFails(kind: keyof typeof FAT_LIMIT_C, { surfaceC, sdC }: ZoneForecast['hottest']): boolean {
  const limitC = FAT_LIMIT_C[kind];
  return limitC !== null && surfaceC + MAY_FAIL_Z * sdC > limitC;
}

/**
 * Whether a pour wants fat on its zone first, by its formula's rule: once in a run, before each panful, or before each
 * pour. Fat counts that was put on since the zone was last poured, or last lifted from.
 */
function fatDue(run: RunView, hand: Pour): boolean {
  if (hand.verb !== 'pour') return false;
  const { fat } = run.formula(hand.formulaId);
  if (fat.kind === 'none' || fat.rule === 'never') return false;
  const lastMs = run.state.zones.get(zoneKey(hand.stationId, hand.zoneId))?.fatPutMs.at(-1);
  if (fat.rule === 'once') return lastMs === undefined && !poured(run.state, hand, () => true);
  if (fat.rule === 'eachPour')
    return !after(
      lastMs,
      lastOf(run.state, hand, (piece) => piece.pouredAtMs),
    );
  // a panful that is being poured had its fat, or its cook decided without
  const begun = poured(run.state, hand, (piece) => piece.offAtMs === null && piece.flippedAtMs === null);
  return (
    !begun &&
    !after(
      lastMs,
      lastOf(run.state, hand, (piece) => piece.offAtMs ?? -Infinity),
    )
  );
}

type PieceOf = RunState['pieces'] extends ReadonlyMap<string, infer P> ? P : never;
type ZoneRef = { readonly stationId: string; readonly zoneId: string };

function on(piece: PieceOf, zone: ZoneRef): boolean {
  return piece.stationId === zone.stationId && piece.zoneId === zone.zoneId;
}

function poured(state: RunState, zone: ZoneRef, test: (piece: PieceOf) => boolean): boolean {
  for (const piece of state.pieces.values()) if (on(piece, zone) && test(piece)) return true;
  return false;
}

function lastOf(state: RunState, zone: ZoneRef, at: (piece: PieceOf) => number): number {
  let last = -Infinity;
  for (const piece of state.pieces.values()) if (on(piece, zone)) last = Math.max(last, at(piece));
  return last;
}

function after(putMs: number | undefined, otherMs: number): boolean {
  return putMs !== undefined && putMs >= otherMs;
}
