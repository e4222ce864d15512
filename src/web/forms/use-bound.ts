import { useField, type GenericObject } from 'vee-validate';
import { onScopeDispose, watch, type Ref } from 'vue';
import type { FieldName, KitchenForm } from './use-form.ts';

/** The value of a form's field; while it is shown its faults stand with it. */
export function useBound<Typed extends GenericObject>(
  form: () => KitchenForm<Typed>,
  name: () => FieldName<Typed>,
): Ref<string> {
  const me = Symbol();
  watch(name, (now) => form().shown.set(me, now), { immediate: true });
  onScopeDispose(() => form().shown.delete(me));
  return useField<string>(name, undefined, { validateOnValueUpdate: false }).value;
}
