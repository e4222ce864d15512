<script setup lang="ts">
import { shallowRef, watch } from 'vue';
import type { AllOff } from '#core/guidance';
import { clock } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useRunQuestion } from '../../workers/desk.ts';

/** Whether all comes off in time, by what was really poured: in time by the plan's own moment, late by what hands and plates let. */
const store = useRun();
const off = shallowRef<AllOff | null>(null);
const ask = useRunQuestion(
  'allOff',
  () => (store.plan ? [store.nowMs] : null),
  (found) => (off.value = found),
);
watch(
  () => store.outlook,
  () => void ask(),
  { immediate: true },
);
const zone = store.view.pins.timeZone;
</script>

<template>
  <p
    v-if="off"
    class="text-sm"
    :class="off.lateMin > 0 ? 'font-semibold text-ember' : 'text-leaf'"
    data-testid="all-off"
  >
    {{
      off.lateMin > 0
        ? t('counts.late', { time: clock(off.earliestMs, zone), n: off.lateMin })
        : t('counts.inTime', { time: clock(Math.max(off.earliestMs, store.plan?.lastLiftMs ?? 0), zone) })
    }}
  </p>
</template>
