<script setup lang="ts">
import { computed } from 'vue';
import { useRun } from '../../stores/run.ts';

/** One tab a formula, when the run has more than one. */
const model = defineModel<string>({ required: true });
defineProps<{ label: string }>();
const store = useRun();
const tabs = computed(() =>
  (store.state!.brief?.items ?? []).map((item) => ({
    id: item.formulaId,
    name: store.view.formula(item.formulaId).name,
  })),
);
</script>

<template>
  <div v-if="tabs.length > 1" class="flex flex-wrap gap-2" role="group" :aria-label="label">
    <button
      v-for="tab in tabs"
      :key="tab.id"
      type="button"
      class="min-h-12 rounded-full border px-5 text-lg"
      :class="model === tab.id ? 'border-bell bg-mist font-semibold text-bell' : 'border-line bg-card'"
      :aria-pressed="model === tab.id"
      @click="model = tab.id"
    >
      {{ tab.name }}
    </button>
  </div>
</template>
