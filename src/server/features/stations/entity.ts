import { EntitySchema } from 'typeorm';
import type { BurnerBody, StationReadingBody } from '#contract';
import type { StationBody } from '#core/plate';
import type { OwnLadle } from '#core/pour';

/** A thing of the kitchen's own that is changed by its version and put away, never thrown away. */
export interface KeptRow<B> {
  id: string;
  kitchenId: string;
  version: number;
  body: B;
  archivedAt: Date | null;
}

const kept = <B>(name: string) =>
  new EntitySchema<KeptRow<B>>({
    name,
    columns: {
      id: { type: 'uuid', primary: true },
      kitchenId: { type: 'uuid', name: 'kitchen_id' },
      version: { type: 'integer' },
      body: { type: 'jsonb' },
      archivedAt: { type: 'timestamptz', name: 'archived_at', nullable: true },
    },
  });

export const StationEntity = kept<StationBody>('station');
export const BurnerEntity = kept<BurnerBody>('burner');
export const LadleEntity = kept<OwnLadle>('ladle');

export interface StationReadingRow {
  id: string;
  kitchenId: string;
  stationId: string;
  body: StationReadingBody;
  madeBy: string | null;
  madeAt: Date;
}

export const StationReadingEntity = new EntitySchema<StationReadingRow>({
  name: 'station_reading',
  columns: {
    id: { type: 'uuid', primary: true },
    kitchenId: { type: 'uuid', name: 'kitchen_id' },
    stationId: { type: 'uuid', name: 'station_id' },
    body: { type: 'jsonb' },
    madeBy: { type: 'uuid', name: 'made_by', nullable: true },
    madeAt: { type: 'timestamptz', name: 'made_at', createDate: true },
  },
});
