<script setup lang="ts" generic="Typed extends GenericObject">
import type { GenericObject } from 'vee-validate';
import ChoiceChips from '../parts/ChoiceChips.vue';
import ChoiceField from './ChoiceField.vue';
import type { Choice } from './field-look.ts';
import { useBound } from './use-bound.ts';
import type { FieldName, KitchenForm } from './use-form.ts';

/** A labelled choice of a form, by its name there; `chips`: all that can be chosen stand in sight. */
const { of, name } = defineProps<{
  of: KitchenForm<Typed>;
  name: FieldName<Typed>;
  label: string;
  options: readonly Choice[];
  chips?: boolean;
}>();
const value = useBound(
  () => of,
  () => name,
);
</script>

<template>
  <ChoiceChips v-if="chips" v-model="value" :label="label" :options="options" />
  <ChoiceField v-else v-model="value" :label="label" :options="options" :error="of.errors.value[name]" />
</template>
