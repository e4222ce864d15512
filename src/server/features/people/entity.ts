import { EntitySchema } from 'typeorm';
import type { KitchenFacts, Person, Role, Settings } from '#contract';

export interface KitchenRow {
  id: string;
  name: string;
  /** What the name is told apart by, see names. */
  nameKey: string;
  timeZone: string;
  askAgainMin: number | null;
  /** What it has said of itself so far. */
  facts: Partial<KitchenFacts>;
}

export const KitchenEntity = new EntitySchema<KitchenRow>({
  name: 'kitchen',
  columns: {
    id: { type: 'uuid', primary: true },
    name: { type: 'text' },
    nameKey: { type: 'text', name: 'name_key' },
    askAgainMin: { type: 'integer', name: 'ask_again_min', nullable: true },
    timeZone: { type: 'text', name: 'time_zone' },
    facts: { type: 'jsonb', default: {} },
  },
});

export interface PersonRow {
  id: string;
  kitchenId: string;
  name: string;
  nameKey: string;
  /** One who belongs to several kitchens is one account, with one passphrase. */
  accountId: string;
  kind: Person['kind'];
  role: Role;
  /** None for a device: it came in by code. */
  passphraseHash: string | null;
  settings: Settings;
  /** Since when this one is no longer of the kitchen; what was done before keeps its name. */
  leftAt: Date | null;
}

export const PersonEntity = new EntitySchema<PersonRow>({
  name: 'person',
  columns: {
    id: { type: 'uuid', primary: true },
    kitchenId: { type: 'uuid', name: 'kitchen_id' },
    name: { type: 'text' },
    nameKey: { type: 'text', name: 'name_key' },
    accountId: { type: 'uuid', name: 'account_id', default: () => 'gen_random_uuid()' },
    kind: { type: 'text', default: 'person' },
    role: { type: 'text' },
    passphraseHash: { type: 'text', name: 'passphrase_hash', nullable: true },
    settings: { type: 'jsonb' },
    leftAt: { type: 'timestamptz', name: 'left_at', nullable: true },
  },
});
