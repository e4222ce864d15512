<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { Formula, Station } from '#contract';
import { CallError } from '../sync/api.ts';
import { correctedNowMs } from '../sync/clock.ts';
import AppBar from '../parts/AppBar.vue';
import { millilitres } from '../parts/format.ts';
import { useLibrary } from '../stores/library.ts';
import type { NewEvent } from '../sync/envelope.ts';
import { useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import FirstSteps from './FirstSteps.vue';
import { cookingSpanMs, makeRun } from './make-run.ts';

// Three taps: which batter, how much, which plate. The third one leads to the Cook stage.
const AMOUNTS_ML = [500, 1000, 2000, 4000];
/** A plate in use, unread: near its formula's target, give or take. Assumed. */
const UNREAD_SD_C = 15;

const library = useLibrary();
const session = useSession();
const router = useRouter();
const formula = shallowRef<Formula | null>(null);
const volumeMl = ref<number | null>(null);
const failed = ref('');
const busy = ref(false);
onMounted(() => library.load());

const pieces = computed(() =>
  formula.value && volumeMl.value ? Math.floor(volumeMl.value / formula.value.body.portion.volumeMl) : 0,
);

async function cook(station: Station): Promise<void> {
  if (!formula.value || !volumeMl.value || busy.value) return;
  busy.value = true;
  const { id: formulaId, body } = formula.value;
  const nowMs = correctedNowMs();
  const more: NewEvent[] = [
    { kind: 'lot-mixed', payload: { formulaId, atMs: nowMs, volumeMl: volumeMl.value, batterC: 20 } },
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
        <h2 class="mb-2 text-xl">{{ t('cookNow.batter') }}</h2>
        <div class="grid gap-3 sm:grid-cols-2">
          <button
            v-for="option in library.formulas"
            :key="option.id"
            type="button"
            :class="[choice, formula?.id === option.id ? on : off]"
            :aria-pressed="formula?.id === option.id"
            @click="formula = option"
          >
            <span class="figure block text-xl">{{ t(`batterType.${option.body.type}`) }}</span>
            <span class="text-soft">{{ option.body.name }}</span>
          </button>
        </div>
      </section>
      <section>
        <h2 class="mb-2 text-xl">{{ t('cookNow.amount') }}</h2>
        <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <button
            v-for="amount in AMOUNTS_ML"
            :key="amount"
            type="button"
            :disabled="!formula"
            :class="[choice, volumeMl === amount ? on : off]"
            class="disabled:opacity-50"
            :aria-pressed="volumeMl === amount"
            @click="volumeMl = amount"
          >
            <span class="figure block text-2xl">{{ millilitres(amount) }}</span>
            <span v-if="formula" class="text-soft">{{
              tn('cookNow.pieces', Math.floor(amount / formula.body.portion.volumeMl))
            }}</span>
          </button>
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
