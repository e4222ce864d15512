<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import { computed } from 'vue';
import type { ReadingSaid } from '#core/surface';
import { minutes } from '../../parts/format.ts';
import { readingText, saysText } from '../../parts/reading-words.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What was read of a zone in this run, newest first; each can be taken back. */
const props = defineProps<{ readings: readonly ReadingSaid[] }>();
const store = useRun();
/** So many stand in sight; older ones have faded. */
const SHOWN = 4;
const rows = computed(() => props.readings.slice(-SHOWN).reverse());
const takeBack = (eventId: string) => store.tap([{ kind: 'undone', payload: { eventIds: [eventId] } }]);
</script>

<template>
  <ul v-if="rows.length" class="mt-3 text-sm">
    <li v-for="row in rows" :key="row.reading.eventId" class="border-t border-line py-1" data-testid="zone-reading">
      <div class="flex items-center gap-2">
        <span class="flex-1"
          ><span class="font-semibold">{{ readingText(row.reading) }}</span
          ><template v-if="row.lowC !== null || row.highC !== null">: {{ saysText(row) }}</template
          ><span class="block text-soft">{{
            t('heatMore.ago', { time: minutes((store.nowMs - row.reading.atMs) / 1000) })
          }}</span></span
        >
        <button
          type="button"
          class="min-h-14 px-2 text-bell underline"
          :aria-label="t('station.takeBackLine', { what: readingText(row.reading) })"
          @click="takeBack(row.reading.eventId)"
        >
          {{ t('station.takeBack') }}
        </button>
      </div>
      <p v-if="row.contradicted" class="flex items-center gap-1 text-ember">
        <TriangleAlert class="size-4 shrink-0" aria-hidden="true" />{{ t('station.contradicts') }}
      </p>
    </li>
  </ul>
</template>
