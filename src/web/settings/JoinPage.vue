<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { PASSPHRASE_LETTERS, type CodeMeans } from '#contract';
import { call } from '../sync/api.ts';
import BellMark from '../parts/BellMark.vue';
import BigButton from '../parts/BigButton.vue';
import FormField from '../parts/FormField.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';

/** Joins a kitchen by code: first the code, then what it asks for. A QR brings the code along. */
const session = useSession();
const route = useRoute();
const router = useRouter();
const code = ref(decodeURIComponent(route.hash.slice(1)));
const means = ref<CodeMeans | null>(null);
const name = ref('');
const passphrase = ref('');
const { errors, busy, run } = useAction();
/** One who is signed in joins with the name and passphrase they have, unless they would rather not. */
const me = computed(() => (session.session?.person.kind === 'person' ? session.session.person : null));
const asOneself = ref(true);
const asIs = computed(() => me.value !== null && asOneself.value);

const readCode = () =>
  run(async () => {
    means.value = await call<CodeMeans>('POST', '/api/join/code', { code: code.value });
    if (means.value.kind === 'device') name.value = t('join.deviceName');
    else if (me.value) name.value = me.value.name;
  });
const join = () =>
  run(async () => {
    const asPerson = means.value?.kind === 'person' && !asIs.value ? { passphrase: passphrase.value } : {};
    await session.join({ code: code.value, name: name.value, ...asPerson });
    await router.push('/runs');
  });
onMounted(() => {
  if (code.value) void readCode();
});
</script>

<template>
  <main class="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-6 p-5">
    <div class="flex items-center gap-3 text-bell">
      <BellMark />
      <h1 class="text-4xl">{{ t('join.title') }}</h1>
    </div>
    <form v-if="!means" class="flex flex-col gap-4" novalidate @submit.prevent="readCode">
      <p class="text-lg text-soft">{{ t('join.lead') }}</p>
      <FormField v-model="code" :label="t('join.code')" :error="errors['code'] ?? errors['']" />
      <BigButton type="submit" look="say" :disabled="busy">{{ t('join.next') }}</BigButton>
    </form>
    <form v-else class="flex flex-col gap-4" novalidate @submit.prevent="join">
      <p class="text-lg text-soft">{{ t(`join.as.${means.kind}`, { role: t(`kitchen.role.${means.role}`) }) }}</p>
      <FormField
        v-model="name"
        :label="t(`join.name.${means.kind}`)"
        :hint="t(`join.nameHint.${means.kind}`)"
        :error="errors['name']"
        autocomplete="username"
      />
      <label v-if="means.kind === 'person' && me" class="flex min-h-11 items-center gap-3">
        <input v-model="asOneself" type="checkbox" class="size-5 accent-(--color-bell)" />
        {{ t('join.asOneself', { name: me.name }) }}
      </label>
      <FormField
        v-if="means.kind === 'person' && !asIs"
        v-model="passphrase"
        type="password"
        autocomplete="new-password"
        :label="t('signIn.passphrase')"
        :hint="t('passphrase.hint', { n: PASSPHRASE_LETTERS })"
        :error="errors['passphrase']"
      />
      <p v-if="errors['code'] ?? errors['']" class="font-semibold text-ember" role="alert">
        {{ errors['code'] ?? errors[''] }}
      </p>
      <BigButton type="submit" look="say" :disabled="busy">{{ t('join.go') }}</BigButton>
    </form>
  </main>
</template>
