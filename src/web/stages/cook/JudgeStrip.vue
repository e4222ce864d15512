<script setup lang="ts">
import { computed } from 'vue';
import { placeOf } from '#core/surface';
import { BROWNING_LSTAR, CENTRES, TURNS, type Centre, type Turn } from '#core/piece';
import { UNDERSIDES } from '#core/plate';
import type { Piece } from '#core/run';
import { dabMl, type FilmWord } from '#core/swirl';
import type { FilmAdvice } from '#core/what-if';
import BigButton from '../../parts/BigButton.vue';
import FilmSteps from '../../parts/FilmSteps.vue';
import { millilitres } from '../../parts/format.ts';
import { browningColour } from '../../parts/browning-ramp.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { promptsOf, usePrompts } from '../frame/use-prompts.ts';

/**
 * Just after a flip: how the first side came out, in one tap; and of a zone's test piece, once it is off and cut open,
 * whether it was turned too early and how its middle is. What is judged is learned from at once.
 */
defineProps<{ advice: FilmAdvice | null }>();
const store = useRun();
const { prompts, isDue } = usePrompts();

/** What is said of a film; that it covers goes without saying. */
const FILM_ANSWERS = ['hole', 'short', 'thick'] as const;

type Underside = (typeof UNDERSIDES)[number];
/** A lightness that stands for each word. */
const SHOWN_LSTAR: Record<Underside, number> = {
  pale: 78,
  lightGold: BROWNING_LSTAR.lightGold - 4,
  golden: BROWNING_LSTAR.golden - 5,
  brown: BROWNING_LSTAR.brown - 4,
  dark: BROWNING_LSTAR.dark - 5,
};

/** The one thing the board would like to know of a piece now. */
const question = computed(() => promptsOf(prompts.value, 'judge')[0]?.judgement ?? null);
const about = computed(() => store.state!.pieces.get(question.value?.pieceId ?? '') ?? null);
/** A film that was just run over its pan, and what its answer asks for. */
const film = computed(() => (question.value?.asks === 'film' ? about.value : null));
/** The film that was spoken of last, as long as the next one is not poured: what to do with it, and with the next. */
const said = computed(() => {
  const last = [...store.state!.pieces.values()].findLast(({ filmShown }) => filmShown !== null);
  return last?.film && last.film !== 'covered' && last.flippedAtMs === null ? last : null;
});
const tested = computed(() =>
  question.value?.asks === 'turn' || question.value?.asks === 'centre' ? about.value : null,
);
/** A piece whose underside may be dark before its flip is due, or the face that was turned up last. */
const beneath = computed(() => {
  const look = promptsOf(prompts.value, 'beneath').find(isDue);
  return store.state!.pieces.get(look?.pieceId ?? '') ?? null;
});
const asked = computed(() => beneath.value ?? (question.value?.asks === 'underside' ? about.value : null));
const verdicts = computed(() =>
  question.value?.asks === 'turn'
    ? { ask: 'judge.turn', of: TURNS, words: 'judge.turns', say: turned }
    : { ask: 'judge.centre', of: CENTRES, words: 'judge.centres', say: cutOpen },
);
const askedText = computed(() => t(beneath.value ? 'beneath.ask' : 'judge.ask', { place: asked.value?.placeId ?? '' }));
function turned(turn: string): void {
  void store.tap([{ kind: 'turn-judged', payload: { pieceId: tested.value!.id, turn: turn as Turn } }]);
}
function filmSaid(word: FilmWord): void {
  void store.tap([{ kind: 'film-judged', payload: { pieceId: film.value!.id, film: word } }]);
}
function dabbed({ id: pieceId, volumeMl }: Piece): void {
  void store.tap([{ kind: 'film-dabbed', payload: { pieceId, volumeMl: dabMl(volumeMl) } }]);
}
function cutOpen(centre: string): void {
  void store.tap([{ kind: 'centre-judged', payload: { pieceId: tested.value!.id, centre: centre as Centre } }]);
}
/** A piece that was raw inside lately is not served: said for so long, ms. */
const RAW_FOR_MS = 90_000;
const raw = computed(() =>
  [...store.state!.pieces.values()].find(
    ({ centre, offAtMs }) => centre === 'raw' && store.nowMs - offAtMs! < RAW_FOR_MS,
  ),
);

function spotOf(piece: Piece) {
  const { xMm, yMm } = placeOf(store.view, piece);
  return { xMm, yMm };
}

function judge(underside: Underside): void {
  const piece = asked.value;
  if (!piece) return;
  const { formulaId, stationId, zoneId, flippedAtMs, pouredAtMs } = piece;
  const afterS = Math.max(5, Math.round(((flippedAtMs ?? store.nowMs) - pouredAtMs) / 1000));
  void store.tap([
    {
      kind: 'reading-taken',
      payload: { stationId, zoneId, spot: spotOf(piece), method: 'piece', formulaId, afterS, underside },
    },
  ]);
}
</script>

<template>
  <p v-if="raw" class="rounded-control bg-ember-mist px-3 py-2 text-sm" role="status" data-testid="raw-inside">
    {{ t(raw.turn === 'early' ? 'judge.rawEarly' : 'judge.raw', { place: raw.placeId }) }}
  </p>
  <div v-if="film" role="group" :aria-label="t('swirl.ask', { place: film.placeId })" data-testid="judge-film">
    <p class="mb-1 text-sm text-soft">{{ t('swirl.ask', { place: film.placeId }) }}</p>
    <div class="grid grid-cols-3 gap-1">
      <button
        v-for="word in FILM_ANSWERS"
        :key="word"
        type="button"
        class="min-h-16 rounded-control border border-line bg-paper px-1 py-1.5 text-center text-sm leading-tight hover:bg-mist"
        @click="filmSaid(word)"
      >
        {{ t(`swirl.words.${word}`) }}
      </button>
    </div>
  </div>
  <div v-else-if="said" role="status" data-testid="film-said">
    <template v-if="said.film === 'hole'">
      <p class="font-semibold">
        {{
          t(said.dabbedMl > 0 ? 'swirl.dabbed' : 'swirl.dab', {
            ml: millilitres(said.dabbedMl || dabMl(said.volumeMl)),
          })
        }}
      </p>
      <BigButton v-if="said.dabbedMl === 0" class="mt-1 min-h-16 w-full" @click="dabbed(said)">{{
        t('swirl.dabDone')
      }}</BigButton>
    </template>
    <FilmSteps v-if="advice?.formulaId === said.formulaId" :advice="advice" />
  </div>
  <div
    v-else-if="tested"
    role="group"
    :aria-label="t(verdicts.ask, { place: tested.placeId })"
    :data-testid="`judge-${question!.asks}`"
  >
    <p class="mb-1 text-sm text-soft">{{ t(verdicts.ask, { place: tested.placeId }) }}</p>
    <div class="grid grid-cols-3 gap-1">
      <button
        v-for="verdict in verdicts.of"
        :key="verdict"
        type="button"
        class="min-h-16 rounded-control border border-line bg-paper px-1 py-1.5 text-center text-sm leading-tight hover:bg-mist"
        @click="verdicts.say(verdict)"
      >
        {{ t(`${verdicts.words}.${verdict}`) }}
      </button>
    </div>
  </div>
  <div v-else-if="asked" role="group" :aria-label="askedText" data-testid="judge">
    <p class="mb-1 text-sm" :class="beneath ? 'font-semibold text-ember' : 'text-soft'">{{ askedText }}</p>
    <div class="grid grid-cols-5 gap-1">
      <button
        v-for="underside in UNDERSIDES"
        :key="underside"
        type="button"
        class="flex min-h-16 flex-col items-center justify-between rounded-control border border-line bg-paper px-0.5 py-1.5 hover:bg-mist"
        @click="judge(underside)"
      >
        <span
          class="size-6 rounded-full border border-rim"
          :style="{ background: browningColour(SHOWN_LSTAR[underside]) }"
          aria-hidden="true"
        />
        <span class="text-center text-[0.8rem] leading-tight">{{ t(`browning.${underside}`) }}</span>
      </button>
    </div>
  </div>
</template>
