export { GRIDDLE_CAKES, SKERRY_CREPES } from './formulas.ts';
export {
  CREPE_PAN_ONE,
  CREPE_PAN_TWO,
  DEMO_BURNERS,
  DEMO_STATIONS,
  ELECTRIC_PLATE,
  GRIDDLE,
  NON_STICK_PAN,
  electricReadings,
} from './stations.ts';
export { DEMO_IDS, DEMO_KITCHEN, DEMO_PEOPLE, DEMO_SEED } from './people.ts';
export {
  finishedMorning,
  halfwayMorning,
  morningToCook,
  morningUnderWay,
  upcomingMorning,
  type DemoRun,
} from './mornings.ts';
