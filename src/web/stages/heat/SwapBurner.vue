<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { computed, onMounted } from 'vue';
import type { ZoneForecast } from '#core/forecast';
import BigButton from '../../parts/BigButton.vue';
import { useLibrary } from '../../stores/library.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** Puts a pan on another burner of the kitchen, in the middle of a run. */
const props = defineProps<{ zone: ZoneForecast; burnerId: string | undefined }>();
const store = useRun();
const library = useLibrary();
onMounted(() => void library.load().catch(() => undefined)); // without it there is nowhere to move to
const burners = computed(() => library.burners.filter(({ id, archived }) => !archived && id !== props.burnerId));
function swap(id: string): void {
  const burner = burners.value.find((each) => each.id === id);
  if (!burner) return;
  const { stationId, zoneId } = props.zone;
  void store.tap([
    { kind: 'burner-swapped', payload: { stationId, zoneId, burner: { burnerId: id, ...burner.body } } },
  ]);
}
</script>

<template>
  <Disclosure v-if="burners.length" as="div" class="flex flex-col gap-2">
    <DisclosureButton :as="BigButton">{{ t('heatMore.swap') }}</DisclosureButton>
    <DisclosurePanel v-slot="{ close }" class="flex flex-col gap-2">
      <p class="text-sm text-soft">{{ t('heatMore.swapNote') }}</p>
      <BigButton
        v-for="burner in burners"
        :key="burner.id"
        @click="
          close();
          swap(burner.id);
        "
        >{{ t('heatMore.swapTo', { burner: burner.body.burnerName }) }}</BigButton
      >
    </DisclosurePanel>
  </Disclosure>
</template>
