<script setup lang="ts">
import { computed } from 'vue';
import type { Hand } from '#core/guidance';
import { clock, stretch } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What comes after the next hand; pours stand among flips, so that none is hidden. */
const props = defineProps<{ hands: readonly Hand[] }>();
const store = useRun();

interface Entry {
  readonly key: string;
  readonly verb: Hand['verb'];
  readonly places: string;
  readonly dueMs: number;
}
const SHOWN = 5;

/** Hands with the same verb on the same zone that follow each other become one line. */
const entries = computed(() => {
  const groups: [Hand, ...Hand[]][] = [];
  for (const hand of props.hands) {
    const group = groups.at(-1);
    const [head] = group ?? [];
    if (head?.verb === hand.verb && head.stationId === hand.stationId && head.zoneId === hand.zoneId) group!.push(hand);
    else groups.push([hand]);
  }
  return groups.slice(0, SHOWN).map((group): Entry => {
    const [{ verb, stationId, placeId, dueMs }] = group;
    return { key: `${verb}${stationId}${placeId}`, verb, places: placesOf(group), dueMs };
  });
});
/** The next two by name, and how many more: they need not lie side by side. */
function placesOf(group: readonly Hand[]): string {
  const [first, second, ...more] = group.map(({ placeId }) => placeId);
  const named = [first, second].filter(Boolean).join(', ');
  return more.length === 0 ? named : t('hand.andMore', { places: named, n: more.length });
}
function when(dueMs: number): string {
  const inS = (dueMs - store.nowMs) / 1000;
  return inS > 600 ? clock(dueMs, store.view.pins.timeZone) : inS < 1 ? t('hand.now') : stretch(inS);
}
</script>

<template>
  <section class="rounded-card border border-line bg-card px-4 py-2" :aria-label="t('hand.then')">
    <p class="text-sm text-soft">{{ t('hand.then') }}</p>
    <ol>
      <li
        v-for="entry in entries"
        :key="entry.key"
        class="figure grid grid-cols-[3.2rem_1fr_auto] gap-2 border-t border-line py-1.5 text-xl"
      >
        <span>{{ t(`verb.${entry.verb}`) }}</span><span class="text-bell">{{ entry.places }}</span
        ><span>{{ when(entry.dueMs) }}</span>
      </li>
    </ol>
    <p v-if="!entries.length" class="border-t border-line py-2 text-soft">{{ t('hand.nothingThen') }}</p>
  </section>
</template>
