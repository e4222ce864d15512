import { cloneDeep, groupBy } from 'es-toolkit';
import { computed, nextTick, shallowReactive, watch, type ComputedRef, type DeepReadonly, type Ref } from 'vue';
import { useForm as useFields, type GenericObject, type Path, type PathValue, type TypedSchema } from 'vee-validate';
import * as v from 'valibot';
import { faultsOf } from './use-action.ts';

export interface FormOptions<Typed extends GenericObject, Meaning> {
  /** What stands in the fields at first. */
  readonly typed: Typed;
  /** What is typed, and what it means; asked anew at each try, since it may rest on more than the form. */
  readonly schema: () => v.GenericSchema<Typed, Meaning>;
  /** Does what the form is for; what the server refuses is told at its field. */
  readonly keep: (meaning: Meaning) => unknown;
  /** The form's field for one that the server names, where it has another name there. */
  readonly fieldOf?: (named: string) => string;
}

/** A form as its fields know it. */
export interface KitchenForm<Typed extends GenericObject> {
  readonly values: DeepReadonly<Typed>;
  /** Puts a value into a field, as if it were typed. */
  readonly set: <Name extends Path<Typed>>(name: Name, value: PathValue<Typed, Name>) => void;
  /** What is wrong by field, once it was tried; '' where no field is named. */
  readonly errors: ComputedRef<Readonly<Record<string, string | undefined>>>;
  /** Names of the fields that are shown, by who shows them. */
  readonly shown: Map<symbol, string>;
  readonly busy: Readonly<Ref<boolean>>;
  readonly submit: (event?: Event) => Promise<void>;
  /** Begins anew with these values, without a fault. */
  readonly reset: (typed: Typed) => void;
}

/** A path into what is typed: "name", "steps[2].text". */
export type FieldName<Typed extends GenericObject> = Path<Typed>;

/**
 * A form over a Valibot schema whose input is what is typed and whose output is what it means. Nothing is said to be
 * wrong before the first try; from then on faults go as they are mended. A try that fails puts the cursor into the
 * first field that is wrong.
 */
export function useForm<Typed extends GenericObject, Meaning>(
  options: FormOptions<Typed, Meaning>,
): KitchenForm<Typed> {
  const form = useFields<Typed, GenericObject>({
    initialValues: options.typed as never,
    validationSchema: asTypedSchema(options.schema) as TypedSchema<Typed, GenericObject>,
    keepValuesOnUnmount: true,
  });
  const errors = computed(() => (form.submitCount.value > 0 ? { ...form.errors.value } : {}));
  // what the server refused is no longer there once something else is typed
  watch(form.values, () => form.submitCount.value > 0 && void form.validate(), { deep: true });
  const attempt = form.handleSubmit(async (meaning) => {
    const faults = await faultsOf(async () => void (await options.keep(meaning as Meaning)));
    for (const [named, message] of Object.entries(faults))
      form.setFieldError((options.fieldOf?.(named) ?? named) as Path<Typed>, message);
  });
  return {
    ...{ values: form.values as DeepReadonly<Typed>, errors, busy: form.isSubmitting },
    shown: shallowReactive(new Map()),
    set: (name, value) => form.setFieldValue(name, value, false),
    async submit(event) {
      if (form.isSubmitting.value) return;
      const { currentTarget: within } = event ?? {};
      await attempt();
      await nextTick();
      if (within instanceof Element) within.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
    },
    reset: (typed) => form.resetForm({ values: cloneDeep(typed) as never }, { force: true }),
  };
}

/** The schema as the form library takes one. Its own adapter would put what is meant where it was typed. */
function asTypedSchema<Typed, Meaning>(schema: () => v.GenericSchema<Typed, Meaning>): TypedSchema<Typed, Meaning> {
  return {
    __type: 'VVTypedSchema',
    async parse(values) {
      const read = v.safeParse(schema(), values);
      if (read.success) return { value: read.output, errors: [] };
      const byField = groupBy(read.issues as v.BaseIssue<unknown>[], (issue) => fieldName(v.getDotPath(issue) ?? ''));
      return {
        errors: Object.entries(byField).map(([path, issues]) => ({
          path,
          errors: issues.map(({ message }) => message),
        })),
      };
    },
  };
}

/** A path with its indices in brackets, as the form library writes them. */
const fieldName = (path: string) => path.replaceAll(/\.(\d+)(?=\.|$)/g, '[$1]');
