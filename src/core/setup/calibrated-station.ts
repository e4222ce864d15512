import { MORNINGS_SD_C, calibrated, type CalibrationReading } from '#core/inference';
import type { Memo } from '#core/memo';
import type { StationBody } from '#core/plate';
import type { Pins } from '#core/run';

type PinnedCalibration = NonNullable<Pins['stations'][number]['calibration']>;

/** What a run freezes of what is known of a station: its readings over the burners that are under it now, weighed. */
export function calibrationPins(
  station: StationBody,
  readings: readonly CalibrationReading[],
  memo: Memo,
): PinnedCalibration {
  return station.zones.flatMap((zone) => {
    const pair = calibrated(station, zone.id, readings, memo);
    if (pair.readings.length === 0) return [];
    const { errorC, errorSdC } = pair.known;
    return [
      {
        zoneId: zone.id,
        errorC,
        sdC: Math.hypot(errorSdC, MORNINGS_SD_C),
        gain: pair.gain,
        spots: pair.weighed.spots.map((spot) => ({ ...spot, residualC: spot.residualC - errorC })),
      },
    ];
  });
}

/** A station as its readings say it is: burners as strong as they showed, thermostats off by what they are off. */
export function calibratedBody(
  station: StationBody,
  calibration: readonly Pick<PinnedCalibration[number], 'zoneId' | 'errorC' | 'gain'>[] | undefined,
): StationBody {
  if (!calibration?.length) return station;
  return {
    ...station,
    zones: station.zones.map((zone) => {
      const known = calibration.find((each) => each.zoneId === zone.id);
      if (!known) return zone;
      if (zone.dial.kind === 'thermostat')
        return { ...zone, dial: { ...zone.dial, offC: (zone.dial.offC ?? 0) + known.errorC } };
      return { ...zone, powerW: zone.powerW * known.gain };
    }),
  };
}
