import { computed } from 'vue';
import { MOST_POUR_ML } from '#core/formula';
import { LADLES, ladleVolume } from '#core/pour';
import { useLibrary } from '../../stores/library.ts';
import { t } from '../../words/index.ts';

/** A pour that is typed, mL. Common practice, no source. */
export const POUR_ML = { low: 5, high: MOST_POUR_ML };

/** Something to pour with. */
export interface Tool {
  readonly name: string;
  readonly volumeMl: number;
  /** How far its pours differ, when that is known. */
  readonly spreadMl: number | null;
  readonly own?: boolean;
}

/** The kitchen's own ladles and the tools that exist everywhere. */
export function useTools() {
  const library = useLibrary();
  const own = computed(() =>
    library.ladles
      .filter(({ archived }) => !archived)
      .map(({ id, version, body }) => ({ id, version, body, ...ladleVolume(body.jugMl), name: body.name, own: true })),
  );
  const tools = computed((): Tool[] => [
    ...own.value.map(({ name, volumeMl, spreadMl }) => ({ name, volumeMl, spreadMl, own: true })),
    ...LADLES.map(({ id, volumeMl }) => ({ name: t(`ladle.${id}`), volumeMl, spreadMl: null })),
  ]);
  return { own, tools };
}
