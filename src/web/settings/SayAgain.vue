<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { ref, watch } from 'vue';
import { call } from '../sync/api.ts';
import { asked } from '../sync/say-again.ts';
import BigButton from '../parts/BigButton.vue';
import FormField from '../parts/FormField.vue';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';

/** Asks for the passphrase once more, before what changes who may do what. */
const passphrase = ref('');
const { errors, busy, run } = useAction();
watch(asked, () => {
  passphrase.value = '';
  errors.value = {};
});
const say = () =>
  run(async () => {
    await call('POST', '/api/session/confirm', { passphrase: passphrase.value });
    asked.value?.answer(true);
  });
</script>

<template>
  <Dialog :open="asked !== null" class="relative z-10" @close="asked?.answer(false)">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="w-full max-w-md rounded-card border border-line bg-card p-5 text-ink">
        <DialogTitle class="figure text-xl">{{ t('sayAgain.title') }}</DialogTitle>
        <form class="mt-3 flex flex-col gap-4" novalidate @submit.prevent="say">
          <p>{{ t('sayAgain.lead') }}</p>
          <FormField
            v-model="passphrase"
            type="password"
            autocomplete="current-password"
            :label="t('signIn.passphrase')"
            :error="errors['passphrase'] ?? errors['']"
          />
          <div class="flex flex-wrap justify-end gap-3">
            <BigButton @click="asked?.answer(false)">{{ t('sayAgain.leave') }}</BigButton>
            <BigButton type="submit" look="say" :disabled="busy">{{ t('sayAgain.go') }}</BigButton>
          </div>
        </form>
      </DialogPanel>
    </div>
  </Dialog>
</template>
