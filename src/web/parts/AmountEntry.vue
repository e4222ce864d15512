<script setup lang="ts">
import { ref } from 'vue';
import FormField from '../forms/FormField.vue';
import { t } from '../words/index.ts';
import BigButton from './BigButton.vue';

/** An amount as it was measured, in words: "2/3 cup", "1 tbsp", "3 eggs". */
defineProps<{ label: string; error?: string | undefined }>();
defineEmits<{ keep: [typed: string]; leave: [] }>();
const typed = ref('');
</script>

<template>
  <form
    class="flex flex-col gap-3 rounded-control bg-paper p-3 text-ink"
    novalidate
    @submit.prevent="$emit('keep', typed)"
  >
    <FormField v-model="typed" type="amount" :label="label" :hint="t('amount.entryHint')" :error="error" />
    <div class="grid grid-cols-2 gap-2">
      <BigButton type="submit" look="say">{{ t('pad.keep') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('pad.leave') }}</BigButton>
    </div>
  </form>
</template>
