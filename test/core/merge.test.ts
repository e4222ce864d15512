import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { fold, placeKey, type Payload, type RunState, type StoredEvent } from '#core/run';
import { CAKES, GRIDDLE_ID, PINS, id, writer } from './fixtures.ts';

const RUN = { pins: PINS, rehearsal: false };
const DEVICES = [id(0xd1), id(0xd2), id(0xd3)];
const PLACES = ['A1', 'A2', 'B1'];
const pour = (pieceId: string, placeId: string): Payload<'poured'> => ({
  pieceId,
  formulaId: CAKES,
  stationId: GRIDDLE_ID,
  placeId,
  volumeMl: 75,
});

/** What a fold says, in a form that compares. */
const told = (state: RunState) => ({
  pieces: [...state.pieces],
  onPlate: [...state.onPlate],
  taps: state.taps,
  lots: [...state.lots],
  refused: state.refused,
  clashes: state.clashes,
});

/** A server that orders, a network that delays, repeats and reorders, and devices that tap on what they see. */
class Kitchen {
  readonly log: StoredEvent[] = [];
  readonly devices = DEVICES.map((deviceId) => ({
    deviceId,
    heard: [] as StoredEvent[],
    waiting: [] as StoredEvent[],
  }));
  private readonly event = writer();
  private pieces = 0;

  private device(index: number) {
    return this.devices[index]!;
  }

  seen(index: number): RunState {
    const { heard, waiting } = this.device(index);
    return fold(RUN, heard, waiting);
  }

  tap(index: number, action: number, pick: number, later: number): void {
    const { deviceId, waiting } = this.device(index);
    const state = this.seen(index);
    const more = { deviceId, offsetMs: later * 1000 };
    const lying = [...state.onPlate.values()];
    const piece = lying[pick % Math.max(1, lying.length)];
    if (action === 0) {
      this.pieces += 1;
      waiting.push(this.event('poured', pour(id(0xa000 + this.pieces), PLACES[pick % PLACES.length]!), more));
    } else if (action === 1 && piece) {
      const next = state.pieces.get(piece)!.flippedAtMs === null ? 'flipped' : 'lifted';
      waiting.push(this.event(next, { pieceId: piece }, more));
    } else if (action === 2 && piece) waiting.push(this.event('failed', { pieceId: piece }, more));
    else if (action === 3) {
      const known = [...this.device(index).heard, ...waiting]; // anything may be taken back, an undo too
      const target = known[pick % Math.max(1, known.length)];
      if (target) waiting.push(this.event('undone', { eventIds: [target.id] }, more));
    } else if (action === 4) {
      waiting.push(this.event('lot-mixed', { formulaId: CAKES, atMs: 1, volumeMl: 1000, batterC: 20 }, more));
      waiting.push(this.event('lot-thinned', { formulaId: CAKES, ingredientId: 'milk', massG: 20 + pick }, more));
    }
  }

  /** Some of what waits reaches the server, perhaps twice; the answer may be lost. */
  send(index: number, count: number, answered: boolean): void {
    const batch = this.device(index).waiting.slice(0, count);
    for (const event of batch)
      if (!this.log.some((known) => known.id === event.id)) this.log.push({ ...event, seq: this.log.length + 1 });
    if (answered)
      this.hear(
        index,
        this.log.filter((known) => batch.some((event) => event.id === known.id)),
      );
  }

  /** A feed delivers any part of the log, in any order. */
  hear(index: number, events: readonly StoredEvent[]): void {
    const device = this.device(index);
    for (const event of events) {
      if (!device.heard.some((known) => known.id === event.id)) device.heard.push(event);
      device.waiting = device.waiting.filter((own) => own.id !== event.id);
    }
  }

  settle(): void {
    DEVICES.forEach((_id, index) => this.send(index, Infinity, true));
    DEVICES.forEach((_id, index) =>
      this.hear(
        index,
        this.log.filter((event) => event.seq! > this.seen(index).lastSeq),
      ),
    );
  }
}

/**
 * The pieces that a log leaves, told again in the plainest way: an event stands when no later standing undo names it;
 * the standing ones are then obeyed one by one where they can be.
 */
function plainly(log: readonly StoredEvent[]): string[] {
  const stands = (at: number): boolean =>
    !log.some(
      (other, i) =>
        i > at && other.kind === 'undone' && (other.payload['eventIds'] as string[]).includes(log[at]!.id) && stands(i),
    );
  const pieces = new Map<string, { place: string; poured: number; fate: string }>();
  const there = new Map<string, string>();
  log.forEach((event, at) => {
    if (!stands(at)) return;
    const { pieceId, placeId } = event.payload as { pieceId: string; placeId: string };
    const when = event.deviceAtMs + event.offsetMs;
    const piece = pieces.get(pieceId);
    if (event.kind === 'poured') {
      const before = pieces.get(there.get(placeId) ?? '');
      if (before && when > before.poured - 20_000) return;
      if (!before) there.set(placeId, pieceId);
      pieces.set(pieceId, { place: placeId, poured: when, fate: 'firstSide' });
    } else if (piece?.fate === 'firstSide' && event.kind === 'flipped') piece.fate = 'secondSide';
    else if (
      piece &&
      ((piece.fate === 'secondSide' && event.kind === 'lifted') ||
        (/Side$/.test(piece.fate) && event.kind === 'failed'))
    ) {
      piece.fate = event.kind;
      if (there.get(piece.place) === pieceId) there.delete(piece.place);
    }
  });
  return [...pieces].map(
    ([pieceId, piece]) => `${pieceId} ${piece.place} ${piece.fate} ${there.get(piece.place) === pieceId}`,
  );
}

const device = fc.nat(DEVICES.length - 1);
const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constant('tap' as const),
      device,
      action: fc.nat(4),
      pick: fc.nat(30),
      later: fc.integer({ min: -90, max: 90 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('send' as const),
      device,
      count: fc.integer({ min: 1, max: 4 }),
      answered: fc.boolean(),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({ do: fc.constant('hear' as const), device, picks: fc.array(fc.nat(60), { maxLength: 12 }) }),
  },
);

describe('several devices on one run', () => {
  it('come to the same state by whatever way the events reached them, and it is the one a plain reading gives', () => {
    let clashes = 0;
    fc.assert(
      fc.property(fc.array(step, { minLength: 20, maxLength: 80, size: 'max' }), (steps) => {
        const kitchen = new Kitchen();
        for (const each of steps) {
          if (each.do === 'tap') kitchen.tap(each.device, each.action, each.pick, each.later);
          else if (each.do === 'send') kitchen.send(each.device, each.count, each.answered);
          else
            kitchen.hear(
              each.device,
              each.picks.flatMap((pick) => kitchen.log[pick] ?? []),
            );
        }
        // what a device shows is its part of the log and then its own taps, each once
        kitchen.devices.forEach(({ heard, waiting }, index) =>
          expect(kitchen.seen(index).eventCount).toBe(heard.length + waiting.length),
        );
        kitchen.settle();
        const truth = fold(RUN, kitchen.log);
        DEVICES.forEach((_id, index) => expect(told(kitchen.seen(index))).toEqual(told(truth)));
        const { pieces, onPlate } = truth;
        expect(
          [...pieces.values()].map(
            (p) => `${p.id} ${p.placeId} ${p.fate} ${onPlate.get(placeKey(GRIDDLE_ID, p.placeId)) === p.id}`,
          ),
        ).toEqual(plainly(kitchen.log));
        clashes += truth.clashes.length;
      }),
      { numRuns: 300 },
    );
    expect(clashes).toBeGreaterThan(100); // the devices did get into each other's way
  });
});

describe('two hands that meet', () => {
  const one = { deviceId: DEVICES[0]!, personId: 'ann' };
  const two = { deviceId: DEVICES[1]!, personId: 'bob' };
  const numbered = (events: StoredEvent[]) => events.map((event, index) => ({ ...event, seq: index + 1 }));
  const PIECE = id(0xa1);
  const OTHER = id(0xa2);

  it('flip the same piece: the first flip counts, the second is shown as one that did not', () => {
    const event = writer();
    const log = numbered([
      event('poured', pour(PIECE, 'A1'), one),
      event('flipped', { pieceId: PIECE }, one),
      event('flipped', { pieceId: PIECE }, two),
    ]);
    const state = fold(RUN, log);
    expect(state.pieces.get(PIECE)!.flippedAtMs).toBe(log[1]!.deviceAtMs);
    expect(state.clashes).toMatchObject([
      {
        what: 'refused',
        kind: 'flipped',
        reason: 'alreadyFlipped',
        placeId: 'A1',
        deviceId: two.deviceId,
        personId: 'bob',
      },
    ]);
  });

  it('pour on the same place: one piece lies there, and the hand that came second is told', () => {
    const event = writer();
    const state = fold(
      RUN,
      numbered([
        event('poured', pour(PIECE, 'A1'), one),
        event('poured', pour(OTHER, 'A1'), two),
        event('flipped', { pieceId: OTHER }, two),
      ]),
    );
    expect([...state.pieces.keys()]).toEqual([PIECE]);
    expect(state.clashes.map((clash) => [clash.reason, clash.placeId])).toEqual([
      ['placeTaken', 'A1'],
      ['noSuchPiece', 'A1'],
    ]);
  });

  it('a piece cooked away from the line and told late counts, though another lies on its place by now', () => {
    const event = writer();
    const late = { ...two, offsetMs: -300_000 };
    const state = fold(
      RUN,
      numbered([
        event('poured', pour(PIECE, 'A1'), one),
        event('poured', pour(OTHER, 'A1'), late),
        event('flipped', { pieceId: OTHER }, { ...late, offsetMs: -200_000 }),
        event('lifted', { pieceId: OTHER }, { ...late, offsetMs: -150_000 }),
      ]),
    );
    expect(state.pieces.get(OTHER)!.fate).toBe('lifted');
    expect(state.onPlate.get(placeKey(GRIDDLE_ID, 'A1'))).toBe(PIECE);
    expect(state.clashes).toEqual([]);
  });

  it('take each other’s taps back: both are gone, once, and both are told by whom', () => {
    const event = writer();
    const a = event('poured', pour(PIECE, 'A1'), one);
    const b = event('poured', pour(OTHER, 'A2'), two);
    const state = fold(
      RUN,
      numbered([
        a,
        b,
        event('undone', { eventIds: [b.id] }, one),
        event('undone', { eventIds: [a.id] }, two),
        event('undone', { eventIds: [b.id] }, two),
      ]),
    );
    expect(state.pieces.size).toBe(0);
    expect(state.clashes).toMatchObject([
      { what: 'takenBack', placeId: 'A2', deviceId: two.deviceId, byDeviceId: one.deviceId, byPersonId: 'ann' },
      { what: 'takenBack', placeId: 'A1', deviceId: one.deviceId, byDeviceId: two.deviceId, byPersonId: 'bob' },
    ]);
  });
});
