<script setup lang="ts">
import { computed, ref } from 'vue';
import BigButton from '../../parts/BigButton.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { cardsPage } from '../../print/batter-card.ts';
import { savePdf } from '../../print/save-pdf.ts';
import { labelsPage } from '../../print/tub-labels.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { isMixed } from '#core/run';
import { useLots } from '../lots/use-lots.ts';
import { usePages } from './use-pages.ts';

/** Labels for what stands in tubs, and each batter on a page. */
const store = useRun();
const lots = useLots();
const { labels, cards } = usePages();
const mixed = computed(() => lots.value.filter(({ lot }) => isMixed(lot)));
const failed = ref('');

async function print(make: () => Promise<void>): Promise<void> {
  failed.value = '';
  await make().catch((why: unknown) => (failed.value = t('rest.print.failed', { why: String(why) })));
}
const printLabels = () => print(() => savePdf(labelsPage(labels(mixed.value)), t('label.file')));
const printCards = () =>
  print(() =>
    savePdf(
      cardsPage(cards((store.state!.brief?.items ?? []).map((item) => item.formulaId).filter((id) => store.lots[id]))),
      t('label.cardFile'),
    ),
  );
</script>

<template>
  <PaperCard :title="t('rest.print.title')">
    <div class="grid grid-cols-2 gap-2">
      <BigButton :disabled="mixed.length === 0" @click="printLabels">{{ t('rest.print.labels') }}</BigButton>
      <BigButton @click="printCards">{{ t('rest.print.card') }}</BigButton>
    </div>
    <p v-if="failed" class="mt-2 font-semibold text-ember" role="alert">{{ failed }}</p>
  </PaperCard>
</template>
