<script setup lang="ts">
import { shallowRef, watch } from 'vue';
import type { WayOut } from '#core/guidance';
import BigButton from '../../parts/BigButton.vue';
import { minutes } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useRunQuestion } from '../../workers/desk.ts';

/** Ways out of a morning that does not fit, each with what it does, in one tap; taken back by setting the brief again. */
const store = useRun();
/** Null: they are being looked for. */
const ways = shallowRef<readonly WayOut[] | null>(null);
const ask = useRunQuestion(
  'waysOut',
  () => (store.plan ? [store.nowMs] : null),
  (found) => (ways.value = found),
);
watch(
  () => store.plan,
  () => {
    ways.value = null; // they were of another plan
    void ask();
  },
  { immediate: true },
);

function words({ does }: WayOut): string {
  switch (does.kind) {
    case 'later':
      return t('wayOut.later', { time: minutes(60 * does.byMin) });
    case 'fewer': {
      const { name, pieceWord } = store.view.formula(does.formulaId);
      return t('wayOut.fewer', { n: does.pieces, word: pieceWord, name });
    }
    case 'plate':
      return t('wayOut.plate', {
        plate: store.view.station(does.stationId).name,
        name: store.view.formula(does.formulaId).name,
      });
  }
}
function effect({ overMin, startsLaterMin }: WayOut): string {
  const fits = overMin === 0 ? t('wayOut.fits') : t('wayOut.over', { time: minutes(60 * overMin) });
  return startsLaterMin > 0 ? `${fits} ${t('wayOut.starts', { time: minutes(60 * startsLaterMin) })}` : fits;
}
function take({ brief }: WayOut): void {
  void store.tap([{ kind: 'brief-set', payload: brief }]);
}
</script>

<template>
  <p v-if="ways === null" class="mt-3 text-soft" role="status">{{ t('wayOut.looking') }}</p>
  <ul v-else-if="ways.length" class="mt-3 flex flex-col gap-2" data-testid="ways-out">
    <li v-for="way in ways" :key="words(way)">
      <BigButton class="w-full flex-col items-start! text-left" @click="take(way)">
        <span>{{ words(way) }}</span>
        <span class="text-sm font-normal">{{ effect(way) }}</span>
      </BigButton>
    </li>
  </ul>
</template>
