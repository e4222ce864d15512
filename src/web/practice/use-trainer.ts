import { useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef, triggerRef } from 'vue';
import {
  FlipTrainer,
  LEVELS,
  fittingLevel,
  ROUND,
  type Level,
  type PieceInTraining,
  type TrainedPiece,
} from '#core/rehearsal';
import { useProgress } from './use-progress.ts';

/** A look at the plate every so often, ms. */
const TICK_MS = 250;
/** Rounds of a level are counted from here, so that each has its own pours. */
const FIRST_SEED = 1;

/** How a round went, in a word. */
export type RoundWord = 'good' | 'early' | 'late' | 'mixed';
const GOOD_SCORE = 75;

/** One round after another on the practice plate: its clock, what lies there, and what came of it. */
export function useTrainer() {
  const speed = ref(4);
  const { skills, unkept, keep } = useProgress('flip');
  const level = ref<Level>(fittingLevel(LEVELS, skills.value));
  const trainer = shallowRef<FlipTrainer | null>(null);
  const pieces = shallowRef<readonly PieceInTraining[]>([]);
  const results = shallowRef<readonly TrainedPiece[]>([]);
  /** What showed last, for ears. */
  const said = ref('');
  let seed = FIRST_SEED;
  let toS = 0;

  const clock = useIntervalFn(tick, TICK_MS, { immediate: false });
  const over = computed(() => trainer.value !== null && results.value.length === ROUND.pieces);
  const meanScore = computed(() =>
    Math.round(results.value.reduce((sum, { score }) => sum + score, 0) / Math.max(1, results.value.length)),
  );
  const word = computed((): RoundWord => {
    if (meanScore.value >= GOOD_SCORE) return 'good';
    const count = (verdict: TrainedPiece['verdict']) => results.value.filter((each) => each.verdict === verdict).length;
    if (count('early') > 2 * count('late')) return 'early';
    return count('late') > 2 * count('early') ? 'late' : 'mixed';
  });

  function start(): void {
    trainer.value = new FlipTrainer(level.value, seed++);
    toS = 0;
    said.value = '';
    show();
    clock.resume();
  }

  function stop(): void {
    clock.pause();
    trainer.value = null;
    pieces.value = [];
    results.value = [];
  }

  function tick(): void {
    toS += (TICK_MS / 1000) * speed.value;
    trainer.value!.advanceTo(Math.floor(toS));
    show();
    if (!over.value) return;
    clock.pause();
    void keep(level.value, meanScore.value);
  }

  function show(): void {
    const now = trainer.value!.onPlate();
    for (const piece of now) {
      const before = pieces.value.find(({ id }) => id === piece.id);
      if (piece.seen.length > (before?.seen.length ?? 0)) said.value = `${piece.placeId}:${piece.seen.at(-1)!}`;
    }
    pieces.value = now;
    if (results.value.length !== trainer.value!.results.length) results.value = [...trainer.value!.results];
  }

  function flip(placeId: string): void {
    if (!clock.isActive.value || !trainer.value?.flip(placeId)) return;
    show();
    triggerRef(pieces);
  }

  return {
    ...{ level, speed, skills, unkept, levels: LEVELS },
    ...{ trainer, pieces, results, said, over, meanScore, word, of: ROUND.pieces },
    ...{ start, stop, flip, running: clock.isActive },
    pause: () => (clock.isActive.value ? clock.pause() : clock.resume()),
  };
}
