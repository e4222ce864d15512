<script setup lang="ts">
import { onMounted, ref } from 'vue';
import type { Network } from '#contract';
import { call } from '../sync/api.ts';
import BigButton from '../parts/BigButton.vue';
import { date } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';

/** What tablets trust when they come in over the network: for how long, for what, and the owner's say over it. */
const session = useSession();
const network = ref<Network>(null);
const asking = ref<'renew' | 'withdraw' | null>(null);
const { errors, busy, run } = useAction();
const load = async () => {
  network.value = await call<Network>('GET', '/api/network').catch(() => null);
};
onMounted(load);
const go = () =>
  run(async () => {
    await call(asking.value === 'renew' ? 'POST' : 'DELETE', '/api/network/authority');
    asking.value = null;
    await load();
  });
</script>

<template>
  <PaperCard v-if="network" :title="t('network.title')">
    <p v-if="network.withdrawn" class="mb-3 font-semibold">{{ t('network.withdrawn') }}</p>
    <dl v-else class="mb-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
      <dt class="text-soft">{{ t('network.address') }}</dt>
      <dd class="break-all">{{ network.address }}</dd>
      <dt class="text-soft">{{ t('network.until') }}</dt>
      <dd>{{ date(network.untilMs, session.session?.kitchen.timeZone ?? 'UTC') }}</dd>
      <dt class="text-soft">{{ t('network.names') }}</dt>
      <dd class="break-all">{{ network.names.join(', ') }}</dd>
      <dt class="text-soft">{{ t('network.fingerprint') }}</dt>
      <dd class="text-sm break-all">{{ network.fingerprint }}</dd>
    </dl>
    <div class="flex flex-wrap gap-3">
      <BigButton @click="asking = 'renew'">{{ t('network.renew') }}</BigButton>
      <BigButton v-if="!network.withdrawn" @click="asking = 'withdraw'">{{ t('network.withdraw') }}</BigButton>
    </div>
    <div v-if="asking" class="mt-4 flex flex-wrap items-center gap-3 rounded-control bg-ember-mist p-3">
      <span class="min-w-48 flex-1">{{ t(`network.${asking}Ask`) }}</span>
      <button
        type="button"
        :disabled="busy"
        class="min-h-12 rounded-control border border-ember bg-card px-4 font-semibold text-ember"
        @click="go"
      >
        {{ t(`network.${asking}`) }}
      </button>
      <button type="button" class="min-h-12 rounded-control px-4" @click="asking = null">{{ t('part.not') }}</button>
    </div>
    <p v-for="message in errors" :key="message" class="mt-2 font-semibold text-ember" role="alert">{{ message }}</p>
  </PaperCard>
</template>
