<script setup lang="ts">
import { ref } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import * as v from 'valibot';
import { SignInSchema } from '#contract';
import { CallError } from '../sync/api.ts';
import { countTaps, waiting } from '../sync/outbox.ts';
import BellMark from '../parts/BellMark.vue';
import BigButton from '../parts/BigButton.vue';
import FormField from '../parts/FormField.vue';
import { lastKitchen, useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import { useHouse } from './use-house.ts';

const session = useSession();
const route = useRoute();
const router = useRouter();
const { house } = useHouse();
const kitchen = ref(lastKitchen());
const name = ref('');
const passphrase = ref('');
const errors = ref<Record<string, string>>({});
const busy = ref(false);

async function submit(): Promise<void> {
  errors.value = {};
  const checked = v.safeParse(SignInSchema, {
    ...(kitchen.value.trim() ? { kitchen: kitchen.value } : {}),
    ...{ name: name.value, passphrase: passphrase.value },
  });
  if (!checked.success) {
    for (const issue of checked.issues) errors.value[String(issue.path?.[0]?.key)] ??= issue.message;
    return;
  }
  busy.value = true;
  try {
    await session.signIn(checked.output);
    const to = route.query['to'];
    await router.push(typeof to === 'string' && to.startsWith('/') && !to.startsWith('//') ? to : '/runs');
  } catch (error) {
    if (!(error instanceof CallError)) throw error;
    errors.value = {
      [error.body.field ?? 'passphrase']: [error.body.message, error.body.hint].filter(Boolean).join(' '),
    };
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <main class="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-6 p-5">
    <div class="flex items-center gap-3 text-bell">
      <BellMark />
      <h1 class="text-4xl">{{ t('app.name') }}</h1>
    </div>
    <p class="text-lg text-soft">{{ t('signIn.lead') }}</p>
    <p v-if="waiting.length" class="rounded-control bg-ember-mist p-3 font-semibold text-ember" role="status">
      {{ tn('signIn.waiting', countTaps(waiting.map((entry) => entry.event))) }}
    </p>
    <form class="flex flex-col gap-4" novalidate @submit.prevent="submit">
      <FormField
        v-model="kitchen"
        :label="t('signIn.kitchen')"
        :hint="t('signIn.kitchenHint')"
        :error="errors['kitchen']"
        autocomplete="organization"
      />
      <FormField v-model="name" :label="t('signIn.name')" :error="errors['name']" autocomplete="username" />
      <FormField
        v-model="passphrase"
        type="password"
        :label="t('signIn.passphrase')"
        :error="errors['passphrase']"
        autocomplete="current-password"
      />
      <BigButton type="submit" look="say" :disabled="busy">{{ t('signIn.go') }}</BigButton>
    </form>
    <p class="text-sm text-soft">{{ t('signIn.forgotten') }}</p>
    <p class="flex flex-wrap gap-x-6">
      <RouterLink to="/join" class="flex min-h-11 items-center text-bell underline">{{ t('signIn.join') }}</RouterLink>
      <RouterLink
        v-if="house.demo || house.unmade"
        to="/welcome"
        class="flex min-h-11 items-center text-bell underline"
        >{{ t(house.unmade ? 'signIn.welcome' : 'signIn.demo') }}</RouterLink
      >
    </p>
  </main>
</template>
