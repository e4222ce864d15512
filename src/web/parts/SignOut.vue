<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { CallError } from '../sync/api.ts';
import { countTaps, waiting } from '../sync/outbox.ts';
import { useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import BigButton from './BigButton.vue';

/** Signs out; asks first while taps of this device are not on the server yet. */
const session = useSession();
const router = useRouter();
const asking = ref(false);
const failed = ref('');

function leave(): void {
  if (waiting.value.length > 0) asking.value = true;
  else void go();
}

async function go(): Promise<void> {
  asking.value = false;
  failed.value = '';
  try {
    await session.signOut();
    await router.push('/sign-in');
  } catch (error) {
    if (!(error instanceof CallError)) throw error;
    failed.value = error.body.message;
  }
}
</script>

<template>
  <span v-if="failed" class="text-ember" role="alert">{{ failed }}</span>
  <button type="button" class="min-h-11 rounded-full px-3 hover:bg-mist" @click="leave">{{ t('app.signOut') }}</button>
  <Dialog :open="asking" class="relative z-10" @close="asking = false">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="max-w-md rounded-card border border-line bg-card p-5 text-base text-ink">
        <DialogTitle class="figure text-xl">{{
          tn('signOut.title', countTaps(waiting.map((entry) => entry.event)))
        }}</DialogTitle>
        <p class="my-3">{{ t('signOut.lead') }}</p>
        <div class="flex flex-wrap justify-end gap-3">
          <BigButton @click="go">{{ t('signOut.go') }}</BigButton>
          <BigButton look="say" @click="asking = false">{{ t('signOut.stay') }}</BigButton>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
