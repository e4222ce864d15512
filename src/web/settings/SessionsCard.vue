<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import type { OpenSession } from '#contract';
import { call } from '../sync/api.ts';
import PaperCard from '../parts/PaperCard.vue';
import { clock, day } from '../parts/format.ts';
import { usePeople } from '../stores/people.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';

/** Where one is signed in, and for an owner where anyone is; any of them can be ended from here. */
const session = useSession();
const people = usePeople();
const sessions = ref<OpenSession[]>([]);
const { errors, run } = useAction();
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');

async function load(): Promise<void> {
  sessions.value = await call<OpenSession[]>('GET', '/api/sessions');
}
onMounted(() => void load().catch(() => undefined));
const end = (each: OpenSession) =>
  run(async () => {
    await call('DELETE', `/api/sessions/${each.id}`);
    await load();
  });
</script>

<template>
  <PaperCard :title="t('sessions.title')">
    <ul class="max-h-80 divide-y divide-line overflow-y-auto" tabindex="0" :aria-label="t('sessions.title')">
      <li v-for="each in sessions" :key="each.id" class="flex flex-wrap items-center gap-3 py-2">
        <span class="min-w-44 flex-1"
          ><span class="font-semibold">{{ people.nameOf(each.personId) }}</span>
          <span class="block text-sm text-soft"
            >{{ each.openedOn || t('sessions.somewhere') }}, {{ t('sessions.seen') }}
            {{ day(each.lastSeenAtMs, zone) }}, {{ clock(each.lastSeenAtMs, zone) }}</span
          ></span
        >
        <span v-if="each.here" class="text-leaf">{{ t('sessions.here') }}</span>
        <button
          v-else
          type="button"
          class="min-h-12 rounded-control px-3 text-ember hover:bg-ember-mist"
          @click="end(each)"
        >
          {{ t('sessions.end') }}
        </button>
      </li>
    </ul>
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
  </PaperCard>
</template>
