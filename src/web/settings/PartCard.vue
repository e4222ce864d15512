<script setup lang="ts">
import { computed, ref } from 'vue';
import * as v from 'valibot';
import { DeleteKitchenSchema } from '#contract';
import { call } from '../sync/api.ts';
import { sayAgain } from '../sync/say-again.ts';
import BigButton from '../parts/BigButton.vue';
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import PaperCard from '../parts/PaperCard.vue';
import { usePeople } from '../stores/people.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';
import { ofForm } from '../forms/fields.ts';
import { useForm } from '../forms/use-form.ts';

/** Parting with a kitchen: take all along, hand it over, leave it, delete it. Each says what it does before it is done. */
type Action = 'handOver' | 'leave' | 'delete';
const session = useSession();
const people = usePeople();
const { errors, busy, run } = useAction();
const asking = ref<Action | null>(null);
const isOwner = computed(() => session.session?.person.role === 'owner');
const heirs = computed(() =>
  people.people.filter(({ kind, id }) => kind === 'person' && id !== session.session?.person.id),
);
const actions = computed<Action[]>(() => [
  ...(isOwner.value && heirs.value.length ? (['handOver'] as const) : []),
  'leave',
  ...(isOwner.value ? (['delete'] as const) : []),
]);

function ask(action: Action): void {
  asking.value = action;
  form.reset({ name: '', personId: heirs.value[0]?.id ?? '' });
}
/** Fetched by the browser itself, once the passphrase was said: the file may be long. */
const takeAlong = () =>
  run(async () => {
    if (await sayAgain()) window.location.assign('/api/kitchen/export');
  });
/** What each asks for beside the passphrase. */
const SCHEMAS = {
  handOver: v.object({ personId: v.string() }),
  leave: v.object({}),
  delete: DeleteKitchenSchema,
} as const;
const form = useForm({
  typed: { name: '', personId: '' },
  schema: () => ofForm<{ name: string; personId: string }>()<object>(SCHEMAS[asking.value ?? 'leave']),
  async keep(said) {
    if (asking.value === 'handOver') {
      await call('POST', '/api/kitchen/hand-over', said);
      window.location.reload(); // other rights, another page
      return;
    }
    if (asking.value === 'leave') await session.leaveBy('/api/kitchen/me');
    else await session.leaveBy('/api/kitchen', said);
    window.location.assign('/sign-in');
  },
});
</script>

<template>
  <PaperCard :title="t('part.title')">
    <div class="flex flex-wrap gap-3">
      <BigButton v-if="isOwner" :disabled="busy" @click="takeAlong">{{ t('part.export') }}</BigButton>
      <BigButton v-for="action in actions" :key="action" @click="ask(action)">{{ t(`part.${action}.ask`) }}</BigButton>
    </div>
    <p v-if="isOwner" class="mt-2 text-sm text-soft">{{ t('part.exportHint') }}</p>
    <form
      v-if="asking"
      class="mt-4 flex flex-col gap-3 rounded-control bg-ember-mist p-4"
      novalidate
      @submit.prevent="form.submit"
    >
      <p class="font-semibold">{{ t(`part.${asking}.lead`, { kitchen: session.session?.kitchen.name }) }}</p>
      <BoundChoice
        v-if="asking === 'handOver'"
        :of="form"
        name="personId"
        :label="t('part.handOver.to')"
        :options="heirs.map(({ id, name }) => ({ value: id, label: name }))"
      />
      <BoundField v-if="asking === 'delete'" :of="form" name="name" :label="t('part.delete.name')" />
      <FormFaults :of="form" />
      <div class="flex flex-wrap gap-3">
        <button
          type="submit"
          :disabled="form.busy.value"
          class="min-h-12 rounded-control border border-ember bg-card px-4 font-semibold text-ember"
        >
          {{ t(`part.${asking}.go`) }}
        </button>
        <button type="button" class="min-h-12 rounded-control px-4" @click="asking = null">{{ t('part.not') }}</button>
      </div>
    </form>
    <p v-else-if="errors['']" class="mt-2 font-semibold text-ember" role="alert">{{ errors[''] }}</p>
  </PaperCard>
</template>
