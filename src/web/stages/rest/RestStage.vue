<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { formulaOf } from '#core/desk';
import { restPhase, restWindow } from '#core/rest';
import BigButton from '../../parts/BigButton.vue';
import CautionLine from '../../parts/CautionLine.vue';
import { clock, minutes, stretch } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import ThinLot from './ThinLot.vue';

const store = useRun();
const zone = computed(() => store.run!.pins.timeZone);
const lots = computed(() =>
  (store.state!.brief?.items ?? []).map(({ formulaId }) => {
    const body = formulaOf(store.run!.pins, formulaId);
    const lot = store.state!.lots.get(formulaId);
    const mixedAtMs = lot?.mixedAtMs ?? null;
    if (mixedAtMs === null)
      return { formulaId, body, mixedAtMs, window: null, phase: null, ended: null, position: null };
    const window = restWindow(body.rest, mixedAtMs, store.run!.pins.roomC);
    const endMs = Math.max(window.latestMs, window.discardMs ?? 0);
    const at = (ms: number) => Math.min(100, Math.max(0, (100 * (ms - mixedAtMs)) / (endMs - mixedAtMs)));
    return {
      formulaId,
      body,
      mixedAtMs,
      window,
      phase: restPhase(window, store.nowMs),
      ended: lot?.restEndedAtMs ?? null,
      position: {
        now: at(store.nowMs),
        earliest: at(window.earliestMs),
        best: at(window.bestMs),
        latest: at(window.latestMs),
      },
    };
  }),
);

function toThePlate(formulaId: string): void {
  void store.tap([{ kind: 'rest-ended', payload: { formulaId } }]);
}
</script>

<template>
  <div class="grid gap-4 lg:grid-cols-2">
    <PaperCard v-for="lot in lots" :key="lot.formulaId">
      <div class="flex flex-wrap items-baseline gap-x-4">
        <h2 class="mr-auto text-2xl">{{ lot.body.name }}</h2>
        <span v-if="lot.mixedAtMs !== null" class="text-soft">{{
          t('rest.mixed', { time: clock(lot.mixedAtMs, zone) })
        }}</span>
      </div>
      <template v-if="lot.window && lot.position">
        <p
          class="figure mt-2 text-5xl"
          :class="
            lot.ended
              ? 'text-leaf'
              : lot.phase === 'tooEarly'
                ? 'text-bell'
                : lot.phase === 'pastBest' || lot.phase === 'discard'
                  ? 'text-ember'
                  : 'text-leaf'
          "
        >
          <template v-if="lot.ended">{{ t('rest.atPlate') }}</template>
          <template v-else-if="lot.phase === 'tooEarly'">{{
            stretch((lot.window.earliestMs - store.nowMs) / 1000)
          }}</template>
          <template v-else>{{ t(`rest.phase.${lot.phase}`) }}</template>
        </p>
        <p class="text-lg text-soft">
          {{
            lot.ended
              ? t('rest.endedAt', { time: clock(lot.ended, zone), rested: minutes((lot.ended - lot.mixedAtMs) / 1000) })
              : t(`rest.now.${lot.phase}`, {
                  best: clock(lot.window.bestMs, zone),
                  latest: clock(lot.window.latestMs, zone),
                })
          }}
        </p>
        <div class="relative mt-4 h-5 rounded-full bg-mist" aria-hidden="true">
          <div
            class="absolute inset-y-0 rounded-full bg-leaf-mist"
            :style="{ left: `${lot.position.earliest}%`, width: `${lot.position.latest - lot.position.earliest}%` }"
          />
          <div
            class="absolute inset-y-0 rounded-full bg-leaf/50"
            :style="{ left: `${lot.position.best}%`, width: `${lot.position.latest - lot.position.best}%` }"
          />
          <div class="absolute -inset-y-1 w-1 rounded bg-ember" :style="{ left: `${lot.position.now}%` }" />
        </div>
        <dl class="mt-2 grid grid-cols-4 text-sm max-sm:grid-cols-2">
          <div>
            <dt class="text-soft">{{ t('rest.earliest') }}</dt>
            <dd class="figure text-lg">{{ clock(lot.window.earliestMs, zone) }}</dd>
          </div>
          <div>
            <dt class="text-soft">{{ t('rest.best') }}</dt>
            <dd class="figure text-lg">{{ clock(lot.window.bestMs, zone) }}</dd>
          </div>
          <div>
            <dt class="text-soft">{{ t('rest.latest') }}</dt>
            <dd class="figure text-lg">{{ clock(lot.window.latestMs, zone) }}</dd>
          </div>
          <div v-if="lot.window.discardMs">
            <dt class="text-soft">{{ t('rest.discard') }}</dt>
            <dd class="figure text-lg text-ember">{{ clock(lot.window.discardMs, zone) }}</dd>
          </div>
        </dl>
        <p class="mt-3">
          <span class="font-semibold">{{ t('rest.lookFor') }}</span> {{ t(`rest.${lot.body.rest.watch}`) }}
        </p>
        <p class="text-soft">{{ lot.body.rest.reason }} {{ t('rest.stir') }}</p>
        <ThinLot :formula-id="lot.formulaId" />
        <template v-if="!lot.ended">
          <p v-if="lot.phase === 'tooEarly'" class="mt-3 text-ember">{{ t(`rest.short.${lot.body.rest.watch}`) }}</p>
          <BigButton
            :look="lot.phase === 'tooEarly' ? 'plain' : 'say'"
            class="mt-3 w-full"
            @click="toThePlate(lot.formulaId)"
            >{{ lot.phase === 'tooEarly' ? t('rest.cutShort') : t('rest.toPlate') }}</BigButton
          >
        </template>
      </template>
      <p v-else class="mt-3 text-lg text-soft">
        {{ t('rest.notMixed') }}
        <RouterLink class="text-bell underline" :to="`/runs/${store.run!.id}/batter`">{{ t('rest.goMix') }}</RouterLink>
      </p>
    </PaperCard>
    <PaperCard class="lg:col-span-2"><CautionLine stage="rest" /></PaperCard>
  </div>
</template>
