export { HYDRATION_BAND, hydration, leaveningBalance, type Hydration, type LeaveningBalance } from './balance.ts';
export { BatterTypeSchema, FormulaBodySchema, type BatterType, type FormulaBody, type FormulaLine } from './formula.ts';
export { linesFor, pouredDensityGPerMl, scaleToVolume, type ScaledBatter, type ScaledLine } from './scale.ts';
