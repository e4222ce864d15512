<script setup lang="ts" generic="Value extends string">
/** A labelled choice among a few. */
const model = defineModel<Value>({ required: true });
defineProps<{ label: string; options: readonly { readonly value: string; readonly label: string }[] }>();
</script>

<template>
  <label class="flex flex-col gap-1 font-semibold"
    >{{ label }}
    <select
      v-model="model"
      class="min-h-12 w-full min-w-0 rounded-control border border-line bg-card px-3 text-lg font-normal"
    >
      <option v-for="option in options" :key="option.value" :value="option.value">{{ option.label }}</option>
    </select></label
  >
</template>
