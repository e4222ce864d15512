<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import {
  BUTTER_SIGNS,
  DROP_SIGNS,
  SMOKE_FATS,
  UNDERSIDES,
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
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import { useForm } from '../forms/use-form.ts';
import { number, temperature } from './format.ts';
import { READING_METHODS, readingForm, readingSchema } from './reading-form.ts';
import { readFigure } from '../forms/read-figure.ts';

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
const form = useForm({
  typed: readingForm(props.batters?.[0]?.id ?? ''),
  schema: () => readingSchema(unit.value),
  keep: (reading) => keep(reading),
});
const { values } = form;
const methods = computed(() => READING_METHODS.filter((each) => each !== 'piece' || props.batters?.length));
const fault = computed(() => readingFault(values.method as HeatMethod, props.station, props.oiled ?? false));
const fat = ref<(typeof SMOKE_FATS)[number]>('butter');
watch(
  () => values.method,
  () => form.reset({ ...values }),
);
function keep(reading: HeatReading): void {
  form.reset({ ...values, shown: '', seconds: '' });
  emit('keep', reading);
}
const gun = computed(() => readFigure(values.gun));
const gunFits = computed(() => gun.value >= 0.1 && gun.value <= 1);
/** Whether the face makes a gun read far off, and what it would show at the wish. */
const bare = computed(() => {
  if (!gunFits.value) return null;
  const face = faceEmissivity(props.station, values.covered);
  const shownC = infraredShownC(props.targetC, face.value, gun.value, props.roomC);
  return Math.abs(shownC - props.targetC) > FAR_OFF_C ? shownC : null;
});
const FAR_OFF_C = 12;
/** What the figure that is being typed would say. */
const wide = computed(() => {
  const value = readFigure(values.shown);
  if (bare.value === null || !Number.isFinite(value)) return null;
  const reading = {
    method: 'infrared',
    shownC: toCelsius(value, unit.value),
    gun: gun.value,
    covered: values.covered,
  } as const;
  const { lowC, highC } = says(surfaceLikelihood(reading, props.station, props.roomC));
  return lowC !== null && highC !== null ? { low: temperature(lowC), high: temperature(highC) } : null;
});
function keepPiece(underside: (typeof UNDERSIDES)[number], event: Event): void {
  form.set('underside', underside);
  void form.submit(event);
}
const choice = 'min-h-14 rounded-control border border-line bg-card px-3 text-left hover:border-bell hover:bg-mist';
</script>

<template>
  <div class="flex flex-col gap-3" data-testid="reading-form">
    <BoundChoice
      :of="form"
      name="method"
      :label="t('reading.how')"
      :options="methods.map((value) => ({ value, label: t(`reading.method.${value}`) }))"
    />
    <p v-if="fault" class="font-semibold text-ember" role="status">{{ t(`reading.fault.${fault}`) }}</p>
    <template v-else-if="values.method === 'probe'">
      <BigButton v-if="simulated" @click="emit('simulate')">{{ t('reading.readSimulated') }}</BigButton>
      <form v-else class="flex items-end gap-2" novalidate @submit.prevent="form.submit">
        <BoundField
          :of="form"
          name="shown"
          class="min-w-0 flex-1"
          type="decimal"
          :label="t('heat.reading')"
          :unit="`°${unit}`"
        />
        <BigButton type="submit" :class="{ 'mb-6': form.errors.value.shown }">{{ t('reading.keep') }}</BigButton>
      </form>
    </template>
    <form v-else-if="values.method === 'infrared'" class="flex flex-col gap-3" novalidate @submit.prevent="form.submit">
      <div class="grid grid-cols-[2fr_1fr] gap-2">
        <BoundField :of="form" name="shown" type="decimal" :label="t('reading.gunShows')" :unit="`°${unit}`" />
        <BoundField :of="form" name="gun" type="decimal" :label="t('reading.gunSet')" />
      </div>
      <label class="flex min-h-11 items-center gap-2"
        ><input
          type="checkbox"
          class="size-5 accent-bell"
          :checked="values.covered"
          @change="form.set('covered', ($event.target as HTMLInputElement).checked)"
        />{{ t('reading.covered') }}</label
      >
      <p v-if="bare !== null" class="rounded-control bg-ember-mist p-3 text-ember" data-testid="gun-bare">
        {{ t('reading.gunBare', { target: temperature(targetC), shown: temperature(bare), gun: number(gun, 2) }) }}
        <template v-if="wide">{{ t('reading.gunWide', wide) }}</template>
      </p>
      <p v-else-if="gunFits" class="text-sm text-soft">{{ t('reading.gunGood') }}</p>
      <BigButton type="submit">{{ t('reading.keep') }}</BigButton>
    </form>
    <template v-else-if="values.method === 'drop'">
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
    <template v-else-if="values.method === 'butter'">
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
    <form v-else-if="values.method === 'hand'" class="flex flex-col gap-3" novalidate @submit.prevent="form.submit">
      <BoundField :of="form" name="seconds" type="decimal" unit="s" :label="t('reading.hand')" />
      <p class="text-sm text-soft">{{ t('reading.handNote') }}</p>
      <BigButton type="submit">{{ t('reading.keep') }}</BigButton>
    </form>
    <template v-else-if="values.method === 'piece'">
      <BoundChoice
        v-if="batters && batters.length > 1"
        :of="form"
        name="formulaId"
        :label="t('reading.piece.which')"
        :options="batters.map(({ id, name }) => ({ value: id, label: name }))"
      />
      <BoundField :of="form" name="after" type="decimal" unit="s" :label="t('reading.piece.after')" />
      <p class="font-semibold">{{ t('reading.piece.colour') }}</p>
      <div class="grid grid-cols-2 gap-2">
        <button v-for="seen in UNDERSIDES" :key="seen" type="button" :class="choice" @click="keepPiece(seen, $event)">
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
