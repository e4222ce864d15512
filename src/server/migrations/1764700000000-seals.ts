import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Each event of a run carries a seal: a hash over itself and the seal of the one before. Who changes, takes out or puts in
 * an event later breaks every seal after it. And an event may be handed on: made by one, sent by another.
 */
export class Seals1764700000000 implements MigrationInterface {
  readonly name = 'Seals1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE run_event
        -- who tapped, when another sent it
        ADD COLUMN made_by uuid REFERENCES person,
        ADD COLUMN seal bytea;

      ${SEALING}
      CREATE FUNCTION seal_event() RETURNS trigger
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$ DECLARE before bytea; BEGIN
          IF NEW.seq > 1 THEN
            SELECT seal INTO before FROM run_event WHERE kitchen_id = NEW.kitchen_id AND run_id = NEW.run_id AND seq = NEW.seq - 1;
            IF NOT FOUND THEN RAISE EXCEPTION 'event % of run % has none before it', NEW.seq, NEW.run_id; END IF;
          END IF;
          NEW.seal := sealed(before, NEW);
          RETURN NEW; END $$;

      -- logs as they stood before they were sealed
      DO $$ DECLARE e run_event; before bytea; BEGIN
        FOR e IN SELECT * FROM run_event ORDER BY run_id, seq LOOP
          IF e.seq = 1 THEN before := NULL; END IF;
          before := sealed(before, e);
          UPDATE run_event SET seal = before WHERE run_id = e.run_id AND seq = e.seq;
        END LOOP; END $$;
      ALTER TABLE run_event ALTER COLUMN seal SET NOT NULL;
      CREATE TRIGGER seal_event BEFORE INSERT ON run_event FOR EACH ROW EXECUTE FUNCTION seal_event();

      -- events whose seal is not what it must be, and runs whose last event is not there
      CREATE FUNCTION broken_seals() RETURNS TABLE (run_id uuid, seq integer) LANGUAGE sql STABLE
        AS $$ SELECT run_id, seq FROM (
                SELECT e.run_id, e.seq, e.seal, sealed(lag(e.seal) OVER log, e) AS must, row_number() OVER log AS place
                FROM run_event e WINDOW log AS (PARTITION BY e.run_id ORDER BY e.seq)) AS each
              WHERE seal <> must OR seq <> place
              UNION ALL
              SELECT r.id, r.last_seq FROM run r WHERE r.last_seq > 0 AND NOT EXISTS (
                SELECT 1 FROM run_event e WHERE e.run_id = r.id AND e.seq = r.last_seq) $$;
      -- one hash over the last seals of all runs: the log as it stands
      CREATE FUNCTION log_head() RETURNS text LANGUAGE sql STABLE
        AS $$ SELECT encode(sha256(convert_to(coalesce(string_agg(r.id || encode(e.seal, 'hex'), '' ORDER BY r.id), ''), 'UTF8')), 'hex')
              FROM run r JOIN run_event e ON e.run_id = r.id AND e.seq = r.last_seq $$;
      REVOKE ALL ON FUNCTION seal_event() FROM PUBLIC;
    `);
    await runner.query(APPEND);
    await runner.query(LIMIT_OF_A_KITCHEN);
  }

  async down(): Promise<void> {
    throw new Error('This migration is not taken back: restore a backup instead.');
  }
}

/** What is sealed of an event, and the seal itself; made anew when the log is parted, for they are of its row's type. */
export const SEALING = `
  CREATE FUNCTION event_text(e run_event) RETURNS text LANGUAGE sql STABLE
    AS $$ SELECT jsonb_build_array(e.run_id, e.seq, e.id, e.kitchen_id, e.kind, e.v, e.device_id, e.device_at_ms,
            e.offset_ms, e.offset_spread_ms, e.sim_at_ms, e.tap_id, e.person_id, e.made_by,
            extract(epoch FROM e.received_at), e.payload)::text $$;
  CREATE FUNCTION sealed(before bytea, e run_event) RETURNS bytea LANGUAGE sql STABLE
    AS $$ SELECT sha256(coalesce(before, '') || sha256(convert_to(event_text(e), 'UTF8'))) $$;
`;

/** As before, and with the name of who made an event that another hands on, if that one is of the kitchen. */
const APPEND = `
  CREATE FUNCTION maker(e jsonb, sender uuid, kitchen uuid) RETURNS uuid
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ SELECT p.id FROM person p
          WHERE e ? 'madeBy' AND p.id = (e->>'madeBy')::uuid AND p.kitchen_id = kitchen AND p.id <> sender $$;
  CREATE OR REPLACE FUNCTION append_events(in_token bytea, in_run uuid, in_events jsonb)
    RETURNS TABLE (first_seq integer, person_id uuid, stored jsonb)
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$
    DECLARE who record;
    BEGIN
      UPDATE run SET last_seq = last_seq + jsonb_array_length(in_events),
                     log_bytes = log_bytes + octet_length(in_events::text)
        FROM session s JOIN person p ON p.id = s.person_id
        WHERE s.token_hash = in_token AND is_open(s) AND p.role <> 'viewer'
          AND run.id = in_run AND run.kitchen_id = s.kitchen_id
        RETURNING last_seq - jsonb_array_length(in_events) AS last, s.person_id, s.kitchen_id INTO who;
      IF NOT FOUND THEN
        SELECT s.role INTO who FROM session_by_token(in_token) s;
        IF NOT FOUND THEN RAISE EXCEPTION 'no session' USING ERRCODE = 'BB401'; END IF;
        IF who.role = 'viewer' THEN RAISE EXCEPTION 'a viewer' USING ERRCODE = 'BB403'; END IF;
        RETURN;
      END IF;
      INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms,
                             offset_spread_ms, sim_at_ms, tap_id, person_id, made_by, payload)
        SELECT in_run, who.last + g.ord, (e->>'id')::uuid, who.kitchen_id, e->>'kind', (e->>'v')::integer,
               (e->>'deviceId')::uuid, (e->>'deviceAtMs')::float8, (e->>'offsetMs')::float8,
               (e->>'offsetSpreadMs')::float8, (e->>'simAtMs')::float8, (e->>'tapId')::uuid, who.person_id,
               maker(e, who.person_id, who.kitchen_id), e->'payload'
        FROM jsonb_array_elements(in_events) WITH ORDINALITY AS g(e, ord) ORDER BY g.ord;
      RETURN QUERY SELECT who.last + 1, who.person_id, NULL::jsonb;
    EXCEPTION WHEN unique_violation THEN
      RETURN QUERY SELECT NULL::integer, NULL::uuid, append_again(in_token, in_run, in_events);
    END $$;
  CREATE OR REPLACE FUNCTION append_again(in_token bytea, in_run uuid, in_events jsonb) RETURNS jsonb
    LANGUAGE plpgsql SET search_path = public, pg_temp
    SET enable_seqscan = off SET enable_hashjoin = off SET enable_mergejoin = off
    AS $$
    DECLARE last integer; added integer; who record; ids uuid[]; answer jsonb;
    BEGIN
      SELECT * INTO who FROM session_by_token(in_token);
      SELECT r.last_seq INTO last FROM run r WHERE r.id = in_run AND r.kitchen_id = who.kitchen_id FOR UPDATE;
      SELECT array_agg((x.e->>'id')::uuid ORDER BY x.ord) INTO ids
        FROM jsonb_array_elements(in_events) WITH ORDINALITY AS x(e, ord);
      -- looked up by the id alone (IS TRUE), or a plan made while the log was short would read the whole run for each
      INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms,
                             offset_spread_ms, sim_at_ms, tap_id, person_id, made_by, payload)
        SELECT in_run, last + row_number() OVER (ORDER BY g.ord), g.id, who.kitchen_id, e->>'kind',
               (e->>'v')::integer, (e->>'deviceId')::uuid, (e->>'deviceAtMs')::float8, (e->>'offsetMs')::float8,
               (e->>'offsetSpreadMs')::float8, (e->>'simAtMs')::float8, (e->>'tapId')::uuid, who.person_id,
               maker(e, who.person_id, who.kitchen_id), e->'payload'
        FROM (SELECT DISTINCT ON (w.id) w.id, w.ord FROM unnest(ids) WITH ORDINALITY AS w(id, ord)
              WHERE NOT EXISTS (SELECT 1 FROM run_event o WHERE o.id = w.id AND (o.run_id = in_run) IS TRUE)
              ORDER BY w.id, w.ord) g,
             LATERAL (SELECT in_events->(g.ord - 1)::integer AS e) given
        ORDER BY g.ord;
      GET DIAGNOSTICS added = ROW_COUNT;
      IF added > 0 THEN UPDATE run SET last_seq = last + added WHERE run.id = in_run; END IF;
      SELECT jsonb_agg(
          jsonb_build_object('id', ev.id, 'kind', ev.kind, 'v', ev.v, 'deviceId', ev.device_id,
            'deviceAtMs', ev.device_at_ms, 'offsetMs', ev.offset_ms, 'offsetSpreadMs', ev.offset_spread_ms,
            'tapId', ev.tap_id, 'payload', ev.payload, 'seq', ev.seq, 'personId', ev.person_id)
          || jsonb_strip_nulls(jsonb_build_object('simAtMs', ev.sim_at_ms, 'madeBy', ev.made_by)) ORDER BY w.ord) INTO answer
        FROM unnest(ids) WITH ORDINALITY AS w(id, ord)
        JOIN run_event ev ON ev.id = w.id AND (ev.run_id = in_run) IS TRUE;
      RETURN answer;
    END $$;
  REVOKE ALL ON FUNCTION maker(jsonb, uuid, uuid) FROM PUBLIC;
`;

/** All logs of a kitchen together are bounded too; looked at once a megabyte of a run. BB414: the kitchen's are full. */
const LIMIT_OF_A_KITCHEN = `
  CREATE FUNCTION kitchen_log_bytes() RETURNS bigint LANGUAGE sql IMMUTABLE AS $$ SELECT 8::bigint << 30 $$;
  CREATE OR REPLACE FUNCTION log_within() RETURNS trigger
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ DECLARE others bigint; BEGIN
      IF NEW.last_seq > 400000 OR NEW.log_bytes > 128 * 1024 * 1024 THEN
        RAISE EXCEPTION 'the log is full' USING ERRCODE = 'BB413';
      END IF;
      IF NEW.log_bytes >> 20 > OLD.log_bytes >> 20 THEN
        SELECT sum(log_bytes) INTO others FROM run WHERE kitchen_id = NEW.kitchen_id AND id <> NEW.id;
        IF coalesce(others, 0) + NEW.log_bytes > kitchen_log_bytes() THEN
          RAISE EXCEPTION 'the logs of the kitchen are full' USING ERRCODE = 'BB414';
        END IF;
      END IF;
      RETURN NEW; END $$;
`;
