import type { DataSource } from 'typeorm';
import type { OpenSession } from '#contract';
import { inKitchen } from '../../database.ts';
import { RequestError, notFound } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { fitsPassphrase, hashPassphrase } from '../people/passphrase.ts';
import { doorFrom, mustBeOpen, noteTry } from './back-off.ts';

/** Compared against when nobody has the name, so that both answers take as long. */
const NOBODY = hashPassphrase('nobody has this name');

/**
 * Who signs in with this name and passphrase.
 * @throws RequestError 401 with the same words for a wrong name and a wrong passphrase, 429 while the door is shut
 */
export async function signIn(
  source: DataSource,
  name: string,
  passphrase: string,
  from: { readonly address: string; readonly device: Buffer | undefined },
): Promise<{ id: string; kitchenId: string }> {
  const door = await doorFrom(source, name, from);
  await mustBeOpen(source, door);
  const [found] = await source.query('SELECT * FROM person_for_sign_in($1)', [name]);
  const fits = await fitsPassphrase(passphrase, found?.passphrase_hash ?? (await NOBODY));
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
      hint: 'Check both; capitals matter in the passphrase.',
    });
  }
  const person = { id: found.id, kitchenId: found.kitchen_id };
  await inKitchen(source, person.kitchenId, (manager) =>
    record(manager, { kitchenId: person.kitchenId, personId: person.id }, 'signed-in'),
  );
  return person;
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
