<script setup lang="ts">
import { computed, ref } from 'vue';
import { plateSizeMm } from '#core/plate';
import type { Place } from '#core/pour';
import { differenceFromCelsius } from '#core/units';
import BigButton from '../../parts/BigButton.vue';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import { number, pourText, temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { t, tn } from '../../words/index.ts';
import FigureLines from '../../parts/FigureLines.vue';
import PlateDrawing from '../plate/PlateDrawing.vue';
import OwnPours from './OwnPours.vue';
import SharedPlate from './SharedPlate.vue';
import { useLayout } from './use-layout.ts';

/** Where the pieces of a batter lie on a plate: by wish, or dragged by pointer and keys; the count stands beside. */
const props = defineProps<{ formulaId: string; stationId: string }>();
const store = useRun();
const session = useSession();
const layout = useLayout(
  () => props.formulaId,
  () => props.stationId,
);
const { station, disc, places, fault, gapMm, picked, full, laid, changed, zoneIds } = layout;
const lyingBeside = layout.beside;
const heat = computed(() => store.view.formula(props.formulaId).heat);
const ARRANGEMENTS = ['zones', 'plate', 'even'] as const;
const choices = computed(() => ARRANGEMENTS.filter((each) => each !== 'zones' || station.value.zones.length > 1));

/** How far each place is from the middle of its zone, while the run's own layout stands. */
const beside = computed(() => {
  const zones = (store.outlook?.forecast.zones ?? []).filter(
    (zone) => zone.stationId === props.stationId && zone.formulaId === props.formulaId,
  );
  return new Map(
    zones.flatMap((zone) => zone.places.map((place) => [place.id, place.surfaceC - zone.surfaceC] as const)),
  );
});
function besideText(id: string): string {
  const off = changed.value ? undefined : beside.value.get(id);
  if (off === undefined || Math.abs(off) < LEAST_C) return '';
  const shown = Math.round(differenceFromCelsius(off, session.settings.temperatureUnit));
  return t('layout.beside', { off: shown > 0 ? `+${shown}` : `−${-shown}`, unit: '°' });
}
/** Less is no difference to a cook, °C. Common practice, no source. */
const LEAST_C = 4;

const dragging = ref<{ id: string; dx: number; dy: number } | null>(null);
function at(event: PointerEvent): DOMPoint | null {
  const box = (event.currentTarget as SVGElement).ownerSVGElement;
  const matrix = box?.getScreenCTM();
  return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()) : null;
}
function grab(event: PointerEvent, id: string): void {
  const point = at(event);
  const place = places.value.find((each) => each.id === id);
  if (!point || !place) return;
  picked.value = id;
  dragging.value = { id, dx: place.xMm - point.x, dy: place.yMm - point.y };
  (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
}
function drag(event: PointerEvent): void {
  const point = dragging.value ? at(event) : null;
  if (point && dragging.value) layout.move(dragging.value.id, point.x + dragging.value.dx, point.y + dragging.value.dy);
}
const STEP_MM = 5;
function key(event: KeyboardEvent, id: string): void {
  const place = places.value.find((each) => each.id === id)!;
  const [dx, dy] = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key] ?? [0, 0];
  if (event.key === 'Delete' || event.key === 'Backspace') layout.take(id);
  else if (dx !== 0 || dy !== 0) {
    picked.value = id;
    layout.move(id, place.xMm + dx! * STEP_MM, place.yMm + dy! * STEP_MM);
  } else return;
  event.preventDefault();
}
const size = computed(() => plateSizeMm(station.value));
/** A coin has no room for more than its mark; a figure is marked beneath its lines. */
const NARROW_MM = 70;
const showsBeside = (place: Place): string => (widthOf(place) < NARROW_MM ? '' : besideText(place.id));
const fontOf = (place: Place): number => Math.min(fontMm.value, widthOf(place) / 2.4);
function markY(place: Place): number {
  if (place.pour?.figure) return place.yMm + widthOf(place) / 2 - fontOf(place) / 2;
  return place.yMm - (showsBeside(place) ? fontMm.value * 0.3 : 0);
}
const widthOf = (place: Place): number => place.diameterMm ?? disc.value.diameterMm;
function spoken(place: Place): string {
  const at = t('layout.place', { id: place.id, x: number(place.xMm / 10, 1), y: number(place.yMm / 10, 1) });
  if (!place.pour) return at;
  const pour = pourText(place.pour.volumeMl, store.view.pins.measuredBy);
  return `${at}, ${t('layout.placeOwn', { pour, cm: number(widthOf(place) / 10, 1) })}`;
}
const fontMm = computed(() => Math.min(34, disc.value.diameterMm / 2.6));
</script>

<template>
  <PaperCard :data-layout="stationId">
    <div class="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <h2 class="text-lg">{{ station.name }}</h2>
      <p class="figure text-2xl text-bell" role="status" data-testid="layout-count">
        {{ tn('layout.fits', places.length) }}
      </p>
      <p v-if="fault" class="font-semibold text-ember" role="alert">{{ t(`layout.${fault}`) }}</p>
    </div>
    <PlateDrawing
      :station="station"
      :places="places"
      :diameter-mm="disc.diameterMm"
      class="mx-auto max-h-96 touch-none"
      role="group"
      :label="tn('portion.layout', places.length, { name: station.name, gap: gapMm / 10 })"
    >
      <template #default>
        <g
          v-for="place in places"
          :key="place.id"
          role="button"
          tabindex="0"
          class="cursor-grab outline-none focus-visible:[&>circle]:stroke-white"
          :aria-label="spoken(place)"
          :data-place="place.id"
          @pointerdown="grab($event, place.id)"
          @pointermove="drag"
          @pointerup="dragging = null"
          @pointercancel="dragging = null"
          @dblclick="layout.take(place.id)"
          @keydown="key($event, place.id)"
        >
          <circle
            :cx="place.xMm"
            :cy="place.yMm"
            :r="widthOf(place) / 2"
            :class="[
              picked === place.id ? 'stroke-[#b9baf7]' : place.pour?.figure ? 'stroke-rim' : 'stroke-pale',
              place.pour?.figure ? 'fill-transparent' : 'fill-raw',
            ]"
            :stroke-width="picked === place.id ? 8 : 3"
          />
          <FigureLines
            v-if="place.pour?.figure"
            :figure="place.pour.figure"
            mirrored
            class="stroke-raw"
            :transform="`translate(${place.xMm} ${place.yMm})`"
          />
          <text
            :x="place.xMm"
            :y="markY(place)"
            text-anchor="middle"
            dominant-baseline="central"
            class="figure pointer-events-none"
            :class="place.pour?.figure ? 'fill-on-plate' : 'fill-[#20233a]'"
            :font-size="fontOf(place)"
          >
            {{ place.id.startsWith('new') ? '+' : place.id }}
          </text>
          <text
            v-if="showsBeside(place)"
            :x="place.xMm"
            :y="place.yMm + fontMm * 0.75"
            text-anchor="middle"
            dominant-baseline="central"
            class="pointer-events-none fill-[#20233a]"
            :font-size="fontMm * 0.66"
          >
            {{ showsBeside(place) }}
          </text>
        </g>
        <circle
          v-for="place in lyingBeside"
          :key="`beside ${place.id}`"
          :cx="place.xMm"
          :cy="place.yMm"
          :r="(place.diameterMm ?? 0) / 2"
          fill="none"
          class="stroke-rim"
          stroke-width="3"
          stroke-dasharray="9 8"
        />
        <rect v-if="!places.length" :width="size.widthMm" :height="size.depthMm" fill="none" />
      </template>
    </PlateDrawing>
    <p class="mt-2 text-sm text-soft">{{ t('layout.hint') }}</p>
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <BigButton v-for="wish in choices" :key="wish" @click="layout.arrange(wish)">{{ t(`layout.${wish}`) }}</BigButton>
      <BigButton @click="layout.add()">{{ t('layout.add') }}</BigButton>
      <BigButton v-if="picked" @click="layout.take(picked)">{{
        picked.startsWith('new') ? t('layout.takeNew') : t('layout.take', { id: picked })
      }}</BigButton>
      <BigButton v-if="changed || laid" @click="layout.reset">{{ t('layout.reset') }}</BigButton>
      <BigButton v-if="changed" look="say" :disabled="fault !== null || !places.length" @click="layout.keep">{{
        t('layout.keep')
      }}</BigButton>
    </div>
    <p v-if="full" class="mt-2 font-semibold text-ember" role="alert">{{ t('layout.noRoom') }}</p>
    <div class="mt-3 flex flex-wrap items-center gap-3">
      <span class="font-semibold">{{ t('layout.gap') }}</span>
      <ChoiceChips
        v-model="gapMm"
        :label="t('layout.gap')"
        :options="[5, 10, 20, 30].map((value) => ({ value, label: `${number(value / 10, value % 10 ? 1 : 0)} cm` }))"
      />
    </div>
    <div
      v-if="station.zones.length > 1"
      class="mt-3 flex flex-wrap items-center gap-3"
      role="group"
      :aria-label="t('layout.burners')"
    >
      <span class="font-semibold">{{ t('layout.burners') }}</span>
      <button
        v-for="{ id } in station.zones"
        :key="id"
        type="button"
        :aria-pressed="zoneIds.includes(id)"
        class="min-h-14 min-w-14 rounded-full border px-4"
        :class="zoneIds.includes(id) ? 'border-bell bg-mist font-semibold text-bell' : 'border-line bg-card'"
        @click="layout.toggleZone(id)"
      >
        {{ id }}
      </button>
    </div>
    <SharedPlate :formula-id="formulaId" :station-id="stationId" />
    <OwnPours
      :formula-id="formulaId"
      :picked="places.find(({ id }) => id === picked)"
      @add="layout.add"
      @fill="layout.fillGaps"
      @give="layout.give"
    />
    <p v-if="!places.length" class="mt-2 text-ember" role="alert">
      {{ t('layout.noneEven', { low: temperature(heat.lowC), high: temperature(heat.highC) }) }}
    </p>
  </PaperCard>
</template>
