<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { lotAmounts, mixedTemperatureC, mixedVolumeMl, stillBack } from '#core/lot';
import { mixLimit, plateFatFor, stepOf, toolsFor, wholePieces } from '#core/formula';
import BatterBalance from '../../parts/BatterBalance.vue';
import BigButton from '../../parts/BigButton.vue';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import { clock, ingredientName, pourText } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useKeys } from '../frame/keys.ts';
import LotTabs from '../lots/LotTabs.vue';
import TakeBack from '../frame/TakeBack.vue';
import TaskList from '../frame/TaskList.vue';
import { isMixed } from '#core/run';
import { useLots } from '../lots/use-lots.ts';
import { useTasks } from '../frame/use-tasks.ts';
import AmountRow from './AmountRow.vue';
import ContainsCard from './ContainsCard.vue';
import GatherList from './GatherList.vue';
import HeldBackCard from './HeldBackCard.vue';
import LotsNote from './LotsNote.vue';
import MeasuredNote from './MeasuredNote.vue';
import MixingCard from './MixingCard.vue';
import NextAmount from './NextAmount.vue';
import ResizeLot from './ResizeLot.vue';
import { useBatter, type BatterRow } from './use-batter.ts';

const store = useRun();
const router = useRouter();
const all = useLots();
const waiting = computed(() => all.value.filter(({ lot }) => !isMixed(lot)));
/** The one begun, else the first that is not mixed. */
const first = waiting.value.find(({ lot }) => (lot?.weighed.size ?? 0) > 0) ?? waiting.value[0] ?? all.value[0]!;
const formulaId = ref(first.formulaId);
const number = ref(first.number);
watch(formulaId, (id) => (number.value = waiting.value.find((each) => each.formulaId === id)?.number ?? 1));

const { body, larder, amounts, batter, shares, lot, planned, advised, groups, open, pastTins } = useBatter(
  formulaId,
  number,
);
const nextRow = computed(() => open.value[0]);
const mixed = computed(() => (isMixed(lot.value) ? lot.value.mixedAtMs : null));
const back = computed(() => (lot.value && mixed.value !== null ? stillBack(store.view, lot.value) : []));
/** What is really in the bowl, once it is mixed. */
const inIt = computed(() => (mixed.value === null ? undefined : lotAmounts(store.view, formulaId.value, lot.value)));
const view = ref<'gather' | 'weigh'>('weigh');
const greases = computed(() => plateFatFor(body.value.fat, { pieces: 1, panfuls: 1, zones: 1 }) !== null);
const gathered = computed(() => ({
  n: batter.value?.gathered.size ?? 0,
  of: body.value.lines.length + toolsFor(body.value).length + (greases.value ? 1 : 0),
}));
const asking = ref(false);
/** Powder and soda are taken for each other: with both in a batter each tin is looked at once more. */
const tinAsked = ref<BatterRow | null>(null);
const mixing = useTemplateRef('mixing');
const { tasks, done } = useTasks();
const before = computed(() =>
  tasks.value.filter(
    (task) => task.formulaId === formulaId.value && ['feed', 'temper', 'melt', 'sour', 'soak'].includes(task.kind),
  ),
);

function weigh(row: BatterRow, massG: number | null = row.massG): void {
  if (row.tin && tinAsked.value?.ingredientId !== row.ingredientId) {
    tinAsked.value = row;
    return;
  }
  tinAsked.value = null;
  void store.tap([
    {
      kind: 'line-weighed',
      payload: {
        ...{ formulaId: formulaId.value, lot: number.value, ingredientId: row.ingredientId },
        massG: massG === null ? null : Math.max(0.1, Math.round(massG * 10) / 10),
      },
    },
  ]);
}

/** Marks the lot mixed; lines not ticked are pointed out first, and stay unknown if the cook goes on. */
async function mix(): Promise<void> {
  tinAsked.value = null;
  if (open.value.length > 0 && !asking.value) {
    asking.value = true;
    return;
  }
  asking.value = false;
  await store.tap([
    {
      kind: 'lot-mixed',
      payload: {
        ...{ formulaId: formulaId.value, lot: number.value, atMs: store.nowMs },
        volumeMl: Math.max(1, Math.round(mixedVolumeMl(store.view, formulaId.value, number.value))),
        batterC: Math.round(mixedTemperatureC(store.view, formulaId.value, number.value, store.nowMs) * 10) / 10,
      },
    },
  ]);
  if (back.value.length === 0) await toTheNext();
}

/** The next lot to mix, or the rest of those that are. */
async function toTheNext(): Promise<void> {
  const next = waiting.value[0];
  if (!next) return void (await router.push(`/runs/${store.run!.id}/rest`));
  formulaId.value = next.formulaId;
  number.value = next.number;
}

function act(): void {
  if (mixed.value !== null || view.value === 'gather') return;
  const row = tinAsked.value ?? nextRow.value;
  if (row) weigh(row);
  else if (mixLimit(body.value) && lot.value?.mixingAtMs == null) void mixing.value?.begin();
  else void mix();
}
const makes = computed(() => {
  const portion = pourText(
    store.state!.portionMl.get(formulaId.value) ?? body.value.portion.volumeMl,
    store.view.pins.measuredBy,
  );
  const pours = wholePieces(amounts.value!.pours * (planned.value?.share ?? 1));
  if (shares.value.length === 1) return t('batter.makes', { pours, portion });
  return t('batter.ofLots', { n: number.value, of: shares.value.length, pours, portion });
});
useKeys(' ', act);
</script>

<template>
  <div class="flex flex-col gap-4">
    <LotTabs v-model="formulaId" :label="t('batter.which')" />
    <div class="grid items-start gap-4 lg:grid-cols-[2fr_1fr_1.1fr]">
      <PaperCard v-if="amounts">
        <div class="mb-1 flex flex-wrap items-center gap-3">
          <h2 class="mr-auto text-2xl">{{ body.name }}</h2>
          <ChoiceChips
            v-model="view"
            look="bar"
            :label="t('batter.view.label')"
            :options="
              (['gather', 'weigh'] as const).map((value) => ({
                value,
                label: t(`batter.view.${value === 'weigh' && store.view.pins.measuredBy ? 'measure' : value}`),
              }))
            "
          />
        </div>
        <p class="mb-2 text-soft">
          {{ view === 'gather' ? `${makes} ${t('batter.gathered', gathered)}.` : makes }}
        </p>
        <ResizeLot
          v-if="mixed === null && view === 'weigh'"
          :formula-id="formulaId"
          :body="body"
          :larder="larder"
          :amounts="amounts"
        />
        <MeasuredNote v-if="amounts.measured && view === 'weigh'" :measured="amounts.measured" :larder="larder" />
        <LotsNote v-model="number" :formula-id="formulaId" :advised="advised" :shares="shares" />
        <p
          v-for="tin in pastTins"
          :key="tin.ingredientId"
          class="mb-3 rounded-control bg-ember-mist p-3 text-ember"
          role="note"
        >
          <span class="block font-semibold">{{
            t('batter.tinPast', { name: ingredientName(tin.ingredientId, larder), day: tin.lastDay })
          }}</span>
          {{ t(`batter.tinTest.${tin.role}`) }}
        </p>
        <GatherList
          v-if="view === 'gather'"
          :formula-id="formulaId"
          :body="body"
          :larder="larder"
          :mixed="all.some((each) => each.formulaId === formulaId && isMixed(each.lot))"
        />
        <template v-else>
          <section v-for="group in groups" :key="group.group ?? group.section" class="mb-2">
            <h3
              class="border-t border-line pt-2 text-sm font-semibold"
              :class="group.section === 'mix' ? 'text-leaf' : 'text-ember'"
            >
              {{ group.group ? t(`group.${group.group}`) : t(`batter.moment.${group.section}`) }}
            </h3>
            <ul>
              <li v-for="row in group.rows" :key="row.ingredientId" class="border-t border-line first:border-0">
                <AmountRow
                  :row="row"
                  :larder="larder"
                  :measured-by="store.view.pins.measuredBy"
                  :next="row === nextRow && mixed === null"
                  :done="mixed !== null"
                  @weigh="weigh(row)"
                />
              </li>
            </ul>
          </section>
        </template>
        <p v-if="amounts.gaps.length" class="text-sm text-ember">
          {{ t('batter.gaps', { names: amounts.gaps.map((id) => ingredientName(id, larder)).join(', ') }) }}
        </p>
      </PaperCard>
      <PaperCard v-else look="card"
        ><p role="status">{{ t('frame.working') }}</p></PaperCard
      >
      <BatterBalance
        v-if="amounts"
        :body="body"
        :batter="amounts"
        :now="inIt"
        :larder="larder"
        :pressure-pa="store.view.pins.pressurePa"
        with-volume
        class="max-lg:order-last"
      />
      <div class="flex flex-col gap-4 max-lg:order-first">
        <HeldBackCard v-if="lot && back.length" :lot="lot" @right="toTheNext" />
        <PaperCard v-else-if="mixed !== null" look="leaf">
          <p class="figure text-2xl text-leaf">
            {{ t('batter.mixedAt', { time: clock(mixed, store.view.pins.timeZone) }) }}
          </p>
          <p>{{ t('batter.toRest') }}</p>
          <BigButton class="mt-3 w-full" @click="toTheNext">{{
            waiting[0] ? t('line.mix', { name: waiting[0].body.name }) : t('stage.rest')
          }}</BigButton>
        </PaperCard>
        <PaperCard v-else-if="amounts" look="bell">
          <p>{{ t('hand.next') }}</p>
          <template v-if="asking">
            <p class="figure text-2xl">{{ t('batter.notTicked') }}</p>
            <p class="mt-1">{{ open.map((row) => ingredientName(row.ingredientId, larder)).join(', ') }}</p>
            <p class="mt-2">{{ t('batter.unknownStays') }}</p>
            <BigButton look="onBell" class="mt-4 w-full" @click="mix">{{ t('batter.mixedAnyway') }}</BigButton>
            <button type="button" class="mt-2 min-h-14 w-full rounded-control underline" @click="asking = false">
              {{ t('batter.leave') }}
            </button>
          </template>
          <NextAmount
            v-else-if="tinAsked ?? nextRow"
            :row="(tinAsked ?? nextRow)!"
            :larder="larder"
            :measured-by="store.view.pins.measuredBy"
            :asked="tinAsked !== null"
            @weigh="(massG) => weigh((tinAsked ?? nextRow)!, massG)"
            @leave="tinAsked = null"
            @mixed="mix"
          />
          <MixingCard
            v-else
            ref="mixing"
            :formula-id="formulaId"
            :number="number"
            :body="body"
            :lot="lot"
            @mixed="mix"
          />
        </PaperCard>
        <TakeBack class="-my-2 self-end" :formula-id="formulaId" />
        <PaperCard v-if="before.length && mixed === null" :title="t('tasks.title')">
          <TaskList :tasks="before" of-one @done="done" />
        </PaperCard>
        <PaperCard :title="t(`mix.${body.mix.school}`)">
          <ol class="flex flex-col gap-2">
            <li v-for="(step, index) in body.mix.steps.map(stepOf)" :key="index" class="flex gap-3">
              <span class="figure w-5 shrink-0 text-bell">{{ index + 1 }}</span>
              <span
                >{{ step.text }}<span v-if="step.reason" class="block text-sm text-soft">{{ step.reason }}</span></span
              >
            </li>
          </ol>
          <p class="mt-2 text-sm text-soft">{{ body.mix.reason }}</p>
        </PaperCard>
        <ContainsCard :formula-id="formulaId" :fat="body.fat.kind" />
      </div>
    </div>
  </div>
</template>
