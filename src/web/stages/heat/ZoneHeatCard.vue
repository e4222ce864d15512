<script setup lang="ts">
import { computed, ref } from 'vue';
import { stationOf, type ZoneForecast } from '#core/desk';
import type { FormulaBody } from '#core/formula';
import { PROBE_SD_C } from '#core/rehearsal';
import { toCelsius } from '#core/units';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../parts/FormField.vue';
import { clock, mark, minutes, stretch, temperature, temperatureSpread } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { desk } from '../../workers/desk.ts';
import { t } from '../../words/index.ts';

/** One burner's part of a plate: light it, turn it, read it. */
const props = defineProps<{ zone: ZoneForecast; body: FormulaBody }>();
const store = useRun();
const session = useSession();

const heat = computed(() => store.plan?.preheat[props.zone.key]);
const planned = computed(() => store.plan?.preheats.find((preheat) => preheat.zoneKey === props.zone.key));
const station = computed(() => stationOf(store.run!.pins, props.zone.stationId));
const dial = computed(() => station.value.zones.find((zone) => zone.id === props.zone.zoneId)!.dial);
const off = computed(() => !props.zone.mark);
const boosting = computed(
  () =>
    heat.value &&
    props.zone.mark !== null &&
    props.zone.mark >= heat.value.boostMark &&
    heat.value.boostMark > heat.value.holdMark,
);

/** What the dial should do next, if anything. */
const advice = computed(() => {
  if (!heat.value) return null;
  if (!heat.value.reachable) return { text: t('heat.unreachable'), mark: null };
  if (off.value && !planned.value) return { text: t('heat.notNeeded'), mark: null };
  if (off.value)
    return {
      text: t('heat.light', {
        boost: mark(heat.value.boostMark),
        time: minutes(heat.value.boostS),
        hold: mark(heat.value.holdMark),
      }),
      mark: heat.value.boostMark,
    };
  if (boosting.value && props.zone.surfaceC >= props.zone.targetC - 4)
    return { text: t('heat.turnNow', { hold: mark(heat.value.holdMark) }), mark: heat.value.holdMark };
  if (boosting.value)
    return {
      text: t('heat.turnLater', { hold: mark(heat.value.holdMark), target: temperature(props.zone.targetC) }),
      mark: null,
    };
  const to = props.zone.advisedMark;
  if (!props.zone.ready && to !== null) {
    const hot = props.zone.surfaceC > props.zone.targetC;
    return { text: t(hot ? 'heat.down' : 'heat.up', { mark: mark(to) }), mark: to };
  }
  return null;
});
const status = computed(() => {
  if (off.value && props.zone.basis === 'cold') return 'cold';
  if (props.zone.ready) return 'ready';
  return props.zone.surfaceC < props.body.heat.lowC ? 'tooCool' : 'tooHot';
});

function turn(to: number): void {
  void store.tap([
    { kind: 'burner-turned', payload: { stationId: props.zone.stationId, zoneId: props.zone.zoneId, mark: to } },
  ]);
}
function nudge(steps: number): void {
  const to = Math.min(dial.value.max, Math.max(0, (props.zone.mark ?? 0) + steps * dial.value.step));
  if (to !== (props.zone.mark ?? 0)) turn(to);
}

const typed = ref('');
const error = ref('');
function readTyped(): void {
  const value = Number(typed.value.replace(',', '.'));
  const surfaceC = toCelsius(value, session.settings.temperatureUnit);
  if (typed.value.trim() === '' || !Number.isFinite(value)) error.value = t('heat.error.number');
  else if (surfaceC < 0 || surfaceC > 400)
    error.value = t('heat.error.range', { low: temperature(0), high: temperature(400) });
  else {
    error.value = '';
    typed.value = '';
    void store.tap([
      {
        kind: 'reading-taken',
        payload: {
          stationId: props.zone.stationId,
          zoneId: props.zone.zoneId,
          method: 'probe',
          surfaceC,
          sdC: PROBE_SD_C,
        },
      },
    ]);
  }
}
async function readSimulated(): Promise<void> {
  const { run, state } = store;
  if (!run || !state) return;
  const surfaceC = await desk().probe(run.pins, state, run.seed, props.zone.stationId, props.zone.zoneId, store.nowMs);
  await store.tap([
    {
      kind: 'reading-taken',
      payload: {
        stationId: props.zone.stationId,
        zoneId: props.zone.zoneId,
        method: 'simulatedProbe',
        surfaceC,
        sdC: PROBE_SD_C,
      },
    },
  ]);
}
</script>

<template>
  <PaperCard :data-zone="zone.zoneId">
    <div class="flex items-baseline gap-3">
      <h3 class="text-3xl text-bell">
        {{ zone.zoneId }} <span class="text-base text-ink">{{ station.name }}</span>
      </h3>
      <span
        class="rounded-full px-3 py-0.5 text-sm font-semibold"
        :class="
          status === 'ready'
            ? 'bg-leaf-mist text-leaf'
            : status === 'tooHot'
              ? 'bg-ember-mist text-ember'
              : 'bg-mist text-bell'
        "
        >{{ t(`heat.status.${status}`) }}</span
      >
      <span v-if="planned && off" class="ml-auto text-sm text-soft">{{
        planned.lightMs > store.nowMs && planned.lightMs - store.nowMs < 3_600_000
          ? t('heat.lightIn', { time: stretch((planned.lightMs - store.nowMs) / 1000) })
          : t('heat.lightAt', { time: clock(planned.lightMs, store.run!.pins.timeZone) })
      }}</span>
    </div>
    <p class="mt-2">
      <span class="figure text-5xl">{{ temperature(zone.surfaceC) }}</span>
      <span v-if="zone.basis !== 'cold'" class="ml-2 text-lg text-soft">± {{ temperatureSpread(zone.sdC) }}</span>
    </p>
    <p class="text-sm text-soft">{{ t(`heat.basis.${zone.basis}`) }}</p>
    <div class="mt-3 flex items-center gap-2">
      <span class="mr-auto font-semibold">{{ t('heat.dial') }}</span>
      <button
        type="button"
        class="figure size-14 rounded-control border border-line text-2xl"
        :aria-label="t('heat.less', { zone: zone.zoneId })"
        @click="nudge(-1)"
      >
        −
      </button>
      <span class="figure w-14 text-center text-3xl">{{ zone.mark ? mark(zone.mark) : t('heat.off') }}</span>
      <button
        type="button"
        class="figure size-14 rounded-control border border-line text-2xl"
        :aria-label="t('heat.more', { zone: zone.zoneId })"
        @click="nudge(1)"
      >
        +
      </button>
    </div>
    <div v-if="advice" class="mt-3 rounded-control bg-mist p-3">
      <p>{{ advice.text }}</p>
      <BigButton v-if="advice.mark !== null" look="say" class="mt-2 w-full" @click="turn(advice.mark)">{{
        off ? t('heat.lit', { mark: mark(advice.mark) }) : t('heat.turned', { mark: mark(advice.mark) })
      }}</BigButton>
    </div>
    <form v-if="!store.run!.rehearsal" class="mt-3 flex items-end gap-2" novalidate @submit.prevent="readTyped">
      <FormField
        v-model="typed"
        class="flex-1"
        type="text"
        :label="t('heat.reading')"
        :unit="`°${session.settings.temperatureUnit}`"
        :error="error"
      />
      <BigButton type="submit" :class="{ 'mb-6': error }">{{ t('heat.keep') }}</BigButton>
    </form>
    <BigButton v-else class="mt-3 w-full" @click="readSimulated">{{ t('heat.probe') }}</BigButton>
  </PaperCard>
</template>
