<script setup lang="ts">
import { computed } from 'vue';
import { plateSizeMm, type StationBody } from '#core/plate';
import { placesOn, type Place } from '#core/pour';

/** A plate from above, to scale, with its marked places. One unit of the drawing is a millimetre. */
const props = defineProps<{
  station: StationBody;
  places: readonly Place[];
  /** Of places without a width of their own, where they are drawn here. */
  diameterMm?: number;
  label: string;
}>();
const widthOf = ({ diameterMm = props.diameterMm ?? 0 }: Place): number => diameterMm;
const EDGE_MM = 14;
const size = computed(() => {
  const { widthMm, depthMm } = plateSizeMm(props.station);
  return { width: widthMm, height: depthMm };
});
const round = computed(() => props.station.shape.kind !== 'rectangle');
const box = computed(
  () => `${-EDGE_MM} ${-EDGE_MM} ${size.value.width + 2 * EDGE_MM} ${size.value.height + 2 * EDGE_MM}`,
);
const dividers = computed(() =>
  round.value
    ? []
    : props.station.zones.slice(1).map((_zone, index) => (size.value.width / props.station.zones.length) * (index + 1)),
);
const wells = computed(() => {
  const { shape } = props.station;
  return shape.kind === 'wells'
    ? placesOn(props.station, shape.wellMm).map((place) => ({ ...place, r: shape.wellMm / 2 }))
    : [];
});
</script>

<template>
  <svg :viewBox="box" role="img" :aria-label="label" class="block w-full">
    <circle v-if="round" :cx="size.width / 2" :cy="size.height / 2" :r="size.width / 2 + EDGE_MM" class="fill-rim" />
    <circle v-if="round" :cx="size.width / 2" :cy="size.height / 2" :r="size.width / 2" class="fill-plate" />
    <rect
      v-else
      x="-8"
      y="-8"
      :width="size.width + 16"
      :height="size.height + 16"
      rx="22"
      class="fill-plate stroke-rim"
      stroke-width="8"
    />
    <slot name="ground" :size="size" />
    <circle
      v-for="well in wells"
      :key="well.id"
      :cx="well.xMm"
      :cy="well.yMm"
      :r="well.r"
      class="fill-none stroke-rim"
      stroke-width="3"
    />
    <line
      v-for="x in dividers"
      :key="x"
      :x1="x"
      :x2="x"
      y1="14"
      :y2="size.height - 14"
      class="stroke-rim"
      stroke-width="3"
    />
    <slot :size="size" />
    <template v-if="!$slots['default']">
      <g v-for="place in places" :key="place.id">
        <circle :cx="place.xMm" :cy="place.yMm" :r="widthOf(place) / 2" class="fill-raw stroke-pale" stroke-width="3" />
        <text
          :x="place.xMm"
          :y="place.yMm"
          text-anchor="middle"
          dominant-baseline="central"
          class="figure fill-[#20233a]"
          :font-size="Math.min(34, widthOf(place) / 2.4)"
        >
          {{ place.id }}
        </text>
      </g>
    </template>
  </svg>
</template>
