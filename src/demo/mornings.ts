import { Memo } from '#core/memo';
import { DateTime } from 'luxon';
import { pinsAfter } from '#core/carry-over';
import { CURRENT_VERSION, MODEL_VERSION, type Pins, type RunEvent, type StoredEvent } from '#core/run';
import { GRIDDLE_CAKES, SKERRY_CREPES } from './formulas.ts';
import kept from './finished-morning.json' with { type: 'json' };
import { DEMO_IDS, DEMO_KITCHEN } from './people.ts';
import { CREPE_PAN_ONE, CREPE_PAN_TWO, GRIDDLE } from './stations.ts';

export interface DemoRun {
  readonly id: string;
  readonly name: string;
  readonly pins: Pins;
  readonly events: readonly StoredEvent[];
}

const { formulas, stations } = DEMO_IDS;

const NOTE = 'Zone A is hotter towards the middle. Its left places take a little longer.';

function demoPins(): Pins {
  return {
    modelVersion: MODEL_VERSION,
    timeZone: DEMO_KITCHEN.timeZone,
    eggClass: 'usLarge',
    roomC: 22,
    pressurePa: 101325,
    formulas: [
      { id: formulas.cakes, revision: 1, body: GRIDDLE_CAKES },
      { id: formulas.crepes, revision: 1, body: SKERRY_CREPES },
    ],
    stations: [
      { id: stations.griddle, version: 1, body: GRIDDLE },
      { id: stations.panOne, version: 1, body: CREPE_PAN_ONE },
      { id: stations.panTwo, version: 1, body: CREPE_PAN_TWO },
    ],
  };
}

/** Tomorrow's boat-day breakfast: a brief and nothing else, pinned with what yesterday's left. */
export function upcomingMorning(nowMs: number, before?: DemoRun): DemoRun {
  const makeId = demoIds(0x42);
  const left = before?.events.find(
    (event): event is StoredEvent & RunEvent<'run-learned'> => event.kind === 'run-learned',
  );
  const pins = demoPins();
  return {
    id: DEMO_IDS.runs.upcoming,
    name: 'Boat-day breakfast',
    pins: left ? pinsAfter(pins, left.payload, left.deviceAtMs, 1, new Memo()) : pins,
    events: [brief(makeId, boatTime(nowMs, 1), nowMs, { cakes: 54, crepes: 20 })],
  };
}

/** What is cooked on the demo's finished morning, before it is cooked. */
export function morningToCook(serviceAtMs: number): DemoRun {
  const makeId = demoIds(0x41);
  const events = [brief(makeId, serviceAtMs, serviceAtMs - 20 * 3_600_000, { cakes: 36, crepes: 14 })];
  return { id: DEMO_IDS.runs.finished, name: 'Ringers’ breakfast', pins: demoPins(), events };
}

/** Yesterday's: it was cooked once by hands that did what the screens say, and is kept as it came off (`npm run demo:cook`). */
export function finishedMorning(nowMs: number): DemoRun {
  const morning = morningToCook(boatTime(nowMs, -1));
  const events = keptLog(boatTime(nowMs, -1), morning.events[0]!);
  const makeId = demoIds(0x41);
  const note: StoredEvent = {
    ...events.at(-1)!,
    id: makeId(900_001),
    tapId: makeId(900_002),
    kind: 'note-kept',
    payload: { text: NOTE, formulaId: formulas.cakes },
  };
  return { ...morning, events: [...events, note] };
}

/** The same morning while it is cooked: real, and what `until` first holds of is just done. */
export function morningUnderWay(n: number, nowMs: number, until: (events: readonly StoredEvent[]) => boolean): DemoRun {
  const { events, ...run } = halfwayMorning(n, nowMs, until);
  const done = events.slice(0, -1).map(({ simAtMs: _, ...event }) => event as StoredEvent);
  return { ...run, events: moved(done, nowMs - done.at(-1)!.deviceAtMs) as StoredEvent[] };
}

/**
 * The same morning as a rehearsal of tomorrow's that stands still where `until` first holds of the events so far: for
 * pictures of every stage.
 */
export function halfwayMorning(n: number, nowMs: number, until: (events: readonly StoredEvent[]) => boolean): DemoRun {
  const serviceAtMs = boatTime(nowMs, 1);
  const makeId = demoIds(0x50 + n);
  const events = keptLog(serviceAtMs, morningToCook(serviceAtMs).events[0]!).map((event, index): StoredEvent => ({
    ...event,
    id: makeId(index + 1),
    simAtMs: event.deviceAtMs,
  }));
  const length = events.findIndex((_event, index) => until(events.slice(0, index + 1))) + 1;
  const cut = events.slice(0, length || events.length);
  const last = cut.at(-1)!;
  const still: StoredEvent = {
    ...last,
    id: makeId(900_003),
    tapId: makeId(900_004),
    kind: 'clock-set',
    payload: { simAtMs: last.deviceAtMs, speed: 0 },
  };
  return { id: makeId(n), name: 'Boat-day breakfast', pins: demoPins(), events: [...cut, still] };
}

/** The kept log as of another day's service; its brief is made anew. */
function keptLog(serviceAtMs: number, asked: StoredEvent): StoredEvent[] {
  const { payload } = asked as StoredEvent & RunEvent<'brief-set'>;
  const byMs = serviceAtMs - kept.serviceAtMs;
  return [{ ...asked, payload }, ...(moved(kept.events.slice(1), byMs) as unknown as StoredEvent[])];
}

/** Every moment in a value, moved: fields by their name are moments where they are milliseconds since 1970. */
function moved(value: unknown, byMs: number, key = ''): unknown {
  if (typeof value === 'number') return key.endsWith('Ms') && value > SINCE_1970_MS ? value + byMs : value;
  if (Array.isArray(value)) return value.map((each) => moved(each, byMs));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, moved(each, byMs, name)]));
}
/** Longer than any stretch of a morning, ms. */
const SINCE_1970_MS = 1e11;

function brief(
  makeId: (n: number) => string,
  serviceAtMs: number,
  atMs: number,
  pieces: { cakes: number; crepes: number },
): StoredEvent {
  return {
    id: makeId(800_001),
    kind: 'brief-set',
    v: CURRENT_VERSION,
    deviceId: DEMO_IDS.device,
    deviceAtMs: atMs,
    offsetMs: 0,
    offsetSpreadMs: 5,
    tapId: makeId(800_002),
    payload: {
      serviceAtMs,
      people: Math.round((pieces.cakes + pieces.crepes) / 3),
      items: [
        { formulaId: formulas.cakes, pieces: pieces.cakes, stationIds: [stations.griddle] },
        { formulaId: formulas.crepes, pieces: pieces.crepes, stationIds: [stations.panOne, stations.panTwo] },
      ],
    },
  };
}

/** The boat leaves at 07:40 in the kitchen's own zone, `days` from today. */
function boatTime(nowMs: number, days: number): number {
  return DateTime.fromMillis(nowMs, { zone: DEMO_KITCHEN.timeZone })
    .plus({ days })
    .set({ hour: 7, minute: 40, second: 0, millisecond: 0 })
    .toMillis();
}

/** Ids that are the same at every seeding. */
function demoIds(run: number): (n: number) => string {
  return (n) => `0190a000-00${run.toString(16)}-7000-8000-${n.toString(16).padStart(12, '0')}`;
}
