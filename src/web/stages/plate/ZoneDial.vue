<script setup lang="ts">
import { computed } from 'vue';
import { stationNow, zoneOf } from '#core/setup';
import { type ZoneForecast } from '#core/forecast';
import BigButton from '../../parts/BigButton.vue';
import DialStepper from '../../parts/DialStepper.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** A zone's dial, and for a plate that can be lifted where it stands: on its burner or beside it. */
const props = defineProps<{
  zone: Pick<ZoneForecast, 'stationId' | 'zoneId' | 'aside' | 'dialMark' | 'canStandAside'>;
}>();
const store = useRun();
const dial = computed(() => zoneOf(stationNow(store.view, props.zone.stationId), props.zone.zoneId).dial);
const mark = computed({ get: () => props.zone.dialMark, set: (to: number) => turn(to, props.zone.aside) });
function turn(to: number, aside: boolean): void {
  const { stationId, zoneId } = props.zone;
  void store.tap([{ kind: 'burner-turned', payload: { stationId, zoneId, mark: to, ...(aside && { aside }) } }]);
}
</script>

<template>
  <div>
    <DialStepper v-model="mark" :dial="dial" :zone="zone.zoneId" />
    <div v-if="zone.canStandAside && zone.dialMark > 0" class="mt-1 flex flex-wrap items-center gap-2">
      <p v-if="zone.aside" class="mr-auto text-sm text-soft" data-testid="stands-aside">
        {{ t('heatStep.standsAside', { zone: zone.zoneId }) }}
      </p>
      <BigButton class="ml-auto text-base" @click="turn(zone.dialMark, !zone.aside)">{{
        t(zone.aside ? 'heatStep.back' : 'heatStep.aside', { zone: zone.zoneId })
      }}</BigButton>
    </div>
  </div>
</template>
