<script setup lang="ts">
import { computed } from 'vue';
import { piecesLeft } from '#core/setup';
import AllOffLine from './AllOffLine.vue';
import { batterLeft } from '#core/lot';
import { millilitres } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';

const store = useRun();
const counts = computed(() =>
  (store.state!.brief?.items ?? []).map((item) => {
    const pieces = [...store.state!.pieces.values()].filter((piece) => piece.formulaId === item.formulaId);
    const toPour = piecesLeft(store.state!, item.formulaId);
    // coins and giants are other shares of the batter than the brief counts
    const mixed = pieces.some(({ worth }) => worth !== 1);
    return {
      formulaId: item.formulaId,
      word: store.view.formula(item.formulaId).pieceWord,
      off: pieces.filter((piece) => piece.fate === 'lifted').length,
      of: mixed ? pieces.filter((piece) => piece.fate !== 'failed').length + toPour : item.pieces,
      lost: pieces.filter((piece) => piece.fate === 'failed').length,
      toPour,
      leftMl: batterLeft(store.view, item.formulaId)?.leftMl ?? null,
    };
  }),
);
</script>

<template>
  <div class="min-w-36 flex-1 basis-36 pt-7">
    <dl class="flex flex-wrap gap-x-8 gap-y-4 lg:flex-col" :aria-label="t('counts.title')">
      <div v-for="count in counts" :key="count.formulaId">
        <dt class="text-sm text-soft">{{ t('counts.off', { pieces: count.word }) }}</dt>
        <dd>
          <span class="figure text-3xl" data-testid="off">{{ count.off }}</span>
          <span class="figure ml-2 text-soft">{{ t('counts.of', { n: count.of }) }}</span>
          <span class="block text-sm text-soft"
            >{{ tn('counts.toPour', count.toPour)
            }}<template v-if="count.leftMl !== null"
              >, {{ t('counts.left', { volume: millilitres(count.leftMl) }) }}</template
            ><template v-if="count.lost">, {{ tn('counts.lost', count.lost) }}</template></span
          >
        </dd>
      </div>
    </dl>
    <AllOffLine class="mt-4" />
  </div>
</template>
