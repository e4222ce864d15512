<script setup lang="ts">
import { computed } from 'vue';
import { USUAL_THIN_KG_M3, targetConsistency, secondsFor } from '#core/consistency';
import { SCHOOL } from '#core/formula';
import { KITCHEN_FACTS, KitchenFactsSchema } from '#contract';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { asContract } from '../forms/fields.ts';
import { number } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { readFigure } from '../forms/read-figure.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';
import { useForm } from '../forms/use-form.ts';

/** Funnels of this kitchen, each fitted once with water and oil. */
const session = useSession();
const facts = computed(() => session.session?.kitchen.facts ?? KITCHEN_FACTS);
const aim = targetConsistency({ ...SCHOOL.thin, type: 'thin', lines: [] });
/** Faults of the one that is added are told at its own fields. */
const fieldOf = (place: string) => place.replace(`funnels.${facts.value.funnels.length}`, '').replace(/^\./, '');
const NOTHING = { name: '', waterS: '', oilS: '' };
const form = useForm({
  typed: NOTHING,
  schema: () =>
    asContract(
      ({ name, waterS, oilS }: typeof NOTHING) => {
        const funnel = { id: newId(), name, waterS: readFigure(waterS), oilS: readFigure(oilS) };
        return { ...facts.value, funnels: [...facts.value.funnels, funnel] };
      },
      KitchenFactsSchema,
      fieldOf,
    ),
  async keep(changed) {
    await session.keepFacts(changed);
    form.reset(NOTHING);
  },
});
const { errors, busy, run } = useAction();
const drop = (id: string) =>
  run(() => session.keepFacts({ ...facts.value, funnels: facts.value.funnels.filter((each) => each.id !== id) }));
const right = (funnel: { waterS: number; oilS: number }) => secondsFor({ funnel }, aim, USUAL_THIN_KG_M3);
</script>

<template>
  <PaperCard :title="t('funnels.title')">
    <p class="mb-3 text-soft">{{ t('funnels.lead') }}</p>
    <ul v-if="facts.funnels.length" class="mb-3">
      <li v-for="funnel in facts.funnels" :key="funnel.id" class="flex items-center gap-3 border-t border-line py-1">
        <span class="flex-1"
          >{{ t('funnels.row', { name: funnel.name, water: number(funnel.waterS, 1), oil: number(funnel.oilS, 1) })
          }}<span v-if="right(funnel) !== null" class="block text-sm text-soft">{{
            t('funnels.good', { n: number(right(funnel)!, 0) })
          }}</span></span
        >
        <button
          type="button"
          class="min-h-11 px-2 text-bell underline"
          :aria-label="t('funnels.dropLine', { name: funnel.name })"
          @click="drop(funnel.id)"
        >
          {{ t('funnels.drop') }}
        </button>
      </li>
    </ul>
    <p v-else class="mb-3">{{ t('funnels.none') }}</p>
    <form class="grid gap-3 sm:grid-cols-[2fr_1fr_1fr]" novalidate @submit.prevent="form.submit">
      <BoundField :of="form" name="name" :label="t('funnels.name')" />
      <BoundField :of="form" name="waterS" type="decimal" unit="s" :label="t('funnels.water')" />
      <BoundField :of="form" name="oilS" type="decimal" unit="s" :label="t('funnels.oil')" />
      <FormFaults class="sm:col-span-3" :of="form" />
      <p v-for="message in errors" :key="message" class="font-semibold text-ember sm:col-span-3" role="alert">
        {{ message }}
      </p>
      <BigButton type="submit" class="sm:col-span-3" :disabled="busy || form.busy.value">{{
        t('funnels.keep')
      }}</BigButton>
    </form>
  </PaperCard>
</template>
