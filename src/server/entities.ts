import { IngredientEntity } from './features/ingredients/entity.ts';
import { FormulaEntity, FormulaRevisionEntity } from './features/library/entity.ts';
import { BurnerEntity, LadleEntity, StationEntity, StationReadingEntity } from './features/stations/entity.ts';
import { KitchenEntity, PersonEntity } from './features/people/entity.ts';
import { RunEntity, RunEventEntity } from './features/runs/entity.ts';

export const ENTITIES = [
  KitchenEntity,
  PersonEntity,
  FormulaEntity,
  FormulaRevisionEntity,
  StationEntity,
  BurnerEntity,
  LadleEntity,
  StationReadingEntity,
  IngredientEntity,
  RunEntity,
  RunEventEntity,
];
