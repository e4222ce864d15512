import { given } from '#core/given';
import type { Memo, Question } from '#core/memo';
import {
  UNREAD_LN_POWER_SD,
  UNREAD_THERMOSTAT_SD_C,
  degreesPerLnGain,
  patternOf,
  plateRecord,
  shareAt,
  zoneThermal,
  zoneTrack,
  type HeatReading,
  type PlateRecord,
  type SpotOnPlate,
  type StationBody,
  type Zone,
} from '#core/plate';
import { belief, type Belief } from './belief.ts';
import type { Expected } from './posterior.ts';
import type { Prior } from './prior.ts';
import { contradictions } from './contradictions.ts';
import { weigh, type SurfaceObservation, type Weighed } from './observations.ts';
import { spotSpreadC } from './spots.ts';
import type { PlateReading } from './surface-likelihood.ts';

/** A look at a plate over one of its burners, and how it had been heated until then, from a cold plate. */
export interface CalibrationReading {
  readonly zoneId: string;
  readonly burnerId?: string | undefined;
  readonly atMs: number;
  /** How the dial stood before, oldest first: from so many seconds before the reading. */
  readonly turns: readonly { readonly beforeS: number; readonly mark: number }[];
  readonly roomC: number;
  readonly spot?: SpotOnPlate | undefined;
  readonly reading: HeatReading;
}

/** What is known of a plate over one burner. */
export interface PairCalibration {
  /** How much hotter than its plain figures it holds, with its spread and nine in ten of it, °C. */
  readonly known: Belief;
  readonly weighed: Weighed;
  /** Share by which its burner is stronger than written; of a thermostat, 1. */
  readonly gain: number;
  /** Readings taken in, and which of them contradict each other. */
  readonly readings: readonly CalibrationReading[];
  readonly contradictions: readonly [number, number][];
}

/** A room that nobody measured, °C. Common practice, no source. */
const USUAL_ROOM_C = 22;

/** How well a plate over a burner is known that nobody has read, °C where it holds: by its kind of dial, some tens of degrees. */
export function unreadSdC(station: StationBody, zone: Zone): number {
  if (zone.dial.kind === 'thermostat') return UNREAD_THERMOSTAT_SD_C;
  return UNREAD_LN_POWER_SD * degreesPerLnGain(zoneThermal(station, zone), USUAL_ROOM_C);
}

/** What is believed of a plate over a burner before anybody read it. */
function unread(station: StationBody, zone: Zone): Prior {
  return { kind: 'open', errorSdC: unreadSdC(station, zone) };
}
/** Mornings differ: draught, gas pressure, where the pan stands. °C. Assumed. */
export const MORNINGS_SD_C = 5;

/**
 * What the readings say of one zone of a station and the burner that is under it now; readings over other burners are
 * of another pair. The test piece, which asks a batter, does not count here.
 */
export function calibrated(
  station: StationBody,
  zoneId: string,
  readings: readonly CalibrationReading[],
  memo: Memo,
): PairCalibration {
  const zone = station.zones.find((candidate) => candidate.id === zoneId);
  if (!zone) throw new RangeError(`The plate has no zone ${zoneId}.`);
  const own = readings
    .filter((each) => each.zoneId === zoneId && each.burnerId === zone.burnerId && each.reading.method !== 'piece')
    .sort((a, b) => a.atMs - b.atMs);
  const thermal = zoneThermal(station, zone);
  const face = { metal: station.metal, coating: station.coating };
  const observations = own.map((each): SurfaceObservation => ({
    ...{ kind: 'surface', face, roomC: each.roomC, atS: each.atMs / 1000, spot: each.spot },
    reading: each.reading as PlateReading,
    expected: rememberedAt(station, zoneId, each, memo),
  }));
  const latestS = observations.at(-1)?.atS ?? 0;
  const roomC = own.at(-1)?.roomC ?? USUAL_ROOM_C;
  const spreadC = spotSpreadC(patternOf(station, roomC, memo).unevenC);
  const weighed = weigh(unread(station, zone), observations, latestS, memo, { spreadC });
  const known = belief(weighed.posterior);
  return {
    ...{ known, weighed, readings: own },
    gain: zone.dial.kind === 'power' ? Math.exp(known.errorC / degreesPerLnGain(thermal, roomC)) : 1,
    contradictions: contradictions(observations, memo, spreadC),
  };
}

/**
 * What was expected of a reading, worked out once: following a plate takes some tens of milliseconds, and every run asks
 * anew of all readings that are kept.
 */
function rememberedAt(station: StationBody, zoneId: string, reading: CalibrationReading, memo: Memo): Expected {
  const { turns, roomC, spot } = reading;
  return memo.recall(EXPECTED, JSON.stringify([station, zoneId, turns, roomC, spot]), () =>
    expectedAt(station, zoneId, reading),
  );
}
const EXPECTED: Question<Expected> = { name: 'expected of a reading', most: 600 };

/** How long before a reading its plate was lit, s. */
function litForS({ turns }: CalibrationReading): number {
  return Math.max(2, ...turns.map(({ beforeS }) => beforeS));
}

/**
 * The plate as it was heated up to a reading, in two dimensions: a burner turned up warms its own place first, by far
 * more than its zone. How its neighbours stood is not known; they are taken to have been turned alike.
 */
function recordOf(station: StationBody, reading: CalibrationReading): PlateRecord {
  const litS = litForS(reading);
  const { turns, roomC } = reading;
  const stretch = {
    ...{ fromS: 0, toS: litS, station, startC: station.zones.map(() => roomC) },
    turns: station.zones.flatMap(({ id }) =>
      turns.map(({ beforeS, mark }) => ({ atS: litS - beforeS, zoneId: id, mark })),
    ),
  };
  return plateRecord([stretch], [], roomC);
}

/** What the plain plate model expected where and when a reading was taken. */
function expectedAt(station: StationBody, zoneId: string, reading: CalibrationReading): Expected {
  const zone = given(
    station.zones.find((candidate) => candidate.id === zoneId),
    'a reading is of a zone of its station',
  );
  const { turns, roomC, spot } = reading;
  const litS = litForS(reading);
  const track = zoneTrack(zoneThermal(station, zone), zone.dial, {
    startC: roomC,
    ambientC: roomC,
    turns: turns.map((turn) => ({ atS: litS - turn.beforeS, mark: turn.mark })),
    loads: [],
    startS: 0,
    endS: litS,
  });
  const record = recordOf(station, reading);
  return { modelC: spot ? record.at(litS, spot) : record.zoneC(litS, zoneId), sensitivity: shareAt(track, litS) };
}
