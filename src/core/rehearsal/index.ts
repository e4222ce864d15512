export { LAST_ROUNDS, fittingLevel, withRound } from './skill.ts';
export { drawnStove, heatedStove, probeShows, type StoveTurns } from './stove.ts';
export { KitchenSchema, readKitchen, type Kitchen, type KitchenFile } from './kitchen.ts';
export { rehearse } from './rehearse.ts';
export {
  ATTENTIONS,
  POLICIES,
  type Attention,
  type Policy,
  type RehearsalResult,
  type RehearsedPiece,
} from './rehearsal.ts';
export { RehearsalRunSchema, readRehearsalRun, toldRun, type RehearsalRun } from './rehearsal-run.ts';
export { scoreOf, shareOf, verdictOf, type Share } from './score.ts';
export { STRUCTURES, type Structure } from './kitchen-plate.ts';
export { TrueKitchen } from './true-kitchen.ts';
export { notOverBrown, trueWindow } from './true-window.ts';
export { LEVELS, type Level } from './data-levels.ts';
export { FlipTrainer, ROUND, flipScore, type PieceInTraining, type TrainedPiece } from './trainer.ts';
export { LOOKS, type Looks } from './obedience.ts';
export { drawnKitchen } from './drawn-kitchen.ts';
export { ReplayedKitchen, type TrueSight } from './replayed-kitchen.ts';
export { trulyCooked } from './truly-cooked.ts';
export { obey, obeyTold, type Obeyed } from './obey.ts';
export { obeyScore, obeyedFault, passedLimit, type ObeyScore, type ObeyedPiece } from './obey-score.ts';
