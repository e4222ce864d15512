import { CREPE_PAN_ONE, CREPE_PAN_TWO, DEMO_IDS, GRIDDLE, GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';
import { CURRENT_VERSION, MODEL_VERSION, type EventKind, type Payload, type Pins, type StoredEvent } from '#core/run';

/** Ids that read well in a failing test. */
export const id = (n: number) => `0190b000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
export const CAKES = DEMO_IDS.formulas.cakes;
export const CREPES = DEMO_IDS.formulas.crepes;
export const GRIDDLE_ID = DEMO_IDS.stations.griddle;
export const PAN_ONE = DEMO_IDS.stations.panOne;
export const PAN_TWO = DEMO_IDS.stations.panTwo;
export const NOBODY = id(0xffff);

export const PINS: Pins = {
  modelVersion: MODEL_VERSION,
  timeZone: 'Europe/London',
  eggClass: 'usLarge',
  roomC: 22,
  pressurePa: 101325,
  formulas: [
    { id: CAKES, revision: 1, body: GRIDDLE_CAKES },
    { id: CREPES, revision: 1, body: SKERRY_CREPES },
  ],
  stations: [
    { id: GRIDDLE_ID, version: 1, body: GRIDDLE },
    { id: PAN_ONE, version: 1, body: CREPE_PAN_ONE },
    { id: PAN_TWO, version: 1, body: CREPE_PAN_TWO },
  ],
};

/** The same where every plate was read before: none asks for a look or a piece poured alone. */
export const READ_PINS: Pins = {
  ...PINS,
  stations: PINS.stations.map((station) => ({
    ...station,
    calibration: station.body.zones.map(({ id: zoneId }) => ({ zoneId, errorC: 0, sdC: 12, gain: 1, spots: [] })),
  })),
};

export const SERVICE_MS = Date.UTC(2026, 5, 9, 6, 40);

/** Makes events with running ids, one a second. */
export function writer(startMs = SERVICE_MS - 3_600_000) {
  let n = 0;
  return function event<K extends EventKind>(
    kind: K,
    payload: Payload<K>,
    more: Partial<StoredEvent> = {},
  ): StoredEvent {
    n += 1;
    return {
      id: id(n),
      kind,
      v: CURRENT_VERSION,
      deviceId: id(0xd),
      deviceAtMs: startMs + n * 1000,
      offsetMs: 0,
      offsetSpreadMs: 5,
      tapId: id(0x10000 + n),
      payload: payload as Record<string, unknown>,
      ...more,
    };
  };
}

/** The log as a server would hand it out. */
export function numbered(events: readonly StoredEvent[]): StoredEvent[] {
  return events.map((event, index) => ({ ...event, seq: index + 1 }));
}

export const BRIEF: Payload<'brief-set'> = {
  serviceAtMs: SERVICE_MS,
  people: 8,
  items: [
    { formulaId: CAKES, pieces: 12, stationIds: [GRIDDLE_ID] },
    { formulaId: CREPES, pieces: 4, stationIds: [PAN_ONE, PAN_TWO] },
  ],
};
