<script setup lang="ts">
import { computed, ref } from 'vue';
import { EGG_CLASS_IDS } from '#core/ingredients';
import { MEASURE_SYSTEMS, pressureAtAltitudePa, toCelsius, fromCelsius } from '#core/units';
import { RULE_SETS } from '#core/safety';
import { KITCHEN_FACTS, KitchenFactsSchema, RULE_CHOICES } from '#contract';
import BigButton from '../parts/BigButton.vue';
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { asContract } from '../forms/fields.ts';
import { minutes, number, temperature } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { readFigure } from '../forms/read-figure.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useForm } from '../forms/use-form.ts';

/** Eggs, height, room and bowl: what a kitchen's batters feel. Runs pin it when they are made. */
const session = useSession();
const facts = computed(() => session.session?.kitchen.facts ?? KITCHEN_FACTS);
const unit = computed(() => session.settings.temperatureUnit);
const { eggClass, altitudeM, roomC, bowlMl, fridgeC, rules, measuredBy } = facts.value;
const SCALE = 'scale';
/** As the contract has them, but in the cook's unit, and the bowl in litres. */
const typed = {
  ...{ eggClass, rules, altitudeM: String(altitudeM), measuredBy: measuredBy ?? SCALE },
  ...{ roomC: String(Math.round(fromCelsius(roomC, unit.value))), fridgeC: shownC(fridgeC) },
  ...{ bowlMl: bowlMl === null ? '' : String(bowlMl / 1000), ownRules: ownRulesForm() },
};
const kept = ref(false);
const form = useForm({
  typed,
  schema: () => asContract(written, KitchenFactsSchema),
  async keep(read) {
    kept.value = false;
    await session.keepFacts(read);
    kept.value = true;
  },
});
const { values } = form;
function written({ ownRules, ...now }: typeof typed): unknown {
  const tempC = (text: string) => Math.round(toCelsius(readFigure(text), unit.value) * 10) / 10;
  const ownFigures = {
    ...{ coldC: tempC(ownRules.coldC), outMin: readFigure(ownRules.outMin) },
    ...{ hotRoomOutMin: readFigure(ownRules.hotRoomOutMin), keptH: readFigure(ownRules.keptH) },
  };
  return {
    ...{ ...facts.value, eggClass: now.eggClass, rules: now.rules, altitudeM: readFigure(now.altitudeM) },
    ...{ roomC: tempC(now.roomC), fridgeC: tempC(now.fridgeC) },
    bowlMl: now.bowlMl.trim() === '' ? null : readFigure(now.bowlMl) * 1000,
    measuredBy: now.measuredBy === SCALE ? null : now.measuredBy,
    ownRules: now.rules === 'own' ? { ...RULE_SETS.us, ...ownFigures } : facts.value.ownRules,
  };
}
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
  if (values.rules === 'own') return '';
  const { coldC, outMin, keptH } = RULE_SETS[values.rules];
  return t('facts.rulesTold', { cold: temperature(coldC), out: minutes(outMin * 60), kept: keptH });
});
const SEA_PA = pressureAtAltitudePa(0);
const air = computed(() => {
  const altitudeM = readFigure(values.altitudeM);
  if (!(altitudeM >= 200 && altitudeM <= 6000)) return '';
  const pa = pressureAtAltitudePa(altitudeM);
  return t('facts.air', { hPa: number(pa / 100), percent: number((SEA_PA / pa - 1) * 100) });
});
</script>

<template>
  <PaperCard :title="t('facts.title')">
    <form class="grid gap-4 sm:grid-cols-2" novalidate @submit.prevent="form.submit">
      <BoundChoice
        :of="form"
        name="eggClass"
        :label="t('facts.eggClass')"
        :options="EGG_CLASS_IDS.map((value) => ({ value, label: t(`eggClass.${value}`) }))"
      />
      <BoundChoice
        :of="form"
        name="measuredBy"
        :label="t('facts.measuredBy')"
        :options="[
          { value: SCALE, label: t('facts.byScale') },
          ...MEASURE_SYSTEMS.map((value) => ({ value, label: t(`kitchen.measures.${value}`) })),
        ]"
      />
      <BoundField :of="form" name="altitudeM" type="decimal" unit="m" :label="t('facts.altitude')" />
      <BoundField :of="form" name="roomC" type="decimal" :unit="`°${unit}`" :label="t('facts.room')" />
      <BoundField
        :of="form"
        name="bowlMl"
        type="decimal"
        unit="L"
        :label="t('facts.bowl')"
        :hint="t('facts.bowlHint')"
      />
      <BoundField :of="form" name="fridgeC" type="decimal" :unit="`°${unit}`" :label="t('facts.fridge')" />
      <BoundChoice
        :of="form"
        name="rules"
        :label="t('facts.rules')"
        :options="RULE_CHOICES.map((value) => ({ value, label: t(`facts.ruleSet.${value}`) }))"
      />
      <template v-if="values.rules === 'own'">
        <BoundField :of="form" name="ownRules.coldC" type="decimal" :unit="`°${unit}`" :label="t('facts.own.cold')" />
        <BoundField :of="form" name="ownRules.outMin" type="decimal" unit="min" :label="t('facts.own.out')" />
        <BoundField :of="form" name="ownRules.hotRoomOutMin" type="decimal" unit="min" :label="t('facts.own.hot')" />
        <BoundField :of="form" name="ownRules.keptH" type="decimal" unit="h" :label="t('facts.own.kept')" />
      </template>
      <p class="text-sm text-soft sm:col-span-2">{{ told }} {{ t('caution.localCode') }}</p>
      <p v-if="air" class="text-sm text-soft sm:col-span-2">{{ air }}</p>
      <FormFaults class="sm:col-span-2" :of="form" />
      <div class="flex items-center gap-3 sm:col-span-2">
        <BigButton type="submit" :disabled="form.busy.value">{{ t('facts.keep') }}</BigButton>
        <p v-if="kept" class="font-semibold text-leaf" role="status">{{ t('facts.kept') }}</p>
      </div>
    </form>
  </PaperCard>
</template>
