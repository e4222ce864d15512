<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { ChevronDown } from '@lucide/vue';
import { computed } from 'vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import ZoneDial from '../plate/ZoneDial.vue';

/** Every dial of the morning, to be turned without leaving the stove. */
const store = useRun();
const dials = computed(() => {
  const seen = new Set<string>();
  return (store.outlook?.forecast.zones ?? []).filter(({ key }) => !seen.has(key) && seen.add(key));
});
</script>

<template>
  <Disclosure v-if="dials.length" v-slot="{ open }" as="section" class="rounded-card border border-line bg-card">
    <DisclosureButton class="flex min-h-14 w-full items-center gap-2 px-4 text-left font-semibold" data-testid="dials">
      <span class="flex-1">{{ t('heatStep.dials') }}</span>
      <ChevronDown class="size-5" :class="{ 'rotate-180': open }" aria-hidden="true" />
    </DisclosureButton>
    <DisclosurePanel class="flex flex-col gap-2 px-4 pb-4">
      <ZoneDial v-for="each in dials" :key="each.key" :zone="each" />
    </DisclosurePanel>
  </Disclosure>
</template>
