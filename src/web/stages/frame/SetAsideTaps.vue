<script setup lang="ts">
import { computed } from 'vue';
import { runTimeMs } from '#core/run';
import { sendAgain, takeOut } from '../../sync/outbox.ts';
import { flush } from '../../sync/sync.ts';
import BigButton from '../../parts/BigButton.vue';
import { clockSeconds } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { i18n, t } from '../../words/index.ts';

/** Taps that the server would not take: nothing is lost, the cook decides what becomes of each. */
const store = useRun();
const taps = computed(() =>
  store.setAside.map(({ event, refusal }) => {
    const { pieceId, placeId } = event.payload as { pieceId?: string; placeId?: string };
    const known = i18n.global.te(`action.${event.kind}`);
    return {
      id: event.id,
      at: clockSeconds(runTimeMs(event), store.view.pins.timeZone),
      what: known ? t(`action.${event.kind}`) : event.kind,
      place: placeId ?? store.state?.pieces.get(pieceId ?? '')?.placeId ?? '',
      refusal,
    };
  }),
);

async function again(id: string): Promise<void> {
  await sendAgain([id]);
  flush();
}
</script>

<template>
  <ul class="flex flex-col gap-2 px-5 pb-3 text-ink max-md:px-3" :aria-label="t('setAside.title')">
    <li
      v-for="tap in taps"
      :key="tap.id"
      class="flex flex-wrap items-center gap-3 rounded-control border border-line bg-card p-3"
    >
      <span class="figure">{{ tap.at }}</span>
      <span class="min-w-40 flex-1"
        ><span class="font-semibold">{{ tap.what }} {{ tap.place }}</span>
        <span class="block text-soft">{{ tap.refusal }}</span></span
      >
      <BigButton @click="again(tap.id)">{{ t('setAside.again') }}</BigButton>
      <BigButton @click="takeOut([tap.id])">{{ t('setAside.away') }}</BigButton>
    </li>
  </ul>
</template>
