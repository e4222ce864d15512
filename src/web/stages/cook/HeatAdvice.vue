<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { formulaOf, stationNow, whereToRead, zoneOf, type ZoneForecast } from '#core/desk';
import BigButton from '../../parts/BigButton.vue';
import { markText, number, temperature, temperatureSpread } from '../../parts/format.ts';
import { differenceFromCelsius } from '#core/units';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';
import { alarmText } from '../heat/alarm-text.ts';

/** The one zone that strays furthest from its surface, and the dial step that answers it. */
const store = useRun();
const session = useSession();
/** A plate that is still on its way up is not off: it was not poured on yet. */
const warming = (zone: ZoneForecast) =>
  zone.surfaceC < zone.targetC &&
  ![...store.state!.pieces.values()].some(
    (piece) => piece.stationId === zone.stationId && piece.zoneId === zone.zoneId,
  );

const stray = computed(
  (): ZoneForecast | undefined =>
    (store.outlook?.forecast.zones ?? [])
      .filter(
        (zone) =>
          zone.alarm?.kind !== 'done' &&
          zone.basis !== 'cold' &&
          zone.mark !== null &&
          zone.mark > 0 &&
          !warming(zone) &&
          zone.strays,
      )
      .sort((a, b) => Math.abs(b.surfaceC - b.targetC) - Math.abs(a.surfaceC - a.targetC))[0],
);
/** A plate that runs away further than its dial can answer. */
const alarm = computed(() => {
  const zones = store.outlook?.forecast.zones ?? [];
  const zone = zones.find(({ alarm: told }) => told !== null && told.kind !== 'done');
  return zone ? { zone, text: alarmText(zone.alarm!) } : null;
});
/** A plate that nobody needs any more and that still burns. */
const done = computed(() => (store.outlook?.forecast.zones ?? []).find((zone) => zone.alarm?.kind === 'done') ?? null);
const warm = computed(() => (stray.value ? stray.value.surfaceC > stray.value.targetC : false));
const dialOf = (zone: ZoneForecast) =>
  zoneOf(stationNow(store.run!.pins, store.state!, zone.stationId), zone.zoneId).dial;
const to = computed(() => stray.value?.advisedMark ?? null);
const off = computed(() =>
  stray.value
    ? number(
        differenceFromCelsius(Math.abs(stray.value.surfaceC - stray.value.targetC), session.settings.temperatureUnit),
      )
    : '',
);

/** A batter that browns fast, or a plate with hot spots, is run cooler than its formula says: why, and what it is good for. */
const WORTH_SAYING_C = 3;
const cooler = computed(() => {
  const zone = stray.value;
  if (!zone) return null;
  const usualC = formulaOf(store.run!.pins, zone.formulaId).heat.targetC;
  if (usualC - zone.targetC < WORTH_SAYING_C) return null;
  return t('advice.cooler', {
    zone: zone.zoneId,
    target: temperature(zone.targetC),
    usual: temperature(usualC),
  });
});
const gain = computed(() => {
  const zone = stray.value;
  if (!zone || to.value === null) return null;
  return t('advice.gain', { s: number(zone.atTarget.flip.bestS), good: zone.goodAtTarget, n: zone.places.length });
});
/** What to do when no turn answers it. */
const rest = computed(() => {
  if (!stray.value?.dialAtEnd) return t('advice.wait');
  return t(warm.value ? 'advice.lowest' : 'advice.highest', { zone: stray.value.zoneId });
});
/** Before a zone is poured: the place whose heat is known least, while a thermometer may still reach it. */
const unread = computed(() => {
  const state = store.state!;
  for (const zone of store.outlook?.forecast.zones ?? []) {
    const empty = ![...state.onPlate.values()].some((id) => {
      const piece = state.pieces.get(id)!;
      return piece.stationId === zone.stationId && piece.zoneId === zone.zoneId;
    });
    if (!empty || zone.alarm?.kind === 'done' || zone.basis === 'cold' || warming(zone)) continue;
    const place = whereToRead(zone.places);
    if (place) return { ...zone, place };
  }
  return null;
});

function turn({ stationId, zoneId, advisedMark }: ZoneForecast, mark = advisedMark): void {
  if (mark !== null) void store.tap([{ kind: 'burner-turned', payload: { stationId, zoneId, mark } }]);
}
</script>

<template>
  <PaperCard v-if="alarm" look="ember" role="alert" data-testid="heat-alarm">
    <p class="figure text-lg text-ember">{{ alarm.zone.zoneId }}: {{ alarm.text }}</p>
    <BigButton v-if="alarm.zone.advisedMark !== null" class="mt-2 w-full" @click="turn(alarm.zone)">{{
      t('advice.turned', { zone: alarm.zone.zoneId, mark: markText(dialOf(alarm.zone), alarm.zone.advisedMark) })
    }}</BigButton>
  </PaperCard>
  <PaperCard v-else-if="done" look="ember" data-testid="done-advice">
    <p class="figure text-lg text-ember">{{ done.zoneId }}: {{ alarmText(done.alarm!) }}</p>
    <BigButton class="mt-2 w-full" @click="turn(done, 0)">{{ t('advice.turnedOff', { zone: done.zoneId }) }}</BigButton>
  </PaperCard>
  <PaperCard v-else-if="stray" look="ember" data-testid="heat-advice">
    <p class="figure text-lg text-ember">
      {{
        t(warm ? 'advice.warm' : 'advice.cool', {
          zone: stray.zoneId,
          off,
          unit: `°${session.settings.temperatureUnit}`,
        })
      }}
    </p>
    <p class="text-sm">
      {{ t('advice.first', { s: number(stray.next.flip.bestS), target: temperature(stray.targetC) }) }}
      {{ gain }}
    </p>
    <p v-if="cooler" class="text-sm" data-testid="cooler">{{ cooler }}</p>
    <p v-if="to === null" class="font-semibold" data-testid="wait">{{ rest }}</p>
    <BigButton v-else class="mt-2 w-full" @click="turn(stray)">{{
      t('advice.turned', { zone: stray.zoneId, mark: markText(dialOf(stray), to) })
    }}</BigButton>
  </PaperCard>
  <PaperCard v-else-if="unread" data-testid="read-advice">
    <p class="text-sm">
      {{ t('advice.read', { place: unread.place.id, sd: temperatureSpread(unread.place.sdC) }) }}
      <RouterLink class="font-semibold text-bell underline" :to="`/runs/${store.run!.id}/heat`">{{
        t('advice.toHeat')
      }}</RouterLink>
    </p>
  </PaperCard>
</template>
