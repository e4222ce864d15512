import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The log has one door: a function that takes the kitchen and the person from the session and not from the caller. */
export class Intake1764200000000 implements MigrationInterface {
  readonly name = 'Intake1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      -- an event's kitchen is its run's kitchen, one check that says more than two said; its person is the session's,
      -- and no person is ever removed
      ALTER TABLE run ADD CONSTRAINT run_of_kitchen UNIQUE (id, kitchen_id);
      ALTER TABLE run_event
        DROP CONSTRAINT run_event_run_id_fkey,
        DROP CONSTRAINT run_event_kitchen_id_fkey,
        DROP CONSTRAINT run_event_person_id_fkey,
        ADD CONSTRAINT run_event_of_run FOREIGN KEY (run_id, kitchen_id) REFERENCES run (id, kitchen_id);

      REVOKE INSERT ON run_event FROM bluebell_app;
      REVOKE UPDATE (last_seq) ON run FROM bluebell_app;
      DROP FUNCTION append_events(bytea, uuid, jsonb);

      -- Appends events to a run for the one whose session it is. The lock on the run's row gives the events their order.
      -- Answers with the place of the first; or, when one of them was stored before, with all of them as they stand, in
      -- the API's shape. No row: the kitchen has no such run. BB401: the session has ended; BB403: a viewer may not.
      CREATE FUNCTION append_events(in_token bytea, in_run uuid, in_events jsonb)
        RETURNS TABLE (first_seq integer, person_id uuid, stored jsonb)
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$
        DECLARE last integer; who record;
        BEGIN
          UPDATE run SET last_seq = last_seq + jsonb_array_length(in_events)
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

      -- The same when some were stored before: those keep their place, the others follow.
      CREATE FUNCTION append_again(in_token bytea, in_run uuid, in_events jsonb) RETURNS jsonb
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
                                 offset_spread_ms, sim_at_ms, tap_id, person_id, payload)
            SELECT in_run, last + row_number() OVER (ORDER BY g.ord), g.id, who.kitchen_id, e->>'kind',
                   (e->>'v')::integer, (e->>'deviceId')::uuid, (e->>'deviceAtMs')::float8, (e->>'offsetMs')::float8,
                   (e->>'offsetSpreadMs')::float8, (e->>'simAtMs')::float8, (e->>'tapId')::uuid, who.person_id,
                   e->'payload'
            FROM (SELECT DISTINCT ON (w.id) w.id, w.ord FROM unnest(ids) WITH ORDINALITY AS w(id, ord)
                  WHERE NOT EXISTS (SELECT 1 FROM run_event o WHERE o.id = w.id AND (o.run_id = in_run) IS TRUE)
                  ORDER BY w.id, w.ord) g,
                 LATERAL (SELECT in_events->(g.ord - 1)::integer AS e) given;
          GET DIAGNOSTICS added = ROW_COUNT;
          IF added > 0 THEN UPDATE run SET last_seq = last + added WHERE run.id = in_run; END IF;
          SELECT jsonb_agg(
              jsonb_build_object('id', ev.id, 'kind', ev.kind, 'v', ev.v, 'deviceId', ev.device_id,
                'deviceAtMs', ev.device_at_ms, 'offsetMs', ev.offset_ms, 'offsetSpreadMs', ev.offset_spread_ms,
                'tapId', ev.tap_id, 'payload', ev.payload, 'seq', ev.seq, 'personId', ev.person_id)
              || jsonb_strip_nulls(jsonb_build_object('simAtMs', ev.sim_at_ms)) ORDER BY w.ord) INTO answer
            FROM unnest(ids) WITH ORDINALITY AS w(id, ord)
            JOIN run_event ev ON ev.id = w.id AND (ev.run_id = in_run) IS TRUE;
          RETURN answer;
        END $$;

      REVOKE ALL ON FUNCTION append_events(bytea, uuid, jsonb), append_again(bytea, uuid, jsonb) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION append_events(bytea, uuid, jsonb) TO bluebell_app;
    `);
  }

  async down(): Promise<void> {
    throw new Error('This migration is not taken back: restore a backup instead.');
  }
}
