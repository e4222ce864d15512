<script setup lang="ts">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue';
import { computed, onMounted, reactive, ref } from 'vue';
import { useRouter } from 'vue-router';
import * as v from 'valibot';
import { fromCelsius, toCelsius } from '#core/units';
import { poursOf } from '#core/lot';
import type { Station } from '#contract';
import { CallError } from '../sync/api.ts';
import { correctedNowMs } from '../sync/clock.ts';
import AppBar from '../parts/AppBar.vue';
import FormField from '../forms/FormField.vue';
import { figure, orNothing } from '../forms/fields.ts';
import { volume } from '../forms/read-amount.ts';
import { millilitres, temperature } from '../parts/format.ts';
import { useLibrary } from '../stores/library.ts';
import type { NewEvent } from '../sync/envelope.ts';
import { useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import FirstSteps from './FirstSteps.vue';
import { cookingSpanMs, makeRun } from './make-run.ts';

// Three taps: which batter, how much, which plate. The third one leads to the Cook stage.
const AMOUNTS_ML = [500, 1000, 2000, 4000];
/** What a bucket may hold, mL, and how warm a batter may be, °C. Common practice, no source. */
const BATTER_ML = { low: 50, high: 50_000 };
const ML_PER_LITRE = 1000;
const BATTER_C = { low: 0, high: 45 };
/** A batter that stands beside a griddle, °C, where nobody says how warm it is. Assumed. */
const USUAL_BATTER_C = 20;
/** A plate in use, unread: near its formula's target, give or take. Assumed. */
const UNREAD_SD_C = 15;

const library = useLibrary();
const session = useSession();
const router = useRouter();
const formulaId = ref('');
const formula = computed(() => library.formulas.find(({ id }) => id === formulaId.value));
/** One of the amounts in sight, or as typed: litres. */
const chosenMl = ref(0);
const typed = reactive({ litres: '', warmth: '' });
const unit = computed(() => session.settings.temperatureUnit);
const readOf = <Meaning,>(schema: v.GenericSchema<string, Meaning>, text: string) => {
  const read = v.safeParse(schema, text);
  return { value: read.success ? read.output : undefined, fault: read.issues?.[0].message };
};
const litres = computed(() => readOf(orNothing(volume(BATTER_ML.low, BATTER_ML.high, ML_PER_LITRE)), typed.litres));
const warmth = computed(() => {
  const at = (tempC: number) => Math.round(fromCelsius(tempC, unit.value));
  return readOf(orNothing(figure(at(BATTER_C.low), at(BATTER_C.high))), typed.warmth);
});
const wrong = computed(() => Boolean(litres.value.fault ?? warmth.value.fault));
const volumeMl = computed(() => (litres.value.value === undefined ? chosenMl.value : litres.value.value));
const failed = ref('');
const busy = ref(false);
onMounted(() => library.load());

const pieces = computed(() =>
  formula.value && volumeMl.value && !wrong.value ? poursOf(volumeMl.value, formula.value.body.portion.volumeMl) : 0,
);

function choose(amountMl: number): void {
  chosenMl.value = amountMl;
  typed.litres = '';
}

async function cook(station: Station): Promise<void> {
  if (!formula.value || !volumeMl.value || busy.value) return;
  busy.value = true;
  const { id: formulaId, body } = formula.value;
  const nowMs = correctedNowMs();
  const { value: warm } = warmth.value;
  const batterC = warm === undefined ? USUAL_BATTER_C : toCelsius(warm, unit.value);
  const more: NewEvent[] = [
    { kind: 'lot-mixed', payload: { formulaId, atMs: nowMs, volumeMl: volumeMl.value, batterC } },
    { kind: 'rest-ended', payload: { formulaId } },
    ...station.body.zones.map((zone): NewEvent => ({
      kind: 'surface-assumed',
      payload: { stationId: station.id, zoneId: zone.id, surfaceC: body.heat.targetC, sdC: UNREAD_SD_C },
    })),
  ];
  const wanted = {
    name: t('cookNow.runName', { batter: body.name }),
    timeZone: session.session?.kitchen.timeZone ?? 'UTC',
    brief: { items: [{ formulaId, pieces: pieces.value, stationIds: [station.id] }], serviceAtMs: nowMs },
    formulas: library.formulas,
    stations: library.stations,
  };
  try {
    const serviceAtMs = nowMs + (await cookingSpanMs(wanted));
    const run = await makeRun({ ...wanted, brief: { ...wanted.brief, serviceAtMs } }, false, more);
    await router.push(`/runs/${run.id}/cook`);
  } catch (error) {
    if (!(error instanceof CallError)) throw error;
    failed.value = error.body.message;
    busy.value = false;
  }
}

const choice = 'min-h-20 rounded-card border p-4 text-left';
const on = 'border-bell bg-mist text-bell';
const off = 'border-line bg-card';
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-4xl flex-col gap-6 p-5">
    <div>
      <h1 class="text-3xl">{{ t('cookNow.title') }}</h1>
      <p class="text-soft">{{ t('cookNow.lead') }}</p>
    </div>
    <FirstSteps v-if="library.isBare" />
    <template v-else>
      <section>
        <h2 id="cook-now-batter" class="mb-2 text-xl">{{ t('cookNow.batter') }}</h2>
        <RadioGroup v-model="formulaId" class="grid gap-3 sm:grid-cols-2" aria-labelledby="cook-now-batter">
          <RadioGroupOption
            v-for="option in library.formulas"
            :key="option.id"
            as="button"
            type="button"
            :value="option.id"
            :class="[choice, formulaId === option.id ? on : off]"
          >
            <span class="figure block text-xl">{{ t(`batterType.${option.body.type}`) }}</span>
            <span class="text-soft">{{ option.body.name }}</span>
          </RadioGroupOption>
        </RadioGroup>
      </section>
      <section>
        <h2 id="cook-now-amount" class="mb-2 text-xl">{{ t('cookNow.amount') }}</h2>
        <RadioGroup
          :model-value="typed.litres.trim() === '' ? chosenMl : 0"
          class="grid grid-cols-2 gap-3 sm:grid-cols-4"
          aria-labelledby="cook-now-amount"
          :disabled="!formula"
          @update:model-value="choose"
        >
          <RadioGroupOption
            v-for="amount in AMOUNTS_ML"
            :key="amount"
            as="button"
            type="button"
            :value="amount"
            :disabled="!formula"
            :class="[choice, typed.litres.trim() === '' && chosenMl === amount ? on : off, { 'opacity-50': !formula }]"
          >
            <span class="figure block text-2xl">{{ millilitres(amount) }}</span>
            <span v-if="formula" class="text-soft">{{
              tn('cookNow.pieces', poursOf(amount, formula.body.portion.volumeMl))
            }}</span>
          </RadioGroupOption>
        </RadioGroup>
        <div class="mt-3 grid gap-3 sm:grid-cols-2">
          <FormField
            v-model="typed.litres"
            type="decimal"
            unit="L"
            :label="t('cookNow.another')"
            :hint="typed.litres.trim() && pieces ? tn('cookNow.pieces', pieces) : ''"
            :error="litres.fault"
          />
          <FormField
            v-model="typed.warmth"
            type="decimal"
            :unit="`°${unit}`"
            :label="t('cookNow.warmth')"
            :hint="t('cookNow.warmthHint', { usual: temperature(USUAL_BATTER_C) })"
            :error="warmth.fault"
          />
        </div>
      </section>
      <section>
        <h2 class="mb-2 text-xl">{{ t('cookNow.plate') }}</h2>
        <div class="grid gap-3 sm:grid-cols-3">
          <button
            v-for="station in library.stations"
            :key="station.id"
            type="button"
            :disabled="!pieces || busy"
            :class="[choice, off]"
            class="hover:border-bell disabled:opacity-50"
            @click="cook(station)"
          >
            <span class="figure block text-xl">{{ station.body.name }}</span>
            <span class="text-soft">{{ t('cookNow.unread') }}</span>
          </button>
        </div>
      </section>
    </template>
    <p v-if="failed" role="alert" class="font-semibold text-ember">{{ failed }} {{ t('error.tryAgain') }}</p>
  </main>
</template>
