<script setup lang="ts">
import { computed, ref } from 'vue';
import { call } from '../sync/api.ts';
import { sayAgain } from '../sync/say-again.ts';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../parts/ChoiceField.vue';
import FormField from '../parts/FormField.vue';
import PaperCard from '../parts/PaperCard.vue';
import { usePeople } from '../stores/people.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';

/** Parting with a kitchen: take all along, hand it over, leave it, delete it. Each says what it does before it is done. */
type Action = 'handOver' | 'leave' | 'delete';
const session = useSession();
const people = usePeople();
const { errors, busy, run } = useAction();
const asking = ref<Action | null>(null);
const to = ref('');
const named = ref('');
const done = ref('');
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
  errors.value = {};
  named.value = '';
  to.value = heirs.value[0]?.id ?? '';
}
/** Fetched by the browser itself, once the passphrase was said: the file may be long. */
const takeAlong = () =>
  run(async () => {
    if (await sayAgain()) window.location.assign('/api/kitchen/export');
  });
const go = () =>
  run(async () => {
    const { value: action } = asking;
    done.value = '';
    if (action === 'handOver') {
      await call('POST', '/api/kitchen/hand-over', { personId: to.value });
      window.location.reload(); // other rights, another page
      return;
    }
    if (action === 'leave') await session.leaveBy('/api/kitchen/me');
    else await session.leaveBy('/api/kitchen', { name: named.value });
    window.location.assign('/sign-in');
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
      @submit.prevent="go"
    >
      <p class="font-semibold">{{ t(`part.${asking}.lead`, { kitchen: session.session?.kitchen.name }) }}</p>
      <ChoiceField
        v-if="asking === 'handOver'"
        v-model="to"
        :label="t('part.handOver.to')"
        :options="heirs.map(({ id, name }) => ({ value: id, label: name }))"
      />
      <FormField v-if="asking === 'delete'" v-model="named" :label="t('part.delete.name')" :error="errors['name']" />
      <p v-if="errors[''] ?? errors['personId']" class="font-semibold text-ember" role="alert">
        {{ errors[''] ?? errors['personId'] }}
      </p>
      <div class="flex flex-wrap gap-3">
        <button
          type="submit"
          :disabled="busy"
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
