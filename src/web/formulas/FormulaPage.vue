<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { FormulaBody } from '#core/formula';
import type { BookFormula, Formula } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import AppBar from '../parts/AppBar.vue';
import BatterBalance from '../parts/BatterBalance.vue';
import BigButton from '../parts/BigButton.vue';
import FormField from '../forms/FormField.vue';
import { faultWords } from '../parts/or-fault.ts';
import PaperCard from '../parts/PaperCard.vue';
import ScaleBar from '../parts/ScaleBar.vue';
import { useAction } from '../forms/use-action.ts';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import ChangeCard from './bench/ChangeCard.vue';
import ComesTo from './bench/ComesTo.vue';
import ForWhom from './bench/ForWhom.vue';
import LinesTable from './bench/LinesTable.vue';
import MakingCard from './bench/MakingCard.vue';
import { useBench } from './bench/use-bench.ts';
import VersionsCard from './bench/VersionsCard.vue';

const props = defineProps<{ formulaId: string }>();
const library = useLibrary();
const session = useSession();
const router = useRouter();
const loaded = ref(false);
const { errors, busy, run } = useAction();
onMounted(() => run(async () => library.load()).then(() => (loaded.value = true)));

const formula = computed(() => library.book.find((each) => each.id === props.formulaId));
const bench = useBench(formula);
const { draft, batter, fault, changed, change, larder, pressurePa, target, eggs, portionMl } = bench;
const mayEdit = computed(() => session.session?.person.role !== 'viewer' && !formula.value?.archived);
const name = computed({
  get: () => draft.value?.name ?? '',
  set: (text) => draft.value && (draft.value = { ...draft.value, name: text }),
});

const keep = () =>
  run(async () => {
    const { id, revision } = formula.value!;
    await call<Formula>('PUT', `/api/formulas/${id}`, { revision, body: draft.value });
    await library.load();
  });
const duplicate = () =>
  run(async () => {
    const body: FormulaBody = { ...draft.value!, name: t('bench.copyOf', { name: draft.value!.name }).slice(0, 80) };
    const id = newId();
    await call<Formula>('POST', '/api/formulas', { id, body });
    await library.load();
    await router.push(`/formulas/${id}`);
  });
const archive = (archived: boolean) =>
  run(async () => {
    await call<BookFormula>('PUT', `/api/formulas/${props.formulaId}/archived`, { archived });
    await library.load();
  });
/** Someone kept a newer revision meanwhile: theirs is fetched, ours stays on the bench to be kept on top of it. */
const stale = computed(() => errors.value['revision'] !== undefined);
const fetchNewest = () =>
  run(async () => {
    const mine = draft.value!;
    await library.load();
    draft.value = mine;
  });
</script>

<template>
  <AppBar />
  <main v-if="formula && draft" class="mx-auto flex max-w-7xl flex-col gap-4 p-5">
    <div class="flex flex-wrap items-end gap-3">
      <div class="mr-auto">
        <p class="text-soft">
          {{ t(`batterType.${draft.type}`) }}, {{ t('bench.revision', { n: formula.revision }) }}
          <span v-if="formula.archived" class="font-semibold text-ember">{{ t('formulas.archived') }}</span>
        </p>
        <h1 class="text-3xl">{{ formula.body.name }}</h1>
      </div>
      <BigButton v-if="mayEdit" :disabled="busy" @click="duplicate">{{ t('bench.duplicate') }}</BigButton>
      <BigButton v-if="mayEdit" :disabled="busy" @click="archive(true)">{{ t('bench.archive') }}</BigButton>
      <BigButton v-else-if="formula.archived" :disabled="busy" @click="archive(false)">{{
        t('bench.takeBack')
      }}</BigButton>
    </div>
    <PaperCard>
      <ScaleBar
        v-model:target="target"
        v-model:eggs="eggs"
        v-model:portion-ml="portionMl"
        :body="draft"
        :larder="larder"
      />
      <p v-if="fault" class="mt-3 font-semibold text-ember" role="alert" data-testid="fault">
        {{ faultWords(fault, larder) }}
      </p>
    </PaperCard>
    <div class="grid items-start gap-4 lg:grid-cols-[1.5fr_1fr]">
      <div class="flex flex-col gap-4">
        <section v-if="changed" class="rounded-card border border-bell bg-mist p-4" data-testid="draft">
          <h2 class="mb-2 text-lg">{{ t('bench.notKept') }}</h2>
          <ChangeCard v-if="change" :change="change" :larder="larder" />
          <div class="mt-3 flex flex-wrap items-end gap-3">
            <FormField v-model="name" class="min-w-48 flex-1" :label="t('bench.name')" :error="errors['body.name']" />
            <BigButton look="say" :disabled="busy || fault?.code === 'noGrain'" @click="keep">{{
              t('bench.keep', { n: formula.revision + 1 })
            }}</BigButton>
            <BigButton @click="bench.putBack()">{{ t('bench.putBack') }}</BigButton>
          </div>
          <div v-if="stale" class="mt-2 flex flex-wrap items-center gap-3 text-ember" role="alert">
            <p class="font-semibold">{{ t('bench.stale') }}</p>
            <BigButton @click="fetchNewest">{{ t('bench.fetchNewest') }}</BigButton>
          </div>
        </section>
        <p v-for="(message, field) in stale ? {} : errors" :key="field" class="font-semibold text-ember" role="alert">
          {{ message }}
        </p>
        <PaperCard>
          <LinesTable
            :body="draft"
            :batter="batter"
            :larder="larder"
            :may-edit="mayEdit"
            @percent="bench.setPercent"
            @add="bench.addLine"
            @drop="bench.dropLine"
            @stand-in="bench.standIn"
          />
        </PaperCard>
        <MakingCard :body="draft" :larder="larder" :may-edit="mayEdit" @change="bench.edit" />
      </div>
      <div class="flex flex-col gap-4">
        <ComesTo :bench="bench" />
        <BatterBalance v-if="batter" :body="draft" :batter="batter" :larder="larder" :pressure-pa="pressurePa" />
        <ForWhom :bench="bench" :may-edit="mayEdit" />
        <VersionsCard :formula="formula" :draft="draft" :larder="larder" :pressure-pa="pressurePa" @take="bench.edit" />
      </div>
    </div>
  </main>
  <main v-else class="mx-auto max-w-3xl p-8">
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <p v-if="loaded && Object.keys(errors).length === 0" class="text-lg">{{ t('formulas.gone') }}</p>
    <p v-else-if="!loaded" role="status">{{ t('frame.working') }}</p>
  </main>
</template>
