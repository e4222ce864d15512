<script setup lang="ts">
import { computed } from 'vue';
import { runTimeMs } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import { clockSeconds } from '../../parts/format.ts';
import { usePeople } from '../../stores/people.ts';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { has, t } from '../../words/index.ts';

/** A run that cannot be worked out: which event it is, and an owner's way to set it aside. */
const store = useRun();
const people = usePeople();
const session = useSession();
const isOwner = computed(() => session.session?.person.role === 'owner');
const words = computed(() => {
  const { fault } = store;
  if (!fault) return '';
  if (!fault.event) return t('runFault.beginning');
  const { kind, personId } = fault.event;
  return t('runFault.event', {
    what: has(`action.${kind}`) ? t(`action.${kind}`) : kind,
    at: clockSeconds(runTimeMs(fault.event), store.view.pins.timeZone),
    who: people.nameOf(personId ?? null) ?? t('clash.someone'),
  });
});
const setAside = () => store.tap([{ kind: 'undone', payload: { eventIds: [store.fault!.event!.id] } }]);
</script>

<template>
  <div v-if="store.fault" class="mx-5 my-3 rounded-card bg-ember-mist p-4 max-md:mx-3" role="alert">
    <p class="text-lg font-semibold">{{ words }}</p>
    <p class="text-sm text-soft">{{ store.fault.said }}</p>
    <BigButton v-if="store.fault.event && isOwner" class="mt-3" @click="setAside">{{
      t('runFault.setAside')
    }}</BigButton>
    <p v-else-if="store.fault.event" class="mt-2">{{ t('runFault.askOwner') }}</p>
  </div>
</template>
