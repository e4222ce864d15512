<script setup lang="ts">
import { computed } from 'vue';
import { canStandAside, type PairFigures } from '#core/heating';
import type { StationBody } from '#core/plate';
import { differenceFromCelsius } from '#core/units';
import { markText, minutes, number, temperature } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** What the marks of each dial mean, with how sure that is, and the mark for a wished surface. */
const props = defineProps<{
  body: StationBody;
  pairs: readonly PairFigures[];
  holdC: number;
}>();
const session = useSession();
const dialOf = (zoneId: string) => props.body.zones.find(({ id }) => id === zoneId)!.dial;
const nameOf = (zoneId: string) => props.body.zones.find(({ id }) => id === zoneId)!.burnerName ?? zoneId;
/** A griddle's marks from warm to searing; about nine of them. */
const rows = computed(() =>
  props.pairs.map((pair) => {
    const useful = pair.curve.filter(({ surfaceC }) => surfaceC > 90 && surfaceC < 320);
    const every = Math.max(1, Math.ceil(useful.length / 9));
    const held = pair.advice.holdMark;
    return { pair, held, marks: useful.filter((point, i) => i % every === 0 || point.mark === held) };
  }),
);
function found(pair: PairFigures): string {
  if (pair.readings.length === 0) return t('stations.unread');
  if (pair.gain !== null) {
    const percent = Math.round(100 * Math.abs(pair.gain - 1));
    if (percent < 2) return t('station.asWritten');
    return t('station.gain', { percent, more: t(pair.gain > 1 ? 'station.more' : 'station.less') });
  }
  const unit = session.settings.temperatureUnit;
  const off = Math.round(differenceFromCelsius(Math.abs(pair.errorC), unit));
  if (off < 2) return t('station.asWritten');
  return t('station.off', {
    off: number(off),
    unit: `°${unit}`,
    more: t(pair.errorC > 0 ? 'station.hotter' : 'station.cooler'),
  });
}
</script>

<template>
  <PaperCard :title="t('station.dialTitle')">
    <div class="grid gap-5" :class="{ 'md:grid-cols-2 xl:grid-cols-3': rows.length > 1 }">
      <section v-for="{ pair, held, marks } in rows" :key="pair.zoneId" :data-pair="pair.zoneId">
        <h3 v-if="rows.length > 1" class="text-lg text-bell">{{ pair.zoneId }} · {{ nameOf(pair.zoneId) }}</h3>
        <template v-if="pair.advice.tooMuchEmpty">
          <p class="figure text-2xl text-bell" data-testid="dial-advice">
            {{ t('station.dialTooMuch', { target: temperature(holdC) }) }}
          </p>
          <p class="text-soft">
            {{
              t(canStandAside(body) ? 'station.dialTooMuchHow' : 'station.dialTooMuchOff', {
                mark: markText(dialOf(pair.zoneId), held),
                low: temperature(pair.advice.lowC),
                high: temperature(pair.advice.highC),
                boost: markText(dialOf(pair.zoneId), pair.advice.boostMark),
                time: minutes(pair.advice.boostS),
              })
            }}
          </p>
        </template>
        <template v-else-if="pair.advice.reachable">
          <p class="figure text-2xl text-bell" data-testid="dial-advice">
            {{ t('station.dialFor', { target: temperature(holdC), mark: markText(dialOf(pair.zoneId), held) }) }}
          </p>
          <p class="text-soft">
            {{
              t('station.dialRange', {
                low: temperature(pair.advice.lowC),
                high: temperature(pair.advice.highC),
              })
            }}
            {{
              pair.advice.boostMark > held
                ? t('station.dialBoost', {
                    boost: markText(dialOf(pair.zoneId), pair.advice.boostMark),
                    hold: markText(dialOf(pair.zoneId), held),
                    time: minutes(pair.advice.boostS),
                  })
                : t('station.dialStraight', {
                    hold: markText(dialOf(pair.zoneId), held),
                    time: minutes(pair.advice.boostS),
                  })
            }}
          </p>
        </template>
        <p v-else class="font-semibold text-ember">{{ t('station.unreachable', { target: temperature(holdC) }) }}</p>
        <p class="mt-1">{{ found(pair) }}</p>
        <table class="mt-2 w-full">
          <thead class="text-left text-sm text-soft">
            <tr>
              <th class="font-normal">{{ t('station.mark') }}</th>
              <th class="text-right font-normal">{{ t('station.holds') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="point in marks"
              :key="point.mark"
              class="border-t border-line"
              :class="{ 'bg-mist font-semibold text-bell': point.mark === held }"
            >
              <td class="figure py-1 pl-1 text-lg">{{ markText(dialOf(pair.zoneId), point.mark) }}</td>
              <td class="py-1 pr-1 text-right">
                {{ temperature(point.surfaceC) }}
                <span class="text-sm" :class="point.mark === held ? '' : 'text-soft'"
                  >({{ temperature(point.lowC) }} – {{ temperature(point.highC) }})</span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
  </PaperCard>
</template>
