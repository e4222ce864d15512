<script setup lang="ts">
import { Z_NINE_IN_TEN } from '#core/units';
import { Check, ChevronLeft, ChevronRight } from '@lucide/vue';
import { computed, shallowRef, watch } from 'vue';
import { familyOf } from '#core/formula';
import { CUES_OF, type Cue } from '#core/piece';
import type { Piece } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import { number, stretch, temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';
import { t } from '../../words/index.ts';
import PieceFaults from './PieceFaults.vue';
import { seenOf } from './use-appearance.ts';

/** Predicted and seen cues of one piece, and the way to say what is seen on it. */
const props = defineProps<{ piece: Piece }>();
const emit = defineEmits<{
  see: [cue: Cue];
  lose: [];
  look: [step: 1 | -1];
  like: [liked: boolean];
  flipOnlyNow: [];
  pin: [to: 'less' | 'more' | 'predicted'];
}>();
const store = useRun();
const body = computed(() => store.view.formula(props.piece.formulaId));
const predicted = computed(() => store.outlook?.forecast.pieces[props.piece.id]);
const seconds = (ms: number) => (ms - props.piece.pouredAtMs) / 1000;

interface Rung {
  readonly cue: Cue;
  readonly at: number | null;
  /** Nine in ten of its moments lie so far to either side, s. */
  readonly give: number | null;
  readonly seen: number | null;
  readonly digit: number;
}

/** How far each of its moments may be off, s: asked anew with every outlook. */
const spreads = shallowRef<Partial<Record<Cue, number>>>({});
const ask = useRunQuestion(
  'give',
  () => (store.outlook ? [props.piece.id, store.outlook.forecast.atMs] : null),
  (answer) => (spreads.value = answer),
);
watch([() => props.piece.id, () => store.outlook], ask, { immediate: true });
watch(
  () => props.piece.id,
  () => (spreads.value = {}),
);

const rungs = computed(() =>
  CUES_OF[familyOf(body.value.type)]
    .map((cue, index): Rung => {
      const at = predicted.value?.cues[cue];
      const seen = props.piece.cues.filter((tapped) => tapped.cue === cue).at(-1);
      return {
        cue,
        at: at === undefined ? null : seconds(at),
        give: at === undefined ? null : Z_NINE_IN_TEN * (spreads.value[cue] ?? 0),
        seen: seen ? seconds(seen.atMs) : null,
        digit: index + 1,
      };
    })
    .sort((a, b) => (a.at ?? Infinity) - (b.at ?? Infinity)),
);
const ageS = computed(() => seconds(store.nowMs));
const flipped = computed(() => props.piece.flippedAtMs !== null);
/** Nobody tapped that it was turned; it is taken to have been, then. */
const takenAsTurned = computed(() =>
  (store.outlook?.assumed ?? []).find((action) => action.pieceId === props.piece.id && action.verb === 'flip'),
);
const pinnedS = computed(() => store.state!.secondSideS.get(props.piece.formulaId));
const secondS = computed(() =>
  predicted.value ? (predicted.value.lift.bestMs - props.piece.flippedAtMs!) / 1000 : null,
);
const pinNote = computed(() => {
  const { lift } = predicted.value?.timeline ?? {};
  if (pinnedS.value === undefined || !lift) return '';
  return pinnedS.value < lift.earliestS
    ? t('ladder.pinnedShort', { time: stretch(lift.earliestS) })
    : t('ladder.pinned', { time: stretch(lift.bestS) });
});
/** How its second side differs from the usual by what was told of others, where that is worth a word. */
const learnedNote = computed(() => {
  const percent = Math.round(100 * Math.expm1(predicted.value?.secondLonger ?? 0));
  if (Math.abs(percent) < 3 || pinnedS.value !== undefined) return '';
  return t(percent > 0 ? 'ladder.longer' : 'ladder.shorter', { percent: Math.abs(percent) });
});
/** The piece that others of this batter are to be like. */
const model = computed(() => {
  const id = store.state!.aims.get(props.piece.formulaId);
  return id === undefined ? undefined : store.state!.pieces.get(id);
});
/** In a rehearsal the eyes' view is said in words too. */
const visible = computed(() => (store.run?.rehearsal ? seenOf(store, props.piece) : null));
const browned = computed(() => {
  const { brown, dark } = predicted.value?.timeline.brownedAt ?? {};
  if (brown === undefined) return '';
  return dark === undefined
    ? t('ladder.lateBrown', { time: stretch(brown) })
    : t('ladder.late', { time: stretch(brown), dark: stretch(dark) });
});
/** What says that a second side is done, and when. */
const doneSigns = computed(() => {
  const { springsBackS, colouredS } = predicted.value?.timeline.done ?? {};
  return [
    { words: t('ladder.springs'), atS: springsBackS },
    { words: t('ladder.coloured'), atS: colouredS },
  ].filter((sign): sign is { words: string; atS: number } => sign.atS !== undefined);
});
const tooHot = computed(() => {
  const piece = predicted.value;
  if (!piece?.tooHot) return '';
  return piece.windowUpToC === null
    ? t('ladder.tooHotAlways')
    : t('ladder.tooHot', { temperature: temperature(piece.windowUpToC) });
});
</script>

<template>
  <PaperCard data-testid="ladder">
    <div class="-mt-2 flex items-center gap-1">
      <button
        type="button"
        class="flex size-14 items-center justify-center rounded-control hover:bg-mist"
        :aria-label="t('ladder.before')"
        @click="emit('look', -1)"
      >
        <ChevronLeft aria-hidden="true" />
      </button>
      <h2 class="flex-1 text-center text-2xl leading-tight">
        {{ piece.placeId
        }}<span class="block font-reading text-sm font-normal text-soft">{{
          t('ladder.poured', { time: stretch(ageS) })
        }}</span>
      </h2>
      <button
        type="button"
        class="flex size-14 items-center justify-center rounded-control hover:bg-mist"
        :aria-label="t('ladder.after')"
        @click="emit('look', 1)"
      >
        <ChevronRight aria-hidden="true" />
      </button>
    </div>
    <template v-if="takenAsTurned && !flipped">
      <p class="text-sm">
        {{ t('assumed.piece', { place: piece.placeId, time: stretch(seconds(takenAsTurned.atMs)) }) }}
      </p>
      <BigButton class="mt-2 w-full text-base" data-testid="flip-only-now" @click="emit('flipOnlyNow')">{{
        t('assumed.onlyNow', { place: piece.placeId })
      }}</BigButton>
    </template>
    <template v-else-if="!flipped">
      <p v-if="predicted" class="flex items-baseline justify-between rounded-control bg-mist px-3 py-1.5 text-bell">
        <span class="font-semibold"
          >{{ t('verb.flip') }} <span class="text-sm font-normal">± {{ number(predicted.flipSpreadS) }} s</span></span
        >
        <span
          ><span class="text-sm"
            >{{ stretch(seconds(predicted.flip.earliestMs)) }} – {{ stretch(seconds(predicted.flip.latestMs)) }}</span
          >
          <span class="figure ml-3 text-xl" data-testid="flip-at">{{
            stretch(seconds(predicted.flip.bestMs))
          }}</span></span
        >
      </p>
      <p v-if="tooHot" class="mt-1 text-sm font-semibold text-ember">{{ tooHot }}</p>
      <p class="mt-1.5 mb-1 text-sm text-soft">{{ t('ladder.see', { place: piece.placeId }) }}</p>
      <ol class="grid grid-cols-2 gap-1.5">
        <li v-for="rung in rungs" :key="rung.cue" class="flex">
          <button
            type="button"
            class="flex min-h-14 w-full flex-col justify-between rounded-control border px-2.5 py-1 text-left"
            :class="
              rung.seen !== null
                ? 'border-leaf/40 bg-leaf-mist'
                : rung.at !== null && rung.at < ageS
                  ? 'border-line bg-paper hover:bg-mist'
                  : 'border-line hover:bg-mist'
            "
            :aria-pressed="rung.seen !== null"
            :data-cue="rung.cue"
            @click="emit('see', rung.cue)"
          >
            <span class="text-[0.95rem] leading-tight font-semibold">{{ t(`cue.${rung.cue}`) }}</span>
            <span class="flex w-full items-center justify-between gap-1">
              <span class="figure text-lg leading-tight" :class="{ 'text-soft': rung.at !== null && rung.at < ageS }">{{
                rung.at === null ? '–' : stretch(rung.at)
              }}</span>
              <span v-if="rung.seen === null && rung.give !== null" class="text-sm text-soft">{{
                t('ladder.give', { s: number(Math.max(1, rung.give)) })
              }}</span>
              <span v-if="rung.seen !== null" class="flex items-center gap-0.5 text-sm text-leaf"
                ><Check class="size-4" aria-hidden="true" />{{ t('ladder.seen', { time: stretch(rung.seen) }) }}</span
              >
            </span>
          </button>
        </li>
      </ol>
      <p v-if="predicted" class="mt-1 text-sm text-soft">
        <template v-if="predicted.timeline.peekS !== undefined">{{
          t('ladder.peek', { time: stretch(predicted.timeline.peekS) })
        }}</template>
        {{ browned }}
      </p>
      <p v-if="visible" class="mt-2 text-sm leading-snug text-soft" data-testid="visible">
        {{
          visible.cues.length
            ? t('ladder.shows', { cues: visible.cues.map((cue) => t(`cue.${cue}`)).join(', ') })
            : t('ladder.showsNothing')
        }}
      </p>
    </template>
    <template v-else-if="predicted">
      <p class="mb-1 text-sm text-soft">{{ t('ladder.second') }}</p>
      <p class="flex items-baseline justify-between rounded-control bg-mist px-3 py-1.5 text-bell">
        <span class="font-semibold">{{ t('verb.lift') }}</span>
        <span class="figure text-xl" data-testid="lift-at">{{ stretch(secondS ?? 0) }}</span>
      </p>
      <div class="mt-1.5 grid grid-cols-2 gap-1.5">
        <BigButton class="text-base" data-testid="pin-less" @click="emit('pin', 'less')">{{
          t('ladder.pinLess')
        }}</BigButton>
        <BigButton class="text-base" data-testid="pin-more" @click="emit('pin', 'more')">{{
          t('ladder.pinMore')
        }}</BigButton>
      </div>
      <p v-if="learnedNote" class="mt-1 text-sm" data-testid="second-learned">{{ learnedNote }}</p>
      <template v-if="pinNote">
        <p class="mt-1 text-sm" data-testid="pinned">{{ pinNote }}</p>
        <BigButton class="mt-1 w-full text-base" data-testid="unpin" @click="emit('pin', 'predicted')">{{
          t('ladder.unpin')
        }}</BigButton>
      </template>
      <ul class="mt-2 grid grid-cols-2 gap-1.5">
        <li v-for="sign in doneSigns" :key="sign.words" class="rounded-control border border-line px-2.5 py-1.5">
          <span class="block text-[0.95rem] leading-tight font-semibold">{{ sign.words }}</span>
          <span class="figure text-lg">{{ stretch(sign.atS) }}</span>
        </li>
      </ul>
      <p class="mt-2 text-sm text-soft">
        {{ t('ladder.coldest', { temperature: temperature(predicted.timeline.done.coldestC) }) }}.
        {{ t(`ladder.done.${familyOf(body.type)}`) }}
        <template v-if="familyOf(body.type) === 'leavened'">{{
          t(body.flip.pressed ? 'ladder.pressed' : 'ladder.unpressed')
        }}</template>
      </p>
    </template>
    <PieceFaults :piece="piece" />
    <p v-if="model && !flipped" class="mt-2 text-sm text-soft" data-testid="aim">
      {{ t('ladder.like', { place: model.placeId }) }}
    </p>
    <BigButton
      v-if="flipped && model?.id !== piece.id"
      class="mt-2 w-full text-base"
      data-testid="like"
      @click="emit('like', true)"
      >{{ t('ladder.likeThis', { place: piece.placeId }) }}</BigButton
    >
    <BigButton v-else-if="model" class="mt-2 w-full text-base" data-testid="unlike" @click="emit('like', false)">{{
      t('ladder.likeNoLonger', { place: model.placeId })
    }}</BigButton>
    <BigButton class="mt-2 w-full text-base" @click="emit('lose')">{{
      t('ladder.lost', { place: piece.placeId })
    }}</BigButton>
  </PaperCard>
</template>
