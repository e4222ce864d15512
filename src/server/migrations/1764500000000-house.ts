import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A session that ends says so, in every process; devices that are known; what is over is cleaned away; a summary kept of
 * each run; and a log that no device can fill without end.
 */
export class House1764500000000 implements MigrationInterface {
  readonly name = 'House1764500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE FUNCTION session_ended() RETURNS trigger
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ BEGIN PERFORM pg_notify('bluebell_session', OLD.id::text); RETURN NULL; END $$;
      CREATE TRIGGER session_ended AFTER DELETE ON session FOR EACH ROW EXECUTE FUNCTION session_ended();
      CREATE FUNCTION person_left() RETURNS trigger
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ BEGIN
          PERFORM pg_notify('bluebell_session', s.id::text) FROM session s WHERE s.person_id = NEW.id;
          RETURN NULL; END $$;
      CREATE TRIGGER person_left AFTER UPDATE OF left_at ON person FOR EACH ROW
        WHEN (NEW.left_at IS NOT NULL) EXECUTE FUNCTION person_left();
      CREATE FUNCTION sessions_lapsed(asked uuid[]) RETURNS SETOF uuid
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ SELECT a.id FROM unnest(asked) AS a(id) WHERE NOT EXISTS (
                SELECT 1 FROM session s JOIN person p ON p.id = s.person_id
                WHERE s.id = a.id AND s.expires_at > now() AND p.left_at IS NULL) $$;

      -- A browser in which somebody has signed in before: a try from it is weighed by itself, whoever guesses elsewhere.
      CREATE TABLE known_device (
        token_hash bytea NOT NULL,
        person_id uuid NOT NULL REFERENCES person,
        kitchen_id uuid NOT NULL REFERENCES kitchen,
        last_seen_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (token_hash, person_id)
      );
      ALTER TABLE known_device ENABLE ROW LEVEL SECURITY;
      CREATE POLICY own_kitchen ON known_device TO bluebell_app
        USING (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid)
        WITH CHECK (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);
      GRANT SELECT, INSERT, DELETE, UPDATE (last_seen_at) ON known_device TO bluebell_app;
      CREATE FUNCTION device_is_known(wanted text, token bytea) RETURNS boolean
        LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ SELECT EXISTS (
                SELECT 1 FROM known_device d JOIN person p ON p.id = d.person_id
                WHERE d.token_hash = token AND lower(p.name) = lower(wanted)
                  AND p.kind = 'person' AND p.left_at IS NULL) $$;

      CREATE FUNCTION clean_away() RETURNS integer
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ DECLARE gone integer; more integer; BEGIN
          DELETE FROM session WHERE expires_at < now(); GET DIAGNOSTICS gone = ROW_COUNT;
          DELETE FROM invite WHERE expires_at < now() - interval '30 days'; GET DIAGNOSTICS more = ROW_COUNT;
          gone := gone + more;
          DELETE FROM sign_in_try WHERE last_at < now() - interval '1 hour'; GET DIAGNOSTICS more = ROW_COUNT;
          gone := gone + more;
          DELETE FROM known_device WHERE last_seen_at < now() - interval '1 year'; GET DIAGNOSTICS more = ROW_COUNT;
          RETURN gone + more; END $$;
      CREATE INDEX session_by_expiry ON session (expires_at);

      REVOKE ALL ON FUNCTION session_ended(), person_left(), sessions_lapsed(uuid[]), device_is_known(text, bytea),
        clean_away() FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION sessions_lapsed(uuid[]), device_is_known(text, bytea), clean_away() TO bluebell_app;
    `);
    await runner.query(SUMMARIES);
    await runner.query(LIMITED_LOG);
  }

  async down(): Promise<void> {
    throw new Error('This migration is not taken back: restore a backup instead.');
  }
}

/** What the list of runs shows of each: folded from its log up to `seq`; -1: not yet. */
const SUMMARIES = `
  CREATE TABLE run_summary (
    run_id uuid PRIMARY KEY REFERENCES run ON DELETE CASCADE,
    kitchen_id uuid NOT NULL REFERENCES kitchen,
    seq integer NOT NULL DEFAULT -1,
    service_at_ms double precision,
    -- by what runs are ordered: their service, or when they were made
    ordered_at_ms double precision NOT NULL,
    pieces integer NOT NULL DEFAULT 0,
    poured integer NOT NULL DEFAULT 0,
    served integer NOT NULL DEFAULT 0,
    finished boolean NOT NULL DEFAULT false,
    -- the run's name and those of its formulas, in small letters
    words text NOT NULL
  );
  CREATE INDEX run_summary_ordered ON run_summary (kitchen_id, ordered_at_ms DESC, run_id DESC);
  CREATE INDEX run_summary_ahead ON run_summary (kitchen_id, ordered_at_ms) WHERE NOT finished;
  CREATE INDEX run_summary_unread ON run_summary (kitchen_id) WHERE seq < 0;
  ALTER TABLE run_summary ENABLE ROW LEVEL SECURITY;
  CREATE POLICY own_kitchen ON run_summary TO bluebell_app
    USING (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid)
    WITH CHECK (kitchen_id = nullif(current_setting('bluebell.kitchen', true), '')::uuid);
  GRANT SELECT, UPDATE ON run_summary TO bluebell_app;

  CREATE FUNCTION run_words(name text, pins jsonb) RETURNS text LANGUAGE sql IMMUTABLE
    AS $$ SELECT lower(concat_ws(' ', name, (SELECT string_agg(f->'body'->>'name', ' ')
            FROM jsonb_array_elements(CASE jsonb_typeof(pins->'formulas') WHEN 'array' THEN pins->'formulas' ELSE '[]' END) f))) $$;
  CREATE FUNCTION run_made() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ BEGIN
      INSERT INTO run_summary (run_id, kitchen_id, ordered_at_ms, words)
        VALUES (NEW.id, NEW.kitchen_id, extract(epoch FROM NEW.created_at) * 1000, run_words(NEW.name, NEW.pins));
      RETURN NULL; END $$;
  INSERT INTO run_summary (run_id, kitchen_id, ordered_at_ms, words)
    SELECT id, kitchen_id, extract(epoch FROM created_at) * 1000, run_words(name, pins) FROM run;
  CREATE TRIGGER run_made AFTER INSERT ON run FOR EACH ROW EXECUTE FUNCTION run_made();
  REVOKE ALL ON FUNCTION run_made() FROM PUBLIC;

  CREATE INDEX run_event_learned ON run_event (kitchen_id) WHERE kind = 'run-learned';
`;

/** A run's log is bounded: a morning is some hundred taps, and a thousandfold of it no morning. BB413: it is full. */
const LIMITED_LOG = `
  ALTER TABLE run ADD COLUMN log_bytes bigint NOT NULL DEFAULT 0;
  UPDATE run SET log_bytes = coalesce((SELECT sum(pg_column_size(e.payload) + 200) FROM run_event e WHERE e.run_id = run.id), 0);
  CREATE FUNCTION log_within() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ BEGIN
      IF NEW.last_seq > 400000 OR NEW.log_bytes > 128 * 1024 * 1024 THEN
        RAISE EXCEPTION 'the log is full' USING ERRCODE = 'BB413';
      END IF;
      RETURN NEW; END $$;
  CREATE TRIGGER log_within BEFORE UPDATE OF last_seq ON run FOR EACH ROW
    WHEN (NEW.last_seq > OLD.last_seq) EXECUTE FUNCTION log_within();
  REVOKE ALL ON FUNCTION log_within() FROM PUBLIC;

  CREATE OR REPLACE FUNCTION append_events(in_token bytea, in_run uuid, in_events jsonb)
    RETURNS TABLE (first_seq integer, person_id uuid, stored jsonb)
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$
    DECLARE who record;
    BEGIN
      UPDATE run SET last_seq = last_seq + jsonb_array_length(in_events),
                     log_bytes = log_bytes + octet_length(in_events::text)
        FROM session s JOIN person p ON p.id = s.person_id
        WHERE s.token_hash = in_token AND s.expires_at > now() AND p.left_at IS NULL AND p.role <> 'viewer'
          AND run.id = in_run AND run.kitchen_id = s.kitchen_id
        RETURNING last_seq - jsonb_array_length(in_events) AS last, s.person_id, s.kitchen_id INTO who;
      IF NOT FOUND THEN
        SELECT s.role INTO who FROM session_by_token(in_token) s;
        IF NOT FOUND THEN RAISE EXCEPTION 'no session' USING ERRCODE = 'BB401'; END IF;
        IF who.role = 'viewer' THEN RAISE EXCEPTION 'a viewer' USING ERRCODE = 'BB403'; END IF;
        RETURN;
      END IF;
      INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms,
                             offset_spread_ms, sim_at_ms, tap_id, person_id, payload)
        SELECT in_run, who.last + g.ord, (e->>'id')::uuid, who.kitchen_id, e->>'kind', (e->>'v')::integer,
               (e->>'deviceId')::uuid, (e->>'deviceAtMs')::float8, (e->>'offsetMs')::float8,
               (e->>'offsetSpreadMs')::float8, (e->>'simAtMs')::float8, (e->>'tapId')::uuid, who.person_id,
               e->'payload'
        FROM jsonb_array_elements(in_events) WITH ORDINALITY AS g(e, ord);
      RETURN QUERY SELECT who.last + 1, who.person_id, NULL::jsonb;
    EXCEPTION WHEN unique_violation THEN
      RETURN QUERY SELECT NULL::integer, NULL::uuid, append_again(in_token, in_run, in_events);
    END $$;
`;
