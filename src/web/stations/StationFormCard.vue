<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import { COATINGS, METALS } from '#core/plate';
import type { KeptBurner, Station } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import ChoiceChips from '../parts/ChoiceChips.vue';
import ChoiceField from '../parts/ChoiceField.vue';
import FormField from '../parts/FormField.vue';
import { useAction } from '../settings/use-action.ts';
import { useLibrary } from '../stores/library.ts';
import { t } from '../words/index.ts';
import BurnerFormCard from './BurnerFormCard.vue';
import { readStationForm, stationForm, type StationErrors } from './station-form.ts';

/** Sets a station up, or changes one; a burner it lacks is added on the way. */
const props = defineProps<{ station: Station | null }>();
const emit = defineEmits<{ kept: [station: Station]; leave: [] }>();
const library = useLibrary();
const SHAPES = ['round', 'rectangle', 'wells'] as const;
const taken = library.allStations.flatMap(({ body }) => body.zones.map(({ id }) => id));
const free = [...'RSTUVWXYZDEFGHIJKLMNOPQABC'].find((letter) => !taken.includes(letter)) ?? 'A';
const form = reactive(stationForm(props.station?.body ?? null, free));
const wrong = ref<StationErrors>({});
const { errors, busy, run } = useAction();
const errorOf = (field: keyof StationErrors, ...server: string[]) => {
  const own = wrong.value[field];
  if (own) return t(`stationForm.error.${own.code}`, { ...own });
  return server.map((name) => errors.value[name]).find(Boolean);
};
const burners = computed(() =>
  library.burners.filter((burner) => !burner.archived || form.burnerIds.includes(burner.id)),
);
const burnerOptions = computed(() => [
  { value: '', label: t('stationForm.chooseBurner') },
  ...burners.value.map(({ id, body }) => ({ value: id, label: body.burnerName })),
]);
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const letterOf = (index: number) => LETTERS[(Math.max(0, LETTERS.indexOf(form.letter)) + index) % 26]!;
const zones = computed({
  get: () => form.burnerIds.length,
  set: (count: number) => {
    while (form.burnerIds.length < count) form.burnerIds.push('');
    form.burnerIds.length = count;
  },
});
const shownZones = computed(() => (form.shape === 'rectangle' ? zones.value : 1));
const addingFor = ref<number | null>(null);

async function burnerAdded(burner: KeptBurner): Promise<void> {
  await library.load();
  form.burnerIds[addingFor.value!] = burner.id;
  addingFor.value = null;
}

function keep(): void {
  const read = readStationForm(form, burners.value);
  wrong.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) return;
  const { body } = read;
  void run(async () => {
    const { station } = props;
    emit(
      'kept',
      station
        ? await call<Station>('PUT', `/api/stations/${station.id}`, { version: station.version, body })
        : await call<Station>('POST', '/api/stations', { id: newId(), body }),
    );
  });
}
const shown = ['body.name', 'body.thicknessMm', 'body.shape.wellMm'];
const others = computed(() => Object.entries(errors.value).filter(([field]) => !shown.includes(field)));
</script>

<template>
  <form
    class="flex flex-col gap-4 rounded-card border border-bell bg-card p-4"
    novalidate
    data-testid="station-form"
    @submit.prevent="keep"
  >
    <div class="grid gap-4 sm:grid-cols-[2fr_1fr]">
      <FormField v-model="form.name" :label="t('stationForm.name')" :error="errorOf('name', 'body.name')" />
      <FormField v-model="form.letter" :label="t('stationForm.letter')" :error="errorOf('letter')" />
    </div>
    <ChoiceChips
      v-model="form.shape"
      :label="t('stationForm.shape')"
      :options="SHAPES.map((value) => ({ value, label: t(`stationForm.shapes.${value}`) }))"
    />
    <div class="grid gap-4 sm:grid-cols-4">
      <template v-if="form.shape === 'rectangle'">
        <FormField
          v-model="form.widthCm"
          type="decimal"
          unit="cm"
          :label="t('stationForm.width')"
          :error="errorOf('widthCm')"
        />
        <FormField
          v-model="form.depthCm"
          type="decimal"
          unit="cm"
          :label="t('stationForm.depth')"
          :error="errorOf('depthCm')"
        />
      </template>
      <FormField
        v-else
        v-model="form.acrossCm"
        type="decimal"
        unit="cm"
        :label="t('stationForm.across')"
        :error="errorOf('acrossCm')"
      />
      <template v-if="form.shape === 'wells'">
        <FormField v-model="form.wells" type="decimal" :label="t('stationForm.wells')" :error="errorOf('wells')" />
        <FormField
          v-model="form.wellCm"
          type="decimal"
          unit="cm"
          :label="t('stationForm.well')"
          :error="errorOf('wellCm', 'body.shape.wellMm')"
        />
        <FormField
          v-model="form.wellDepthMm"
          type="decimal"
          unit="mm"
          :label="t('stationForm.wellDeep')"
          :error="errorOf('wellDepthMm')"
        />
      </template>
      <FormField
        v-model="form.thickMm"
        type="decimal"
        unit="mm"
        :label="t('stationForm.thick')"
        :error="errorOf('thickMm', 'body.thicknessMm')"
      />
      <ChoiceField
        v-model="form.metal"
        :label="t('stationForm.metal')"
        :options="METALS.map((value) => ({ value, label: t(`stationForm.metals.${value}`) }))"
      />
      <ChoiceField
        v-model="form.coating"
        :label="t('stationForm.coating')"
        :options="COATINGS.map((value) => ({ value, label: t(`stationForm.coatings.${value}`) }))"
      />
    </div>
    <ChoiceChips
      v-if="form.shape === 'rectangle'"
      v-model="zones"
      :label="t('stationForm.zones')"
      :options="[1, 2, 3, 4].map((value) => ({ value, label: String(value) }))"
    />
    <div v-for="index in shownZones" :key="index" class="flex flex-col gap-2">
      <div class="flex flex-wrap items-end gap-3">
        <ChoiceField
          v-model="form.burnerIds[index - 1]!"
          class="min-w-56 flex-1"
          :label="
            form.shape === 'rectangle' && shownZones > 1
              ? t('stationForm.zone', { zone: letterOf(index - 1) })
              : t('stationForm.zoneRound')
          "
          :options="burnerOptions"
        />
        <BigButton @click="addingFor = index - 1">{{ t('stations.newBurner') }}</BigButton>
      </div>
      <p
        v-if="errorOf(`burner${index - 1}`, `body.zones[${index - 1}].burnerId`)"
        class="text-sm font-semibold text-ember"
        role="alert"
      >
        {{ errorOf(`burner${index - 1}`, `body.zones[${index - 1}].burnerId`) }}
      </p>
    </div>
    <div class="grid gap-4 sm:grid-cols-[2fr_1fr]">
      <FormField v-model="form.careNote" :label="t('stationForm.careNote')" />
      <FormField
        v-model="form.careDays"
        type="decimal"
        :unit="t('stationForm.days')"
        :label="t('stationForm.careDays')"
        :error="errorOf('careDays')"
      />
    </div>
    <p v-for="[field, message] in others" :key="field" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <div class="flex flex-wrap gap-3">
      <BigButton type="submit" look="say" :disabled="busy">{{ t('stationForm.keep') }}</BigButton>
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
