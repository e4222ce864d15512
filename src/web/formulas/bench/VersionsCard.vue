<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import type { BookFormula, FormulaRevision } from '#contract';
import { compareFormulas, type FormulaBody } from '#core/formula';
import type { Larder } from '#core/ingredients';
import { call } from '../../sync/api.ts';
import { day } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';
import ChangeCard from './ChangeCard.vue';

/** Every revision that was kept, each beside what is on the bench. */
const props = defineProps<{ formula: BookFormula; draft: FormulaBody; larder: Larder; pressurePa: number }>();
defineEmits<{ take: [body: FormulaBody] }>();
const session = useSession();
const revisions = shallowRef<FormulaRevision[]>([]);
const chosen = ref<number | null>(null);
const load = () =>
  call<FormulaRevision[]>('GET', `/api/formulas/${props.formula.id}/revisions`).then(
    (found) => (revisions.value = found),
    () => undefined, // without the server there is only the newest
  );
onMounted(load);
watch([() => props.formula.id, () => props.formula.revision], load);
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');
const beside = computed(() => revisions.value.find((each) => each.revision === chosen.value));
</script>

<template>
  <PaperCard v-if="revisions.length" :title="t('bench.versions')">
    <ul class="flex flex-col gap-1">
      <li v-for="each in revisions" :key="each.revision">
        <button
          type="button"
          class="flex min-h-12 w-full items-center justify-between gap-3 rounded-control px-3 text-left hover:bg-mist"
          :class="{ 'bg-mist font-semibold text-bell': chosen === each.revision }"
          :aria-pressed="chosen === each.revision"
          @click="chosen = chosen === each.revision ? null : each.revision"
        >
          <span>{{ t('bench.revision', { n: each.revision }) }}, {{ each.body.name }}</span>
          <span class="text-sm text-soft">{{ each.madeBy ?? '' }} {{ day(each.madeAtMs, zone) }}</span>
        </button>
      </li>
    </ul>
    <div v-if="beside" class="mt-3 border-t border-line pt-3" data-testid="beside">
      <ChangeCard :change="compareFormulas(beside.body, draft, larder, pressurePa)" :larder="larder" />
      <button
        type="button"
        class="mt-2 min-h-12 rounded-control border border-line px-4 hover:bg-mist"
        @click="$emit('take', beside.body)"
      >
        {{ t('bench.takeRevision', { n: beside.revision }) }}
      </button>
    </div>
  </PaperCard>
</template>
