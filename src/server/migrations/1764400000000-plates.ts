import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Burners apart from plates, stations that are made and changed, what was read of them, and the kitchen's own ladles. */
export class Plates1764400000000 implements MigrationInterface {
  readonly name = 'Plates1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE station ADD COLUMN archived_at timestamptz;
      GRANT INSERT, UPDATE (version, body, archived_at) ON station TO bluebell_app;

      CREATE TABLE burner (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        version integer NOT NULL,
        body jsonb NOT NULL,
        archived_at timestamptz
      );
      CREATE TABLE ladle (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        version integer NOT NULL,
        body jsonb NOT NULL,
        archived_at timestamptz
      );
      CREATE TABLE station_reading (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        station_id uuid NOT NULL REFERENCES station,
        body jsonb NOT NULL,
        made_by uuid REFERENCES person,
        made_at timestamptz NOT NULL DEFAULT now()
      );
      CREATE INDEX station_reading_of ON station_reading (station_id, made_at);
    `);
    for (const table of ['burner', 'ladle', 'station_reading'])
      await runner.query(`
        ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
        CREATE POLICY own_kitchen ON ${table} TO bluebell_app
          USING (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid)
          WITH CHECK (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);
      `);
    await runner.query(`
      GRANT SELECT, INSERT, UPDATE (version, body, archived_at) ON burner, ladle TO bluebell_app;
      GRANT SELECT, INSERT, DELETE ON station_reading TO bluebell_app;

      -- every burner that a station was set up with becomes one of the kitchen's own
      DO $$
      DECLARE
        plate record;
        zone jsonb;
        place integer;
        made uuid;
      BEGIN
        FOR plate IN SELECT id, kitchen_id, body FROM station LOOP
          FOR zone, place IN SELECT value, ordinality - 1 FROM jsonb_array_elements(plate.body -> 'zones') WITH ORDINALITY LOOP
            made := gen_random_uuid();
            INSERT INTO burner (id, kitchen_id, version, body) VALUES (
              made, plate.kitchen_id, 1,
              (zone - 'id') || jsonb_build_object('burnerName', left(plate.body ->> 'name', 50) || ' ' || (zone ->> 'id'))
            );
            UPDATE station SET body = jsonb_set(body, ARRAY['zones', place::text, 'burnerId'], to_jsonb(made::text))
              WHERE id = plate.id;
          END LOOP;
        END LOOP;
      END $$;
    `);
  }

  async down(): Promise<void> {
    throw new Error('This migration is not taken back: restore a backup instead.');
  }
}
