<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { formulaFrom, type PastedLine } from '#core/formats';
import { BATTER_TYPES, type BatterType } from '#core/formula';
import type { Formula } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../forms/ChoiceField.vue';
import FormField from '../forms/FormField.vue';
import { ingredientName } from '../parts/format.ts';
import { faultWords, orFault } from '../parts/or-fault.ts';
import PaperCard from '../parts/PaperCard.vue';
import { useAction } from '../forms/use-action.ts';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import { figureRows, withoutRows } from './figure-rows.ts';
import PastedFigures from './PastedFigures.vue';
import PastedRow from './PastedRow.vue';
import { usePasted } from './use-pasted.ts';

/** Plain text to a formula: every line as it was read, every doubt beside it, and a way to mend it. */
const library = useLibrary();
const session = useSession();
const router = useRouter();
const { errors, busy, run } = useAction();
onMounted(() => run(async () => library.load()));

const text = ref('');
const name = ref('');
const type = ref<BatterType>('leavened');
/** What the cook mended, by the line's place; null: left out. */
const mended = reactive(new Map<number, PastedLine | null>());
/** Doubtful lines that the cook looked at and found right. */
const looked = reactive(new Set<number>());
/** Figures of the method that the cook crossed out, by key and place. */
const out = reactive(new Set<string>());

const { recipe, reading } = usePasted(text);
watch(recipe, (read, before) => {
  if (read.lines.map((line) => line.text).join('\n') !== before.lines.map((line) => line.text).join('\n')) {
    mended.clear();
    looked.clear();
  }
  out.clear();
  if (read.name) name.value = read.name;
  type.value = read.type.value;
});
const lines = computed(() =>
  recipe.value.lines.map((read, index) => {
    const now = mended.has(index) ? mended.get(index)! : read;
    return { read, now, index, open: now !== null && now.doubts.length > 0 && !looked.has(index) };
  }),
);
const open = computed(() => lines.value.filter((line) => line.open).length);
const figures = computed(() => figureRows(recipe.value.figures));
const body = computed(() => {
  const kept = lines.value.flatMap(({ now }) => (now ? [now] : []));
  if (kept.length === 0) return null;
  const mendedRecipe = {
    ...recipe.value,
    ...{ name: name.value, lines: kept, figures: withoutRows(recipe.value.figures, out) },
  };
  return orFault(() => formulaFrom(mendedRecipe, type.value, library.larder));
});

const keep = () =>
  run(async () => {
    const id = newId();
    await call<Formula>('POST', '/api/formulas', { id, body: body.value!.value });
    await router.push(`/formulas/${id}`);
  });
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-7xl flex-col gap-4 p-5">
    <div>
      <h1 class="text-3xl">{{ t('paste.title') }}</h1>
      <p class="text-soft">{{ t('paste.lead', { measures: t(`kitchen.measures.${session.settings.measures}`) }) }}</p>
    </div>
    <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)]">
      <label class="flex flex-col gap-1 font-semibold"
        >{{ t('paste.text') }}
        <textarea
          v-model="text"
          rows="22"
          spellcheck="false"
          class="w-full rounded-card border border-line bg-card p-3 text-base leading-relaxed font-normal max-lg:h-64"
          :placeholder="t('paste.hint')"
          :aria-busy="reading"
        />
        <span v-if="recipe.cut" class="text-sm text-ember" role="status">{{ t('paste.cut') }}</span>
        <span v-else-if="text.trim() && !reading && !lines.length" class="text-sm text-ember" role="status">{{
          t('paste.nothing')
        }}</span>
        <span v-else-if="reading" class="text-sm text-soft" role="status">{{ t('paste.reading') }}</span>
      </label>
      <div v-if="lines.length" class="flex flex-col gap-4">
        <PaperCard>
          <div class="flex flex-wrap items-end gap-3">
            <FormField v-model="name" class="min-w-48 flex-1" :label="t('bench.name')" :error="errors['body.name']" />
            <ChoiceField
              v-model="type"
              :label="t('making.type')"
              :options="BATTER_TYPES.map((value) => ({ value, label: t(`batterType.${value}`) }))"
            />
          </div>
          <p class="mt-2 text-sm text-soft">
            {{ t(`paste.why.${type === recipe.type.value ? recipe.type.why : 'own'}`) }}
            <template v-if="!recipe.figures.pieces">{{ t('paste.makesUnknown') }}</template>
            <template v-if="recipe.plate.length">{{
              t('paste.plate', {
                names: recipe.plate.map((line) => ingredientName(line.ingredientId ?? '', library.larder)).join(', '),
              })
            }}</template>
          </p>
        </PaperCard>
        <PaperCard>
          <ul class="wrap-anywhere" data-testid="pasted">
            <PastedRow
              v-for="line in lines"
              :key="line.index"
              :read="line.read"
              :now="line.now"
              :open="line.open"
              :larder="library.larder"
              @mend="mended.set(line.index, $event)"
              @looked="looked.add(line.index)"
            />
          </ul>
        </PaperCard>
        <PastedFigures :rows="figures" :out="out" />
        <PaperCard>
          <p v-if="body?.fault" class="mt-3 font-semibold text-ember" role="alert">
            {{ faultWords(body.fault, library.larder) }}
          </p>
          <div class="flex flex-wrap items-center gap-3">
            <BigButton look="say" :disabled="busy || !body?.value || open > 0" @click="keep">{{
              t('paste.keep')
            }}</BigButton>
            <p v-if="open" class="font-semibold text-ember" role="status">{{ tn('paste.open', open) }}</p>
          </div>
          <p v-for="message in errors" :key="message" class="mt-2 font-semibold text-ember" role="alert">
            {{ message }}
          </p>
        </PaperCard>
        <PaperCard v-if="recipe.steps.length" :title="t('paste.steps')">
          <ol class="flex flex-col gap-2">
            <li v-for="(step, index) in recipe.steps" :key="index" class="flex gap-3">
              <span class="figure w-5 shrink-0 text-bell">{{ index + 1 }}</span>
              <span
                >{{ step.text
                }}<strong v-for="doubt in step.doubts" :key="doubt" class="block text-ember">{{
                  t(`doubt.${doubt}`)
                }}</strong></span
              >
            </li>
          </ol>
        </PaperCard>
        <PaperCard v-if="recipe.rest.length" :title="t('paste.rest')">
          <p v-for="line in recipe.rest" :key="line" class="text-soft">{{ line }}</p>
        </PaperCard>
      </div>
    </div>
  </main>
</template>
