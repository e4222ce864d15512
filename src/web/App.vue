<script setup lang="ts">
import { RouterView } from 'vue-router';
import { useSession } from './stores/session.ts';

useSession(); // keeps the theme
</script>

<template>
  <RouterView />
</template>
