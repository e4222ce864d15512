import * as v from 'valibot';
import { FormulaBodySchema } from '#core/formula';
import { StationBodySchema } from '#core/plate';

export const FormulaSchema = v.object({ id: v.string(), revision: v.number(), body: FormulaBodySchema });
export type Formula = v.InferOutput<typeof FormulaSchema>;

export const StationSchema = v.object({ id: v.string(), version: v.number(), body: StationBodySchema });
export type Station = v.InferOutput<typeof StationSchema>;
