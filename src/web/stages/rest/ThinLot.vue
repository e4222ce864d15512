<script setup lang="ts">
import { computed, ref } from 'vue';
import { formulaOf } from '#core/desk';
import { ingredientOf } from '#core/ingredients';
import { larderOf } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../parts/FormField.vue';
import { grams } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** Liquid stirred into a lot that has thickened: what is poured from then on is predicted as the thinner batter it is. */
const props = defineProps<{ formulaId: string }>();
const store = useRun();
const amount = ref('');
const error = ref('');

/** The formula's own liquid, the most of it. */
const liquid = computed(() => {
  const larder = larderOf(store.run!.pins);
  const lines = formulaOf(store.run!.pins, props.formulaId).lines.filter(
    (line) => ingredientOf(larder, line.ingredientId).role === 'liquid',
  );
  return [...lines].sort((a, b) => (b.percent ?? 0) - (a.percent ?? 0))[0]?.ingredientId ?? 'water';
});
const stirredIn = computed(() =>
  (store.state!.lots.get(props.formulaId)?.thinnings ?? []).reduce((sum, { massG }) => sum + massG, 0),
);

function stirIn(): void {
  const massG = Number(amount.value);
  error.value = amount.value.trim() !== '' && massG > 0 && massG <= 100_000 ? '' : t('rest.thin.error');
  if (error.value) return;
  void store.tap([{ kind: 'lot-thinned', payload: { formulaId: props.formulaId, ingredientId: liquid.value, massG } }]);
  amount.value = '';
}
</script>

<template>
  <form class="mt-4 border-t border-line pt-3" novalidate @submit.prevent="stirIn">
    <div class="flex flex-wrap items-start gap-3">
      <FormField
        v-model="amount"
        class="min-w-40 flex-1"
        type="number"
        min="1"
        unit="g"
        :label="t('rest.thin.label', { liquid: t(`ingredient.${liquid}`) })"
        :hint="stirredIn ? t('rest.thin.already', { amount: grams(stirredIn) }) : t('rest.thin.hint')"
        :error="error || undefined"
      />
      <BigButton type="submit" class="mt-7">{{ t('rest.thin.done') }}</BigButton>
    </div>
  </form>
</template>
