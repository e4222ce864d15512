import { IsNull, type DataSource, type EntityManager } from 'typeorm';
import { DEFAULT_SETTINGS, KITCHEN_FACTS } from '#contract';
import type { KitchenFacts, NewPassphraseBody, Person, Role, Session, Settings } from '#contract';
import { inKitchen } from '../../database.ts';
import { badInput, conflict, notFound, notSignedIn } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { KitchenEntity, PersonEntity, type PersonRow } from './entity.ts';
import { fitsPassphrase, hashPassphrase } from './passphrase.ts';
import { mustBeHardToGuess } from './strength.ts';

/** Where a person belongs to, the kitchen they are in included. */
export interface Belonging {
  readonly personId: string;
  readonly kitchenId: string;
  readonly kitchenName: string;
  readonly accountId: string;
  readonly passphraseHash: string | null;
}

export async function belongsTo(source: DataSource, personId: string): Promise<Belonging[]> {
  return source.query(
    `SELECT person_id AS "personId", kitchen_id AS "kitchenId", kitchen_name AS "kitchenName",
            account_id AS "accountId", passphrase_hash AS "passphraseHash" FROM belongs_to($1)`,
    [personId],
  );
}

export async function sessionOf(source: DataSource, who: { personId: string; kitchenId: string }): Promise<Session> {
  const belongs = await belongsTo(source, who.personId);
  return inKitchen(source, who.kitchenId, async (manager) => {
    const person = await manager.findOne(PersonEntity, { where: { id: who.personId } });
    const kitchen = await manager.findOne(KitchenEntity, { where: { id: who.kitchenId } });
    if (!person || !kitchen) throw notSignedIn();
    return {
      person: toPerson(person),
      kitchen: {
        ...{ id: kitchen.id, name: kitchen.name, timeZone: kitchen.timeZone },
        ...{ facts: factsOf(kitchen), askAgainMin: kitchen.askAgainMin },
      },
      settings: { ...DEFAULT_SETTINGS, ...person.settings },
      others: belongs
        .filter(({ kitchenId }) => kitchenId !== kitchen.id)
        .map(({ kitchenId, kitchenName }) => ({ id: kitchenId, name: kitchenName })),
    };
  });
}

/** People and devices of the kitchen, people first. */
export async function people(source: DataSource, session: KnownSession): Promise<Person[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const rows = await manager.find(PersonEntity, {
      where: { leftAt: IsNull() },
      order: { kind: 'DESC', name: 'ASC' },
    });
    return rows.map(toPerson);
  });
}

export async function keepSettings(source: DataSource, session: KnownSession, settings: Settings): Promise<Session> {
  await inKitchen(source, session.kitchenId, (manager) =>
    manager.update(PersonEntity, { id: session.personId }, { settings }),
  );
  return sessionOf(source, session);
}

/** What the kitchen is like; what it has not said is assumed. */
export function factsOf(kitchen: { readonly facts: Partial<KitchenFacts> }): KitchenFacts {
  return { ...KITCHEN_FACTS, ...kitchen.facts };
}

export async function keepFacts(source: DataSource, session: KnownSession, facts: KitchenFacts): Promise<Session> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    await manager.update(KitchenEntity, { id: session.kitchenId }, { facts });
    await record(manager, session, 'kitchen-changed');
  });
  return sessionOf(source, session);
}

/**
 * Changes one's passphrase in all kitchens one belongs to and ends one's sessions elsewhere.
 * @throws RequestError 400 when the current one is wrong or the next is easily guessed
 */
export async function changePassphrase(
  source: DataSource,
  session: KnownSession,
  { current, next }: NewPassphraseBody,
  published: readonly string[],
): Promise<void> {
  const person = await inKitchen(source, session.kitchenId, (manager) => find(manager, session.personId));
  if (!person.passphraseHash) throw badInput('A device has no passphrase: it came in by code.', 'current');
  if (!(await fitsPassphrase(current, person.passphraseHash)))
    throw badInput('This is not your passphrase.', 'current');
  await mustBeHardToGuess(next, 'next', { about: [person.name], published });
  const hash = await hashPassphrase(next);
  await inKitchen(source, session.kitchenId, async (manager) => {
    await manager.query('SELECT change_passphrase($1, $2)', [session.tokenHash, hash]);
    await record(manager, session, 'passphrase-changed');
  });
}

/** Gives someone another role. @throws RequestError 409 when the kitchen would have no owner left */
export async function changeRole(
  source: DataSource,
  session: KnownSession,
  personId: string,
  role: Role,
): Promise<Person> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const person = await find(manager, personId);
    if (person.kind === 'device' && role === 'owner') throw badInput('A device cannot own a kitchen.', 'role');
    if (role !== 'owner') await mustLeaveAnOwner(manager, person);
    await manager.update(PersonEntity, { id: personId }, { role });
    await record(manager, session, 'role-changed', `${person.name}, ${role}`);
    return toPerson({ ...person, role });
  });
}

/** Takes a person or device out of the kitchen: its sessions end at once, what it did keeps its name. */
export async function removePerson(source: DataSource, session: KnownSession, personId: string): Promise<void> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    const person = await find(manager, personId);
    await mustLeaveAnOwner(manager, person);
    await manager.update(PersonEntity, { id: personId }, { leftAt: new Date() });
    await manager.query('DELETE FROM session WHERE person_id = $1', [personId]);
    await record(manager, session, 'removed', person.name);
  });
}

/** Makes someone else the owner in one's own place; one cooks on. @throws RequestError 404, 400 for a device */
export async function handOver(source: DataSource, session: KnownSession, personId: string): Promise<void> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    const person = await find(manager, personId);
    if (person.kind === 'device') throw badInput('A device cannot own a kitchen.', 'personId');
    if (person.id === session.personId) throw badInput('This is you: choose someone else.', 'personId');
    await manager.update(PersonEntity, { id: personId }, { role: 'owner' });
    await manager.update(PersonEntity, { id: session.personId }, { role: 'cook' });
    await record(manager, session, 'handed-over', person.name);
  });
}

/** Takes oneself out of the kitchen. @throws RequestError 409 for its last owner */
export async function leave(source: DataSource, session: KnownSession): Promise<void> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    const person = await find(manager, session.personId);
    await mustLeaveAnOwner(manager, person);
    await record(manager, session, 'left');
    await manager.update(PersonEntity, { id: person.id }, { leftAt: new Date() });
    await manager.query('DELETE FROM session WHERE person_id = $1', [person.id]);
  });
}

async function find(manager: EntityManager, personId: string): Promise<PersonRow> {
  const person = await manager.findOne(PersonEntity, { where: { id: personId, leftAt: IsNull() } });
  if (!person) throw notFound('This person', 'personId');
  return person;
}

/** Owners are locked, so that two who leave at the same moment do not both count the other as staying. */
async function mustLeaveAnOwner(manager: EntityManager, person: PersonRow): Promise<void> {
  if (person.role !== 'owner') return;
  const owners = await manager.find(PersonEntity, {
    where: { role: 'owner', leftAt: IsNull() },
    order: { id: 'ASC' },
    lock: { mode: 'pessimistic_write' },
  });
  if (owners.some((owner) => owner.id !== person.id)) return;
  throw conflict('lastOwner', 'A kitchen keeps at least one owner.', 'personId', 'Make someone else an owner first.');
}

function toPerson({ id, name, role, kind }: PersonRow): Person {
  return { id, name, role, kind };
}
