<script setup lang="ts">
import { t } from '../words/index.ts';

/** The two trainers. */
const TRAINERS = [
  { to: '/practice', name: 'flip' },
  { to: '/practice/swirl', name: 'swirl' },
] as const;
</script>

<template>
  <nav :aria-label="t('practice.trainers')" class="flex gap-2">
    <RouterLink
      v-for="{ to, name } in TRAINERS"
      :key="name"
      :to="to"
      class="flex min-h-12 items-center rounded-full border px-5"
      :class="$route.path === to ? 'border-bell bg-mist font-semibold text-bell' : 'border-line bg-card'"
      :aria-current="$route.path === to ? 'page' : undefined"
      >{{ t(`practice.trainer.${name}`) }}</RouterLink
    >
  </nav>
</template>
