<script setup lang="ts">
import { ChevronRight, Flame, Plus } from '@lucide/vue';
import { computed, onMounted, ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { RunSummary } from '#contract';
import { callKept } from '../live/kept.ts';
import AppBar from '../parts/AppBar.vue';
import { clock, day } from '../parts/format.ts';
import { useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';

const session = useSession();
const runs = ref<RunSummary[] | null>(null);
const failed = ref('');
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');
const mayCook = computed(() => session.session?.person.role !== 'viewer');

onMounted(async () => {
  try {
    runs.value = await callKept<RunSummary[]>('/api/runs');
  } catch (error) {
    failed.value = (error as Error).message;
  }
});

function stageOf(run: RunSummary): string {
  return run.finished ? 'review' : run.poured > 0 ? 'cook' : 'brief';
}
function stateOf(run: RunSummary): string {
  if (run.finished) return tn('runs.served', run.served, { of: run.pieces });
  return run.poured > 0 ? tn('runs.cooking', run.served, { of: run.pieces }) : tn('runs.planned', run.pieces);
}
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-4xl flex-col gap-5 p-5">
    <div class="flex flex-wrap items-center gap-3">
      <h1 class="mr-auto text-3xl max-sm:w-full">{{ t('runs.title') }}</h1>
      <RouterLink
        v-if="mayCook"
        to="/cook-now"
        class="flex min-h-14 items-center justify-center gap-2 rounded-control border border-line bg-card px-5 max-sm:flex-1 text-lg font-semibold hover:bg-mist"
      >
        <Flame class="size-5" aria-hidden="true" />{{ t('runs.cookNow') }}
      </RouterLink>
      <RouterLink
        v-if="mayCook"
        to="/runs/new"
        class="flex min-h-14 items-center justify-center gap-2 rounded-control bg-bell-ground px-5 max-sm:flex-1 text-lg font-semibold text-on-bell hover:brightness-110"
      >
        <Plus class="size-5" aria-hidden="true" />{{ t('runs.new') }}
      </RouterLink>
    </div>
    <p v-if="failed" class="text-ember" role="alert">{{ failed }} {{ t('error.tryAgain') }}</p>
    <p v-else-if="runs?.length === 0" class="rounded-card border border-line bg-card p-6 text-lg text-soft">
      {{ t('runs.none') }}
    </p>
    <ul v-else-if="runs" class="flex flex-col gap-3">
      <li v-for="run in runs" :key="run.id">
        <RouterLink
          :to="`/runs/${run.id}/${stageOf(run)}`"
          class="flex items-center gap-x-4 rounded-card border border-line bg-card p-4 hover:border-bell"
        >
          <span class="min-w-0 flex-1">
            <span class="flex flex-wrap items-center gap-x-3"
              ><span class="figure text-xl">{{ run.name }}</span>
              <span v-if="run.rehearsal" class="rounded-full bg-mist px-3 text-sm font-semibold text-bell">{{
                t('runs.rehearsal')
              }}</span>
            </span>
            <span class="text-soft">{{ stateOf(run) }}</span>
          </span>
          <span v-if="run.serviceAtMs" class="text-right">
            <span class="block text-sm text-soft">{{ day(run.serviceAtMs, zone) }}</span>
            <span class="figure text-2xl text-bell">{{ clock(run.serviceAtMs, zone) }}</span>
          </span>
          <ChevronRight class="size-5 text-soft" aria-hidden="true" />
        </RouterLink>
      </li>
    </ul>
  </main>
</template>
