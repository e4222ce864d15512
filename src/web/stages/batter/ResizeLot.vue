<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { computed, ref, shallowRef } from 'vue';
import { scaleInKitchen, wholePieces, type FormulaBody, type ScaleTarget, type ScaledBatter } from '#core/formula';
import type { Larder } from '#core/ingredients';
import BigButton from '../../parts/BigButton.vue';
import { faultWords, orFault } from '../../parts/or-fault.ts';
import ScaleBar from '../../parts/ScaleBar.vue';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';

/** Another amount than the brief's: by what is left, by eggs, by panfuls. What is weighed already stays weighed. */
const props = defineProps<{ formulaId: string; body: FormulaBody; larder: Larder; amounts: ScaledBatter }>();
const store = useRun();
const pieces = computed(
  () => store.state!.brief?.items.find((item) => item.formulaId === props.formulaId)?.pieces ?? 0,
);
const sized = computed(() => store.state!.batters.get(props.formulaId)?.sized ?? null);
const target = shallowRef<ScaleTarget>({ by: 'pieces', pieces: pieces.value });
const eggs = ref<'whole' | 'grams'>('whole');
const portionMl = computed(() => store.state!.portionMl.get(props.formulaId) ?? props.body.portion.volumeMl);

/** What the wish would come to, before anything is made of it. */
const tried = computed(() => {
  const { eggClass, measuredBy } = store.view.pins;
  const options = { portionMl: portionMl.value, eggs: eggs.value, eggClass, measuredBy };
  return orFault(() => scaleInKitchen(props.body, props.larder, target.value, options));
});
const size = (to: ScaleTarget | null) =>
  store.tap([{ kind: 'lot-sized', payload: { formulaId: props.formulaId, target: to, eggs: eggs.value } }]);
</script>

<template>
  <p v-if="sized" class="mb-2 flex flex-wrap items-center gap-3 font-semibold text-bell" data-testid="resized">
    <span class="flex-1">{{ t('batter.resized', { pours: wholePieces(amounts.pours), pieces }) }}</span>
    <button
      type="button"
      class="min-h-12 rounded-control border border-line bg-card px-3 hover:bg-mist"
      @click="size(null)"
    >
      {{ t('batter.resizeBack') }}
    </button>
  </p>
  <Disclosure as="div" class="mb-3">
    <DisclosureButton class="min-h-12 rounded-control text-bell underline">{{ t('batter.resize') }}</DisclosureButton>
    <DisclosurePanel class="mt-1 rounded-control bg-mist p-3">
      <p class="mb-2 text-sm text-soft">{{ t('batter.resizeLead') }}</p>
      <ScaleBar v-model:target="target" v-model:eggs="eggs" :body="body" :larder="larder" />
      <p v-if="tried.fault" class="mt-2 font-semibold text-ember" role="alert">
        {{ faultWords(tried.fault, larder) }}
      </p>
      <div v-else class="mt-3 flex flex-wrap items-center gap-3">
        <BigButton look="say" @click="size(target)">{{ t('batter.resizeDo') }}</BigButton>
        <span class="figure text-xl">{{ tn('bench.pieces', wholePieces(tried.value!.pours)) }}</span>
      </div>
    </DisclosurePanel>
  </Disclosure>
</template>
