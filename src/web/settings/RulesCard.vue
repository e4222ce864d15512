<script setup lang="ts">
import { reactive, ref } from 'vue';
import { ASK_AGAIN_MIN, type KitchenRules } from '#contract';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../parts/ChoiceField.vue';
import FormField from '../parts/FormField.vue';
import { minutes } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import { useAction } from './use-action.ts';

/** What the kitchen is called, and after how long a rest it asks again who is there. */
const NEVER = 'never';
const session = useSession();
const { kitchen } = session.session!;
const form = reactive({ name: kitchen.name, askAgain: String(kitchen.askAgainMin ?? NEVER) });
const { errors, busy, run } = useAction();
const kept = ref(false);
const options = [
  { value: NEVER, label: t('rules.never') },
  ...ASK_AGAIN_MIN.map((min) => ({ value: String(min), label: t('rules.after', { time: minutes(min * 60) }) })),
];
const keep = () =>
  run(async () => {
    kept.value = false;
    const askAgainMin = form.askAgain === NEVER ? null : Number(form.askAgain);
    await session.keepRules({ name: form.name, askAgainMin } as KitchenRules);
    kept.value = true;
  });
</script>

<template>
  <PaperCard :title="t('rules.title')">
    <form class="flex flex-col gap-4" novalidate @submit.prevent="keep">
      <FormField v-model="form.name" :label="t('rules.name')" :hint="t('rules.nameHint')" :error="errors['name']" />
      <div class="flex flex-col gap-1">
        <ChoiceField v-model="form.askAgain" :label="t('rules.askAgain')" :options="options" />
        <p class="text-sm text-soft">{{ t('rules.askAgainHint') }}</p>
      </div>
      <p v-if="errors['']" class="font-semibold text-ember" role="alert">{{ errors[''] }}</p>
      <p v-if="kept" class="font-semibold text-leaf" role="status">{{ t('rules.kept') }}</p>
      <BigButton type="submit" :disabled="busy">{{ t('rules.go') }}</BigButton>
    </form>
  </PaperCard>
</template>
