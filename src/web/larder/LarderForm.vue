<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import { ALLERGENS, INGREDIENT_ROLES, SHIPPED_LARDER, type Ingredient } from '#core/ingredients';
import { MEASURE_ML } from '#core/units';
import type { OwnIngredient } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../parts/ChoiceField.vue';
import FormField from '../parts/FormField.vue';
import { ingredientName } from '../parts/format.ts';
import { useAction } from '../settings/use-action.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { PARTS, formOf, readForm, type FormError } from './read-form.ts';

/** Changes an ingredient, or adds one when there is none yet. Version 0: the kitchen has not kept it before. */
const props = defineProps<{ food: Ingredient | null; version: number }>();
const emit = defineEmits<{ kept: []; leave: [] }>();
const session = useSession();
const cupMl = computed(() => MEASURE_ML[session.settings.measures].cup);
const shipped = computed(() => props.food !== null && SHIPPED_LARDER.has(props.food.id));
const form = reactive(formOf(props.food, cupMl.value, props.food ? ingredientName(props.food.id) : ''));
if (props.food?.name) form.name = props.food.name;
const wrong = ref<Partial<Record<string, FormError>>>({});
const { errors, busy, run } = useAction();
const errorOf = (field: string) =>
  wrong.value[field] ? t(`larder.error.${wrong.value[field]}`) : (errors.value[`body.${field}`] ?? errors.value[field]);

function keep(): void {
  const id = props.food?.id ?? newId();
  const read = readForm(form, props.food, id, cupMl.value, !shipped.value);
  wrong.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) return;
  void run(async () => {
    const { id: _id, ...body } = read.food;
    if (props.version === 0) await call<OwnIngredient>('POST', '/api/ingredients', read.food);
    else await call<OwnIngredient>('PUT', `/api/ingredients/${id}`, { version: props.version, body });
    emit('kept');
  });
}
const drop = () =>
  run(async () => {
    await call('DELETE', `/api/ingredients/${props.food!.id}`);
    emit('kept');
  });
const shownElsewhere = new Set(['name', 'body.name', ...PARTS]);
const others = computed(() => Object.entries(errors.value).filter(([field]) => !shownElsewhere.has(field)));
</script>

<template>
  <form class="flex flex-col gap-4 rounded-card border border-bell bg-card p-4" novalidate @submit.prevent="keep">
    <div class="grid gap-4 sm:grid-cols-2">
      <FormField v-if="!shipped" v-model="form.name" :label="t('larder.name')" :error="errorOf('name')" />
      <h3 v-else class="text-xl">{{ form.name }}</h3>
      <ChoiceField
        v-if="!shipped"
        v-model="form.role"
        :label="t('larder.role')"
        :options="INGREDIENT_ROLES.map((value) => ({ value, label: t(`role.${value}`) }))"
      />
    </div>
    <div class="grid gap-4 sm:grid-cols-4">
      <FormField v-model="form.cupG" type="decimal" unit="g" :label="t('larder.cupG')" :error="errorOf('cupG')" />
      <FormField v-model="form.cupLow" type="decimal" unit="g" :label="t('larder.cupLow')" :error="errorOf('cupLow')" />
      <FormField
        v-model="form.cupHigh"
        type="decimal"
        unit="g"
        :label="t('larder.cupHigh')"
        :error="errorOf('cupHigh')"
      />
      <FormField v-model="form.source" :label="t('larder.cupSource')" />
    </div>
    <p class="text-sm text-soft">{{ t('larder.cupHint') }}</p>
    <fieldset>
      <legend class="font-semibold">{{ t('larder.composition') }}</legend>
      <div class="mt-1 grid gap-4 sm:grid-cols-5">
        <FormField
          v-for="part in PARTS"
          :key="part"
          v-model="form[part]"
          type="decimal"
          unit="g"
          :label="t(`larder.${part}`)"
          :error="errorOf(part)"
        />
      </div>
      <p class="mt-1 text-sm text-soft">{{ t('larder.compositionHint') }}</p>
    </fieldset>
    <fieldset>
      <legend class="font-semibold">{{ t('larder.allergens') }}</legend>
      <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        <label v-for="allergen in ALLERGENS" :key="allergen" class="flex min-h-11 items-center gap-2">
          <input v-model="form.allergens" type="checkbox" class="size-5 accent-bell" :value="allergen" />{{
            t(`allergen.${allergen}`)
          }}
        </label>
      </div>
    </fieldset>
    <FormField
      v-if="form.role === 'powder'"
      v-model="form.co2"
      class="max-w-md"
      type="decimal"
      unit="%"
      :label="t('larder.co2')"
      :hint="t('larder.co2Hint')"
      :error="errorOf('co2')"
    />
    <FormField
      v-if="form.role === 'powder' || form.role === 'soda'"
      v-model="form.useBy"
      class="max-w-48"
      type="date"
      :label="t('larder.useBy')"
      :error="errorOf('useBy')"
    />
    <p v-for="[field, message] in others" :key="field" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <div class="flex flex-wrap gap-3">
      <BigButton type="submit" look="say" :disabled="busy">{{ t('larder.keep') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('larder.leave') }}</BigButton>
      <BigButton v-if="version > 0" :disabled="busy" @click="drop">{{
        t(shipped ? 'larder.drop' : 'larder.dropOwn')
      }}</BigButton>
    </div>
  </form>
</template>
