export { batterProperties, type BatterProperties } from './batter.ts';
export { CUES, CUES_OF, type Cue, type PieceTimeline, type Window } from './cues.ts';
export {
  BROWNING_LSTAR,
  PIECE_PARAMETERS,
  browningWord,
  rateAt,
  type BrowningWord,
  type PieceParameters,
} from './parameters.ts';
export { advance, newColumn, unsetShare, type Column, type ColumnSettings, type PlateContact } from './column.ts';
export { STANDARD_PRESSURE_PA, simulatePiece, type PieceInput } from './timeline.ts';
export { cueTimeAt, flipBestAt, timelineAt, timelineTable, type TimelineTable } from './table.ts';
export { boilingPointC, latentHeatJPerKg, saturationPressurePa } from './water.ts';
