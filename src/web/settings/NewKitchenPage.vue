<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { EGG_CLASS_IDS, type EggClass } from '#core/ingredients';
import { MEASURE_SYSTEMS } from '#core/units';
import { DEFAULT_SETTINGS, KITCHEN_FACTS, PASSPHRASE_LETTERS, type Settings } from '#contract';
import { call } from '../sync/api.ts';
import BellMark from '../parts/BellMark.vue';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../parts/ChoiceField.vue';
import FormField from '../parts/FormField.vue';
import PaperCard from '../parts/PaperCard.vue';
import { readFigure } from '../parts/read-figure.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';
import { useHouse } from './use-house.ts';

/** Makes a kitchen: what it is called and like, and who keeps it. */
const session = useSession();
const { house, isDemo } = useHouse();
const { errors, busy, run } = useAction();

/** One who keeps a kitchen already keeps this one too, with the passphrase they have. */
const keeper = computed(() => {
  const person = session.session?.person;
  return person?.role === 'owner' && !house.value.unmade && !isDemo.value ? person : null;
});
const mayMake = computed(() => house.value.unmade || keeper.value !== null);
const form = reactive({
  ...{ name: '', owner: '', passphrase: '' },
  ...{ eggClass: KITCHEN_FACTS.eggClass as EggClass, altitudeM: '0' },
  ...{ temperatureUnit: session.settings.temperatureUnit, weights: session.settings.weights },
  measures: session.settings.measures as string,
});
const isShown = ref(false);
watch(
  () => form.passphrase,
  () => delete errors.value['owner.passphrase'],
);

const idea = () =>
  run(async () => {
    form.passphrase = (await call<{ passphrase: string }>('GET', '/api/passphrase-idea')).passphrase;
    isShown.value = true;
  });
const make = () =>
  run(async () => {
    const { temperatureUnit, weights, measures } = form;
    await session.makeKitchen({
      name: form.name,
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      facts: { ...KITCHEN_FACTS, eggClass: form.eggClass, altitudeM: readFigure(form.altitudeM) },
      settings: { ...DEFAULT_SETTINGS, temperatureUnit, weights, measures } as Settings,
      ...(keeper.value ? {} : { owner: { name: form.owner, passphrase: form.passphrase } }),
    });
    window.location.assign('/runs'); // nothing of another kitchen stays in the page
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
    <form v-else class="flex flex-col gap-5" novalidate @submit.prevent="make">
      <PaperCard>
        <div class="grid gap-4 sm:grid-cols-2">
          <FormField
            v-model="form.name"
            class="sm:col-span-2"
            :label="t('newKitchen.name')"
            :hint="t('newKitchen.nameHint')"
            :error="errors['name']"
          />
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
            :error="errors['facts.altitudeM']"
          />
          <ChoiceField
            v-model="form.temperatureUnit"
            :label="t('kitchen.temperatureUnit.label')"
            :options="choices('temperatureUnit', ['C', 'F'])"
          />
          <ChoiceField
            v-model="form.weights"
            :label="t('kitchen.weights.label')"
            :options="choices('weights', ['g', 'oz'])"
          />
          <ChoiceField
            v-model="form.measures"
            :label="t('kitchen.measures.label')"
            :options="choices('measures', MEASURE_SYSTEMS)"
          />
        </div>
      </PaperCard>
      <PaperCard :title="t('newKitchen.keeper')">
        <p v-if="keeper">{{ t('newKitchen.youKeep', { name: keeper.name }) }}</p>
        <div v-else class="grid items-start gap-4 sm:grid-cols-2">
          <FormField
            v-model="form.owner"
            :label="t('signIn.name')"
            :error="errors['owner.name']"
            autocomplete="username"
          />
          <div class="flex flex-col gap-2">
            <FormField
              v-model="form.passphrase"
              :type="isShown ? 'text' : 'password'"
              autocomplete="new-password"
              :label="t('signIn.passphrase')"
              :hint="t('passphrase.hint', { n: PASSPHRASE_LETTERS })"
              :error="errors['owner.passphrase']"
            />
            <div class="flex flex-wrap gap-2">
              <button
                type="button"
                class="min-h-11 rounded-control border border-line bg-card px-3 hover:bg-mist"
                @click="idea"
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
      <p v-if="errors['']" class="font-semibold text-ember" role="alert">{{ errors[''] }}</p>
      <BigButton type="submit" look="say" :disabled="busy">{{ t('newKitchen.go') }}</BigButton>
    </form>
    <RouterLink
      :to="session.session ? '/kitchen' : '/welcome'"
      class="flex min-h-11 items-center self-start text-bell underline"
      >{{ t('newKitchen.back') }}</RouterLink
    >
  </main>
</template>
