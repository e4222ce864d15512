<script setup lang="ts">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue';
import { FastForward, Pause, Play } from '@lucide/vue';
import { computed } from 'vue';
import { nextMoment } from '#core/guidance';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { usePrompts } from './use-prompts.ts';

// The rehearsal's clock: it is part of the log, so every device shows the same moment.
const SPEEDS = [0, 1, 5, 10, 20];
const store = useRun();
const { prompts } = usePrompts();
const speed = computed(() => store.state?.clock?.speed ?? 0);
const next = computed(() => nextMoment(store.plan, prompts.value, store.nowMs));

function set(simAtMs: number, newSpeed: number): void {
  void store.record([{ kind: 'clock-set', payload: { simAtMs: Math.round(simAtMs), speed: newSpeed } }]);
}
</script>

<template>
  <section
    class="flex items-center gap-2 border-b border-line bg-mist px-5 py-1 max-md:px-3"
    :aria-label="t('rehearsal.title')"
  >
    <span class="font-semibold text-bell max-sm:sr-only">{{ t('rehearsal.title') }}</span>
    <span class="text-sm text-soft max-lg:hidden">{{ t('rehearsal.lead') }}</span>
    <div class="ml-auto flex items-center gap-1 max-sm:mx-auto max-sm:gap-0">
      <RadioGroup
        :model-value="speed"
        class="flex items-center gap-1 max-sm:gap-0"
        :aria-label="t('rehearsal.clock')"
        @update:model-value="set(store.nowMs, $event)"
      >
        <RadioGroupOption
          v-for="option in SPEEDS"
          :key="option"
          as="button"
          type="button"
          :value="option"
          class="flex min-h-11 min-w-11 items-center justify-center gap-1.5 rounded-full px-3 hover:bg-card"
          :class="{ 'bg-card font-semibold text-bell': speed === option }"
        >
          <template v-if="option === 0"
            ><Pause class="size-4" aria-hidden="true" /><span class="max-sm:sr-only">{{
              t('rehearsal.pause')
            }}</span></template
          >
          <template v-else
            ><Play v-if="option === 1" class="size-4" aria-hidden="true" />{{
              t('rehearsal.speed', { n: option })
            }}</template
          >
        </RadioGroupOption>
      </RadioGroup>
      <button
        type="button"
        class="flex min-h-11 min-w-11 items-center justify-center gap-1.5 rounded-full px-3 hover:bg-card disabled:opacity-50"
        :disabled="next === null"
        @click="next !== null && set(next, speed)"
      >
        <FastForward class="size-4" aria-hidden="true" /><span class="max-sm:sr-only">{{ t('rehearsal.skip') }}</span>
      </button>
    </div>
  </section>
</template>
