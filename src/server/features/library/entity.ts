import { EntitySchema } from 'typeorm';
import type { FormulaBody } from '#core/formula';

export interface FormulaRow {
  id: string;
  kitchenId: string;
  revision: number;
  archivedAt: Date | null;
}

export const FormulaEntity = new EntitySchema<FormulaRow>({
  name: 'formula',
  columns: {
    id: { type: 'uuid', primary: true },
    kitchenId: { type: 'uuid', name: 'kitchen_id' },
    revision: { type: 'integer' },
    archivedAt: { type: 'timestamptz', name: 'archived_at', nullable: true },
  },
});

export interface FormulaRevisionRow {
  formulaId: string;
  revision: number;
  kitchenId: string;
  body: FormulaBody;
}

export const FormulaRevisionEntity = new EntitySchema<FormulaRevisionRow>({
  name: 'formula_revision',
  columns: {
    formulaId: { type: 'uuid', primary: true, name: 'formula_id' },
    revision: { type: 'integer', primary: true },
    kitchenId: { type: 'uuid', name: 'kitchen_id' },
    body: { type: 'jsonb' },
  },
});
