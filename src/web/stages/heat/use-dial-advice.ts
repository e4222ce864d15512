import { computed, type Ref } from 'vue';
import type { ZoneForecast } from '#core/desk';
import type { Dial } from '#core/plate';
import { markText, minutes, temperature } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** Nearer than this a plate that is heating is there, °C: the next look finds it. Assumed. */
const NEAR_C = 4;

/** What the dial of a zone should do next, if anything. */
export function useDialAdvice(zone: () => ZoneForecast, dial: Ref<Dial>) {
  const store = useRun();
  return computed((): { readonly text: string; readonly mark: number | null } | null => {
    const { key, mark, surfaceC, targetC, ready, advisedMark } = zone();
    const heat = store.plan?.preheat[key];
    const swapped = (store.state!.zones.get(key)?.swaps.length ?? 0) > 0;
    if (!heat || swapped) return turnTo(advisedMark);
    const planned = store.plan?.preheats.some((preheat) => preheat.zoneKey === key);
    const hold = markText(dial.value, heat.holdMark);
    if (!heat.reachable) return { text: t('heat.unreachable'), mark: null };
    if (!mark && !planned) return { text: t('heat.notNeeded'), mark: null };
    const boosted = heat.boostMark > heat.holdMark;
    if (!mark)
      return {
        text: t(boosted ? 'heat.light' : 'heat.lightStraight', {
          boost: markText(dial.value, heat.boostMark),
          time: minutes(heat.boostS),
          hold,
        }),
        mark: heat.boostMark,
      };
    if (boosted && mark >= heat.boostMark)
      return surfaceC >= targetC - NEAR_C
        ? { text: t('heat.turnNow', { hold }), mark: heat.holdMark }
        : { text: t('heat.turnLater', { hold, target: temperature(targetC) }), mark: null };
    // a thermostat that is still heating up needs no other mark
    if (!boosted && mark === heat.holdMark && surfaceC < targetC && dial.value.kind === 'thermostat') return null;
    return turnTo(advisedMark);

    function turnTo(to: number | null) {
      if (ready || to === null) return null;
      return { text: t(surfaceC > targetC ? 'heat.down' : 'heat.up', { mark: markText(dial.value, to) }), mark: to };
    }
  });
}
