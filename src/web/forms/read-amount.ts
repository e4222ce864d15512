import * as v from 'valibot';
import { saidMassG, type Ingredient } from '#core/ingredients';
import { G_PER, type MeasureSystem } from '#core/units';
import { saidVolumeMl } from '#core/written';
import { KITCHEN_FACTS } from '#contract';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** Millilitres of what a cook wrote: "60", "1/3 cup", "2 fl oz"; a bare number counts in `plainMl`. NaN for what is none. */
export function readVolume(text: string, plainMl = 1): number {
  return saidVolumeMl(text, useSession().settings.measures, plainMl) ?? NaN;
}

/** Grams of a thing as a cook wrote them: "200", "7 oz", "1/3 cup", "2 eggs"; by the kitchen's cups where there is no scale. NaN for what is none. */
export function readMass(text: string, food: Ingredient, measuredBy?: MeasureSystem | null): number {
  const { settings, session } = useSession();
  const { eggClass } = session?.kitchen.facts ?? KITCHEN_FACTS;
  const plainG = settings.weights === 'oz' ? G_PER.ounce : 1;
  return saidMassG(text, food, { system: measuredBy ?? settings.measures, eggClass, plainG }) ?? NaN;
}

/** A volume between bounds, mL; a bare number counts in `plainMl`, which is said. */
export const volume = (lowMl: number, highMl: number, plainMl = 1) =>
  v.pipe(
    v.string(),
    v.transform((text) => readVolume(text, plainMl)),
    v.number(() => t('form.error.volume')),
    v.check(
      (ml) => ml >= lowMl && ml <= highMl,
      () => t('form.error.range', { low: lowMl / plainMl, high: highMl / plainMl }),
    ),
  );
