<script setup lang="ts">
import { ref } from 'vue';
import { ASK_AGAIN_MIN, KitchenRulesSchema } from '#contract';
import BigButton from '../parts/BigButton.vue';
import BoundChoice from '../forms/BoundChoice.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { asContract } from '../forms/fields.ts';
import { useForm } from '../forms/use-form.ts';
import { minutes } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';

/** What the kitchen is called, and after how long a rest it asks again who is there. */
const NEVER = 'never';
const session = useSession();
const { kitchen } = session.session!;
const kept = ref(false);
const options = [
  { value: NEVER, label: t('rules.never') },
  ...ASK_AGAIN_MIN.map((min) => ({ value: String(min), label: t('rules.after', { time: minutes(min * 60) }) })),
];
const form = useForm({
  typed: { name: kitchen.name, askAgainMin: String(kitchen.askAgainMin ?? NEVER) },
  schema: () =>
    asContract(
      ({ name, askAgainMin: typed }: { name: string; askAgainMin: string }) => ({
        name,
        askAgainMin: typed === NEVER ? null : Number(typed),
      }),
      KitchenRulesSchema,
    ),
  async keep(rules) {
    kept.value = false;
    await session.keepRules(rules);
    kept.value = true;
  },
});
</script>

<template>
  <PaperCard :title="t('rules.title')">
    <form class="flex flex-col gap-4" novalidate @submit.prevent="form.submit">
      <BoundField :of="form" name="name" :label="t('rules.name')" :hint="t('rules.nameHint')" />
      <div class="flex flex-col gap-1">
        <BoundChoice :of="form" name="askAgainMin" :label="t('rules.askAgain')" :options="options" />
        <p class="text-sm text-soft">{{ t('rules.askAgainHint') }}</p>
      </div>
      <FormFaults :of="form" />
      <p v-if="kept" class="font-semibold text-leaf" role="status">{{ t('rules.kept') }}</p>
      <BigButton type="submit" :disabled="form.busy.value">{{ t('rules.go') }}</BigButton>
    </form>
  </PaperCard>
</template>
