import * as v from 'valibot';

const CERTAINTIES = ['high', 'medium', 'low'] as const;
export type Certainty = (typeof CERTAINTIES)[number];

const Known = v.pipe(v.number(), v.finite());
const Source = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(200));

/** A figure with the range seen, where it is from and how sure it is. */
const FigureSchema = (max: number) =>
  v.pipe(
    v.object({
      value: v.pipe(Known, v.gtValue(0), v.maxValue(max)),
      low: v.pipe(Known, v.minValue(0), v.maxValue(max)),
      high: v.pipe(Known, v.gtValue(0), v.maxValue(max)),
      source: Source,
      certainty: v.picklist(CERTAINTIES),
    }),
    v.check((figure) => figure.low <= figure.value && figure.value <= figure.high, 'The range must hold the figure.'),
  );
export type Figure = v.InferOutput<ReturnType<typeof FigureSchema>>;

const Share = v.pipe(Known, v.minValue(0), v.maxValue(100));

/** Grams per 100 g of the food. Carbohydrate is total by difference (fibre included). */
const CompositionSchema = v.pipe(
  v.object({
    waterG: Share,
    proteinG: Share,
    fatG: Share,
    carbohydrateG: Share,
    fibreG: Share,
    sugarsG: Share,
  }),
  v.check(
    (c) => c.waterG + c.proteinG + c.fatG + c.carbohydrateG <= 101.5,
    'Water, protein, fat and carbohydrate come to more than 100 g.',
  ),
);
export type Composition = v.InferOutput<typeof CompositionSchema>;

export const INGREDIENT_ROLES = [
  ...(['grain', 'liquid', 'egg', 'fat', 'sugar', 'salt', 'powder', 'soda', 'acid'] as const),
  ...(['binder', 'fruit', 'flavour'] as const),
] as const;
export type IngredientRole = (typeof INGREDIENT_ROLES)[number];

/**
 * The nine of US law (FALCPA 2004, FASTER 2021) and the fourteen of EU law (Regulation 1169/2011, Annex II) as far as a
 * batter can hold them, and buckwheat, which Japan and Korea name. Cereals with gluten are told apart.
 */
export const ALLERGENS = [
  ...(['wheat', 'rye', 'barley', 'oats', 'egg', 'milk', 'nuts', 'peanut', 'soy'] as const),
  ...(['sesame', 'lupin', 'sulphites', 'buckwheat'] as const),
] as const;
export type Allergen = (typeof ALLERGENS)[number];

/** Another way of filling the measure than the usual one. */
const MEASURED_AS = ['dipped', 'sifted', 'packed', 'loose', 'solid', 'whipped'] as const;
export type MeasuredAs = (typeof MEASURED_AS)[number];

/** A shipped ingredient's word, or a UUID for a kitchen's own. */
const ID = /^(?:[a-z][a-zA-Z]{1,39}|[\da-f]{8}(?:-[\da-f]{4}){3}-[\da-f]{12})$/;

export const IngredientSchema = v.object({
  id: v.pipe(v.string(), v.regex(ID, 'An ingredient has the id of a shipped one or a UUID.')),
  /** A kitchen's own word; shipped ingredients have theirs in the message catalogue. */
  name: v.optional(v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(60))),
  role: v.picklist(INGREDIENT_ROLES),
  /** Bulk density as a cook measures it (flour spooned, butter melted), g/mL; null: unknown. */
  densityGPerMl: v.nullable(FigureSchema(3)),
  measuredAs: v.optional(v.record(v.picklist(MEASURED_AS), FigureSchema(3))),
  /** Null: unknown, so that what depends on it is unknown too. */
  composition: v.nullable(CompositionSchema),
  compositionFrom: v.optional(v.object({ source: Source, certainty: v.picklist(CERTAINTIES) })),
  allergens: v.array(v.picklist(ALLERGENS)),
  /** Milk solids (protein, fat and lactose of milk), g per 100 g. */
  milkSolidsG: Share,
  /** Kept frozen until it is on the piece: it has to thaw there. */
  frozen: v.optional(v.boolean()),
  /** Grams of baking soda that a gram neutralises. */
  sodaPerG: v.optional(FigureSchema(2)),
  /** CO₂ that it gives, g per 100 g: strength of a baking powder. */
  co2Percent: v.optional(FigureSchema(60)),
  /** Mass of one of them, g. */
  pieceG: v.optional(FigureSchema(2000)),
  /** Last day of use, year-month-day: on a kitchen's own tins. */
  useBy: v.optional(v.nullable(v.pipe(v.string(), v.isoDate('A date is year-month-day.')))),
  /** The day that tin was opened. */
  openedOn: v.optional(v.nullable(v.pipe(v.string(), v.isoDate('A date is year-month-day.')))),
});
export type Ingredient = v.InferOutput<typeof IngredientSchema>;
