<script setup lang="ts">
import { ref } from 'vue';
import { NewPassphraseSchema, PASSPHRASE_LETTERS } from '#contract';
import { call } from '../sync/api.ts';
import BigButton from '../parts/BigButton.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { useForm } from '../forms/use-form.ts';
import PaperCard from '../parts/PaperCard.vue';
import { t } from '../words/index.ts';

const NOTHING = { current: '', next: '' };
const done = ref(false);
const form = useForm({
  typed: NOTHING,
  schema: () => NewPassphraseSchema,
  async keep(passphrases) {
    done.value = false;
    await call('PUT', '/api/passphrase', passphrases);
    form.reset(NOTHING);
    done.value = true;
  },
});
</script>

<template>
  <PaperCard :title="t('passphrase.title')">
    <form class="flex flex-col gap-4" novalidate @submit.prevent="form.submit">
      <BoundField
        :of="form"
        name="current"
        type="password"
        autocomplete="current-password"
        :label="t('passphrase.current')"
      />
      <BoundField
        :of="form"
        name="next"
        type="password"
        autocomplete="new-password"
        :label="t('passphrase.next')"
        :hint="t('passphrase.hint', { n: PASSPHRASE_LETTERS })"
      />
      <FormFaults :of="form" />
      <p v-if="done" class="font-semibold text-leaf" role="status">{{ t('passphrase.done') }}</p>
      <BigButton type="submit" :disabled="form.busy.value">{{ t('passphrase.go') }}</BigButton>
    </form>
  </PaperCard>
</template>
