<script setup lang="ts">
import { computed, ref } from 'vue';
import {
  ConsistencyFault,
  DRAIN_CUP_IDS,
  estimateOf,
  secondsFor,
  texturesOf,
  type ConsistencyReading,
  type DrainCupId,
} from '#core/consistency';
import { familyOf, type FormulaBody } from '#core/formula';
import type { Lot } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import ChoiceField from '../../forms/ChoiceField.vue';
import { number } from '../../parts/format.ts';
import NumberPad from '../../parts/NumberPad.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { SPREAD_ML } from './use-consistency.ts';

/** A reading of how thick a lot is: by one word, a pour on a plate, or the time it takes to drain. */
const props = defineProps<{ lot: Lot; body: FormulaBody; density: number; aim: number }>();
const emit = defineEmits<{ kept: [] }>();
const store = useRun();
const family = computed(() => familyOf(props.body.type));
const funnels = computed(() => store.view.pins.funnels ?? []);
const methods = computed(() =>
  family.value === 'thin' ? (['texture', 'cup', 'funnel'] as const) : (['texture', 'spread'] as const),
);
const method = ref<'texture' | 'spread' | 'cup' | 'funnel'>('texture');
const cup = ref<DrainCupId>('iso4');
const funnelId = ref(funnels.value[0]?.id ?? '');
const error = ref('');

/** The watch: from letting go until the stream breaks. */
const beganMs = ref<number | null>(null);
const stoppedS = ref<number | null>(null);
const runningS = computed(() =>
  beganMs.value === null ? null : Math.max(0, (performanceNow() - beganMs.value) / 1000),
);
function performanceNow(): number {
  void store.nowMs; // ticks with the page
  return performance.now();
}
function letGo(): void {
  stoppedS.value = null;
  error.value = '';
  beganMs.value = performance.now();
}
function breaks(): void {
  stoppedS.value = (performance.now() - beganMs.value!) / 1000;
  beganMs.value = null;
}
const aimS = computed(() => {
  const funnel = funnels.value.find((each) => each.id === funnelId.value);
  if (method.value === 'funnel' && !funnel) return null;
  return secondsFor(method.value === 'funnel' ? { funnel: funnel! } : { cup: cup.value }, props.aim, props.density);
});

function keep(reading: ConsistencyReading): void {
  try {
    estimateOf(reading, props.body.type, props.density, funnels.value);
  } catch (fault) {
    if (!(fault instanceof ConsistencyFault)) throw fault;
    error.value = t(`howRuns.fault.${fault.code}`, { bound: fault.bound === null ? '' : number(fault.bound) });
    return;
  }
  error.value = '';
  void store.tap([
    { kind: 'consistency-read', payload: { formulaId: props.lot.formulaId, lot: props.lot.number, reading } },
  ]);
  emit('kept');
}
/** As it should: no word and no figure, and worth as much as either. */
function found(): void {
  const { formulaId, number: lot } = props.lot;
  void store.tap([{ kind: 'consistency-read', payload: { formulaId, lot, reading: { method: 'asWanted' } } }]);
  emit('kept');
}
function keepSeconds(seconds: number): void {
  if (!(seconds > 0 && seconds <= 3600)) error.value = t('howRuns.fault.number');
  else if (method.value === 'cup') keep({ method: 'cup', cup: cup.value, seconds });
  else keep({ method: 'funnel', funnelId: funnelId.value, seconds });
}
function keepSpread(diameterMm: number): void {
  if (!(diameterMm > 0 && diameterMm <= 1000)) error.value = t('howRuns.fault.number');
  else keep({ method: 'spread', volumeMl: SPREAD_ML, diameterMm });
}
</script>

<template>
  <div class="flex flex-col gap-3">
    <ChoiceChips
      v-model="method"
      :label="t('howRuns.method.label')"
      :options="methods.map((value) => ({ value, label: t(`howRuns.method.${value}`) }))"
      @update:model-value="error = ''"
    />
    <p v-if="error" class="font-semibold text-ember" role="alert">{{ error }}</p>
    <div v-if="method === 'texture'" class="grid gap-2 sm:grid-cols-2">
      <BigButton v-for="texture in texturesOf(family)" :key="texture" @click="keep({ method: 'texture', texture })">{{
        t(`texture.${texture}`)
      }}</BigButton>
      <BigButton class="sm:col-span-2" @click="found()">{{ t('howRuns.fallsRight') }}</BigButton>
    </div>
    <template v-else-if="method === 'spread'">
      <p>{{ t('howRuns.spread.lead', { ml: SPREAD_ML }) }}</p>
      <NumberPad
        class="max-w-sm"
        :label="t('howRuns.spread.diameter')"
        @keep="keepSpread"
        @leave="method = 'texture'"
      />
    </template>
    <template v-else-if="method === 'funnel' && !funnels.length">
      <p>{{ t('howRuns.drain.noFunnel') }}</p>
    </template>
    <template v-else>
      <ChoiceField
        v-if="method === 'cup'"
        v-model="cup"
        :label="t('howRuns.drain.which')"
        :options="DRAIN_CUP_IDS.map((value) => ({ value, label: t(`cup.${value}`) }))"
      />
      <ChoiceField
        v-else
        v-model="funnelId"
        :label="t('howRuns.drain.whichFunnel')"
        :options="funnels.map(({ id, name }) => ({ value: id, label: name }))"
      />
      <p>
        {{ t('howRuns.drain.lead') }}
        <template v-if="aimS !== null">{{ t('howRuns.drain.aim', { n: number(aimS) }) }}</template>
      </p>
      <BigButton v-if="beganMs === null && stoppedS === null" look="say" @click="letGo">{{
        t('howRuns.drain.start')
      }}</BigButton>
      <BigButton v-else-if="runningS !== null" look="say" @click="breaks"
        ><span class="figure text-3xl">{{ number(runningS, 0) }} s</span> {{ t('howRuns.drain.stop') }}</BigButton
      >
      <div v-else class="grid grid-cols-2 gap-2">
        <BigButton @click="letGo">{{ t('howRuns.drain.again') }}</BigButton>
        <BigButton look="say" @click="keepSeconds(stoppedS!)"
          >{{ t('howRuns.keep') }}: {{ number(stoppedS!, 1) }} s</BigButton
        >
      </div>
      <NumberPad
        v-if="beganMs === null && stoppedS === null"
        class="max-w-sm"
        :label="t('howRuns.drain.seconds')"
        @keep="keepSeconds"
        @leave="method = 'texture'"
      />
    </template>
  </div>
</template>
