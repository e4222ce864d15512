<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { type ZoneForecast } from '#core/forecast';
import BigButton from '../../parts/BigButton.vue';
import { temperature, temperatureSpread } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { alarmText } from '../heat/alarm-text.ts';
import { useHeatSteps } from '../plate/use-heat-steps.ts';
import { promptsOf, usePrompts } from '../frame/use-prompts.ts';

/** The one thing that heat asks for now, with the one button that says it was done, and whether it comes before the hands. */
const store = useRun();
const { steps, turn } = useHeatSteps();
const { prompts, first } = usePrompts();
const step = computed(() => steps.value.find(({ due }) => due) ?? null);
const zone = computed((): ZoneForecast | undefined =>
  store.outlook?.forecast.zones.find(({ key }) => key === step.value?.key),
);
/** A plate that runs away further than its dial can answer: why, and for how long. */
const alarm = computed(() => (step.value?.why === 'danger' && zone.value?.alarm ? alarmText(zone.value.alarm) : null));
const testid = computed(() =>
  step.value?.why === 'danger' ? 'heat-alarm' : step.value?.why === 'done' ? 'done-advice' : 'heat-advice',
);

/** A batter that browns fast, a plate with hot spots or one little known is run cooler than its formula says: why, and what it is good for. */
const cooler = computed(() => {
  if (step.value?.why !== 'correct' || !zone.value) return null;
  const usualC = store.view.formula(zone.value.formulaId).heat.targetC;
  if (zone.value.coolerFor === null) return null;
  return t(`advice.cooler.${zone.value.coolerFor}`, {
    zone: zone.value.zoneId,
    target: temperature(zone.value.targetC),
    usual: temperature(usualC),
  });
});
const gain = computed(() =>
  step.value?.why === 'correct' && zone.value
    ? t('advice.gain', {
        target: temperature(zone.value.targetC),
        good: zone.value.goodAtTarget,
        n: zone.value.places.length,
      })
    : null,
);
/** Before a plate that nobody has read is poured on: one look, where its heat is known least. */
const look = computed(() => {
  const asked = promptsOf(prompts.value, 'look')[0]?.look;
  const places = (store.outlook?.forecast.zones ?? []).flatMap((each) =>
    each.stationId === asked?.stationId && each.zoneId === asked.zoneId ? each.places : [],
  );
  const place = places.find(({ id }) => id === asked?.placeId);
  return place ? { place: place.id, sd: temperatureSpread(place.sdC) } : null;
});
</script>

<template>
  <PaperCard v-if="step" look="ember" :role="step.why === 'danger' ? 'alert' : undefined" :data-testid="testid">
    <p v-if="first?.kind === 'heat'" class="text-sm font-semibold text-ember" data-testid="heat-first">
      {{ t('heatStep.first') }}
    </p>
    <p class="figure text-lg text-ember">{{ alarm ? `${step.zoneId}: ${alarm}` : step.words }}</p>
    <p v-if="gain" class="text-sm">{{ gain }}</p>
    <p v-if="cooler" class="text-sm" data-testid="cooler">{{ cooler }}</p>
    <BigButton class="mt-2 w-full" @click="turn(step)">{{ step.button }}</BigButton>
  </PaperCard>
  <PaperCard v-else-if="look" data-testid="read-advice">
    <p class="text-sm">
      {{ t('advice.read', look) }}
      <RouterLink class="font-semibold text-bell underline" :to="`/runs/${store.run!.id}/heat`">{{
        t('advice.toHeat')
      }}</RouterLink>
    </p>
  </PaperCard>
</template>
