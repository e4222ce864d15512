import { given } from '#core/given';
import type { Memo } from '#core/memo';
import type { RunView } from '#core/setup';
import * as v from 'valibot';
import { fadedBatter, type BatterKnown, type Estimate } from '#core/inference';
import { CalibrationReadingSchema } from '#core/plate';
import {
  MODEL_VERSION,
  payloadSchemas,
  pinnedStation,
  zoneKey,
  type Payload,
  type Pins,
  type RunState,
} from '#core/run';
import { calibrationPins } from '#core/setup';
import { believedZones, secondSidesBy } from '#core/forecast';
import { piecesLeft } from '#core/setup';
import { secondSidesSeen } from '#core/forecast';
import type { ZoneBelief } from '#core/surface';

type Learned = Payload<'run-learned'>;
type LearnedReading = Learned['readings'][number];

/** Nothing lies on a plate any more, and the run was finished or all that was asked for is done. */
export function allIsOff(state: RunState): boolean {
  if (state.pieces.size === 0 || state.onPlate.size > 0) return false;
  return (
    state.finishedAtMs !== null ||
    (state.brief?.items ?? []).every(({ formulaId }) => piecesLeft(state, formulaId) === 0)
  );
}

/**
 * What a run leaves for those to come, once all is off: of each batter on which something was seen what is believed of
 * it, and what was read of its plates before anything lay on them. What a plate did under food stays behind: carried
 * over as the plate's own error it made the next morning's flips worse in rehearsals. Null while the run goes on, when
 * nothing was seen or read, or when it is in the log already.
 */
export function unrecordedLearning(run: RunView, nowMs: number): Learned | null {
  if (!allIsOff(run.state)) return null;
  const batters = (run.state.brief?.items ?? []).flatMap(({ formulaId, stationIds }) => {
    const zones = believedZones(run, formulaId, stationIds, nowMs);
    const seconds = secondSidesSeen(run.state, formulaId)
      ? { lnSecond: estimate(secondSidesBy(run, formulaId, zones).batter) }
      : {};
    const taught = zones.find(({ own }) => own.aboutBatter) ?? (seconds.lnSecond && zones[0]);
    return taught ? [{ formulaId, ...batterKnown(taught.believed), ...seconds }] : [];
  });
  const readings = run.pins.stations.flatMap(({ id }) => readingsOf(run, id));
  if (batters.length === 0 && readings.length === 0) return null;
  // by way of its schema, as the log gives it back: so that the two can be compared
  const learned = v.parse(payloadSchemas['run-learned'], {
    ...{ batters, readings: readings.slice(-MAX_READINGS), modelVersion: MODEL_VERSION },
  });
  return JSON.stringify(learned) === JSON.stringify(run.state.learned) ? null : learned;
}
/** Readings that a run hands on. Numerical. */
const MAX_READINGS = 60;

/** Readings of a station's own burners from cold to its first pour: as good as readings taken outside of a run. */
function readingsOf(run: RunView, stationId: string): LearnedReading[] {
  const firstPourMs = [...run.state.pieces.values()]
    .filter((piece) => piece.stationId === stationId)
    .reduce((first, { pouredAtMs }) => Math.min(first, pouredAtMs), Infinity);
  return given(pinnedStation(run.pins, stationId), 'a brief names pinned stations').body.zones.flatMap(
    ({ id: zoneId, burnerId }) => {
      const zone = run.state.zones.get(zoneKey(stationId, zoneId));
      if (!zone || zone.assumed || zone.swaps.length > 0) return [];
      return zone.readings.flatMap(({ eventId: _eventId, atMs, spot, ...reading }) => {
        const turns = zone.turns.filter((turn) => turn.atMs <= atMs);
        if (reading.method === 'piece' || atMs > firstPourMs) return [];
        const look = {
          ...{ stationId, atMs, zoneId, reading, roomC: run.pins.roomC },
          turns: turns.map((turn) => ({ beforeS: Math.round((atMs - turn.atMs) / 1000), mark: turn.mark })),
          ...(burnerId ? { burnerId } : {}),
          ...(spot ? { spot } : {}),
        };
        // a plate that was not lit yet, or turned for hours, tells nothing that can be kept
        return v.is(CalibrationReadingSchema, look) ? [look] : [];
      });
    },
  );
}

function batterKnown({ known }: ZoneBelief): BatterKnown {
  const { lnTime, lnBrowning, covariance } = known;
  return {
    lnTime: estimate({ mean: lnTime, sd: Math.sqrt(covariance[3]) }),
    lnBrowning: estimate({ mean: lnBrowning, sd: Math.sqrt(covariance[5]) }),
  };
}

/** To the digits that are worth keeping. */
function estimate({ mean, sd }: Estimate): Estimate {
  const rounded = (value: number) => Number(value.toFixed(3));
  return { mean: rounded(mean), sd: Math.max(0.001, rounded(sd)) };
}

/** Pins of a run that comes so many days after one that left this, on the same stations over the same burners. */
export function pinsAfter(pins: Pins, learned: Learned, atMs: number, days: number, memo: Memo): Pins {
  return {
    ...pins,
    formulas: pins.formulas.map((formula) => {
      const known = learned.batters.find(({ formulaId }) => formulaId === formula.id);
      return known ? { ...formula, learned: { ...fadedBatter(known, days), atMs } } : formula;
    }),
    stations: pins.stations.map((station) => {
      const readings = learned.readings.filter(({ stationId }) => stationId === station.id);
      const calibration = calibrationPins(station.body, readings, memo);
      return calibration.length > 0 ? { ...station, calibration } : station;
    }),
  };
}
