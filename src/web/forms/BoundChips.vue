<script setup lang="ts" generic="Typed extends GenericObject">
import type { GenericObject } from 'vee-validate';
import ChoiceChips from '../parts/ChoiceChips.vue';
import type { Choice } from './field-look.ts';
import { useBound } from './use-bound.ts';
import type { FieldName, KitchenForm } from './use-form.ts';

/** A choice of a form among a few that all stand in sight, by its name there. */
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
  <ChoiceChips v-model="value" :label="label" :options="options" />
</template>
