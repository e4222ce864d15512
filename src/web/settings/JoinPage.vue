<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import * as v from 'valibot';
import { CodeSchema, JoinSchema, PASSPHRASE_LETTERS, type CodeMeans, type Join } from '#contract';
import { call } from '../sync/api.ts';
import BellMark from '../parts/BellMark.vue';
import BigButton from '../parts/BigButton.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { asContract } from '../forms/fields.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useForm } from '../forms/use-form.ts';

/** Joins a kitchen by code: first the code, then what it asks for. A QR brings the code along. */
const session = useSession();
const route = useRoute();
const router = useRouter();
const means = ref<CodeMeans | null>(null);
/** One who is signed in joins with the name and passphrase they have, unless they would rather not. */
const me = computed(() => (session.session?.person.kind === 'person' ? session.session.person : null));
const asOneself = ref(true);
const asIs = computed(() => me.value !== null && asOneself.value);

const typed = { code: decodeURIComponent(route.hash.slice(1)), name: '', passphrase: '' };
/** The step that what is typed asks for: first what the code lets in, then joining. */
type Step = () => Promise<void>;
const stepSchema = (): v.GenericSchema<typeof typed, Step> =>
  means.value
    ? v.pipe(
        asContract(asJoin, JoinSchema),
        v.transform((said) => () => join(said)),
      )
    : v.pipe(
        asContract(({ code }: typeof typed) => ({ code }), CodeSchema),
        v.transform(
          ({ code }) =>
            () =>
              readCode(code),
        ),
      );
function asJoin({ code, name, passphrase }: typeof typed): unknown {
  return { code, name, ...(means.value?.kind === 'person' && !asIs.value ? { passphrase } : {}) };
}
const form = useForm({ typed, schema: stepSchema, keep: (step) => step() });
async function readCode(code: string): Promise<void> {
  const meant = await call<CodeMeans>('POST', '/api/join/code', { code });
  const name = meant.kind === 'device' ? t('join.deviceName') : (me.value?.name ?? '');
  form.reset({ ...form.values, name });
  means.value = meant;
}
async function join(said: Join): Promise<void> {
  await session.join(said);
  await router.push('/runs');
}
onMounted(() => {
  if (form.values.code) void form.submit();
});
</script>

<template>
  <main class="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-6 p-5">
    <div class="flex items-center gap-3 text-bell">
      <BellMark />
      <h1 class="text-4xl">{{ t('join.title') }}</h1>
    </div>
    <form class="flex flex-col gap-4" novalidate @submit.prevent="form.submit">
      <template v-if="!means">
        <p class="text-lg text-soft">{{ t('join.lead') }}</p>
        <BoundField :of="form" name="code" :label="t('join.code')" />
      </template>
      <template v-else>
        <p class="text-lg text-soft">{{ t(`join.as.${means.kind}`, { role: t(`kitchen.role.${means.role}`) }) }}</p>
        <BoundField
          :of="form"
          name="name"
          :label="t(`join.name.${means.kind}`)"
          :hint="t(`join.nameHint.${means.kind}`)"
          autocomplete="username"
        />
        <label v-if="means.kind === 'person' && me" class="flex min-h-11 items-center gap-3">
          <input v-model="asOneself" type="checkbox" class="size-5 accent-(--color-bell)" />
          {{ t('join.asOneself', { name: me.name }) }}
        </label>
        <BoundField
          v-if="means.kind === 'person' && !asIs"
          :of="form"
          name="passphrase"
          type="password"
          autocomplete="new-password"
          :label="t('signIn.passphrase')"
          :hint="t('passphrase.hint', { n: PASSPHRASE_LETTERS })"
        />
      </template>
      <FormFaults :of="form" />
      <BigButton type="submit" look="say" :disabled="form.busy.value">{{
        t(means ? 'join.go' : 'join.next')
      }}</BigButton>
    </form>
  </main>
</template>
