<script setup lang="ts" generic="Value extends string">
import { useId } from 'vue';
import type { Choice } from './field-look.ts';

/** A labelled choice among a few, and what is wrong with it. */
const model = defineModel<Value>({ required: true });
defineProps<{ label: string; options: readonly Choice[]; error?: string | undefined }>();
const id = useId();
</script>

<template>
  <div class="flex flex-col gap-1">
    <label class="flex flex-col gap-1 font-semibold"
      >{{ label }}
      <select
        v-model="model"
        :aria-invalid="error ? true : undefined"
        :aria-describedby="error ? `${id}-error` : undefined"
        class="min-h-12 w-full min-w-0 rounded-control border bg-card px-3 text-lg font-normal"
        :class="error ? 'border-ember' : 'border-line'"
      >
        <option v-for="option in options" :key="option.value" :value="option.value">{{ option.label }}</option>
      </select></label
    >
    <p v-if="error" :id="`${id}-error`" class="text-sm font-semibold text-ember" role="alert">{{ error }}</p>
  </div>
</template>
