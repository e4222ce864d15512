<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue';
import { computed, ref } from 'vue';
import type { Larder } from '#core/ingredients';
import { ingredientName } from '../../parts/format.ts';
import { t } from '../../words/index.ts';

/** Finds an ingredient of the larder by a part of its name. */
const props = defineProps<{ larder: Larder; taken: readonly string[] }>();
const emit = defineEmits<{ add: [id: string] }>();
const query = ref('');
const found = computed(() => {
  const wanted = query.value.trim().toLowerCase();
  return [...props.larder.keys()]
    .filter((id) => !props.taken.includes(id))
    .map((id) => ({ id, name: ingredientName(id, props.larder) }))
    .filter(({ name }) => name.toLowerCase().includes(wanted))
    .sort((a, b) => a.name.localeCompare(b.name))
    .slice(0, 30);
});
function choose(id: string | null): void {
  if (!id) return;
  emit('add', id);
  query.value = '';
}
</script>

<template>
  <Combobox as="div" class="relative mt-3 max-w-sm" :model-value="null" nullable @update:model-value="choose">
    <ComboboxLabel class="font-semibold">{{ t('bench.add') }}</ComboboxLabel>
    <ComboboxInput
      class="mt-1 min-h-12 w-full rounded-control border border-line bg-card px-3 text-lg"
      :placeholder="t('bench.addHint')"
      :display-value="() => query"
      autocomplete="off"
      @change="query = $event.target.value"
    />
    <ComboboxOptions
      class="absolute z-20 mt-1 max-h-72 w-full overflow-auto rounded-card border border-line bg-card p-1"
    >
      <ComboboxOption v-for="each in found" :key="each.id" v-slot="{ active }" :value="each.id">
        <span class="flex min-h-11 items-center rounded-control px-3" :class="{ 'bg-mist text-bell': active }">{{
          each.name
        }}</span>
      </ComboboxOption>
      <li v-if="found.length === 0" class="px-3 py-2 text-soft">{{ t('bench.noneFound') }}</li>
    </ComboboxOptions>
  </Combobox>
</template>
