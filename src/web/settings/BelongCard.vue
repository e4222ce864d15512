<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import PaperCard from '../parts/PaperCard.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';
import { useHouse } from './use-house.ts';

/** The kitchens one belongs to: go over to another, or make one. */
const session = useSession();
const { house, isDemo } = useHouse();
const { errors, run } = useAction();
const others = computed(() => session.session?.others ?? []);
const mayMake = computed(() => house.value.unmade || (session.session?.person.role === 'owner' && !isDemo.value));
const goOver = (kitchenId: string) =>
  run(async () => {
    await session.goOver(kitchenId);
    window.location.assign('/runs'); // nothing of the one left behind stays in the page
  });
</script>

<template>
  <PaperCard v-if="others.length || mayMake" :title="t('belong.title')">
    <ul v-if="others.length" class="mb-3 divide-y divide-line">
      <li v-for="kitchen in others" :key="kitchen.id" class="flex items-center gap-3 py-2">
        <span class="flex-1 text-lg">{{ kitchen.name }}</span>
        <button type="button" class="min-h-12 rounded-control px-4 text-bell hover:bg-mist" @click="goOver(kitchen.id)">
          {{ t('belong.goOver') }}<span class="sr-only"> {{ kitchen.name }}</span>
        </button>
      </li>
    </ul>
    <p v-if="isDemo" class="mb-3 text-soft">{{ t('belong.demo') }}</p>
    <RouterLink
      v-if="mayMake"
      to="/kitchens/new"
      class="inline-flex min-h-14 items-center rounded-control border border-line bg-card px-5 text-lg font-semibold hover:bg-mist"
      >{{ t(house.unmade ? 'welcome.make' : 'belong.make') }}</RouterLink
    >
    <p v-for="message in errors" :key="message" class="mt-2 font-semibold text-ember" role="alert">{{ message }}</p>
  </PaperCard>
</template>
