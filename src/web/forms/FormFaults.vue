<script setup lang="ts" generic="Typed extends GenericObject">
import type { GenericObject } from 'vee-validate';
import { computed } from 'vue';
import type { KitchenForm } from './use-form.ts';

defineOptions({ inheritAttrs: false });
/** What is wrong with a form beside the fields that are shown. */
const { of } = defineProps<{ of: KitchenForm<Typed> }>();
const elsewhere = computed(() => {
  const shown = new Set(of.shown.values());
  return Object.entries(of.errors.value).flatMap(([name, message]) =>
    message && !shown.has(name) ? [{ name, message }] : [],
  );
});
</script>

<template>
  <p v-for="{ name, message } in elsewhere" v-bind="$attrs" :key="name" class="font-semibold text-ember" role="alert">
    {{ message }}
  </p>
</template>
