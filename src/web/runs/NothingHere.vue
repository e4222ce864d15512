<script setup lang="ts">
import { RouterLink } from 'vue-router';
import AppBar from '../parts/AppBar.vue';
import { t } from '../words/index.ts';
</script>

<template>
  <AppBar />
  <main class="mx-auto max-w-xl p-8 text-lg">
    <h1 class="mb-3 text-3xl">{{ t('nothing.title') }}</h1>
    <RouterLink to="/runs" class="text-bell underline">{{ t('nothing.back') }}</RouterLink>
  </main>
</template>
