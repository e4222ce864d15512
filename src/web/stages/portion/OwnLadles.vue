<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import type { KeptLadle } from '#contract';
import { call } from '../../sync/api.ts';
import { newId } from '../../sync/device.ts';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../parts/FormField.vue';
import { millilitres, number } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { readFigure } from '../../parts/read-figure.ts';
import { useAction } from '../../settings/use-action.ts';
import { useLibrary } from '../../stores/library.ts';
import { t } from '../../words/index.ts';
import { useTools } from './use-tools.ts';

/** The kitchen's own ladles: poured into a jug a few times, so that their pour and its spread are known. */
defineEmits<{ choose: [volumeMl: number] }>();
const library = useLibrary();
const { own } = useTools();
const adding = ref(false);
const form = reactive({ name: '', jug: ['', '', ''] });
const wrong = ref('');
const { errors, busy, run } = useAction();
const error = computed(() => wrong.value || Object.values(errors.value)[0] || '');

function keep(): void {
  const jugMl = form.jug.filter((text) => text.trim() !== '').map(readFigure);
  if (form.name.trim() === '') wrong.value = t('portionMore.ladleError.name');
  else if (jugMl.length < 2 || jugMl.some((ml) => !Number.isFinite(ml))) wrong.value = t('portionMore.ladleError.few');
  else if (jugMl.some((ml, i) => ml <= (jugMl[i - 1] ?? 0))) wrong.value = t('portionMore.ladleError.rising');
  else {
    wrong.value = '';
    void run(async () => {
      await call<KeptLadle>('POST', '/api/ladles', { id: newId(), body: { name: form.name.trim(), jugMl } });
      await library.load();
      Object.assign(form, { name: '', jug: ['', '', ''] });
      adding.value = false;
    });
  }
}
const forget = (id: string) =>
  run(async () => {
    await call<KeptLadle>('PUT', `/api/ladles/${id}/archived`, { archived: true });
    await library.load();
  });
</script>

<template>
  <PaperCard :title="t('portionMore.ownLadles')">
    <ul>
      <li v-for="ladle in own" :key="ladle.id" class="flex flex-wrap items-center gap-3 border-t border-line py-2">
        <span class="flex-1"
          ><span class="font-semibold">{{ ladle.name }}</span>
          <span class="block text-sm text-soft"
            >{{ t('portionMore.gives', { ml: millilitres(ladle.volumeMl) }) }},
            {{
              ladle.spreadMl === null
                ? t('portionMore.unsure')
                : ladle.spreadMl < 1
                  ? t('portionMore.alike')
                  : t('portionMore.differs', { ml: `${number(ladle.spreadMl)} mL` })
            }}</span
          ></span
        >
        <BigButton @click="$emit('choose', ladle.volumeMl)">{{
          t('portionMore.useIt', { name: ladle.name })
        }}</BigButton>
        <button
          type="button"
          class="min-h-14 px-2 text-bell underline"
          :aria-label="t('portionMore.forgetName', { name: ladle.name })"
          @click="forget(ladle.id)"
        >
          {{ t('portionMore.forget') }}
        </button>
      </li>
    </ul>
    <form v-if="adding" class="flex flex-col gap-3 border-t border-line pt-3" novalidate @submit.prevent="keep">
      <p class="text-soft">{{ t('portionMore.ownLead') }}</p>
      <FormField v-model="form.name" :label="t('portionMore.ladleName')" />
      <div class="grid grid-cols-3 gap-3">
        <FormField
          v-for="(_text, i) in form.jug"
          :key="i"
          v-model="form.jug[i]!"
          type="decimal"
          unit="mL"
          :label="t('portionMore.jug', { n: i + 1 })"
        />
      </div>
      <p v-if="error" class="font-semibold text-ember" role="alert">{{ error }}</p>
      <div class="flex flex-wrap gap-2">
        <BigButton @click="form.jug.push('')">{{ t('portionMore.another') }}</BigButton>
        <BigButton type="submit" look="say" :disabled="busy">{{ t('portionMore.keepLadle') }}</BigButton>
      </div>
    </form>
    <BigButton v-else class="mt-2 w-full" @click="adding = true">{{ t('portionMore.addLadle') }}</BigButton>
  </PaperCard>
</template>
