<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import { computed } from 'vue';
import type { PairFigures } from '#core/heating';
import type { StationBody } from '#core/plate';
import type { StationReading } from '#contract';
import { clock, day, markText, minutes } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { readingText, saysText } from '../parts/reading-words.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** What was read of a station, what each reading says by itself, and which do not agree. */
const props = defineProps<{
  body: StationBody;
  readings: readonly StationReading[];
  pairs: readonly PairFigures[];
  mayEdit: boolean;
}>();
defineEmits<{ drop: [id: string] }>();
const session = useSession();
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');
const rows = computed(() =>
  props.readings.map((each) => {
    const plate = props.body.zones.find(({ id }) => id === each.body.zoneId);
    const pair = props.pairs.find(({ zoneId }) => zoneId === each.body.zoneId);
    const said = pair?.readings.find(({ atMs }) => atMs === each.atMs);
    const last = each.body.turns.at(-1)!;
    const first = each.body.turns[0]!;
    return {
      ...{ id: each.id, run: each.run, text: readingText(each.body.reading), said: said ? saysText(said) : '' },
      contradicted: said?.contradicted ?? false,
      where: t('station.at', {
        mark: plate ? markText(plate.dial, last.mark) : last.mark,
        time: minutes(first.beforeS),
      }),
      when: `${day(each.atMs, zone.value)}, ${clock(each.atMs, zone.value)}`,
      zoneId: props.body.zones.length > 1 ? each.body.zoneId : '',
    };
  }),
);
</script>

<template>
  <PaperCard :title="t('station.readings')">
    <p v-if="!rows.length" class="text-soft">{{ t('station.noReadings') }}</p>
    <ul class="max-h-96 overflow-y-auto">
      <li
        v-for="row in rows"
        :key="row.id"
        class="flex items-center gap-3 border-t border-line py-2"
        data-testid="reading"
      >
        <span class="flex-1"
          ><span class="font-semibold"
            ><template v-if="row.zoneId">{{ row.zoneId }} · </template>{{ row.text }}</span
          >
          <span class="block text-sm text-soft">{{ row.where }} · {{ row.when }}</span>
          <span v-if="row.contradicted" class="flex items-center gap-1 text-sm text-ember"
            ><TriangleAlert class="size-4 shrink-0" aria-hidden="true" />{{ t('station.contradicts') }}</span
          ></span
        >
        <span class="text-right text-sm">{{ row.said }}</span>
        <RouterLink
          v-if="row.run"
          :to="`/runs/${row.run.id}/review`"
          class="flex min-h-11 max-w-40 items-center px-2 text-sm text-bell underline"
          >{{ t('station.inRun', { run: row.run.name }) }}</RouterLink
        >
        <button
          v-else-if="mayEdit"
          type="button"
          class="min-h-11 px-2 text-bell underline"
          :aria-label="t('station.takeBackLine', { what: row.text })"
          @click="$emit('drop', row.id)"
        >
          {{ t('station.takeBack') }}
        </button>
      </li>
    </ul>
  </PaperCard>
</template>
