import type { HeatAlarm } from '#core/heating';
import { minutes, temperature } from '../../parts/format.ts';
import { t } from '../../words/index.ts';

/** Longer than this is told in minutes, s. */
const SECONDS_UP_TO = 90;

/** What to do about a plate that runs away, in words. */
export function alarmText({ kind, forS, limitC }: HeatAlarm): string {
  const long = forS === null && kind !== 'ceiling' && kind !== 'done' ? 'Long' : '';
  const time =
    forS === null
      ? ''
      : forS < SECONDS_UP_TO
        ? t('heatMore.seconds', { n: Math.max(5, Math.round(forS / 5) * 5) })
        : minutes(forS);
  return t(`heatMore.alarm.${kind}${long}`, { limit: temperature(limitC ?? 0), time });
}
