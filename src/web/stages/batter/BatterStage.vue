<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { formulaOf, runAllergens } from '#core/desk';
import { stepOf, wholePieces } from '#core/formula';
import AllergenChips from '../../parts/AllergenChips.vue';
import BigButton from '../../parts/BigButton.vue';
import CautionLine from '../../parts/CautionLine.vue';
import { clock, cups, eggCount, grams, ingredientName, millilitres, weight } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { isFormControl } from '../keys.ts';
import LotTabs from '../LotTabs.vue';
import AmountRow from './AmountRow.vue';
import BatterBalance from '../../parts/BatterBalance.vue';
import ResizeLot from './ResizeLot.vue';
import { figuresOf, useBatter, type BatterRow } from './use-batter.ts';

const store = useRun();
const router = useRouter();
const items = store.state!.brief?.items ?? [];
const lotOf = (id: string) => store.state!.lots.get(id);
const unmixed = items.filter((item) => !lotOf(item.formulaId)?.mixedAtMs);
/** The one begun, else the first that is not mixed. */
const begun = unmixed.find((item) => (lotOf(item.formulaId)?.weighed.size ?? 0) > 0);
const formulaId = ref((begun ?? unmixed[0] ?? items[0]!).formulaId);

const { body, larder, amounts, lot, lots, sections, open, pastTins } = useBatter(formulaId);
const nextRow = computed(() => open.value[0]);
const mixed = computed(() => lot.value?.mixedAtMs ?? null);
const asking = ref(false);
/** Powder and soda are taken for each other: with both in a batter each tin is looked at once more. */
const tinAsked = ref<BatterRow | null>(null);

function weigh(row: BatterRow): void {
  if (row.tin && tinAsked.value?.ingredientId !== row.ingredientId) {
    tinAsked.value = row;
    return;
  }
  tinAsked.value = null;
  void store.tap([
    {
      kind: 'line-weighed',
      payload: {
        formulaId: formulaId.value,
        ingredientId: row.ingredientId,
        massG: row.massG === null ? null : Math.max(0.1, Math.round(row.massG * 10) / 10),
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
        formulaId: formulaId.value,
        atMs: store.nowMs,
        volumeMl: Math.round(amounts.value!.volumeMl),
        batterC: store.run!.pins.roomC - 2,
      },
    },
  ]);
  const waiting = items.find((item) => !store.state!.lots.get(item.formulaId)?.mixedAtMs);
  if (waiting) formulaId.value = waiting.formulaId;
  else await router.push(`/runs/${store.run!.id}/rest`);
}

function act(): void {
  if (mixed.value !== null) return;
  const row = tinAsked.value ?? nextRow.value;
  if (row) weigh(row);
  else void mix();
}
/** What to weigh: in several lots bowl by bowl. */
function amountOf(row: BatterRow): string {
  const { times, figures } = figuresOf(row);
  const words = figures.map(({ massG, eggs }) => (eggs ? eggCount(row.ingredientId, eggs) : weight(massG)));
  return times > 1 ? `${times} × ${words[0]}` : words.join(' + ');
}
const about = computed(() => {
  const row = nextRow.value!;
  if (row.perLot.length) return t('batter.inAll', { all: weight(row.massG) });
  if (row.massG === null) return t('batter.unknownMass');
  if (row.eggs) return t('batter.eggsAre', { g: grams(row.massG) });
  if (row.ofG !== null) return t('batter.ofIt', { all: weight(row.ofG) });
  const spoons = cups(row.ingredientId, row.massG, larder.value);
  return spoons ? t('batter.about', { cups: spoons }) : '';
});
const contains = computed(() => runAllergens(store.run!.pins, store.state!, formulaId.value));
const carried = computed(() =>
  contains.value.carried
    .map((each) =>
      t('batter.carriedFrom', {
        allergen: t(`allergen.${each.allergen}`),
        name: formulaOf(store.run!.pins, each.formulaId).name,
      }),
    )
    .join(', '),
);
onKeyStroke(' ', (event) => {
  if (isFormControl(event)) return;
  event.preventDefault();
  act();
});
</script>

<template>
  <div class="flex flex-col gap-4">
    <LotTabs v-model="formulaId" :label="t('batter.which')" />
    <div class="grid items-start gap-4 lg:grid-cols-[2fr_1fr_1.1fr]">
      <PaperCard v-if="amounts">
        <h2 class="mb-1 text-2xl">{{ body.name }}</h2>
        <p class="mb-3 text-soft">
          {{
            t('batter.makes', {
              pours: wholePieces(amounts.pours),
              portion: millilitres(store.state!.portionMl.get(formulaId) ?? body.portion.volumeMl),
            })
          }}
        </p>
        <ResizeLot v-if="mixed === null" :formula-id="formulaId" :body="body" :larder="larder" :amounts="amounts" />
        <p v-if="lots?.because" class="mb-3 font-semibold text-bell" role="note">
          {{ t(`batter.lots.${lots.because}`, { n: lots.lots.length }) }}
          <span v-if="lots.lots.length < lots.wanted" class="text-ember">{{
            t('batter.lots.fewer', { wanted: lots.wanted, n: lots.lots.length })
          }}</span>
        </p>
        <p
          v-for="tin in pastTins"
          :key="tin.ingredientId"
          class="mb-3 rounded-control bg-ember-mist p-3 text-ember"
          role="note"
        >
          <span class="block font-semibold">{{
            t('batter.tinPast', { name: ingredientName(tin.ingredientId, larder), day: tin.useBy })
          }}</span>
          {{ t(`batter.tinTest.${tin.role}`) }}
        </p>
        <section v-for="section in sections" :key="section.name" class="mb-2">
          <h3
            class="border-t border-line pt-2 text-sm font-semibold"
            :class="section.name === 'mix' ? 'text-leaf' : 'text-ember'"
          >
            {{ t(`batter.moment.${section.name}`) }}
          </h3>
          <ul>
            <li v-for="row in section.rows" :key="row.ingredientId" class="border-t border-line first:border-0">
              <AmountRow
                :row="row"
                :larder="larder"
                :next="row === nextRow && mixed === null"
                :done="mixed !== null"
                @weigh="weigh(row)"
              />
            </li>
          </ul>
        </section>
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
        :larder="larder"
        :pressure-pa="store.run!.pins.pressurePa"
        with-volume
        class="max-lg:order-last"
      />
      <div class="flex flex-col gap-4">
        <PaperCard v-if="mixed !== null" look="leaf">
          <p class="figure text-2xl text-leaf">
            {{ t('batter.mixedAt', { time: clock(mixed, store.run!.pins.timeZone) }) }}
          </p>
          <p>{{ t('batter.toRest') }}</p>
        </PaperCard>
        <PaperCard v-else-if="amounts" look="bell">
          <p>{{ t('hand.next') }}</p>
          <template v-if="tinAsked">
            <p class="figure text-3xl leading-tight">
              {{ amountOf(tinAsked) }}<br />{{ ingredientName(tinAsked.ingredientId, larder).toLowerCase() }}
            </p>
            <p class="mt-2 text-lg font-semibold">{{ t(`batter.whichTin.${tinAsked.tin}`) }}</p>
            <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="weigh(tinAsked)">{{
              t(tinAsked.tin === 'powder' ? 'batter.whichTin.askPowder' : 'batter.whichTin.askSoda')
            }}</BigButton>
            <button type="button" class="mt-2 min-h-12 w-full rounded-control underline" @click="tinAsked = null">
              {{ t('brief.leave') }}
            </button>
          </template>
          <template v-else-if="nextRow && !asking">
            <p class="figure text-4xl leading-tight" data-testid="next-line">
              {{ amountOf(nextRow) }}<br />{{ ingredientName(nextRow.ingredientId, larder).toLowerCase() }}
            </p>
            <p class="mt-2">{{ about }}</p>
            <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="weigh(nextRow)">{{
              t('batter.weighed')
            }}</BigButton>
            <button type="button" class="mt-2 min-h-12 w-full rounded-control underline" @click="mix">
              {{ t('batter.mixedAlready') }}
            </button>
          </template>
          <template v-else-if="asking">
            <p class="figure text-2xl">{{ t('batter.notTicked') }}</p>
            <p class="mt-1">{{ open.map((row) => ingredientName(row.ingredientId, larder)).join(', ') }}</p>
            <p class="mt-2">{{ t('batter.unknownStays') }}</p>
            <BigButton look="onBell" class="mt-4 w-full" @click="mix">{{ t('batter.mixedAnyway') }}</BigButton>
            <button type="button" class="mt-2 min-h-12 w-full rounded-control underline" @click="asking = false">
              {{ t('brief.leave') }}
            </button>
          </template>
          <template v-else>
            <p class="figure text-4xl leading-tight">{{ t('batter.mixNow') }}</p>
            <p class="mt-2">{{ body.mix.reason }}</p>
            <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="mix">{{
              t('batter.mixed')
            }}</BigButton>
          </template>
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
        </PaperCard>
        <PaperCard :title="t('batter.contains')">
          <AllergenChips class="mb-3" :allergens="contains.batter" />
          <p v-if="contains.plate.length" class="mb-2 text-sm">
            {{
              t('bench.plateFat', {
                fat: t(`fatKind.${body.fat.kind}`),
                allergen: contains.plate.map((each) => t(`allergen.${each}`)).join(', '),
              })
            }}
          </p>
          <p v-if="carried" class="mb-3 text-sm text-ember">{{ t('batter.carried', { list: carried }) }}</p>
          <CautionLine stage="batter" />
        </PaperCard>
      </div>
    </div>
  </div>
</template>
