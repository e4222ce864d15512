<script setup lang="ts">
import { computed } from 'vue';
import { withInferred, type Hand } from '#core/guidance';
import BigButton from '../../parts/BigButton.vue';
import type { PlacePour } from '#core/pour';
import { clock, number, pourText, stretch } from '../../parts/format.ts';
import { filmOn } from '#core/setup';
import { useRun } from '../../stores/run.ts';
import { figureWord } from '../../words/figure-word.ts';
import { t } from '../../words/index.ts';

/** The largest thing on the stage: one verb, one place, one time. */
const props = defineProps<{
  hand: Hand | undefined;
  notReady: 'notMixed' | 'tooCool' | 'tooHot' | null;
  /** Something else is more urgent now. */
  second: boolean;
  /** It is poured alone, on a plate that nobody has read. */
  alone: boolean;
  /** It is a film that is run over its pan off the heat. */
  swirl: boolean;
  /** How long a piece poured now would lie on its first side, s. */
  firstS: number | null;
  /** What this place has of its own: a coin, a letter. */
  own: PlacePour | undefined;
  /** The fat that belongs on the plate before this pour, or that it would burn there; pouring all the same is the cook's to decide. */
  fat: { readonly words: string; readonly put: boolean } | null;
}>();
const emit = defineEmits<{ done: []; notYet: []; finish: []; fatOn: [] }>();
const store = useRun();

/** A hand is "now" from this long before its moment. */
const NOW_S = 2;
const inS = computed(() => (props.hand ? (props.hand.dueMs - store.nowMs) / 1000 : 0));
const leftS = computed(() => (props.hand ? (props.hand.latestMs - store.nowMs) / 1000 : 0));
const phase = computed(() =>
  inS.value > NOW_S ? 'wait' : leftS.value < 0 && props.hand?.verb !== 'pour' ? 'late' : 'now',
);
/** What eyes and fingers should find before it is done; where it may burn it is turned whatever shows. */
const sign = computed(() => {
  const { hand } = props;
  if (!hand || phase.value === 'wait') return hand?.verb === 'pour' && props.alone ? t('sign.alone') : null;
  if (hand.verb === 'pour') return props.alone ? t('sign.alone') : null;
  return hand.mayBurn ? t('sign.mayBurn') : hand.sign ? t(`sign.${hand.sign}`) : null;
});
/** What is poured here where it is not the run's own pour. */
const ownText = computed(() => {
  const { own } = props;
  if (!own) return '';
  const pour = pourText(own.volumeMl, store.view.pins.measuredBy);
  const name = own.figure?.name;
  return name ? t('hand.drawOwn', { pour, name: figureWord(name) }) : t('hand.pourOwn', { pour });
});
const far = computed(() => inS.value > 600);

/** The window as a bar: from a while before its start to a while past its end. */
const bar = computed(() => {
  const { hand } = props;
  if (!hand || hand.verb === 'pour') return null;
  const width = Math.max(hand.latestMs - hand.earliestMs, 4000);
  const from = hand.earliestMs - width * 1.5;
  const to = hand.latestMs + width * 0.5;
  const at = (ms: number) => Math.min(100, Math.max(0, (100 * (ms - from)) / (to - from)));
  return { start: at(hand.earliestMs), end: at(hand.latestMs), now: at(store.nowMs) };
});
const what = computed(() => (props.hand ? store.view.formula(props.hand.formulaId).name : ''));
const where = computed(() => (props.hand ? store.view.station(props.hand.stationId).name : ''));
const howPoured = computed(() => {
  if (!props.hand) return '';
  const { school, lifted } = filmOn(store.view, props.hand);
  return [...(lifted ? [t('swirl.before.lifted')] : []), t(`swirl.before.${school}`)].join(' ');
});
/** Pieces just poured have no hand yet: they are being worked out, not off. */
const allOff = computed(
  () =>
    !props.hand && store.outlook !== null && withInferred(store.view, store.outlook.assumed).state.onPlate.size === 0,
);
</script>

<template>
  <section
    class="flex flex-col rounded-card bg-bell-ground p-4 text-on-bell"
    aria-live="polite"
    data-testid="next-hand"
  >
    <template v-if="hand">
      <p class="flex justify-between text-sm">
        <span>{{ t(second ? 'hand.then' : 'hand.next') }}</span><span>{{ where }}</span>
      </p>
      <p class="figure text-[clamp(3rem,6vw,4rem)] leading-[1.05]">
        <span>{{ t(`verb.${hand.verb}`) }}</span> <span class="whitespace-nowrap text-go">{{ hand.placeId }}</span>
      </p>
      <p class="mt-1 flex flex-wrap items-baseline gap-x-3">
        <span class="figure text-5xl" data-testid="next-time">{{
          phase === 'wait'
            ? far
              ? clock(hand.dueMs, store.view.pins.timeZone)
              : stretch(inS)
            : phase === 'late'
              ? t('hand.late')
              : t('hand.now')
        }}</span>
        <span v-if="phase === 'now' && hand.verb !== 'pour'" class="text-xl">{{
          t('hand.left', { time: stretch(leftS) })
        }}</span>
        <span v-else-if="phase === 'late'" class="text-xl">{{ t('hand.lateBy', { time: stretch(-leftS) }) }}</span>
        <span v-else class="text-lg">{{ what }}</span>
      </p>
      <div
        v-if="bar"
        class="relative my-3 h-3 rounded-full bg-white/25"
        role="img"
        :aria-label="
          t('hand.window', {
            from: clock(hand.earliestMs, store.view.pins.timeZone),
            to: clock(hand.latestMs, store.view.pins.timeZone),
          })
        "
      >
        <div
          class="absolute inset-y-0 rounded-full bg-go"
          :style="{ left: `${bar.start}%`, width: `${bar.end - bar.start}%` }"
        />
        <div class="absolute -inset-y-1 w-1.5 -translate-x-1/2 rounded bg-white" :style="{ left: `${bar.now}%` }" />
      </div>
      <p v-if="hand.verb === 'pour' && own" class="text-lg font-semibold" data-testid="own-pour">{{ ownText }}</p>
      <p v-if="hand.verb === 'pour' && firstS !== null" data-testid="first-side">
        {{ t('hand.firstSide', { s: number(firstS) }) }}
      </p>
      <p v-if="swirl" data-testid="how-poured">{{ howPoured }}</p>
      <p v-if="sign" class="text-lg" data-testid="sign">{{ sign }}</p>
      <p v-if="notReady && !bar" class="my-2 rounded-control bg-white/15 px-3 py-1.5">
        {{ t(`hand.notReady.${notReady}`) }}
      </p>
      <div
        v-if="fat"
        class="my-2 flex items-center gap-2 rounded-control bg-white/15 px-3 py-1.5"
        data-testid="fat-first"
      >
        <span class="flex-1">{{ fat.words }}</span>
        <button
          v-if="fat.put"
          type="button"
          class="min-h-14 shrink-0 rounded-control border border-white/40 px-3 font-semibold"
          @click="emit('fatOn')"
        >
          {{ t('heatMore.fatOn') }}
        </button>
      </div>
      <div class="mt-auto grid gap-2 pt-2" :class="hand.verb === 'pour' ? '' : 'grid-cols-[3fr_2fr]'">
        <BigButton look="onBell" class="min-h-18 text-xl" :key-cap="t('key.space')" @click="emit('done')">{{
          t(`done.${hand.verb}`)
        }}</BigButton>
        <BigButton
          v-if="hand.verb !== 'pour'"
          class="min-h-18 border-white/40! bg-transparent! px-2! text-on-bell!"
          :key-cap="t('key.notYet')"
          @click="emit('notYet')"
          >{{ t('hand.notYet') }}</BigButton
        >
      </div>
    </template>
    <template v-else-if="allOff">
      <p class="figure text-5xl">{{ t('hand.allOff') }}</p>
      <p class="my-3 text-lg">{{ t('hand.allOffLead') }}</p>
      <BigButton look="onBell" class="mt-auto min-h-18 text-xl" @click="emit('finish')">{{
        t('hand.toReview')
      }}</BigButton>
    </template>
    <p v-else role="status">{{ t('frame.working') }}</p>
  </section>
</template>
