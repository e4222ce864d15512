<script setup lang="ts">
import { computed } from 'vue';
import type { Lots } from '#core/formula';
import { isMixed, lotKey } from '#core/run';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** How many lots a batter wants, one tap to part it, and which of them is in hand. */
const props = defineProps<{ formulaId: string; advised: Lots | undefined; shares: readonly number[] }>();
const number = defineModel<number>({ required: true });
const store = useRun();
const mixed = (n: number) => isMixed(store.state!.lots.get(lotKey(props.formulaId, n)));
const anyMixed = computed(() => props.shares.some((_share, index) => mixed(index + 1)));

async function part(shares: readonly number[]): Promise<void> {
  number.value = 1;
  await store.tap([{ kind: 'lots-parted', payload: { formulaId: props.formulaId, shares: [...shares] } }]);
}
</script>

<template>
  <div class="mb-2 flex flex-col gap-2">
    <template v-if="advised?.because && shares.length !== advised.lots.length && !anyMixed">
      <p class="font-semibold text-bell" role="note">
        {{ t(`batter.lots.${advised.because}`, { n: advised.lots.length }) }}
        <span v-if="advised.lots.length < advised.wanted" class="text-ember">{{
          t('batter.lots.fewer', { wanted: advised.wanted, n: advised.lots.length })
        }}</span>
      </p>
      <button
        type="button"
        class="min-h-14 self-start rounded-control border border-line bg-card px-4 font-semibold hover:bg-mist"
        @click="part(advised.lots.map((lot) => lot.share))"
      >
        {{ t('batter.part', { n: advised.lots.length }) }}
      </button>
    </template>
    <div v-if="shares.length > 1" class="flex flex-wrap items-center gap-2">
      <ChoiceChips
        v-model="number"
        :label="t('batter.whichLot')"
        :options="
          shares.map((_share, index) => ({
            value: index + 1,
            label: t('batter.lot', { n: index + 1 }),
            ...(mixed(index + 1) ? { done: t('frame.done') } : {}),
          }))
        "
      />
      <button v-if="!anyMixed" type="button" class="min-h-14 px-3 text-bell underline" @click="part([1])">
        {{ t('batter.unpart') }}
      </button>
    </div>
  </div>
</template>
