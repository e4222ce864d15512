import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { lotDensityKgM3, lotDose } from '#core/lot';
import { type PourEffects } from '#core/what-if';
import { interval90, secondsFor, textureOf, type Drain, type Estimate, type Funnel } from '#core/consistency';
import { slumpDisc } from '#core/pour';
import { lotKey, type Lot } from '#core/run';
import { number } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { askOfRun } from '../../workers/desk.ts';

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
    return lotDose(store.view, lot.value, store.nowMs, pourMs.value);
  });
  const density = computed(() => lotDensityKgM3(store.view, lot.value.formulaId));

  const effects = shallowRef<PourEffects | null>(null);
  const asked = ref('');
  /** Asks the desk's worker; called once the figures are looked at, since each may cost a table. */
  watch(
    () =>
      `${lot.value.doses.length} ${lot.value.readings.length} ${Math.round(Math.log(dose.value.atPour.value) * 10)}`,
    async (key) => {
      asked.value = key;
      const { formulaId, number: n } = lot.value;
      const at = { pourMs: pourMs.value, nowMs: store.nowMs };
      const answer = await askOfRun('effects', [lotKey(formulaId, n), at]).catch(() => null);
      if (asked.value === key) effects.value = answer;
    },
    { immediate: true },
  );
  return { dose, density, effects, pourMs };
}

/** 60 mL on a plate: the test's own pour. */
export const SPREAD_ML = 60;

/**
 * A consistency as a cook's own test would read it, and in a word: how far a pour runs on a plate, or the seconds through
 * the kitchen's funnel, else through a cup of 4 mm.
 */
export function consistencyWords(
  estimate: Estimate,
  density: number,
  funnels: readonly Funnel[],
): { word: string; figure: string; between: string } {
  const word = t(`texture.${textureOf(estimate)}`);
  const thin = estimate.quantity === 'viscosity';
  const drain: Drain = funnels[0] ? { funnel: funnels[0] } : { cup: 'iso4' };
  const read = (value: number) =>
    thin ? secondsFor(drain, value, density) : slumpDisc(SPREAD_ML, density, value).diameterMm / 10;
  const shown = (value: number | null) => (value === null ? '–' : number(value, thin ? 0 : 1));
  const { low, high } = interval90(estimate);
  const [from, to] = thin ? [low, high] : [high, low];
  return {
    word,
    figure: t(thin ? 'howRuns.seconds' : 'howRuns.across', { n: shown(read(estimate.value)) }),
    between: t('howRuns.between', { low: shown(read(from)), high: shown(read(to)) }),
  };
}
