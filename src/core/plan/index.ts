export {
  HOLD_LIMIT_S,
  READY_BEFORE_S,
  SERVICE_BUFFER_S,
  planMorning,
  type Conflict,
  type MorningJob,
  type MorningPlan,
  type MorningZone,
  type PlannedLot,
  type PlannedPreheat,
} from './morning.ts';
export { panfulBlocks, type HandTimes, type PanfulBlocks, type SideTime } from './panful.ts';
export { scheduleBackwards, type Job, type PlannedPanful } from './schedule.ts';
