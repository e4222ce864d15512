<script setup lang="ts">
import CautionLine from '../../parts/CautionLine.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { t } from '../../words/index.ts';
import TaskList from '../frame/TaskList.vue';
import { useLots } from '../lots/use-lots.ts';
import { useTasks } from '../frame/use-tasks.ts';
import ClimateCard from './ClimateCard.vue';
import LotCard from './LotCard.vue';
import PrintCard from './PrintCard.vue';

const lots = useLots();
const { tasks, done } = useTasks();
</script>

<template>
  <div class="grid items-start gap-4 lg:grid-cols-2">
    <LotCard v-for="lot in lots" :key="lot.key" :of="lot" />
    <PaperCard :title="t('tasks.title')">
      <TaskList v-if="tasks.length" :tasks="tasks" @done="done" />
      <p v-else class="text-soft">{{ t('tasks.none') }}</p>
    </PaperCard>
    <div class="flex flex-col gap-4">
      <ClimateCard />
      <PrintCard />
      <PaperCard><CautionLine stage="rest" /></PaperCard>
    </div>
  </div>
</template>
