<script setup lang="ts">
import { computed } from 'vue';
import { stationNow, zoneOf, type ZoneForecast } from '#core/desk';
import BigButton from '../../parts/BigButton.vue';
import { markText, number, temperature } from '../../parts/format.ts';
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
      .filter((zone) => zone.basis !== 'cold' && zone.mark !== null && zone.mark > 0 && !warming(zone) && zone.strays)
      .sort((a, b) => Math.abs(b.surfaceC - b.targetC) - Math.abs(a.surfaceC - a.targetC))[0],
);
/** A plate that runs away further than its dial can answer. */
const alarm = computed(() => {
  const zone = (store.outlook?.forecast.zones ?? []).find((each) => each.alarm !== null);
  return zone ? { zoneId: zone.zoneId, text: alarmText(zone.alarm!) } : null;
});
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

function turn(): void {
  const zone = stray.value;
  if (!zone || to.value === null) return;
  void store.tap([
    { kind: 'burner-turned', payload: { stationId: zone.stationId, zoneId: zone.zoneId, mark: to.value } },
  ]);
}
</script>

<template>
  <PaperCard v-if="alarm" look="ember" role="alert" data-testid="heat-alarm">
    <p class="figure text-lg text-ember">{{ alarm.zoneId }}: {{ alarm.text }}</p>
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
    </p>
    <BigButton v-if="to !== null" class="mt-2 w-full" @click="turn">{{
      t('advice.turned', { zone: stray.zoneId, mark: markText(dialOf(stray), to) })
    }}</BigButton>
  </PaperCard>
</template>
