<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core';
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue';
import * as v from 'valibot';
import { reviewRun } from '#core/review';
import BoundField from '../../forms/BoundField.vue';
import { filled } from '../../forms/fields.ts';
import { useForm } from '../../forms/use-form.ts';
import BigButton from '../../parts/BigButton.vue';
import { clockSeconds, minutes, number, stretch } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';
import { clashWords } from '../frame/clash-words.ts';
import LotTabs from '../lots/LotTabs.vue';
import CookedPieces from './CookedPieces.vue';
import HandedOnCard from './HandedOnCard.vue';
import LearnedCard from './LearnedCard.vue';

// charts are as large as all the rest of the page: fetched when theirs comes near
const FirstSideChart = defineAsyncComponent(() => import('./FirstSideChart.vue'));
const nearChart = useElementVisibility(useTemplateRef('chart-place'), { rootMargin: '300px', once: true });

const store = useRun();
const items = store.state!.brief?.items ?? [];
const formulaId = ref(items[0]?.formulaId ?? '');
const review = computed(() => reviewRun(store.state!));
const records = computed(() => review.value.records.filter((record) => record.formulaId === formulaId.value));
const body = computed(() => store.view.formula(formulaId.value));
const signed = (seconds: number | null) =>
  seconds === null ? '–' : `${seconds >= 0 ? '+' : '−'}${number(Math.abs(seconds), 0)} s`;

const MAX_LETTERS = 500;
const noteForm = useForm({
  typed: { text: '' },
  schema: () =>
    v.object({
      text: v.pipe(
        filled(() => t('review.note.empty')),
        v.maxLength(MAX_LETTERS, ({ received }) => t('review.note.long', { n: received })),
      ),
    }),
  async keep({ text }) {
    await store.tap([{ kind: 'note-kept', payload: { text, formulaId: formulaId.value } }]);
    noteForm.reset({ text: '' });
  },
});
</script>

<template>
  <div class="flex flex-col gap-4">
    <p v-if="review.records.length === 0" class="rounded-card border border-line bg-card p-6 text-lg text-soft">
      {{ t('review.nothing') }}
    </p>
    <template v-else>
      <div class="grid grid-cols-2 gap-3 lg:grid-cols-4">
        <PaperCard
          ><p class="text-soft">{{ t('review.served') }}</p>
          <p class="figure text-4xl">{{ review.served }}</p>
          <p class="text-sm text-soft">
            {{ review.failed ? tn('counts.lost', review.failed) : t('review.noneLost')
            }}<template v-if="review.stillOn">, {{ tn('review.stillOn', review.stillOn) }}</template>
          </p></PaperCard
        >
        <PaperCard
          ><p class="text-soft">{{ t('review.flips') }}</p>
          <p class="figure text-4xl">
            {{ review.flips.insideShare === null ? '–' : `${number(100 * review.flips.insideShare)} %` }}
          </p>
          <p class="text-sm text-soft">{{ t('review.flipsDetail', { n: review.flips.count }) }}</p></PaperCard
        >
        <PaperCard
          ><p class="text-soft">{{ t('review.error') }}</p>
          <p class="figure text-4xl">{{ review.flips.rmsS === null ? '–' : `${number(review.flips.rmsS, 1)} s` }}</p>
          <p class="text-sm text-soft">
            {{ t('review.errorDetail', { mean: signed(review.flips.meanS) }) }}
          </p></PaperCard
        >
        <PaperCard
          ><p class="text-soft">{{ t('review.ready') }}</p>
          <p class="figure text-4xl">
            {{ review.readyBeforeServiceS === null ? '–' : minutes(review.readyBeforeServiceS) }}
          </p>
          <p class="text-sm text-soft">
            {{
              t(review.readyBeforeServiceS !== null && review.readyBeforeServiceS < 0 ? 'review.late' : 'review.before')
            }}
          </p></PaperCard
        >
      </div>
      <LotTabs v-model="formulaId" :label="t('review.which')" />
      <CookedPieces :formula-id="formulaId" />
      <div class="grid items-start gap-4 lg:grid-cols-[3fr_2fr]">
        <PaperCard>
          <h2 class="text-lg">{{ t('review.chart', { pieces: body.pieceWord }) }}</h2>
          <p class="mb-2 text-sm text-soft">{{ t('review.chartLead') }}</p>
          <div ref="chart-place" class="h-80"><FirstSideChart v-if="nearChart" :records="records" /></div>
        </PaperCard>
        <div class="flex flex-col gap-4">
          <PaperCard :title="t('review.note.title')">
            <ul v-if="store.state!.notes.length" class="mb-3 flex flex-col gap-1">
              <li v-for="note in store.state!.notes" :key="note.eventId">“{{ note.text }}”</li>
            </ul>
            <form class="flex flex-col gap-2" novalidate @submit.prevent="noteForm.submit">
              <BoundField :of="noteForm" name="text" :rows="3" :label="t('review.note.label', { name: body.name })" />
              <BigButton type="submit" look="say">{{ t('review.note.keep') }}</BigButton>
            </form>
          </PaperCard>
          <LearnedCard :formula-id="formulaId" />
          <PaperCard v-if="store.state!.clashes.length" :title="t('clash.title')">
            <p class="mb-2 text-sm text-soft">{{ t('clash.lead') }}</p>
            <ul class="flex flex-col gap-1">
              <li v-for="clash in store.state!.clashes" :key="clash.what + clash.eventId">
                <span class="figure mr-2 text-soft">{{ clockSeconds(clash.atMs, store.view.pins.timeZone) }}</span>{{
                  clashWords(clash)
                }}
              </li>
            </ul>
          </PaperCard>
          <PaperCard :title="t('review.pieces')">
            <div class="max-h-96 overflow-y-auto" tabindex="0" role="region" :aria-label="t('review.pieces')">
              <table class="w-full text-right">
                <thead class="sticky top-0 bg-card text-sm text-soft">
                  <tr>
                    <th class="py-1 text-left font-normal">{{ t('review.place') }}</th>
                    <th class="font-normal">{{ t('review.predicted') }}</th>
                    <th class="font-normal">{{ t('review.first') }}</th>
                    <th class="font-normal">{{ t('review.off') }}</th>
                    <th class="font-normal">{{ t('review.second') }}</th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="record in records" :key="record.number" class="border-t border-line">
                    <td class="py-1 text-left font-semibold">
                      {{ record.placeId
                      }}<span v-if="record.fate === 'failed'" class="ml-2 font-normal text-ember">{{
                        t('review.lost')
                      }}</span
                      ><span v-if="record.faults.length" class="block text-sm font-normal text-soft">{{
                        record.faults.map((fault) => t(`pieceFault.${fault}`)).join(', ')
                      }}</span>
                    </td>
                    <td>{{ record.predictedFirstS === null ? '–' : stretch(record.predictedFirstS) }}</td>
                    <td>{{ record.firstSideS === null ? '–' : stretch(record.firstSideS) }}</td>
                    <td>{{ signed(record.flipErrorS) }}</td>
                    <td>{{ record.secondSideS === null ? '–' : stretch(record.secondSideS) }}</td>
                  </tr>
                </tbody>
              </table>
            </div>
          </PaperCard>
        </div>
      </div>
    </template>
    <HandedOnCard />
  </div>
</template>
