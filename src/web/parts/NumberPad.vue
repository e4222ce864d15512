<script setup lang="ts">
import { Delete } from '@lucide/vue';
import { computed, ref } from 'vue';
import { readFigure } from '../forms/read-figure.ts';
import BigButton from './BigButton.vue';
import { t } from '../words/index.ts';

/** A figure by large keys: for hands too wet to type. A real keyboard works too. */
const props = defineProps<{ label: string; start?: string; error?: string | undefined }>();
const emit = defineEmits<{ keep: [value: number]; leave: [] }>();
const text = ref(props.start ?? '');
const fresh = ref(true);
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0'] as const;
const value = computed(() => readFigure(text.value));

function press(key: string): void {
  if (fresh.value) text.value = '';
  fresh.value = false;
  if (key === '.' && text.value.includes('.')) return;
  if (text.value.length < 8) text.value += key;
}
/** After a figure was kept, or could not be, the next key begins a new one. */
function keep(): void {
  fresh.value = true;
  emit('keep', value.value);
}
function back(): void {
  fresh.value = false;
  text.value = text.value.slice(0, -1);
}
function typed(event: KeyboardEvent): void {
  if (/^[\d]$/.test(event.key)) press(event.key);
  else if (event.key === '.' || event.key === ',') press('.');
  else if (event.key === 'Backspace') back();
  else if (event.key === 'Enter') keep();
  else if (event.key === 'Escape') emit('leave');
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div class="flex flex-col gap-2" role="group" :aria-label="label" @keydown="typed">
    <p class="text-sm font-semibold">{{ label }}</p>
    <output class="figure min-h-14 rounded-control border border-line bg-card px-3 py-1 text-4xl text-ink">{{
      text || '–'
    }}</output>
    <p v-if="error" class="text-sm font-semibold text-ember" role="alert">{{ error }}</p>
    <div class="grid grid-cols-3 gap-2" role="group" :aria-label="t('pad.keys')">
      <button
        v-for="key in KEYS"
        :key="key"
        type="button"
        class="figure min-h-14 rounded-control border border-line bg-card text-2xl text-ink hover:bg-mist"
        :aria-label="key === '.' ? t('pad.point') : key"
        @click="press(key)"
      >
        {{ key }}
      </button>
      <button
        type="button"
        class="flex min-h-14 items-center justify-center rounded-control border border-line bg-card text-ink hover:bg-mist"
        :aria-label="t('pad.back')"
        @click="back"
      >
        <Delete class="size-6" aria-hidden="true" />
      </button>
    </div>
    <div class="grid grid-cols-2 gap-2">
      <BigButton @click="emit('leave')">{{ t('pad.leave') }}</BigButton>
      <BigButton look="say" class="border-line!" @click="keep">{{ t('pad.keep') }}</BigButton>
    </div>
  </div>
</template>
