export { HYDRATION_BAND, againstBand, grainOf, hydration, liquidPer100g, partsAgainstBands } from './balance.ts';
export { bowlVolumeMl, checkFormula, gasShare, inBatter, linesFor, pouredDensityGPerMl } from './batter.ts';
export { compareFormulas, figuresOf, type FormulaChange } from './compare.ts';
export { filmOf, leavesMm } from './film-school.ts';
export { FormulaFault } from './fault.ts';
export {
  BATTER_TYPES,
  FAT_KINDS,
  FAT_RULES,
  FILM_SCHOOLS,
  FLIP_RULES,
  FormulaBodySchema,
  LINE_MOMENTS,
  LUMPS,
  MOST_POUR_ML,
  MIX_LIMIT_UNITS,
  MIX_SCHOOLS,
  familyOf,
  stepOf,
  type BatterFamily,
  type BatterType,
  type FilmSchool,
  type FlipRule,
  type FormulaBody,
  type FormulaLine,
  type LineMoment,
} from './formula.ts';
export { lastDayOf, leaveningBalance, tinState } from './leavening.ts';
export { lotsOf, yieldCheck, type Lots } from './lots.ts';
export { mixGroups, mixLimit, lumpsOf, type MixGroupId, type MixLimit } from './mix-order.ts';
export { SOAKERS, preparationsFor, type PreparationKind } from './prepare.ts';
export { plateFatFor } from './plate-fat.ts';
export { toolsFor } from './tools.ts';
export { remainderOf, wholePanfuls, wholePieces, type WayOut, type WholePanfuls } from './remainder.ts';
export { ScaleTargetSchema, type ScaleTarget } from './scale-target.ts';
export { OWN_CHOICE, withReasons } from './reasons.ts';
export { scaleInKitchen, type MeasuredBatter } from './scale-measured.ts';
export { scale, type ScaleOptions, type ScaledBatter, type ScaledLine } from './scale.ts';
export { forDiet, plateFatAllergens, standInsFor, substitute, substituteAll } from './substitute.ts';
export { DIETS, SUBSTITUTIONS, type Diet, type Substitution } from './substitutions.ts';
export { tasteOf, withTaste } from './taste.ts';
export { SCHOOL } from './shelf-school.ts';
export { SHELF } from './shelf.ts';
export { FOLD_S, WHIP_S, airMlPerG, isWhipped, standsPa } from './whites.ts';
