<script setup lang="ts">
import * as v from 'valibot';
import BigButton from '../../parts/BigButton.vue';
import BoundField from '../../forms/BoundField.vue';
import { figure } from '../../forms/fields.ts';
import { useForm } from '../../forms/use-form.ts';
import { number } from '../../parts/format.ts';
import { t } from '../../words/index.ts';

/** A ring or mould that a pour fills: its width sets the disc, whatever its shape. */
defineProps<{ mouldMm: number | undefined }>();
const emit = defineEmits<{ set: [mouldMm: number | null] }>();
const fault = () => t('portionMore.mouldError');
const form = useForm({
  typed: { acrossCm: '' },
  schema: () => v.object({ acrossCm: figure(3, 40, fault, fault) }),
  keep: ({ acrossCm }) => {
    form.reset({ acrossCm: '' });
    emit('set', acrossCm * 10);
  },
});
</script>

<template>
  <div class="mt-4">
    <p v-if="mouldMm" class="flex flex-wrap items-center gap-3">
      <span class="font-semibold text-bell">{{ t('portionMore.mouldIn', { cm: number(mouldMm / 10, 1) }) }}</span>
      <BigButton @click="emit('set', null)">{{ t('portionMore.mouldNone') }}</BigButton>
    </p>
    <form v-else class="flex items-end gap-2" novalidate @submit.prevent="form.submit">
      <BoundField
        :of="form"
        name="acrossCm"
        class="min-w-0 flex-1"
        type="decimal"
        unit="cm"
        :label="t('portionMore.mouldAcross')"
      />
      <BigButton type="submit" :class="{ 'mb-6': form.errors.value.acrossCm }">{{
        t('portionMore.mouldUse')
      }}</BigButton>
    </form>
  </div>
</template>
