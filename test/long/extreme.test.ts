import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import * as v from 'valibot';
import { forecast } from '#core/forecast';
import { morningTasks, planRun, promptsNow } from '#core/guidance';
import { EVENT_KINDS, payloadSchemas, fold, type EventKind, type RunState, type StoredEvent } from '#core/run';
import {
  BRIEF,
  CAKES,
  CREPES,
  GRIDDLE_ID,
  NOBODY,
  PAN_ONE,
  PAN_TWO,
  PINS,
  SERVICE_MS,
  id,
  numbered,
  writer,
} from '../core/fixtures.ts';
import { extremesOf, type Names } from './extreme-payloads.ts';

// Events that a schema lets pass and no morning has: the page of the run settles all the same.

/** Cases of one to three events each: two thousand events a kind. */
const CASES = 1000;
/** One in so many is followed to the end: what is predicted, planned and asked for. */
const FOLLOWED = 100;
const PIECES = [id(0xa1), id(0xa2), id(0xa3)];
const T0 = SERVICE_MS - 1_200_000;
const tables = new Memo();

/** A run in full swing: a lit griddle with pieces in each state. */
function inSwing(): StoredEvent[] {
  const event = writer(T0);
  const poured = (pieceId: string, placeId: string) =>
    event('poured', { pieceId, formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 });
  return [
    event('brief-set', BRIEF),
    event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark: 4 }),
    event('surface-assumed', { stationId: GRIDDLE_ID, zoneId: 'A', surfaceC: 182, sdC: 8 }),
    ...PIECES.map((pieceId, at) => poured(pieceId, `A${at + 1}`)),
    event('flipped', { pieceId: PIECES[1]! }),
    event('flipped', { pieceId: PIECES[2]! }),
    event('lifted', { pieceId: PIECES[2]! }),
  ];
}
const base = inSwing();
const NAMES: Names = {
  formulaId: [CAKES, CREPES, NOBODY],
  stationId: [GRIDDLE_ID, PAN_ONE, NOBODY],
  stationIds: [GRIDDLE_ID, PAN_ONE, PAN_TWO, NOBODY],
  pieceId: [...PIECES, id(0xbb), NOBODY],
  eventIds: [...base.map((event) => event.id), NOBODY],
  zoneId: ['A', 'B', 'P', 'Z'],
  placeId: ['A1', 'A4', 'B1', 'P1', 'Z999'],
  id: ['A1', 'A', 'B', 'P1', 'Z999', 'A999'],
  ingredientId: ['plainFlour', 'buttermilk', 'egg', 'nothing'],
  standInIds: ['buttermilk', 'nothing'],
  '': ['x', NOBODY, 'A', 'A1', 'plainFlour'],
};

/** Where a figure is no number; what may be without end is `Infinity` and no fault. */
function notNumbers(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isNaN(value) ? [path] : [];
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return [];
  const parts = value instanceof Map ? [...value] : Object.entries(value);
  return parts.flatMap(([key, part]) => notNumbers(part, `${path}.${String(key)}`));
}

/** A plan; null where the page says in words why there is none. */
function planOrWhy(state: RunState, nowMs: number) {
  try {
    return planRun(runView(PINS, state, tables), nowMs);
  } catch (error) {
    expect((error as Error).message).toMatch(/fits on none of its plates|No zone holds a piece/);
    return null;
  }
}

function settles(events: readonly StoredEvent[], nowMs: number): void {
  const state = fold({ pins: PINS, rehearsal: false }, numbered(events));
  const told = forecast(runView(PINS, state, tables), nowMs);
  const plan = state.brief ? planOrWhy(state, nowMs) : null;
  const asked = promptsNow(runView(PINS, state), told, plan, nowMs);
  const tasks = plan ? morningTasks(runView(PINS, state), plan, nowMs) : [];
  expect([told.pieces, told.zones, asked, tasks].flatMap((part) => notNumbers(part)).slice(0, 3)).toEqual([]);
}

describe('18.5 two thousand extreme events a kind', () => {
  it.each(EVENT_KINDS)(
    '%s',
    (kind: EventKind) => {
      let followed = 0;
      fc.assert(
        fc.property(
          fc.array(extremesOf(payloadSchemas[kind], NAMES), { minLength: 1, maxLength: 3 }),
          fc.constantFrom(0, 5_000, 90_000, 1_200_000),
          fc.nat(FOLLOWED - 1),
          (payloads, laterMs, turn) => {
            const event = writer(T0 + 20_000);
            const own = payloads
              .filter((payload) => v.safeParse(payloadSchemas[kind] as v.GenericSchema, payload).success)
              .map((payload, at) => ({ ...event(kind, payload as never), id: id(0x9000 + at) }));
            const events = [...base, ...own];
            const state = fold({ pins: PINS, rehearsal: false }, numbered(events));
            expect(state.lastSeq).toBe(events.length);
            if (turn > 0 || own.length === 0) return;
            followed += 1;
            settles(events, T0 + 30_000 + laterMs);
          },
        ),
        { numRuns: CASES, seed: 18 },
      );
      if (followed === 0 && kind !== 'run-finished') throw new Error(`No event of ${kind} was followed.`);
    },
    300_000,
  );
});
