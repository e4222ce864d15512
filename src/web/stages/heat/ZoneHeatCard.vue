<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import { computed, ref } from 'vue';
import { stationNow, zoneOf } from '#core/setup';
import { type ZoneForecast } from '#core/forecast';
import type { FormulaBody } from '#core/formula';
import type { HeatReading, SpotOnPlate } from '#core/plate';
import BigButton from '../../parts/BigButton.vue';
import { clock, markText, stretch, temperature, temperatureSpread } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import ReadingForm from '../../parts/ReadingForm.vue';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';
import { alarmText } from './alarm-text.ts';
import ZoneDial from '../plate/ZoneDial.vue';
import SwapBurner from './SwapBurner.vue';
import ZoneReadings from './ZoneReadings.vue';
import { useDialAdvice } from './use-dial-advice.ts';
import { useRunInstruments } from './use-run-instruments.ts';

/** One burner's part of a plate: light it, turn it, read it. */
const props = defineProps<{ zone: ZoneForecast; body: FormulaBody; spot: SpotOnPlate | null }>();
const store = useRun();
const session = useSession();

const planned = computed(() => store.plan?.preheats.find((preheat) => preheat.zoneKey === props.zone.key));
const station = computed(() => stationNow(store.view, props.zone.stationId));
const burner = computed(() => zoneOf(station.value, props.zone.zoneId));
const dial = computed(() => burner.value.dial);
const off = computed(() => !props.zone.mark);
const { step, text: adviceText, turn } = useDialAdvice(() => props.zone);
const status = computed(() => {
  if (off.value && props.zone.basis === 'cold') return 'cold';
  if (props.zone.ready) return props.zone.unproven && props.zone.surfaceC < props.body.heat.lowC ? 'forOne' : 'ready';
  return props.zone.surfaceC < props.body.heat.lowC ? 'tooCool' : 'tooHot';
});
const alarm = computed(() => (props.zone.alarm ? alarmText(props.zone.alarm) : ''));
/** Places that differ from their zone by more than a cook would call even, °C. Common practice, no source. */
const UNEVEN_C = 8;
const odd = (sign: 1 | -1) =>
  props.zone.places
    .filter((place) => sign * (place.surfaceC - props.zone.surfaceC) > UNEVEN_C)
    .map(({ id }) => id)
    .join(', ');

/** What a panful does to the zone, while it is worth saying. */
const recovery = computed(() => {
  const { dipC, backS } = props.zone.recovery;
  if (dipC < LEAST_DIP_C) return '';
  const dip = temperatureSpread(dipC);
  const unit = `°${session.settings.temperatureUnit}`;
  return backS === null
    ? t('heatMore.neverBack', { dip, unit })
    : t('heatMore.dips', { dip, unit, time: backS < 5 ? t('heatMore.atOnce') : stretch(backS) });
});
const LEAST_DIP_C = 5;

const zoneRef = computed(() => ({ stationId: props.zone.stationId, zoneId: props.zone.zoneId }));
const { probe } = useRunInstruments(() => props.zone.stationId);
const oiled = computed(() => (store.state!.zones.get(props.zone.key)?.fatPutMs.length ?? 0) > 0);
const batters = computed(() =>
  (store.state!.brief?.items ?? []).map(({ formulaId: id }) => ({ id, name: store.view.formula(id).name })),
);
/** In a rehearsal the probe reads by itself; other ways are asked for. */
const reading = ref(!store.run!.rehearsal);
function keep(what: HeatReading): void {
  const spot = props.spot ? { spot: { xMm: props.spot.xMm, yMm: props.spot.yMm } } : {};
  void store.tap([{ kind: 'reading-taken', payload: { ...zoneRef.value, ...spot, ...what } }]);
}
async function readSimulated(): Promise<void> {
  keep({ method: 'simulatedProbe', ...(await probe.read(props.zone.zoneId, props.spot)) });
}
</script>

<template>
  <PaperCard :data-zone="zone.zoneId">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h3 class="text-3xl text-bell">
        {{ zone.zoneId }} <span class="text-base text-ink">{{ station.name }}</span>
      </h3>
      <span
        class="rounded-full px-3 py-0.5 text-sm font-semibold"
        :class="
          status === 'ready' || status === 'forOne'
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
          : t('heat.lightAt', { time: clock(planned.lightMs, store.view.pins.timeZone) })
      }}</span>
    </div>
    <p v-if="burner.burnerName" class="text-sm text-soft">
      {{ t('heatMore.onBurner', { burner: burner.burnerName }) }}
    </p>
    <p class="mt-2">
      <span class="figure text-5xl">{{ temperature(zone.surfaceC) }}</span>
      <span v-if="zone.highC - zone.lowC > 2" class="ml-2 text-lg text-soft" data-testid="surface-range">{{
        t('heatMore.range', { low: temperature(zone.lowC), high: temperature(zone.highC) })
      }}</span>
    </p>
    <p class="text-sm text-soft">{{ t(`heat.basis.${zone.basis}`) }}</p>
    <p v-if="zone.coolerFor && zone.mark" class="text-sm" data-testid="zone-cooler">
      {{
        t(`advice.cooler.${zone.coolerFor}`, {
          zone: zone.zoneId,
          target: temperature(zone.targetC),
          usual: temperature(body.heat.targetC),
        })
      }}
    </p>
    <p class="text-sm text-soft">{{ recovery }}</p>
    <p v-if="odd(1)" class="text-sm">{{ t('heatMore.hotter', { places: odd(1) }) }}</p>
    <p v-if="odd(-1)" class="text-sm">{{ t('heatMore.cooler', { places: odd(-1) }) }}</p>
    <p v-if="alarm" class="mt-2 flex gap-2 rounded-control bg-ember-mist p-3 font-semibold text-ember" role="alert">
      <TriangleAlert class="mt-0.5 size-5 shrink-0" aria-hidden="true" />{{ alarm }}
    </p>
    <ZoneDial class="mt-3" :zone="zone" />
    <div v-if="adviceText" class="mt-3 rounded-control bg-mist p-3" data-testid="heat-step">
      <p>{{ adviceText }}</p>
      <BigButton v-if="step && (step.due || step.why === 'light')" look="say" class="mt-2 w-full" @click="turn(step)">{{
        step.stands
          ? step.button
          : step.mark === 0
            ? t('heat.turnedOff')
            : t(off ? 'heat.lit' : 'heat.turned', { mark: markText(dial, step.mark) })
      }}</BigButton>
    </div>
    <ReadingForm
      v-if="reading"
      class="mt-3"
      :station="station"
      :room-c="store.view.pins.roomC"
      :target-c="body.heat.targetC"
      :oiled="oiled"
      :simulated="store.run!.rehearsal"
      :batters="batters"
      @keep="keep"
      @simulate="readSimulated"
    />
    <BigButton v-else-if="store.run!.rehearsal" class="mt-3 w-full" @click="readSimulated">{{
      t('reading.readSimulated')
    }}</BigButton>
    <div class="mt-3 flex flex-wrap gap-2">
      <BigButton v-if="store.run!.rehearsal" class="flex-1" :aria-expanded="reading" @click="reading = !reading">{{
        t('heatMore.read')
      }}</BigButton>
      <SwapBurner v-if="station.zones.length === 1" class="flex-1" :zone="zone" :burner-id="burner.burnerId" />
    </div>
    <ZoneReadings :readings="zone.readings" />
  </PaperCard>
</template>
