<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import { EGG_CLASS_IDS, type EggClass } from '#core/ingredients';
import { pressureAtAltitudePa, toCelsius, fromCelsius } from '#core/units';
import { RULE_SETS } from '#core/safety';
import { KITCHEN_FACTS, RULE_CHOICES } from '#contract';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../parts/ChoiceField.vue';
import FormField from '../parts/FormField.vue';
import { minutes, number, temperature } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { readFigure } from '../parts/read-figure.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';

/** Eggs, height, room and bowl: what a kitchen's batters feel. Runs pin it when they are made. */
const session = useSession();
const facts = computed(() => session.session?.kitchen.facts ?? KITCHEN_FACTS);
const unit = computed(() => session.settings.temperatureUnit);
const form = reactive({
  eggClass: facts.value.eggClass as EggClass,
  altitudeM: String(facts.value.altitudeM),
  room: String(Math.round(fromCelsius(facts.value.roomC, unit.value))),
  bowlL: facts.value.bowlMl === null ? '' : String(facts.value.bowlMl / 1000),
  fridge: shownC(facts.value.fridgeC),
  rules: facts.value.rules as (typeof RULE_CHOICES)[number],
  ...ownRulesForm(),
});
function shownC(tempC: number): string {
  return String(Math.round(fromCelsius(tempC, unit.value) * 10) / 10);
}
/** The kitchen's own rules, or those it would start from. */
function ownRulesForm() {
  const { coldC, outMin, hotRoomOutMin, keptH } = facts.value.ownRules ?? RULE_SETS.us;
  return { coldC: shownC(coldC), outMin: String(outMin), hotRoomOutMin: String(hotRoomOutMin), keptH: String(keptH) };
}
/** What the chosen rules say, in a line. */
const told = computed(() => {
  if (form.rules === 'own') return '';
  const { coldC, outMin, keptH } = RULE_SETS[form.rules];
  return t('facts.rulesTold', { cold: temperature(coldC), out: minutes(outMin * 60), kept: keptH });
});
const { errors, busy, run } = useAction();
const kept = ref(false);
const SEA_PA = pressureAtAltitudePa(0);
const air = computed(() => {
  const altitudeM = readFigure(form.altitudeM);
  if (!(altitudeM >= 200 && altitudeM <= 6000)) return '';
  const pa = pressureAtAltitudePa(altitudeM);
  return t('facts.air', { hPa: number(pa / 100), percent: number((SEA_PA / pa - 1) * 100) });
});

const keep = () =>
  run(async () => {
    kept.value = false;
    const tempC = (text: string) => Math.round(toCelsius(readFigure(text), unit.value) * 10) / 10;
    await session.keepFacts({
      ...facts.value,
      fridgeC: tempC(form.fridge),
      rules: form.rules,
      ownRules:
        form.rules === 'own'
          ? {
              ...RULE_SETS.us,
              coldC: tempC(form.coldC),
              outMin: readFigure(form.outMin),
              hotRoomOutMin: readFigure(form.hotRoomOutMin),
              keptH: readFigure(form.keptH),
            }
          : facts.value.ownRules,
      eggClass: form.eggClass,
      altitudeM: readFigure(form.altitudeM),
      roomC: tempC(form.room),
      bowlMl: form.bowlL.trim() === '' ? null : readFigure(form.bowlL) * 1000,
    });
    kept.value = true;
  });
</script>

<template>
  <PaperCard :title="t('facts.title')">
    <form class="grid gap-4 sm:grid-cols-2" novalidate @submit.prevent="keep">
      <ChoiceField
        v-model="form.eggClass"
        :label="t('facts.eggClass')"
        :options="EGG_CLASS_IDS.map((value) => ({ value, label: t(`eggClass.${value}`) }))"
      />
      <FormField
        v-model="form.altitudeM"
        type="decimal"
        unit="m"
        :label="t('facts.altitude')"
        :error="errors['altitudeM']"
      />
      <FormField
        v-model="form.room"
        type="decimal"
        :unit="`°${unit}`"
        :label="t('facts.room')"
        :error="errors['roomC']"
      />
      <FormField
        v-model="form.bowlL"
        type="decimal"
        unit="L"
        :label="t('facts.bowl')"
        :hint="t('facts.bowlHint')"
        :error="errors['bowlMl']"
      />
      <FormField
        v-model="form.fridge"
        type="decimal"
        :unit="`°${unit}`"
        :label="t('facts.fridge')"
        :error="errors['fridgeC']"
      />
      <ChoiceField
        v-model="form.rules"
        :label="t('facts.rules')"
        :options="RULE_CHOICES.map((value) => ({ value, label: t(`facts.ruleSet.${value}`) }))"
      />
      <template v-if="form.rules === 'own'">
        <FormField
          v-model="form.coldC"
          type="decimal"
          :unit="`°${unit}`"
          :label="t('facts.own.cold')"
          :error="errors['ownRules.coldC']"
        />
        <FormField
          v-model="form.outMin"
          type="decimal"
          unit="min"
          :label="t('facts.own.out')"
          :error="errors['ownRules.outMin']"
        />
        <FormField
          v-model="form.hotRoomOutMin"
          type="decimal"
          unit="min"
          :label="t('facts.own.hot')"
          :error="errors['ownRules.hotRoomOutMin']"
        />
        <FormField
          v-model="form.keptH"
          type="decimal"
          unit="h"
          :label="t('facts.own.kept')"
          :error="errors['ownRules.keptH']"
        />
      </template>
      <p class="text-sm text-soft sm:col-span-2">{{ told }} {{ t('caution.localCode') }}</p>
      <p v-if="air" class="text-sm text-soft sm:col-span-2">{{ air }}</p>
      <div class="flex items-center gap-3 sm:col-span-2">
        <BigButton type="submit" :disabled="busy">{{ t('facts.keep') }}</BigButton>
        <p v-if="kept" class="font-semibold text-leaf" role="status">{{ t('facts.kept') }}</p>
      </div>
    </form>
  </PaperCard>
</template>
