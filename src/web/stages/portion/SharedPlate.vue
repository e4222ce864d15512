<script setup lang="ts">
import { computed } from 'vue';
import { batterBeside, runAllergens } from '#core/setup';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** Another batter on the same plate, and what of it may come to this one. */
const props = defineProps<{ formulaId: string; stationId: string }>();
const store = useRun();
const told = computed(() =>
  batterBeside(store.view, props.formulaId, props.stationId).map((id) => {
    const carried = runAllergens(store.view, props.formulaId).carried.filter((each) => each.formulaId === id);
    const list = carried.map(({ allergen }) => t(`allergen.${allergen}`)).join(', ');
    const { name } = store.view.formula(id);
    return {
      id,
      warns: list !== '',
      words: list ? t('layout.sharedWith', { name, list }) : t('layout.shared', { name }),
    };
  }),
);
</script>

<template>
  <p
    v-for="each in told"
    :key="each.id"
    class="mt-2"
    :class="each.warns ? 'font-semibold text-ember' : 'text-soft'"
    data-testid="shared-plate"
  >
    {{ each.words }}
  </p>
</template>
