import * as v from 'valibot';
import { FormulaBodySchema } from '#core/formula';
import { IngredientSchema } from '#core/ingredients';
import { BurnerSchema, CalibrationReadingSchema, StationBodySchema } from '#core/plate';
import { OwnLadleSchema } from '#core/pour';

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

/** A thing of the kitchen's own, by its version: a change says which one it changes. */
const kept = <B extends v.GenericSchema>(body: B) =>
  v.object({ id: v.string(), version: v.number(), body, archived: v.boolean() });
const fresh = <B extends v.GenericSchema>(body: B) => v.object({ id: Id, body });
const change = <B extends v.GenericSchema>(body: B) => v.object({ version: Revision, body });

/** A burner with its dial; it has a name of its own. */
export const BurnerBodySchema = v.object({
  ...BurnerSchema.entries,
  burnerName: v.pipe(v.string(), v.trim(), v.minLength(1, 'Give the burner a name.'), v.maxLength(60)),
});
export type BurnerBody = v.InferOutput<typeof BurnerBodySchema>;
export const KeptBurnerSchema = kept(BurnerBodySchema);
export type KeptBurner = v.InferOutput<typeof KeptBurnerSchema>;
export const BurnerParamsSchema = v.object({ burnerId: Id });
export const NewBurnerSchema = fresh(BurnerBodySchema);
export const BurnerEditSchema = change(BurnerBodySchema);

/** A station as it is answered: its zones carry their burners as these stand now. */
export const StationSchema = kept(StationBodySchema);
export type Station = v.InferOutput<typeof StationSchema>;
export const StationParamsSchema = v.object({ stationId: Id });
export const NewStationSchema = fresh(StationBodySchema);
export const StationEditSchema = change(StationBodySchema);

export const KeptLadleSchema = kept(OwnLadleSchema);
export type KeptLadle = v.InferOutput<typeof KeptLadleSchema>;
export const LadleParamsSchema = v.object({ ladleId: Id });
export const NewLadleSchema = fresh(OwnLadleSchema);
export const LadleEditSchema = change(OwnLadleSchema);

/** A look at a station outside of a run. */
export const StationReadingBodySchema = CalibrationReadingSchema;
export type StationReadingBody = v.InferOutput<typeof StationReadingBodySchema>;
export const NewStationReadingSchema = v.object({ id: Id, body: StationReadingBodySchema });
export const StationReadingSchema = v.object({
  id: v.string(),
  stationId: v.string(),
  atMs: v.number(),
  body: StationReadingBodySchema,
  /** The run in which it was taken; none: outside of runs. */
  run: v.optional(v.object({ id: v.string(), name: v.string() })),
});
export type StationReading = v.InferOutput<typeof StationReadingSchema>;
export const StationReadingParamsSchema = v.object({ stationId: Id, readingId: Id });
