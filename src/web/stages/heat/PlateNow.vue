<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core';
import { computed, onMounted, shallowRef, watch } from 'vue';
import { stationNow } from '#core/setup';
import { type PlateMap } from '#core/surface';
import type { SpotOnPlate } from '#core/plate';
import { temperature } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';
import { t } from '../../words/index.ts';
import PlateHeat from '../plate/PlateHeat.vue';

/** A plate as it is believed to stand now, drawn to scale; a tap picks where the next reading is taken. */
const props = defineProps<{ stationId: string; spot: SpotOnPlate | null; targetC: number }>();
defineEmits<{ pick: [spot: SpotOnPlate] }>();
const store = useRun();
const station = computed(() => stationNow(store.view, props.stationId));
const map = shallowRef<PlateMap | null>(null);
/** A plate moves slowly: it is drawn again after a tap, and every few seconds. */
const EVERY_MS = 5000;
const ask = useDebounceFn(
  useRunQuestion(
    'map',
    () => [props.stationId, store.nowMs],
    (answer) => (map.value = answer),
  ),
  200,
);
onMounted(ask);
watch([() => store.state!.eventCount, () => Math.floor(store.nowMs / EVERY_MS)], ask);
const ends = computed(() => {
  const known = [...(map.value?.tempC ?? [])].filter((each) => !Number.isNaN(each));
  return { high: temperature(Math.max(...known)), low: temperature(Math.min(...known)) };
});
const spots = computed(() => [
  ...[...store.state!.zones.values()]
    .filter((zone) => zone.stationId === props.stationId)
    .flatMap((zone) => zone.readings.flatMap(({ spot }) => (spot ? [{ ...spot, text: '' }] : []))),
  ...(props.spot ? [{ ...props.spot, text: '', picked: true }] : []),
]);
</script>

<template>
  <PlateHeat
    v-if="map"
    :station="station"
    :map="map"
    :target-c="targetC"
    :spots="spots"
    class="max-h-64 cursor-crosshair"
    :label="t('heatMore.mapNow', { name: station.name, ...ends })"
    @pick="$emit('pick', $event)"
  />
  <p v-else class="text-soft" role="status">{{ t('frame.working') }}</p>
</template>
