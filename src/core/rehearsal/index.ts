export { normal, seedFrom, seeded } from './random.ts';
export { drawnStove, heatedStove, probeShows, type HiddenStove, type StoveTurns } from './stove.ts';
export { KitchenSchema, readKitchen, type Kitchen, type KitchenFile } from './kitchen.ts';
export { rehearse } from './rehearse.ts';
export {
  ATTENTIONS,
  POLICIES,
  type Attention,
  type Policy,
  type Rehearsal,
  type RehearsalResult,
  type RehearsedPiece,
} from './rehearsal.ts';
export { RehearsalRunSchema, readRehearsalRun, toldRun, type RehearsalRun, type ToldRun } from './rehearsal-run.ts';
export { VERDICTS, scoreOf, shareOf, verdictOf, type PieceVerdict, type RehearsalScore, type Share } from './score.ts';
export { STRUCTURES, type Structure } from './kitchen-plate.ts';
export type { TrueOutcome } from './lying-piece.ts';
export { TrueKitchen } from './true-kitchen.ts';
export { notOverBrown, trueWindow, type TrueWindow } from './true-window.ts';
export { LEVELS, type Level } from './data-levels.ts';
export { FlipTrainer, ROUND, flipScore, type PieceInTraining, type TrainedPiece } from './trainer.ts';
export { LOOKS, type Looks } from './obedience.ts';
export { drawnKitchen } from './drawn-kitchen.ts';
export { ReplayedKitchen, type TrueSight } from './replayed-kitchen.ts';
export { trulyCooked } from './truly-cooked.ts';
export { obey, obeyTold, type Obeyed, type Obeying } from './obey.ts';
export {
  OBEYED_FAULTS,
  obeyScore,
  obeyedFault,
  passedLimit,
  type ObeyScore,
  type ObeyedFault,
  type ObeyedMorning,
  type ObeyedPiece,
  type PlateFared,
} from './obey-score.ts';
