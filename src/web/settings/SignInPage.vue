<script setup lang="ts">
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { SignInSchema } from '#contract';
import { countTaps, waiting } from '../sync/outbox.ts';
import BellMark from '../parts/BellMark.vue';
import BigButton from '../parts/BigButton.vue';
import BoundField from '../forms/BoundField.vue';
import { asContract } from '../forms/fields.ts';
import { useForm } from '../forms/use-form.ts';
import { lastKitchen, useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import { useHouse } from './use-house.ts';

const session = useSession();
const route = useRoute();
const router = useRouter();
const { house } = useHouse();
const form = useForm({
  typed: { kitchen: lastKitchen(), name: '', passphrase: '' },
  schema: () =>
    asContract(
      ({ kitchen, ...who }: { kitchen: string; name: string; passphrase: string }) => ({
        ...(kitchen.trim() ? { kitchen } : {}),
        ...who,
      }),
      SignInSchema,
    ),
  fieldOf: (named) => named || 'passphrase',
  async keep(who) {
    await session.signIn(who);
    const to = route.query['to'];
    await router.push(typeof to === 'string' && to.startsWith('/') && !to.startsWith('//') ? to : '/runs');
  },
});
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
    <form class="flex flex-col gap-4" novalidate @submit.prevent="form.submit">
      <BoundField
        :of="form"
        name="kitchen"
        :label="t('signIn.kitchen')"
        :hint="t('signIn.kitchenHint')"
        autocomplete="organization"
      />
      <BoundField :of="form" name="name" :label="t('signIn.name')" autocomplete="username" />
      <BoundField
        :of="form"
        name="passphrase"
        type="password"
        :label="t('signIn.passphrase')"
        autocomplete="current-password"
      />
      <BigButton type="submit" look="say" :disabled="form.busy.value">{{ t('signIn.go') }}</BigButton>
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
