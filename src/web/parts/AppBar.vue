<script setup lang="ts">
import { RouterLink } from 'vue-router';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import BellMark from './BellMark.vue';
import SignOut from './SignOut.vue';

const session = useSession();
</script>

<template>
  <header class="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line px-5 py-2 max-sm:gap-x-1 max-sm:px-3">
    <RouterLink to="/runs" class="flex min-h-11 items-center gap-2 text-bell">
      <BellMark />
      <span class="figure text-2xl max-[26rem]:text-xl">{{ t('app.name') }}</span>
    </RouterLink>
    <nav :aria-label="t('app.places')" class="flex gap-1">
      <RouterLink
        v-for="place in ['runs', 'formulas', 'stations', 'practice', 'kitchen']"
        :key="place"
        :to="`/${place}`"
        class="flex min-h-11 items-center rounded-full px-4 hover:bg-mist max-sm:px-2 max-sm:text-[0.95rem]"
        active-class="bg-mist font-semibold text-bell"
        >{{ t(`app.${place}`) }}</RouterLink
      >
    </nav>
    <div class="ml-auto flex items-center gap-3 text-sm text-soft">
      <span v-if="session.session" class="max-sm:hidden"
        >{{ session.session.person.name }}, {{ session.session.kitchen.name }}</span
      >
      <SignOut />
    </div>
  </header>
</template>
