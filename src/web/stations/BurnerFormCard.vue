<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue';
import { REACHES_PLATE, SOURCES } from '#core/plate';
import type { KeptBurner } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../parts/ChoiceField.vue';
import FormField from '../parts/FormField.vue';
import { number } from '../parts/format.ts';
import { readFigure } from '../parts/read-figure.ts';
import { useAction } from '../settings/use-action.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { DIAL_KINDS, burnerForm, readBurnerForm, usualDial, type BurnerError, type BurnerForm } from './burner-form.ts';

/** Adds a burner, or changes one; `under` names the stations that stand on it. */
const props = defineProps<{ burner: KeptBurner | null; under: readonly string[] }>();
const emit = defineEmits<{ kept: [burner: KeptBurner]; leave: [] }>();
const session = useSession();
const unit = session.settings.temperatureUnit;
const form = reactive(burnerForm(props.burner?.body ?? null, unit));
const wrong = ref<Partial<Record<keyof BurnerForm, BurnerError>>>({});
const { errors, busy, run } = useAction();
watch(
  () => form.dial,
  () => usualDial(form),
);
const errorOf = (field: keyof BurnerForm, server = `body.${field}`) => {
  const own = wrong.value[field];
  return own ? t(`burnerForm.error.${own.code}`, { ...own }) : errors.value[server];
};
const reaches = computed(() => {
  const rated = readFigure(form.ratedW);
  const share = REACHES_PLATE[form.source];
  return Number.isFinite(rated)
    ? t('burnerForm.ratedHint', { share: number(100 * share), w: number(rated * share) })
    : undefined;
});
const power = computed(() => ['numbers', 'share', 'words'].includes(form.dial));
const others = computed(() => Object.entries(errors.value).filter(([field]) => !field.startsWith('body.')));

function keep(): void {
  const read = readBurnerForm(form, unit);
  wrong.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) return;
  const { body } = read;
  void run(async () => {
    const { burner } = props;
    emit(
      'kept',
      burner
        ? await call<KeptBurner>('PUT', `/api/burners/${burner.id}`, { version: burner.version, body })
        : await call<KeptBurner>('POST', '/api/burners', { id: newId(), body }),
    );
  });
}
const inUse = ref('');
const putAway = (archived: boolean) => {
  inUse.value = archived && props.under.length ? t('burnerForm.error.inUse', { names: props.under.join(', ') }) : '';
  if (inUse.value) return;
  void run(async () => {
    emit('kept', await call<KeptBurner>('PUT', `/api/burners/${props.burner!.id}/archived`, { archived }));
  });
};
</script>

<template>
  <form
    class="flex flex-col gap-4 rounded-card border border-bell bg-card p-4"
    novalidate
    data-testid="burner-form"
    @submit.prevent="keep"
  >
    <div class="grid gap-4 sm:grid-cols-2">
      <FormField v-model="form.name" :label="t('burnerForm.name')" :error="errorOf('name', 'body.burnerName')" />
      <ChoiceField
        v-model="form.source"
        :label="t('burnerForm.source')"
        :options="SOURCES.map((value) => ({ value, label: t(`burnerForm.sources.${value}`) }))"
      />
      <FormField
        v-model="form.ratedW"
        type="decimal"
        unit="W"
        :label="t('burnerForm.rated')"
        :hint="reaches ?? ''"
        :error="errorOf('ratedW', 'body.powerW')"
      />
      <FormField
        v-model="form.acrossCm"
        type="decimal"
        unit="cm"
        :label="t('burnerForm.across')"
        :hint="t('burnerForm.acrossHint')"
        :error="errorOf('acrossCm', 'body.acrossMm')"
      />
      <ChoiceField
        v-model="form.dial"
        :label="t('burnerForm.dial')"
        :options="DIAL_KINDS.map((value) => ({ value, label: t(`dial.kind.${value}`) }))"
      />
      <FormField
        v-if="form.dial === 'words'"
        v-model="form.words"
        :label="t('burnerForm.words')"
        :hint="t('burnerForm.wordsHint')"
        :error="errorOf('words', 'body.dial.words')"
      />
      <div v-else class="grid grid-cols-2 gap-4">
        <FormField
          v-model="form.max"
          type="decimal"
          :label="t('burnerForm.max')"
          :error="errorOf('max', 'body.dial.max')"
        />
        <FormField
          v-model="form.step"
          type="decimal"
          :label="t('burnerForm.step')"
          :error="errorOf('step', 'body.dial.step')"
        />
      </div>
      <template v-if="form.dial === 'thermostat'">
        <FormField
          v-model="form.low"
          type="decimal"
          :unit="`°${unit}`"
          :label="t('burnerForm.lowC')"
          :error="errorOf('low')"
        />
        <FormField
          v-model="form.high"
          type="decimal"
          :unit="`°${unit}`"
          :label="t('burnerForm.highC')"
          :error="errorOf('high')"
        />
      </template>
      <FormField
        v-if="!power"
        v-model="form.swing"
        type="decimal"
        :unit="`°${unit}`"
        :label="t('burnerForm.swing')"
        :error="errorOf('swing')"
      />
    </div>
    <p v-if="inUse" class="font-semibold text-ember" role="alert">{{ inUse }}</p>
    <p v-for="[field, message] in others" :key="field" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <div class="flex flex-wrap gap-3">
      <BigButton type="submit" look="say" :disabled="busy">{{ t('burnerForm.keep') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('burnerForm.leave') }}</BigButton>
      <BigButton v-if="burner" class="ml-auto" :disabled="busy" @click="putAway(!burner.archived)">{{
        t(burner.archived ? 'burnerForm.takeBack' : 'burnerForm.putAway')
      }}</BigButton>
    </div>
  </form>
</template>
