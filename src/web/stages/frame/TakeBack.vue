<script setup lang="ts">
import { Undo2 } from '@lucide/vue';
import { computed } from 'vue';
import { ingredientName } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** The last thing done to a batter, taken back by one tap; with a lot, only when it was done to that one. */
const props = defineProps<{ formulaId: string; lot?: number }>();
const store = useRun();
const last = computed(() => {
  const tap = store.state!.lastLotTap.get(props.formulaId);
  return tap && (props.lot === undefined || tap.lot === props.lot) ? tap : undefined;
});
const what = computed(() => {
  const { kind, ingredientId } = last.value!;
  const name = ingredientId ? ingredientName(ingredientId, store.view.larder).toLowerCase() : '';
  return t(`takeBack.${kind}`, { name });
});
const takeBack = () => store.tap([{ kind: 'undone', payload: { eventIds: [last.value!.eventId] } }]);
</script>

<template>
  <button
    v-if="last"
    type="button"
    class="flex min-h-14 items-center gap-2 text-left text-bell underline"
    data-testid="take-back"
    @click="takeBack"
  >
    <Undo2 class="size-5 shrink-0" aria-hidden="true" />{{ t('takeBack.label', { what }) }}
  </button>
</template>
