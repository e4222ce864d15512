import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Devices that join, people who leave, invites by code, named sessions, back-off at the door, the audit list; and events
 * appended in one step.
 */
export class Doors1764100000000 implements MigrationInterface {
  readonly name = 'Doors1764100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE person
        ADD COLUMN kind text NOT NULL DEFAULT 'person' CHECK (kind IN ('person', 'device')),
        ADD COLUMN left_at timestamptz,
        ALTER COLUMN passphrase_hash DROP NOT NULL,
        ADD CONSTRAINT person_has_passphrase CHECK (kind = 'device' OR passphrase_hash IS NOT NULL);
      DROP INDEX person_name;
      -- one signs in by name alone, so the name of a person stands for one person while that person is here
      CREATE UNIQUE INDEX person_name ON person (lower(name)) WHERE kind = 'person' AND left_at IS NULL;
      CREATE UNIQUE INDEX device_name ON person (kitchen_id, lower(name)) WHERE kind = 'device' AND left_at IS NULL;

      ALTER TABLE session
        ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE,
        ADD COLUMN opened_on text NOT NULL DEFAULT '',
        ADD COLUMN last_seen_at timestamptz NOT NULL DEFAULT now();
      CREATE INDEX session_by_kitchen ON session (kitchen_id);

      CREATE TABLE invite (
        id uuid PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        code_hash bytea NOT NULL UNIQUE,
        kind text NOT NULL CHECK (kind IN ('person', 'device')),
        role text NOT NULL CHECK (role IN ('owner', 'cook', 'viewer')),
        made_by uuid REFERENCES person,
        made_at timestamptz NOT NULL DEFAULT now(),
        expires_at timestamptz NOT NULL,
        used_at timestamptz
      );
      CREATE INDEX invite_by_kitchen ON invite (kitchen_id);

      CREATE TABLE audit (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        at timestamptz NOT NULL DEFAULT now(),
        person_id uuid REFERENCES person,
        what text NOT NULL,
        detail jsonb NOT NULL DEFAULT '{}'
      );
      CREATE INDEX audit_by_kitchen ON audit (kitchen_id, id DESC);

      ALTER TABLE run_event DROP CONSTRAINT run_event_run_id_id_key, ADD CONSTRAINT run_event_id UNIQUE (id, run_id);

      CREATE TABLE sign_in_try (
        door bytea PRIMARY KEY,
        failures integer NOT NULL,
        last_at timestamptz NOT NULL
      );
    `);
    for (const table of ['invite', 'audit']) {
      await runner.query(`
        ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
        CREATE POLICY own_kitchen ON ${table} TO bluebell_app
          USING (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid)
          WITH CHECK (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);
      `);
    }
    await runner.query(`
      GRANT INSERT ON person TO bluebell_app;
      GRANT UPDATE (role, passphrase_hash, left_at) ON person TO bluebell_app;
      REVOKE SELECT (token_hash) ON session FROM bluebell_app;
      GRANT SELECT (id, person_id, opened_on, created_at, last_seen_at, expires_at) ON session TO bluebell_app;
      GRANT UPDATE (last_seen_at) ON session TO bluebell_app;
      GRANT SELECT, INSERT, DELETE ON invite TO bluebell_app;
      GRANT UPDATE (used_at) ON invite TO bluebell_app;
      GRANT SELECT, INSERT ON audit TO bluebell_app;

      DROP FUNCTION person_for_sign_in(text);
      DROP FUNCTION session_by_token(bytea);
      CREATE FUNCTION person_for_sign_in(wanted text)
        RETURNS TABLE (id uuid, kitchen_id uuid, passphrase_hash text)
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ SELECT id, kitchen_id, passphrase_hash FROM person
              WHERE lower(name) = lower(wanted) AND kind = 'person' AND left_at IS NULL $$;
      CREATE FUNCTION session_by_token(wanted bytea)
        RETURNS TABLE (id uuid, person_id uuid, kitchen_id uuid, role text, last_seen_at timestamptz)
        -- asked at every request: unlike one in SQL, a function in plpgsql keeps its plan
        LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ BEGIN RETURN QUERY
              SELECT s.id, s.person_id, s.kitchen_id, p.role, s.last_seen_at
              FROM session s JOIN person p ON p.id = s.person_id
              WHERE s.token_hash = wanted AND s.expires_at > now() AND p.left_at IS NULL; END $$;
      CREATE FUNCTION invite_by_code(wanted bytea)
        RETURNS TABLE (id uuid, kitchen_id uuid, kind text, role text)
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ SELECT id, kitchen_id, kind, role FROM invite
              WHERE code_hash = wanted AND used_at IS NULL AND expires_at > now() $$;

      -- five free tries, then a wait that doubles from one second to five minutes; an hour of quiet forgets
      CREATE FUNCTION sign_in_wait_s(wanted bytea) RETURNS double precision
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ SELECT coalesce((
                SELECT greatest(0, extract(epoch FROM last_at - now())
                         + CASE WHEN failures < 5 THEN 0 ELSE least(300, 2 ^ least(failures - 5, 9)) END)
                FROM sign_in_try WHERE door = wanted AND last_at > now() - interval '1 hour'), 0) $$;
      CREATE FUNCTION sign_in_failed(wanted bytea) RETURNS void
        LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ DELETE FROM sign_in_try WHERE last_at < now() - interval '1 hour';
              INSERT INTO sign_in_try VALUES (wanted, 1, now())
              ON CONFLICT (door) DO UPDATE SET failures = sign_in_try.failures + 1, last_at = now() $$;
      CREATE FUNCTION sign_in_fitted(wanted bytea) RETURNS void
        LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ DELETE FROM sign_in_try WHERE door = wanted $$;

      -- Appends events to a run in one step: looks whose session it is, then stores under a lock on the run's row, which
      -- gives the events their order. Those stored before keep their place and come back as they stand in "stored"; no
      -- rows at all: the kitchen has no such run. BB401: the session has ended; BB403: a viewer may not.
      CREATE FUNCTION append_events(in_token bytea, in_run uuid, in_events jsonb)
        RETURNS TABLE (seq integer, person_id uuid, stored jsonb)
        LANGUAGE plpgsql SET search_path = public, pg_temp
        SET enable_seqscan = off SET enable_hashjoin = off SET enable_mergejoin = off
        AS $$
        DECLARE last integer; added integer; who record; ids uuid[];
        BEGIN
          SELECT * INTO who FROM session_by_token(in_token);
          IF NOT FOUND THEN RAISE EXCEPTION 'no session' USING ERRCODE = 'BB401'; END IF;
          IF who.role = 'viewer' THEN RAISE EXCEPTION 'a viewer' USING ERRCODE = 'BB403'; END IF;
          PERFORM set_config('bluebell.kitchen', who.kitchen_id::text, true);
          SELECT r.last_seq INTO last FROM run r WHERE r.id = in_run FOR UPDATE;
          IF NOT FOUND THEN RETURN; END IF;
          -- read first: behind row-level security a comparison with a cast in it could not use the index; and looked up by
          -- the id alone (IS TRUE), or a plan made while the log was short would read the whole run for each event
          SELECT array_agg((x.e->>'id')::uuid ORDER BY x.ord) INTO ids
            FROM jsonb_array_elements(in_events) WITH ORDINALITY AS x(e, ord);
          INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms,
                                 sim_at_ms, tap_id, person_id, payload)
            SELECT in_run, last + row_number() OVER (ORDER BY g.ord), g.id, who.kitchen_id, e->>'kind',
                   (e->>'v')::integer, (e->>'deviceId')::uuid, (e->>'deviceAtMs')::float8, (e->>'offsetMs')::float8,
                   (e->>'offsetSpreadMs')::float8, (e->>'simAtMs')::float8, (e->>'tapId')::uuid, who.person_id, e->'payload'
            FROM (SELECT DISTINCT ON (w.id) w.id, w.ord FROM unnest(ids) WITH ORDINALITY AS w(id, ord)
                  WHERE NOT EXISTS (SELECT 1 FROM run_event o WHERE o.id = w.id AND (o.run_id = in_run) IS TRUE)
                  ORDER BY w.id, w.ord) g,
                 LATERAL (SELECT in_events->(g.ord - 1)::integer AS e) given;
          GET DIAGNOSTICS added = ROW_COUNT;
          IF added > 0 THEN UPDATE run SET last_seq = last + added WHERE run.id = in_run; END IF;
          RETURN QUERY
            SELECT ev.seq, ev.person_id, CASE WHEN ev.seq > last THEN NULL ELSE
                jsonb_build_object('id', ev.id, 'kind', ev.kind, 'v', ev.v, 'deviceId', ev.device_id,
                  'deviceAtMs', ev.device_at_ms, 'offsetMs', ev.offset_ms, 'offsetSpreadMs', ev.offset_spread_ms,
                  'tapId', ev.tap_id, 'payload', ev.payload, 'seq', ev.seq, 'personId', ev.person_id)
                || jsonb_strip_nulls(jsonb_build_object('simAtMs', ev.sim_at_ms)) END
            FROM unnest(ids) WITH ORDINALITY AS w(id, ord)
            JOIN run_event ev ON ev.id = w.id AND (ev.run_id = in_run) IS TRUE
            ORDER BY w.ord;
        END $$;

      REVOKE ALL ON FUNCTION person_for_sign_in(text), session_by_token(bytea), invite_by_code(bytea),
        sign_in_wait_s(bytea), sign_in_failed(bytea), sign_in_fitted(bytea) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION person_for_sign_in(text), session_by_token(bytea), invite_by_code(bytea),
        sign_in_wait_s(bytea), sign_in_failed(bytea), sign_in_fitted(bytea) TO bluebell_app;
    `);
  }

  async down(): Promise<void> {
    throw new Error('This migration is not taken back: restore a backup instead.');
  }
}
