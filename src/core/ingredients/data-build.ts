import type { Allergen, Certainty, Figure, Ingredient, IngredientRole, MeasuredAs } from './ingredient.ts';

/** Value, low, high, source, certainty. */
type FigureRow = readonly [number, number, number, string, Certainty];
/** Water, protein, fat, carbohydrate, fibre, sugars in g per 100 g; source, certainty. */
type Per100Row = readonly [number, number, number, number, number, number, string, Certainty];

interface Row {
  readonly density: FigureRow;
  readonly per100: Per100Row;
  readonly allergens?: readonly Allergen[];
  readonly milkSolidsG?: number;
  readonly measuredAs?: Partial<Record<MeasuredAs, FigureRow>>;
  readonly frozen?: boolean;
  readonly sodaPerG?: FigureRow;
  readonly co2Percent?: FigureRow;
  readonly pieceG?: FigureRow;
}

/** Ingredients of one role from their rows. Keys of the sources stand in `data.ts`. */
export function foods<Id extends string>(role: IngredientRole, rows: Record<Id, Row>): Record<Id, Ingredient> {
  const made = Object.entries<Row>(rows).map(([id, row]): [string, Ingredient] => [id, food(id, role, row)]);
  return Object.fromEntries(made) as Record<Id, Ingredient>;
}

function food(id: string, role: IngredientRole, row: Row): Ingredient {
  const [waterG, proteinG, fatG, carbohydrateG, fibreG, sugarsG, source, certainty] = row.per100;
  return {
    id,
    role,
    densityGPerMl: figure(row.density),
    composition: { waterG, proteinG, fatG, carbohydrateG, fibreG, sugarsG },
    compositionFrom: { source, certainty },
    allergens: [...(row.allergens ?? [])],
    milkSolidsG: row.milkSolidsG ?? 0,
    ...(row.measuredAs
      ? { measuredAs: Object.fromEntries(Object.entries(row.measuredAs).map(([as, r]) => [as, figure(r)])) }
      : {}),
    ...(row.frozen ? { frozen: true } : {}),
    ...(row.sodaPerG ? { sodaPerG: figure(row.sodaPerG) } : {}),
    ...(row.co2Percent ? { co2Percent: figure(row.co2Percent) } : {}),
    ...(row.pieceG ? { pieceG: figure(row.pieceG) } : {}),
  };
}

function figure([value, low, high, source, certainty]: FigureRow): Figure {
  return { value, low, high, source, certainty };
}
