import { EntitySchema } from 'typeorm';
import type { Person, Settings } from '#contract';

export interface KitchenRow {
  id: string;
  name: string;
  timeZone: string;
}

export const KitchenEntity = new EntitySchema<KitchenRow>({
  name: 'kitchen',
  columns: {
    id: { type: 'uuid', primary: true },
    name: { type: 'text' },
    timeZone: { type: 'text', name: 'time_zone' },
  },
});

export interface PersonRow {
  id: string;
  kitchenId: string;
  name: string;
  role: Person['role'];
  passphraseHash: string;
  settings: Settings;
}

export const PersonEntity = new EntitySchema<PersonRow>({
  name: 'person',
  columns: {
    id: { type: 'uuid', primary: true },
    kitchenId: { type: 'uuid', name: 'kitchen_id' },
    name: { type: 'text' },
    role: { type: 'text' },
    passphraseHash: { type: 'text', name: 'passphrase_hash' },
    settings: { type: 'jsonb' },
  },
});
