export {
  HYDRATION_BAND,
  againstBand,
  grainOf,
  hydration,
  partsAgainstBands,
  type Band,
  type BandedAmount,
  type Hydration,
} from './balance.ts';
export { bowlVolumeMl, checkFormula, gasShare, inBatter, linesFor, pouredDensityGPerMl } from './batter.ts';
export { compareFormulas, figuresOf, type FormulaChange, type FormulaFigures, type LineChange } from './compare.ts';
export { FormulaFault, type FaultCode } from './fault.ts';
export {
  BATTER_TYPES,
  BatterTypeSchema,
  FAT_KINDS,
  FAT_RULES,
  FLIP_RULES,
  FormulaBodySchema,
  LINE_MOMENTS,
  LUMPS,
  MIX_LIMIT_UNITS,
  MIX_SCHOOLS,
  familyOf,
  stepOf,
  type BatterFamily,
  type BatterType,
  type FlipRule,
  type FormulaBody,
  type FormulaLine,
  type LineMoment,
} from './formula.ts';
export { leaveningBalance, tinState, type LeaveningBalance, type LeaveningVerdict } from './leavening.ts';
export { lotsOf, yieldCheck, type Lot, type Lots, type YieldCheck } from './lots.ts';
export {
  MIX_GROUPS,
  mixGroups,
  mixLimit,
  lumpsOf,
  type MixGroup,
  type MixGroupId,
  type MixLimit,
} from './mix-order.ts';
export { PREPARATIONS, preparationsFor, type Preparation, type PreparationKind } from './prepare.ts';
export { TOOLS, toolsFor, type Tool } from './tools.ts';
export { remainderOf, wholePanfuls, wholePieces, type Remainder, type WayOut, type WholePanfuls } from './remainder.ts';
export { ScaleTargetSchema, type ScaleTarget } from './scale-target.ts';
export { scale, type ScaleOptions, type ScaledBatter, type ScaledLine } from './scale.ts';
export { forDiet, plateFatAllergens, standInsFor, substitute, substituteAll, type DietChange } from './substitute.ts';
export { DIETS, SUBSTITUTIONS, type Diet, type Substitution } from './substitutions.ts';
export { tasteOf, withTaste, type Taste } from './taste.ts';
export { SCHOOL } from './shelf-school.ts';
export { SHELF } from './shelf.ts';
export { FOLD_S, WHIP_S, isWhipped, standsPa } from './whites.ts';
