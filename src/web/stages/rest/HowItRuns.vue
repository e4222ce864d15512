<script setup lang="ts">
import { computed, ref, toRef } from 'vue';
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import type { Estimate } from '#core/consistency';
import { type Lot } from '#core/run';
import type { FormulaBody } from '#core/formula';
import { ingredientOf } from '#core/ingredients';
import BigButton from '../../parts/BigButton.vue';
import { ingredientName, number, shownAmount, temperature } from '../../parts/format.ts';
import AmountEntry from '../../parts/AmountEntry.vue';
import NumberPad from '../../parts/NumberPad.vue';
import { readMass } from '../../forms/read-amount.ts';
import { readWeight, weightFigure } from '../../parts/weight-figure.ts';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { t, tn } from '../../words/index.ts';
import TakeBack from '../frame/TakeBack.vue';
import MeasureForm from './MeasureForm.vue';
import { SPREAD_ML, consistencyWords, useConsistency } from './use-consistency.ts';

/** How thick a lot is, what to stir in, and what a pour of it becomes: by taps alone. */
const props = defineProps<{ lot: Lot; body: FormulaBody; firstPourMs: number | null }>();
const store = useRun();
const session = useSession();
const { dose, density, effects } = useConsistency(toRef(props, 'lot'), toRef(props, 'firstPourMs'));
const other = ref(false);
const error = ref('');
const unit = computed(() => session.settings.weights);
const larder = computed(() => store.view.larder);
const what = computed(() => ingredientName(dose.value.ingredientId, larder.value));
const told = (estimate: Estimate) => consistencyWords(estimate, density.value, store.view.pins.funnels ?? []);
const now = computed(() => told(dose.value.now));
const atPour = computed(() => told(dose.value.atPour));
const aim = computed(() => told({ ...dose.value.atPour, value: dose.value.aim, sdLn: 0 }));
const scale = computed(() =>
  dose.value.now.quantity === 'viscosity'
    ? t('howRuns.throughCup', { cup: store.view.pins.funnels?.[0]?.name ?? t('cup.iso4') })
    : t('howRuns.onPlate', { ml: SPREAD_ML }),
);
/** How much it thickens until then, in hundredths; a tenth is not worth a word. */
const thickens = computed(() => Math.round((dose.value.atPour.value / dose.value.now.value - 1) * 100));
/** Doses are stirred in by whole grams, larger ones by fives. */
const nowG = computed(() => {
  const step = dose.value.nowG > 30 ? 5 : 1;
  return Math.max(step, Math.round(dose.value.nowG / step) * step);
});
/** Without a reading, what the formula alone makes likely is no reason to stir anything in. */
const unsure = computed(() => props.lot.readings.length === 0 && dose.value.lowG === 0);
/** A dose as this kitchen measures it. */
const measuredBy = computed(() => store.view.pins.measuredBy);
const amount = (massG: number, ingredientId = dose.value.ingredientId) =>
  shownAmount({ ingredientId, massG }, larder.value, measuredBy.value).lead;
const given = computed(() =>
  props.lot.doses.map(
    (each) =>
      `${amount(each.massG, each.ingredientId)} ${ingredientName(each.ingredientId, larder.value).toLowerCase()}`,
  ),
);

function stir(massG: number): Promise<void> {
  return store.tap([
    {
      kind: 'lot-thinned',
      payload: {
        ...{ formulaId: props.lot.formulaId, lot: props.lot.number, ingredientId: dose.value.ingredientId },
        massG: Math.max(0.1, Math.round(massG * 10) / 10),
      },
    },
  ]);
}
function keep(value: number | string): void {
  const massG =
    typeof value === 'number'
      ? readWeight(value)
      : readMass(value, ingredientOf(larder.value, dose.value.ingredientId), measuredBy.value);
  error.value = massG > 0 && massG <= 100_000 ? '' : t('howRuns.fault.number');
  if (error.value) return;
  other.value = false;
  void stir(massG);
}
const start = computed(() => (dose.value.what === 'nothing' ? '' : weightFigure(nowG.value)));
const colder = computed(() => {
  const told = effects.value;
  if (!told || told.warmed.batterC - told.asIs.batterC < 4) return null;
  return { temp: temperature(told.asIs.batterC), s: Math.round(told.asIs.firstSideS - told.warmed.firstSideS) };
});
const pours = computed(() =>
  effects.value
    ? ([
        ['asIs', effects.value.asIs],
        ['atAim', effects.value.atAim],
      ] as const)
    : [],
);
</script>

<template>
  <section class="mt-3 border-t border-line pt-3" data-testid="runs">
    <h3 class="text-lg font-semibold">
      {{ t('howRuns.title') }} <span class="text-sm font-normal text-soft">{{ scale }}</span>
    </h3>
    <dl class="mt-1 grid grid-cols-3 gap-3">
      <div>
        <dt class="text-sm text-soft">{{ t('howRuns.now') }}</dt>
        <dd class="leading-tight">
          <span class="figure block text-xl" data-testid="runs-now">{{ now.figure }}</span>
          <span class="block text-sm text-soft">{{ now.between }}</span>
          <span class="block text-sm text-soft">{{ now.word }}</span>
        </dd>
      </div>
      <div>
        <dt class="text-sm text-soft">{{ t('howRuns.atPour') }}</dt>
        <dd class="leading-tight">
          <span class="figure block text-xl">{{ atPour.figure }}</span>
          <span class="block text-sm text-soft">{{ atPour.word }}</span>
        </dd>
      </div>
      <div>
        <dt class="text-sm text-soft">{{ t('howRuns.wanted') }}</dt>
        <dd class="leading-tight">
          <span class="figure block text-xl text-leaf">{{ aim.figure }}</span>
          <span class="block text-sm text-soft">{{ aim.word }}</span>
        </dd>
      </div>
    </dl>
    <p class="mt-1 text-sm text-soft">
      {{ lot.readings.length ? tn('howRuns.measured', lot.readings.length) : t('howRuns.guess') }}
      <template v-if="thickens >= 5">{{ t('howRuns.thicker', { n: thickens }) }}</template>
    </p>

    <p v-if="dose.what === 'nothing'" class="mt-2 font-semibold text-leaf" role="status">{{ t('howRuns.right') }}</p>
    <div v-else class="mt-2" data-testid="dose">
      <p v-if="unsure" class="text-soft" role="status">
        {{ t(`howRuns.unsure.${dose.what}`, { what: what.toLowerCase(), all: amount(dose.massG) }) }}
      </p>
      <p v-else class="font-semibold text-ember" role="status">
        {{
          t(`howRuns.${dose.what}`, {
            ...{ what, all: amount(dose.massG) },
            ...{ low: amount(dose.lowG), high: amount(dose.highG) },
          })
        }}
        <span v-if="dose.nowG < dose.massG" class="font-normal">{{ t('howRuns.first') }}</span>
      </p>
    </div>
    <AmountEntry
      v-if="other && measuredBy"
      class="mt-2 max-w-sm"
      :label="t('howRuns.otherMeasured', { name: what.toLowerCase() })"
      :error="error || undefined"
      @keep="keep"
      @leave="other = false"
    />
    <NumberPad
      v-else-if="other"
      class="mt-2 max-w-sm rounded-control bg-mist p-3"
      :label="t('howRuns.otherLabel', { name: what.toLowerCase(), unit })"
      :start="start"
      :error="error || undefined"
      @keep="keep"
      @leave="other = false"
    />
    <div v-else class="mt-2 flex flex-wrap gap-2">
      <BigButton v-if="dose.what !== 'nothing' && !unsure" class="flex-1" @click="stir(nowG)">{{
        t('howRuns.stir', { amount: amount(nowG) })
      }}</BigButton>
      <BigButton class="flex-1" @click="other = true">{{ t('howRuns.other') }}</BigButton>
    </div>
    <p v-if="given.length" class="mt-1 text-sm text-soft">{{ t('howRuns.given', { list: given.join(', ') }) }}</p>
    <TakeBack :formula-id="lot.formulaId" :lot="lot.number" />

    <Disclosure as="div" class="mt-1">
      <DisclosureButton class="min-h-14 text-lg text-bell underline">{{ t('howRuns.measure') }}</DisclosureButton>
      <DisclosurePanel v-slot="{ close }" class="rounded-control bg-mist p-3">
        <MeasureForm :lot="lot" :body="body" :density="density" :aim="dose.aim" @kept="close()" />
      </DisclosurePanel>
    </Disclosure>

    <div v-if="pours.length" class="mt-1 border-t border-line pt-2 text-sm" data-testid="effects">
      <h4 class="font-semibold">{{ t('howRuns.effect') }}</h4>
      <p v-for="[name, effect] in pours" :key="name">
        <span class="text-soft">{{ t(`howRuns.${name}`) }}:</span>
        {{
          effect.cover === null
            ? t('howRuns.disc', {
                across: number(effect.disc.diameterMm / 10, 1),
                thick: number(effect.disc.thicknessMm, 1),
              })
            : t('howRuns.film', { n: Math.round(effect.cover * 100), thick: number(effect.disc.thicknessMm, 1) })
        }}, {{ t('howRuns.firstSide', { s: Math.round(effect.firstSideS) }) }}.
      </p>
      <p v-if="colder" class="text-ember">{{ t('howRuns.cold', colder) }}</p>
    </div>
  </section>
</template>
