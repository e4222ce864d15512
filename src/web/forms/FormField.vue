<script setup lang="ts">
import { useId } from 'vue';
import type { FieldLook } from './field-look.ts';

/** A labelled input that says what is wrong with it, where it stands. `decimal` takes a point or a comma. */
const model = defineModel<string>({ required: true });
defineProps<FieldLook & { error?: string | undefined }>();
const id = useId();
</script>

<template>
  <div class="flex flex-col gap-1">
    <label :for="id" class="font-semibold">{{ label }}</label>
    <div class="flex items-center gap-2">
      <component
        :is="rows ? 'textarea' : 'input'"
        :id="id"
        :value="model"
        :rows="rows"
        :type="rows ? undefined : type === 'decimal' || type === 'amount' ? 'text' : (type ?? 'text')"
        :inputmode="type === 'number' || type === 'decimal' ? 'decimal' : undefined"
        :autocomplete="autocomplete ?? 'off'"
        :min="min"
        :step="step ?? 'any'"
        :aria-invalid="error ? true : undefined"
        :aria-describedby="error ? `${id}-error` : hint ? `${id}-hint` : undefined"
        class="min-h-12 w-full min-w-0 rounded-control border bg-card px-3 text-lg"
        :class="[error ? 'border-ember' : 'border-line', { 'py-3': rows }]"
        @input="model = ($event.target as HTMLInputElement).value"
      />
      <span v-if="unit" class="shrink-0 text-soft">{{ unit }}</span>
    </div>
    <p v-if="error" :id="`${id}-error`" class="text-sm font-semibold text-ember" role="alert">{{ error }}</p>
    <p v-else-if="hint" :id="`${id}-hint`" class="text-sm text-soft">{{ hint }}</p>
  </div>
</template>
