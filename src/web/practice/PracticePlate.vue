<script setup lang="ts">
import { computed } from 'vue';
import { BROWNING_LSTAR } from '#core/piece';
import type { FlipTrainer, PieceInTraining } from '#core/rehearsal';
import { stretch } from '../parts/format.ts';
import PieceOnPlate from '../stages/cook/PieceOnPlate.vue';
import PlateDrawing from '../stages/plate/PlateDrawing.vue';
import { t } from '../words/index.ts';

/** The practice plate from above: a tap on a piece turns it. */
const props = defineProps<{ trainer: FlipTrainer; pieces: readonly PieceInTraining[] }>();
const emit = defineEmits<{ flip: [placeId: string] }>();

const places = computed(() =>
  props.trainer.places.map((place) => {
    const piece = props.pieces.find(({ placeId }) => placeId === place.id);
    return { place, piece, dark: piece?.flipped === true && piece.look.overLStar < BROWNING_LSTAR.brown };
  }),
);
function spoken(placeId: string, piece: PieceInTraining | undefined): string {
  if (!piece) return t('practice.free', { place: placeId });
  if (piece.flipped) return t('practice.turnedNow', { place: placeId });
  const seen = piece.seen.map((cue) => t(`cue.${cue}`)).join(', ') || t('practice.nothing');
  return t('practice.lies', { place: placeId, time: stretch(piece.ageS), seen });
}
const LABEL_MM = 24;
</script>

<template>
  <PlateDrawing
    :station="trainer.station"
    :places="trainer.places"
    :diameter-mm="trainer.discMm"
    :label="t('practice.plate', { n: trainer.places.length })"
    role="group"
  >
    <g
      v-for="{ place, piece, dark } in places"
      :key="place.id"
      role="button"
      :tabindex="piece && !piece.flipped ? 0 : -1"
      :aria-label="spoken(place.id, piece)"
      :aria-disabled="piece && !piece.flipped ? undefined : true"
      :data-place="place.id"
      class="outline-none focus-visible:[&>.ring]:stroke-white"
      :class="piece && !piece.flipped ? 'cursor-pointer' : ''"
      @click="emit('flip', place.id)"
      @keydown.enter.prevent="emit('flip', place.id)"
      @keydown.space.prevent="emit('flip', place.id)"
    >
      <circle :cx="place.xMm" :cy="place.yMm" :r="trainer.discMm / 2 + 18" fill="transparent" />
      <template v-if="piece">
        <PieceOnPlate
          :id="piece.id"
          :x-mm="place.xMm"
          :y-mm="place.yMm"
          :diameter-mm="trainer.discMm"
          :flipped="piece.flipped"
          :thin="false"
          :look="piece.look"
        />
        <text
          class="figure"
          text-anchor="middle"
          :x="place.xMm"
          :y="place.yMm + LABEL_MM * 0.35"
          :font-size="LABEL_MM"
          stroke-width="6"
          paint-order="stroke"
          stroke-linejoin="round"
          :class="dark ? 'fill-white stroke-[#5f3717]' : 'fill-[#20233a] stroke-white/80'"
        >
          {{ place.id }}
        </text>
      </template>
      <template v-else>
        <circle
          :cx="place.xMm"
          :cy="place.yMm"
          :r="trainer.discMm / 2"
          fill="none"
          stroke-width="2"
          stroke-dasharray="8 8"
          class="stroke-rim"
        />
        <text
          class="figure fill-on-plate"
          text-anchor="middle"
          :x="place.xMm"
          :y="place.yMm + LABEL_MM * 0.35"
          :font-size="LABEL_MM"
        >
          {{ place.id }}
        </text>
      </template>
      <circle
        class="ring stroke-transparent"
        :cx="place.xMm"
        :cy="place.yMm"
        :r="trainer.discMm / 2 + 7"
        fill="none"
        stroke-width="5"
      />
    </g>
  </PlateDrawing>
</template>
