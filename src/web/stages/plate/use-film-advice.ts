import { computed, shallowRef, watch } from 'vue';
import { lotInUse } from '#core/run';
import type { FilmAdvice } from '#core/what-if';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';

/** A pour of a thin batter on a pan. */
export interface Swirled {
  readonly formulaId: string;
  readonly stationId: string;
}

/** The next pour of a thin batter on its pan: how surely it covers, how long it runs, what would make it surer. */
export function useFilmAdvice(of: () => Swirled | null) {
  const store = useRun();
  const known = useFilmKnown(of);
  /** What it was worked out from: advice that a word or a dose has overtaken is not shown, so that nobody takes it. */
  let asked: string | null = null;
  const advice = shallowRef<{ readonly of: string | null; readonly told: FilmAdvice } | null>(null);
  const ask = useRunQuestion(
    'filmAdvice',
    () => {
      const pour = of();
      asked = known.value;
      return pour && [pour.formulaId, pour.stationId, store.nowMs];
    },
    (answer) => (advice.value = answer && { of: asked, told: answer }),
  );
  watch(known, () => void ask(), { immediate: true });
  return computed(() => (of() && advice.value?.of === known.value ? advice.value.told : null));
}

/** What a film hangs on, as a key: the lot's readings and doses, words on films, and the pour. */
export function useFilmKnown(of: () => Swirled | null) {
  const store = useRun();
  return computed(() => {
    const pour = of();
    if (!pour) return null;
    const { formulaId, stationId } = pour;
    const lot = lotInUse(store.state!, formulaId);
    const films = [...store.state!.pieces.values()].map(({ film, filmShown, flippedAtMs }) =>
      filmShown ? `${film}${flippedAtMs !== null}` : '',
    );
    return [
      ...[formulaId, stationId, lot?.number, lot?.readings.length, lot?.doses.length],
      ...[store.state!.portionMl.get(formulaId), films.join('')],
    ].join(' ');
  });
}
