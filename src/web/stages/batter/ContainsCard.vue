<script setup lang="ts">
import { computed } from 'vue';
import { runAllergens } from '#core/setup';
import type { FormulaBody } from '#core/formula';
import AllergenChips from '../../parts/AllergenChips.vue';
import CautionLine from '../../parts/CautionLine.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What a batter of the run holds, what its plate brings, and what may come to it from the run's other batters. */
const props = defineProps<{ formulaId: string; fat: FormulaBody['fat']['kind'] }>();
const store = useRun();
const contains = computed(() => runAllergens(store.view, props.formulaId));
const carried = computed(() =>
  contains.value.carried
    .map((each) =>
      t('batter.carriedFrom', {
        allergen: t(`allergen.${each.allergen}`),
        name: store.view.formula(each.formulaId).name,
      }),
    )
    .join(', '),
);
</script>

<template>
  <PaperCard :title="t('batter.contains')">
    <AllergenChips class="mb-3" :allergens="contains.batter" />
    <p v-if="contains.plate.length" class="mb-2 text-sm">
      {{
        t('bench.plateFat', {
          fat: t(`fatKind.${fat}`),
          allergen: contains.plate.map((each) => t(`allergen.${each}`)).join(', '),
        })
      }}
    </p>
    <p v-if="carried" class="mb-3 text-sm text-ember">{{ t('batter.carried', { list: carried }) }}</p>
    <CautionLine stage="batter" />
  </PaperCard>
</template>
