import { EntitySchema } from 'typeorm';
import type { Pins } from '#core/run';
import type { AcceptedEvents } from '#contract';

export interface RunRow {
  id: string;
  kitchenId: string;
  name: string;
  rehearsal: boolean;
  seed: number;
  pins: Pins;
  lastSeq: number;
  createdAt: Date;
}

export const RunEntity = new EntitySchema<RunRow>({
  name: 'run',
  columns: {
    id: { type: 'uuid', primary: true },
    kitchenId: { type: 'uuid', name: 'kitchen_id' },
    name: { type: 'text' },
    rehearsal: { type: 'boolean' },
    seed: { type: 'integer' },
    pins: { type: 'jsonb' },
    lastSeq: { type: 'integer', name: 'last_seq' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});

export interface RunEventRow {
  runId: string;
  seq: number;
  id: string;
  kitchenId: string;
  kind: string;
  v: number;
  deviceId: string;
  deviceAtMs: number;
  offsetMs: number;
  offsetSpreadMs: number;
  simAtMs: number | null;
  tapId: string;
  personId: string | null;
  madeBy: string | null;
  payload: Record<string, unknown>;
}

export const RunEventEntity = new EntitySchema<RunEventRow>({
  name: 'run_event',
  columns: {
    runId: { type: 'uuid', primary: true, name: 'run_id' },
    seq: { type: 'integer', primary: true },
    id: { type: 'uuid' },
    kitchenId: { type: 'uuid', name: 'kitchen_id' },
    kind: { type: 'text' },
    v: { type: 'integer' },
    deviceId: { type: 'uuid', name: 'device_id' },
    deviceAtMs: { type: 'double precision', name: 'device_at_ms' },
    offsetMs: { type: 'double precision', name: 'offset_ms' },
    offsetSpreadMs: { type: 'double precision', name: 'offset_spread_ms' },
    simAtMs: { type: 'double precision', name: 'sim_at_ms', nullable: true },
    tapId: { type: 'uuid', name: 'tap_id' },
    personId: { type: 'uuid', name: 'person_id', nullable: true },
    madeBy: { type: 'uuid', name: 'made_by', nullable: true },
    payload: { type: 'jsonb' },
  },
});

/** A row as an event of the log. */
export function toEvent(row: RunEventRow): AcceptedEvents['events'][number] {
  const {
    id,
    kind,
    v: version,
    deviceId,
    deviceAtMs,
    offsetMs,
    offsetSpreadMs,
    simAtMs,
    tapId,
    payload,
    seq,
    personId,
    madeBy,
  } = row;
  return {
    id,
    kind,
    v: version,
    deviceId,
    deviceAtMs,
    offsetMs,
    offsetSpreadMs,
    ...(simAtMs === null ? {} : { simAtMs }),
    tapId,
    ...(madeBy === null ? {} : { madeBy }),
    payload,
    seq,
    personId,
  };
}
