<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { uniqBy } from 'es-toolkit';
import * as v from 'valibot';
import { familyOf } from '#core/formula';
import { discInRun, isSwirled, placesIn, portionMl } from '#core/setup';
import { discNow } from '#core/what-if';
import BigButton from '../../parts/BigButton.vue';
import BoundField from '../../forms/BoundField.vue';
import { useForm } from '../../forms/use-form.ts';
import { millilitres, number, pourText, temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useLibrary } from '../../stores/library.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { GAP_MM, saidPourMl } from '#core/pour';
import { useSession } from '../../stores/session.ts';
import BatterLeftLine from '../lots/BatterLeftLine.vue';
import LotTabs from '../lots/LotTabs.vue';
import CookStrip from './CookStrip.vue';
import FilmCard from './FilmCard.vue';
import FruitCard from './FruitCard.vue';
import LayoutBoard from './LayoutBoard.vue';
import MouldField from './MouldField.vue';
import OwnLadles from './OwnLadles.vue';
import TurningNote from './TurningNote.vue';
import SizesTable from './SizesTable.vue';
import WishedPour from './WishedPour.vue';
import { useFirstSide, useFirstZone } from '../plate/use-first-side.ts';
import { POUR_ML, useTools } from './use-tools.ts';

const store = useRun();
const library = useLibrary();
const session = useSession();
onMounted(() => void library.load().catch(() => undefined)); // the usual tools do without it
const { tools } = useTools();
const items = store.state!.brief?.items ?? [];
const formulaId = ref(items[0]!.formulaId);
const body = computed(() => store.view.formula(formulaId.value));
const thin = computed(() => familyOf(body.value.type) === 'thin');
const item = computed(() => store.state!.brief!.items.find((candidate) => candidate.formulaId === formulaId.value)!);
const volumeMl = computed(() => portionMl(store.view, formulaId.value));
/** Plates on which this batter becomes a film, one of a size. */
const swirledOn = computed(() =>
  uniqBy(
    item.value.stationIds.filter((stationId) => isSwirled(store.view, { formulaId: formulaId.value, stationId })),
    (id) => JSON.stringify(store.view.station(id).shape),
  ),
);
const mouldMm = computed(() => store.state!.mouldMm.get(formulaId.value));
/** The tools nearest to what the formula pours, a coin's spoon, and the kitchen's own. */
const near = computed(() => {
  const distance = (ml: number) => Math.abs(Math.log(ml / body.value.portion.volumeMl));
  const usual = tools.value.filter(({ own }) => !own).sort((a, b) => distance(a.volumeMl) - distance(b.volumeMl));
  const own = tools.value.filter((tool) => tool.own);
  return [...own, ...usual.slice(0, 5)].sort((a, b) => a.volumeMl - b.volumeMl);
});
/** A tablespoon makes a coin. Common practice, no source. */
const coin = computed(() => tools.value.find(({ own }) => !own)!);
const stationId = computed(() => item.value.stationIds[0]!);
/** The disc as the lot runs now, and as the formula promises it: places are laid for the promise. */
const first = computed(() => discNow(store.view, formulaId.value, stationId.value, store.nowMs));
const promised = computed(() => discInRun(store.view, formulaId.value, stationId.value));
const runsOn = computed(() => first.value.diameterMm - promised.value.diameterMm);
/** Less is within a pour's own spread, mm; more than the room between pieces makes them run together. */
const SAME_MM = 3;
const zone = useFirstZone(formulaId);
const next = useFirstSide(zone);
const fits = computed(() =>
  item.value.stationIds.reduce((sum, id) => sum + placesIn(store.view, formulaId.value, id).length, 0),
);
const pours = computed(() => (store.lots[formulaId.value] ? Math.floor(store.lots[formulaId.value]!.pours) : null));
/** How full a pour makes a well, %; nothing without wells. */
const wellPercent = computed(() => {
  for (const id of item.value.stationIds) {
    const { shape } = store.view.station(id);
    if (shape.kind === 'wells') return (100 * first.value.thicknessMm) / shape.wellDepthMm;
  }
  return null;
});
const HALF_FULL = 50;

function set(ml: number, mould?: number | null): void {
  const volume = Math.round(ml * 10) / 10;
  const changed = mould === undefined ? {} : { mouldMm: mould };
  void store.tap([{ kind: 'portion-set', payload: { formulaId: formulaId.value, volumeMl: volume, ...changed } }]);
}
const fault = () => t('portion.error');
const own = useForm({
  typed: { volumeMl: '' },
  schema: () =>
    v.object({
      volumeMl: v.pipe(
        v.string(),
        v.transform((text) => saidPourMl(text, session.settings.measures, tools.value)),
        v.number(fault),
        v.check((ml) => ml >= POUR_ML.low && ml <= POUR_ML.high, fault),
      ),
    }),
  keep: (typed) => {
    own.reset({ volumeMl: '' });
    set(typed.volumeMl);
  },
});
const chip = (chosen: boolean) => [
  'min-h-14 rounded-control border px-3 text-left',
  chosen ? 'border-bell bg-mist font-semibold text-bell' : 'border-line bg-card',
];
const isIn = (ml: number) => Math.abs(ml - volumeMl.value) < 0.5;
</script>

<template>
  <div class="flex min-w-0 flex-col gap-4">
    <LotTabs v-model="formulaId" :label="t('portion.which')" />
    <div class="grid items-start gap-4 lg:grid-cols-[2fr_3fr]">
      <div class="flex min-w-0 flex-col gap-4">
        <PaperCard>
          <h2 class="text-lg">{{ t('portion.pour') }}</h2>
          <p class="figure text-6xl text-bell">{{ pourText(volumeMl, store.view.pins.measuredBy) }}</p>
          <p v-if="store.view.pins.measuredBy" class="text-soft">{{ millilitres(volumeMl) }}</p>
          <p v-if="isIn(body.portion.volumeMl)" class="text-soft">{{ body.portion.reason }}</p>
          <BatterLeftLine class="mt-2" :formula-id="formulaId" />
          <div class="mt-4 grid grid-cols-2 gap-2" role="group" :aria-label="t('portion.tools')">
            <button
              v-for="tool in near"
              :key="`${tool.name} ${tool.volumeMl}`"
              type="button"
              :aria-pressed="isIn(tool.volumeMl)"
              :class="chip(isIn(tool.volumeMl))"
              @click="set(tool.volumeMl)"
            >
              {{ tool.name }} <span class="block text-sm text-soft">{{ millilitres(tool.volumeMl) }}</span>
            </button>
            <button
              type="button"
              :aria-pressed="isIn(coin.volumeMl)"
              :class="chip(isIn(coin.volumeMl))"
              @click="set(coin.volumeMl)"
            >
              {{ t('portionMore.coin') }}
              <span class="block text-sm text-soft">{{ millilitres(coin.volumeMl) }}</span>
            </button>
            <button
              type="button"
              :aria-pressed="volumeMl === body.portion.volumeMl"
              :class="chip(volumeMl === body.portion.volumeMl)"
              @click="set(body.portion.volumeMl)"
            >
              {{ t('portion.asFormula') }}
              <span class="block text-sm text-soft">{{ millilitres(body.portion.volumeMl) }}</span>
            </button>
          </div>
          <form class="mt-4 flex items-end gap-2" novalidate @submit.prevent="own.submit">
            <BoundField
              :of="own"
              name="volumeMl"
              class="min-w-0 flex-1"
              type="amount"
              :label="t('portion.own')"
              :hint="t('portion.ownHint')"
              unit="mL"
            />
            <BigButton type="submit" class="mb-6">{{ t('portion.use') }}</BigButton>
          </form>
          <MouldField v-if="wellPercent === null" :mould-mm="mouldMm" @set="set(volumeMl, $event)" />
        </PaperCard>
        <WishedPour :formula-id="formulaId" :station-ids="item.stationIds" @choose="set" />
        <OwnLadles @choose="set" />
        <FruitCard :formula-id="formulaId" :pieces="item.pieces" :diameter-mm="first.diameterMm" />
      </div>
      <div class="flex min-w-0 flex-col gap-4">
        <PaperCard>
          <dl class="grid grid-cols-2 gap-3 sm:grid-cols-4">
            <div>
              <dt class="text-soft">{{ t('portion.across') }}</dt>
              <dd class="figure text-3xl">{{ number(first.diameterMm / 10, 1) }} <span class="text-lg">cm</span></dd>
            </div>
            <div>
              <dt class="text-soft">{{ t('portion.thick') }}</dt>
              <dd class="figure text-3xl">{{ number(first.thicknessMm, 1) }} <span class="text-lg">mm</span></dd>
            </div>
            <div>
              <dt class="text-soft">{{ t('portion.atOnce') }}</dt>
              <dd class="figure text-3xl">{{ fits }}</dd>
            </div>
            <div>
              <dt class="text-soft">{{ t('portion.fromLot') }}</dt>
              <dd class="figure text-3xl">{{ pours ?? '–' }}</dd>
            </div>
          </dl>
          <p v-if="next && zone" class="mt-3 text-soft" data-testid="first-side">
            {{
              t(next.asItIs ? 'portion.firstSide.now' : 'portion.firstSide.wanted', {
                s: number(next.bestS),
                low: number(next.earliestS),
                high: number(next.latestS),
                zone: zone.zoneId,
                surface: temperature(next.surfaceC),
              })
            }}
          </p>
          <p
            v-if="Math.abs(runsOn) > SAME_MM"
            class="mt-2"
            :class="runsOn > GAP_MM ? 'font-semibold text-ember' : 'text-soft'"
          >
            {{ t('portionMore.measured', { cm: number(promised.diameterMm / 10, 1) }) }}
            <template v-if="runsOn > GAP_MM">{{ t('portionMore.wide') }}</template>
          </p>
          <p
            v-if="wellPercent !== null"
            class="mt-2"
            :class="wellPercent > HALF_FULL ? 'font-semibold text-ember' : 'text-soft'"
          >
            {{
              wellPercent > HALF_FULL
                ? t('portionMore.wellsOver', { percent: number(wellPercent) })
                : t('portionMore.wellsNote')
            }}
          </p>
          <TurningNote
            v-if="!thin && wellPercent === null"
            :disc="first"
            :density-g-per-ml="store.view.densityGPerMl(formulaId)"
          />
          <p v-if="fits === 0" class="mt-2 font-semibold text-ember" role="alert">{{ t('portion.noRoom') }}</p>
        </PaperCard>
        <FilmCard
          v-for="id in swirledOn"
          :key="`film ${id}`"
          :formula-id="formulaId"
          :station-id="id"
          :volume-ml="volumeMl"
        />
        <SizesTable :formula-id="formulaId" :tools="tools" :volume-ml="volumeMl" @choose="set" />
        <LayoutBoard v-for="id in item.stationIds" :key="id" :formula-id="formulaId" :station-id="id" />
      </div>
    </div>
    <CookStrip :formula-id="formulaId" :diameter-mm="first.diameterMm" :volume-ml="volumeMl" />
  </div>
</template>
