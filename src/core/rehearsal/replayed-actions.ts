import { dialMarkOf } from '#core/heating';
import type { Zone } from '#core/plate';
import type { Piece, RunState } from '#core/run';

type OnZone = { readonly stationId: string; readonly zoneId: string };

/** Something that hands did to a plate or a piece, as a run's log tells it. */
export type ReplayedAction = { readonly atMs: number; readonly key: string } & (
  | ({ readonly kind: 'found'; readonly surfaceC: number } & OnZone)
  | ({ readonly kind: 'swap'; readonly zone: Zone } & OnZone)
  | ({ readonly kind: 'turn'; readonly mark: number; readonly aside: boolean } & OnZone)
  | { readonly kind: 'flip' | 'off' | 'pour'; readonly piece: Piece }
);

/** What comes first of things done at one moment, for a clock can stand still: the stove, then piece by piece. */
const ORDER: readonly ReplayedAction['kind'][] = ['found', 'swap', 'turn', 'pour', 'flip', 'off'];

/** All that was done in a run, in the order of its clock. What was taken back is not among it. */
export function replayedActions(state: RunState): ReplayedAction[] {
  const actions: ReplayedAction[] = [];
  for (const [key, { stationId, zoneId, assumed, swaps, turns }] of state.zones) {
    const of = { stationId, zoneId };
    if (assumed) actions.push({ ...of, kind: 'found', ...assumed, key: `found ${key} ${assumed.atMs}` });
    for (const { atMs, burner, eventId } of swaps)
      actions.push({ ...of, kind: 'swap', atMs, zone: { ...burner, id: zoneId }, key: `swap ${eventId}` });
    for (const turn of turns) {
      const { atMs, eventId, dialMark } = turn;
      const stands = { mark: dialMarkOf(turn), aside: dialMark !== undefined };
      actions.push({ ...of, kind: 'turn', atMs, ...stands, key: `turn ${eventId}` });
    }
  }
  for (const piece of state.pieces.values()) {
    const add = (kind: 'flip' | 'off' | 'pour', atMs: number | null) => {
      if (atMs !== null) actions.push({ kind, piece, atMs, key: `${kind} ${piece.id} ${atMs}` });
    };
    add('pour', piece.pouredAtMs);
    add('flip', piece.flippedAtMs);
    add('off', piece.offAtMs);
  }
  const nth = (action: ReplayedAction) => ('piece' in action ? action.piece.number : 0);
  const order = ({ kind }: ReplayedAction) => ORDER.indexOf(kind);
  return actions.sort((a, b) => a.atMs - b.atMs || nth(a) - nth(b) || order(a) - order(b));
}
