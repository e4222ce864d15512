import { useMediaQuery, usePreferredReducedMotion, useRafFn } from '@vueuse/core';
import { wrap } from 'comlink';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { fittingLevel } from '#core/rehearsal';
import { SWIRL_LEVELS, levelPour, toolOf, type SwirlLevel, type SwirlMoment, type SwirlResult } from '#core/swirl';
import { useProgress } from './use-progress.ts';
import type { Frame, SwirlTrainer } from './swirl.worker.ts';
import { useTilt } from './use-tilt.ts';

/** Cells across: as fine as a desk's machine shows without a hitch; a phone's pan is smaller. */
const CELLS = 128;
const PHONE_CELLS = 96;
/** A frame that came late moves on by no more than this, s: a hitch is not taken out on the learner. */
const LONGEST_FRAME_S = 1 / 15;

/** Who wants little motion sees what is only watched in pictures so far apart, s; a pour in the hand moves as it is moved. */
const STILL_S = 0.5;

/** What runs over the pan now: a learner's pour, its replay, or the computed hand's. */
export type Playing = 'own' | 'replay' | 'best';

/** One pour after another, run over a pan by a worker: what lies there, how it is held, and what came of it. */
export function useSwirlTrainer() {
  const progress = useProgress('swirl');
  const level = ref<SwirlLevel>(fittingLevel(SWIRL_LEVELS, progress.skills.value));
  const motion = usePreferredReducedMotion();
  const isPhone = useMediaQuery('(max-width: 40rem)');
  const worker = new Worker(new URL('./swirl.worker.ts', import.meta.url), { type: 'module', name: 'swirl' });
  onScopeDispose(() => worker.terminate());
  const remote = wrap<SwirlTrainer>(worker);

  const playing = ref<Playing | null>(null);
  const frame = shallowRef<Frame | null>(null);
  const result = shallowRef<SwirlResult | null>(null);
  const moments = shallowRef<readonly SwirlMoment[]>([]);
  const tilt = useTilt(() => playing.value === 'own');
  let busy = false;
  /** How far the film has come, whatever is shown of it, s. */
  let atS = 0;

  // another level is another pour: what came of the last one is not of this pan
  watch(level, () => {
    stop();
    if (toolOf(levelPour(level.value)) !== 'pan') tilt.byHand(); // a blade or a bottle is no pan that a device could be
    result.value = null;
  });

  const clock = useRafFn(({ delta }) => void on(delta / 1000), { immediate: false });

  async function begin(what: Playing): Promise<void> {
    clock.pause();
    tilt.rest();
    atS = 0;
    frame.value = await remote.begin(level.value, isPhone.value ? PHONE_CELLS : CELLS);
    playing.value = what;
    if (what === 'own') result.value = null;
    clock.resume();
  }

  async function on(passedS: number): Promise<void> {
    if (busy || !playing.value || !frame.value) return;
    busy = true;
    const what = playing.value;
    const held =
      what === 'own'
        ? tilt.held.value
        : what === 'best'
          ? null
          : (moments.value.findLast((moment) => moment.atS <= atS) ?? moments.value[0] ?? null);
    const shown = await remote.advance(
      Math.min(passedS, LONGEST_FRAME_S),
      held && { rightDeg: held.rightDeg, frontDeg: held.frontDeg },
    );
    busy = false;
    if (playing.value !== what) return;
    const next = Math.floor(shown.atS / STILL_S) > Math.floor(frame.value.atS / STILL_S);
    atS = shown.atS;
    if (what === 'own' || motion.value !== 'reduce' || next || shown.over) frame.value = shown;
    if (shown.over) await end(what);
  }

  async function end(what: Playing): Promise<void> {
    clock.pause();
    playing.value = null;
    if (what !== 'own') return;
    const made = await remote.result(level.value);
    result.value = made.result;
    moments.value = made.moments;
    await progress.keep(level.value, made.result.score);
  }

  function stop(): void {
    clock.pause();
    playing.value = null;
    frame.value = null;
  }

  return {
    ...{ level, playing, frame, result, tilt, begin, stop, levels: SWIRL_LEVELS },
    skills: progress.skills,
    unkept: progress.unkept,
    isOver: computed(() => result.value !== null && playing.value === null),
  };
}
