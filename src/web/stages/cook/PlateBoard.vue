<script setup lang="ts">
import { computed } from 'vue';
import { discInRun, placesIn, stationNow, zoneOf } from '#core/setup';
import { type Hand } from '#core/guidance';
import { type ZoneForecast } from '#core/forecast';
import { familyOf } from '#core/formula';
import { BROWNING_LSTAR } from '#core/piece';
import type { Place } from '#core/pour';
import { placeKey } from '#core/run';
import { markText, stretch, temperature, temperatureSpread } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import PlateDrawing from '../plate/PlateDrawing.vue';
import PieceOnPlate from './PieceOnPlate.vue';
import { seenOf, type PieceSeen } from './use-appearance.ts';

/** A plate as it lies before the cook. One tap on a place does its next action. */
const props = defineProps<{
  stationId: string;
  formulaId: string;
  hands: readonly Hand[];
  next: Hand | undefined;
  lookedId: string | undefined;
}>();
const emit = defineEmits<{ act: [hand: Hand] }>();
const store = useRun();

const station = computed(() => stationNow(store.view, props.stationId));
const body = computed(() => store.view.formula(props.formulaId));
const disc = computed(() => discInRun(store.view, props.formulaId, props.stationId));
const places = computed(() => placesIn(store.view, props.formulaId, props.stationId));
const zones = computed(() =>
  (store.outlook?.forecast.zones ?? []).filter(
    (zone) => zone.stationId === props.stationId && zone.formulaId === props.formulaId,
  ),
);
const touchMm = computed(() => Math.max(disc.value.diameterMm + 20, 150) / 2);

const spots = computed(() =>
  places.value.map((place) => {
    const pieceId = store.state!.onPlate.get(placeKey(props.stationId, place.id));
    const piece = pieceId ? store.state!.pieces.get(pieceId) : undefined;
    const hand = props.hands.find(
      (candidate) => candidate.stationId === props.stationId && candidate.placeId === place.id,
    );
    const seen = piece ? seenOf(store, piece) : null;
    const taken = piece && (store.outlook?.assumed ?? []).findLast((action) => action.pieceId === piece.id)?.verb;
    const isNext =
      props.next !== undefined && props.next.stationId === props.stationId && props.next.placeId === place.id;
    return {
      place,
      piece,
      hand,
      seen,
      isNext,
      taken,
      time: taken ? t(`assumed.short.${taken}`) : hand ? timeOf(hand) : '',
      unfit: piece || hand ? null : unfit(place),
      light: piece?.flippedAtMs != null && seen !== null && seen.look.overLStar < BROWNING_LSTAR.brown,
    };
  }),
);

/** A free place that is left out: nothing poured there would come out. */
function unfit(place: Place): 'tooHot' | 'tooCool' | null {
  const zone = zones.value.find(({ zoneId }) => zoneId === place.zoneId);
  const fitness =
    zone?.basis === 'reading' && zone.alarm?.kind !== 'done'
      ? zone.places.find(({ id }) => id === place.id)?.fitness
      : undefined;
  return !fitness || fitness === 'good' ? null : fitness;
}
function heatOf(zone: ZoneForecast): string {
  if (zone.basis === 'cold') return t('board.cold');
  const surface = `${temperature(zone.surfaceC)} ± ${temperatureSpread(zone.sdC)}`;
  if (zone.aside) return `${surface}, ${t('board.aside')}`;
  return zone.mark
    ? `${surface} ${t('board.at', { mark: markText(zoneOf(station.value, zone.zoneId).dial, zone.mark) })}`
    : surface;
}
function timeOf(hand: Hand): string {
  const inS = (hand.dueMs - store.nowMs) / 1000;
  if (hand.verb === 'pour') return inS > 600 ? '' : inS < 1 ? t('hand.now') : stretch(inS);
  if (store.nowMs > hand.latestMs) return t('hand.lateShort');
  return inS < 1 ? t('hand.now') : stretch(inS);
}
function spoken({
  place,
  hand,
  piece,
  time,
  seen,
  unfit: isUnfit,
}: {
  place: Place;
  hand: Hand | undefined;
  piece: unknown;
  time: string;
  seen: PieceSeen | null;
  unfit: 'tooHot' | 'tooCool' | null;
}): string {
  if (isUnfit) return t(`board.unfit.${isUnfit}`, { place: place.id });
  if (!hand) return t(piece ? 'board.waits' : 'board.empty', { place: place.id });
  const last = seen?.cues.at(-1);
  return t('board.spoken', {
    verb: t(`verb.${hand.verb}`),
    place: place.id,
    time: time || t('board.pour'),
    seen: last ? t(`cue.${last}`) : '',
  });
}
function act(hand: Hand | undefined): void {
  if (hand) emit('act', hand);
}
const labelMm = computed(() => Math.min(disc.value.diameterMm / 3.6, 34));
</script>

<template>
  <section :aria-label="station.name" :data-station="stationId">
    <p class="mb-1 flex flex-wrap items-baseline gap-x-3">
      <span class="figure text-lg">{{ station.name }}</span>
      <span
        v-for="zone in zones"
        :key="zone.key"
        class="text-sm"
        :class="zone.asExpected ? 'text-soft' : 'font-semibold text-ember'"
      >
        {{ zone.zoneId }}
        {{ heatOf(zone) }}
      </span>
    </p>
    <PlateDrawing
      :station="station"
      :places="places"
      :diameter-mm="disc.diameterMm"
      :label="t('board.plate', { name: station.name })"
      role="group"
    >
      <template #default>
        <g
          v-for="spot in spots"
          :key="spot.place.id"
          role="button"
          :tabindex="spot.hand ? 0 : -1"
          :aria-label="spot.taken ? `${t(`assumed.said.${spot.taken}`)} ${spoken(spot)}` : spoken(spot)"
          :aria-disabled="spot.hand ? undefined : true"
          :data-place="spot.place.id"
          :data-verb="spot.hand?.verb"
          class="outline-none focus-visible:[&>.ring]:stroke-white"
          :class="spot.hand ? 'cursor-pointer' : ''"
          @click="act(spot.hand)"
          @keydown.enter.prevent="act(spot.hand)"
          @keydown.space.prevent="act(spot.hand)"
        >
          <circle :cx="spot.place.xMm" :cy="spot.place.yMm" :r="touchMm" fill="transparent" />
          <template v-if="spot.piece">
            <PieceOnPlate
              v-if="spot.seen"
              :id="spot.piece.id"
              :x-mm="spot.place.xMm"
              :y-mm="spot.place.yMm"
              :diameter-mm="disc.diameterMm"
              :flipped="spot.piece.flippedAtMs !== null"
              :thin="familyOf(body.type) === 'thin'"
              :look="spot.seen.look"
            />
            <circle
              v-if="spot.taken"
              :cx="spot.place.xMm"
              :cy="spot.place.yMm"
              :r="disc.diameterMm / 2"
              class="fill-plate/50 stroke-on-plate"
              stroke-width="4"
              stroke-dasharray="4 8"
            />
            <g
              class="figure"
              text-anchor="middle"
              :class="spot.light ? 'fill-white stroke-[#5f3717]' : 'fill-[#20233a] stroke-white/80'"
              stroke-width="6"
              paint-order="stroke"
              stroke-linejoin="round"
            >
              <text>
                <tspan :x="spot.place.xMm" :y="spot.place.yMm - labelMm * 0.25" :font-size="labelMm * 0.8">{{
                  spot.place.id
                }}</tspan>
                {{ ' ' }}
                <tspan :x="spot.place.xMm" :y="spot.place.yMm + labelMm * 0.85" :font-size="labelMm">{{
                  spot.time
                }}</tspan>
              </text>
            </g>
          </template>
          <template v-else>
            <circle
              :cx="spot.place.xMm"
              :cy="spot.place.yMm"
              :r="disc.diameterMm / 2"
              fill="none"
              stroke-width="2.5"
              stroke-dasharray="9 8"
              :class="spot.hand ? 'stroke-on-plate' : 'stroke-rim'"
            />
            <text text-anchor="middle" class="figure fill-on-plate">
              <tspan :x="spot.place.xMm" :y="spot.place.yMm - labelMm * 0.1" :font-size="labelMm * 0.8">{{
                spot.place.id
              }}</tspan>
              {{ ' ' }}
              <tspan
                v-if="spot.hand"
                :x="spot.place.xMm"
                :y="spot.place.yMm + labelMm * 0.9"
                :font-size="labelMm * 0.75"
                >{{ spot.time || t('board.pour') }}</tspan
              >
              <tspan
                v-else-if="spot.unfit"
                :x="spot.place.xMm"
                :y="spot.place.yMm + labelMm * 0.9"
                :font-size="labelMm * 0.62"
                >{{ t(`board.unfitShort.${spot.unfit}`) }}</tspan
              >
            </text>
          </template>
          <circle
            class="ring"
            :class="
              spot.isNext
                ? 'stroke-go'
                : spot.piece && spot.piece.id === lookedId
                  ? 'stroke-[#b9baf7]'
                  : 'stroke-transparent'
            "
            :cx="spot.place.xMm"
            :cy="spot.place.yMm"
            :r="disc.diameterMm / 2 + 8"
            fill="none"
            :stroke-width="spot.isNext ? 8 : 4"
          />
        </g>
      </template>
    </PlateDrawing>
  </section>
</template>
