import { Z_NINE_IN_TEN } from '#core/units';
import { given } from '#core/given';
import type { Memo } from '#core/memo';
import {
  calibrated,
  says,
  surfaceLikelihood,
  unreadSdC,
  type CalibrationReading,
  type PairCalibration,
  type Says,
} from '#core/inference';
import {
  cellMiddle,
  degreesPerLnGain,
  dialCurve,
  patternOf,
  zoneAt,
  zoneThermal,
  type StationBody,
  type Zone,
} from '#core/plate';
import { calibratedBody } from '#core/setup';
import { plainLimits, preheatOf } from './zone-heat.ts';
import type { PlateMap } from '#core/surface';

/** A mark of a dial and the surface it holds, nine in ten between low and high, °C. */
interface DialPoint {
  readonly mark: number;
  readonly surfaceC: number;
  readonly lowC: number;
  readonly highC: number;
}

/** How a station is brought to a surface and held there, with how sure the mark is. */
interface DialAdvice {
  readonly boostMark: number;
  readonly boostS: number;
  readonly holdMark: number;
  readonly reachable: boolean;
  /** Empty it would run away even on `holdMark`, its lowest: it is taken off the heat once it is there. */
  readonly tooMuchEmpty: boolean;
  /** Surface the holding mark settles at, nine in ten between. */
  readonly lowC: number;
  readonly highC: number;
}

/** What is known of one zone of a station over its burner. */
export interface PairFigures {
  readonly zoneId: string;
  /** How much hotter than its plain figures it holds, °C, and its spread. */
  readonly errorC: number;
  readonly sdC: number;
  /** Share by which its burner is stronger than written; null for a thermostat. */
  readonly gain: number | null;
  readonly curve: readonly DialPoint[];
  /** How it is brought to the surface asked for, and held there. */
  readonly advice: DialAdvice;
  readonly readings: readonly (Says & { readonly atMs: number; readonly contradicted: boolean })[];
}

export interface StationFigures {
  readonly pairs: readonly PairFigures[];
  /** The plate while it holds a surface: what its burners and its readings say of every part. */
  readonly map: PlateMap;
}

/** All that a station's readings say of it: each zone's dial, its readings by themselves, and the map of the plate at a surface. */
export function stationFigures(
  station: StationBody,
  readings: readonly CalibrationReading[],
  roomC: number,
  holdC: number,
  memo: Memo,
): StationFigures {
  const pairs = station.zones.map((zone) => ({ zone, pair: calibrated(station, zone.id, readings, memo) }));
  return {
    pairs: pairs.map(({ zone, pair }) => figuresOf(station, zone, pair, { roomC, targetC: holdC })),
    map: heldMap(station, new Map(pairs.map(({ zone, pair }) => [zone.id, pair])), roomC, holdC, memo),
  };
}

function figuresOf(
  station: StationBody,
  zone: Zone,
  pair: PairCalibration,
  wish: { readonly roomC: number; readonly targetC: number },
): PairFigures {
  const { roomC } = wish;
  const thermal = zoneThermal(station, zone);
  const unread = pair.readings.length === 0;
  const { errorC, errorSdC } = pair.known;
  const sdC = unread ? unreadSdC(station, zone) : errorSdC;
  const perGain = degreesPerLnGain(thermal, roomC);
  const curveAt = (offC: number) =>
    zone.dial.kind === 'power'
      ? dialCurve({ ...thermal, fullPowerW: thermal.fullPowerW * Math.exp(offC / perGain) }, zone.dial, roomC)
      : dialCurve(thermal, { ...zone.dial, offC: (zone.dial.offC ?? 0) + offC }, roomC);
  const low = curveAt(errorC - Z_NINE_IN_TEN * sdC);
  const high = curveAt(errorC + Z_NINE_IN_TEN * sdC);
  const curve = curveAt(errorC).map(({ mark, surfaceC }, i) => ({
    ...{ mark, surfaceC },
    lowC: low[i]!.surfaceC,
    highC: high[i]!.surfaceC,
  }));
  const known = calibratedBody(station, [{ zoneId: zone.id, errorC, gain: pair.gain }]);
  const limits = plainLimits(station, wish.targetC);
  const plan = preheatOf(known, zone.id, { ...wish, limits, believed: { errorC: 0, sdC } });
  // where even the lowest flame is too much for it empty, that is what there is to read it on
  const holdMark = plan.holdMark > 0 ? plan.holdMark : curve[0]!.mark;
  const held = curve.find(({ mark }) => mark === holdMark) ?? given(curve.at(-1), 'a dial has marks');
  const against = new Set(pair.contradictions.flat());
  return {
    zoneId: zone.id,
    ...{ errorC, sdC },
    gain: zone.dial.kind === 'power' ? pair.gain : null,
    curve,
    advice: { ...plan, holdMark, tooMuchEmpty: plan.holdMark === 0, lowC: held.lowC, highC: held.highC },
    readings: pair.readings.map((each, index) => ({
      atMs: each.atMs,
      contradicted: against.has(index),
      ...says(
        surfaceLikelihood(each.reading as Exclude<typeof each.reading, { method: 'piece' }>, station, each.roomC),
      ),
    })),
  };
}

/** The plate with every zone held at a surface: the burners' pattern and the odd spots that readings found. */
function heldMap(
  station: StationBody,
  pairs: ReadonlyMap<string, PairCalibration>,
  roomC: number,
  holdC: number,
  memo: Memo,
): PlateMap {
  const pattern = patternOf(station, roomC, memo);
  const rise = (holdC - roomC) / (pattern.surfaceC - pattern.roomC);
  const fields = new Map([...pairs].map(([zoneId, { weighed, known }]) => [zoneId, { known, spots: weighed.field }]));
  const { columns, rows } = pattern;
  let sdC = 0;
  const tempC = Float32Array.from(pattern.offsetC, (offsetC, i) => {
    if (Number.isNaN(offsetC)) return NaN;
    const at = cellMiddle(station, pattern, i);
    const { known, spots } = given(fields.get(zoneAt(station, at.xMm).id), 'each zone has its field');
    const spot = spots(at);
    sdC = Math.max(sdC, spot.sdC);
    return holdC + rise * (offsetC + spot.interceptC - spot.slope * known.errorC);
  });
  return { columns, rows, tempC, sdC };
}
