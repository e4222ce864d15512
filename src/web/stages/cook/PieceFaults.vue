<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue';
import { shallowRef, watch } from 'vue';
import { type Remedy } from '#core/guidance';
import { familyOf } from '#core/formula';
import { FAULTS_OF, type Fault } from '#core/piece';
import type { Piece } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import type { NewEvent } from '../../sync/envelope.ts';
import { askOfRun } from '../../workers/desk.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { remedyAction, remedyWords } from './remedy-words.ts';

/** What is wrong with a piece, in one tap, and the one thing to do about it. Said once: done or closed, it goes. */
const props = defineProps<{ piece: Piece }>();
const store = useRun();
const told = shallowRef<{ fault: Fault; remedy: Remedy; action: { label: string; event: NewEvent } | null } | null>(
  null,
);
watch(
  () => props.piece.id,
  () => (told.value = null),
);

const faults = () => FAULTS_OF[familyOf(store.view.formula(props.piece.formulaId).type)];

async function see(fault: Fault): Promise<void> {
  const { piece } = props;
  await store.tap([{ kind: 'fault-seen', payload: { pieceId: piece.id, fault } }]);
  const remedy = await askOfRun('remedy', [piece.id, fault, store.nowMs]);
  if (remedy && piece.id === props.piece.id) told.value = { fault, remedy, action: remedyAction(remedy, piece) };
}
function take(event: NewEvent): void {
  told.value = null;
  void store.tap([event]);
}
</script>

<template>
  <div class="mt-2 border-t border-line" data-testid="faults">
    <div v-if="told" class="py-2" role="status" data-testid="remedy">
      <p class="font-semibold text-ember">{{ piece.placeId }}: {{ t(`pieceFault.${told.fault}`) }}</p>
      <p>{{ remedyWords(told.remedy, piece) }}</p>
      <p v-if="told.fault === 'paleSlow' && piece.flippedAtMs !== null" class="text-sm text-soft">
        {{ t('remedy.turnAgain') }}
      </p>
      <div class="mt-2 grid gap-2" :class="told.action ? 'grid-cols-[2fr_1fr]' : ''">
        <BigButton v-if="told.action" class="text-base" look="say" @click="take(told.action.event)">{{
          told.action.label
        }}</BigButton>
        <BigButton class="text-base" @click="told = null">{{ t('remedy.close') }}</BigButton>
      </div>
    </div>
    <Disclosure v-else v-slot="{ close }" as="div">
      <DisclosureButton class="flex min-h-14 w-full items-center justify-between text-left">
        <span class="font-semibold">{{ t('pieceFault.ask', { place: piece.placeId }) }}</span>
        <span class="shrink-0 pl-2 text-sm text-bell underline">{{ t('pieceFault.say') }}</span>
      </DisclosureButton>
      <DisclosurePanel class="grid grid-cols-2 gap-1.5 pb-2">
        <button
          v-for="fault in faults()"
          :key="fault"
          type="button"
          class="min-h-14 rounded-control border border-line px-2.5 py-1 text-left text-[0.95rem] leading-tight hover:bg-mist"
          :data-fault="fault"
          @click="(close(), see(fault))"
        >
          {{ t(`pieceFault.${fault}`) }}
        </button>
      </DisclosurePanel>
    </Disclosure>
  </div>
</template>
