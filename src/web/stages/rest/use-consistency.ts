import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { lotDensityKgM3, lotDose, type PourEffects } from '#core/desk';
import { interval90, textureOf, type Estimate } from '#core/consistency';
import { lotKey, type Lot } from '#core/run';
import { number } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { desk } from '../../workers/desk.ts';

/** How a mixed lot runs, what it wants, and what a pour of it becomes; fresh with every tap and every half minute. */
export function useConsistency(lot: Ref<Lot>, firstPourMs: Ref<number | null>) {
  const store = useRun();
  const halfMinute = computed(() => Math.floor(store.nowMs / 30_000));
  const pourMs = computed(() => {
    void halfMinute.value;
    return Math.max(store.nowMs, firstPourMs.value ?? 0);
  });
  const dose = computed(() => {
    void halfMinute.value;
    return lotDose(store.run!.pins, store.state!, lot.value, store.nowMs, pourMs.value);
  });
  const density = computed(() => lotDensityKgM3(store.run!.pins, lot.value.formulaId));

  const effects = shallowRef<PourEffects | null>(null);
  const asked = ref('');
  /** Asks the desk's worker; called once the figures are looked at, since each may cost a table. */
  watch(
    () =>
      `${lot.value.doses.length} ${lot.value.readings.length} ${Math.round(Math.log(dose.value.atPour.value) * 10)}`,
    async (key) => {
      asked.value = key;
      const { formulaId, number: n } = lot.value;
      const answer = await desk()
        .effects(store.run!.pins, store.state!, lotKey(formulaId, n), pourMs.value)
        .catch(() => null);
      if (asked.value === key) effects.value = answer;
    },
    { immediate: true },
  );
  return { dose, density, effects, pourMs };
}

/** An estimate in words and figures: "like heavy cream, 70 mPa·s (50 to 98)". */
export function consistencyWords(estimate: Estimate): { word: string; figure: string; between: string } {
  const thin = estimate.quantity === 'viscosity';
  const shown = (value: number) => number(thin ? value * 1000 : value, !thin && value < 10 ? 1 : 0);
  const { low, high } = interval90(estimate);
  return {
    word: t(`texture.${textureOf(estimate)}`),
    figure: t(`runs.${estimate.quantity}`, { n: shown(estimate.value) }),
    between: t('runs.between', { low: shown(low), high: shown(high) }),
  };
}
