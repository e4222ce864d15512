<script setup lang="ts">
import { Tablet, UserRound } from '@lucide/vue';
import { computed, onMounted, ref } from 'vue';
import type { Person, Role } from '#contract';
import { call } from '../sync/api.ts';
import PaperCard from '../parts/PaperCard.vue';
import { usePeople } from '../stores/people.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';

/** People and devices of the kitchen; an owner gives and takes rights here. */
const session = useSession();
const people = usePeople();
const { errors, run } = useAction();
const owner = computed(() => session.session?.person.role === 'owner');
/** The one about to be taken out: asked once more, in place. */
const leaving = ref<string | null>(null);
onMounted(() => void people.load().catch(() => undefined));

const ROLES: Record<Person['kind'], readonly Role[]> = {
  person: ['owner', 'cook', 'viewer'],
  device: ['cook', 'viewer'],
};
const setRole = (person: Person, event: Event) =>
  run(async () => {
    const select = event.target as HTMLSelectElement;
    try {
      await call('PUT', `/api/people/${person.id}`, { role: select.value });
    } finally {
      select.value = person.role; // what stands is what the server says
      await people.load();
    }
  });
const remove = (person: Person) =>
  run(async () => {
    leaving.value = null;
    await call('DELETE', `/api/people/${person.id}`);
    await people.load();
  });
</script>

<template>
  <PaperCard :title="t('kitchen.people')">
    <ul class="divide-y divide-line">
      <li v-for="person in people.people" :key="person.id" class="flex flex-wrap items-center gap-3 py-2">
        <component :is="person.kind === 'device' ? Tablet : UserRound" class="size-5 text-soft" aria-hidden="true" />
        <span class="min-w-40 flex-1 text-lg"
          >{{ person.name }}
          <span v-if="person.kind === 'device'" class="text-sm text-soft">{{ t('kitchen.device') }}</span></span
        >
        <template v-if="owner">
          <select
            :value="person.role"
            class="min-h-12 rounded-control border border-line bg-card px-3"
            :aria-label="t('kitchen.roleOf', { name: person.name })"
            @change="setRole(person, $event)"
          >
            <option v-for="role in ROLES[person.kind]" :key="role" :value="role">
              {{ t(`kitchen.role.${role}`) }}
            </option>
          </select>
          <button
            v-if="person.id !== session.session?.person.id && leaving !== person.id"
            type="button"
            class="min-h-12 rounded-control px-3 text-ember hover:bg-ember-mist"
            :aria-label="t('kitchen.removeWho', { name: person.name })"
            @click="leaving = person.id"
          >
            {{ t('kitchen.remove') }}
          </button>
        </template>
        <span v-else class="text-soft">{{ t(`kitchen.role.${person.role}`) }}</span>
        <div
          v-if="leaving === person.id"
          class="flex w-full flex-wrap items-center gap-3 rounded-control bg-ember-mist p-3"
        >
          <span class="min-w-48 flex-1">{{ t('kitchen.removeAsk', { name: person.name }) }}</span>
          <button
            type="button"
            class="min-h-12 rounded-control border border-ember bg-card px-4 font-semibold text-ember"
            @click="remove(person)"
          >
            {{ t('kitchen.removeYes') }}
          </button>
          <button type="button" class="min-h-12 rounded-control px-4" @click="leaving = null">
            {{ t('kitchen.removeNo') }}
          </button>
        </div>
      </li>
    </ul>
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
  </PaperCard>
</template>
