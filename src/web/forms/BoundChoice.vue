<script setup lang="ts" generic="Typed extends GenericObject">
import type { GenericObject } from 'vee-validate';
import ChoiceField from './ChoiceField.vue';
import type { Choice } from './field-look.ts';
import { useBound } from './use-bound.ts';
import type { FieldName, KitchenForm } from './use-form.ts';

/** A labelled choice of a form, by its name there. */
const { of, name } = defineProps<{
  of: KitchenForm<Typed>;
  name: FieldName<Typed>;
  label: string;
  options: readonly Choice[];
}>();
const value = useBound(
  () => of,
  () => name,
);
</script>

<template>
  <ChoiceField v-model="value" :label="label" :options="options" :error="of.errors.value[name]" />
</template>
