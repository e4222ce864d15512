import { computed, type ComputedRef } from 'vue';
import { stationNow, zoneOf } from '#core/setup';
import { type HeatStep } from '#core/guidance';
import { markText, stretch } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { promptsOf, usePrompts } from '../frame/use-prompts.ts';

/** A step of heat in words: what to do, and what its button says. */
export interface HeatLine extends HeatStep {
  readonly words: string;
  readonly button: string;
  readonly due: boolean;
}

/** What each zone's dial asks for, the most urgent first, the same on every stage, and the tap that says it was done. */
export function useHeatSteps(): { steps: ComputedRef<HeatLine[]>; turn: (step: HeatStep) => void } {
  const store = useRun();
  const { prompts, isDue } = usePrompts();
  const steps = computed(() => promptsOf(prompts.value, 'heat').map(({ step }) => lineOf(step)));

  function lineOf(step: HeatStep): HeatLine {
    const station = stationNow(store.view, step.stationId);
    const { dial } = zoneOf(station, step.zoneId);
    const name = station.zones.length > 1 ? `${station.name} ${step.zoneId}` : station.name;
    const mark = markText(dial, step.mark);
    const inS = (step.dueMs - store.nowMs) / 1000;
    const off = step.mark === 0;
    const way = step.stands ? `${step.why}Stand` : `${step.why}${off && step.why === 'down' ? 'Off' : ''}`;
    return {
      ...step,
      due: isDue(step),
      words: t(`heatStep.${way}`, {
        zone: name,
        mark,
        time: stretch(Math.max(0, inS)),
      }),
      button: step.stands
        ? t(`heatStep.${step.stands}`, { zone: step.zoneId })
        : off
          ? t('advice.turnedOff', { zone: step.zoneId })
          : t(step.why === 'light' || step.why === 'again' ? 'heatStep.lit' : 'advice.turned', {
              zone: step.zoneId,
              mark,
            }),
    };
  }

  function turn({ stationId, zoneId, mark, stands }: HeatStep): void {
    const aside = stands === 'aside';
    void store.tap([{ kind: 'burner-turned', payload: { stationId, zoneId, mark, ...(aside && { aside }) } }]);
  }
  return { steps, turn };
}
