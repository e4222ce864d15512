<script setup lang="ts">
import { computed, reactive, watch } from 'vue';
import type { FormulaBody, ScaleTarget } from '#core/formula';
import { eggPartG, ingredientOf, type Larder } from '#core/ingredients';
import ChoiceField from '../forms/ChoiceField.vue';
import FormField from '../forms/FormField.vue';
import ChoiceChips from './ChoiceChips.vue';
import { ingredientName } from './format.ts';
import { readFigure } from '../forms/read-figure.ts';
import { readMass, readVolume } from '../forms/read-amount.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** By what the batter is scaled: how much is wanted, or what there is. */
const target = defineModel<ScaleTarget>('target', { required: true });
const eggs = defineModel<'whole' | 'grams'>('eggs', { required: true });
/** Left out where the portion is settled elsewhere. */
const portionMl = defineModel<number>('portionMl');
const props = defineProps<{ body: FormulaBody; larder: Larder }>();
const session = useSession();

const WAYS = ['pieces', 'people', 'panfuls', 'factor', 'eggs', 'onHand'] as const;
type Way = (typeof WAYS)[number];
/** What is asked for each. */
const FIELDS = {
  pieces: ['pieces'],
  people: ['people', 'each'],
  panfuls: ['panfuls', 'perPanful'],
  factor: ['factor'],
  eggs: ['eggs'],
} as const satisfies Record<Exclude<Way, 'onHand'>, readonly string[]>;
const way = computed(() => target.value.by as Way);
const has = computed(() => ({
  eggs: props.body.lines.some((line) => eggPartG(line.ingredientId, 'usLarge') !== null),
}));
const ways = computed(() => WAYS.filter((each) => each !== 'eggs' || has.value.eggs));

/** As typed, so that a figure half written is not thrown away. */
const typed = reactive({
  pieces: '24',
  people: '8',
  each: '3',
  panfuls: '3',
  perPanful: '6',
  factor: '1',
  eggs: '3',
  onHand: '',
});
const onHandId = reactive({ id: '' });
adopt(target.value);

/** The fields begin with what is aimed at. */
function adopt(aimed: ScaleTarget): void {
  if (aimed.by === 'onHand') onHandId.id = aimed.ingredientId;
  for (const [field, value] of Object.entries(aimed))
    if (field in typed) typed[field as keyof typeof typed] = String(value);
}
const weighable = computed(() => props.body.lines.filter((line) => line.percent !== null));
watch(
  weighable,
  (lines) => {
    if (lines.some((line) => line.ingredientId === onHandId.id)) return;
    onHandId.id = mainOf() ?? '';
    if (way.value === 'onHand') aim();
  },
  { immediate: true },
);
function mainOf(): string | undefined {
  const liquids = weighable.value.filter((line) => props.larder.get(line.ingredientId)?.role === 'liquid');
  return [...liquids, ...weighable.value].sort((a, b) => (b.percent ?? 0) - (a.percent ?? 0))[0]?.ingredientId;
}

function aim(next: Way = way.value): void {
  const made: Record<Way, () => ScaleTarget> = {
    pieces: () => ({ by: 'pieces', pieces: readFigure(typed.pieces) }),
    people: () => ({ by: 'people', people: readFigure(typed.people), each: readFigure(typed.each) }),
    panfuls: () => ({ by: 'panfuls', panfuls: readFigure(typed.panfuls), perPanful: readFigure(typed.perPanful) }),
    factor: () => ({ by: 'factor', factor: readFigure(typed.factor) }),
    eggs: () => ({ by: 'eggs', eggs: readFigure(typed.eggs) }),
    onHand: () => ({
      by: 'onHand',
      ingredientId: onHandId.id,
      massG: readMass(typed.onHand || '500', ingredientOf(props.larder, onHandId.id)),
    }),
  };
  if (next === 'onHand' && typed.onHand === '') typed.onHand = session.settings.weights === 'oz' ? '16' : '500';
  target.value = made[next]();
}
const portion = computed({
  get: () => String(portionMl.value),
  set: (text) => {
    const volumeMl = readVolume(text);
    if (volumeMl > 0 && volumeMl <= 1000) portionMl.value = volumeMl;
  },
});
</script>

<template>
  <form class="flex flex-wrap items-end gap-x-4 gap-y-3" novalidate @submit.prevent="aim()">
    <ChoiceChips
      look="low"
      class="self-center"
      :model-value="way"
      :label="t('bench.scaleBy')"
      :options="ways.map((value) => ({ value, label: t(`bench.by.${value}`) }))"
      @update:model-value="aim"
    />
    <template v-if="way === 'onHand'">
      <ChoiceField
        v-model="onHandId.id"
        :label="t('bench.field.ofWhat')"
        :options="weighable.map(({ ingredientId: value }) => ({ value, label: ingredientName(value, larder) }))"
        @update:model-value="aim()"
      />
      <FormField
        v-model="typed.onHand"
        class="w-36"
        type="amount"
        :unit="session.settings.weights"
        :label="t('bench.field.onHand')"
        @update:model-value="aim()"
      />
    </template>
    <FormField
      v-for="field in way === 'onHand' ? [] : FIELDS[way]"
      :key="field"
      v-model="typed[field]"
      class="w-28"
      type="decimal"
      :label="t(`bench.field.${field}`)"
      @update:model-value="aim()"
    />
    <FormField
      v-if="portionMl !== undefined"
      v-model="portion"
      class="w-32"
      type="amount"
      unit="mL"
      :label="t('bench.field.portion')"
    />
    <label v-if="has.eggs" class="flex min-h-12 items-center gap-2">
      <input
        type="checkbox"
        class="size-6 accent-bell"
        :checked="eggs === 'whole'"
        @change="eggs = ($event.target as HTMLInputElement).checked ? 'whole' : 'grams'"
      />{{ t('bench.wholeEggs') }}
    </label>
  </form>
</template>
