<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue';
import { RouterLink, useRoute } from 'vue-router';
import { clockOffset } from '../../sync/clock.ts';
import { storageTrouble } from '../../sync/database.ts';
import { hands } from '../../sync/hands.ts';
import { countTaps, handOn, othersWaiting } from '../../sync/outbox.ts';
import { flush, sync } from '../../sync/sync.ts';
import { minutes } from '../../parts/format.ts';
import { usePeople } from '../../stores/people.ts';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';
import { clashWords } from './clash-words.ts';
import SetAsideTaps from './SetAsideTaps.vue';

/** What stands between this device and the others: no line, no session, taps set aside, a clock that is off. */
const store = useRun();
const people = usePeople();
const route = useRoute();
const looking = ref(false);
onMounted(() => void people.load().catch(() => undefined));
watch(
  () => store.setAside.length,
  (left) => {
    if (left === 0) looking.value = false;
  },
);

/** A clash is news for this long. */
const NEWS_MS = 20_000;
/** A device's clock further off than this is worth a word; less is corrected silently. */
const CLOCK_OFF_MS = 60_000;

const clash = computed(() => {
  const last = store.state?.clashes.at(-1);
  return last && store.nowMs - last.atMs < NEWS_MS ? clashWords(last) : null;
});
const clockOff = computed(() => {
  const { offsetMs, measured } = clockOffset;
  if (!measured || Math.abs(offsetMs) < CLOCK_OFF_MS) return null;
  return t(offsetMs > 0 ? 'frame.clockBehind' : 'frame.clockAhead', { time: minutes(offsetMs / 1000) });
});
const taps = computed(() => countTaps(store.pending));
const lines = computed(() =>
  [
    sync.sessionExpired ? tn('frame.lapsed', taps.value) : !store.online ? waitingWords.value : null,
    store.isReadOnly ? t('frame.looksOn') : null,
    storageTrouble.value ? t(`frame.storage.${storageTrouble.value}`) : null,
    clockOff.value,
    clash.value,
  ].filter((line) => line !== null),
);
/** Taps made here by others, who signed out before they were sent: by name, how many. */
const others = computed(() => {
  const here = othersWaiting.value.filter(({ runId }) => runId === store.run?.id);
  return [...new Set(here.map(({ by }) => by!.name))].map((who) => {
    const own = here.filter(({ by }) => by!.name === who).map(({ event }) => event);
    return { who, ids: own.map(({ id }) => id), words: tn('frame.others', countTaps(own), { who }) };
  });
});
async function handOnTaps(ids: readonly string[]): Promise<void> {
  await handOn(ids);
  flush();
}
const waitingWords = computed(() => tn(sync.trouble ? `frame.${sync.trouble}` : 'frame.waiting', taps.value));
</script>

<template>
  <div v-if="lines.length || store.setAside.length || others.length" class="bg-ember-mist text-ember">
    <div class="flex flex-wrap items-center gap-x-4 px-5 py-1 text-sm font-semibold max-md:px-3" role="status">
      <span v-for="line in lines" :key="line">{{ line }}</span>
      <template v-for="{ who, ids, words } in others" :key="who">
        <span>{{ words }}</span>
        <button
          v-if="hands && !sync.sessionExpired && !store.isReadOnly"
          type="button"
          class="flex min-h-11 items-center underline"
          @click="handOnTaps(ids)"
        >
          {{ t('frame.handOn', { me: hands.name }) }}
        </button>
      </template>
      <RouterLink
        v-if="sync.sessionExpired"
        class="flex min-h-11 items-center underline"
        :to="{ path: '/sign-in', query: { to: route.fullPath } }"
        >{{ t('signIn.go') }}</RouterLink
      >
      <button
        v-if="store.setAside.length"
        type="button"
        class="flex min-h-11 items-center underline"
        :aria-expanded="looking"
        @click="looking = !looking"
      >
        {{ tn('frame.setAside', store.setAside.length) }}
      </button>
    </div>
    <SetAsideTaps v-if="looking && store.setAside.length" />
  </div>
</template>
