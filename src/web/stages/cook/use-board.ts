import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { rhythmS, type Hand } from '#core/guidance';
import type { Cue } from '#core/piece';
import { placeKey, type Piece, type Tap } from '#core/run';
import { placesIn, pourMlOf } from '#core/setup';
import { deviceId, newId } from '../../sync/device.ts';
import type { NewEvent } from '../../sync/envelope.ts';
import { useRun } from '../../stores/run.ts';
import { useHands } from '../frame/use-hands.ts';

export interface Board {
  readonly hands: ComputedRef<Hand[]>;
  readonly next: ComputedRef<Hand | undefined>;
  /** Hands that the row button does: same verb, same zone as the next hand. */
  readonly row: ComputedRef<Hand[]>;
  readonly lastTap: ComputedRef<Tap | undefined>;
  /** The piece the ladder shows: the next one to turn, unless the cook looks at another. */
  readonly looked: ComputedRef<Piece | undefined>;
  readonly lookedId: Ref<string | null>;
  act(hand: Hand): void;
  actRow(): void;
  /** "The plate is now like this": all that is taken to have been done is written down. */
  settle(): void;
  /** The run is over, with all that is taken to have been done. */
  finish(): Promise<void>;
  /** A piece that was taken to be turned was turned only now. */
  flipOnlyNow(piece: Piece): void;
  undo(): void;
  see(piece: Piece, cue: Cue): void;
  /** It is too soon for a flip or a lift that is asked for. */
  tooSoon(hand: Hand): void;
  lose(piece: Piece): void;
  /** Later pieces of its batter are to be like this one, or no longer. */
  like(piece: Piece, liked: boolean): void;
  /** Second sides of its batter take so much longer or less from now on, by the cook's word; or again as predicted. */
  pin(piece: Piece, to: 'less' | 'more' | 'predicted'): void;
  look(step: 1 | -1): void;
}

/** Pieces of a row further apart than this are not one row, ms. */
const ROW_SPAN_MS = 60_000;

/** A second side is pinned by steps of so many seconds. */
const PIN_STEP_S = 5;

/** What hands can do on the board. Every action is one tap and can be taken back. */
export function useBoard(): Board {
  const store = useRun();
  const { hands } = useHands();
  const lookedId = ref<string | null>(null);

  const next = computed(() => hands.value[0]);
  const row = computed(() => {
    const head = next.value;
    if (!head) return [];
    return hands.value.filter(
      (hand) =>
        hand.verb === head.verb &&
        hand.stationId === head.stationId &&
        hand.zoneId === head.zoneId &&
        hand.dueMs - head.dueMs < ROW_SPAN_MS,
    );
  });
  // what this device tapped comes first: nobody takes back a colleague's flip while meaning their own
  const lastTap = computed(() => {
    const taps = store.state?.taps ?? [];
    return taps.findLast((tap) => tap.deviceId === deviceId()) ?? taps.at(-1);
  });
  const onPlate = computed(() => [...(store.state?.onPlate.values() ?? [])].map((id) => store.state!.pieces.get(id)!));
  const looked = computed(() => {
    const chosen = onPlate.value.find((piece) => piece.id === lookedId.value);
    if (chosen) return chosen;
    const turning = hands.value.find((hand) => hand.pieceId !== null);
    return onPlate.value.find((piece) => piece.id === turning?.pieceId);
  });

  /** What is taken to have been done and was not tapped, of one piece or of all: written down with its likeliest moment. */
  function caughtUp(pieceId?: string): NewEvent[] {
    return (store.outlook?.assumed ?? [])
      .filter((action) => pieceId === undefined || action.pieceId === pieceId)
      .map(({ pieceId: of, verb, atMs }) => ({
        ...{ kind: verb === 'flip' ? 'flipped' : 'lifted', payload: { pieceId: of, assumed: true } },
        agoMs: Math.max(0, Math.round(store.nowMs - atMs)),
      }));
  }

  /** An action, and before it what was not tapped of the piece on that place. */
  function eventsOf(hand: Hand, agoMs: number): NewEvent[] {
    const there = hand.pieceId ?? store.state!.onPlate.get(placeKey(hand.stationId, hand.placeId));
    return [...(there ? caughtUp(there) : []), eventOf(hand, agoMs)];
  }

  function eventOf(hand: Hand, agoMs: number): NewEvent {
    if (hand.verb === 'pour') {
      const { formulaId, stationId, placeId } = hand;
      const place = placesIn(store.view, formulaId, stationId).find(({ id }) => id === placeId);
      const volumeMl = pourMlOf(store.view, formulaId, place);
      return { kind: 'poured', payload: { pieceId: newId(), formulaId, stationId, placeId, volumeMl }, agoMs };
    }
    return { kind: hand.verb === 'flip' ? 'flipped' : 'lifted', payload: { pieceId: hand.pieceId! }, agoMs };
  }

  /** Of hands between two pieces of a row, as this run has shown it. */
  function rhythmMs({ formulaId, verb }: Hand): number {
    return 1000 * rhythmS(store.view, formulaId, verb);
  }

  return {
    hands,
    next,
    row,
    lastTap,
    looked,
    lookedId,
    act: (hand) => void store.tap(eventsOf(hand, 0)),
    actRow: () => {
      const done = row.value;
      // the row is tapped when its last piece is done; the earlier ones get their own times from the hands' rhythm
      void store.tap(
        done.flatMap((hand, index) => eventsOf(hand, Math.round((done.length - 1 - index) * rhythmMs(hand)))),
      );
    },
    settle: () => void store.tap(caughtUp()),
    finish: () => store.tap([...caughtUp(), { kind: 'run-finished', payload: {} }]),
    flipOnlyNow: ({ id }) => void store.tap([{ kind: 'flipped', payload: { pieceId: id } }]),
    undo: () => {
      if (lastTap.value) void store.tap([{ kind: 'undone', payload: { eventIds: lastTap.value.eventIds } }]);
    },
    see: ({ id: pieceId }, cue) => void store.tap([{ kind: 'cue-seen', payload: { pieceId, cue } }]),
    tooSoon: ({ verb, pieceId }) => {
      if (pieceId === null) return;
      // one that is taken as turned was: its second side is what is not done
      const side = verb === 'flip' ? (1 as const) : (2 as const);
      void store.tap([...caughtUp(pieceId), { kind: 'cue-seen', payload: { pieceId, cue: 'notYet', side } }]);
    },
    lose: (piece) => void store.tap([{ kind: 'failed', payload: { pieceId: piece.id } }]),
    like: ({ id, formulaId }, liked) =>
      void store.tap([{ kind: 'aim-set', payload: { formulaId, pieceId: liked ? id : null } }]),
    pin: ({ id, formulaId, flippedAtMs }, to) => {
      const lift = store.outlook?.forecast.pieces[id]?.lift;
      if (flippedAtMs === null || !lift) return;
      const steps = (lift.bestMs - flippedAtMs) / 1000 / PIN_STEP_S + (to === 'more' ? 1 : -1);
      const seconds = to === 'predicted' ? null : PIN_STEP_S * Math.max(1, Math.round(steps));
      void store.tap([{ kind: 'second-side-set', payload: { formulaId, seconds } }]);
    },
    look: (step) => {
      const pieces = onPlate.value;
      if (pieces.length === 0) return;
      const at = pieces.findIndex((piece) => piece.id === looked.value?.id);
      lookedId.value = pieces[(at + step + pieces.length) % pieces.length]!.id;
    },
  };
}
