import { computed } from 'vue';
import type { ZoneForecast } from '#core/forecast';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useHeatSteps, type HeatLine } from '../plate/use-heat-steps.ts';

/** What the dial of a zone should do next, the same as on every stage; what is still to come has no button. */
export function useDialAdvice(zone: () => ZoneForecast) {
  const store = useRun();
  const { steps, turn } = useHeatSteps();
  const step = computed((): HeatLine | null => steps.value.find(({ key }) => key === zone().key) ?? null);
  const text = computed(() => {
    if (!step.value) return quiet();
    if (step.value.due || step.value.why === 'light') return step.value.words;
    return t('heat.turnLater', { words: step.value.words });
  });
  /** Why nothing is asked of it, where a cook would wonder. */
  function quiet(): string | null {
    const { key, mark } = zone();
    const heat = store.plan?.preheat[key];
    if (!heat || mark) return null;
    if (!heat.reachable) return t('heat.unreachable');
    return store.plan!.preheats.some(({ zoneKey }) => zoneKey === key) ? null : t('heat.notNeeded');
  }
  return { step, text, turn };
}
