<script setup lang="ts">
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import { EGG_CLASS_IDS } from '#core/ingredients';
import { MEASURE_SYSTEMS } from '#core/units';
import { DEFAULT_SETTINGS, KITCHEN_FACTS, NewKitchenSchema, PASSPHRASE_LETTERS } from '#contract';
import { call } from '../sync/api.ts';
import BellMark from '../parts/BellMark.vue';
import BigButton from '../parts/BigButton.vue';
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { asContract } from '../forms/fields.ts';
import PaperCard from '../parts/PaperCard.vue';
import { readFigure } from '../forms/read-figure.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from '../forms/use-action.ts';
import { useForm } from '../forms/use-form.ts';
import { useHouse } from './use-house.ts';

/** Makes a kitchen: what it is called and like, and who keeps it. */
const session = useSession();
const { house, isDemo } = useHouse();

/** One who keeps a kitchen already keeps this one too, with the passphrase they have. */
const keeper = computed(() => {
  const person = session.session?.person;
  return person?.role === 'owner' && !house.value.unmade && !isDemo.value ? person : null;
});
const mayMake = computed(() => house.value.unmade || keeper.value !== null);
const { temperatureUnit, weights, measures } = session.settings;
const typed = {
  ...{ name: '', owner: { name: '', passphrase: '' } },
  facts: { eggClass: KITCHEN_FACTS.eggClass, altitudeM: '0' },
  settings: { temperatureUnit, weights, measures },
};
const form = useForm({
  typed,
  schema: () =>
    asContract(
      ({ name, owner, facts, settings }: typeof typed) => ({
        ...{ name, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone },
        facts: { ...KITCHEN_FACTS, ...facts, altitudeM: readFigure(facts.altitudeM) },
        settings: { ...DEFAULT_SETTINGS, ...settings },
        ...(keeper.value ? {} : { owner }),
      }),
      NewKitchenSchema,
    ),
  async keep(kitchen) {
    await session.makeKitchen(kitchen);
    window.location.assign('/runs'); // nothing of another kitchen stays in the page
  },
});
const isShown = ref(false);
const idea = useAction();
const takeIdea = () =>
  idea.run(async () => {
    const { passphrase } = await call<{ passphrase: string }>('GET', '/api/passphrase-idea');
    form.set('owner.passphrase', passphrase);
    isShown.value = true;
  });
const choices = <Value extends string>(setting: string, values: readonly Value[]) =>
  values.map((value) => ({ value, label: t(`kitchen.${setting}.${value}`) }));
</script>

<template>
  <main class="mx-auto flex min-h-dvh max-w-3xl flex-col justify-center gap-5 p-5">
    <div class="flex items-center gap-3 text-bell">
      <BellMark />
      <h1 class="text-4xl">{{ t('newKitchen.title') }}</h1>
    </div>
    <p v-if="!mayMake" class="text-lg" role="status">{{ t('newKitchen.notYours') }}</p>
    <form v-else class="flex flex-col gap-5" novalidate @submit.prevent="form.submit">
      <PaperCard>
        <div class="grid gap-4 sm:grid-cols-2">
          <BoundField
            :of="form"
            name="name"
            class="sm:col-span-2"
            :label="t('newKitchen.name')"
            :hint="t('newKitchen.nameHint')"
          />
          <BoundChoice
            :of="form"
            name="facts.eggClass"
            :label="t('facts.eggClass')"
            :options="EGG_CLASS_IDS.map((value) => ({ value, label: t(`eggClass.${value}`) }))"
          />
          <BoundField :of="form" name="facts.altitudeM" type="decimal" unit="m" :label="t('facts.altitude')" />
          <BoundChoice
            :of="form"
            name="settings.temperatureUnit"
            :label="t('kitchen.temperatureUnit.label')"
            :options="choices('temperatureUnit', ['C', 'F'])"
          />
          <BoundChoice
            :of="form"
            name="settings.weights"
            :label="t('kitchen.weights.label')"
            :options="choices('weights', ['g', 'oz'])"
          />
          <BoundChoice
            :of="form"
            name="settings.measures"
            :label="t('kitchen.measures.label')"
            :options="choices('measures', MEASURE_SYSTEMS)"
          />
        </div>
      </PaperCard>
      <PaperCard :title="t('newKitchen.keeper')">
        <p v-if="keeper">{{ t('newKitchen.youKeep', { name: keeper.name }) }}</p>
        <div v-else class="grid items-start gap-4 sm:grid-cols-2">
          <BoundField :of="form" name="owner.name" :label="t('signIn.name')" autocomplete="username" />
          <div class="flex flex-col gap-2">
            <BoundField
              :of="form"
              name="owner.passphrase"
              :type="isShown ? 'text' : 'password'"
              autocomplete="new-password"
              :label="t('signIn.passphrase')"
              :hint="t('passphrase.hint', { n: PASSPHRASE_LETTERS })"
            />
            <div class="flex flex-wrap gap-2">
              <button
                type="button"
                class="min-h-11 rounded-control border border-line bg-card px-3 hover:bg-mist"
                @click="takeIdea"
              >
                {{ t('newKitchen.idea') }}
              </button>
              <button
                type="button"
                class="min-h-11 rounded-control px-3 text-bell underline"
                :aria-pressed="isShown"
                @click="isShown = !isShown"
              >
                {{ t(isShown ? 'newKitchen.hide' : 'newKitchen.show') }}
              </button>
            </div>
            <p v-if="isShown" class="text-sm text-soft">{{ t('newKitchen.writeDown') }}</p>
          </div>
        </div>
      </PaperCard>
      <FormFaults :of="form" />
      <p v-for="message in idea.errors.value" :key="message" class="font-semibold text-ember" role="alert">
        {{ message }}
      </p>
      <BigButton type="submit" look="say" :disabled="form.busy.value">{{ t('newKitchen.go') }}</BigButton>
    </form>
    <RouterLink
      :to="session.session ? '/kitchen' : '/welcome'"
      class="flex min-h-11 items-center self-start text-bell underline"
      >{{ t('newKitchen.back') }}</RouterLink
    >
  </main>
</template>
