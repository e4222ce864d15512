import pg from 'pg';
import { SEALING } from '../../src/server/migrations/1764700000000-seals.ts';

/** Parts by kitchen; each of them by year. */
const KITCHEN_PARTS = 8;
const YEARS_AHEAD = 10;

/**
 * Parts the log by kitchen and by time, for a house of many kitchens: what is asked of one run then touches one part, and
 * years that are over can be kept elsewhere. A run's id is made of the moment it was made at (UUID version 7, RFC 9562), so
 * its years are ranges of ids; what has another id lies in a part of its own. All or nothing; nobody cooks meanwhile.
 * @returns the number of parts; 0 when the log was parted already
 */
export async function partLog(ownerUrl: string, nowMs: number): Promise<number> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    const [{ kind }] = (await client.query("SELECT relkind AS kind FROM pg_class WHERE oid = 'run_event'::regclass"))
      .rows;
    if (kind === 'p') return 0;
    await client.query('BEGIN');
    await client.query(WHOLE_SET_ASIDE);
    const thisYear = new Date(nowMs).getUTCFullYear();
    let parts = 0;
    for (let part = 0; part < KITCHEN_PARTS; part++) {
      const name = `run_event_${part}`;
      await client.query(
        `CREATE TABLE ${name} PARTITION OF run_event FOR VALUES WITH (MODULUS ${KITCHEN_PARTS}, REMAINDER ${part}) PARTITION BY RANGE (run_id)`,
      );
      await client.query(`CREATE TABLE ${name}_other PARTITION OF ${name} DEFAULT`);
      for (let year = thisYear - 1; year < thisYear + YEARS_AHEAD; year++)
        await client.query(
          `CREATE TABLE ${name}_${year} PARTITION OF ${name} FOR VALUES FROM ('${firstIdOf(year)}') TO ('${firstIdOf(year + 1)}')`,
        );
      parts += YEARS_AHEAD + 2;
    }
    await client.query(MOVED_IN);
    await client.query('COMMIT');
    return parts;
  } finally {
    await client.end();
  }
}

/** The least id of version 7 that a moment of a year can have. */
function firstIdOf(year: number): string {
  const hex = Date.UTC(year, 0, 1).toString(16).padStart(12, '0');
  return `${hex.slice(0, 8)}-${hex.slice(8)}-7000-8000-000000000000`;
}

const WHOLE_SET_ASIDE = `
  LOCK TABLE run_event IN ACCESS EXCLUSIVE MODE;
  DROP TRIGGER seal_event ON run_event;
  DROP FUNCTION sealed(bytea, run_event);
  DROP FUNCTION event_text(run_event);
  ALTER TABLE run_event RENAME TO run_event_whole;
  ALTER TABLE run_event_whole DROP CONSTRAINT run_event_pkey, DROP CONSTRAINT run_event_id;
  DROP INDEX run_event_notes;
  DROP INDEX run_event_learned;
  CREATE TABLE run_event (LIKE run_event_whole INCLUDING DEFAULTS INCLUDING CONSTRAINTS) PARTITION BY HASH (kitchen_id);
`;

const MOVED_IN = `
  INSERT INTO run_event SELECT * FROM run_event_whole;
  DROP TABLE run_event_whole;
  ALTER TABLE run_event ADD PRIMARY KEY (run_id, seq, kitchen_id),
    ADD CONSTRAINT run_event_id UNIQUE (id, run_id, kitchen_id),
    ADD FOREIGN KEY (run_id) REFERENCES run, ADD FOREIGN KEY (kitchen_id) REFERENCES kitchen,
    ADD FOREIGN KEY (person_id) REFERENCES person, ADD FOREIGN KEY (made_by) REFERENCES person;
  CREATE INDEX run_event_notes ON run_event (kitchen_id) WHERE kind = 'note-kept';
  CREATE INDEX run_event_learned ON run_event (kitchen_id) WHERE kind = 'run-learned';
  ALTER TABLE run_event ENABLE ROW LEVEL SECURITY;
  CREATE POLICY own_kitchen ON run_event TO bluebell_app
    USING (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);
  GRANT SELECT ON run_event TO bluebell_app;
  ${SEALING}
  CREATE TRIGGER seal_event BEFORE INSERT ON run_event FOR EACH ROW EXECUTE FUNCTION seal_event();
`;
