<script setup lang="ts">
import { ref } from 'vue';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../parts/FormField.vue';
import { number } from '../../parts/format.ts';
import { readFigure } from '../../parts/read-figure.ts';
import { t } from '../../words/index.ts';

/** A ring or mould that a pour fills: its width sets the disc, whatever its shape. */
defineProps<{ mouldMm: number | undefined }>();
const emit = defineEmits<{ set: [mouldMm: number | null] }>();
const typed = ref('');
const error = ref('');
function use(): void {
  const cm = readFigure(typed.value);
  error.value = cm >= 3 && cm <= 40 ? '' : t('portionMore.mouldError');
  if (error.value) return;
  typed.value = '';
  emit('set', cm * 10);
}
</script>

<template>
  <div class="mt-4">
    <p v-if="mouldMm" class="flex flex-wrap items-center gap-3">
      <span class="font-semibold text-bell">{{ t('portionMore.mouldIn', { cm: number(mouldMm / 10, 1) }) }}</span>
      <BigButton @click="emit('set', null)">{{ t('portionMore.mouldNone') }}</BigButton>
    </p>
    <form v-else class="flex items-end gap-2" novalidate @submit.prevent="use">
      <FormField
        v-model="typed"
        class="min-w-0 flex-1"
        type="decimal"
        unit="cm"
        :label="t('portionMore.mouldAcross')"
        :error="error"
      />
      <BigButton type="submit" :class="{ 'mb-6': error }">{{ t('portionMore.mouldUse') }}</BigButton>
    </form>
  </div>
</template>
