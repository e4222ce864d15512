<script setup lang="ts">
import { computed, ref } from 'vue';
import { targetConsistency, quantityOf, textureOf } from '#core/consistency';
import {
  familyOf,
  filmOf,
  leavesMm,
  lumpsOf,
  mixLimit,
  pouredDensityGPerMl,
  standsPa,
  stepOf,
  withReasons,
  type FormulaBody,
} from '#core/formula';
import { slumpDisc } from '#core/pour';
import type { Larder } from '#core/ingredients';
import BigButton from '../../parts/BigButton.vue';
import { millilitres, minutes, number, temperature, weight } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { t } from '../../words/index.ts';
import MakingForm from './MakingForm.vue';

/** How it is made: every choice of the formula with its reason, and a way to choose otherwise. */
const props = defineProps<{ body: FormulaBody; larder: Larder; mayEdit: boolean }>();
const emit = defineEmits<{ change: [body: FormulaBody] }>();
const editing = ref(false);
const min = (value: number) => minutes(value * 60);
/** How wide a pour stands, worked out anew for whatever is poured; a thin one is as wide as its pan. */
const across = computed(() => {
  const { type, portion } = props.body;
  if (familyOf(type) === 'thin') return '';
  const { diameterMm } = slumpDisc(
    portion.volumeMl,
    pouredDensityGPerMl(props.body, props.larder) * 1000,
    standsPa(props.body),
  );
  return t('making.across', { cm: number(diameterMm / 10) });
});
const film = computed(() => {
  const { school, heat, reason } = filmOf(props.body);
  const how =
    school === 'spreader'
      ? t('making.filmDeep', { mm: number(leavesMm(props.body), 1) })
      : t(`making.filmHeat.${heat}`);
  return { name: 'film', what: [t(`making.filmSchool.${school}`), how].join(', '), reason };
});
const choices = computed(() => {
  const { rest, heat, portion, flip, fat } = props.body;
  const limit = mixLimit(props.body);
  return [
    {
      name: 'stop',
      what: limit ? t(`mixing.${limit.unit}`, { n: limit.count }) : t('mixing.none'),
      reason: t(`mixing.lumps.${lumpsOf(props.body)}`),
    },
    {
      name: 'runs',
      what: t(
        `texture.${textureOf({ quantity: quantityOf(props.body.type), value: targetConsistency(props.body), sdLn: 0 })}`,
      ),
      reason: '',
    },
    {
      name: 'rest',
      what: t('making.restIs', {
        ...{ earliest: min(rest.earliestMin), best: min(rest.bestMin), latest: min(rest.latestMin) },
        where: t(`making.where.${rest.where}`),
      }),
      reason: rest.reason,
    },
    {
      name: 'heat',
      what: t('making.heatIs', {
        ...{ target: temperature(heat.targetC), low: temperature(heat.lowC), high: temperature(heat.highC) },
      }),
      reason: heat.reason,
    },
    { name: 'portion', what: millilitres(portion.volumeMl), reason: [across.value, portion.reason].join(' ') },
    ...(familyOf(props.body.type) === 'thin' ? [film.value] : []),
    {
      name: 'flip',
      what: [t(`making.rule.${flip.rule}`), ...(flip.pressed ? [t('making.after.press')] : [])].join(', '),
      reason: flip.reason,
    },
    {
      name: 'fat',
      what: [
        t(`fatKind.${fat.kind}`),
        t(`making.fatRule.${fat.rule}`),
        ...(fat.amountG === undefined ? [] : [weight(fat.amountG)]),
        ...(fat.wiped ? [t('making.fatStays.wiped')] : []),
      ].join(', '),
      reason: fat.reason,
    },
  ];
});
function take(body: FormulaBody): void {
  emit('change', withReasons(props.body, body));
  editing.value = false;
}
</script>

<template>
  <PaperCard :title="t(editing ? 'making.change' : `mix.${body.mix.school}`)">
    <MakingForm v-if="editing" :body="body" :larder="larder" @take="take" @leave="editing = false" />
    <template v-else>
      <ol class="flex flex-col gap-2">
        <li v-for="(step, index) in body.mix.steps.map(stepOf)" :key="index" class="flex gap-3">
          <span class="figure w-5 shrink-0 text-bell">{{ index + 1 }}</span>
          <span
            >{{ step.text }}<span v-if="step.reason" class="block text-sm text-soft">{{ step.reason }}</span></span
          >
        </li>
      </ol>
      <p class="mt-2 text-sm text-soft">{{ body.mix.reason }}</p>
      <dl class="mt-3 grid grid-cols-[6rem_1fr] gap-y-2 border-t border-line pt-3">
        <template v-for="choice in choices" :key="choice.name">
          <dt class="font-semibold">{{ t(`making.${choice.name}`) }}</dt>
          <dd>
            {{ choice.what }} <span class="block text-sm text-soft">{{ choice.reason }}</span>
          </dd>
        </template>
      </dl>
      <BigButton v-if="mayEdit" class="mt-4" @click="editing = true">{{ t('making.change') }}</BigButton>
    </template>
  </PaperCard>
</template>
