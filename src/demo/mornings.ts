import { DateTime } from 'luxon';
import { pinsAfter } from '#core/desk';
import { cookThrough } from '#core/rehearsal';
import { CURRENT_VERSION, MODEL_VERSION, type Pins, type RunEvent, type StoredEvent } from '#core/run';
import { GRIDDLE_CAKES, SKERRY_CREPES } from './formulas.ts';
import { DEMO_IDS, DEMO_KITCHEN } from './people.ts';
import { CREPE_PAN_ONE, CREPE_PAN_TWO, GRIDDLE } from './stations.ts';

export interface DemoRun {
  readonly id: string;
  readonly name: string;
  readonly pins: Pins;
  readonly events: readonly StoredEvent[];
}

const { formulas, stations } = DEMO_IDS;

/** Draws the hidden kitchen of the demo's runs. */
export const DEMO_SEED = 3;

export function demoPins(): Pins {
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
    pins: left ? pinsAfter(pins, left.payload, left.deviceAtMs, 1) : pins,
    events: [brief(makeId, boatTime(nowMs, 1), nowMs, { cakes: 54, crepes: 20 })],
  };
}

/** Yesterday's, cooked to the end by simulated hands in a hidden kitchen. */
export function finishedMorning(nowMs: number): DemoRun {
  const makeId = demoIds(0x41);
  const serviceAtMs = boatTime(nowMs, -1);
  const pins = demoPins();
  const begun = [brief(makeId, serviceAtMs, serviceAtMs - 20 * 3_600_000, { cakes: 36, crepes: 14 })];
  const cooked = cookThrough({
    pins,
    begun,
    rehearsal: false,
    seed: DEMO_SEED,
    latenessS: { mean: 1.5, sd: 2.5 },
    attention: 0.5,
    makeId,
    deviceId: DEMO_IDS.device,
  });
  const note: StoredEvent = {
    ...cooked.at(-1)!,
    id: makeId(900_001),
    tapId: makeId(900_002),
    kind: 'note-kept',
    payload: { text: 'Zone B colours first. Half a step less after the second panful.', formulaId: formulas.cakes },
  };
  return { id: DEMO_IDS.runs.finished, name: 'Ringers’ breakfast', pins, events: [...begun, ...cooked, note] };
}

/**
 * A rehearsal of tomorrow's breakfast that stands still where `until` first holds of the events so far: for pictures of
 * every stage.
 */
export function halfwayMorning(n: number, nowMs: number, until: (events: readonly StoredEvent[]) => boolean): DemoRun {
  const makeId = demoIds(0x50 + n);
  const pins = demoPins();
  const begun = [brief(makeId, boatTime(nowMs, 1), nowMs, { cakes: 54, crepes: 20 })];
  const cooked = cookThrough({
    pins,
    begun,
    rehearsal: true,
    seed: DEMO_SEED,
    latenessS: { mean: 1, sd: 1 },
    attention: 0.4,
    makeId,
    deviceId: DEMO_IDS.device,
  });
  const length = cooked.findIndex((_event, index) => until(cooked.slice(0, index + 1))) + 1;
  const events = [...begun, ...cooked.slice(0, length || cooked.length)];
  const last = events.at(-1)!;
  const still: StoredEvent = {
    ...last,
    id: makeId(900_003),
    tapId: makeId(900_004),
    kind: 'clock-set',
    payload: { simAtMs: last.simAtMs ?? last.deviceAtMs, speed: 0 },
  };
  return { id: makeId(n), name: 'Boat-day breakfast', pins, events: [...events, still] };
}

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
