<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { ChevronDown } from '@lucide/vue';
import { computed } from 'vue';
import { stationNow, zoneOf } from '#core/desk';
import DialStepper from '../../parts/DialStepper.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** Every dial of the morning, to be turned without leaving the stove. */
const store = useRun();
const dials = computed(() => {
  const seen = new Set<string>();
  return (store.outlook?.forecast.zones ?? []).flatMap(({ key, stationId, zoneId, mark }) => {
    if (seen.has(key)) return [];
    seen.add(key);
    const { dial } = zoneOf(stationNow(store.run!.pins, store.state!, stationId), zoneId);
    return [{ key, stationId, zoneId, mark: mark ?? 0, dial }];
  });
});
function turn(stationId: string, zoneId: string, mark: number): void {
  void store.tap([{ kind: 'burner-turned', payload: { stationId, zoneId, mark } }]);
}
</script>

<template>
  <Disclosure v-if="dials.length" v-slot="{ open }" as="section" class="rounded-card border border-line bg-card">
    <DisclosureButton class="flex min-h-14 w-full items-center gap-2 px-4 text-left font-semibold" data-testid="dials">
      <span class="flex-1">{{ t('heatStep.dials') }}</span>
      <ChevronDown class="size-5" :class="{ 'rotate-180': open }" aria-hidden="true" />
    </DisclosureButton>
    <DisclosurePanel class="flex flex-col gap-2 px-4 pb-4">
      <DialStepper
        v-for="each in dials"
        :key="each.key"
        :model-value="each.mark"
        :dial="each.dial"
        :zone="each.zoneId"
        @update:model-value="(mark: number) => turn(each.stationId, each.zoneId, mark)"
      />
    </DisclosurePanel>
  </Disclosure>
</template>
