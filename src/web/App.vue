<script setup lang="ts">
import { RouterView } from 'vue-router';
import { keepClock } from './sync/clock.ts';
import { startSync } from './sync/sync.ts';
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
