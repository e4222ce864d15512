<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import { RouterLink, RouterView, useRoute } from 'vue-router';
import { CallError } from '../../sync/api.ts';
import { runInHand } from '../../sync/shell.ts';
import BellMark from '../../parts/BellMark.vue';
import { clock, clockSeconds, day } from '../../parts/format.ts';
import { STAGES } from '../stages.ts';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';
import { letGo } from './keys.ts';
import NoticeBar from './NoticeBar.vue';
import RehearsalBar from './RehearsalBar.vue';
import RunFault from './RunFault.vue';
import ServiceLine from '../service-line/ServiceLine.vue';
import TaskNotice from './TaskNotice.vue';
import { useStagesDone } from './use-stages-done.ts';

const props = defineProps<{ runId: string }>();
const store = useRun();
const route = useRoute();
const failed = ref('');
const here = computed(() => route.path.split('/').at(-1));
const zone = computed(() => store.run?.pins.timeZone ?? 'UTC');
const done = useStagesDone();

async function open(): Promise<void> {
  failed.value = '';
  try {
    await store.open(props.runId);
    document.title = `${store.run?.name} · Bluebell`;
  } catch (error) {
    failed.value = error instanceof CallError ? error.body.message : String(error);
  }
}
watch(() => props.runId, open, { immediate: true });

// on a narrow screen the stages scroll sideways: the one in hand stays in sight
const stages = useTemplateRef('stages');
watch(
  () => `${here.value} ${JSON.stringify(done.value)}`, // a stage that is done has a dot, which moves the rest
  async () => {
    await nextTick();
    stages.value?.querySelector('[aria-current]')?.scrollIntoView({ inline: 'center', block: 'nearest' });
  },
  { immediate: true, flush: 'post' },
);

const letGoOfRun = runInHand();
onBeforeUnmount(() => {
  store.close();
  letGoOfRun();
});
</script>

<template>
  <div
    class="flex min-h-dvh flex-col"
    :data-folded="store.state?.eventCount"
    :data-predicted="store.outlookCount"
    :data-waiting="store.pending.length"
    :data-settled="store.settled"
    @click="letGo"
  >
    <header class="flex flex-wrap items-center gap-x-4 border-b max-sm:gap-x-2 border-line px-5 py-1 max-md:px-3">
      <RouterLink to="/runs" class="flex min-h-11 items-center gap-2 text-bell" :aria-label="t('app.toRuns')">
        <BellMark />
        <span class="figure text-2xl max-lg:hidden">{{ t('app.name') }}</span>
      </RouterLink>
      <div v-if="store.run && store.state" class="mr-2 min-w-0 max-lg:flex-1 lg:border-l lg:border-line lg:pl-4">
        <h1 class="truncate text-base leading-tight">{{ store.run.name }}</h1>
        <p v-if="store.state.brief" class="truncate text-sm leading-tight text-soft max-sm:hidden">
          {{ day(store.state.brief.serviceAtMs, zone)
          }}<template v-if="store.state.brief.people">, {{ tn('frame.people', store.state.brief.people) }}</template>
        </p>
      </div>
      <nav
        ref="stages"
        :aria-label="t('frame.stages')"
        class="flex [scrollbar-width:none] max-lg:order-last max-lg:w-full max-lg:overflow-x-auto"
      >
        <RouterLink
          v-for="stage in STAGES"
          :key="stage"
          :to="`/runs/${runId}/${stage}`"
          class="flex min-h-11 items-center gap-1.5 rounded-full px-3 text-[0.95rem] whitespace-nowrap"
          :class="
            here === stage
              ? 'bg-bell-ground font-semibold text-on-bell'
              : done[stage]
                ? 'text-ink hover:bg-mist'
                : 'text-soft hover:bg-mist'
          "
          :aria-current="here === stage ? 'step' : undefined"
        >
          <span v-if="done[stage] && here !== stage" class="size-2 rounded-full bg-leaf" aria-hidden="true" />{{
            t(`stage.${stage}`)
          }}
          <span v-if="done[stage]" class="sr-only">{{ t('frame.done') }}</span>
        </RouterLink>
      </nav>
      <div v-if="store.state?.brief" class="ml-auto flex items-baseline gap-4 max-sm:gap-3">
        <span class="text-sm text-soft"
          >{{ t('frame.now') }}
          <span class="figure text-xl text-ink" data-testid="now">{{
            store.run?.rehearsal ? clockSeconds(store.nowMs, zone) : clock(store.nowMs, zone)
          }}</span></span
        >
        <span class="text-sm text-soft"
          >{{ t('frame.eat') }}
          <span class="figure text-xl text-bell">{{ clock(store.state.brief.serviceAtMs, zone) }}</span></span
        >
      </div>
    </header>
    <NoticeBar v-if="store.run" />
    <main v-if="failed" class="mx-auto max-w-xl p-8 text-lg" role="alert">
      <p>{{ failed }}</p>
      <RouterLink to="/runs" class="text-bell underline">{{ t('nothing.back') }}</RouterLink>
    </main>
    <template v-else-if="store.run && store.state">
      <RehearsalBar v-if="store.run.rehearsal" />
      <RunFault />
      <TaskNotice />
      <ServiceLine :slim="here === 'cook'" />
      <main class="flex-1 px-5 pb-5 max-md:px-3"><RouterView /></main>
    </template>
    <p v-else class="p-8 text-lg text-soft" role="status">{{ t('frame.opening') }}</p>
  </div>
</template>
