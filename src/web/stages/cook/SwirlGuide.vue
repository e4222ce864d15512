<script setup lang="ts">
import { computed } from 'vue';
import type { Hand } from '#core/guidance';
import type { Piece } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import { number } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import type { SwirlAct } from './use-swirl.ts';

/** While both hands run a film over its pan: the one thing to do, in large, and it ends by itself. */
const props = defineProps<{
  piece: Piece;
  /** All of them, in their order. */
  acts: readonly SwirlAct[];
  act: SwirlAct;
  /** Until it no longer runs, s. */
  setsInS: number;
  withFigures: boolean;
  /** What is due elsewhere meanwhile. */
  due: Hand | undefined;
}>();
const emit = defineEmits<{ done: [] }>();
const store = useRun();
const at = computed(() => props.acts.indexOf(props.act));
const name = computed(() => store.view.station(props.piece.stationId).name);
</script>

<template>
  <section
    class="flex flex-col rounded-card bg-bell-ground p-4 text-on-bell"
    role="status"
    aria-live="polite"
    data-testid="swirl"
    :data-act="act"
  >
    <p class="text-sm">{{ name }}</p>
    <p class="figure text-[clamp(3rem,6vw,4rem)] leading-[1.05]">{{ t(`swirl.act.${act}`) }}</p>
    <p class="mt-1 text-xl">{{ t(`swirl.how.${act}`) }}</p>
    <p
      v-if="withFigures && (act === 'tilt' || act === 'draw')"
      class="figure mt-2 text-5xl text-go"
      data-testid="sets-in"
      aria-hidden="true"
    >
      {{ t('swirl.setsIn', { s: number(Math.max(0, setsInS)) }) }}
    </p>
    <ol class="mt-auto flex gap-2 pt-4" aria-hidden="true">
      <li
        v-for="(each, index) in acts"
        :key="each"
        class="h-3 flex-1 rounded-full"
        :class="index < at ? 'bg-white/60' : index === at ? 'bg-go' : 'bg-white/25'"
      />
    </ol>
    <BigButton
      v-if="due"
      look="onBell"
      class="mt-2 min-h-18 text-xl"
      :key-cap="t('key.space')"
      data-testid="swirl-then"
      @click="emit('done')"
      >{{ t('swirl.meanwhile', { what: t(`done.${due.verb}`), place: due.placeId }) }}</BigButton
    >
  </section>
</template>
