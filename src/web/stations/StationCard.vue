<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import { computed, ref } from 'vue';
import type { PairFigures } from '#core/heating';
import type { StationBody } from '#core/plate';
import { plateCautions } from '#core/safety';
import BigButton from '../parts/BigButton.vue';
import { markText, number, temperature } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { savePdf } from '../print/save-pdf.ts';
import { stationPage } from '../print/station-card.ts';
import { t, tn } from '../words/index.ts';
import { shapeText } from './shape-text.ts';

/** What a station is, how it is kept and what to take care of; as a page to hang beside it. */
const props = defineProps<{ body: StationBody; pairs: readonly PairFigures[] }>();
const facts = computed(() =>
  t('station.facts', {
    shape: shapeText(props.body),
    metal: t(`stationForm.metals.${props.body.metal}`).toLowerCase(),
    thick: number(props.body.thicknessMm, props.body.thicknessMm % 1 ? 1 : 0),
    coating: t(`stationForm.coatings.${props.body.coating}`).toLowerCase(),
  }),
);
const care = computed(() =>
  [props.body.care?.note, props.body.care?.everyDays ? tn('station.every', props.body.care.everyDays) : '']
    .filter(Boolean)
    .join(' '),
);
const cautions = computed(() => [
  ...plateCautions({ ...props.body, sources: props.body.zones.map(({ source }) => source) }).map((caution) =>
    t(`plateCaution.${caution}`),
  ),
  t('caution.localCode'),
]);
const printing = ref(false);
async function print(): Promise<void> {
  printing.value = true;
  const { body, pairs } = props;
  const title = (zoneId: string) => {
    const name = body.zones.find(({ id }) => id === zoneId)!.burnerName ?? '';
    return body.zones.length > 1 ? `${zoneId} · ${name}` : name;
  };
  const page = stationPage({
    ...{ title: body.name, facts: facts.value },
    columns: [t('station.mark'), t('station.holds')],
    dials: pairs.map((pair) => ({
      title: title(pair.zoneId),
      found: pair.readings.length ? '' : t('stations.unread'),
      rows: pair.curve
        .filter(({ surfaceC }) => surfaceC > 90 && surfaceC < 320)
        .map((point): [string, string] => [
          markText(body.zones.find(({ id }) => id === pair.zoneId)!.dial, point.mark),
          `${temperature(point.surfaceC)} (${temperature(point.lowC)} – ${temperature(point.highC)})`,
        ]),
    })),
    care: { title: t('station.care'), text: care.value },
    cautions: { title: t('station.cautions'), lines: cautions.value },
  });
  await savePdf(page, body.name).finally(() => (printing.value = false));
}
</script>

<template>
  <PaperCard :title="t('station.card')">
    <p>{{ facts }}</p>
    <p v-if="care" class="mt-2">
      <span class="font-semibold">{{ t('station.care') }}:</span> {{ care }}
    </p>
    <ul class="mt-3 flex flex-col gap-1 text-sm text-soft">
      <li v-for="caution in cautions" :key="caution" class="flex gap-2">
        <TriangleAlert class="mt-0.5 size-4 shrink-0 text-ember" aria-hidden="true" /><span>{{ caution }}</span>
      </li>
    </ul>
    <BigButton class="mt-3 w-full" :disabled="printing" @click="print">{{ t('station.print') }}</BigButton>
  </PaperCard>
</template>
