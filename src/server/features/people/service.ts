import type { DataSource } from 'typeorm';
import type { Person, Session, Settings } from '#contract';
import { inKitchen } from '../../database.ts';
import { RequestError, notSignedIn } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { KitchenEntity, PersonEntity } from './entity.ts';
import { fitsPassphrase, hashPassphrase } from './passphrase.ts';

/** Compared against when nobody has the name, so that both answers take as long. */
const NOBODY = hashPassphrase('nobody has this name');

/** @throws RequestError 401 with the same words for a wrong name and a wrong passphrase. */
export async function signIn(
  source: DataSource,
  name: string,
  passphrase: string,
): Promise<{ id: string; kitchenId: string }> {
  const [found] = await source.query('SELECT id, kitchen_id, passphrase_hash FROM person_for_sign_in($1)', [name]);
  const fits = await fitsPassphrase(passphrase, found?.passphrase_hash ?? (await NOBODY));
  if (!found || !fits) {
    throw new RequestError(401, {
      code: 'wrongSignIn',
      message: 'Name and passphrase do not fit together.',
      field: 'passphrase',
      hint: 'Check both; capitals matter in the passphrase.',
    });
  }
  return { id: found.id, kitchenId: found.kitchen_id };
}

export async function sessionOf(source: DataSource, who: { personId: string; kitchenId: string }): Promise<Session> {
  return inKitchen(source, who.kitchenId, async (manager) => {
    const person = await manager.findOne(PersonEntity, { where: { id: who.personId } });
    const kitchen = await manager.findOne(KitchenEntity, { where: { id: who.kitchenId } });
    if (!person || !kitchen) throw notSignedIn();
    return {
      person: { id: person.id, name: person.name, role: person.role },
      kitchen: { id: kitchen.id, name: kitchen.name, timeZone: kitchen.timeZone },
      settings: person.settings,
    };
  });
}

export async function people(source: DataSource, session: KnownSession): Promise<Person[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const rows = await manager.find(PersonEntity, { order: { name: 'ASC' } });
    return rows.map(({ id, name, role }) => ({ id, name, role }));
  });
}

export async function keepSettings(source: DataSource, session: KnownSession, settings: Settings): Promise<Session> {
  await inKitchen(source, session.kitchenId, (manager) =>
    manager.update(PersonEntity, { id: session.personId }, { settings }),
  );
  return sessionOf(source, session);
}
