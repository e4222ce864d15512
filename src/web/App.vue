<script setup lang="ts">
import { RouterView } from 'vue-router';
import { keepClock } from './live/clock.ts';
import { startSync } from './live/sync.ts';
import SayAgain from './settings/SayAgain.vue';
import { useSession } from './stores/session.ts';

useSession(); // keeps the theme
void startSync();
keepClock(1000);
</script>

<template>
  <RouterView />
  <SayAgain />
</template>
