<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import type { AuditEntry } from '#contract';
import { call } from '../sync/api.ts';
import PaperCard from '../parts/PaperCard.vue';
import { clock, day } from '../parts/format.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** Who changed what in the kitchen, newest first. */
const session = useSession();
const entries = ref<AuditEntry[]>([]);
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');
onMounted(async () => {
  entries.value = await call<AuditEntry[]>('GET', '/api/audit').catch(() => []);
});
</script>

<template>
  <PaperCard :title="t('audit.title')">
    <ul class="max-h-80 divide-y divide-line overflow-y-auto" tabindex="0" :aria-label="t('audit.title')">
      <li v-for="entry in entries" :key="entry.id" class="py-1.5">
        <span class="text-sm text-soft">{{ day(entry.atMs, zone) }}, {{ clock(entry.atMs, zone) }}</span>
        <span class="block"
          ><span class="font-semibold">{{ entry.personName ?? t('audit.machine') }}</span>
          {{ t(`audit.${entry.what}`, { about: entry.about }) }}</span
        >
      </li>
    </ul>
  </PaperCard>
</template>
