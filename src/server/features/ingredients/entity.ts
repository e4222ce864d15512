import { EntitySchema } from 'typeorm';
import type { Ingredient } from '#core/ingredients';

export interface IngredientRow {
  kitchenId: string;
  id: string;
  version: number;
  body: Ingredient;
}

export const IngredientEntity = new EntitySchema<IngredientRow>({
  name: 'ingredient',
  columns: {
    kitchenId: { type: 'uuid', primary: true, name: 'kitchen_id' },
    id: { type: 'text', primary: true },
    version: { type: 'integer' },
    body: { type: 'jsonb' },
  },
});
