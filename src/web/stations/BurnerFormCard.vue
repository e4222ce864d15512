<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { REACHES_PLATE, SOURCES } from '#core/plate';
import type { KeptBurner } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import BigButton from '../parts/BigButton.vue';
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { number } from '../parts/format.ts';
import { readFigure } from '../forms/read-figure.ts';
import { useAction } from '../forms/use-action.ts';
import { useForm } from '../forms/use-form.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { DIAL_KINDS, burnerForm, burnerSchema, usualMarks } from './burner-form.ts';

/** Adds a burner, or changes one; `under` names the stations that stand on it. */
/** Fields of the form by the server's name of them, where it is another. */
const SERVER_FIELDS: Readonly<Record<string, string>> = {
  'body.burnerName': 'name',
  'body.powerW': 'ratedW',
  'body.acrossMm': 'acrossCm',
};
const props = defineProps<{ burner: KeptBurner | null; under: readonly string[] }>();
const emit = defineEmits<{ kept: [burner: KeptBurner]; leave: [] }>();
const session = useSession();
const unit = session.settings.temperatureUnit;
const form = useForm({
  typed: burnerForm(props.burner?.body ?? null, unit),
  schema: () => burnerSchema(unit),
  fieldOf: (named) => SERVER_FIELDS[named] ?? named.replace(/^body\.(dial\.)?/, ''),
  async keep(body) {
    const { burner } = props;
    emit(
      'kept',
      burner
        ? await call<KeptBurner>('PUT', `/api/burners/${burner.id}`, { version: burner.version, body })
        : await call<KeptBurner>('POST', '/api/burners', { id: newId(), body }),
    );
  },
});
const { values } = form;
const { errors, busy, run } = useAction();
watch(
  () => values.dial,
  (dial) => {
    form.set('max', usualMarks(dial).max);
    form.set('step', usualMarks(dial).step);
  },
);
const reaches = computed(() => {
  const rated = readFigure(values.ratedW);
  const share = REACHES_PLATE[values.source];
  return Number.isFinite(rated)
    ? t('burnerForm.ratedHint', { share: number(100 * share), w: number(rated * share) })
    : undefined;
});
const power = computed(() => ['numbers', 'share', 'words'].includes(values.dial));
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
    @submit.prevent="form.submit"
  >
    <div class="grid gap-4 sm:grid-cols-2">
      <BoundField :of="form" name="name" :label="t('burnerForm.name')" />
      <BoundChoice
        :of="form"
        name="source"
        :label="t('burnerForm.source')"
        :options="SOURCES.map((value) => ({ value, label: t(`burnerForm.sources.${value}`) }))"
      />
      <BoundField
        :of="form"
        name="ratedW"
        type="decimal"
        unit="W"
        :label="t('burnerForm.rated')"
        :hint="reaches ?? ''"
      />
      <BoundField
        :of="form"
        name="acrossCm"
        type="decimal"
        unit="cm"
        :label="t('burnerForm.across')"
        :hint="t('burnerForm.acrossHint')"
      />
      <BoundChoice
        :of="form"
        name="dial"
        :label="t('burnerForm.dial')"
        :options="DIAL_KINDS.map((value) => ({ value, label: t(`dial.kind.${value}`) }))"
      />
      <BoundField
        v-if="values.dial === 'words'"
        :of="form"
        name="words"
        :label="t('burnerForm.words')"
        :hint="t('burnerForm.wordsHint')"
      />
      <div v-else class="grid grid-cols-2 gap-4">
        <BoundField :of="form" name="max" type="decimal" :label="t('burnerForm.max')" />
        <BoundField :of="form" name="step" type="decimal" :label="t('burnerForm.step')" />
      </div>
      <template v-if="values.dial === 'thermostat'">
        <BoundField :of="form" name="low" type="decimal" :unit="`°${unit}`" :label="t('burnerForm.lowC')" />
        <BoundField :of="form" name="high" type="decimal" :unit="`°${unit}`" :label="t('burnerForm.highC')" />
      </template>
      <BoundField
        v-if="!power"
        :of="form"
        name="swing"
        type="decimal"
        :unit="`°${unit}`"
        :label="t('burnerForm.swing')"
      />
    </div>
    <p v-if="inUse" class="font-semibold text-ember" role="alert">{{ inUse }}</p>
    <FormFaults :of="form" />
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <div class="flex flex-wrap gap-3">
      <BigButton type="submit" look="say" :disabled="form.busy.value">{{ t('burnerForm.keep') }}</BigButton>
      <BigButton @click="$emit('leave')">{{ t('burnerForm.leave') }}</BigButton>
      <BigButton v-if="burner" class="ml-auto" :disabled="busy" @click="putAway(!burner.archived)">{{
        t(burner.archived ? 'burnerForm.takeBack' : 'burnerForm.putAway')
      }}</BigButton>
    </div>
  </form>
</template>
