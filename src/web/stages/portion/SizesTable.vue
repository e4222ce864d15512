<script setup lang="ts">
import { computed, shallowRef, toRef, watch } from 'vue';
import type { PortionStep } from '#core/what-if';
import { millilitres, number } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';
import { t } from '../../words/index.ts';
import { usePourMoment } from '../plate/use-first-side.ts';
import type { Tool } from './use-tools.ts';

/** The next sizes down and up side by side: what each makes of disc, time, panfuls and pieces. */
const props = defineProps<{ formulaId: string; tools: readonly Tool[]; volumeMl: number }>();
const emit = defineEmits<{ choose: [volumeMl: number] }>();
const store = useRun();
/** Nearer than this two sizes are one, as a share. Common practice, no source. */
const SAME = 0.04;
const sizes = computed(() => {
  const apart: Tool[] = [];
  for (const tool of [...props.tools].sort((a, b) => a.volumeMl - b.volumeMl))
    if (apart.every((other) => Math.abs(other.volumeMl / tool.volumeMl - 1) > SAME)) apart.push(tool);
  const below = apart.filter(({ volumeMl }) => volumeMl < props.volumeMl * (1 - SAME)).slice(-2);
  const above = apart.filter(({ volumeMl }) => volumeMl > props.volumeMl * (1 + SAME)).slice(0, 2);
  const own = props.tools.find(({ volumeMl }) => Math.abs(volumeMl / props.volumeMl - 1) <= SAME);
  return [...below, { name: own?.name ?? '', volumeMl: props.volumeMl, spreadMl: own?.spreadMl ?? null }, ...above];
});
const moment = usePourMoment(toRef(props, 'formulaId'));
const steps = shallowRef<readonly PortionStep[]>([]);
const ask = useRunQuestion(
  'steps',
  () => [props.formulaId, sizes.value.map(({ volumeMl, spreadMl }) => ({ volumeMl, spreadMl })), moment.value],
  (answer) => {
    // sizes may have changed since they were asked for
    if (answer.every(({ volumeMl }, i) => volumeMl === sizes.value[i]?.volumeMl)) steps.value = answer;
  },
);
watch(
  [sizes, () => props.formulaId, () => store.run?.id, () => moment.value.pourMs, () => store.state?.eventCount],
  ask,
  { immediate: true },
);
const rows = computed(() =>
  steps.value.length === sizes.value.length
    ? steps.value.map((step, i) => ({ ...step, name: sizes.value[i]!.name, inUse: step.volumeMl === props.volumeMl }))
    : [],
);
const spread = computed(() => rows.value.find(({ inUse }) => inUse)?.spread);
const spreadMl = computed(() => sizes.value.find(({ volumeMl }) => volumeMl === props.volumeMl)?.spreadMl);
</script>

<template>
  <PaperCard :title="t('portionMore.sizes')">
    <div class="overflow-x-auto">
      <table class="w-full min-w-[30rem]" data-testid="sizes">
        <thead class="text-left text-sm text-soft">
          <tr>
            <th class="font-normal">{{ t('portionMore.pour') }}</th>
            <th class="text-right font-normal">{{ t('portionMore.disc') }}</th>
            <th class="text-right font-normal">{{ t('portionMore.first') }}</th>
            <th class="text-right font-normal">{{ t('portionMore.atOnce') }}</th>
            <th class="text-right font-normal">{{ t('portionMore.panfuls') }}</th>
            <th class="text-right font-normal">{{ t('portionMore.pieces') }}</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in rows"
            :key="row.volumeMl"
            class="border-t border-line"
            :class="{ 'bg-mist font-semibold text-bell': row.inUse }"
          >
            <td class="py-2 pl-1">
              {{ millilitres(row.volumeMl) }}
              <span class="block text-sm" :class="row.inUse ? '' : 'text-soft'">{{ row.name }}</span>
            </td>
            <td class="text-right">
              {{ number(row.disc.diameterMm / 10, 1) }} cm
              <span class="block text-sm" :class="row.inUse ? '' : 'text-soft'"
                >{{ number(row.disc.thicknessMm, 1) }} mm</span
              >
            </td>
            <td class="text-right">{{ row.firstSideS === null ? '–' : `${number(row.firstSideS)} s` }}</td>
            <td class="text-right">{{ row.atOnce }}</td>
            <td class="text-right">{{ row.atOnce ? row.panfuls : '–' }}</td>
            <td class="text-right">{{ row.pieces ?? '–' }}</td>
            <td class="w-28 pl-2 text-right">
              <span v-if="row.inUse" class="text-sm">{{ t('portionMore.inUse') }}</span>
              <button
                v-else
                type="button"
                class="min-h-14 px-2 text-bell underline"
                @click="emit('choose', row.volumeMl)"
              >
                {{ t('portionMore.choose', { ml: millilitres(row.volumeMl) }) }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="!rows.length" class="text-soft" role="status">{{ t('frame.working') }}</p>
    <p v-if="spread && spreadMl" class="mt-2 text-soft">
      {{
        t('portionMore.spread', {
          ml: millilitres(spreadMl),
          cm: number(spread.diameterMm / 10, 1),
          s: number(spread.firstSideS),
        })
      }}
    </p>
  </PaperCard>
</template>
