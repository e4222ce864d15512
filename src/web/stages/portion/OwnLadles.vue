<script setup lang="ts">
import { ref } from 'vue';
import { OwnLadleSchema } from '#core/pour';
import type { KeptLadle } from '#contract';
import { call } from '../../sync/api.ts';
import { newId } from '../../sync/device.ts';
import BigButton from '../../parts/BigButton.vue';
import BoundField from '../../forms/BoundField.vue';
import FormFaults from '../../forms/FormFaults.vue';
import { millilitres, number } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useAction } from '../../forms/use-action.ts';
import { asContract } from '../../forms/fields.ts';
import { readFigure } from '../../forms/read-figure.ts';
import { useForm } from '../../forms/use-form.ts';
import { useLibrary } from '../../stores/library.ts';
import { t } from '../../words/index.ts';
import { useTools } from './use-tools.ts';

/** The kitchen's own ladles: poured into a jug a few times, so that their pour and its spread are known. */
defineEmits<{ choose: [volumeMl: number] }>();
const library = useLibrary();
const { own } = useTools();
const adding = ref(false);
/** A jug left empty is not read. */
const written = ({ name, jug }: typeof NOTHING) => ({
  name,
  jugMl: jug.filter((text) => text.trim() !== '').map(readFigure),
});
const fieldOf = (place: string) => place.replace(/^jugMl/, 'jug');
const NOTHING = { name: '', jug: ['', '', ''] };
const form = useForm({
  typed: NOTHING,
  schema: () => asContract(written, OwnLadleSchema, fieldOf),
  fieldOf: (named) => fieldOf(named.replace(/^body\.?/, '')),
  async keep(body) {
    await call<KeptLadle>('POST', '/api/ladles', { id: newId(), body });
    await library.load();
    form.reset(NOTHING);
    adding.value = false;
  },
});
const { values } = form;
const { errors, busy, run } = useAction();
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
    <form v-if="adding" class="flex flex-col gap-3 border-t border-line pt-3" novalidate @submit.prevent="form.submit">
      <p class="text-soft">{{ t('portionMore.ownLead') }}</p>
      <BoundField :of="form" name="name" :label="t('portionMore.ladleName')" />
      <div class="grid grid-cols-3 gap-3">
        <BoundField
          v-for="(_text, i) in values.jug"
          :key="i"
          :of="form"
          :name="`jug[${i}]`"
          type="decimal"
          unit="mL"
          :label="t('portionMore.jug', { n: i + 1 })"
        />
      </div>
      <FormFaults :of="form" />
      <div class="flex flex-wrap gap-2">
        <BigButton @click="form.set('jug', [...values.jug, ''])">{{ t('portionMore.another') }}</BigButton>
        <BigButton type="submit" look="say" :disabled="busy || form.busy.value">{{
          t('portionMore.keepLadle')
        }}</BigButton>
      </div>
    </form>
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <BigButton v-if="!adding" class="mt-2 w-full" @click="adding = true">{{ t('portionMore.addLadle') }}</BigButton>
  </PaperCard>
</template>
