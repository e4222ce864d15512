<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core';
import { Check } from '@lucide/vue';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { formulaOf } from '#core/desk';
import { allergensOf } from '#core/ingredients';
import BigButton from '../../parts/BigButton.vue';
import CautionLine from '../../parts/CautionLine.vue';
import { clock, cups, grams, millilitres } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';
import { isFormControl } from '../keys.ts';
import LotTabs from '../LotTabs.vue';
import BatterBalance from './BatterBalance.vue';

const store = useRun();
const router = useRouter();
const items = store.state!.brief?.items ?? [];
const formulaId = ref(
  items.find((item) => !store.state!.lots.get(item.formulaId)?.mixedAtMs)?.formulaId ?? items[0]!.formulaId,
);

const body = computed(() => formulaOf(store.run!.pins, formulaId.value));
const amounts = computed(() => store.lots[formulaId.value]);
const lot = computed(() => store.state!.lots.get(formulaId.value));
const lines = computed(() =>
  (amounts.value?.lines ?? []).map((line) => ({
    ...line,
    nowG: line.massG - line.heldBackG,
    weighed: lot.value?.weighed.has(line.ingredientId) ?? false,
  })),
);
const nextLine = computed(() => lines.value.find((line) => !line.weighed));
const open = computed(() =>
  lines.value.filter((line) => !line.weighed).map((line) => t(`ingredient.${line.ingredientId}`)),
);
const mixed = computed(() => lot.value?.mixedAtMs ?? null);
const asking = ref(false);

function weigh(line: (typeof lines.value)[number]): void {
  void store.tap([
    {
      kind: 'line-weighed',
      payload: {
        formulaId: formulaId.value,
        ingredientId: line.ingredientId,
        massG: Math.max(0.1, Math.round(line.nowG * 10) / 10),
      },
    },
  ]);
}

/** Marks the lot mixed; lines not ticked are pointed out first, and stay unknown if the cook goes on. */
async function mix(): Promise<void> {
  if (open.value.length > 0 && !asking.value) {
    asking.value = true;
    return;
  }
  asking.value = false;
  await store.tap([
    {
      kind: 'lot-mixed',
      payload: {
        formulaId: formulaId.value,
        atMs: store.nowMs,
        volumeMl: Math.round(amounts.value!.volumeMl),
        batterC: store.run!.pins.roomC - 2,
      },
    },
  ]);
  const waiting = items.find((item) => !store.state!.lots.get(item.formulaId)?.mixedAtMs);
  if (waiting) formulaId.value = waiting.formulaId;
  else await router.push(`/runs/${store.run!.id}/rest`);
}

function act(): void {
  if (mixed.value !== null) return;
  if (nextLine.value) weigh(nextLine.value);
  else void mix();
}
onKeyStroke(' ', (event) => {
  if (isFormControl(event)) return;
  event.preventDefault();
  act();
});
</script>

<template>
  <div class="flex flex-col gap-4">
    <LotTabs v-model="formulaId" :label="t('batter.which')" />
    <div class="grid items-start gap-4 lg:grid-cols-[2fr_1fr_1.1fr]">
      <PaperCard v-if="amounts">
        <h2 class="mb-1 text-2xl">{{ body.name }}</h2>
        <p class="mb-3 text-soft">
          {{
            t('batter.makes', {
              pours: Math.floor(amounts.pours),
              portion: millilitres(store.state!.portionMl.get(formulaId) ?? body.portion.volumeMl),
            })
          }}
        </p>
        <ul>
          <li v-for="line in lines" :key="line.ingredientId" class="border-t border-line">
            <button
              type="button"
              class="grid min-h-14 w-full grid-cols-[2rem_1fr_auto_5.5rem] items-center gap-3 px-1 text-left max-sm:grid-cols-[2rem_1fr_auto]"
              :class="{ 'bg-mist': line === nextLine && mixed === null }"
              :disabled="mixed !== null"
              :aria-pressed="line.weighed"
              @click="line.weighed || weigh(line)"
            >
              <span
                class="flex size-7 items-center justify-center rounded-full"
                :class="line.weighed ? 'bg-leaf text-card' : 'border-2 border-line'"
                ><Check v-if="line.weighed" class="size-5" aria-hidden="true"
              /></span>
              <span class="text-lg">
                <span class="font-semibold">{{ t(`ingredient.${line.ingredientId}`) }}</span>
                <span v-if="line.heldBackG" class="block text-sm text-soft">{{
                  t('batter.later', { later: grams(line.heldBackG) })
                }}</span>
              </span>
              <span class="figure text-right text-2xl"
                >{{ grams(line.nowG) }}<span class="ml-1 font-reading text-sm font-normal text-soft">g</span></span
              >
              <span class="text-right text-soft max-sm:hidden">{{
                line.eggs ? tn('amount.eggs', line.eggs) : cups(line.ingredientId, line.nowG)
              }}</span>
            </button>
          </li>
        </ul>
      </PaperCard>
      <PaperCard v-else look="card"
        ><p role="status">{{ t('frame.working') }}</p></PaperCard
      >
      <BatterBalance v-if="amounts" :body="body" :batter="amounts" class="max-lg:order-last" />
      <div class="flex flex-col gap-4">
        <PaperCard v-if="mixed !== null" look="leaf">
          <p class="figure text-2xl text-leaf">
            {{ t('batter.mixedAt', { time: clock(mixed, store.run!.pins.timeZone) }) }}
          </p>
          <p>{{ t('batter.toRest') }}</p>
        </PaperCard>
        <PaperCard v-else-if="amounts" look="bell">
          <p>{{ t('hand.next') }}</p>
          <template v-if="nextLine && !asking">
            <p class="figure text-4xl leading-tight">
              {{ nextLine.eggs ? tn('amount.eggs', nextLine.eggs) : `${grams(nextLine.nowG)} g` }}<br />{{
                t(`ingredient.${nextLine.ingredientId}`).toLowerCase()
              }}
            </p>
            <p class="mt-2">
              {{
                nextLine.heldBackG
                  ? t('batter.laterLong', { later: grams(nextLine.heldBackG) })
                  : nextLine.eggs
                    ? t('batter.eggsAre', { g: grams(nextLine.nowG) })
                    : t('batter.about', { cups: cups(nextLine.ingredientId, nextLine.nowG) })
              }}
            </p>
            <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="weigh(nextLine)">{{
              t('batter.weighed')
            }}</BigButton>
            <button type="button" class="mt-2 min-h-12 w-full rounded-control underline" @click="mix">
              {{ t('batter.mixedAlready') }}
            </button>
          </template>
          <template v-else-if="asking">
            <p class="figure text-2xl">{{ t('batter.notTicked') }}</p>
            <p class="mt-1">{{ open.join(', ') }}</p>
            <p class="mt-2">{{ t('batter.unknownStays') }}</p>
            <BigButton look="onBell" class="mt-4 w-full" @click="mix">{{ t('batter.mixedAnyway') }}</BigButton>
            <button type="button" class="mt-2 min-h-12 w-full rounded-control underline" @click="asking = false">
              {{ t('brief.leave') }}
            </button>
          </template>
          <template v-else>
            <p class="figure text-4xl leading-tight">{{ t('batter.mixNow') }}</p>
            <p class="mt-2">{{ body.mix.reason }}</p>
            <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="mix">{{
              t('batter.mixed')
            }}</BigButton>
          </template>
        </PaperCard>
        <PaperCard :title="t(`mix.${body.mix.school}`)">
          <ol class="flex flex-col gap-2">
            <li v-for="(step, index) in body.mix.steps" :key="step" class="flex gap-3">
              <span class="figure w-5 text-bell">{{ index + 1 }}</span>{{ step }}
            </li>
          </ol>
        </PaperCard>
        <PaperCard :title="t('batter.contains')">
          <p class="mb-3 flex flex-wrap gap-2">
            <span
              v-for="allergen in allergensOf(body.lines.map((line) => line.ingredientId))"
              :key="allergen"
              class="rounded-full border border-ember/30 bg-ember-mist px-3 py-1 font-semibold text-ember"
              >{{ t(`allergen.${allergen}`) }}</span
            >
          </p>
          <CautionLine stage="batter" />
        </PaperCard>
      </div>
    </div>
  </div>
</template>
