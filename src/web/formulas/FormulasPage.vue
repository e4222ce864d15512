<script setup lang="ts">
import { ClipboardPaste, Plus } from '@lucide/vue';
import { computed, onMounted, ref } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { SHELF, figuresOf, type FormulaBody } from '#core/formula';
import { pressureAtAltitudePa } from '#core/units';
import { KITCHEN_FACTS, type Formula } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import { number } from '../parts/format.ts';
import { useAction } from '../forms/use-action.ts';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

const library = useLibrary();
const session = useSession();
const router = useRouter();
const { errors, busy, run } = useAction();
onMounted(() => run(async () => library.load()));
const mayEdit = computed(() => session.session?.person.role !== 'viewer');
const showArchived = ref(false);
const shown = computed(() => library.book.filter((formula) => formula.archived === showArchived.value));
const archived = computed(() => library.book.filter((formula) => formula.archived).length);
/** Shipped formulas that are not in the book under their own name. */
const shelf = computed(() => SHELF.filter((body) => !library.book.some((formula) => formula.body.name === body.name)));

/** The few figures by which a cook tells batters apart. */
function facts(body: FormulaBody): string {
  const figures = figuresOf(body, library.larder, pressureAtAltitudePa(altitudeM.value));
  return t('formulas.facts', {
    water: number(figures.hydration),
    holds: figures.allergens.map((each) => t(`allergen.${each}`)).join(', ') || t('bench.noneKnown'),
  });
}
const altitudeM = computed(() => (session.session?.kitchen.facts ?? KITCHEN_FACTS).altitudeM);

const takeFromShelf = (body: FormulaBody) =>
  run(async () => {
    const id = newId();
    await call<Formula>('POST', '/api/formulas', { id, body });
    await router.push(`/formulas/${id}`);
  });
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-6xl flex-col gap-6 p-5">
    <div class="flex flex-wrap items-center gap-3">
      <h1 class="mr-auto text-3xl max-sm:w-full">{{ t('formulas.title') }}</h1>
      <RouterLink
        to="/ingredients"
        class="flex min-h-14 items-center gap-2 rounded-control border border-line bg-card px-5 text-lg font-semibold hover:bg-mist"
        >{{ t('formulas.larder') }}</RouterLink
      >
      <RouterLink
        v-if="mayEdit"
        to="/formulas/paste"
        class="flex min-h-14 items-center gap-2 rounded-control border border-line bg-card px-5 text-lg font-semibold hover:bg-mist"
        ><ClipboardPaste class="size-5" aria-hidden="true" />{{ t('formulas.paste') }}</RouterLink
      >
    </div>
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <section :aria-label="t('formulas.book')">
      <div class="mb-2 flex items-center gap-4">
        <h2 class="text-xl">{{ t(showArchived ? 'formulas.putAway' : 'formulas.book') }}</h2>
        <button
          v-if="archived > 0 || showArchived"
          type="button"
          class="min-h-11 rounded-control px-3 text-bell underline"
          @click="showArchived = !showArchived"
        >
          {{ showArchived ? t('formulas.showBook') : t('formulas.showArchived', { n: archived }) }}
        </button>
      </div>
      <ul class="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <li v-for="formula in shown" :key="formula.id">
          <RouterLink
            :to="`/formulas/${formula.id}`"
            class="block h-full rounded-card border border-line bg-card p-4 hover:border-bell"
          >
            <span class="figure block text-xl">{{ formula.body.name }}</span>
            <span class="text-soft"
              >{{ t(`batterType.${formula.body.type}`) }}, {{ t('bench.revision', { n: formula.revision }) }}</span
            >
            <span class="mt-1 block text-sm text-soft">{{ facts(formula.body) }}</span>
          </RouterLink>
        </li>
      </ul>
    </section>
    <section v-if="!showArchived && mayEdit && shelf.length" :aria-label="t('formulas.shelf')">
      <h2 class="text-xl">{{ t('formulas.shelf') }}</h2>
      <p class="mb-2 text-soft">{{ t('formulas.shelfLead') }}</p>
      <ul class="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <li v-for="body in shelf" :key="body.name" class="flex flex-col gap-2 rounded-card border border-line p-4">
          <div class="flex-1">
            <span class="figure block text-xl">{{ body.name }}</span>
            <span class="text-soft">{{ t(`batterType.${body.type}`) }}</span>
            <span class="mt-1 block text-sm text-soft">{{ facts(body) }}</span>
          </div>
          <BigButton
            :disabled="busy"
            :aria-label="t('formulas.takeName', { name: body.name })"
            @click="takeFromShelf(body)"
            ><Plus class="size-5" aria-hidden="true" />{{ t('formulas.take') }}</BigButton
          >
        </li>
      </ul>
    </section>
  </main>
</template>
