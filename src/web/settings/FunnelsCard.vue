<script setup lang="ts">
import { computed, reactive } from 'vue';
import { USUAL_THIN_KG_M3, targetConsistency, secondsFor } from '#core/consistency';
import { SCHOOL } from '#core/formula';
import { KITCHEN_FACTS } from '#contract';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import FormField from '../parts/FormField.vue';
import { number } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { readFigure } from '../parts/read-figure.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';

/** Funnels of this kitchen, each fitted once with water and oil. */
const session = useSession();
const facts = computed(() => session.session?.kitchen.facts ?? KITCHEN_FACTS);
const form = reactive({ name: '', waterS: '', oilS: '' });
const { errors, busy, run } = useAction();
const aim = targetConsistency({ ...SCHOOL.thin, type: 'thin', lines: [] });
/** Faults of the one that is added are told at its own fields. */
const errorOf = (field: string) => errors.value[`funnels[${facts.value.funnels.length}].${field}`];
const errorOfAll = computed(() => errorOf('') ?? errors.value[`funnels[${facts.value.funnels.length}]`]);

const keep = (funnels: typeof facts.value.funnels) => run(async () => session.keepFacts({ ...facts.value, funnels }));
async function add(): Promise<void> {
  const funnel = { id: newId(), name: form.name, waterS: readFigure(form.waterS), oilS: readFigure(form.oilS) };
  await keep([...facts.value.funnels, funnel]);
  if (facts.value.funnels.some((each) => each.id === funnel.id))
    Object.assign(form, { name: '', waterS: '', oilS: '' });
}
const drop = (id: string) => keep(facts.value.funnels.filter((each) => each.id !== id));
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
    <form class="grid gap-3 sm:grid-cols-[2fr_1fr_1fr]" novalidate @submit.prevent="add">
      <FormField v-model="form.name" :label="t('funnels.name')" :error="errorOf('name')" />
      <FormField v-model="form.waterS" type="decimal" unit="s" :label="t('funnels.water')" :error="errorOf('waterS')" />
      <FormField v-model="form.oilS" type="decimal" unit="s" :label="t('funnels.oil')" :error="errorOf('oilS')" />
      <p v-if="errorOfAll" class="text-sm font-semibold text-ember sm:col-span-3" role="alert">{{ errorOfAll }}</p>
      <BigButton type="submit" class="sm:col-span-3" :disabled="busy">{{ t('funnels.keep') }}</BigButton>
    </form>
  </PaperCard>
</template>
