<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue';
import { Replace, Trash2 } from '@lucide/vue';
import { computed } from 'vue';
import { standInsFor, type FormulaBody, type ScaledBatter, type Substitution } from '#core/formula';
import type { Larder } from '#core/ingredients';
import { cups, eggCount, ingredientName, number, weight } from '../../parts/format.ts';
import { readFigure } from '../../forms/read-figure.ts';
import { t } from '../../words/index.ts';
import AddLine from './AddLine.vue';

/** The lines of a formula: percentages to change, amounts that follow, and what can stand in. */
const props = defineProps<{ body: FormulaBody; batter: ScaledBatter | null; larder: Larder; mayEdit: boolean }>();
const emit = defineEmits<{
  percent: [id: string, percent: number | null];
  add: [id: string];
  drop: [id: string];
  standIn: [substitution: Substitution];
}>();

const rows = computed(() =>
  props.body.lines.map((line, index) => ({
    line,
    scaled: props.batter?.lines[index],
    standIns: standInsFor(line.ingredientId),
  })),
);
/** Blank is unknown; what is no number stays as it was. */
function write(id: string, input: HTMLInputElement): void {
  const percent = readFigure(input.value);
  if (input.value.trim() === '') emit('percent', id, null);
  else if (percent > 0 && percent <= 1000) emit('percent', id, percent);
  else input.value = percentText(props.body.lines.find((line) => line.ingredientId === id)!.percent);
}
const percentText = (percent: number | null) => (percent === null ? '' : String(Math.round(percent * 100) / 100));
const standInWords = (substitution: Substitution) =>
  [
    ...(substitution.share < 1 ? [t('bench.partOf', { share: number(substitution.share * 100) })] : []),
    substitution.to
      .map(({ ingredientId }) => ingredientName(ingredientId, props.larder))
      .join(t('bench.and'))
      .toLowerCase(),
  ].join(' ');
</script>

<template>
  <p
    class="grid grid-cols-[1fr_5.5rem_5.5rem_5.5rem_5.75rem] gap-x-3 pb-1 text-sm text-soft max-sm:grid-cols-[1fr_4.5rem_4.5rem_3rem]"
    aria-hidden="true"
  >
    <span /><span class="text-right">{{ t('bench.percent') }}</span>
  </p>
  <ul data-testid="lines">
    <li
      v-for="{ line, scaled, standIns } in rows"
      :key="line.ingredientId"
      class="grid grid-cols-[1fr_5.5rem_5.5rem_5.5rem_5.75rem] items-center gap-x-3 border-t border-line py-1 max-sm:grid-cols-[1fr_4.5rem_4.5rem_3rem]"
      :data-testid="`line-${line.ingredientId}`"
    >
      <span>
        <span class="text-lg font-semibold">{{ ingredientName(line.ingredientId, larder) }}</span>
        <span v-if="line.when && line.when !== 'mix'" class="block text-sm text-ember">{{
          t(`batter.moment.${line.when}`)
        }}</span>
        <span v-else-if="line.heldBack" class="block text-sm text-soft">{{
          t('bench.heldBack', { share: number(line.heldBack * 100) })
        }}</span>
      </span>
      <input
        :value="percentText(line.percent)"
        inputmode="decimal"
        class="min-h-11 w-full rounded-control border border-line bg-card px-2 text-right"
        :disabled="!mayEdit"
        :placeholder="t('amount.unknown')"
        :aria-label="t('bench.percentOf', { name: ingredientName(line.ingredientId, larder) })"
        @change="write(line.ingredientId, $event.target as HTMLInputElement)"
      />
      <span class="figure text-right text-lg" data-testid="amount">{{ scaled ? weight(scaled.massG) : '' }}</span>
      <span class="text-right text-soft max-sm:hidden">{{
        scaled?.eggs
          ? eggCount(line.ingredientId, scaled.eggs)
          : scaled
            ? cups(line.ingredientId, scaled.massG, larder)
            : ''
      }}</span>
      <span class="flex justify-end max-sm:flex-col max-sm:items-end">
        <Menu v-if="mayEdit && standIns.length" as="div" class="relative">
          <MenuButton
            class="flex size-11 items-center justify-center rounded-control text-bell hover:bg-mist"
            :aria-label="t('bench.standInFor', { name: ingredientName(line.ingredientId, larder) })"
            ><Replace class="size-5" aria-hidden="true"
          /></MenuButton>
          <MenuItems
            class="absolute right-0 z-20 max-h-80 w-72 overflow-auto rounded-card border border-line bg-card p-1 focus:outline-none"
          >
            <MenuItem v-for="each in standIns" :key="each.id" v-slot="{ active }">
              <button
                type="button"
                class="min-h-12 w-full rounded-control px-3 text-left"
                :class="{ 'bg-mist text-bell': active }"
                @click="$emit('standIn', each)"
              >
                {{ standInWords(each) }}
                <span class="block text-sm text-soft">{{ t(`certainty.${each.certainty}`) }}</span>
              </button>
            </MenuItem>
          </MenuItems>
        </Menu>
        <button
          v-if="mayEdit"
          type="button"
          class="flex size-11 items-center justify-center rounded-control text-soft hover:bg-ember-mist hover:text-ember"
          :aria-label="t('bench.drop', { name: ingredientName(line.ingredientId, larder) })"
          @click="$emit('drop', line.ingredientId)"
        >
          <Trash2 class="size-5" aria-hidden="true" />
        </button>
      </span>
    </li>
  </ul>
  <AddLine
    v-if="mayEdit"
    :larder="larder"
    :taken="body.lines.map((line) => line.ingredientId)"
    @add="$emit('add', $event)"
  />
</template>
