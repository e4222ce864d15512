import { computed, shallowRef, watch, type Ref } from 'vue';
import { firstZoneOf } from '#core/setup';
import { pourMoment, type FirstSide } from '#core/what-if';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';

/** A batter on a zone. */
export interface PourOn {
  readonly formulaId: string;
  readonly stationId: string;
  readonly zoneId: string;
  /** One of its places, where that has a pour of its own. */
  readonly placeId?: string | undefined;
}

/** What is asked of the desk's worker again when this has passed: plates warm, lots thicken, ms. */
const ASKED_EVERY_MS = 30_000;

/** When a formula's next piece is to be poured, as every stage has it; it moves with the plan, with taps and every half minute. */
export function usePourMoment(formulaId: Ref<string>) {
  const store = useRun();
  const nowMs = computed(() => Math.floor(store.nowMs / ASKED_EVERY_MS) * ASKED_EVERY_MS);
  return computed(() => pourMoment(store.state!, store.plan, formulaId.value, nowMs.value));
}

/** The zone on which a formula's first pour is planned. */
export function useFirstZone(formulaId: Ref<string>) {
  const store = useRun();
  return computed(() => firstZoneOf(store.view, formulaId.value) || null);
}

/** The first side of a formula's next piece on a zone: one figure for all stages. */
export function useFirstSide(pour: Ref<PourOn | null>) {
  const store = useRun();
  const moment = usePourMoment(computed(() => pour.value?.formulaId ?? ''));
  const first = shallowRef<FirstSide | null>(null);
  const ask = useRunQuestion(
    'firstSide',
    () => pour.value && [{ ...pour.value }, moment.value],
    (answer) => (first.value = answer),
  );
  watch(
    [
      () => pour.value?.formulaId,
      () => pour.value?.stationId,
      () => pour.value?.zoneId,
      () => pour.value?.placeId,
      () => moment.value.pourMs,
      () => store.state?.eventCount,
    ],
    () => {
      if (!pour.value) first.value = null;
      void ask();
    },
    { immediate: true },
  );
  return first;
}
