<script setup lang="ts">
import { ArrowDown, ArrowUp, Plus, Trash2 } from '@lucide/vue';
import { reactive, ref } from 'vue';
import {
  BATTER_TYPES,
  FAT_KINDS,
  FAT_RULES,
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
import ChoiceField from '../../parts/ChoiceField.vue';
import FormField from '../../parts/FormField.vue';
import { ingredientName } from '../../parts/format.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';
import { bodyForm, readBodyForm } from './body-form.ts';

/** Changes how a formula is made: each choice stands beside its reason. */
const props = defineProps<{ body: FormulaBody; larder: Larder }>();
const emit = defineEmits<{ take: [body: FormulaBody]; leave: [] }>();
const unit = useSession().settings.temperatureUnit;
const form = reactive(bodyForm(props.body, unit));
const errors = ref<Readonly<Record<string, string>>>({});
const MAX_STEPS = 12;

function take(): void {
  const read = readBodyForm(form, props.body, unit);
  if ('body' in read) return emit('take', read.body);
  errors.value = read.errors;
}
const said = (field: string) => errors.value[field];
/** A step with a reason stands one deeper in the formula. */
const stepError = (index: number) => said(`mix.steps.${index}`) ?? said(`mix.steps.${index}.text`);
function move(index: number, by: -1 | 1): void {
  const { steps } = form.mix;
  const [step] = steps.splice(index, 1);
  steps.splice(index + by, 0, step!);
}
const words = (group: string, options: readonly string[]) =>
  options.map((option) => ({ value: option, label: t(`${group}.${option}`) }));
</script>

<template>
  <form class="flex flex-col gap-5" novalidate @submit.prevent="take">
    <div class="grid gap-4 sm:grid-cols-2">
      <ChoiceField v-model="form.type" :label="t('paste.type')" :options="words('batterType', BATTER_TYPES)" />
      <FormField v-model="form.pieceWord" :label="t('making.pieceWord')" :error="said('pieceWord')" />
    </div>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.mix') }}</legend>
      <div class="clear-both grid gap-4 sm:grid-cols-[2fr_1fr]">
        <ChoiceField v-model="form.mix.school" :label="t('making.school')" :options="words('mix', MIX_SCHOOLS)" />
        <FormField
          v-model="form.mix.workMin"
          type="decimal"
          unit="min"
          :label="t('making.workMin')"
          :error="said('mix.workMin')"
        />
        <FormField
          v-model="form.mix.reason"
          class="sm:col-span-2"
          :label="t('making.why')"
          :error="said('mix.reason')"
        />
        <div class="grid grid-cols-[1fr_1.4fr] gap-2">
          <FormField
            v-model="form.mix.limit"
            type="decimal"
            :label="t('making.limit')"
            :hint="t('making.limitHint')"
            :error="said('mix.limit.count')"
          />
          <ChoiceField
            v-model="form.mix.limitUnit"
            :label="t('making.limitIn')"
            :options="words('making.limitUnit', MIX_LIMIT_UNITS)"
          />
        </div>
        <ChoiceField v-model="form.mix.lumps" :label="t('making.lumps')" :options="words('making.lump', LUMPS)" />
        <ChoiceField
          v-model="form.runs"
          :label="t('making.runs')"
          :options="[{ value: '', label: t('making.runsAsIs') }, ...words('texture', texturesOf(familyOf(form.type)))]"
        />
      </div>
      <ol class="mt-3 flex flex-col gap-3">
        <li v-for="(step, index) in form.mix.steps" :key="index" class="flex items-start gap-2">
          <div class="grid flex-1 gap-2 sm:grid-cols-2">
            <FormField v-model="step.text" :label="t('making.step', { n: index + 1 })" :error="stepError(index)" />
            <FormField v-model="step.reason" :label="t('making.why')" :error="said(`mix.steps.${index}.reason`)" />
          </div>
          <div class="mt-7 flex">
            <button
              v-for="act in [
                { icon: ArrowUp, label: 'making.stepUp', off: index === 0, run: () => move(index, -1) },
                {
                  icon: ArrowDown,
                  label: 'making.stepDown',
                  off: index === form.mix.steps.length - 1,
                  run: () => move(index, 1),
                },
                {
                  icon: Trash2,
                  label: 'making.stepOut',
                  off: form.mix.steps.length === 1,
                  run: () => form.mix.steps.splice(index, 1),
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
        v-if="form.mix.steps.length < MAX_STEPS"
        type="button"
        class="mt-2 flex min-h-11 items-center gap-2 rounded-control px-3 text-bell hover:bg-mist"
        @click="form.mix.steps.push({ text: '', reason: '' })"
      >
        <Plus class="size-5" aria-hidden="true" />{{ t('making.stepAdd') }}
      </button>
    </fieldset>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.whenIn') }}</legend>
      <ul class="clear-both flex flex-col gap-2">
        <li
          v-for="(line, index) in form.lines"
          :key="line.ingredientId"
          class="grid items-end gap-3 sm:grid-cols-[1fr_1.4fr_8rem]"
        >
          <span class="self-center font-semibold">{{ ingredientName(line.ingredientId, larder) }}</span>
          <ChoiceField
            v-model="line.when"
            :label="t('making.moment')"
            :options="LINE_MOMENTS.map((value) => ({ value, label: t(`batter.moment.${value}`) }))"
          />
          <FormField
            v-model="line.heldBack"
            type="decimal"
            unit="%"
            :label="t('making.heldBack')"
            :error="said(`lines.${index}.heldBack`) && t('making.heldBackMost')"
          />
        </li>
      </ul>
    </fieldset>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.rest') }}</legend>
      <div class="clear-both grid gap-4 sm:grid-cols-3">
        <FormField
          v-for="each in ['earliestMin', 'bestMin', 'latestMin'] as const"
          :key="each"
          v-model="form.rest[each]"
          type="decimal"
          unit="min"
          :label="t(`making.${each}`)"
          :error="said(`rest.${each}`) ?? (each === 'bestMin' ? said('rest') : undefined)"
        />
        <ChoiceField
          v-model="form.rest.where"
          :label="t('making.whereLabel')"
          :options="words('making.where', ['counter', 'fridge'])"
        />
        <ChoiceField
          v-model="form.rest.watch"
          :label="t('making.watchLabel')"
          :options="words('making.watch', ['bubblesCome', 'bubblesGo'])"
        />
        <FormField
          v-model="form.rest.reason"
          class="sm:col-span-3"
          :label="t('making.why')"
          :error="said('rest.reason')"
        />
      </div>
    </fieldset>

    <fieldset class="border-t border-line pt-3">
      <legend class="float-left mb-2 text-lg font-semibold">{{ t('making.plate') }}</legend>
      <div class="clear-both grid gap-4 sm:grid-cols-3">
        <FormField
          v-for="each in ['lowC', 'targetC', 'highC'] as const"
          :key="each"
          v-model="form.heat[each]"
          type="decimal"
          :unit="`°${unit}`"
          :label="t(`making.${each}`)"
          :error="said(`heat.${each}`) ?? (each === 'targetC' ? said('heat') : undefined)"
        />
        <ChoiceField
          v-model="form.heat.cover"
          :label="t('making.coverLabel')"
          :options="words('making.cover', ['open', 'lid'])"
        />
        <FormField
          v-model="form.heat.reason"
          class="sm:col-span-2"
          :label="t('making.why')"
          :error="said('heat.reason')"
        />
        <FormField
          v-model="form.portion.volumeMl"
          type="decimal"
          unit="mL"
          :label="t('making.portion')"
          :error="said('portion.volumeMl')"
        />
        <FormField
          v-model="form.portion.reason"
          class="sm:col-span-2"
          :label="t('making.why')"
          :error="said('portion.reason')"
        />
        <ChoiceField v-model="form.flip.rule" :label="t('making.flip')" :options="words('making.rule', FLIP_RULES)" />
        <FormField
          v-if="form.flip.rule === 'time'"
          v-model="form.flip.seconds"
          type="decimal"
          unit="s"
          :label="t('making.flipAfter')"
          :error="said('flip.seconds')"
        />
        <ChoiceField
          v-model="form.flip.after"
          :label="t('making.afterLabel')"
          :options="words('making.after', ['leave', 'press'])"
        />
        <FormField
          v-model="form.flip.reason"
          :class="form.flip.rule === 'time' ? 'sm:col-span-3' : ''"
          :label="t('making.why')"
          :error="said('flip.reason')"
        />
        <ChoiceField v-model="form.fat.kind" :label="t('making.fat')" :options="words('fatKind', FAT_KINDS)" />
        <ChoiceField
          v-model="form.fat.rule"
          :label="t('making.fatWhen')"
          :options="words('making.fatRule', FAT_RULES)"
        />
        <FormField v-model="form.fat.reason" :label="t('making.why')" :error="said('fat.reason')" />
      </div>
    </fieldset>

    <div class="flex flex-wrap items-center gap-3">
      <BigButton type="submit" look="say">{{ t('making.take') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('larder.leave') }}</BigButton>
      <p v-if="Object.keys(errors).length" class="font-semibold text-ember" role="alert">{{ t('making.wrong') }}</p>
    </div>
  </form>
</template>
