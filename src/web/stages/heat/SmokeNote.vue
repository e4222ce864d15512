<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import { computed } from 'vue';
import { SMOKE_POINT, type SmokeFat } from '#core/plate';
import BigButton from '../../parts/BigButton.vue';
import { temperature } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** That a fat smokes at the heat a batter wants: told once in a run, not at every pour. */
const props = defineProps<{ formulaId: string }>();
const store = useRun();
/** Kitchen oil that nobody named is taken as rapeseed, the usual one. Common practice, no source. */
const AS: Record<string, SmokeFat | undefined> = {
  butter: 'butter',
  clarifiedButter: 'clarifiedButter',
  oil: 'rapeseed',
};
const body = computed(() => store.view.formula(props.formulaId));
const caution = computed(() => `smoke-${body.value.fat.kind}`);
const point = computed(() => {
  const fat = AS[body.value.fat.kind];
  if (!fat || body.value.fat.rule === 'never' || store.state!.cautionsRead.has(caution.value)) return null;
  const { atC, sdC } = SMOKE_POINT[fat];
  return body.value.heat.targetC > atC - sdC ? atC : null;
});
const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);
const known = () => store.tap([{ kind: 'caution-read', payload: { caution: caution.value } }]);
</script>

<template>
  <div v-if="point !== null" class="mb-3 flex flex-wrap items-center gap-3 rounded-card bg-ember-mist p-3 text-ember">
    <TriangleAlert class="size-5 shrink-0" aria-hidden="true" />
    <span class="flex-1">{{
      t('heatMore.smoke', {
        fat: capital(t(`fatKind.${body.fat.kind}`)),
        at: temperature(point),
        target: temperature(body.heat.targetC),
      })
    }}</span>
    <BigButton @click="known">{{ t('heatMore.known') }}</BigButton>
  </div>
</template>
