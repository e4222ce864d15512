<script setup lang="ts">
import { useWakeLock } from '@vueuse/core';
import { Undo2 } from '@lucide/vue';
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted } from 'vue';
import { useRouter } from 'vue-router';
import { familyOf } from '#core/formula';
import { CUES_OF } from '#core/piece';
import { fatAsked } from '#core/guidance';
import { lotInUse, pieceIn } from '#core/run';
import { isSwirled, placesIn } from '#core/setup';
import BigButton from '../../parts/BigButton.vue';
import CautionLine from '../../parts/CautionLine.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useKeys } from '../frame/keys.ts';
import { useFirstSide } from '../plate/use-first-side.ts';
import SwirlGuide from './SwirlGuide.vue';
import { useFilmAdvice } from '../plate/use-film-advice.ts';
import { usePrompts } from '../frame/use-prompts.ts';
import AssumedCard from './AssumedCard.vue';
import BatterAtHand from './BatterAtHand.vue';
import CueLadder from './CueLadder.vue';
import DialsCard from './DialsCard.vue';
import HeatAdvice from './HeatAdvice.vue';
import JudgeStrip from './JudgeStrip.vue';
import NextHandCard from './NextHandCard.vue';
import PlateBoard from './PlateBoard.vue';
import RunCounts from './RunCounts.vue';
import TakenAsUsual from './TakenAsUsual.vue';
import ThenList from './ThenList.vue';
import { useBoard } from './use-board.ts';
import { useSwirl } from './use-swirl.ts';
import { useTone } from './use-tones.ts';

const store = useRun();
const router = useRouter();
const board = useBoard();
/** A morning without thin batter is not sent it. */
const RhythmStart = defineAsyncComponent(() => import('./RhythmStart.vue'));
const { next, row, lastTap, looked } = board;
const { prompts, first, isDue } = usePrompts();

const plates = computed(() =>
  [...new Set((store.state!.brief?.items ?? []).flatMap(({ stationIds }) => stationIds))]
    .map((stationId) => ({ stationId, wide: store.view.station(stationId).shape.kind === 'rectangle' }))
    .sort((a, b) => Number(b.wide) - Number(a.wide)),
);
const notReady = computed(() => {
  const zone = store.outlook?.forecast.zones.find(
    (candidate) => candidate.stationId === next.value?.stationId && candidate.zoneId === next.value?.zoneId,
  );
  if (next.value?.verb !== 'pour') return null;
  if (!lotInUse(store.state!, next.value.formulaId)) return 'notMixed';
  if (zone === undefined || zone.ready) return null;
  return zone.surfaceC < zone.targetC ? 'tooCool' : 'tooHot';
});
/** Nobody has read the plate of the next pour, and nothing was turned on it yet. */
const alone = computed(
  () =>
    next.value?.verb === 'pour' &&
    store.outlook?.forecast.zones.find(
      ({ stationId, zoneId, formulaId }) =>
        stationId === next.value!.stationId && zoneId === next.value!.zoneId && formulaId === next.value!.formulaId,
    )?.unproven === true,
);
/** What the place of the next pour has of its own. */
const own = computed(() => {
  if (next.value?.verb !== 'pour') return undefined;
  const { formulaId, stationId, placeId } = next.value;
  return placesIn(store.view, formulaId, stationId).find(({ id }) => id === placeId)?.pour;
});
/** How long a piece poured now would lie on its first side. */
const pour = computed(() => {
  if (next.value?.verb !== 'pour') return null;
  const { formulaId, stationId, zoneId, placeId } = next.value;
  return { formulaId, stationId, zoneId, ...(own.value && { placeId }) };
});
const firstSide = useFirstSide(pour);
/** The next thin pour; while none is due, the one that lies there. */
const swirled = computed(() => {
  if (next.value?.verb === 'pour') return isSwirled(store.view, next.value) ? next.value : null;
  return (
    [...store.state!.onPlate.values()]
      .map((id) => pieceIn(store.state!, id))
      .findLast((piece) => isSwirled(store.view, piece)) ?? null
  );
});
const filmAdvice = useFilmAdvice(() => swirled.value);
const swirling = useSwirl(() => filmAdvice.value);
/** What is due elsewhere while both hands are at a film: it is done from the same card. */
const dueMeanwhile = computed(() =>
  next.value && next.value.verb !== 'pour' && next.value.dueMs <= store.nowMs ? next.value : undefined,
);
/** Sooner than this before a pour fat would burn on the plate. Common practice, no source. */
const FAT_AHEAD_MS = 120_000;
/** The fat-on guard: says what belongs on the zone, with its name, until it is on or the cook pours without; or that it would burn there. */
const fat = computed((): { readonly words: string; readonly put: boolean } | null => {
  const hand = next.value;
  if (!hand || hand.dueMs - store.nowMs > FAT_AHEAD_MS) return null;
  const zones = store.outlook?.forecast.zones ?? [];
  const asked = fatAsked(store.view, hand, zones);
  if (asked === null) return null;
  const { kind: fatKind, wiped } = store.view.formula(hand.formulaId).fat;
  const kind = wiped ? t('heatMore.wiped', { fat: t(`fatKind.${fatKind}`) }) : t(`fatKind.${fatKind}`);
  const of = { fat: kind[0]!.toUpperCase() + kind.slice(1), zone: hand.zoneId };
  const put = asked === 'put';
  return { words: put ? t('heatMore.fatFirst', of) : t('heatMore.fatLeave', of), put };
});
function fatOn(): void {
  const { stationId, zoneId } = next.value!;
  void store.tap([{ kind: 'fat-put', payload: { stationId, zoneId } }]);
}
const undoLabel = computed(() => {
  const tap = lastTap.value;
  if (!tap) return t('board.undoNothing');
  const places = [...new Set(tap.placeIds)];
  const where = places.length > 1 ? `${places[0]} – ${places.at(-1)}` : (places[0] ?? '');
  return t('board.undo', { what: t(`action.${tap.kind}`), place: where });
});

function done(): void {
  if (next.value) board.act(next.value);
}
function notYet(): void {
  if (next.value) board.tooSoon(next.value);
}
async function finish(): Promise<void> {
  if (store.state!.finishedAtMs === null) await board.finish();
  await router.push(`/runs/${store.run!.id}/review`);
}

// keys: space or a foot pedal does the next hand; the rest are for a laptop beside the stove
useKeys([' ', 'PageDown'], done);
useKeys('u', board.undo);
useKeys('r', () => row.value.length > 1 && board.actRow());
useKeys('n', notYet);
useKeys('p', () => store.outlook?.assumed.length && board.settle());
useKeys('[', () => board.look(-1));
useKeys(']', () => board.look(1));
useKeys('l', () => {
  const piece = looked.value;
  const model = piece && store.state!.aims.get(piece.formulaId);
  const likes = piece?.flippedAtMs != null && model !== piece.id;
  if (piece && (likes || model)) board.like(piece, likes); // nothing to let go is no tap
});
useKeys('-', () => looked.value && board.pin(looked.value, 'less'));
useKeys('+', () => looked.value && board.pin(looked.value, 'more'));
useKeys('x', () => looked.value && board.lose(looked.value));
for (const digit of [1, 2, 3, 4, 5, 6, 7]) {
  useKeys(String(digit), () => {
    const piece = looked.value;
    const cue = piece && CUES_OF[familyOf(store.view.formula(piece.formulaId).type)][digit - 1];
    if (piece && cue && piece.flippedAtMs === null) board.see(piece, cue);
  });
}

// the screen stays awake; tones say due and late once each
const wake = useWakeLock();
onMounted(() => wake.request('screen').catch(() => undefined));
onBeforeUnmount(() => wake.release().catch(() => undefined));
const nameOf = () =>
  next.value ? `${next.value.verb}${next.value.stationId}${next.value.placeId}${next.value.pieceId ?? ''}` : null;
useTone(
  'due',
  computed(() => (next.value && next.value.dueMs <= store.nowMs ? nameOf() : null)),
);
useTone(
  'sets',
  computed(() => (swirling.value?.act === 'patch' ? swirling.value.piece.id : null)),
);
useTone(
  'heat',
  computed(() => (first.value?.kind === 'heat' ? first.value.key : null)),
);
useTone(
  'late',
  computed(() => (next.value && next.value.verb !== 'pour' && next.value.latestMs < store.nowMs ? nameOf() : null)),
);
</script>

<template>
  <div
    :data-asked="
      prompts
        .filter(isDue)
        .map(({ kind }) => kind)
        .join(' ')
    "
    class="grid items-start gap-4 md:grid-cols-[18rem_1fr] xl:grid-cols-[19rem_1fr_17.5rem]"
  >
    <div class="flex flex-col gap-3 max-xl:contents">
      <div class="flex flex-col gap-3 max-md:contents md:sticky md:top-2">
        <SwirlGuide v-if="swirling" v-bind="swirling" :due="dueMeanwhile" class="min-h-60 md:min-h-72" @done="done" />
        <NextHandCard
          v-else
          :hand="next"
          :second="first?.kind === 'heat'"
          :not-ready="notReady"
          :fat="fat"
          :own="own"
          :first-s="pour && firstSide ? firstSide.bestS : null"
          :alone="alone"
          :swirl="next?.verb === 'pour' && swirled !== null"
          class="min-h-60 md:min-h-72"
          @done="done"
          @not-yet="notYet"
          @finish="finish"
          @fat-on="fatOn"
        />
        <RhythmStart
          v-if="!swirling && next?.verb === 'pour' && swirled"
          :hand="next"
          :held="notReady !== null || fat?.put === true"
          @pour="done"
        />
        <div class="grid grid-cols-2 gap-2">
          <BigButton class="flex-nowrap! text-base" :disabled="!lastTap" data-testid="undo" @click="board.undo"
            ><Undo2 class="size-5 shrink-0" aria-hidden="true" />{{ undoLabel }}</BigButton
          >
          <BigButton class="text-base" :disabled="row.length < 2" data-testid="row" @click="board.actRow">{{
            row.length > 1
              ? t('board.row', { zone: next!.zoneId, n: row.length, action: t(`done.${next!.verb}`) })
              : t('board.noRow')
          }}</BigButton>
        </div>
        <JudgeStrip :advice="filmAdvice" />
        <ThenList class="max-md:order-1" :hands="board.hands.value.slice(1)" />
      </div>
    </div>
    <!-- at most as wide as lets a griddle, with pans below it, stand on one screen -->
    <div class="flex min-w-0 flex-col gap-4 xl:mx-auto xl:w-full xl:max-w-[max(30rem,calc((100dvh-18.5rem)*1.2))]">
      <PlateBoard
        v-for="plate in plates.filter((candidate) => candidate.wide)"
        :key="plate.stationId"
        :station-id="plate.stationId"
        :hands="board.hands.value"
        :next="next"
        :looked-id="looked?.id"
        @act="board.act"
      />
      <div class="flex flex-wrap items-start gap-x-6 gap-y-4">
        <PlateBoard
          v-for="plate in plates.filter((candidate) => !candidate.wide)"
          :key="plate.stationId"
          class="w-[min(12.5rem,45%)]"
          :station-id="plate.stationId"
          :hands="board.hands.value"
          :next="next"
          :looked-id="looked?.id"
          @act="board.act"
        />
        <RunCounts />
      </div>
      <TakenAsUsual />
    </div>
    <div
      class="flex flex-col gap-3 max-md:order-2 md:max-xl:col-span-2 md:max-xl:grid md:max-xl:grid-cols-2 md:max-xl:items-start"
    >
      <AssumedCard @settle="board.settle" />
      <HeatAdvice />
      <DialsCard />
      <CueLadder
        v-if="looked"
        :piece="looked"
        @see="(cue) => board.see(looked!, cue)"
        @lose="board.lose(looked!)"
        @pin="(to) => board.pin(looked!, to)"
        @flip-only-now="board.flipOnlyNow(looked!)"
        @like="(liked) => board.like(looked!, liked)"
        @look="board.look"
      />
      <PaperCard v-else
        ><p class="text-soft">{{ t('ladder.none') }}</p></PaperCard
      >
      <BatterAtHand />
      <CautionLine stage="cook" />
    </div>
  </div>
</template>
