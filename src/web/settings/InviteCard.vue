<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import type { Invite, MadeInvite, Network, NewInvite } from '#contract';
import { call } from '../sync/api.ts';
import BigButton from '../parts/BigButton.vue';
import { minutes } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { t } from '../words/index.ts';
import QrCode from './QrCode.vue';
import { useAction } from '../forms/use-action.ts';

/** Lets a tablet or a person in by code. The code is shown once; the QR holds the address with it. */
const made = ref<MadeInvite | null>(null);
const open = ref<Invite[]>([]);
const network = ref<Network>(null);
const { errors, run } = useAction();

/** Where the one invited opens the page: over the kitchen's network when the server is there, else this address. */
const address = computed(() => network.value?.address ?? window.location.origin);
const link = computed(() => `${address.value}/join#${made.value?.code}`);

async function load(): Promise<void> {
  [open.value, network.value] = await Promise.all([
    call<Invite[]>('GET', '/api/invites'),
    call<Network>('GET', '/api/network'),
  ]);
}
onMounted(() => void load().catch(() => undefined));

const invite = (wanted: NewInvite) =>
  run(async () => {
    made.value = await call<MadeInvite>('POST', '/api/invites', wanted);
    await load();
  });
const withdraw = (id: string) =>
  run(async () => {
    await call('DELETE', `/api/invites/${id}`);
    if (made.value?.id === id) made.value = null;
    await load();
  });
const lasts = (each: Invite) => minutes((each.expiresAtMs - Date.now()) / 1000);
</script>

<template>
  <PaperCard :title="t('invite.title')">
    <div class="flex flex-wrap gap-3">
      <BigButton @click="invite({ kind: 'device', role: 'cook' })">{{ t('invite.device') }}</BigButton>
      <BigButton @click="invite({ kind: 'person', role: 'cook' })">{{ t('invite.cook') }}</BigButton>
      <BigButton @click="invite({ kind: 'person', role: 'viewer' })">{{ t('invite.viewer') }}</BigButton>
    </div>
    <div v-if="made" class="mt-4 flex flex-wrap gap-5 rounded-control bg-mist p-4" data-testid="invite">
      <QrCode v-if="network" :text="link" class="size-44 shrink-0" :label="t('invite.qr')" />
      <div class="min-w-48 flex-1">
        <p class="text-soft">{{ t(`invite.lead.${made.kind}`) }}</p>
        <p class="font-semibold break-all">{{ address }}/join</p>
        <p class="figure mt-2 text-4xl text-bell" data-testid="code">{{ made.code }}</p>
        <p class="mt-2 text-sm text-soft">{{ t('invite.lasts', { time: lasts(made) }) }}</p>
      </div>
      <p v-if="network" class="w-full text-sm text-soft">
        {{ t('invite.trust') }} <span class="break-all">{{ network.fingerprint }}</span>
      </p>
      <p v-else-if="made.kind === 'device'" class="w-full text-sm text-ember">{{ t('invite.notOnNetwork') }}</p>
    </div>
    <ul v-if="open.length" class="mt-4 divide-y divide-line" :aria-label="t('invite.open')">
      <li v-for="each in open" :key="each.id" class="flex items-center gap-3 py-2">
        <span class="flex-1"
          >{{ t(`invite.kind.${each.kind}`) }}, {{ t(`kitchen.role.${each.role}`) }}
          <span class="text-sm text-soft">{{ t('invite.lasts', { time: lasts(each) }) }}</span></span
        >
        <button
          type="button"
          class="min-h-12 rounded-control px-3 text-ember hover:bg-ember-mist"
          @click="withdraw(each.id)"
        >
          {{ t('invite.withdraw') }}
        </button>
      </li>
    </ul>
    <p v-for="message in errors" :key="message" class="mt-2 font-semibold text-ember" role="alert">{{ message }}</p>
  </PaperCard>
</template>
