<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { briefPanfuls, zoneOf } from '#core/setup';
import { type BriefFault } from '#core/guidance';
import type { PlannedLot } from '#core/plan';
import { pinnedFormula } from '#core/run';
import { clock, day, markText, millilitres, minutes, number } from '../../parts/format.ts';
import BigButton from '../../parts/BigButton.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { makeRun } from '../../runs/make-run.ts';
import { useLibrary } from '../../stores/library.ts';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';
import { paceWords } from '../review/learned-words.ts';
import { useStartPassed } from '../frame/use-start-passed.ts';
import { useTasks } from '../frame/use-tasks.ts';
import BriefForm from './BriefForm.vue';
import WaysOut from './WaysOut.vue';
import TasksCard from './TasksCard.vue';

const store = useRun();
const library = useLibrary();
const router = useRouter();
const changing = ref(false);
const startPassed = useStartPassed();
onMounted(() => void library.load().catch(() => undefined));

const zone = computed(() => store.view.pins.timeZone);
const items = computed(() =>
  (store.state!.brief?.items ?? []).map((item) => ({
    ...item,
    body: store.view.formula(item.formulaId),
    stations: item.stationIds.map((id) => store.view.station(id).name),
    known: pinnedFormula(store.view.pins, item.formulaId)?.learned,
    whole: briefPanfuls(store.view, item),
    panfuls: store.plan?.panfuls.filter((panful) => panful.formulaId === item.formulaId).length ?? 0,
  })),
);

const dialOf = (stationId: string, zoneId: string) => zoneOf(store.view.station(stationId), zoneId).dial;
/** A zone as the cook calls it: a plate with one zone goes by its own name. */
function zoneName(stationId: string, zoneId: string): string {
  const station = store.view.station(stationId);
  return station.zones.length > 1 ? `${station.name} ${zoneId}` : station.name;
}

const { tasks } = useTasks();
/** A lot is told apart only where there are several. */
function mixOf(lot: PlannedLot): string {
  const { name } = store.view.formula(lot.formulaId);
  const several = store.plan!.lots.some((other) => other.formulaId === lot.formulaId && other.number !== lot.number);
  return t('brief.mix', { name: several ? t('rest.lot', { name, n: lot.number }) : name });
}

/** What happens when, in order. */
const steps = computed(() => {
  const { plan, run } = store;
  if (!plan || !run) return [];
  const list = [
    ...tasks.value
      .filter((task) => task.kind !== 'plate') // each zone has its own line, with its marks
      .map((task) => ({ atMs: task.dueMs, what: task.words, detail: '' })),
    ...plan.lots.map((lot) => ({
      atMs: lot.mixStartMs,
      what: mixOf(lot),
      detail: t('brief.mixDetail', { end: clock(lot.mixEndMs, zone.value), pour: clock(lot.firstPourMs, zone.value) }),
    })),
    ...plan.preheats.map((preheat) => {
      const [stationId, zoneId] = preheat.zoneKey.split('/') as [string, string];
      const heat = plan.preheat[preheat.zoneKey]!;
      return {
        atMs: preheat.lightMs,
        what: t('brief.light', { name: zoneName(stationId, zoneId) }),
        detail: t(heat.holdMark > 0 && heat.boostMark > heat.holdMark ? 'brief.lightDetail' : 'brief.lightStraight', {
          boost: markText(dialOf(stationId, zoneId), heat.boostMark),
          time: minutes(heat.boostS),
          hold: markText(dialOf(stationId, zoneId), heat.holdMark || heat.boostMark),
        }),
      };
    }),
    { atMs: plan.firstPourMs, what: t('brief.firstPour'), detail: '' },
    { atMs: plan.lastLiftMs, what: t('brief.lastLift'), detail: '' },
    { atMs: plan.serviceAtMs, what: t('brief.service'), detail: '' },
  ];
  return list.sort((a, b) => a.atMs - b.atMs);
});

/** How surely they eat in time: never ten of ten, for nobody knows that. */
const inTimeOfTen = computed(() => Math.min(9, Math.round(10 * (store.plan?.odds.inTime ?? 0))));

const conflicts = computed(() => {
  const late = startPassed.value === null ? [] : [t('conflict.startPassed', { time: minutes(startPassed.value) })];
  const others = (store.plan?.conflicts ?? [])
    .filter((conflict) => conflict.code !== 'startPassed') // said by the clock, not by the plan's own moment
    .map((conflict) =>
      t(`conflict.${conflict.code}`, {
        n: conflict.minutes,
        name: 'formulaId' in conflict ? store.view.formula(conflict.formulaId).name : '',
      }),
    );
  const faults = store.plan?.faults ?? [];
  // what follows from a pour that cannot be is no news
  const cannot = faults.some(({ code }) => code !== 'fewAtOnce');
  return [...faults.map(faultWords), ...(cannot ? [] : [...late, ...others])];
});
/** What cannot be as the brief has it, and the way out. */
function faultWords(fault: BriefFault): string {
  const of = {
    name: store.view.formula(fault.formulaId).name,
    plate: 'zoneId' in fault ? zoneName(fault.stationId, fault.zoneId) : store.view.station(fault.stationId).name,
  };
  if (fault.code === 'overflows')
    return t('briefFault.overflows', { ...of, ml: millilitres(fault.volumeMl), half: millilitres(fault.halfMl) });
  const counts = { ...of, n: fault.atOnce, of: fault.of };
  if (fault.code === 'fewAtOnce') return t('briefFault.fewAtOnce', counts);
  return t(fault.atOnce > 0 ? 'briefFault.takesTooMuch' : 'briefFault.takesAll', counts);
}
/** Panfuls worked out of what cannot be are no figure. */
const cannotBe = (formulaId: string) => store.plan?.faults.some((fault) => fault.formulaId === formulaId) ?? false;
const notes = computed(() =>
  library.notes.filter(
    (note) =>
      note.runId !== store.run!.id &&
      (note.formulaId === null || items.value.some((item) => item.formulaId === note.formulaId)),
  ),
);

async function rehearse(): Promise<void> {
  const { run, state } = store;
  if (!run || !state?.brief) return;
  const made = await makeRun(
    {
      name: run.name,
      timeZone: zone.value,
      brief: state.brief,
      formulas: run.pins.formulas,
      stations: run.pins.stations,
    },
    true,
  );
  await router.push(`/runs/${made.id}/brief`);
}
</script>

<template>
  <div class="grid gap-4 lg:grid-cols-[3fr_2fr]">
    <div class="flex flex-col gap-4">
      <PaperCard v-if="!changing">
        <div class="mb-2 flex items-start gap-3">
          <h2 class="mr-auto text-2xl">
            {{ day(store.state!.brief!.serviceAtMs, zone) }}, {{ clock(store.state!.brief!.serviceAtMs, zone) }}
          </h2>
          <BigButton @click="changing = true">{{ t('brief.change') }}</BigButton>
        </div>
        <ul class="divide-y divide-line">
          <li v-for="item in items" :key="item.formulaId" class="flex items-baseline gap-x-4 py-3">
            <span class="figure w-16 shrink-0 text-4xl text-bell">{{ item.pieces }}</span>
            <span class="min-w-0 flex-1">
              <span class="figure text-xl">{{ item.body.name }}</span>
              <span class="block text-soft">{{ item.stations.join(', ') }}</span>
              <span v-if="item.known" class="block text-sm text-soft" data-testid="known">{{
                t('learned.before', { day: day(item.known.atMs, zone), words: paceWords(item.known) })
              }}</span>
              <span v-if="item.whole.fewer" class="block text-sm text-soft" data-testid="whole">{{
                t('brief.whole', {
                  size: item.whole.size,
                  fewer: item.whole.fewer.pieces,
                  more: item.whole.more.pieces,
                  batter: number(item.whole.more.batterShare * 100),
                  pours: number(item.whole.more.pourShare * 100),
                })
              }}</span>
            </span>
            <span v-if="!cannotBe(item.formulaId)" class="shrink-0 text-soft">{{
              tn('brief.panfuls', item.panfuls)
            }}</span>
          </li>
        </ul>
      </PaperCard>
      <BriefForm v-else @done="changing = false" />
      <PaperCard :title="t('brief.order')">
        <ol class="flex flex-col">
          <li
            v-for="step in steps"
            :key="step.what + step.atMs"
            class="grid grid-cols-[4.5rem_1fr] gap-3 border-t border-line py-2 first:border-0"
          >
            <span class="figure text-xl" :class="step.atMs < store.nowMs ? 'text-soft' : 'text-bell'">{{
              clock(step.atMs, zone)
            }}</span>
            <span
              ><span class="font-semibold">{{ step.what }}</span> <span class="text-soft">{{ step.detail }}</span></span
            >
          </li>
        </ol>
      </PaperCard>
    </div>
    <div class="flex flex-col gap-4">
      <PaperCard v-if="store.plan" look="bell">
        <p>{{ t('brief.start') }}</p>
        <p class="figure text-6xl">{{ clock(store.plan.startMs, zone) }}</p>
        <p class="mt-2 text-lg">
          {{ t('brief.span', { pour: clock(store.plan.firstPourMs, zone), lift: clock(store.plan.lastLiftMs, zone) }) }}
        </p>
        <div v-if="startPassed === null" class="mt-3" data-testid="odds">
          <p class="flex gap-1" aria-hidden="true">
            <span
              v-for="n in 10"
              :key="n"
              class="size-4 rounded-full border-2 border-go"
              :class="{ 'bg-go': n <= inTimeOfTen }"
            />
          </p>
          <p class="mt-1">
            {{ t('brief.odds', { n: inTimeOfTen }) }}
            <template v-if="store.plan.odds.earlierS >= 30">
              {{ t('brief.oddsEarlier', { time: minutes(store.plan.odds.earlierS) }) }}
            </template>
          </p>
        </div>
        <RouterLink
          :to="`/runs/${store.run!.id}/batter`"
          class="mt-4 flex min-h-14 items-center justify-center rounded-control bg-white px-5 text-lg font-semibold text-[#20233a]"
          >{{ t('brief.toBatter') }}</RouterLink
        >
      </PaperCard>
      <PaperCard v-if="store.plan?.cutRests.length" data-testid="cut-rests">
        <p v-for="{ formulaId, restS, bestS } in store.plan.cutRests" :key="formulaId">
          {{
            t('brief.cutRest', {
              name: store.view.formula(formulaId).name,
              rest: minutes(restS),
              best: minutes(bestS),
            })
          }}
        </p>
      </PaperCard>
      <PaperCard v-if="conflicts.length" look="ember" :title="t('brief.conflicts')">
        <ul class="list-disc pl-5">
          <li v-for="conflict in conflicts" :key="conflict">{{ conflict }}</li>
        </ul>
        <WaysOut />
      </PaperCard>
      <PaperCard v-else-if="store.plan" look="leaf"
        ><p class="font-semibold text-leaf">{{ t('brief.allFits') }}</p></PaperCard
      >
      <TasksCard v-if="store.plan" />
      <PaperCard v-if="notes.length" :title="t('brief.notes')">
        <ul class="flex flex-col gap-2">
          <li v-for="note in notes" :key="note.runId + note.atMs">
            “{{ note.text }}” <span class="text-sm text-soft">{{ note.runName }}, {{ day(note.atMs, zone) }}</span>
          </li>
        </ul>
      </PaperCard>
      <PaperCard v-if="!store.run!.rehearsal" :title="t('brief.rehearseTitle')">
        <p class="mb-3 text-soft">{{ t('brief.rehearseLead') }}</p>
        <BigButton class="w-full" @click="rehearse">{{ t('brief.rehearse') }}</BigButton>
      </PaperCard>
    </div>
  </div>
</template>
