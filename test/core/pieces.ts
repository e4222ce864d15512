import { linesFor, SHELF, type FormulaBody } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { STANDARD_PRESSURE_PA, batterProperties, type PieceInput } from '#core/piece';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

export const batterOf = (body: FormulaBody) => batterProperties(linesFor(body, 100), body.type, SHIPPED_LARDER);
export const shelf = (name: string): FormulaBody => SHELF.find((body) => body.name === name)!;

export const CAKE = batterOf(GRIDDLE_CAKES);
export const CREPE = batterOf(SKERRY_CREPES);

/** 75 mL of the demo's leavened batter on its griddle. */
export const cake = (surfaceC: number, more: Partial<PieceInput> = {}): PieceInput => ({
  batter: CAKE,
  thicknessMm: 8.5,
  batterC: 20,
  plate: { surfaceC, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 },
  ambientC: 22,
  pressurePa: STANDARD_PRESSURE_PA,
  ...more,
});

/** A film of the demo's thin batter in its pan. */
export const crepe = (surfaceC: number, more: Partial<PieceInput> = {}): PieceInput => ({
  ...cake(surfaceC),
  batter: CREPE,
  thicknessMm: 1.3,
  plate: { surfaceC, arealHeatCapacityJm2K: 9_400, recoveryWm2K: 230 },
  ...more,
});
