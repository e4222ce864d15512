<script setup lang="ts">
import { computed, ref } from 'vue';
import { COATINGS, METALS } from '#core/plate';
import type { KeptBurner, Station } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import ChoiceChips from '../parts/ChoiceChips.vue';
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { useForm } from '../forms/use-form.ts';
import { useLibrary } from '../stores/library.ts';
import { t } from '../words/index.ts';
import BurnerFormCard from './BurnerFormCard.vue';
import { stationForm, stationSchema, zoneLetter } from './station-form.ts';

/** Sets a station up, or changes one; a burner it lacks is added on the way. */
const props = defineProps<{ station: Station | null }>();
const emit = defineEmits<{ kept: [station: Station]; leave: [] }>();
const library = useLibrary();
/** Fields of the form by the server's name of them. */
const SERVER_FIELDS: Readonly<Record<string, string>> = {
  'body.name': 'name',
  'body.thicknessMm': 'thickMm',
  'body.shape.wellMm': 'wellCm',
};
const SHAPES = ['round', 'rectangle', 'wells'] as const;
const taken = library.allStations.flatMap(({ body }) => body.zones.map(({ id }) => id));
const free = [...'RSTUVWXYZDEFGHIJKLMNOPQABC'].find((letter) => !taken.includes(letter)) ?? 'A';
const burners = computed(() =>
  library.burners.filter(
    (burner) => !burner.archived || props.station?.body.zones.some(({ burnerId }) => burnerId === burner.id),
  ),
);
const burnerOptions = computed(() => [
  { value: '', label: t('stationForm.chooseBurner') },
  ...burners.value.map(({ id, body }) => ({ value: id, label: body.burnerName })),
]);
const form = useForm({
  typed: stationForm(props.station?.body ?? null, free),
  schema: () => stationSchema(burners.value),
  fieldOf: (named) => SERVER_FIELDS[named] ?? named.replace(/^body\.zones\[(\d)\]\.burnerId$/, 'burnerIds[$1]'),
  async keep(body) {
    const { station } = props;
    emit(
      'kept',
      station
        ? await call<Station>('PUT', `/api/stations/${station.id}`, { version: station.version, body })
        : await call<Station>('POST', '/api/stations', { id: newId(), body }),
    );
  },
});
const { values } = form;
const zones = computed({
  get: () => values.burnerIds.length,
  set: (count: number) => {
    form.set(
      'burnerIds',
      Array.from({ length: count }, (_, index) => values.burnerIds[index] ?? ''),
    );
  },
});
const shownZones = computed(() => (values.shape === 'rectangle' ? zones.value : 1));
const addingFor = ref<number | null>(null);

async function burnerAdded(burner: KeptBurner): Promise<void> {
  await library.load();
  const { value: at } = addingFor;
  form.set(
    'burnerIds',
    values.burnerIds.map((id, index) => (index === at ? burner.id : id)),
  );
  addingFor.value = null;
}
</script>

<template>
  <form
    class="flex flex-col gap-4 rounded-card border border-bell bg-card p-4"
    novalidate
    data-testid="station-form"
    @submit.prevent="form.submit"
  >
    <div class="grid gap-4 sm:grid-cols-[2fr_1fr]">
      <BoundField :of="form" name="name" :label="t('stationForm.name')" />
      <BoundField :of="form" name="letter" :label="t('stationForm.letter')" />
    </div>
    <BoundChoice
      chips
      :of="form"
      name="shape"
      :label="t('stationForm.shape')"
      :options="SHAPES.map((value) => ({ value, label: t(`stationForm.shapes.${value}`) }))"
    />
    <div class="grid gap-4 sm:grid-cols-4">
      <template v-if="values.shape === 'rectangle'">
        <BoundField :of="form" name="widthCm" type="decimal" unit="cm" :label="t('stationForm.width')" />
        <BoundField :of="form" name="depthCm" type="decimal" unit="cm" :label="t('stationForm.depth')" />
      </template>
      <BoundField v-else :of="form" name="acrossCm" type="decimal" unit="cm" :label="t('stationForm.across')" />
      <template v-if="values.shape === 'wells'">
        <BoundField :of="form" name="wells" type="decimal" :label="t('stationForm.wells')" />
        <BoundField :of="form" name="wellCm" type="decimal" unit="cm" :label="t('stationForm.well')" />
        <BoundField :of="form" name="wellDepthMm" type="decimal" unit="mm" :label="t('stationForm.wellDeep')" />
      </template>
      <BoundField :of="form" name="thickMm" type="decimal" unit="mm" :label="t('stationForm.thick')" />
      <BoundChoice
        :of="form"
        name="metal"
        :label="t('stationForm.metal')"
        :options="METALS.map((value) => ({ value, label: t(`stationForm.metals.${value}`) }))"
      />
      <BoundChoice
        :of="form"
        name="coating"
        :label="t('stationForm.coating')"
        :options="COATINGS.map((value) => ({ value, label: t(`stationForm.coatings.${value}`) }))"
      />
    </div>
    <ChoiceChips
      v-if="values.shape === 'rectangle'"
      v-model="zones"
      :label="t('stationForm.zones')"
      :options="[1, 2, 3, 4].map((value) => ({ value, label: String(value) }))"
    />
    <div v-for="index in shownZones" :key="index" class="flex flex-col gap-2">
      <div class="flex flex-wrap items-end gap-3">
        <BoundChoice
          :of="form"
          :name="`burnerIds[${index - 1}]`"
          class="min-w-56 flex-1"
          :label="
            values.shape === 'rectangle' && shownZones > 1
              ? t('stationForm.zone', { zone: zoneLetter(values.letter, index - 1) })
              : t('stationForm.zoneRound')
          "
          :options="burnerOptions"
        />
        <BigButton @click="addingFor = index - 1">{{ t('stations.newBurner') }}</BigButton>
      </div>
    </div>
    <div class="grid gap-4 sm:grid-cols-[2fr_1fr]">
      <BoundField :of="form" name="careNote" :label="t('stationForm.careNote')" />
      <BoundField
        :of="form"
        name="careDays"
        type="decimal"
        :unit="t('stationForm.days')"
        :label="t('stationForm.careDays')"
      />
    </div>
    <FormFaults :of="form" />
    <div class="flex flex-wrap gap-3">
      <BigButton type="submit" look="say" :disabled="form.busy.value">{{ t('stationForm.keep') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('stationForm.leave') }}</BigButton>
    </div>
  </form>
  <BurnerFormCard
    v-if="addingFor !== null"
    class="mt-4"
    :burner="null"
    :under="[]"
    @kept="burnerAdded"
    @leave="addingFor = null"
  />
</template>
