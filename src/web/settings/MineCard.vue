<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption, Switch, SwitchGroup, SwitchLabel } from '@headlessui/vue';
import type { Settings } from '#contract';
import { MEASURE_SYSTEMS } from '#core/units';
import PaperCard from '../parts/PaperCard.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** How this person likes things shown. */
const session = useSession();

const CHOICES = {
  temperatureUnit: ['C', 'F'],
  weights: ['g', 'oz'],
  measures: MEASURE_SYSTEMS,
  theme: ['light', 'dark', 'system'],
} as const satisfies Partial<Record<keyof Settings, readonly string[]>>;
</script>

<template>
  <PaperCard :title="t('kitchen.mine')">
    <div class="flex flex-col gap-5">
      <RadioGroup
        v-for="(options, setting) in CHOICES"
        :key="setting"
        :model-value="session.settings[setting]"
        @update:model-value="(value: string) => session.keep({ [setting]: value } as Partial<Settings>)"
      >
        <RadioGroupLabel as="p" class="font-semibold">{{ t(`kitchen.${setting}.label`) }}</RadioGroupLabel>
        <div class="mt-2 flex flex-wrap gap-2">
          <RadioGroupOption v-for="option in options" :key="option" v-slot="{ checked }" :value="option" as="template">
            <button
              type="button"
              class="min-h-12 rounded-control border px-4"
              :class="checked ? 'border-bell bg-mist font-semibold text-bell' : 'border-line bg-card'"
            >
              {{ t(`kitchen.${setting}.${option}`) }}
            </button>
          </RadioGroupOption>
        </div>
      </RadioGroup>
      <SwitchGroup as="div" class="flex items-center gap-3">
        <Switch
          :model-value="session.settings.sound"
          class="flex h-8 w-14 items-center rounded-full p-1"
          :class="session.settings.sound ? 'bg-bell-ground' : 'bg-rim'"
          @update:model-value="(value: boolean) => session.keep({ sound: value })"
        >
          <span
            class="size-6 rounded-full bg-white transition-transform"
            :class="{ 'translate-x-6': session.settings.sound }"
          />
        </Switch>
        <SwitchLabel class="font-semibold">{{ t('kitchen.sound') }}</SwitchLabel>
      </SwitchGroup>
    </div>
  </PaperCard>
</template>
