<script setup lang="ts" generic="Value extends string | number">
import type { Component } from 'vue';

/** A choice among a few that all stand in sight: one tap each, large enough for a wet hand. */
const model = defineModel<Value>({ required: true });
withDefaults(
  defineProps<{
    label: string;
    options: readonly {
      readonly value: Value;
      readonly label: string;
      readonly icon?: Component;
      readonly done?: string;
    }[];
    /** Chips that stand apart, or one bar. */
    look?: 'chips' | 'bar';
  }>(),
  { look: 'chips' },
);
</script>

<template>
  <div
    class="flex"
    :class="look === 'bar' ? 'rounded-control border border-line p-1' : 'flex-wrap gap-2'"
    role="group"
    :aria-label="label"
  >
    <button
      v-for="option in options"
      :key="option.value"
      type="button"
      class="flex min-h-14 items-center gap-2 px-4"
      :class="
        look === 'bar'
          ? ['rounded-control', { 'bg-mist font-semibold text-bell': model === option.value }]
          : [
              'rounded-full border',
              model === option.value ? 'border-bell bg-mist font-semibold text-bell' : 'border-line bg-card',
            ]
      "
      :aria-pressed="model === option.value"
      @click="model = option.value"
    >
      <component :is="option.icon" v-if="option.icon" class="size-5" aria-hidden="true" />{{ option.label
      }}<template v-if="option.done"
        ><span class="text-leaf" aria-hidden="true">✓</span><span class="sr-only">{{ option.done }}</span></template
      >
    </button>
  </div>
</template>
