<script setup lang="ts">
import { Plus } from '@lucide/vue';
import { computed, onMounted, ref } from 'vue';
import { lastDayOf, tinState } from '#core/formula';
import { INGREDIENT_ROLES, SHIPPED_LARDER, type Ingredient } from '#core/ingredients';
import { MEASURE_ML } from '#core/units';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import FormField from '../forms/FormField.vue';
import { ingredientName, number } from '../parts/format.ts';
import { useAction } from '../forms/use-action.ts';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import LarderForm from './LarderForm.vue';

/** Everything a batter can be made of, with where its figures come from. */
const library = useLibrary();
const session = useSession();
const { errors, run } = useAction();
onMounted(() => run(async () => library.load()));
const mayEdit = computed(() => session.session?.person.role !== 'viewer');
const query = ref('');
/** Which one is being changed: an id, '' for a new one, null for none. */
const open = ref<string | null>(null);

const rows = computed(() => {
  const wanted = query.value.trim().toLowerCase();
  return INGREDIENT_ROLES.map((role) => ({
    role,
    foods: [...library.larder.values()].filter(
      (food) => food.role === role && ingredientName(food.id, library.larder).toLowerCase().includes(wanted),
    ),
  })).filter((group) => group.foods.length > 0);
});
const cupMl = computed(() => MEASURE_ML[session.settings.measures].cup);
const cupOf = (food: Ingredient) => {
  const density = food.densityGPerMl;
  if (!density) return { value: t('larder.unknown'), range: '', other: [] };
  const inCup = (figure: number) => number(figure * cupMl.value);
  const other = Object.entries(food.measuredAs ?? {}).map(([as, figure]) =>
    t(`larder.as.${as}`, { g: inCup(figure.value), low: inCup(figure.low), high: inCup(figure.high) }),
  );
  return {
    value: `${inCup(density.value)} g`,
    range: t('larder.range', { low: inCup(density.low), high: inCup(density.high) }),
    other,
  };
};
const today = new Date().toISOString().slice(0, 10);
const tinDay = (food: Ingredient) => tinState(food, today);
const isOwn = (food: Ingredient) => SHIPPED_LARDER.get(food.id) !== food;
function kept(): void {
  open.value = null;
  void run(async () => library.load());
}
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-5xl flex-col gap-5 p-5">
    <div class="flex flex-wrap items-end gap-3">
      <div class="mr-auto">
        <h1 class="text-3xl">{{ t('larder.title') }}</h1>
        <p class="max-w-xl text-soft">{{ t('larder.lead') }}</p>
      </div>
      <FormField v-model="query" class="w-56" type="search" :label="t('larder.search')" />
      <BigButton v-if="mayEdit" @click="open = ''"
        ><Plus class="size-5" aria-hidden="true" />{{ t('larder.add') }}</BigButton
      >
    </div>
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <LarderForm v-if="open === ''" :food="null" :version="0" @kept="kept" @leave="open = null" />
    <section v-for="group in rows" :key="group.role">
      <h2 class="mb-1 text-xl">{{ t(`role.${group.role}`) }}</h2>
      <ul class="rounded-card border border-line bg-card">
        <li v-for="food in group.foods" :key="food.id" class="border-t border-line first:border-0">
          <LarderForm
            v-if="open === food.id"
            :food="food"
            :version="library.ownIngredients.find((own) => own.body.id === food.id)?.version ?? 0"
            @kept="kept"
            @leave="open = null"
          />
          <div
            v-else
            class="grid min-h-14 grid-cols-[1fr_9rem_1fr_auto] items-center gap-x-3 px-4 py-1 max-sm:grid-cols-[1fr_6rem_auto]"
            :data-testid="`food-${food.id}`"
          >
            <span
              ><span class="text-lg font-semibold">{{ ingredientName(food.id, library.larder) }}</span>
              <span v-if="isOwn(food)" class="ml-2 rounded-full bg-mist px-2 text-sm font-semibold text-bell">{{
                t('larder.own')
              }}</span>
              <span
                v-if="lastDayOf(food)"
                class="block text-sm"
                :class="tinDay(food) === 'past' ? 'text-ember' : 'text-soft'"
                >{{ t('larder.useBy') }} {{ lastDayOf(food)
                }}<template v-if="tinDay(food) === 'past'">, {{ t('larder.useByPast') }}</template></span
              >
              <span v-if="food.allergens.length" class="block text-sm text-ember">{{
                food.allergens.map((each) => t(`allergen.${each}`)).join(', ')
              }}</span></span
            >
            <span class="text-right"
              ><span class="figure text-lg">{{ cupOf(food).value }}</span>
              <span class="text-sm text-soft">&nbsp;{{ t('larder.aCup') }}<br />{{ cupOf(food).range }}</span></span
            >
            <span class="text-sm text-soft max-sm:hidden"
              >{{ food.densityGPerMl?.source }}
              <template v-if="food.densityGPerMl">({{ t(`certainty.${food.densityGPerMl.certainty}`) }})</template>
              <span v-for="line in cupOf(food).other" :key="line" class="block">{{ line }}</span></span
            >
            <button
              v-if="mayEdit"
              type="button"
              class="min-h-11 rounded-control px-3 text-bell hover:bg-mist"
              :aria-label="t('larder.changeName', { name: ingredientName(food.id, library.larder) })"
              @click="open = food.id"
            >
              {{ t('larder.change') }}
            </button>
          </div>
        </li>
      </ul>
    </section>
    <p class="text-sm text-soft">{{ t('larder.sources') }}</p>
  </main>
</template>
