<script setup lang="ts">
import { computed, ref } from 'vue';
import * as v from 'valibot';
import type { PairFigures } from '#core/heating';
import type { HeatReading, SpotOnPlate, StationBody } from '#core/plate';
import BigButton from '../parts/BigButton.vue';
import ChoiceChips from '../parts/ChoiceChips.vue';
import DialStepper from '../parts/DialStepper.vue';
import BoundField from '../forms/BoundField.vue';
import { figure, orNothing } from '../forms/fields.ts';
import { useForm } from '../forms/use-form.ts';
import { markText, minutes, number } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import ReadingForm from '../parts/ReadingForm.vue';
import { t } from '../words/index.ts';
import type { Heating } from './use-heating.ts';

/** Lights a zone and reads it: on the cook's own stove or on the simulated one. */
const props = defineProps<{
  body: StationBody;
  heating: Heating;
  roomC: number;
  holdC: number;
  spot: SpotOnPlate | null;
  pairs: readonly PairFigures[];
}>();
const zoneId = defineModel<string>('zoneId', { required: true });
const emit = defineEmits<{ keep: [reading: HeatReading] }>();
const { heating } = props;
const zone = computed(() => props.body.zones.find(({ id }) => id === zoneId.value) ?? props.body.zones[0]!);
const dial = computed(() => zone.value.dial);
/** The mark that is thought to hold the surface asked for: a cold plate is lit there. */
const advised = computed(() => props.pairs.find(({ zoneId: id }) => id === zone.value.id)!.advice.holdMark);
const wanted = ref<number | null>(null);
const mark = computed({
  get: () => wanted.value ?? (heating.markOf(zone.value.id) || advised.value),
  set: (value: number) => (wanted.value = value),
});
/** A cook who forgot to tell of a turn does so within the morning, min. */
const MAX_AGO_MIN = 600;
const NOW = { agoMin: '0' };
const turn = useForm({
  typed: NOW,
  schema: () => v.object({ agoMin: orNothing(figure(0, MAX_AGO_MIN)) }),
  keep({ agoMin = 0 }) {
    void heating.stove.turn(zone.value.id, mark.value, agoMin * 60);
    turn.reset(NOW);
    wanted.value = null;
  },
});
const stands = computed(() =>
  heating.lit(zone.value.id)
    ? t('station.lit', {
        mark: markText(dial.value, heating.markOf(zone.value.id)),
        time: minutes(heating.stoodS(zone.value.id)),
      })
    : t('station.cold'),
);
async function simulate(): Promise<void> {
  const read = await heating.probe.read(zone.value.id, props.spot);
  emit('keep', { method: 'simulatedProbe', ...read });
}
const stove = computed({
  get: () => (heating.simulated.value ? 'simulated' : 'own'),
  set: (value: 'own' | 'simulated') => {
    heating.simulated.value = value === 'simulated';
    heating.cold();
  },
});
</script>

<template>
  <PaperCard :title="t('station.read')">
    <div class="flex flex-col gap-4" data-testid="calibrate">
      <p class="text-soft">{{ t('station.readLead') }}</p>
      <ChoiceChips
        v-model="stove"
        look="bar"
        :label="t('station.stove')"
        :options="[
          { value: 'own', label: t('station.own') },
          { value: 'simulated', label: t('station.simulated') },
        ]"
      />
      <p v-if="stove === 'simulated'" class="text-sm text-soft">{{ t('station.simulatedNote') }}</p>
      <ChoiceChips
        v-if="body.zones.length > 1"
        v-model="zoneId"
        :label="t('station.which')"
        :options="
          body.zones.map(({ id, burnerName }) => ({ value: id, label: burnerName ? `${id} · ${burnerName}` : id }))
        "
      />
      <p class="font-semibold" role="status">{{ stands }}</p>
      <DialStepper v-model="mark" :dial="dial" :zone="zone.id" />
      <form class="flex flex-wrap items-end gap-3" novalidate @submit.prevent="turn.submit">
        <BoundField
          v-if="stove === 'own'"
          :of="turn"
          name="agoMin"
          class="w-44"
          type="decimal"
          unit="min"
          :label="t('station.turnEarlier')"
        />
        <BigButton type="submit" class="flex-1">{{ t('station.turnNow', { mark: markText(dial, mark) }) }}</BigButton>
      </form>
      <div v-if="stove === 'simulated' && heating.lit(zone.id)" class="grid grid-cols-2 gap-2">
        <BigButton v-for="n in [5, 20]" :key="n" @click="heating.letRun(n * 60)">{{
          t('station.wait', { n })
        }}</BigButton>
      </div>
      <template v-if="heating.lit(zone.id)">
        <p v-if="spot" class="text-sm text-soft" role="status">
          {{ t('station.picked', { x: number(spot.xMm / 10), y: number(spot.yMm / 10) }) }}
        </p>
        <ReadingForm
          :station="body"
          :room-c="roomC"
          :target-c="holdC"
          :simulated="stove === 'simulated'"
          @keep="emit('keep', $event)"
          @simulate="simulate"
        />
      </template>
      <p v-else class="text-sm text-soft">{{ t('station.needLit') }}</p>
    </div>
  </PaperCard>
</template>
