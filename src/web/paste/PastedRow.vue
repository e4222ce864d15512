<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { PastedLine } from '#core/formats';
import type { Larder } from '#core/ingredients';
import { grams, ingredientName, weight } from '../parts/format.ts';
import { readMass } from '../forms/read-amount.ts';
import { weightFigure } from '../parts/weight-figure.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** A line of the text as it was read; what is doubtful stays open until the cook mends it or says it is right. */
const props = defineProps<{ read: PastedLine; now: PastedLine | null; open: boolean; larder: Larder }>();
const emit = defineEmits<{ mend: [line: PastedLine | null]; looked: [] }>();
const session = useSession();
const mending = ref(false);
const unit = computed(() => session.settings.weights);
const amount = ref('');
const id = ref('');
const wrong = ref(false);
watch(
  () => props.now,
  (now) => {
    amount.value = now?.amount ? weightFigure(now.amount.g) : '';
    id.value = now?.ingredientId ?? '';
  },
  { immediate: true },
);
const choices = computed(() =>
  [...props.larder.keys()]
    .map((each) => ({ id: each, name: ingredientName(each, props.larder) }))
    .sort((a, b) => a.name.localeCompare(b.name)),
);

/** What the cook wrote is sure; an empty amount is unknown on purpose. */
function mend(): void {
  const unknown = amount.value.trim() === '';
  const food = props.larder.get(id.value);
  const g = food ? readMass(amount.value, food) : NaN;
  wrong.value = !food || (!unknown && !(g > 0));
  if (wrong.value) return;
  emit('mend', {
    ...props.read,
    ...{ ingredientId: id.value, amount: unknown ? null : { g, lowG: g, highG: g }, doubts: [] },
  });
  mending.value = false;
}
</script>

<template>
  <li class="border-t border-line py-2 first:border-0" :data-testid="open ? 'doubtful' : 'sure'">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <span class="min-w-40 flex-1 text-sm text-soft" :class="{ 'line-through': now === null }">{{ read.text }}</span>
      <template v-if="now">
        <span class="font-semibold">{{
          now.ingredientId ? ingredientName(now.ingredientId, larder) : t('paste.notFound')
        }}</span>
        <span class="figure w-20 text-right">{{ weight(now.amount?.g ?? null) }}</span>
      </template>
      <span class="flex gap-1">
        <button
          type="button"
          class="min-h-11 rounded-control px-3 text-bell hover:bg-mist"
          :aria-expanded="mending"
          :aria-label="t('paste.mendLine', { line: read.text })"
          @click="mending = !mending"
        >
          {{ t('paste.mend') }}
        </button>
        <button
          type="button"
          class="min-h-11 rounded-control px-3 text-soft hover:bg-mist"
          :aria-label="t('paste.dropLine', { line: read.text })"
          @click="emit('mend', now === null ? read : null)"
        >
          {{ t(now === null ? 'paste.takeIn' : 'paste.drop') }}
        </button>
      </span>
    </div>
    <div
      v-if="open"
      class="mt-1 flex flex-wrap items-center gap-x-3 rounded-control bg-ember-mist px-3 py-1 text-ember"
    >
      <p class="flex-1">
        <span v-for="doubt in now!.doubts" :key="doubt" class="mr-2">{{
          t(`doubt.${doubt}`, {
            low: grams(now!.amount?.lowG ?? 0),
            high: grams(now!.amount?.highG ?? 0),
          })
        }}</span>
      </p>
      <button
        v-if="now!.ingredientId"
        type="button"
        class="min-h-11 rounded-control border border-ember/40 bg-card px-3 font-semibold"
        :aria-label="t('paste.rightLine', { line: read.text })"
        @click="emit('looked')"
      >
        {{ t(now!.amount ? 'paste.right' : 'paste.staysUnknown') }}
      </button>
    </div>
    <form v-if="mending" class="mt-2 flex flex-wrap items-end gap-3" novalidate @submit.prevent="mend">
      <label class="flex flex-col gap-1 text-sm font-semibold"
        >{{ t('paste.what') }}
        <select v-model="id" class="min-h-12 rounded-control border border-line bg-card px-3 text-lg font-normal">
          <option value="" disabled>{{ t('paste.notFound') }}</option>
          <option v-for="each in choices" :key="each.id" :value="each.id">{{ each.name }}</option>
        </select></label
      >
      <label class="flex flex-col gap-1 text-sm font-semibold"
        >{{ t('paste.howMuch', { unit }) }}
        <input
          v-model="amount"
          class="min-h-12 w-28 rounded-control border bg-card px-3 text-lg font-normal"
          :class="wrong ? 'border-ember' : 'border-line'"
          :aria-invalid="wrong"
          :placeholder="t('amount.unknown')"
      /></label>
      <button
        type="submit"
        class="min-h-12 rounded-control border border-line bg-card px-4 font-semibold hover:bg-mist"
      >
        {{ t('paste.mended') }}
      </button>
      <p v-if="wrong" class="text-sm font-semibold text-ember" role="alert">{{ t('paste.wrong') }}</p>
    </form>
  </li>
</template>
