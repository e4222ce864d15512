import type { MigrationInterface, QueryRunner } from 'typeorm';
import { tidyName } from '#contract';
import { nameKey } from '../features/people/names.ts';

/**
 * Several kitchens in a house, each apart: names are told apart within a kitchen and by how they look, a person may
 * belong to more than one kitchen, a kitchen may be made, left and deleted, and a session may ask again.
 */
export class Kitchens1764600000000 implements MigrationInterface {
  readonly name = 'Kitchens1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE kitchen
        ADD COLUMN name_key text,
        -- after so many minutes of rest a session asks for the passphrase again; none: it does not
        ADD COLUMN ask_again_min integer CHECK (ask_again_min BETWEEN 15 AND 10080);
      ALTER TABLE person
        ADD COLUMN name_key text,
        -- one who belongs to several kitchens has one passphrase: rows of one account
        ADD COLUMN account_id uuid NOT NULL DEFAULT gen_random_uuid();
      ALTER TABLE session ADD COLUMN confirmed_at timestamptz NOT NULL DEFAULT now();
      CREATE INDEX person_by_account ON person (account_id);

      CREATE TABLE house (
        one boolean PRIMARY KEY DEFAULT true CHECK (one),
        -- the demo is put in once; who deletes it has it no more
        demo_put_in_at timestamptz
      );
      INSERT INTO house (demo_put_in_at) SELECT min(now()) FROM kitchen;
    `);
    for (const table of ['kitchen', 'person']) {
      const rows: { id: string; name: string }[] = await runner.query(`SELECT id, name FROM ${table}`);
      for (const { id, name } of rows)
        await runner.query(`UPDATE ${table} SET name_key = $2 WHERE id = $1`, [id, nameKey(tidyName(name))]);
    }
    await runner.query(`
      -- those that were made when names were weighed less closely stay as they are
      UPDATE kitchen k SET name_key = name_key || ' ' || id WHERE EXISTS (
        SELECT 1 FROM kitchen o WHERE o.name_key = k.name_key AND o.id < k.id);
      UPDATE person k SET name_key = name_key || ' ' || id WHERE k.left_at IS NULL AND EXISTS (
        SELECT 1 FROM person o WHERE o.kitchen_id = k.kitchen_id AND o.kind = k.kind AND o.name_key = k.name_key
          AND o.left_at IS NULL AND o.id < k.id);
      DROP INDEX person_name;
      DROP INDEX device_name;
      CREATE UNIQUE INDEX kitchen_name ON kitchen (name_key);
      CREATE UNIQUE INDEX person_name ON person (kitchen_id, kind, name_key) WHERE left_at IS NULL;
      -- of a version that knows no keys, beside this one for a while
      CREATE FUNCTION keyed() RETURNS trigger LANGUAGE plpgsql
        AS $$ BEGIN NEW.name_key := coalesce(NEW.name_key, lower(NEW.name)); RETURN NEW; END $$;
      CREATE TRIGGER keyed BEFORE INSERT ON kitchen FOR EACH ROW EXECUTE FUNCTION keyed();
      CREATE TRIGGER keyed BEFORE INSERT ON person FOR EACH ROW EXECUTE FUNCTION keyed();

      GRANT INSERT ON kitchen TO bluebell_app;
      GRANT UPDATE (name, name_key, ask_again_min) ON kitchen TO bluebell_app;
      GRANT UPDATE (confirmed_at) ON session TO bluebell_app;
    `);
    await runner.query(DOORS);
    await runner.query(SESSIONS);
    await runner.query(DELETED);
  }

  async down(): Promise<void> {
    throw new Error('This migration is not taken back: restore a backup instead.');
  }
}

/** What is looked up before a kitchen is known. */
const DOORS = `
  -- names by their key, or as a version without keys keeps them
  CREATE FUNCTION people_at_door(in_kitchen text[], in_name text[])
    RETURNS TABLE (id uuid, kitchen_id uuid, passphrase_hash text)
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ SELECT p.id, p.kitchen_id, p.passphrase_hash FROM person p JOIN kitchen k ON k.id = p.kitchen_id
          WHERE p.name_key = ANY (in_name) AND (in_kitchen IS NULL OR k.name_key = ANY (in_kitchen))
            AND p.kind = 'person' AND p.left_at IS NULL $$;
  CREATE FUNCTION known_at_door(in_kitchen text[], in_name text[], token bytea) RETURNS boolean
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ SELECT EXISTS (
            SELECT 1 FROM known_device d JOIN people_at_door(in_kitchen, in_name) p ON p.id = d.person_id
            WHERE d.token_hash = token) $$;
  CREATE FUNCTION has_kitchen_besides(in_kitchen uuid) RETURNS boolean
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ SELECT EXISTS (SELECT 1 FROM kitchen WHERE id IS DISTINCT FROM in_kitchen) $$;
  -- where one belongs to, oneself included
  CREATE FUNCTION belongs_to(in_person uuid)
    RETURNS TABLE (person_id uuid, kitchen_id uuid, kitchen_name text, account_id uuid, passphrase_hash text)
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ SELECT o.id, k.id, k.name, o.account_id, o.passphrase_hash
          FROM person p JOIN person o ON o.account_id = p.account_id JOIN kitchen k ON k.id = o.kitchen_id
          WHERE p.id = in_person AND p.left_at IS NULL AND o.left_at IS NULL ORDER BY k.name $$;
  CREATE FUNCTION change_passphrase(in_token bytea, in_hash text) RETURNS void
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ DECLARE account uuid; BEGIN
      SELECT p.account_id INTO STRICT account FROM session_at_door(in_token) s JOIN person p ON p.id = s.person_id
        WHERE p.kind = 'person';
      UPDATE person SET passphrase_hash = in_hash WHERE account_id = account;
      DELETE FROM session s USING person p
        WHERE p.id = s.person_id AND p.account_id = account AND s.token_hash <> in_token; END $$;
  REVOKE ALL ON FUNCTION people_at_door(text[], text[]), known_at_door(text[], text[], bytea), has_kitchen_besides(uuid),
    belongs_to(uuid), change_passphrase(bytea, text) FROM PUBLIC;
  GRANT EXECUTE ON FUNCTION people_at_door(text[], text[]), known_at_door(text[], text[], bytea), has_kitchen_besides(uuid),
    belongs_to(uuid), change_passphrase(bytea, text) TO bluebell_app;
`;

/** A session that rested for longer than its kitchen allows is over; a device's is not, nor one in a run that goes on. */
const SESSIONS = `
  CREATE FUNCTION is_open(s session) RETURNS boolean
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ SELECT s.expires_at > now() AND EXISTS (
            SELECT 1 FROM person p JOIN kitchen k ON k.id = p.kitchen_id
            WHERE p.id = s.person_id AND p.left_at IS NULL
              AND (p.kind = 'device' OR k.ask_again_min IS NULL
                   OR s.last_seen_at > now() - make_interval(mins => k.ask_again_min))) $$;
  CREATE OR REPLACE FUNCTION session_by_token(wanted bytea)
    RETURNS TABLE (id uuid, person_id uuid, kitchen_id uuid, role text, last_seen_at timestamptz)
    LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ BEGIN RETURN QUERY
          SELECT s.id, s.person_id, s.kitchen_id, p.role, s.last_seen_at
          FROM session s JOIN person p ON p.id = s.person_id WHERE s.token_hash = wanted AND is_open(s); END $$;
  CREATE FUNCTION session_at_door(wanted bytea)
    RETURNS TABLE (id uuid, person_id uuid, kitchen_id uuid, role text, kind text, last_seen_at timestamptz,
                   confirmed_at timestamptz)
    LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ BEGIN RETURN QUERY
          SELECT s.id, s.person_id, s.kitchen_id, p.role, p.kind, s.last_seen_at, s.confirmed_at
          FROM session s JOIN person p ON p.id = s.person_id WHERE s.token_hash = wanted AND is_open(s); END $$;
  CREATE OR REPLACE FUNCTION sessions_lapsed(asked uuid[]) RETURNS SETOF uuid
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ SELECT a.id FROM unnest(asked) AS a(id) WHERE NOT EXISTS (
            SELECT 1 FROM session s WHERE s.id = a.id AND is_open(s)) $$;
  CREATE FUNCTION seen_cooking(in_sessions uuid[], in_runs uuid[]) RETURNS void
    LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ UPDATE session s SET last_seen_at = now()
          FROM (SELECT DISTINCT a.id FROM unnest(in_sessions, in_runs) AS a(id, run)
                JOIN run_summary r ON r.run_id = a.run AND NOT r.finished) AS cooking
          WHERE s.id = cooking.id AND s.last_seen_at < now() - interval '5 minutes' AND is_open(s) $$;
  REVOKE ALL ON FUNCTION is_open(session), session_at_door(bytea), seen_cooking(uuid[], uuid[]) FROM PUBLIC;
  GRANT EXECUTE ON FUNCTION session_at_door(bytea), seen_cooking(uuid[], uuid[]) TO bluebell_app;
`;

/** All of a kitchen goes; of the people, only that they belonged to it. */
const DELETED = `
  CREATE FUNCTION drop_kitchen(in_kitchen uuid) RETURNS void
    LANGUAGE plpgsql SET search_path = public, pg_temp
    AS $$ DECLARE each text; BEGIN
      FOREACH each IN ARRAY ARRAY['run_event', 'run_summary', 'run', 'formula_revision', 'formula', 'station_reading',
          'station', 'burner', 'ladle', 'ingredient', 'session', 'known_device', 'invite', 'audit', 'person'] LOOP
        EXECUTE format('DELETE FROM %I WHERE kitchen_id = $1', each) USING in_kitchen;
      END LOOP;
      DELETE FROM kitchen WHERE id = in_kitchen; END $$;
  -- BB403: no owner of it asks, or one who did not just say the passphrase
  CREATE FUNCTION delete_kitchen(in_token bytea, in_kitchen uuid) RETURNS void
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
    AS $$ BEGIN
      PERFORM 1 FROM session_at_door(in_token) s WHERE s.kitchen_id = in_kitchen AND s.role = 'owner'
        AND s.confirmed_at > now() - interval '5 minutes';
      IF NOT FOUND THEN RAISE EXCEPTION 'not an owner' USING ERRCODE = 'BB403'; END IF;
      PERFORM drop_kitchen(in_kitchen); END $$;
  REVOKE ALL ON FUNCTION drop_kitchen(uuid), delete_kitchen(bytea, uuid) FROM PUBLIC;
  GRANT EXECUTE ON FUNCTION delete_kitchen(bytea, uuid) TO bluebell_app;
`;
