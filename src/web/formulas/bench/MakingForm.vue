<script setup lang="ts">
import { useFieldArray } from 'vee-validate';
import { ArrowDown, ArrowUp, Plus, Trash2 } from '@lucide/vue';
import {
  BATTER_TYPES,
  FAT_KINDS,
  FAT_RULES,
  FILM_SCHOOLS,
  FLIP_RULES,
  LINE_MOMENTS,
  LUMPS,
  MIX_LIMIT_UNITS,
  MIX_SCHOOLS,
  familyOf,
  type FormulaBody,
} from '#core/formula';
import { texturesOf } from '#core/consistency';
import type { Larder } from '#core/ingredients';
import BigButton from '../../parts/BigButton.vue';
import BoundChoice from '../../forms/BoundChoice.vue';
import BoundField from '../../forms/BoundField.vue';
import { useForm } from '../../forms/use-form.ts';
import { ingredientName } from '../../parts/format.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';
import { bodyForm, bodySchema, type BodyForm } from './body-form.ts';

/** Changes how a formula is made: each choice stands beside its reason. */
const props = defineProps<{ body: FormulaBody; larder: Larder }>();
const emit = defineEmits<{ take: [body: FormulaBody]; leave: [] }>();
const { temperatureUnit: unit, measures } = useSession().settings;
const form = useForm({
  typed: bodyForm(props.body, unit),
  schema: () => bodySchema(props.body, unit, measures),
  keep: (body) => emit('take', body),
});
const { values } = form;
const MAX_STEPS = 12;
const steps = useFieldArray<BodyForm['mix']['steps'][number]>('mix.steps');
const words = (group: string, options: readonly string[]) =>
  options.map((option) => ({ value: option, label: t(`${group}.${option}`) }));
</script>

<template>
  <form class="flex flex-col gap-5" novalidate @submit.prevent="form.submit">
    <div class="grid gap-4 sm:grid-cols-2">
      <BoundChoice :of="form" name="type" :label="t('making.type')" :options="words('batterType', BATTER_TYPES)" />
      <BoundField :of="form" name="pieceWord" :label="t('making.pieceWord')" />
    </div>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.mix') }}</legend>
      <div class="clear-both grid gap-4 sm:grid-cols-[2fr_1fr]">
        <BoundChoice :of="form" name="mix.school" :label="t('making.school')" :options="words('mix', MIX_SCHOOLS)" />
        <BoundField :of="form" name="mix.workMin" type="decimal" unit="min" :label="t('making.workMin')" />
        <BoundField :of="form" name="mix.reason" class="sm:col-span-2" :label="t('making.why')" />
        <div class="grid grid-cols-[1fr_1.4fr] gap-2">
          <BoundField
            :of="form"
            name="mix.limit"
            type="decimal"
            :label="t('making.limit')"
            :hint="t('making.limitHint')"
          />
          <BoundChoice
            :of="form"
            name="mix.limitUnit"
            :label="t('making.limitIn')"
            :options="words('making.limitUnit', MIX_LIMIT_UNITS)"
          />
        </div>
        <BoundChoice :of="form" name="mix.lumps" :label="t('making.lumps')" :options="words('making.lump', LUMPS)" />
        <BoundChoice
          :of="form"
          name="runs"
          :label="t('making.runs')"
          :options="[
            { value: '', label: t('making.runsAsIs') },
            ...words('texture', texturesOf(familyOf(values.type))),
          ]"
        />
      </div>
      <ol class="mt-3 flex flex-col gap-3">
        <li v-for="({ key }, index) in steps.fields.value" :key="key" class="flex items-start gap-2">
          <div class="grid flex-1 gap-2 sm:grid-cols-2">
            <BoundField :of="form" :name="`mix.steps[${index}].text`" :label="t('making.step', { n: index + 1 })" />
            <BoundField :of="form" :name="`mix.steps[${index}].reason`" :label="t('making.why')" />
          </div>
          <div class="mt-7 flex">
            <button
              v-for="act in [
                { icon: ArrowUp, label: 'making.stepUp', off: index === 0, run: () => steps.swap(index, index - 1) },
                {
                  icon: ArrowDown,
                  label: 'making.stepDown',
                  off: index === values.mix.steps.length - 1,
                  run: () => steps.swap(index, index + 1),
                },
                {
                  icon: Trash2,
                  label: 'making.stepOut',
                  off: values.mix.steps.length === 1,
                  run: () => steps.remove(index),
                },
              ]"
              :key="act.label"
              type="button"
              class="flex size-11 items-center justify-center rounded-control text-soft hover:bg-mist disabled:opacity-30"
              :aria-label="t(act.label, { n: index + 1 })"
              :disabled="act.off"
              @click="act.run"
            >
              <component :is="act.icon" class="size-5" aria-hidden="true" />
            </button>
          </div>
        </li>
      </ol>
      <button
        v-if="values.mix.steps.length < MAX_STEPS"
        type="button"
        class="mt-2 flex min-h-11 items-center gap-2 rounded-control px-3 text-bell hover:bg-mist"
        @click="steps.push({ text: '', reason: '' })"
      >
        <Plus class="size-5" aria-hidden="true" />{{ t('making.stepAdd') }}
      </button>
    </fieldset>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.whenIn') }}</legend>
      <ul class="clear-both flex flex-col gap-2">
        <li
          v-for="(line, index) in values.lines"
          :key="line.ingredientId"
          class="grid items-end gap-3 sm:grid-cols-[1fr_1.4fr_8rem]"
        >
          <span class="self-center font-semibold">{{ ingredientName(line.ingredientId, larder) }}</span>
          <BoundChoice
            :of="form"
            :name="`lines[${index}].when`"
            :label="t('making.moment')"
            :options="LINE_MOMENTS.map((value) => ({ value, label: t(`batter.moment.${value}`) }))"
          />
          <BoundField
            :of="form"
            :name="`lines[${index}].heldBack`"
            type="decimal"
            unit="%"
            :label="t('making.heldBack')"
          />
        </li>
      </ul>
    </fieldset>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.rest') }}</legend>
      <div class="clear-both grid gap-4 sm:grid-cols-3">
        <BoundField
          v-for="each in ['earliestMin', 'bestMin', 'latestMin'] as const"
          :key="each"
          :of="form"
          :name="`rest.${each}`"
          type="decimal"
          unit="min"
          :label="t(`making.${each}`)"
        />
        <BoundChoice
          :of="form"
          name="rest.where"
          :label="t('making.whereLabel')"
          :options="words('making.where', ['counter', 'fridge'])"
        />
        <BoundChoice
          :of="form"
          name="rest.watch"
          :label="t('making.watchLabel')"
          :options="words('making.watch', ['bubblesCome', 'bubblesGo'])"
        />
        <BoundField :of="form" name="rest.reason" class="sm:col-span-3" :label="t('making.why')" />
      </div>
    </fieldset>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.plate') }}</legend>
      <div class="clear-both grid gap-4 sm:grid-cols-3">
        <BoundField
          v-for="each in ['lowC', 'targetC', 'highC'] as const"
          :key="each"
          :of="form"
          :name="`heat.${each}`"
          type="decimal"
          :unit="`°${unit}`"
          :label="t(`making.${each}`)"
        />
        <BoundChoice
          :of="form"
          name="heat.cover"
          :label="t('making.coverLabel')"
          :options="words('making.cover', ['open', 'lid'])"
        />
        <BoundField :of="form" name="heat.reason" class="sm:col-span-2" :label="t('making.why')" />
        <BoundField :of="form" name="portion.volumeMl" type="amount" unit="mL" :label="t('making.portion')" />
        <BoundField :of="form" name="portion.reason" class="sm:col-span-2" :label="t('making.why')" />
        <template v-if="familyOf(values.type) === 'thin'">
          <BoundChoice
            :of="form"
            name="film.school"
            :label="t('making.film')"
            :options="words('making.filmSchool', FILM_SCHOOLS)"
          />
          <BoundField
            v-if="values.film.school === 'spreader'"
            :of="form"
            name="film.leavesMm"
            type="decimal"
            unit="mm"
            :label="t('making.filmLeaves')"
            :hint="t('making.filmLeavesHint')"
          />
          <BoundChoice
            v-else
            :of="form"
            name="film.heat"
            :label="t('making.filmPan')"
            :options="words('making.filmHeat', ['off', 'on'])"
          />
          <BoundField :of="form" name="film.reason" :label="t('making.why')" />
        </template>
        <BoundChoice
          :of="form"
          name="flip.rule"
          :label="t('making.flip')"
          :options="words('making.rule', FLIP_RULES)"
        />
        <BoundField
          v-if="values.flip.rule === 'time'"
          :of="form"
          name="flip.seconds"
          type="decimal"
          unit="s"
          :label="t('making.flipAfter')"
        />
        <BoundChoice
          :of="form"
          name="flip.after"
          :label="t('making.afterLabel')"
          :options="words('making.after', ['leave', 'press'])"
        />
        <BoundField
          :of="form"
          name="flip.reason"
          :class="values.flip.rule === 'time' ? 'sm:col-span-3' : ''"
          :label="t('making.why')"
        />
        <BoundChoice :of="form" name="fat.kind" :label="t('making.fat')" :options="words('fatKind', FAT_KINDS)" />
        <BoundChoice
          :of="form"
          name="fat.rule"
          :label="t('making.fatWhen')"
          :options="words('making.fatRule', FAT_RULES)"
        />
        <BoundField
          :of="form"
          name="fat.amountG"
          type="decimal"
          unit="g"
          :label="t('making.fatEach')"
          :hint="t('making.fatEachHint')"
        />
        <BoundChoice
          :of="form"
          name="fat.after"
          :label="t('making.fatAfter')"
          :options="words('making.fatStays', ['stays', 'wiped'])"
        />
        <BoundField :of="form" name="fat.reason" class="sm:col-span-2" :label="t('making.why')" />
      </div>
    </fieldset>

    <div class="flex flex-wrap items-center gap-3">
      <BigButton type="submit" look="say">{{ t('making.take') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('larder.leave') }}</BigButton>
      <p v-if="Object.keys(form.errors.value).length" class="font-semibold text-ember" role="alert">
        {{ t('making.wrong') }}
      </p>
    </div>
  </form>
</template>
