<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { watch } from 'vue';
import { ConfirmSchema } from '#contract';
import { call } from '../sync/api.ts';
import { asked } from '../sync/say-again.ts';
import BigButton from '../parts/BigButton.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { useForm } from '../forms/use-form.ts';
import { t } from '../words/index.ts';

/** Asks for the passphrase once more, before what changes who may do what. */
const NOTHING = { passphrase: '' };
const form = useForm({
  typed: NOTHING,
  schema: () => ConfirmSchema,
  async keep(said) {
    await call('POST', '/api/session/confirm', said);
    asked.value?.answer(true);
  },
});
watch(asked, () => form.reset(NOTHING));
</script>

<template>
  <Dialog :open="asked !== null" class="relative z-10" @close="asked?.answer(false)">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="w-full max-w-md rounded-card border border-line bg-card p-5 text-ink">
        <DialogTitle class="figure text-xl">{{ t('sayAgain.title') }}</DialogTitle>
        <form class="mt-3 flex flex-col gap-4" novalidate @submit.prevent="form.submit">
          <p>{{ t('sayAgain.lead') }}</p>
          <BoundField
            :of="form"
            name="passphrase"
            type="password"
            autocomplete="current-password"
            :label="t('signIn.passphrase')"
          />
          <FormFaults :of="form" />
          <div class="flex flex-wrap justify-end gap-3">
            <BigButton @click="asked?.answer(false)">{{ t('sayAgain.leave') }}</BigButton>
            <BigButton type="submit" look="say" :disabled="form.busy.value">{{ t('sayAgain.go') }}</BigButton>
          </div>
        </form>
      </DialogPanel>
    </div>
  </Dialog>
</template>
