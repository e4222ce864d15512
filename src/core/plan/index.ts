export {
  READY_BEFORE_S,
  cookingOf,
  planMorning,
  type MorningJob,
  type MorningPlan,
  type MorningZone,
  type PlannedLot,
} from './morning.ts';
export { planFaults } from './checked.ts';
export { panfulBlocks, type SideTime } from './panful.ts';
export { chanceWithin, lateness, latestIn } from './odds.ts';
export { foundPanfuls, panfulsOf } from './schedule.ts';
export { mostAtOnce, type Cooking, type Job } from './problem.ts';
export { plannedPanfuls, type Panfuls } from './search.ts';
export { WEIGHTS } from './decoding.ts';
