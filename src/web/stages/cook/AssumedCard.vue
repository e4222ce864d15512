<script setup lang="ts">
import { computed } from 'vue';
import BigButton from '../../parts/BigButton.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What nobody tapped and is taken to have been done; one tap says that the plate is like that. */
const emit = defineEmits<{ settle: [] }>();
const store = useRun();

const places = (verb: 'flip' | 'lift') => {
  const assumed = store.outlook?.assumed ?? [];
  const off = new Set(assumed.filter((action) => action.verb === 'lift').map(({ pieceId }) => pieceId));
  return assumed
    .filter((action) => action.verb === verb && (verb === 'lift' || !off.has(action.pieceId)))
    .map(({ pieceId }) => store.state!.pieces.get(pieceId)?.placeId)
    .join(', ');
};
const turned = computed(() => places('flip'));
const off = computed(() => places('lift'));
</script>

<template>
  <PaperCard v-if="turned || off" data-testid="assumed">
    <p v-if="turned">{{ t('assumed.turned', { places: turned }) }}</p>
    <p v-if="off">{{ t('assumed.off', { places: off }) }}</p>
    <p class="text-sm text-soft">{{ t('assumed.lead') }}</p>
    <BigButton class="mt-2 w-full" data-testid="settle" :key-cap="t('key.settle')" @click="emit('settle')">{{
      t('assumed.settle')
    }}</BigButton>
  </PaperCard>
</template>
