<script setup lang="ts">
import { computed } from 'vue';
import AppBar from '../parts/AppBar.vue';
import { useSession } from '../stores/session.ts';
import AuditCard from './AuditCard.vue';
import BelongCard from './BelongCard.vue';
import FactsCard from './FactsCard.vue';
import FunnelsCard from './FunnelsCard.vue';
import InviteCard from './InviteCard.vue';
import MineCard from './MineCard.vue';
import NetworkCard from './NetworkCard.vue';
import PartCard from './PartCard.vue';
import PassphraseCard from './PassphraseCard.vue';
import PeopleCard from './PeopleCard.vue';
import RulesCard from './RulesCard.vue';
import SessionsCard from './SessionsCard.vue';

const session = useSession();
const me = computed(() => session.session?.person);
</script>

<template>
  <AppBar />
  <main class="mx-auto grid max-w-6xl items-start gap-5 p-5 lg:grid-cols-2">
    <h1 class="text-3xl lg:col-span-2">{{ session.session?.kitchen.name }}</h1>
    <div class="flex flex-col gap-5">
      <PeopleCard />
      <InviteCard v-if="me?.role === 'owner'" />
      <RulesCard v-if="me?.role === 'owner'" />
      <FactsCard v-if="me?.role === 'owner'" />
      <FunnelsCard v-if="me?.role === 'owner'" />
      <NetworkCard v-if="me?.role === 'owner'" />
      <AuditCard v-if="me?.role === 'owner'" />
    </div>
    <div class="flex flex-col gap-5">
      <MineCard />
      <SessionsCard />
      <PassphraseCard v-if="me?.kind === 'person'" />
      <BelongCard v-if="me?.kind === 'person'" />
      <PartCard />
    </div>
  </main>
</template>
