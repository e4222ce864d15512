<script setup lang="ts">
import { computed } from 'vue';
import { formulaOf, placeOf } from '#core/desk';
import { familyOf } from '#core/formula';
import { BROWNING_LSTAR, CENTRES, TURNS, type Centre, type Turn } from '#core/piece';
import { UNDERSIDES } from '#core/plate';
import { zoneKey, type Piece } from '#core/run';
import { browningColour } from '../../parts/browning-ramp.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/**
 * Just after a flip: how the first side came out, in one tap; and of a zone's test piece, once it is off and cut open,
 * whether it was turned too early and how its middle is. What is judged is learned from at once.
 */
const store = useRun();

/** A face is looked at as it is turned; later nobody remembers it, ms. Assumed. */
const ASKED_FOR_MS = 45_000;
type Underside = (typeof UNDERSIDES)[number];
/** A lightness that stands for each word. */
const SHOWN_LSTAR: Record<Underside, number> = {
  pale: 78,
  lightGold: BROWNING_LSTAR.lightGold - 4,
  golden: BROWNING_LSTAR.golden - 5,
  brown: BROWNING_LSTAR.brown - 4,
  dark: BROWNING_LSTAR.dark - 5,
};

type Turned = Piece & { readonly flippedAtMs: number };
const judged = (piece: Turned) =>
  (store.state!.zones.get(zoneKey(piece.stationId, piece.zoneId))?.readings ?? []).some(
    (reading) =>
      reading.method === 'piece' &&
      reading.atMs >= piece.flippedAtMs &&
      reading.spot !== undefined &&
      reading.spot.xMm === spotOf(piece).xMm &&
      reading.spot.yMm === spotOf(piece).yMm,
  );
/** The piece turned last, while its face is still in mind. */
const asked = computed((): Turned | null => {
  const turned = [...store.state!.onPlate.values()]
    .map((id) => store.state!.pieces.get(id)!)
    .filter((piece): piece is Turned => piece.flippedAtMs !== null && store.nowMs - piece.flippedAtMs < ASKED_FOR_MS)
    .sort((a, b) => b.flippedAtMs - a.flippedAtMs)[0];
  return turned && !judged(turned) ? turned : null;
});

/** A test piece that came off lately. */
const tested = computed((): Turned | null => {
  const zones = new Set<string>();
  for (const piece of store.state!.pieces.values()) {
    const key = `${piece.formulaId} ${zoneKey(piece.stationId, piece.zoneId)}`;
    const first = !zones.has(key);
    zones.add(key);
    if (!first || piece.flippedAtMs === null || piece.fate !== 'lifted' || piece.offAtMs === null) continue;
    if (store.nowMs - piece.offAtMs < ASKED_FOR_MS && asks(piece)) return piece as Turned;
  }
  return null;
});
/** What is asked of it: how it turned, then how its middle is; of a guessed moment nothing, and a film has no middle. */
function asks({ turn, centre, assumed, formulaId }: Piece): 'turn' | 'centre' | null {
  if (turn === null && !assumed.first) return 'turn';
  const { type } = formulaOf(store.run!.pins, formulaId);
  return centre === null && !assumed.second && familyOf(type) === 'leavened' ? 'centre' : null;
}
const verdicts = computed(() =>
  tested.value && asks(tested.value) === 'turn'
    ? { ask: 'judge.turn', of: TURNS, words: 'judge.turns', say: turned }
    : { ask: 'judge.centre', of: CENTRES, words: 'judge.centres', say: cutOpen },
);
function turned(turn: string): void {
  void store.tap([{ kind: 'turn-judged', payload: { pieceId: tested.value!.id, turn: turn as Turn } }]);
}
function cutOpen(centre: string): void {
  void store.tap([{ kind: 'centre-judged', payload: { pieceId: tested.value!.id, centre: centre as Centre } }]);
}
/** A piece that was raw inside lately is not served. */
const raw = computed(() =>
  [...store.state!.pieces.values()].find(
    ({ centre, offAtMs }) => centre === 'raw' && store.nowMs - offAtMs! < 2 * ASKED_FOR_MS,
  ),
);

function spotOf(piece: Piece) {
  const { xMm, yMm } = placeOf(store.run!.pins, store.state!, piece);
  return { xMm, yMm };
}

function judge(underside: Underside): void {
  const piece = asked.value;
  if (!piece) return;
  const { formulaId, stationId, zoneId, flippedAtMs, pouredAtMs } = piece;
  const afterS = Math.max(5, Math.round((flippedAtMs - pouredAtMs) / 1000));
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
  <div
    v-if="tested"
    role="group"
    :aria-label="t(verdicts.ask, { place: tested.placeId })"
    :data-testid="`judge-${asks(tested)}`"
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
  <div v-else-if="asked" role="group" :aria-label="t('judge.ask', { place: asked.placeId })" data-testid="judge">
    <p class="mb-1 text-sm text-soft">{{ t('judge.ask', { place: asked.placeId }) }}</p>
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
