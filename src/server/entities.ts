import { IngredientEntity } from './features/ingredients/entity.ts';
import { FormulaEntity, FormulaRevisionEntity, StationEntity } from './features/library/entity.ts';
import { KitchenEntity, PersonEntity } from './features/people/entity.ts';
import { RunEntity, RunEventEntity } from './features/runs/entity.ts';

export const ENTITIES = [
  KitchenEntity,
  PersonEntity,
  FormulaEntity,
  FormulaRevisionEntity,
  StationEntity,
  IngredientEntity,
  RunEntity,
  RunEventEntity,
];
