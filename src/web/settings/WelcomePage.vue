<script setup lang="ts">
import { ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import BellMark from '../parts/BellMark.vue';
import BigButton from '../parts/BigButton.vue';
import PaperCard from '../parts/PaperCard.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';
import { useHouse } from './use-house.ts';

/** The first page of a house: look at the demo, or make one's own kitchen. */
const session = useSession();
const router = useRouter();
const { house } = useHouse();
const { errors, busy, run } = useAction();
const looking = ref(false);
const look = () =>
  run(async () => {
    looking.value = true;
    await session.signIn(house.value.demo!);
    await router.push('/runs');
  }).finally(() => (looking.value = false));
</script>

<template>
  <main class="mx-auto flex min-h-dvh max-w-4xl flex-col justify-center gap-6 p-5">
    <div class="flex items-center gap-3 text-bell">
      <BellMark />
      <h1 class="text-4xl">{{ t('app.name') }}</h1>
    </div>
    <p class="max-w-2xl text-lg text-soft">{{ t('welcome.lead') }}</p>
    <div class="grid gap-5 md:grid-cols-2">
      <PaperCard v-if="house.unmade" :title="t('welcome.make')" class="flex flex-col gap-2">
        <p class="mb-2 flex-1">{{ t('welcome.makeLead') }}</p>
        <RouterLink
          to="/kitchens/new"
          class="flex min-h-14 items-center justify-center rounded-control bg-bell-ground px-5 text-lg font-semibold text-on-bell hover:brightness-110"
          >{{ t('welcome.make') }}</RouterLink
        >
      </PaperCard>
      <PaperCard v-if="house.demo" :title="t('welcome.look')" class="flex flex-col gap-2">
        <p class="mb-2 flex-1">{{ t('welcome.lookLead', { kitchen: house.demo.kitchen, name: house.demo.name }) }}</p>
        <BigButton :disabled="busy" @click="look">{{ t(looking ? 'welcome.opening' : 'welcome.look') }}</BigButton>
        <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
      </PaperCard>
    </div>
    <p class="flex flex-wrap gap-x-6">
      <RouterLink to="/join" class="flex min-h-11 items-center text-bell underline">{{ t('signIn.join') }}</RouterLink>
      <RouterLink to="/sign-in" class="flex min-h-11 items-center text-bell underline">{{
        t('welcome.signIn')
      }}</RouterLink>
    </p>
  </main>
</template>
