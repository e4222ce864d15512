<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue';
import {
  BUTTER_SIGNS,
  DROP_SIGNS,
  PROBE_SD_C,
  SMOKE_FATS,
  UNDERSIDES,
  USUAL_GUN_EMISSIVITY,
  faceEmissivity,
  infraredShownC,
  readingFault,
  type HeatMethod,
  type HeatReading,
  type StationBody,
} from '#core/plate';
import { says, surfaceLikelihood } from '#core/inference';
import { toCelsius } from '#core/units';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import BigButton from './BigButton.vue';
import ChoiceChips from './ChoiceChips.vue';
import ChoiceField from './ChoiceField.vue';
import FormField from './FormField.vue';
import { number, temperature } from './format.ts';
import { readFigure } from './read-figure.ts';

/**
 * A look at a plate with what the kitchen has. The ways that say nothing on this plate say so; the others give a reading.
 */
const props = defineProps<{
  station: StationBody;
  roomC: number;
  /** What the plate is wished at: an infrared gun is explained there. */
  targetC: number;
  /** Whether there is fat on it already: water says nothing then. */
  oiled?: boolean;
  /** A probe that is simulated reads by itself. */
  simulated?: boolean;
  /** Batters of the run, for a test piece. */
  batters?: readonly { readonly id: string; readonly name: string }[];
}>();
const emit = defineEmits<{ keep: [reading: HeatReading]; simulate: [] }>();
const session = useSession();
const unit = computed(() => session.settings.temperatureUnit);
const METHODS = ['probe', 'infrared', 'drop', 'butter', 'piece', 'hand', 'smoke'] as const;
const method = ref<(typeof METHODS)[number]>('probe');
const methods = computed(() => METHODS.filter((each) => each !== 'piece' || props.batters?.length));
const fault = computed(() => readingFault(method.value as HeatMethod, props.station, props.oiled ?? false));
const form = reactive({ shown: '', gun: String(USUAL_GUN_EMISSIVITY), covered: false, seconds: '', after: '90' });
const batter = ref(props.batters?.[0]?.id ?? '');
const fat = ref<(typeof SMOKE_FATS)[number]>('butter');
const error = ref('');
watch(method, () => (error.value = ''));

/** Surface as typed, or an error. */
function typedC(text: string): number | null {
  const value = readFigure(text);
  const surfaceC = toCelsius(value, unit.value);
  if (!Number.isFinite(value)) error.value = t('reading.error.number');
  else if (surfaceC < 0 || surfaceC > 400)
    error.value = t('reading.error.range', { low: temperature(0), high: temperature(400) });
  else return surfaceC;
  return null;
}
function keep(reading: HeatReading): void {
  error.value = '';
  form.shown = '';
  form.seconds = '';
  emit('keep', reading);
}
function keepProbe(): void {
  const surfaceC = typedC(form.shown);
  if (surfaceC !== null) keep({ method: 'probe', surfaceC, sdC: PROBE_SD_C });
}
const gun = computed(() => readFigure(form.gun));
const gunFits = computed(() => gun.value >= 0.1 && gun.value <= 1);
function keepInfrared(): void {
  if (!gunFits.value) {
    error.value = t('reading.error.gun');
    return;
  }
  const shownC = typedC(form.shown);
  if (shownC !== null) keep({ method: 'infrared', shownC, gun: gun.value, covered: form.covered });
}
/** Whether the face makes a gun read far off, and what it would show at the wish. */
const bare = computed(() => {
  if (!gunFits.value) return null;
  const face = faceEmissivity(props.station, form.covered);
  const shownC = infraredShownC(props.targetC, face.value, gun.value, props.roomC);
  return Math.abs(shownC - props.targetC) > FAR_OFF_C ? shownC : null;
});
const FAR_OFF_C = 12;
/** What the figure that is being typed would say. */
const wide = computed(() => {
  const value = readFigure(form.shown);
  if (bare.value === null || !Number.isFinite(value)) return null;
  const reading = {
    method: 'infrared',
    shownC: toCelsius(value, unit.value),
    gun: gun.value,
    covered: form.covered,
  } as const;
  const { lowC, highC } = says(surfaceLikelihood(reading, props.station, props.roomC));
  return lowC !== null && highC !== null ? { low: temperature(lowC), high: temperature(highC) } : null;
});
function seconds(text: string, low: number, high: number): number | null {
  const value = readFigure(text);
  if (value >= low && value <= high) return value;
  error.value = t('reading.error.seconds', { low, high });
  return null;
}
function keepHand(): void {
  const s = seconds(form.seconds, 0.5, 60);
  if (s !== null) keep({ method: 'hand', seconds: s });
}
function keepPiece(underside: (typeof UNDERSIDES)[number]): void {
  const afterS = seconds(form.after, 5, 900);
  if (afterS !== null) keep({ method: 'piece', formulaId: batter.value, afterS, underside });
}
const choice = 'min-h-14 rounded-control border border-line bg-card px-3 text-left hover:border-bell hover:bg-mist';
</script>

<template>
  <div class="flex flex-col gap-3" data-testid="reading-form">
    <ChoiceField
      v-model="method"
      :label="t('reading.how')"
      :options="methods.map((value) => ({ value, label: t(`reading.method.${value}`) }))"
    />
    <p v-if="fault" class="font-semibold text-ember" role="status">{{ t(`reading.fault.${fault}`) }}</p>
    <template v-else-if="method === 'probe'">
      <BigButton v-if="simulated" @click="emit('simulate')">{{ t('reading.readSimulated') }}</BigButton>
      <form v-else class="flex items-end gap-2" novalidate @submit.prevent="keepProbe">
        <FormField
          v-model="form.shown"
          class="min-w-0 flex-1"
          type="decimal"
          :label="t('heat.reading')"
          :unit="`°${unit}`"
          :error="error"
        />
        <BigButton type="submit" :class="{ 'mb-6': error }">{{ t('reading.keep') }}</BigButton>
      </form>
    </template>
    <form v-else-if="method === 'infrared'" class="flex flex-col gap-3" novalidate @submit.prevent="keepInfrared">
      <div class="grid grid-cols-[2fr_1fr] gap-2">
        <FormField
          v-model="form.shown"
          type="decimal"
          :label="t('reading.gunShows')"
          :unit="`°${unit}`"
          :error="error"
        />
        <FormField v-model="form.gun" type="decimal" :label="t('reading.gunSet')" />
      </div>
      <label class="flex min-h-11 items-center gap-2"
        ><input v-model="form.covered" type="checkbox" class="size-5 accent-bell" />{{ t('reading.covered') }}</label
      >
      <p v-if="bare !== null" class="rounded-control bg-ember-mist p-3 text-ember" data-testid="gun-bare">
        {{ t('reading.gunBare', { target: temperature(targetC), shown: temperature(bare), gun: number(gun, 2) }) }}
        <template v-if="wide">{{ t('reading.gunWide', wide) }}</template>
      </p>
      <p v-else-if="gunFits" class="text-sm text-soft">{{ t('reading.gunGood') }}</p>
      <BigButton type="submit">{{ t('reading.keep') }}</BigButton>
    </form>
    <template v-else-if="method === 'drop'">
      <p class="text-sm text-soft">{{ t('reading.drop.lead') }}</p>
      <div class="grid gap-2">
        <button
          v-for="seen in DROP_SIGNS"
          :key="seen"
          type="button"
          :class="choice"
          @click="keep({ method: 'drop', seen })"
        >
          {{ t(`reading.drop.${seen}`) }}
        </button>
      </div>
      <p class="text-sm text-soft">{{ t('reading.drop.tooHot') }}</p>
    </template>
    <template v-else-if="method === 'butter'">
      <p class="text-sm text-soft">{{ t('reading.butter.lead') }}</p>
      <div class="grid gap-2">
        <button
          v-for="seen in BUTTER_SIGNS"
          :key="seen"
          type="button"
          :class="choice"
          @click="keep({ method: 'butter', seen })"
        >
          {{ t(`reading.butter.${seen}`) }}
        </button>
      </div>
    </template>
    <form v-else-if="method === 'hand'" class="flex flex-col gap-3" novalidate @submit.prevent="keepHand">
      <FormField v-model="form.seconds" type="decimal" unit="s" :label="t('reading.hand')" :error="error" />
      <p class="text-sm text-soft">{{ t('reading.handNote') }}</p>
      <BigButton type="submit">{{ t('reading.keep') }}</BigButton>
    </form>
    <template v-else-if="method === 'piece'">
      <ChoiceField
        v-if="batters && batters.length > 1"
        v-model="batter"
        :label="t('reading.piece.which')"
        :options="batters.map(({ id, name }) => ({ value: id, label: name }))"
      />
      <FormField v-model="form.after" type="decimal" unit="s" :label="t('reading.piece.after')" :error="error" />
      <p class="font-semibold">{{ t('reading.piece.colour') }}</p>
      <div class="grid grid-cols-2 gap-2">
        <button v-for="seen in UNDERSIDES" :key="seen" type="button" :class="choice" @click="keepPiece(seen)">
          {{ t(`reading.piece.${seen}`) }}
        </button>
      </div>
    </template>
    <template v-else>
      <ChoiceChips
        v-model="fat"
        :label="t('reading.smokeFat')"
        :options="SMOKE_FATS.map((value) => ({ value, label: t(`reading.fats.${value}`) }))"
      />
      <p class="text-sm text-soft">{{ t('reading.wisp') }}</p>
      <div class="grid grid-cols-2 gap-2">
        <BigButton @click="keep({ method: 'smoke', fat, seen: true })">{{ t('reading.smokes') }}</BigButton>
        <BigButton @click="keep({ method: 'smoke', fat, seen: false })">{{ t('reading.smokesNot') }}</BigButton>
      </div>
    </template>
  </div>
</template>
