import * as v from 'valibot';
import { PROBE_SD_C, UNDERSIDES, USUAL_GUN_EMISSIVITY, type HeatReading } from '#core/plate';
import { fromCelsius, toCelsius, type TemperatureUnit } from '#core/units';
import { figure, ofForm } from '../forms/fields.ts';
import { t } from '../words/index.ts';

export const READING_METHODS = ['probe', 'infrared', 'drop', 'butter', 'piece', 'hand', 'smoke'] as const;

/** What is typed of a look at a plate; signs that are tapped need no typing. */
export interface ReadingForm {
  method: (typeof READING_METHODS)[number];
  shown: string;
  gun: string;
  covered: boolean;
  /** How long a hand stays above the plate. */
  seconds: string;
  formulaId: string;
  /** When a test piece was turned, s, and what its underside is like. */
  after: string;
  underside: (typeof UNDERSIDES)[number];
}

export const readingForm = (formulaId: string): ReadingForm => ({
  ...{ method: 'probe', shown: '', gun: String(USUAL_GUN_EMISSIVITY), covered: false, seconds: '', formulaId },
  ...{ after: '90', underside: UNDERSIDES[0] },
});

/** No plate is colder or hotter, °C. */
const PLATE_C = { low: 0, high: 400 };

/** What is typed of a look at a plate in the cook's unit, and the reading it means. */
export function readingSchema(unit: TemperatureUnit): v.GenericSchema<ReadingForm, HeatReading> {
  const low = fromCelsius(PLATE_C.low, unit);
  const high = fromCelsius(PLATE_C.high, unit);
  const range = () => t('reading.error.range', { low: `${low}\u00a0°${unit}`, high: `${high}\u00a0°${unit}` });
  const shownC = v.pipe(
    figure(low, high, range, () => t('reading.error.number')),
    v.transform((typed) => toCelsius(typed, unit)),
  );
  const seconds = (low: number, high: number) => {
    const fault = () => t('reading.error.seconds', { low, high });
    return figure(low, high, fault, fault);
  };
  const noGun = () => t('reading.error.gun');
  return ofForm<ReadingForm>()(
    v.variant('method', [
      v.pipe(
        v.object({ method: v.literal('probe'), shown: shownC }),
        v.transform(({ method, shown: surfaceC }): HeatReading => ({ method, surfaceC, sdC: PROBE_SD_C })),
      ),
      v.pipe(
        v.object({
          ...{ method: v.literal('infrared'), shown: shownC },
          ...{ gun: figure(0.1, 1, noGun, noGun), covered: v.boolean() },
        }),
        v.transform(({ shown, ...rest }): HeatReading => ({ ...rest, shownC: shown })),
      ),
      v.pipe(
        v.object({ method: v.literal('hand'), seconds: seconds(0.5, 60) }),
        v.transform((reading): HeatReading => reading),
      ),
      v.pipe(
        v.object({
          ...{ method: v.literal('piece'), formulaId: v.string() },
          ...{ after: seconds(5, 900), underside: v.picklist(UNDERSIDES) },
        }),
        v.transform(({ after: afterS, ...rest }): HeatReading => ({ ...rest, afterS })),
      ),
    ]),
  );
}
