<script setup lang="ts">
import { computed } from 'vue';
import { bodyInRun } from '#core/setup';
import { lotAmounts, plannedLot, stillBack } from '#core/lot';
import { hydration, inBatter } from '#core/formula';
import { type Lot } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import { ingredientName, number, weight } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What of the liquid stays back once a lot is mixed: a dose by a tap, the water of the batter at once. */
const props = defineProps<{ lot: Lot }>();
const emit = defineEmits<{ right: [] }>();
const store = useRun();
/** A third of what was held back is a small step. Common practice, no source. */
const STEPS = 3;

const larder = computed(() => store.view.larder);
const planned = computed(() => plannedLot(store.view, props.lot.formulaId, props.lot.number));
const back = computed(() =>
  stillBack(store.view, props.lot).map(({ ingredientId, massG }) => {
    const held = planned.value?.lines.find((line) => line.ingredientId === ingredientId)?.heldBackG ?? massG;
    return { ingredientId, massG, stepG: Math.min(massG, held / STEPS) };
  }),
);
const water = computed(() => {
  const now = lotAmounts(store.view, props.lot.formulaId, props.lot);
  const body = bodyInRun(store.view, props.lot.formulaId);
  return {
    now: hydration(now, larder.value).withEggG,
    all: hydration(inBatter(body, planned.value?.lines ?? []), larder.value).withEggG,
  };
});
/** What is seen is a reading as any other: the Rest stage goes by it. */
async function right(): Promise<void> {
  const { formulaId, number: lot } = props.lot;
  await store.tap([{ kind: 'consistency-read', payload: { formulaId, lot, reading: { method: 'asWanted' } } }]);
  emit('right');
}
const dose = (ingredientId: string, massG: number) =>
  store.tap([
    {
      kind: 'lot-thinned',
      payload: {
        ...{ formulaId: props.lot.formulaId, lot: props.lot.number, ingredientId },
        massG: Math.max(0.1, Math.round(massG * 10) / 10),
      },
    },
  ]);
</script>

<template>
  <PaperCard look="bell" data-testid="held-back">
    <p class="figure text-3xl leading-tight">{{ t('back.title') }}</p>
    <div v-for="each in back" :key="each.ingredientId" class="mt-2">
      <p>
        {{
          t('back.lead', { amount: weight(each.massG), name: ingredientName(each.ingredientId, larder).toLowerCase() })
        }}
      </p>
      <div class="mt-3 grid grid-cols-2 gap-2">
        <BigButton v-if="each.stepG < each.massG - 0.5" look="onBell" @click="dose(each.ingredientId, each.stepG)">{{
          t('back.some', { amount: weight(each.stepG) })
        }}</BigButton>
        <BigButton look="onBell" @click="dose(each.ingredientId, each.massG)">{{
          t('back.all', { amount: weight(each.massG) })
        }}</BigButton>
      </div>
    </div>
    <p class="mt-3 text-sm" role="status">{{ t('back.water', { n: number(water.now), all: number(water.all) }) }}</p>
    <button
      type="button"
      class="mt-2 min-h-14 w-full rounded-control border border-on-bell/40 text-lg font-semibold"
      @click="right"
    >
      {{ t('back.right') }}
    </button>
  </PaperCard>
</template>
