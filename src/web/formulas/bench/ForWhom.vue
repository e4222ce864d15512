<script setup lang="ts">
import { computed } from 'vue';
import { DIETS, plateFatAllergens } from '#core/formula';
import { allergensOf } from '#core/ingredients';
import AllergenChips from '../../parts/AllergenChips.vue';
import BigButton from '../../parts/BigButton.vue';
import { ingredientName } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { t } from '../../words/index.ts';
import type { Bench } from './use-bench.ts';

/** What the batter and its plate hold, and how to make it for those who cannot have it. Never a promise of "free from". */
const props = defineProps<{ bench: Bench; mayEdit: boolean }>();
const { draft, larder, notes, taste } = props.bench;
const inBatter = computed(() =>
  allergensOf(
    draft.value!.lines.map((line) => line.ingredientId),
    larder.value,
  ),
);
const onPlate = computed(() => plateFatAllergens(draft.value!.fat.kind));
</script>

<template>
  <PaperCard :title="t('bench.contains')">
    <AllergenChips :allergens="inBatter" />
    <p v-if="onPlate.length" class="mt-2 text-sm" data-testid="plate-fat">
      {{
        t('bench.plateFat', {
          fat: t(`fatKind.${draft!.fat.kind}`),
          allergen: onPlate.map((each) => t(`allergen.${each}`)).join(', '),
        })
      }}
    </p>
    <div v-if="notes" class="mt-3 rounded-control bg-ember-mist p-3 text-ember" role="alert">
      <p v-if="notes.left.length" class="font-semibold">
        {{ t('bench.dietLeft', { names: notes.left.map((id) => ingredientName(id, larder)).join(', ') }) }}
      </p>
      <template v-if="notes.plateFat">
        <p class="font-semibold">{{ t('bench.dietPlate') }}</p>
        <BigButton class="mt-2" @click="bench.greaseWithOil()">{{ t('bench.greaseWithOil') }}</BigButton>
      </template>
      <p class="mt-1 text-sm">{{ t('bench.shared') }}</p>
    </div>
    <div v-if="mayEdit" class="mt-3 flex flex-wrap gap-2">
      <button
        v-for="diet in DIETS"
        :key="diet"
        type="button"
        class="min-h-12 rounded-control border border-line px-3 hover:bg-mist"
        @click="bench.diet(diet)"
      >
        {{ t(`bench.diet.${diet}`) }}
      </button>
      <button
        type="button"
        class="min-h-12 rounded-control border border-line px-3 hover:bg-mist"
        @click="bench.switchTaste()"
      >
        {{ t(taste === 'sweet' ? 'bench.makeSavoury' : 'bench.makeSweet') }}
      </button>
    </div>
  </PaperCard>
</template>
