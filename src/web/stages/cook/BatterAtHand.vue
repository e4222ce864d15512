<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { computed } from 'vue';
import { lotLeft } from '#core/lot';
import { lotInUse } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import HowItRuns from '../rest/HowItRuns.vue';
import BatterLeftLine from '../lots/BatterLeftLine.vue';
import { useLots } from '../lots/use-lots.ts';

/** The lots that are poured from: measured and thinned in mid-run, and the next one brought when one is nearly out. */
/** With so few pours left the next lot is brought. Common practice, no source. */
const LOW_POURS = 3;
const store = useRun();
const lots = useLots();
const rows = computed(() =>
  (store.state!.brief?.items ?? []).flatMap(({ formulaId }) => {
    const lot = lotInUse(store.state!, formulaId);
    if (!lot) return [];
    const waiting = lots.value.find(
      (each) =>
        each.formulaId === formulaId &&
        each.number !== lot.number &&
        each.lot?.mixedAtMs != null &&
        each.lot.restEndedAtMs === null &&
        each.lot.discardedAtMs === null,
    );
    const portionMl = store.state!.portionMl.get(formulaId) ?? store.view.formula(formulaId).portion.volumeMl;
    const low = lot.volumeMl !== null && lotLeft(store.view, lot) < LOW_POURS * portionMl;
    return [{ formulaId, lot, body: store.view.formula(formulaId), waiting, low }];
  }),
);

/** Brings the next lot; what is folded in just before is folded in with the same tap. */
function bring(formulaId: string, number: number, folds: boolean): void {
  const of = { formulaId, lot: number };
  void store.tap([
    ...(folds ? [{ kind: 'lot-folded' as const, payload: of }] : []),
    { kind: 'rest-ended', payload: of },
  ]);
}
const folds = (row: (typeof rows.value)[number]) =>
  row.body.lines.some((line) => line.when === 'justBefore') && row.waiting?.lot?.foldedAtMs == null;
</script>

<template>
  <PaperCard v-if="rows.length" data-testid="at-hand">
    <div v-for="row in rows" :key="row.formulaId" class="border-t border-line first:border-0">
      <div v-if="row.waiting" class="flex flex-wrap items-center gap-2 py-1">
        <span v-if="row.low" class="text-sm font-semibold text-ember">{{
          t('atHand.low', { n: row.lot.number })
        }}</span>
        <BigButton
          class="flex-1"
          :look="row.low ? 'say' : 'plain'"
          @click="bring(row.formulaId, row.waiting.number, folds(row))"
          >{{ t(folds(row) ? 'atHand.nextFold' : 'atHand.next', { n: row.waiting.number }) }}</BigButton
        >
      </div>
      <Disclosure v-if="row.body.type !== 'whippedWhite'" as="div">
        <DisclosureButton class="flex min-h-14 w-full items-center justify-between text-left">
          <span class="font-semibold">{{ row.body.name }}</span>
          <span class="text-sm text-bell underline">{{ t('atHand.thin') }}</span>
        </DisclosureButton>
        <DisclosurePanel>
          <BatterLeftLine :formula-id="row.formulaId" />
          <HowItRuns :lot="row.lot" :body="row.body" :first-pour-ms="null" />
        </DisclosurePanel>
      </Disclosure>
    </div>
  </PaperCard>
</template>
