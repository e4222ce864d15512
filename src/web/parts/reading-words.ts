import type { Says } from '#core/inference';
import type { HeatReading } from '#core/plate';
import { t } from '../words/index.ts';
import { number, temperature } from './format.ts';

/** A reading in a few words: "drop: breaks, jumps, skitters". */
export function readingText(reading: HeatReading): string {
  switch (reading.method) {
    case 'probe':
    case 'simulatedProbe':
      return t(`reading.said.${reading.method}`, { temp: temperature(reading.surfaceC) });
    case 'infrared':
      return t('reading.said.infrared', { temp: temperature(reading.shownC) });
    case 'drop':
      return t('reading.said.drop', { seen: t(`reading.drop.${reading.seen}`).toLowerCase() });
    case 'butter':
      return t('reading.said.butter', { seen: t(`reading.butter.${reading.seen}`).toLowerCase() });
    case 'hand':
      return t('reading.said.hand', { s: number(reading.seconds) });
    case 'piece':
      return t('reading.said.piece', {
        seen: t(`reading.piece.${reading.underside}`).toLowerCase(),
        s: number(reading.afterS),
      });
    case 'smoke':
      return t('reading.said.smoke', {
        fat: t(`reading.fats.${reading.fat}`),
        seen: t(reading.seen ? 'reading.smokes' : 'reading.smokesNot').toLowerCase(),
      });
  }
}

/** What a look says by itself: "168 °C to 196 °C", "above 177 °C". */
export function saysText({ lowC, highC }: Says): string {
  if (lowC !== null && highC !== null) return t('station.says', { low: temperature(lowC), high: temperature(highC) });
  if (lowC !== null) return t('station.saysAbove', { low: temperature(lowC) });
  if (highC !== null) return t('station.saysBelow', { high: temperature(highC) });
  return t('station.saysNothing');
}
