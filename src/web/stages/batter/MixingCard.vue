<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { lumpsOf, mixLimit, type FormulaBody } from '#core/formula';
import type { Lot } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import { stretch } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useTone } from '../cook/use-tones.ts';

/** From wet meets dry to the end of the stirring, seen and heard: once to scrape, once to stop. */
const props = defineProps<{ formulaId: string; number: number; body: FormulaBody; lot: Lot | undefined }>();
defineEmits<{ mixed: [] }>();
const store = useRun();
const limit = computed(() => mixLimit(props.body));
const begunMs = computed(() => props.lot?.mixingAtMs ?? null);
const goneS = computed(() => (begunMs.value === null ? null : Math.max(0, (store.nowMs - begunMs.value) / 1000)));
const limitS = computed(() => (limit.value?.unit === 'seconds' ? limit.value.count : null));
const share = computed(() => (limitS.value && goneS.value !== null ? Math.min(1, goneS.value / limitS.value) : 0));
const over = computed(() => share.value >= 1);
/** Half way a spatula goes along the base once, or flour stays there. Common practice, no source. */
const scrape = computed(() => props.body.mix.school !== 'blender' && share.value >= 0.5 && !over.value);
useTone(
  'heat',
  computed(() => (scrape.value ? `scrape ${props.number}` : null)),
);
useTone(
  'due',
  computed(() => (over.value ? `stop ${props.number}` : null)),
);

/** A screen that flashes is seen from the other end of the table; it stands still for who asked for less motion. */
const flash = ref(false);
watch(over, (now) => (flash.value = now));
const begin = () => store.tap([{ kind: 'mixing-begun', payload: { formulaId: props.formulaId, lot: props.number } }]);
defineExpose({ begin, running: computed(() => goneS.value !== null) });
</script>

<template>
  <div data-testid="mixing" :class="{ 'motion-safe:animate-pulse': flash }">
    <p class="figure text-4xl leading-tight">
      <template v-if="goneS === null">{{ t('batter.mixNow') }}</template>
      <template v-else-if="over">{{ t('mixing.stop') }}</template>
      <template v-else>{{ stretch(goneS) }}</template>
    </p>
    <p class="mt-2 text-lg font-semibold" role="status">
      {{ scrape ? t('mixing.scrape') : limit ? t(`mixing.${limit.unit}`, { n: limit.count }) : t('mixing.none') }}
    </p>
    <div v-if="limitS && goneS !== null" class="mt-2 h-4 rounded-full bg-on-bell/20" aria-hidden="true">
      <div class="h-4 rounded-full bg-on-bell" :style="{ width: `${share * 100}%` }" />
    </div>
    <p class="mt-2">{{ t(`mixing.lumps.${lumpsOf(body)}`) }}</p>
    <BigButton
      v-if="goneS === null && limit"
      look="onBell"
      class="mt-4 w-full"
      :key-cap="t('key.space')"
      @click="begin"
      >{{ t(`mixing.begin.${body.mix.school}`) }}</BigButton
    >
    <BigButton
      v-if="goneS !== null || !limit"
      look="onBell"
      class="mt-4 w-full"
      :key-cap="t('key.space')"
      @click="$emit('mixed')"
      >{{ t('batter.mixed') }}</BigButton
    >
    <button v-else type="button" class="mt-2 min-h-14 w-full rounded-control underline" @click="$emit('mixed')">
      {{ t('mixing.skip') }}
    </button>
  </div>
</template>
