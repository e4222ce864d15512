<script setup lang="ts">
import { Check } from '@lucide/vue';
import { computed, onMounted } from 'vue';
import { RouterLink } from 'vue-router';
import PaperCard from '../parts/PaperCard.vue';
import { useLibrary } from '../stores/library.ts';
import { t } from '../words/index.ts';

/** What a kitchen needs before its first run, and what of it is there. */
const library = useLibrary();
onMounted(() => void library.load().catch(() => undefined));
const steps = computed(() => [
  { key: 'stations', to: '/stations', done: library.stations.length > 0 },
  { key: 'formulas', to: '/formulas', done: library.formulas.length > 0 },
  { key: 'run', to: '/runs/new', done: false },
]);
</script>

<template>
  <PaperCard :title="t('firstSteps.title')">
    <ol class="flex flex-col gap-2">
      <li v-for="(step, index) in steps" :key="step.key">
        <RouterLink
          :to="step.to"
          class="flex min-h-14 items-center gap-4 rounded-control border border-line px-4 py-2 hover:bg-mist"
        >
          <span
            class="figure flex size-9 shrink-0 items-center justify-center rounded-full text-lg"
            :class="step.done ? 'bg-leaf-mist text-leaf' : 'bg-mist text-bell'"
          >
            <Check v-if="step.done" class="size-5" aria-hidden="true" /><template v-else>{{ index + 1 }}</template>
          </span>
          <span>
            <span class="block text-lg font-semibold"
              >{{ t(`firstSteps.${step.key}`)
              }}<span v-if="step.done" class="sr-only"> {{ t('frame.done') }}</span></span
            >
            <span class="text-soft">{{ t(`firstSteps.${step.key}Lead`) }}</span>
          </span>
        </RouterLink>
      </li>
    </ol>
  </PaperCard>
</template>
