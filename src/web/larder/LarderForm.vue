<script setup lang="ts">
import { xor } from 'es-toolkit';
import { computed } from 'vue';
import { ALLERGENS, INGREDIENT_ROLES, SHIPPED_LARDER, type Ingredient } from '#core/ingredients';
import { MEASURE_ML } from '#core/units';
import type { OwnIngredient } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { ingredientName } from '../parts/format.ts';
import { useAction } from '../forms/use-action.ts';
import { useForm } from '../forms/use-form.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { PARTS, foodForm, foodSchema } from './food-form.ts';

/** Changes an ingredient, or adds one when there is none yet. Version 0: the kitchen has not kept it before. */
const props = defineProps<{ food: Ingredient | null; version: number }>();
const emit = defineEmits<{ kept: []; leave: [] }>();
const session = useSession();
const cupMl = computed(() => MEASURE_ML[session.settings.measures].cup);
const shipped = computed(() => props.food !== null && SHIPPED_LARDER.has(props.food.id));
const id = props.food?.id ?? newId();
const name = props.food ? (props.food.name ?? ingredientName(props.food.id)) : '';
const form = useForm({
  typed: foodForm(props.food, cupMl.value, name),
  schema: () => foodSchema(props.food, { id, cupMl: cupMl.value, ownWord: !shipped.value }),
  fieldOf: (named) => named.replace(/^body\./, ''),
  async keep(food) {
    const { id: _id, ...body } = food;
    if (props.version === 0) await call<OwnIngredient>('POST', '/api/ingredients', food);
    else await call<OwnIngredient>('PUT', `/api/ingredients/${id}`, { version: props.version, body });
    emit('kept');
  },
});
const { values } = form;
const { errors, busy, run } = useAction();
const drop = () =>
  run(async () => {
    await call('DELETE', `/api/ingredients/${props.food!.id}`);
    emit('kept');
  });
</script>

<template>
  <form
    class="flex flex-col gap-4 rounded-card border border-bell bg-card p-4"
    novalidate
    @submit.prevent="form.submit"
  >
    <div class="grid gap-4 sm:grid-cols-2">
      <BoundField v-if="!shipped" :of="form" name="name" :label="t('larder.name')" />
      <h3 v-else class="text-xl">{{ name }}</h3>
      <BoundChoice
        v-if="!shipped"
        :of="form"
        name="role"
        :label="t('larder.role')"
        :options="INGREDIENT_ROLES.map((value) => ({ value, label: t(`role.${value}`) }))"
      />
    </div>
    <div class="grid gap-4 sm:grid-cols-4">
      <BoundField :of="form" name="cupG" type="decimal" unit="g" :label="t('larder.cupG')" />
      <BoundField :of="form" name="cupLow" type="decimal" unit="g" :label="t('larder.cupLow')" />
      <BoundField :of="form" name="cupHigh" type="decimal" unit="g" :label="t('larder.cupHigh')" />
      <BoundField :of="form" name="source" :label="t('larder.cupSource')" />
    </div>
    <p class="text-sm text-soft">{{ t('larder.cupHint') }}</p>
    <fieldset>
      <legend class="font-semibold">{{ t('larder.composition') }}</legend>
      <div class="mt-1 grid gap-4 sm:grid-cols-5">
        <BoundField
          v-for="part in PARTS"
          :key="part"
          :of="form"
          :name="part"
          type="decimal"
          unit="g"
          :label="t(`larder.${part}`)"
        />
      </div>
      <p class="mt-1 text-sm text-soft">{{ t('larder.compositionHint') }}</p>
    </fieldset>
    <fieldset>
      <legend class="font-semibold">{{ t('larder.allergens') }}</legend>
      <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        <label v-for="allergen in ALLERGENS" :key="allergen" class="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            class="size-5 accent-bell"
            :checked="values.allergens.includes(allergen)"
            @change="form.set('allergens', xor(values.allergens, [allergen]))"
          />{{ t(`allergen.${allergen}`) }}
        </label>
      </div>
    </fieldset>
    <BoundField
      v-if="values.role === 'powder'"
      :of="form"
      name="co2"
      class="max-w-md"
      type="decimal"
      unit="%"
      :label="t('larder.co2')"
      :hint="t('larder.co2Hint')"
    />
    <div v-if="values.role === 'powder' || values.role === 'soda'" class="flex flex-wrap gap-3">
      <BoundField :of="form" name="useBy" class="max-w-48" type="date" :label="t('larder.useBy')" />
      <BoundField :of="form" name="openedOn" class="max-w-48" type="date" :label="t('larder.openedOn')" />
    </div>
    <FormFaults :of="form" />
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <div class="flex flex-wrap gap-3">
      <BigButton type="submit" look="say" :disabled="form.busy.value">{{ t('larder.keep') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('larder.leave') }}</BigButton>
      <BigButton v-if="version > 0" :disabled="busy" @click="drop">{{
        t(shipped ? 'larder.drop' : 'larder.dropOwn')
      }}</BigButton>
    </div>
  </form>
</template>
