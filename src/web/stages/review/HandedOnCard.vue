<script setup lang="ts">
import { groupBy } from 'es-toolkit';
import { computed } from 'vue';
import { countTaps } from '../../sync/outbox.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { usePeople } from '../../stores/people.ts';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';

/** Taps that one made and another sent: both names. */
const store = useRun();
const people = usePeople();
const lines = computed(() => {
  const all = store.acknowledged.filter(({ madeBy }) => madeBy !== undefined);
  const pairs = groupBy(all, ({ madeBy, personId }) => `${madeBy} ${personId}`);
  return Object.values(pairs).map((events) => {
    const nameOf = (id: string | null | undefined) => people.nameOf(id ?? null) ?? t('clash.someone');
    const { madeBy, personId } = events[0]!;
    return tn('review.handedOn.line', countTaps(events), { maker: nameOf(madeBy), sender: nameOf(personId) });
  });
});
</script>

<template>
  <PaperCard v-if="lines.length" :title="t('review.handedOn.title')">
    <p v-for="line in lines" :key="line">{{ line }}</p>
  </PaperCard>
</template>
