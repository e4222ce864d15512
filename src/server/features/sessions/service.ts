import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type * as v from 'valibot';
import type { OpenSession, SignInSchema } from '#contract';
import { inKitchen } from '../../database.ts';
import { RequestError, badInput, notFound } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { PersonEntity } from '../people/entity.ts';
import { nameKeys } from '../people/names.ts';
import { fitsPassphrase, hashPassphrase } from '../people/passphrase.ts';
import { belongsTo } from '../people/service.ts';
import { doorFrom, mustBeOpen, noteTry } from './back-off.ts';

/** Compared against when nobody has the name, so that both answers take as long. */
const NOBODY = hashPassphrase('nobody has this name');

/**
 * Who signs in with this name and passphrase. Without a kitchen the name must be one person's in the whole house.
 * @throws RequestError 401 with the same words for a wrong kitchen, name and passphrase, 429 while the door is shut
 */
export async function signIn(
  source: DataSource,
  wanted: v.InferOutput<typeof SignInSchema>,
  from: {
    readonly address: string;
    readonly device: Buffer | undefined;
    /** Passphrases that open nothing from here. */
    readonly shutOut: readonly string[];
  },
): Promise<{ id: string; kitchenId: string }> {
  const at = { kitchen: wanted.kitchen === undefined ? null : nameKeys(wanted.kitchen), name: nameKeys(wanted.name) };
  const door = await doorFrom(source, at, from);
  await mustBeOpen(source, door);
  const all = await source.query('SELECT * FROM people_at_door($1, $2)', [at.kitchen, at.name]);
  const found = all.length === 1 ? all[0] : undefined;
  const fits =
    (await fitsPassphrase(wanted.passphrase, found?.passphrase_hash ?? (await NOBODY))) &&
    !from.shutOut.includes(wanted.passphrase);
  await noteTry(source, door, Boolean(found && fits));
  if (!found || !fits) {
    if (found)
      await inKitchen(source, found.kitchen_id, (manager) =>
        record(manager, { kitchenId: found.kitchen_id, personId: found.id }, 'sign-in-failed', from.address),
      );
    throw new RequestError(401, {
      code: 'wrongSignIn',
      message: 'Name and passphrase do not fit together.',
      field: 'passphrase',
      hint: 'Check both, and name your kitchen as well; capitals matter in the passphrase.',
    });
  }
  const person = { id: found.id, kitchenId: found.kitchen_id };
  await inKitchen(source, person.kitchenId, (manager) =>
    record(manager, { kitchenId: person.kitchenId, personId: person.id }, 'signed-in'),
  );
  return person;
}

/**
 * The passphrase said once more, for what is only done then. Wrong ones are counted at this browser's own door.
 * @throws RequestError 400 for a wrong one, 429 while the door is shut
 */
export async function confirm(source: DataSource, session: KnownSession, passphrase: string): Promise<void> {
  const door = createHash('sha256').update(`confirm ${session.personId}`).digest();
  await mustBeOpen(source, door);
  const { passphraseHash } = await inKitchen(source, session.kitchenId, (manager) =>
    manager.findOneByOrFail(PersonEntity, { id: session.personId }),
  );
  const fits = passphraseHash !== null && (await fitsPassphrase(passphrase, passphraseHash));
  await noteTry(source, door, fits);
  if (!fits) {
    await inKitchen(source, session.kitchenId, (manager) => record(manager, session, 'sign-in-failed', 'here'));
    throw badInput('This is not your passphrase.', 'passphrase');
  }
  await inKitchen(source, session.kitchenId, (manager) =>
    manager.query('UPDATE session SET confirmed_at = now() WHERE id = $1', [session.id]),
  );
}

/** Who one is in another kitchen one belongs to. @throws RequestError 404 */
export async function personIn(
  source: DataSource,
  session: KnownSession,
  kitchenId: string,
): Promise<{ id: string; kitchenId: string }> {
  const belongs = session.kind === 'person' ? await belongsTo(source, session.personId) : [];
  const there = belongs.find((each) => each.kitchenId === kitchenId);
  if (!there) throw notFound('This kitchen', 'kitchenId');
  return { id: there.personId, kitchenId };
}

/** Where one is signed in; an owner sees the whole kitchen's. */
export async function openSessions(source: DataSource, session: KnownSession): Promise<OpenSession[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const rows: { id: string; person_id: string; opened_on: string; created_at: Date; last_seen_at: Date }[] =
      await manager.query(
        `SELECT id, person_id, opened_on, created_at, last_seen_at FROM session
         WHERE expires_at > now() AND ($1 OR person_id = $2) ORDER BY last_seen_at DESC`,
        [session.role === 'owner', session.personId],
      );
    return rows.map((row) => ({
      id: row.id,
      personId: row.person_id,
      openedOn: row.opened_on,
      openedAtMs: row.created_at.getTime(),
      lastSeenAtMs: row.last_seen_at.getTime(),
      here: row.id === session.id,
    }));
  });
}

/** Ends a session: one's own, or as an owner anyone's. */
export async function endSession(source: DataSource, session: KnownSession, sessionId: string): Promise<void> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    const [rows]: [{ person_id: string }[]] = await manager.query(
      'DELETE FROM session WHERE id = $1 AND ($2 OR person_id = $3) RETURNING person_id',
      [sessionId, session.role === 'owner', session.personId],
    );
    if (!rows[0]) throw notFound('This session', 'sessionId');
    const [person] = await manager.query('SELECT name FROM person WHERE id = $1', [rows[0].person_id]);
    await record(manager, session, 'session-ended', person.name);
  });
}
