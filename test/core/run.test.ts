import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync, readdirSync } from 'node:fs';
import * as v from 'valibot';
import {
  EVENT_KINDS,
  PinsSchema,
  eventAtFault,
  fold,
  placeKey,
  runNowMs,
  type EventKind,
  type Payload,
  type StoredEvent,
  lotKey,
} from '#core/run';
import { BRIEF, CAKES, GRIDDLE_ID, NOBODY, PAN_ONE, PINS, id, numbered, writer } from './fixtures.ts';

const RUN = { pins: PINS, rehearsal: false };
const PIECE = id(0xa1);
const pour = (pieceId = PIECE, placeId = 'A1'): Payload<'poured'> => ({
  pieceId,
  formulaId: CAKES,
  stationId: GRIDDLE_ID,
  placeId,
  volumeMl: 75,
});

describe('a piece through the fold', () => {
  it('is poured, flipped and lifted at the corrected times, and leaves its place free', () => {
    const event = writer();
    const state = fold(
      RUN,
      numbered([
        event('poured', pour(), { deviceAtMs: 1000, offsetMs: 500 }),
        event('flipped', { pieceId: PIECE }, { deviceAtMs: 101_000, offsetMs: 500 }),
        event('lifted', { pieceId: PIECE }, { deviceAtMs: 146_000, offsetMs: -500 }),
      ]),
    );
    expect(state.pieces.get(PIECE)).toMatchObject({
      number: 1,
      zoneId: 'A',
      pouredAtMs: 1500,
      flippedAtMs: 101_500,
      offAtMs: 145_500,
      fate: 'lifted',
    });
    expect(state.onPlate.has(placeKey(GRIDDLE_ID, 'A1'))).toBe(false);
    expect(state.refused).toEqual([]);
  });

  it('in a rehearsal lives on the rehearsal clock', () => {
    const event = writer();
    const state = fold({ ...RUN, rehearsal: true }, [
      event('clock-set', { simAtMs: 50_000, speed: 10 }, { deviceAtMs: 7000, simAtMs: 50_000 }),
      event('poured', pour(), { simAtMs: 60_000 }),
    ]);
    expect(state.pieces.get(PIECE)!.pouredAtMs).toBe(60_000);
    expect(runNowMs(7000 + 1500, state.clock)).toBe(65_000);
    expect(runNowMs(6000, state.clock)).toBe(50_000); // a device slightly behind does not run backwards
    expect(runNowMs(123, null)).toBe(123);
  });

  it.each<[string, (event: ReturnType<typeof writer>) => StoredEvent[], string]>([
    ['a second pour on a taken place', (e) => [e('poured', pour()), e('poured', pour(id(0xa2)))], 'placeTaken'],
    ['the same piece poured twice', (e) => [e('poured', pour()), e('poured', pour(PIECE, 'A2'))], 'pieceExists'],
    ['a flip of nothing', (e) => [e('flipped', { pieceId: NOBODY })], 'noSuchPiece'],
    [
      'a second flip',
      (e) => [e('poured', pour()), e('flipped', { pieceId: PIECE }), e('flipped', { pieceId: PIECE })],
      'alreadyFlipped',
    ],
    ['a lift before the flip', (e) => [e('poured', pour()), e('lifted', { pieceId: PIECE })], 'notFlipped'],
    [
      'a flip after it was lost',
      (e) => [e('poured', pour()), e('failed', { pieceId: PIECE }), e('flipped', { pieceId: PIECE })],
      'alreadyOff',
    ],
    [
      'a cue on the second side',
      (e) => [
        e('poured', pour()),
        e('flipped', { pieceId: PIECE }),
        e('cue-seen', { pieceId: PIECE, cue: 'holesStay' }),
      ],
      'alreadyFlipped',
    ],
    ['a formula the run did not pin', (e) => [e('poured', { ...pour(), formulaId: NOBODY })], 'unknownFormula'],
    [
      'a station the run did not pin',
      (e) => [e('burner-turned', { stationId: NOBODY, zoneId: 'A', mark: 3 })],
      'unknownStation',
    ],
    ['a zone the plate does not have', (e) => [e('poured', pour(PIECE, 'Z1'))], 'unknownPlace'],
    ['a rest that ends before mixing', (e) => [e('rest-ended', { formulaId: CAKES })], 'notMixed'],
    ['a set clock in a real run', (e) => [e('clock-set', { simAtMs: 1, speed: 1 })], 'notRehearsal'],
    ['a pour after the end', (e) => [e('run-finished', {}), e('poured', pour())], 'runFinished'],
  ])('keeps %s in the log with its reason, and changes nothing', (_what, make, reason) => {
    const events = make(writer());
    const state = fold(RUN, numbered(events));
    expect(state.refused).toEqual([{ eventId: events.at(-1)!.id, kind: events.at(-1)!.kind, reason }]);
    const before = fold(RUN, numbered(events.slice(0, -1)));
    expect([...state.pieces]).toEqual([...before.pieces]);
  });
});

describe('events from elsewhere', () => {
  it('unknown kinds, newer versions and payloads that do not fit are passed over, not lost', () => {
    const event = writer();
    const state = fold(
      RUN,
      numbered([
        event('poured', pour(), { kind: 'sung-to' }),
        event('poured', pour(), { v: 99 }),
        event('poured', pour(), { payload: { pieceId: 7 } }),
        event('poured', pour()),
      ]),
    );
    expect(state.refused.map((refusal) => refusal.reason)).toEqual(['unknownKind', 'newerVersion', 'badPayload']);
    expect(state.pieces.size).toBe(1);
    expect(state.eventCount).toBe(4);
  });

  it('an event met twice counts once; pending ones come after acknowledged ones and are counted as waiting', () => {
    const event = writer();
    const poured = event('poured', pour());
    const flipped = event('flipped', { pieceId: PIECE });
    const state = fold(RUN, numbered([poured]), [poured, flipped]);
    expect(state.pieces.size).toBe(1);
    expect(state.pieces.get(PIECE)!.fate).toBe('secondSide');
    expect(state).toMatchObject({ waiting: 1, eventCount: 2, lastSeq: 1 });
  });

  it('catches up from before a gap, so that an event still on its way is not skipped', () => {
    const event = writer();
    const [first, second, third] = numbered([
      event('poured', pour()),
      event('flipped', { pieceId: PIECE }),
      event('lifted', { pieceId: PIECE }),
    ]);
    expect(fold(RUN, [third!, first!]).lastSeq).toBe(1);
    expect(fold(RUN, [third!, first!, second!]).lastSeq).toBe(3);
  });

  it('acknowledged events fold in the order of seq, however they arrive', () => {
    const event = writer();
    const log = numbered([
      event('poured', pour()),
      event('flipped', { pieceId: PIECE }),
      event('lifted', { pieceId: PIECE }),
    ]);
    fc.assert(
      fc.property(fc.shuffledSubarray(log, { minLength: 3 }), (shuffled) => {
        expect(fold(RUN, shuffled).pieces.get(PIECE)!.fate).toBe('lifted');
      }),
    );
  });
});

describe('undo', () => {
  const event = writer();
  const poured = event('poured', pour());
  const flipped = event('flipped', { pieceId: PIECE });
  const undoFlip = event('undone', { eventIds: [flipped.id] });
  const undoUndo = event('undone', { eventIds: [undoFlip.id] });

  it('takes an event back', () => {
    expect(fold(RUN, numbered([poured, flipped, undoFlip])).pieces.get(PIECE)!.fate).toBe('firstSide');
  });

  it('of an undo brings it again', () => {
    expect(fold(RUN, numbered([poured, flipped, undoFlip, undoUndo])).pieces.get(PIECE)!.fate).toBe('secondSide');
  });

  it('twice is the same as once', () => {
    const again = event('undone', { eventIds: [flipped.id] });
    expect(fold(RUN, numbered([poured, flipped, undoFlip, again])).pieces.get(PIECE)!.fate).toBe('firstSide');
  });

  it('of a pour whose piece was flipped takes the piece away; the flip stays in the log with its reason', () => {
    const undoPour = event('undone', { eventIds: [poured.id] });
    const state = fold(RUN, numbered([poured, flipped, undoPour]));
    expect(state.pieces.size).toBe(0);
    expect(state.refused).toEqual([{ eventId: flipped.id, kind: 'flipped', reason: 'noSuchPiece' }]);
  });

  it('takes a whole tap back, and the tap leaves the list of what can be undone', () => {
    const e = writer();
    const tapId = id(0x777);
    const row = ['A1', 'A2', 'A3'].map((place, i) => e('poured', pour(id(0xb0 + i), place), { tapId }));
    const before = fold(RUN, numbered(row));
    expect(before.taps).toEqual([
      {
        tapId,
        deviceId: id(0xd),
        eventIds: row.map((x) => x.id),
        kind: 'poured',
        atMs: expect.any(Number),
        placeIds: ['A1', 'A2', 'A3'],
      },
    ]);
    const after = fold(RUN, numbered([...row, e('undone', { eventIds: before.taps[0]!.eventIds })]));
    expect(after.onPlate.size).toBe(0);
    expect(after.taps).toEqual([]);
  });
});

describe('the rest of the morning', () => {
  it('collects brief, lots, burners, readings, portions, windows, notes and the end', () => {
    const event = writer(0);
    const state = fold(
      RUN,
      numbered([
        event('brief-set', BRIEF),
        event('line-weighed', { formulaId: CAKES, ingredientId: 'plainFlour', massG: 500 }),
        event('line-weighed', { formulaId: CAKES, ingredientId: 'salt', massG: null }),
        event('lot-mixed', { formulaId: CAKES, atMs: 1234, volumeMl: 1000, batterC: 18 }),
        event('rest-ended', { formulaId: CAKES }),
        event('burner-turned', { stationId: PAN_ONE, zoneId: 'P', mark: 7 }),
        event('reading-taken', { stationId: PAN_ONE, zoneId: 'P', method: 'probe', surfaceC: 195, sdC: 2 }),
        event('portion-set', { formulaId: CAKES, volumeMl: 80 }),
        event('poured', pour()),
        event('window-shown', {
          pieceId: PIECE,
          side: 1,
          window: { earliestMs: 1, bestMs: 2, latestMs: 3 },
          modelVersion: 'x',
        }),
        event('note-kept', { text: 'less heat', formulaId: CAKES }),
        event('run-finished', {}),
      ]),
    );
    const lot = state.lots.get(lotKey(CAKES))!;
    expect(lot.weighed.get('salt')).toBeNull(); // unknown stays unknown
    expect(lot).toMatchObject({ mixedAtMs: 1234, volumeMl: 1000, restEndedAtMs: 5000 });
    expect(state.zones.get(`${PAN_ONE}/P`)).toMatchObject({ turns: [{ mark: 7 }], readings: [{ surfaceC: 195 }] });
    expect(state.portionMl.get(CAKES)).toBe(80);
    expect(state.pieces.get(PIECE)!.shown.first).toEqual({ earliestMs: 1, bestMs: 2, latestMs: 3 });
    expect(state.notes[0]).toMatchObject({ text: 'less heat' });
    expect(state.finishedAtMs).toBe(12_000);
  });

  it('a later brief replaces the earlier; one that names what was not pinned is refused', () => {
    const event = writer();
    const state = fold(
      RUN,
      numbered([
        event('brief-set', BRIEF),
        event('brief-set', { ...BRIEF, people: 30 }),
        event('brief-set', { ...BRIEF, items: [{ formulaId: NOBODY, pieces: 1, stationIds: [PAN_ONE] }] }),
      ]),
    );
    expect(state.brief!.people).toBe(30);
    expect(state.refused[0]!.reason).toBe('unknownFormula');
  });
});

describe('the fold is total', () => {
  const pieceIds = [id(0xa1), id(0xa2), id(0xa3)];
  const anyEvent = fc.record({
    kind: fc.oneof(fc.constantFrom<string>(...EVENT_KINDS), fc.string({ maxLength: 12 })),
    pieceId: fc.constantFrom(...pieceIds),
    place: fc.constantFrom('A1', 'A2', 'B1', '?9'),
    target: fc.nat(40),
    junk: fc.jsonValue({ maxDepth: 1 }),
    broken: fc.boolean(),
  });

  it('never throws on any log, and every interleaving of two devices with the same seq order folds alike', () => {
    fc.assert(
      fc.property(fc.array(anyEvent, { maxLength: 40 }), fc.infiniteStream(fc.boolean()), (drafts, sides) => {
        const event = writer();
        const log = numbered(
          drafts.map(({ kind, pieceId, place, target, junk, broken }) => {
            const payload = broken
              ? ({ junk } as never)
              : kind === 'undone'
                ? { eventIds: [id(target + 1)] }
                : ({ ...pour(pieceId, place), cue: 'holesStay', text: 'x', simAtMs: 1, speed: 1 } as never);
            return event(kind as EventKind, payload);
          }),
        );
        const all = fold(RUN, log);
        // the same events delivered in two heaps, duplicates and all
        const left = log.filter(() => sides.next().value);
        const merged = fold(RUN, [...left, ...[...log].reverse()]);
        expect([...merged.pieces]).toEqual([...all.pieces]);
        expect(merged.refused).toEqual(all.refused);
        expect(merged.taps).toEqual(all.taps);
        // every event is accounted for: applied, undone or refused
        expect(all.eventCount).toBe(log.length);
      }),
      { numRuns: 200 },
    );
  });
});

describe('golden logs', () => {
  const folder = new URL('../golden/', import.meta.url);
  it.each(readdirSync(folder).filter((file) => file.endsWith('.json')))(
    '%s folds to what it folded to when it was released',
    (file) => {
      const golden = JSON.parse(readFileSync(new URL(file, folder), 'utf8'));
      const state = fold({ pins: golden.pins, rehearsal: golden.rehearsal }, golden.events);
      const told = {
        pieces: [...state.pieces.values()].map((piece) => [
          piece.placeId,
          piece.pouredAtMs,
          piece.flippedAtMs,
          piece.offAtMs,
          piece.fate,
        ]),
        refused: state.refused.map((refusal) => refusal.reason),
        mixed: [...state.lots.values()].map((lot) => lot.mixedAtMs),
        notes: state.notes.map((note) => note.text),
        // told since lots can be sized
        ...(golden.folded.sized && {
          sized: [...state.batters.values()].map((batter) => batter.sized),
          weighed: [...state.lots.values()].map((lot) => [...lot.weighed]),
        }),
        // told since a batter has lots
        ...(golden.folded.lots && {
          // what was asked of a lot as it was mixed is kept since, and told of none of these
          lots: [...state.lots].map(
            ([key, { asked: _asked, warmths: _warmths, left: _left, risen: _risen, ...lot }]) => ({
              ...{ key, ...lot, weighed: [...lot.weighed] },
              doses: lot.doses.map(({ eventId: _id, ...dose }) => dose),
              readings: lot.readings.map(({ eventId: _id, ...reading }) => reading),
            }),
          ),
          batters: [...state.batters.values()].map((batter) => ({ ...batter, gathered: [...batter.gathered] })),
          pieceLots: [...state.pieces.values()].map((piece) => [piece.lot, piece.doses]),
          tasks: state.tasks,
          tasksDone: [...state.tasksDone],
        }),
        // told since plates have burners, readings of every kind and places laid by hand
        ...(golden.folded.plates && {
          plates: {
            zones: [...state.zones].map(([key, zone]) => ({ key, ...zone })),
            portions: [...state.portionMl],
            moulds: [...state.mouldMm],
            places: [...state.places],
            cautions: [...state.cautionsRead],
          },
        }),
        // told since pieces are judged, missed taps assumed and mornings leave something
        ...(golden.folded.judged && {
          judged: {
            pieces: [...state.pieces.values()].map(({ turn, faults, assumed }) => ({ turn, faults, assumed })),
            aims: [...state.aims],
            learned: state.learned,
          },
        }),
        // told since a lot and a morning are read as they are
        ...(golden.folded.asItIs && {
          asItIs: {
            climate: state.climate,
            lots: [...state.lots.values()].map(({ warmths, left, readings }) => ({
              ...{ warmths, left },
              readings: readings.map(({ reading }) => reading),
            })),
          },
        }),
        // told since films are spoken of
        ...(golden.folded.films && {
          films: [...state.pieces.values()].map(({ film, filmShown }) => [film, filmShown]),
        }),
        // told since a hole is dabbed
        ...(golden.folded.dabbed && { dabbed: [...state.pieces.values()].map(({ dabbedMl }) => dabbedMl) }),
        // told since second sides are
        ...(golden.folded.seconds && {
          seconds: {
            pieces: [...state.pieces.values()].map(({ centre, secondNotYetMs }) => ({ centre, secondNotYetMs })),
            learned: state.learned,
          },
        }),
      };
      expect(v.safeParse(PinsSchema, golden.pins).issues?.map((issue) => issue.message)).toBeUndefined();
      expect(told).toEqual(golden.folded);
    },
  );
});

describe('18.5 the event at fault', () => {
  it('is the one from which on the log does not work out, wherever it stands, found in as many tries as the log has halves', async () => {
    const log = Array.from({ length: 1000 }, (_, at) => at);
    for (const poisoned of [0, 1, 499, 998, 999]) {
      let tries = 0;
      const found = await eventAtFault(log, async (upTo) => {
        tries += 1;
        return !upTo.includes(poisoned);
      });
      expect([found, tries <= 11]).toEqual([poisoned, true]);
    }
    expect(await eventAtFault(log, async () => false)).toBeNull(); // what it began with is at fault
    expect(await eventAtFault([], async () => false)).toBeNull();
  });
});
