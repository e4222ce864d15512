<script setup lang="ts">
import { computed, useId } from 'vue';
import type { PlateMap } from '#core/surface';
import { plateSizeMm, zoneMiddle, type SpotOnPlate, type StationBody } from '#core/plate';
import { temperature } from '../../parts/format.ts';
import { heatColour, rampEnds } from '../../parts/heat-ramp.ts';
import PlateDrawing from './PlateDrawing.vue';

/** A plate's heat from above, to scale: lighter is hotter, with figures where it is hottest, coolest and in each middle. */
const props = defineProps<{
  station: StationBody;
  map: PlateMap;
  /** The surface wished: the middle of the colours. */
  targetC: number;
  label: string;
  /** Spots that were read, or one that is picked. */
  spots?: readonly (SpotOnPlate & { readonly text: string; readonly picked?: boolean })[];
}>();
const emit = defineEmits<{ pick: [spot: SpotOnPlate] }>();

const size = computed(() => plateSizeMm(props.station));
const cells = computed(() => {
  const { columns, rows, tempC } = props.map;
  const width = size.value.widthMm / columns;
  const height = size.value.depthMm / rows;
  const [low, high] = rampEnds(props.targetC);
  return [...tempC].flatMap((known, i) => {
    // a rim's cells that are mostly off the plate are drawn like their neighbours and cut to the outline
    const temp = Number.isNaN(known) ? beside(i) : known;
    return temp === null
      ? []
      : [
          {
            metal: !Number.isNaN(known),
            ...{ key: i, temp, colour: heatColour(temp, low, high) },
            ...{ x: (i % columns) * width, y: Math.floor(i / columns) * height },
            // a hair wider, so that no seam shows between cells
            ...{ width: width + 0.6, height: height + 0.6 },
            ...{ midX: ((i % columns) + 0.5) * width, midY: (Math.floor(i / columns) + 0.5) * height },
          },
        ];
  });
});
/** Mean of the metal about a cell; nothing where there is none. */
function beside(i: number): number | null {
  const { columns, tempC } = props.map;
  const near = [-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1]
    .map((step) => tempC[i + step])
    .filter((each): each is number => each !== undefined && !Number.isNaN(each));
  return near.length ? near.reduce((sum, each) => sum + each, 0) / near.length : null;
}
const clipId = useId();
const fontMm = computed(() => Math.max(13, Math.min(size.value.widthMm / 20, size.value.depthMm / 9)));

/** Figures on the plate: hottest, coolest, and each zone's middle where those are not near. */
const figures = computed(() => {
  const byHeat = cells.value.filter(({ metal }) => metal).sort((a, b) => a.temp - b.temp);
  const inward = (at: { x: number; y: number }) => {
    const edge = 1.6 * fontMm.value;
    return {
      x: Math.min(size.value.widthMm - edge, Math.max(edge, at.x)),
      y: Math.min(size.value.depthMm - 0.6 * edge, Math.max(0.6 * edge, at.y)),
    };
  };
  const list = [byHeat.at(-1)!, byHeat[0]!].map((cell) => ({
    ...inward({ x: cell.midX, y: cell.midY }),
    temp: cell.temp,
  }));
  for (const { id } of props.station.zones) {
    const { xMm, yMm } = zoneMiddle(props.station, id);
    const crowded = list.some(({ x, y }) => Math.hypot(x - xMm, y - yMm) < 5 * fontMm.value);
    const cell = cells.value.reduce((best, each) =>
      Math.hypot(each.midX - xMm, each.midY - yMm) < Math.hypot(best.midX - xMm, best.midY - yMm) ? each : best,
    );
    if (!crowded) list.push({ x: xMm, y: yMm, temp: cell.temp });
  }
  const near = (at: { x: number; y: number }, other: { x: number; y: number }) =>
    Math.hypot(at.x - other.x, at.y - other.y) < 2.4 * fontMm.value;
  const taken = (props.spots ?? []).map(({ xMm, yMm }) => ({ x: xMm, y: yMm })); // a spot has its own figure
  return list.filter((figure, i) => ![...list.slice(0, i), ...taken].some((other) => near(figure, other)));
});

function pick(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).closest('svg')!;
  const matrix = (box as SVGSVGElement).getScreenCTM();
  if (!matrix) return;
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  const { widthMm, depthMm } = size.value;
  emit('pick', { xMm: Math.min(widthMm, Math.max(0, at.x)), yMm: Math.min(depthMm, Math.max(0, at.y)) });
}
</script>

<template>
  <PlateDrawing :station="station" :places="[]" :diameter-mm="0" :label="label">
    <template #ground>
      <clipPath :id="clipId">
        <rect v-if="station.shape.kind === 'rectangle'" :width="size.widthMm" :height="size.depthMm" rx="14" />
        <circle v-else :cx="size.widthMm / 2" :cy="size.widthMm / 2" :r="size.widthMm / 2" />
      </clipPath>
      <g :clip-path="`url(#${clipId})`" shape-rendering="crispEdges" data-testid="heat-cells" @click="pick">
        <rect
          v-for="cell in cells"
          :key="cell.key"
          :x="cell.x"
          :y="cell.y"
          :width="cell.width"
          :height="cell.height"
          :fill="cell.colour"
        />
      </g>
    </template>
    <template #default>
      <g class="pointer-events-none">
        <text
          v-for="(figure, i) in figures"
          :key="i"
          :x="figure.x"
          :y="figure.y"
          text-anchor="middle"
          dominant-baseline="central"
          class="figure fill-white stroke-[#20233a]"
          :font-size="fontMm"
          :stroke-width="fontMm / 5"
          paint-order="stroke"
          stroke-linejoin="round"
        >
          {{ temperature(figure.temp) }}
        </text>
        <g v-for="(spot, i) in spots ?? []" :key="`spot-${i}`">
          <circle
            :cx="spot.xMm"
            :cy="spot.yMm"
            :r="fontMm * (spot.picked ? 0.75 : 0.28)"
            :class="spot.picked ? 'fill-none stroke-white' : 'fill-white stroke-[#20233a]'"
            :stroke-width="spot.picked ? fontMm / 6 : fontMm / 10"
          />
          <circle
            v-if="spot.picked"
            :cx="spot.xMm"
            :cy="spot.yMm"
            :r="fontMm * 0.92"
            class="fill-none stroke-[#20233a]"
            :stroke-width="fontMm / 10"
          />
          <text
            v-if="spot.text"
            :x="spot.xMm"
            :y="spot.yMm - fontMm * 0.7"
            text-anchor="middle"
            class="fill-white stroke-[#20233a]"
            :font-size="fontMm * 0.62"
            :stroke-width="fontMm / 8"
            paint-order="stroke"
          >
            {{ spot.text }}
          </text>
        </g>
      </g>
      <slot />
    </template>
  </PlateDrawing>
</template>
