import * as v from 'valibot';
import { FormulaBodySchema } from '#core/formula';
import { IngredientSchema } from '#core/ingredients';
import { StationBodySchema } from '#core/plate';

const Id = v.pipe(v.string(), v.uuid('This is not an id.'));
const Revision = v.pipe(v.number('A revision is a number.'), v.integer(), v.minValue(1), v.maxValue(1_000_000));

export const FormulaSchema = v.object({ id: v.string(), revision: v.number(), body: FormulaBodySchema });
export type Formula = v.InferOutput<typeof FormulaSchema>;

/** A formula in the book, put away or not. */
export const BookFormulaSchema = v.object({ ...FormulaSchema.entries, archived: v.boolean() });
export type BookFormula = v.InferOutput<typeof BookFormulaSchema>;

export const FormulaParamsSchema = v.object({ formulaId: Id });
export const NewFormulaSchema = v.object({ id: Id, body: FormulaBodySchema });
export type NewFormula = v.InferOutput<typeof NewFormulaSchema>;
/** A change says which revision it changes: one that is no longer the newest is refused with the newest. */
export const FormulaEditSchema = v.object({ revision: Revision, body: FormulaBodySchema });
export type FormulaEdit = v.InferOutput<typeof FormulaEditSchema>;
export const ArchiveSchema = v.object({ archived: v.boolean('Say true or false.') });

export const FormulaRevisionSchema = v.object({
  revision: v.number(),
  body: FormulaBodySchema,
  madeAtMs: v.number(),
  madeBy: v.nullable(v.string()),
});
export type FormulaRevision = v.InferOutput<typeof FormulaRevisionSchema>;

/** An ingredient of the kitchen's own, or a shipped one that it has changed. */
export const OwnIngredientSchema = v.object({ version: v.number(), body: IngredientSchema });
export type OwnIngredient = v.InferOutput<typeof OwnIngredientSchema>;
export const IngredientParamsSchema = v.object({ ingredientId: IngredientSchema.entries.id });
/** A change says which version it changes. The id is the address’s. */
export const IngredientEditSchema = v.object({ version: Revision, body: v.omit(IngredientSchema, ['id']) });
export type IngredientEdit = v.InferOutput<typeof IngredientEditSchema>;

export const StationSchema = v.object({ id: v.string(), version: v.number(), body: StationBodySchema });
export type Station = v.InferOutput<typeof StationSchema>;
