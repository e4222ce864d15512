import { computed, watch } from 'vue';
import { piecesOnPlates, type Piece } from '#core/run';
import { filmOn, isSwirled } from '#core/setup';
import { handsOf } from '#core/swirl';
import type { FilmAdvice } from '#core/what-if';
import { useRun } from '../../stores/run.ts';

/** What hands do from the pour on, in their order. */
export type SwirlAct = 'pour' | 'settle' | 'tilt' | 'draw' | 'patch' | 'back';

/** A thin pour takes so long, a hole is patched for so long, and laying the pan back takes so long, s. Common practice, no source. */
const POUR_S = 1;
const PATCH_S = 3;
const BACK_S = 2;
/** Figures stand beside the words for the first pours of a run; then hands know them. */
const WITH_FIGURES = 3;

/** The pour whose film is run over its pan just now: what hands do, for how long still, and when it sets. */
export function useSwirl(advised: () => FilmAdvice | null) {
  const store = useRun();
  /** As long as the last pour was told to run: a pour is swirled before the desk has said anything of it. */
  let lastSetsS: number | null = null;
  watch(advised, (advice) => (lastSetsS = advice?.setsS ?? lastSetsS), { immediate: true });

  return computed(() => {
    // a rehearsal that stands still is stepped: its films are run over their pans between two steps
    if (store.state!.clock?.speed === 0) return null;
    const poured = piecesOnPlates(store.state!).filter(
      (piece) => piece.flippedAtMs === null && isSwirled(store.view, piece),
    );
    const piece = poured.reduce<Piece | null>((a, b) => (a && a.pouredAtMs > b.pouredAtMs ? a : b), null);
    const setsS = piece?.filmShown?.setsS ?? lastSetsS;
    if (!piece || setsS === null) return null;
    const ageS = (store.nowMs - piece.pouredAtMs) / 1000;
    const { school, lifted } = filmOn(store.view, piece);
    const patchedS = POUR_S + setsS + PATCH_S;
    const ends: [SwirlAct, number][] = [
      ['pour', POUR_S],
      ...(school === 'settle'
        ? [['settle', POUR_S + Math.min(setsS, handsOf('settle').waitS)] as [SwirlAct, number]]
        : []),
      [school === 'spreader' ? 'draw' : 'tilt', POUR_S + setsS],
      ['patch', patchedS],
      ...(lifted ? [['back', patchedS + BACK_S] as [SwirlAct, number]] : []),
    ];
    const at = ends.find(([, endS]) => ageS < endS);
    if (!at || ageS < 0) return null;
    const number = [...store.state!.pieces.values()].filter((each) => isSwirled(store.view, each)).length;
    const setsInS = POUR_S + setsS - ageS;
    return { piece, acts: ends.map(([act]) => act), act: at[0], setsInS, withFigures: number <= WITH_FIGURES };
  });
}
