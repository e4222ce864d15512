<script setup lang="ts">
import { RouterView } from 'vue-router';
import { startSync } from './live/sync.ts';
import { useSession } from './stores/session.ts';

useSession(); // keeps the theme
void startSync();
</script>

<template>
  <RouterView />
</template>
