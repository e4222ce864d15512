import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tables, the application's role, row-level security, and the two doors that open before a kitchen is known. */
export class First1764000000000 implements MigrationInterface {
  readonly name = 'First1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      DO $$ BEGIN
        CREATE ROLE bluebell_app NOLOGIN NOSUPERUSER NOBYPASSRLS;
      EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL; END $$;
      DO $$ BEGIN EXECUTE format('GRANT bluebell_app TO %I', current_user); EXCEPTION WHEN OTHERS THEN NULL; END $$;

      CREATE TABLE kitchen (
        id uuid PRIMARY KEY,
        name text NOT NULL,
        time_zone text NOT NULL
      );
      CREATE TABLE person (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        name text NOT NULL,
        role text NOT NULL CHECK (role IN ('owner', 'cook', 'viewer')),
        passphrase_hash text NOT NULL,
        settings jsonb NOT NULL
      );
      CREATE UNIQUE INDEX person_name ON person (lower(name));
      CREATE TABLE session (
        token_hash bytea PRIMARY KEY,
        person_id uuid NOT NULL REFERENCES person,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        created_at timestamptz NOT NULL DEFAULT now(),
        expires_at timestamptz NOT NULL
      );
      CREATE TABLE formula (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        revision integer NOT NULL
      );
      CREATE TABLE formula_revision (
        formula_id uuid NOT NULL REFERENCES formula,
        revision integer NOT NULL,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        body jsonb NOT NULL,
        PRIMARY KEY (formula_id, revision)
      );
      CREATE TABLE station (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        version integer NOT NULL,
        body jsonb NOT NULL
      );
      CREATE TABLE run (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        name text NOT NULL,
        rehearsal boolean NOT NULL,
        seed integer NOT NULL,
        pins jsonb NOT NULL,
        last_seq integer NOT NULL DEFAULT 0,
        created_at timestamptz NOT NULL DEFAULT now()
      );
      CREATE INDEX run_by_kitchen ON run (kitchen_id, created_at DESC);
      CREATE TABLE run_event (
        run_id uuid NOT NULL REFERENCES run,
        seq integer NOT NULL,
        id uuid NOT NULL,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        kind text NOT NULL,
        v integer NOT NULL,
        device_id uuid NOT NULL,
        device_at_ms double precision NOT NULL,
        offset_ms double precision NOT NULL,
        offset_spread_ms double precision NOT NULL,
        sim_at_ms double precision,
        tap_id uuid NOT NULL,
        person_id uuid REFERENCES person,
        payload jsonb NOT NULL,
        received_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (run_id, seq),
        UNIQUE (run_id, id)
      );
      CREATE INDEX run_event_notes ON run_event (kitchen_id) WHERE kind = 'note-kept';
    `);
    for (const table of ['person', 'session', 'formula', 'formula_revision', 'station', 'run', 'run_event']) {
      await runner.query(`
        ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
        CREATE POLICY own_kitchen ON ${table} TO bluebell_app
          USING (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid)
          WITH CHECK (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);
      `);
    }
    await runner.query(`
      ALTER TABLE kitchen ENABLE ROW LEVEL SECURITY;
      CREATE POLICY own_kitchen ON kitchen TO bluebell_app
        USING (id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);

      GRANT USAGE ON SCHEMA public TO bluebell_app;
      GRANT SELECT ON kitchen, person, formula, formula_revision, station, run, run_event TO bluebell_app;
      GRANT UPDATE (settings) ON person TO bluebell_app;
      GRANT INSERT, DELETE ON session TO bluebell_app;
      GRANT SELECT (token_hash, kitchen_id) ON session TO bluebell_app;
      GRANT INSERT ON run, run_event TO bluebell_app;
      GRANT UPDATE (last_seq) ON run TO bluebell_app;

      -- who signs in is looked up before the kitchen is known: two narrow doors, run as the owner
      CREATE FUNCTION person_for_sign_in(wanted text)
        RETURNS TABLE (id uuid, kitchen_id uuid, passphrase_hash text)
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ SELECT id, kitchen_id, passphrase_hash FROM person WHERE lower(name) = lower(wanted) $$;
      CREATE FUNCTION session_by_token(wanted bytea)
        RETURNS TABLE (person_id uuid, kitchen_id uuid)
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ SELECT person_id, kitchen_id FROM session WHERE token_hash = wanted AND expires_at > now() $$;
      REVOKE ALL ON FUNCTION person_for_sign_in(text), session_by_token(bytea) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION person_for_sign_in(text), session_by_token(bytea) TO bluebell_app;
    `);
  }

  async down(): Promise<void> {
    throw new Error('The first migration is not taken back: restore a backup instead.');
  }
}
