import { computed, ref } from 'vue';
import { withRound } from '#core/rehearsal';
import { useSession } from '../stores/session.ts';

/** A person's rounds of one trainer, kept with their settings on the server. */
export function useProgress(trainer: 'flip' | 'swirl') {
  const session = useSession();
  const skills = computed(() => session.settings.practice?.[trainer] ?? {});
  /** The last round could not be kept: the server was away. */
  const unkept = ref(false);

  async function keep(level: string, score: number): Promise<void> {
    const practice = session.settings.practice ?? { flip: {}, swirl: {} };
    const levels = { ...practice[trainer], [level]: withRound(practice[trainer][level], score) };
    unkept.value = !(await session.keep({ practice: { ...practice, [trainer]: levels } }).then(
      () => true,
      () => false,
    ));
  }

  return { skills, unkept, keep };
}
