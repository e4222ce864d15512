<script setup lang="ts">
import { computed, ref } from 'vue';
import { stationNow, zoneOf } from '#core/setup';
import { type Hand } from '#core/guidance';
import { type ZoneForecast } from '#core/forecast';
import { familyOf } from '#core/formula';
import { BROWNING_LSTAR } from '#core/piece';
import type { Place } from '#core/pour';
import { piecesOnPlates, placeKey } from '#core/run';
import { markText, stretch, temperature, temperatureSpread } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { browningColour } from '../../parts/browning-ramp.ts';
import FigureLines from '../../parts/FigureLines.vue';
import BigButton from '../../parts/BigButton.vue';
import PlateDrawing from '../plate/PlateDrawing.vue';
import PieceOnPlate from './PieceOnPlate.vue';
import { useFilms } from '../plate/use-films.ts';
import { usePlatePlaces, type PlatePlace } from './use-plate-places.ts';
import { seenOf, type PieceSeen } from './use-appearance.ts';

/** A plate as it lies before the cook. One tap on a place does its next action. */
const props = defineProps<{
  stationId: string;
  hands: readonly Hand[];
  next: Hand | undefined;
  lookedId: string | undefined;
}>();
const emit = defineEmits<{ act: [hand: Hand] }>();
const store = useRun();

const films = useFilms(() => piecesOnPlates(store.state!).filter(({ stationId }) => stationId === props.stationId));
const station = computed(() => stationNow(store.view, props.stationId));
const { places, zones } = usePlatePlaces(
  () => props.stationId,
  () => props.hands,
);
const isThin = (formulaId: string): boolean => familyOf(store.view.formula(formulaId).type) === 'thin';
/** A finger wants room; between coins only as much as lies between their middles. */
const touchMm = (place: PlatePlace): number => {
  const wish = Math.max(place.acrossMm + 20, 150) / 2;
  if (places.value.every(({ acrossMm }) => acrossMm === place.acrossMm)) return wish;
  const others = places.value.filter(({ id }) => id !== place.id);
  return Math.min(wish, ...others.map((other) => Math.hypot(other.xMm - place.xMm, other.yMm - place.yMm) / 2));
};

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
      acrossMm: place.acrossMm,
      labelMm: Math.min(place.acrossMm / 3.6, 34),
      isNext,
      taken,
      time: taken ? t(`assumed.short.${taken}`) : hand ? timeOf(hand) : '',
      unfit: piece || hand ? null : unfit(place),
      light: piece?.flippedAtMs != null && seen !== null && seen.look.overLStar < BROWNING_LSTAR.brown,
    };
  }),
);

/** A free place that is left out: nothing poured there would come out. */
function unfit(place: PlatePlace): 'tooHot' | 'tooCool' | null {
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
/** A free place that was tapped though nothing is asked of it: poured all the same by a second tap. */
const offered = ref<PlatePlace | null>(null);
const isFree = (place: PlatePlace): boolean =>
  store.state!.finishedAtMs === null && !store.state!.onPlate.has(placeKey(props.stationId, place.id));
function act({ hand, place }: { readonly hand: Hand | undefined; readonly place: PlatePlace }): void {
  if (hand) emit('act', hand);
  else offered.value = isFree(place) && offered.value?.id !== place.id ? place : null;
}
/** The pour that nobody asked for, where its place is still free. */
const freely = computed((): Hand | null => {
  const place = offered.value;
  if (!place || !isFree(place)) return null;
  const at = { earliestMs: store.nowMs, dueMs: store.nowMs, latestMs: store.nowMs };
  const { formulaId } = place;
  const { stationId } = props;
  return { verb: 'pour', formulaId, stationId, zoneId: place.zoneId, placeId: place.id, pieceId: null, ...at };
});
function pourFreely(): void {
  if (freely.value) emit('act', freely.value);
  offered.value = null;
}
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
    <PlateDrawing :station="station" :places="places" :label="t('board.plate', { name: station.name })" role="group">
      <template #default>
        <g
          v-for="spot in spots"
          :key="spot.place.id"
          role="button"
          :tabindex="spot.hand || isFree(spot.place) ? 0 : -1"
          :aria-label="spot.taken ? `${t(`assumed.said.${spot.taken}`)} ${spoken(spot)}` : spoken(spot)"
          :aria-disabled="spot.hand || isFree(spot.place) ? undefined : true"
          :data-place="spot.place.id"
          :data-verb="spot.hand?.verb"
          class="outline-none focus-visible:[&>.ring]:stroke-white"
          :class="spot.hand || isFree(spot.place) ? 'cursor-pointer' : ''"
          @click="act(spot)"
          @keydown.enter.prevent="act(spot)"
          @keydown.space.prevent="act(spot)"
        >
          <circle :cx="spot.place.xMm" :cy="spot.place.yMm" :r="touchMm(spot.place)" fill="transparent" />
          <template v-if="spot.piece">
            <FigureLines
              v-if="spot.seen && spot.place.pour?.figure"
              :figure="spot.place.pour.figure"
              :mirrored="spot.piece.flippedAtMs === null"
              :stroke="browningColour(Math.round(spot.seen.look.overLStar))"
              :transform="`translate(${spot.place.xMm} ${spot.place.yMm})`"
            />
            <PieceOnPlate
              v-else-if="spot.seen"
              :id="spot.piece.id"
              :x-mm="spot.place.xMm"
              :y-mm="spot.place.yMm"
              :diameter-mm="spot.acrossMm"
              :flipped="spot.piece.flippedAtMs !== null"
              :thin="isThin(spot.place.formulaId)"
              :look="spot.seen.look"
              :film="films[spot.piece.id]"
            />
            <circle
              v-if="spot.taken"
              :cx="spot.place.xMm"
              :cy="spot.place.yMm"
              :r="spot.acrossMm / 2"
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
                <tspan :x="spot.place.xMm" :y="spot.place.yMm - spot.labelMm * 0.25" :font-size="spot.labelMm * 0.8">{{
                  spot.place.id
                }}</tspan>
                {{ ' ' }}
                <tspan :x="spot.place.xMm" :y="spot.place.yMm + spot.labelMm * 0.85" :font-size="spot.labelMm">{{
                  spot.time
                }}</tspan>
              </text>
            </g>
          </template>
          <template v-else>
            <circle
              :cx="spot.place.xMm"
              :cy="spot.place.yMm"
              :r="spot.acrossMm / 2"
              fill="none"
              stroke-width="2.5"
              stroke-dasharray="9 8"
              :class="spot.hand || offered?.id === spot.place.id ? 'stroke-on-plate' : 'stroke-rim'"
            />
            <FigureLines
              v-if="spot.place.pour?.figure"
              :figure="spot.place.pour.figure"
              mirrored
              class="stroke-rim"
              :transform="`translate(${spot.place.xMm} ${spot.place.yMm})`"
            />
            <text text-anchor="middle" class="figure fill-on-plate">
              <tspan :x="spot.place.xMm" :y="spot.place.yMm - spot.labelMm * 0.1" :font-size="spot.labelMm * 0.8">{{
                spot.place.id
              }}</tspan>
              {{ ' ' }}
              <tspan
                v-if="spot.hand"
                :x="spot.place.xMm"
                :y="spot.place.yMm + spot.labelMm * 0.9"
                :font-size="spot.labelMm * 0.75"
                >{{ spot.time || t('board.pour') }}</tspan
              >
              <tspan
                v-else-if="spot.unfit"
                :x="spot.place.xMm"
                :y="spot.place.yMm + spot.labelMm * 0.9"
                :font-size="spot.labelMm * 0.62"
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
            :r="spot.acrossMm / 2 + 8"
            fill="none"
            :stroke-width="spot.isNext ? 8 : 4"
          />
        </g>
      </template>
    </PlateDrawing>
    <div v-if="freely" class="mt-2 flex flex-wrap items-center gap-2" data-testid="pour-freely">
      <BigButton class="min-h-14" @click="pourFreely">{{ t('board.freely', { place: freely.placeId }) }}</BigButton>
      <BigButton class="min-h-14" @click="offered = null">{{ t('board.leaveFree') }}</BigButton>
    </div>
  </section>
</template>
