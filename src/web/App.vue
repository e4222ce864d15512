<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { RouterView } from 'vue-router';
import { keepClock } from './sync/clock.ts';
import { asked } from './sync/say-again.ts';
import { startSync } from './sync/sync.ts';
import { useSession } from './stores/session.ts';

const SayAgain = defineAsyncComponent(() => import('./settings/SayAgain.vue'));

useSession(); // keeps the theme
void startSync();
keepClock(1000);
</script>

<template>
  <RouterView />
  <SayAgain v-if="asked" />
</template>
