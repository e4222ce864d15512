<script setup lang="ts">
import { ref } from 'vue';
import { PASSPHRASE_LETTERS } from '#contract';
import { call } from '../sync/api.ts';
import BigButton from '../parts/BigButton.vue';
import FormField from '../parts/FormField.vue';
import PaperCard from '../parts/PaperCard.vue';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';

const current = ref('');
const next = ref('');
const done = ref(false);
const { errors, busy, run } = useAction();

const change = () =>
  run(async () => {
    done.value = false;
    await call('PUT', '/api/passphrase', { current: current.value, next: next.value });
    current.value = next.value = '';
    done.value = true;
  });
</script>

<template>
  <PaperCard :title="t('passphrase.title')">
    <form class="flex flex-col gap-4" novalidate @submit.prevent="change">
      <FormField
        v-model="current"
        type="password"
        autocomplete="current-password"
        :label="t('passphrase.current')"
        :error="errors['current']"
      />
      <FormField
        v-model="next"
        type="password"
        autocomplete="new-password"
        :label="t('passphrase.next')"
        :hint="t('passphrase.hint', { n: PASSPHRASE_LETTERS })"
        :error="errors['next']"
      />
      <p v-if="errors['']" class="font-semibold text-ember" role="alert">{{ errors[''] }}</p>
      <p v-if="done" class="font-semibold text-leaf" role="status">{{ t('passphrase.done') }}</p>
      <BigButton type="submit" :disabled="busy">{{ t('passphrase.go') }}</BigButton>
    </form>
  </PaperCard>
</template>
