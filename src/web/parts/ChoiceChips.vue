<script setup lang="ts" generic="Value extends string | number">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue';
import type { Component } from 'vue';

/** A choice among a few that all stand in sight: one tap each, large enough for a wet hand. */
const model = defineModel<Value>({ required: true });
const { look = 'chips' } = defineProps<{
  label: string;
  options: readonly {
    readonly value: Value;
    readonly label: string;
    readonly icon?: Component;
    readonly done?: string;
  }[];
  /** Chips that stand apart, lower ones where there is little room, or one bar. */
  look?: 'chips' | 'low' | 'bar';
}>();
const GROUP = {
  chips: 'flex-wrap gap-2',
  low: 'flex-wrap gap-1',
  bar: 'rounded-control border border-line p-1',
};
const OPTION = {
  chips: 'min-h-14 rounded-full border px-4',
  low: 'min-h-12 rounded-control border px-3',
  bar: 'min-h-14 rounded-control px-4',
};
const CHOSEN = 'border-bell bg-mist font-semibold text-bell';
const OTHER = { chips: 'border-line bg-card', low: 'border-line bg-card', bar: '' };
</script>

<template>
  <RadioGroup v-model="model" class="flex" :class="GROUP[look]" :aria-label="label">
    <RadioGroupOption
      v-for="option in options"
      :key="option.value"
      as="button"
      type="button"
      :value="option.value"
      class="flex items-center gap-2"
      :class="[OPTION[look], model === option.value ? CHOSEN : OTHER[look]]"
    >
      <component :is="option.icon" v-if="option.icon" class="size-5" aria-hidden="true" />{{ option.label
      }}<template v-if="option.done"
        ><span class="text-leaf" aria-hidden="true">✓</span><span class="sr-only">{{ option.done }}</span></template
      >
    </RadioGroupOption>
  </RadioGroup>
</template>
