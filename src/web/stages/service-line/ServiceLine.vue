<script setup lang="ts">
import { computed } from 'vue';
import { clock, minutes } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import type { Bar } from './lane-bar.ts';
import LaneBars from './LaneBars.vue';
import { useStartPassed } from '../frame/use-start-passed.ts';

/** From now to service: lots, plates and panfuls on one strip. Slim while cooking. */
const props = defineProps<{ slim: boolean }>();
const store = useRun();
const startPassed = useStartPassed();
const zone = computed(() => store.run?.pins.timeZone ?? 'UTC');

interface Lane {
  readonly label: string;
  readonly tall: boolean;
  readonly bars: readonly Bar[];
}

/** Changes with the brief alone, not with every tap: the lanes of a thousand pieces are many. */
const brief = computed(() => store.state?.brief);
const lanes = computed<Lane[]>(() => {
  const { run, plan } = store;
  if (!run || !plan || !brief.value) return [];
  const cooking: Lane[] = [...new Set(brief.value.items.flatMap((item) => item.stationIds))].map((stationId) => {
    const { name, zones } = store.view.station(stationId);
    const rowOf = (key: string) => [zones.findIndex((zone) => key.endsWith(`/${zone.id}`)), zones.length] as const;
    return {
      label: name,
      tall: zones.length > 1,
      bars: [
        ...plan.preheats
          .filter((preheat) => preheat.zoneKey.startsWith(stationId))
          .map((preheat): Bar => ({
            key: preheat.zoneKey,
            fromMs: preheat.lightMs,
            toMs: preheat.readyMs,
            look: 'heat',
            title: t('line.heat'),
            row: rowOf(preheat.zoneKey),
          })),
        ...plan.panfuls
          .filter((panful) => panful.zoneKey.startsWith(stationId))
          .flatMap((panful, index): Bar[] => {
            const title = t('line.panful', { n: panful.size, pieces: store.view.formula(panful.formulaId).pieceWord });
            return [
              {
                key: `${index}a`,
                fromMs: panful.pourMs,
                toMs: panful.flipMs,
                look: 'first',
                title,
                row: rowOf(panful.zoneKey),
              },
              {
                key: `${index}b`,
                fromMs: panful.flipMs,
                toMs: panful.endMs,
                look: 'second',
                title,
                row: rowOf(panful.zoneKey),
              },
            ];
          }),
      ],
    };
  });
  if (props.slim) return cooking;
  const lots: Lane = {
    label: t('line.lots'),
    tall: plan.lots.length > 1,
    bars: plan.lots.flatMap((lot, index): Bar[] => {
      const { name } = store.view.formula(lot.formulaId);
      return [
        {
          key: `${lot.formulaId}${lot.number}m`,
          fromMs: lot.mixStartMs,
          toMs: lot.mixEndMs,
          look: 'mix',
          title: t('line.mix', { name }),
          row: [index, plan.lots.length],
        },
        {
          key: `${lot.formulaId}${lot.number}r`,
          fromMs: lot.mixEndMs,
          toMs: lot.firstPourMs,
          look: 'rest',
          title: t('line.rest', { name }),
          row: [index, plan.lots.length],
        },
      ];
    }),
  };
  return [lots, ...cooking];
});

const LOOKS_BACK_MS = 2 * 3_600_000;
interface Span {
  readonly fromMs: number;
  readonly toMs: number;
}
const span = computed((before?: Span): Span => {
  const now = spanNow();
  return before?.fromMs === now.fromMs && before.toMs === now.toMs ? before : now;
});

function spanNow(): Span {
  const { plan } = store;
  if (!plan) return { fromMs: 0, toMs: 1 };
  // a rest of a night would leave no room for the morning: what is long past goes
  const begun = Math.max(plan.startMs - 120_000, Math.min(store.nowMs, plan.firstPourMs) - LOOKS_BACK_MS);
  const early = props.slim ? plan.firstPourMs - 60_000 : begun;
  return { fromMs: Math.min(early, Math.max(store.nowMs, early - 900_000)), toMs: plan.serviceAtMs + 60_000 };
}

/** Where a moment lies on the strip, %. */
const at = computed(() => {
  const { fromMs, toMs } = span.value;
  return (ms: number) => Math.round(Math.min(1, Math.max(0, (ms - fromMs) / (toMs - fromMs))) * 10_000) / 100;
});

/** A label this close to the service mark, in hundredths of the strip, would lie under it. */
const CLEAR_OF_SERVICE = 3.5;
/** About eight marks, on round minutes. */
const marks = computed(() => {
  const minutesWide = (span.value.toMs - span.value.fromMs) / 60_000;
  const step = [1, 2, 5, 10, 15, 30, 60, 120].find((candidate) => minutesWide / candidate <= 9) ?? 240;
  const list: number[] = [];
  for (
    let ms = Math.ceil(span.value.fromMs / (step * 60_000)) * step * 60_000;
    ms < span.value.toMs;
    ms += step * 60_000
  )
    list.push(ms);
  const service = at.value(store.plan?.serviceAtMs ?? 0);
  return list.filter((ms) => Math.abs(at.value(ms) - service) > CLEAR_OF_SERVICE);
});

const spare = computed(() => {
  const { plan } = store;
  if (!plan) return null;
  const begun = store.state!.lots.size > 0 || store.state!.pieces.size > 0;
  if (store.nowMs > plan.serviceAtMs && begun)
    return {
      look: 'text-soft',
      big: t('line.over'),
      small: t('line.overAgo', { time: minutes((plan.serviceAtMs - store.nowMs) / 1000) }),
    };
  if (begun)
    return { look: 'text-bell', big: t('line.toService'), small: minutes((plan.serviceAtMs - store.nowMs) / 1000) };
  return startPassed.value !== null
    ? {
        look: 'text-ember',
        big: t('line.late'),
        small: t('line.lateBy', { time: minutes(startPassed.value) }),
      }
    : {
        look: 'text-bell',
        big: t('line.fits'),
        small: t('line.startIn', { time: minutes((plan.startMs - store.nowMs) / 1000) }),
      };
});
</script>

<template>
  <section v-if="store.plan" class="flex gap-3 px-5 py-2 max-md:px-3" :aria-label="t('line.title')">
    <div
      class="relative min-w-0 flex-1"
      role="img"
      :aria-label="
        t('line.spoken', {
          start: clock(store.plan.startMs, zone),
          pour: clock(store.plan.firstPourMs, zone),
          lift: clock(store.plan.lastLiftMs, zone),
          eat: clock(store.plan.serviceAtMs, zone),
        })
      "
    >
      <div class="relative ml-24 h-5 text-xs text-soft max-md:ml-0">
        <span v-for="ms in marks" :key="ms" class="absolute -translate-x-1/2" :style="{ left: `${at(ms)}%` }">{{
          clock(ms, zone)
        }}</span>
      </div>
      <div
        v-for="lane in lanes"
        :key="lane.label"
        class="flex items-center gap-2"
        :class="slim ? (lane.tall ? 'h-4' : 'h-2.5') : lane.tall ? 'h-6' : 'h-4'"
      >
        <span class="w-22 shrink-0 truncate text-xs text-soft max-md:hidden">{{ lane.label }}</span>
        <div class="relative h-full flex-1">
          <div class="absolute inset-x-0 top-1/2 border-t border-line" />
          <LaneBars :bars="lane.bars" :at="at" :now-ms="store.nowMs" :zone="zone" />
        </div>
      </div>
      <div class="pointer-events-none absolute inset-y-0 right-0 left-24 max-md:left-0">
        <div
          v-if="store.nowMs > span.fromMs && store.nowMs < span.toMs"
          class="absolute inset-y-0 w-0.5 bg-ember"
          :style="{ left: `${at(store.nowMs)}%` }"
        />
        <div class="absolute inset-y-0 w-1 rounded bg-bell" :style="{ left: `${at(store.plan.serviceAtMs)}%` }" />
      </div>
    </div>
    <p v-if="spare" class="w-28 shrink-0 self-center leading-tight max-md:hidden" :class="spare.look">
      <span class="figure block text-lg">{{ spare.big }}</span><span class="text-sm text-soft">{{ spare.small }}</span>
    </p>
  </section>
  <p v-else-if="store.planError" class="px-5 py-2 font-semibold text-ember" role="alert">
    {{ t('line.noPlan') }} {{ store.planError }}
  </p>
</template>
