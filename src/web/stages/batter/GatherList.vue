<script setup lang="ts">
import { Check } from '@lucide/vue';
import { computed, ref } from 'vue';
import {
  SUBSTITUTIONS,
  hydration,
  inBatter,
  leaveningBalance,
  linesFor,
  plateFatFor,
  standInsFor,
  substitute,
  toolsFor,
  type FormulaBody,
} from '#core/formula';
import { allergensOf, type Larder } from '#core/ingredients';
import { ingredientName, number, weight } from '../../parts/format.ts';
import { orFault } from '../../parts/or-fault.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What must stand ready: one tap each, and a way on for what is not in the house. */
const props = defineProps<{ formulaId: string; body: FormulaBody; larder: Larder; mixed: boolean }>();
/** The gather list's own name for it. */
const PLATE_FAT = 'plateFat';
const store = useRun();
const batter = computed(() => store.state!.batters.get(props.formulaId));
const missing = ref('');
const swapped = computed(() =>
  SUBSTITUTIONS.filter((each) => batter.value?.standInIds.includes(each.id))
    .map((each) => ingredientName(each.from, props.larder))
    .join(', '),
);
/** What the plate is greased with, and how much of it the run will take. */
const plateFat = computed(() => {
  const { fat } = props.body;
  const panfuls = store.plan?.panfuls.filter(({ formulaId }) => formulaId === props.formulaId) ?? [];
  const pieces = store.state!.brief?.items.find(({ formulaId }) => formulaId === props.formulaId)?.pieces ?? 0;
  const zones = new Set(panfuls.map(({ zoneKey }) => zoneKey)).size;
  const total = plateFatFor(fat, { pieces, panfuls: panfuls.length, zones: Math.max(1, zones) });
  if (!total) return [];
  const about = { fat: t(`fatKind.${fat.kind}`), amount: weight(total.massG), times: total.times };
  return [{ thing: PLATE_FAT, name: t(fat.kind === 'spray' ? 'gather.spray' : 'gather.plateFat', about) }];
});
const things = computed(() => [
  {
    kind: 'ingredient' as const,
    rows: [
      ...props.body.lines.map((line) => ({
        thing: line.ingredientId,
        name: ingredientName(line.ingredientId, props.larder),
      })),
      ...plateFat.value,
    ],
  },
  {
    kind: 'tool' as const,
    rows: toolsFor(props.body, !store.view.pins.measuredBy).map((tool) => ({
      thing: tool as string,
      name: t(`tool.${tool}`),
    })),
  },
]);
const isThere = (kind: string, thing: string) => batter.value?.gathered.has(`${kind}/${thing}`) ?? false;
const toggle = (kind: 'ingredient' | 'tool', thing: string) =>
  store.tap([
    { kind: 'thing-gathered', payload: { formulaId: props.formulaId, kind, thing, there: !isThere(kind, thing) } },
  ]);

/** What stands for a thing, and what it does to the batter, in a line each. */
const standIns = computed(() =>
  standInsFor(missing.value).flatMap((standIn) => {
    const tried = orFault(() => substitute(props.body, standIn));
    if (!tried.value) return [];
    const before = figures(props.body);
    const after = figures(tried.value);
    const gains = after.allergens.filter((each) => !before.allergens.includes(each));
    const losses = before.allergens.filter((each) => !after.allergens.includes(each));
    const list = (each: readonly string[]) => each.map((allergen) => t(`allergen.${allergen}`)).join(', ');
    return [
      {
        id: standIn.id,
        name: standIn.to.map((each) => ingredientName(each.ingredientId, props.larder)).join(' + '),
        effect: [
          Math.round(before.water) === Math.round(after.water)
            ? ''
            : t('gather.changes', { before: number(before.water), after: number(after.water) }),
          Math.round(before.gas) === Math.round(after.gas)
            ? ''
            : t('gather.rise', { before: number(before.gas), after: number(after.gas) }),
          before.acid > 0 && Math.abs(after.acid - before.acid) > 0.1 * before.acid
            ? t('gather.acid', { percent: number((100 * after.acid) / before.acid) })
            : '',
          gains.length ? t('gather.brings', { allergens: list(gains) }) : '',
          losses.length ? t('gather.takes', { allergens: list(losses) }) : '',
        ].join(' '),
      },
    ];
  }),
);
function figures(body: FormulaBody) {
  const amounts = inBatter(body, linesFor(body, 100));
  const balance = leaveningBalance(amounts, props.larder, store.view.pins.pressurePa);
  return {
    water: hydration(amounts, props.larder).withEggG,
    gas: balance.gasMlPer100g.value,
    acid: balance.neutralisableG.value,
    allergens: allergensOf(
      body.lines.map((line) => line.ingredientId),
      props.larder,
    ),
  };
}
async function use(standInId: string): Promise<void> {
  missing.value = '';
  const standInIds = [...(batter.value?.standInIds ?? []), standInId];
  await store.tap([{ kind: 'stand-ins-set', payload: { formulaId: props.formulaId, standInIds } }]);
}
const takeBack = () =>
  store.tap([
    {
      kind: 'stand-ins-set',
      payload: { formulaId: props.formulaId, standInIds: (batter.value?.standInIds ?? []).slice(0, -1) },
    },
  ]);
</script>

<template>
  <div class="flex flex-col gap-3">
    <p v-if="batter?.standInIds.length && !mixed" class="flex flex-wrap items-center gap-3 text-bell" role="status">
      <span class="flex-1 font-semibold">{{ t('gather.swapped', { from: swapped }) }}</span>
      <button type="button" class="min-h-14 px-2 underline" @click="takeBack">{{ t('gather.takeBack') }}</button>
    </p>
    <section v-for="group in things" :key="group.kind">
      <h3 class="text-sm font-semibold text-soft">{{ t(`gather.${group.kind}s`) }}</h3>
      <ul class="grid gap-x-4 sm:grid-cols-2">
        <li
          v-for="{ thing, name } in group.rows"
          :key="thing"
          class="border-t border-line"
          :class="{ 'sm:col-span-2': missing === thing }"
        >
          <div class="flex items-center gap-1">
            <button
              type="button"
              class="flex min-h-14 min-w-0 flex-1 items-center gap-3 text-left text-lg"
              :aria-pressed="isThere(group.kind, thing)"
              :data-thing="thing"
              @click="toggle(group.kind, thing)"
            >
              <span
                class="flex size-7 shrink-0 items-center justify-center rounded-full"
                :class="isThere(group.kind, thing) ? 'bg-leaf text-card' : 'border-2 border-line'"
                ><Check v-if="isThere(group.kind, thing)" class="size-5" aria-hidden="true"
              /></span>
              {{ name }}
            </button>
            <button
              v-if="group.kind === 'ingredient' && thing !== PLATE_FAT && !isThere(group.kind, thing) && !mixed"
              type="button"
              class="min-h-14 shrink-0 rounded-control px-2 text-sm text-soft underline hover:bg-mist"
              :aria-label="t('gather.missingLine', { name })"
              :aria-expanded="missing === thing"
              @click="missing = missing === thing ? '' : thing"
            >
              {{ t('gather.missing') }}
            </button>
          </div>
          <div v-if="missing === thing" class="mb-2 rounded-control bg-mist p-3" data-testid="stand-ins">
            <p v-if="!standIns.length">{{ t('gather.none', { name }) }}</p>
            <template v-else>
              <p class="font-semibold">{{ t('gather.standIns', { name }) }}</p>
              <ul>
                <li
                  v-for="standIn in standIns"
                  :key="standIn.id"
                  class="flex items-center gap-3 border-t border-line py-1"
                >
                  <span class="flex-1"
                    >{{ standIn.name }}<span class="block text-sm text-soft">{{ standIn.effect }}</span></span
                  >
                  <button
                    type="button"
                    class="min-h-14 rounded-control border border-line bg-card px-4 font-semibold"
                    :aria-label="t('gather.useLine', { name: standIn.name })"
                    @click="use(standIn.id)"
                  >
                    {{ t('gather.use') }}
                  </button>
                </li>
              </ul>
            </template>
          </div>
        </li>
      </ul>
    </section>
  </div>
</template>
