import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { Folding, fold, type RunState, type StoredEvent } from '#core/run';
import { finishedMorning } from '#demo';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, id, numbered, writer } from './fixtures.ts';

const RUN = { pins: PINS, rehearsal: false };

/** A short log of hands of two devices that get into each other's way, taps taken back and taken back again. */
function tangled(): StoredEvent[] {
  const event = writer();
  const other = { deviceId: id(0xe) };
  const pour = (n: number, placeId: string, more = {}) =>
    event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, more);
  const first = pour(1, 'A1');
  const wrong = pour(2, 'A1', other);
  const flipped = event('flipped', { pieceId: id(1) });
  const undo = event('undone', { eventIds: [flipped.id] }, other);
  const again = event('undone', { eventIds: [undo.id] });
  return [
    event('brief-set', BRIEF),
    event('lot-mixed', { formulaId: CAKES, atMs: event('run-finished', {}).deviceAtMs, volumeMl: 900, batterC: 18 }),
    event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark: 4 }),
    ...[first, wrong, event('flipped', { pieceId: id(2) }, other), flipped, undo, again],
    event('lifted', { pieceId: id(1) }, other),
    pour(3, 'A2'),
    event('cue-seen', { pieceId: id(3), cue: 'notYet' }),
    event('note-kept', { text: 'more salt', formulaId: CAKES }),
    event('lot-thinned', { formulaId: CAKES, ingredientId: 'water', massG: 12 }),
    event('failed', { pieceId: id(3) }),
  ];
}

/** A state without what depends on how it came about: only maps and lists. */
const plain = (state: RunState) => structuredClone(state);

describe('19.3 the fold goes on from where it stood', () => {
  const log = numbered(tangled());

  it('an event at a time, it stands where the whole log folds to', () => {
    const folding = new Folding(RUN);
    for (let n = 0; n <= log.length; n++)
      expect(plain(folding.at(log.slice(0, n)))).toEqual(plain(fold(RUN, log.slice(0, n))));
  });

  it('whatever comes late, twice, from this device first or in another order (any of them)', () => {
    const step = fc.record({ take: fc.nat(4), drop: fc.nat(3), pend: fc.nat(5), shuffle: fc.boolean() });
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 12 }), fc.nat(), (steps, seed) => {
        const folding = new Folding(RUN);
        // what is stored comes in the order of the server, some of it late
        const order = [...log].map((event, i) => ({ event, at: (i * 7 + seed) % log.length }));
        let known: StoredEvent[] = [];
        let pending: StoredEvent[] = [];
        for (const { take, drop, pend, shuffle } of steps) {
          const left = log.filter((event) => !known.includes(event));
          const fresh = shuffle
            ? left.filter((_event, i) => order[i]!.at % 2 === 0).slice(0, take)
            : left.slice(0, take);
          known = [...known, ...fresh].sort((a, b) => a.seq! - b.seq!);
          if (drop === 1) known = [...known, ...known.slice(-1)]; // delivered twice
          const unsent = log
            .filter((event) => !known.includes(event))
            .map(({ seq: _seq, ...event }) => event as StoredEvent);
          pending = unsent.slice(0, pend);
          expect(plain(folding.at(known, pending))).toEqual(plain(fold(RUN, known, pending)));
        }
      }),
      { numRuns: 150 },
    );
  });

  it('a state that was handed out stays as it was', () => {
    const folding = new Folding(RUN);
    const before = folding.at(log.slice(0, 11));
    const copy = plain(before);
    folding.at(log);
    expect(plain(before)).toEqual(copy);
  });

  it('shares what stays the same: a tap on one piece leaves the others the objects they were', () => {
    const folding = new Folding(RUN);
    const before = folding.at(log.slice(0, 10));
    const after = folding.at(log.slice(0, 11));
    expect(after.pieces.get(id(1))).toBe(before.pieces.get(id(1)));
    expect(after.lots).toBe(before.lots);
    expect(after.pieces).not.toBe(before.pieces);
  });

  it('the demo’s finished morning, tap by tap, as waiting on this device and then stored', () => {
    const { pins, events } = finishedMorning(Date.UTC(2026, 5, 9));
    const run = { pins, rehearsal: false };
    const folding = new Folding(run);
    const some = events.slice(0, 160);
    some.forEach((event, n) => {
      const { seq: _seq, ...unsent } = event;
      folding.at(some.slice(0, n), [unsent as StoredEvent]);
      folding.at(some.slice(0, n + 1));
    });
    expect(plain(folding.at(some))).toEqual(plain(fold(run, some)));
  });
});
