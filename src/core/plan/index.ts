export {
  READY_BEFORE_S,
  planMorning,
  type MorningJob,
  type MorningPlan,
  type MorningZone,
  type PlannedLot,
} from './morning.ts';
export { panfulBlocks } from './panful.ts';
export { scheduleBackwards, type Job } from './schedule.ts';
