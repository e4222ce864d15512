<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { Refrigerator, UtensilsCrossed } from '@lucide/vue';
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { lotRest } from '#core/lot';
import { LOOKS } from '#core/rest';
import BigButton from '../../parts/BigButton.vue';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import { clock, day, ingredientName, minutes, number, stretch, temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import type { RunLot } from '../lots/use-lots.ts';
import TakeBack from '../frame/TakeBack.vue';
import HowItRuns from './HowItRuns.vue';
import BatterLeftLine from '../lots/BatterLeftLine.vue';
import LotReadForm from './LotReadForm.vue';
import MixedAt from './MixedAt.vue';

/** One mixed bowl: when it is ready, where it stands, what is left of its rise, how long it may still stand. */
const props = defineProps<{ of: RunLot }>();
const store = useRun();
const zone = computed(() => store.view.pins.timeZone);
const lot = computed(() => props.of.lot!);
const name = computed(() =>
  props.of.of > 1 ? t('rest.lot', { name: props.of.body.name, n: props.of.number }) : props.of.body.name,
);
const which = computed(() => ({ formulaId: props.of.formulaId, lot: props.of.number }));
/** Rests are told by the second only while they are short. */
const moment = computed(() => (store.nowMs - (lot.value?.mixedAtMs ?? 0) < 7_200_000 ? 1000 : 15_000));
const nowMs = computed(() => Math.ceil(store.nowMs / moment.value) * moment.value);
const rest = computed(() =>
  props.of.lot?.mixedAtMs == null ? null : lotRest(store.view, props.of.lot, nowMs.value, props.of.firstPourMs),
);
const ended = computed(() => lot.value.restEndedAtMs);
const position = computed(() => {
  const { window, exposure } = rest.value!;
  const from = lot.value.mixedAtMs!;
  const to = Math.max(window.latestMs, Math.min(exposure.discardMs ?? 0, window.latestMs + (window.latestMs - from)));
  const at = (ms: number) => Math.min(100, Math.max(0, (100 * (ms - from)) / (to - from)));
  return {
    now: at(store.nowMs),
    earliest: at(window.earliestMs),
    best: at(window.bestMs),
    latest: at(window.latestMs),
  };
});
/** A time of another day says which. */
function when(ms: number): string {
  return day(ms, zone.value) === day(store.nowMs, zone.value)
    ? clock(ms, zone.value)
    : `${day(ms, zone.value).split(' ')[0]} ${clock(ms, zone.value)}`;
}
function left(seconds: number): string {
  return seconds > 5400 ? minutes(seconds) : stretch(seconds);
}
/** What is folded in just before the plate. */
const late = computed(() =>
  props.of.body.lines
    .filter((line) => line.when === 'justBefore')
    .map((line) => ingredientName(line.ingredientId, store.view.larder).toLowerCase()),
);
const whites = computed(() => props.of.body.type === 'whippedWhite');
const throwing = ref(false);
const percent = (share: number) => Math.round(share * 100);
const tapped = (kind: 'rest-ended' | 'lot-folded' | 'lot-discarded') => store.tap([{ kind, payload: which.value }]);
const move = (to: 'counter' | 'fridge') =>
  rest.value!.where !== to && store.tap([{ kind: 'lot-moved', payload: { ...which.value, to } }]);
</script>

<template>
  <PaperCard :data-lot="of.key">
    <Disclosure v-slot="{ close }" as="div">
      <div class="flex flex-wrap items-baseline gap-x-4">
        <h2 class="mr-auto text-2xl">{{ name }}</h2>
        <DisclosureButton
          v-if="rest"
          class="min-h-11 text-soft underline decoration-dotted"
          :aria-label="`${t('rest.mixed', { time: when(lot.mixedAtMs!) })}. ${t('rest.mixedAt.change')}`"
        >
          {{ t('rest.mixed', { time: when(lot.mixedAtMs!) }) }}
        </DisclosureButton>
      </div>
      <DisclosurePanel v-if="rest"><MixedAt :lot="lot" @done="close()" /></DisclosurePanel>
    </Disclosure>
    <p v-if="!rest" class="mt-3 text-lg text-soft">
      {{ t('rest.notMixed') }}
      <RouterLink class="text-bell underline" :to="`/runs/${store.run!.id}/batter`">{{ t('rest.goMix') }}</RouterLink>
    </p>
    <template v-else-if="lot.discardedAtMs !== null">
      <p class="figure mt-2 text-3xl text-soft">{{ t('rest.thrown') }}</p>
      <RouterLink class="flex min-h-14 items-center text-bell underline" :to="`/runs/${store.run!.id}/batter`">{{
        t('rest.another')
      }}</RouterLink>
      <TakeBack :formula-id="of.formulaId" :lot="of.number" />
    </template>
    <template v-else>
      <p
        class="figure mt-1 text-5xl"
        :class="
          ended
            ? 'text-leaf'
            : { tooEarly: 'text-bell', pastBest: 'text-ember', ready: 'text-leaf', best: 'text-leaf' }[rest.phase]
        "
        data-testid="phase"
      >
        <template v-if="ended">{{ t('rest.atPlate') }}</template>
        <template v-else-if="rest.phase === 'tooEarly'">{{
          left((rest.window.earliestMs - store.nowMs) / 1000)
        }}</template>
        <template v-else>{{ t(`rest.phase.${rest.phase}`) }}</template>
      </p>
      <p class="text-lg text-soft">
        {{
          ended
            ? t('rest.endedAt', { time: when(ended), rested: minutes((ended - lot.mixedAtMs!) / 1000) })
            : t(`rest.now.${rest.phase}`, { best: when(rest.window.bestMs), latest: when(rest.window.latestMs) })
        }}
      </p>
      <div class="relative mt-3 h-5 rounded-full bg-mist" aria-hidden="true">
        <div
          class="absolute inset-y-0 rounded-full bg-leaf-mist"
          :style="{ left: `${position.earliest}%`, width: `${position.latest - position.earliest}%` }"
        />
        <div
          class="absolute inset-y-0 rounded-full bg-leaf/50"
          :style="{ left: `${position.best}%`, width: `${position.latest - position.best}%` }"
        />
        <div class="absolute -inset-y-1 w-1 rounded bg-ember" :style="{ left: `${position.now}%` }" />
      </div>
      <dl class="mt-2 grid grid-cols-3 text-sm">
        <div v-for="each in ['earliest', 'best', 'latest'] as const" :key="each">
          <dt class="text-soft">{{ t(`rest.${each}`) }}</dt>
          <dd class="figure text-lg" :data-testid="each">{{ when(rest.window[`${each}Ms`]) }}</dd>
        </div>
      </dl>
      <div v-if="!ended" class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <ChoiceChips
          look="bar"
          :label="t('rest.where.label')"
          :model-value="rest.where"
          :options="[
            { value: 'counter', label: t('rest.where.counter'), icon: UtensilsCrossed },
            { value: 'fridge', label: t('rest.where.fridge'), icon: Refrigerator },
          ]"
          @update:model-value="move"
        />
        <p class="flex-1 text-sm text-soft">
          {{ t('rest.warm', { temp: temperature(rest.batterC) }) }}
          <template v-if="rest.takeOutMs !== null && rest.takeOutMs > store.nowMs">{{
            t('rest.takeOut', { time: when(rest.takeOutMs) })
          }}</template>
          <template v-if="rest.cold && rest.cold.atMs > store.nowMs">
            {{ ' ' }}<strong v-if="rest.cold.tooLate" class="text-ember">{{ t('rest.coldTooLate') }}</strong>
            <template v-else>{{ t('rest.coldAt', { time: when(rest.cold.atMs) }) }}</template>
          </template>
        </p>
      </div>
      <template v-if="!ended">
        <div v-if="late.length" class="mt-3 border-t border-line pt-3">
          <p v-if="lot.foldedAtMs" class="font-semibold text-leaf">
            {{ t('rest.foldedAt', { time: when(lot.foldedAtMs) }) }}
          </p>
          <template v-else>
            <p>{{ t('rest.foldFirst', { names: late.join(', ') }) }}</p>
            <BigButton look="say" class="mt-2 w-full" @click="tapped('lot-folded')">{{
              t(whites ? 'rest.fold' : 'rest.foldFruit')
            }}</BigButton>
          </template>
        </div>
        <p v-if="rest.phase === 'tooEarly'" class="mt-3 text-ember">{{ t(`rest.short.${of.body.type}`) }}</p>
        <BigButton
          :look="rest.phase === 'tooEarly' || (late.length > 0 && !lot.foldedAtMs) ? 'plain' : 'say'"
          class="mt-3 w-full"
          @click="tapped('rest-ended')"
          >{{ rest.phase === 'tooEarly' ? t('rest.cutShort') : t('rest.toPlate') }}</BigButton
        >
      </template>
      <p class="mt-2">
        <span class="font-semibold">{{ t('rest.lookFor') }}</span>
        {{ LOOKS[of.body.type].map((look) => t(`rest.look.${look}`)).join(', ') }}.
        <span class="text-soft">{{ of.body.rest.reason }} {{ t('rest.stir') }}</span>
      </p>
      <p v-if="rest.risenTimes !== null" class="mt-1 font-semibold" data-testid="risen">
        {{ t('rest.risen', { times: number(rest.risenTimes, 1), at: when(rest.window.bestMs) }) }}
      </p>
      <p v-if="rest.rise" class="mt-1">
        <span class="font-semibold">{{
          t('rest.rise', {
            left: percent(rest.rise.left),
            low: percent(rest.rise.low),
            high: percent(rest.rise.high),
          })
        }}</span>
        <span v-if="rest.rise.now.length > 1" class="text-soft">
          {{ ' '
          }}{{
            rest.rise.now.map((each) => t(`rest.riseBy.${each.agent}`, { n: percent(each.left) })).join(', ')
          }}.</span
        >
      </p>
      <p
        class="mt-1"
        :class="rest.exposure.phase === 'good' ? 'text-soft' : 'font-semibold text-ember'"
        data-testid="clock"
        :role="rest.exposure.phase === 'good' ? undefined : 'alert'"
      >
        <span class="sr-only">{{ t('rest.clock.title') }}:</span>
        {{
          t(`rest.clock.${rest.exposure.phase}`, {
            out: minutes(rest.exposure.outMin * 60),
            limit: minutes(rest.exposure.limitMin * 60),
          })
        }}
        <template v-if="rest.exposure.phase !== 'discard' && rest.exposure.discardMs">{{
          t(rest.exposure.by === 'out' ? 'rest.clock.until' : 'rest.clock.keptUntil', {
            time: when(rest.exposure.discardMs),
          })
        }}</template>
      </p>
      <Disclosure v-slot="{ close }" as="div" class="mt-1">
        <BatterLeftLine :formula-id="of.formulaId" />
        <DisclosureButton class="min-h-14 text-bell underline">{{ t('rest.read.open') }}</DisclosureButton>
        <DisclosurePanel><LotReadForm :lot="lot" :rises="of.body.type === 'yeast'" @done="close()" /></DisclosurePanel>
      </Disclosure>
      <HowItRuns v-if="!whites" :lot="lot" :body="of.body" :first-pour-ms="of.firstPourMs" />
      <TakeBack v-if="whites" :formula-id="of.formulaId" :lot="of.number" />
      <div class="mt-1 flex flex-wrap gap-x-4">
        <button v-if="!throwing" type="button" class="min-h-14 text-soft underline" @click="throwing = true">
          {{ t('rest.throwAway') }}
        </button>
        <template v-else>
          <BigButton @click="tapped('lot-discarded')">{{ t('rest.throwSure') }}</BigButton>
          <BigButton @click="throwing = false">{{ t('rest.throwUndo') }}</BigButton>
        </template>
      </div>
    </template>
  </PaperCard>
</template>
