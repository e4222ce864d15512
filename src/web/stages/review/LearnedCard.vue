<script setup lang="ts">
import { computed } from 'vue';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';
import { paceWords } from './learned-words.ts';

/** What this run leaves for those to come; of a rehearsal nothing. */
const props = defineProps<{ formulaId: string }>();
const store = useRun();

const learned = computed(() => store.state!.learned);
const batter = computed(() => learned.value?.batters.find(({ formulaId }) => formulaId === props.formulaId));
/** Plates that were read before their first pour. */
const plates = computed(() => [
  ...new Set(learned.value?.readings.map(({ stationId }) => store.view.station(stationId).name)),
]);
const instead = computed(() => {
  if (store.run!.rehearsal) return t('learned.rehearsal');
  return learned.value ? null : t('learned.waiting');
});
</script>

<template>
  <PaperCard :title="t('learned.title')" data-testid="learned">
    <p v-if="instead" class="text-soft">{{ instead }}</p>
    <template v-else>
      <p class="mb-2 text-sm text-soft">{{ t('learned.lead') }}</p>
      <p v-if="batter" class="mb-2">{{ store.view.formula(formulaId).name }}: {{ paceWords(batter) }}</p>
      <p v-if="plates.length">
        {{ tn('learned.plates', learned!.readings.length, { names: plates.join(', ') }) }}
      </p>
    </template>
  </PaperCard>
</template>
