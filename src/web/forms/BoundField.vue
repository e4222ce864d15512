<script setup lang="ts" generic="Typed extends GenericObject">
import type { GenericObject } from 'vee-validate';
import FormField from './FormField.vue';
import type { FieldLook } from './field-look.ts';
import { useBound } from './use-bound.ts';
import type { FieldName, KitchenForm } from './use-form.ts';

/** A labelled input of a form, by its name there; `fault` is one that the form itself does not know of. */
const { of, name, fault, ...look } = defineProps<
  FieldLook & { of: KitchenForm<Typed>; name: FieldName<Typed>; fault?: string | undefined }
>();
const value = useBound(
  () => of,
  () => name,
);
</script>

<template>
  <FormField v-model="value" v-bind="look" :error="of.errors.value[name] || fault" />
</template>
