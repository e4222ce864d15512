export { FAULTS, FAULTS_OF, type Fault } from './faults.ts';
export { batterProperties, type BatterProperties } from './batter.ts';
export {
  BENEATH_SPANS_S,
  bestFlip,
  cuesBy,
  flipAim,
  goodBest,
  goodFrom,
  goodUntil,
  CUES,
  CUES_OF,
  CENTRES,
  TURNS,
  type Centre,
  type Cue,
  type PieceTimeline,
  type Turn,
  type Window,
} from './cues.ts';
export {
  BROWNING_LSTAR,
  PIECE_PARAMETERS,
  browningWord,
  rateAt,
  type Otherwise,
  type PieceParameters,
} from './parameters.ts';
export { advance } from './advance.ts';
export { heightM, massKgM2, newColumn, turned, type Column, type ColumnSettings } from './column.ts';
export { unsetShare } from './setting.ts';
export {
  QUICK,
  REFERENCE,
  STANDARD_PRESSURE_PA,
  simulatePiece,
  type Resolution,
  type SimulatedPiece,
} from './timeline.ts';
export { type PieceInput } from './poured-piece.ts';
export {
  appearancesAt,
  brownedAt,
  cueTimeAt,
  USUAL_PACE,
  flipBestAt,
  flipBestOf,
  pacedSigns,
  flipSignsAt,
  coolestWithinC,
  hottestWithWindowC,
  pieceAt,
  spreadsAt,
  surfaceForBeneath,
  TABLE_SURFACES_C,
  tableRow,
  timelineAt,
  timelineTable,
  type FlipSigns,
  type Pace,
  type TimelineTable,
} from './table.ts';
export { secondSignsAt } from './second-signs-at.ts';
export { SERVED, isServedPale, servedLift } from './served.ts';
export { LivePiece, type FirstSideMoments, type Inside } from './live-piece.ts';
export { appearanceAt, appearanceFrom, underWord, type Appearance } from './appearance.ts';
export { pictureOf, type Mark, type Picture, type PictureOf } from './picture.ts';
export { PREDICTED, UNCERTAIN, dueS, sensitivities, spreadLn, type Predicted } from './spread.ts';
export { VAPOUR_PA, dissolvedMolPerKg, swollenM3PerMol } from './lookup.ts';
export { boilingPointC, latentHeatJPerKg, saturationPressurePa } from './water.ts';
export { leftAfterSteps } from './kinetics.ts';
