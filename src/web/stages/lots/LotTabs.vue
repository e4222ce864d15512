<script setup lang="ts">
import { computed } from 'vue';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import { useRun } from '../../stores/run.ts';

/** One tab a formula, when the run has more than one. */
const model = defineModel<string>({ required: true });
defineProps<{ label: string }>();
const store = useRun();
const tabs = computed(() =>
  (store.state!.brief?.items ?? []).map((item) => ({
    value: item.formulaId,
    label: store.view.formula(item.formulaId).name,
  })),
);
</script>

<template>
  <ChoiceChips v-if="tabs.length > 1" v-model="model" :label="label" :options="tabs" />
</template>
