<script setup lang="ts">
import PaperCard from '../parts/PaperCard.vue';
import { t } from '../words/index.ts';
import type { FigureRow } from './figure-rows.ts';

/** What the method says: each figure with its sentence and what is not sure of it, to be left out where it is not so. */
const props = defineProps<{ rows: readonly FigureRow[]; out: Set<string> }>();
const place = ({ key, index }: FigureRow) => `${key}${index}`;

function toggle(row: FigureRow): void {
  if (!props.out.delete(place(row))) props.out.add(place(row));
}
</script>

<template>
  <PaperCard :title="t('paste.method')">
    <p class="text-sm text-soft">{{ t(rows.length ? 'paste.methodLead' : 'paste.methodNone') }}</p>
    <ul class="mt-2" data-testid="pasted-method">
      <li
        v-for="row in rows"
        :key="place(row)"
        class="grid grid-cols-[6rem_minmax(0,1fr)_auto] items-start max-sm:grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-t border-line py-2 first:border-0"
      >
        <span class="pt-2 font-semibold">{{ row.what }}</span>
        <span
          class="pt-2 max-sm:col-span-2 max-sm:row-start-2 max-sm:pt-0"
          :class="{ 'text-soft line-through': out.has(place(row)) }"
        >
          <span class="figure">{{ row.said }}</span>
          <span class="block text-sm text-soft wrap-anywhere">“{{ row.text }}”</span>
          <span v-for="doubt in row.doubts" :key="doubt" class="mr-2 text-sm text-ember">{{ doubt }}</span>
        </span>
        <button
          type="button"
          class="min-h-11 rounded-control px-3 text-soft hover:bg-mist"
          :aria-label="
            t(out.has(place(row)) ? 'paste.takeInFigure' : 'paste.dropFigure', { what: row.what, said: row.said })
          "
          @click="toggle(row)"
        >
          {{ t(out.has(place(row)) ? 'paste.takeIn' : 'paste.drop') }}
        </button>
      </li>
    </ul>
  </PaperCard>
</template>
