import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type * as v from 'valibot';
import type { House, KitchenRules, NewKitchenSchema, Session } from '#contract';
import { isAtMachine, type ServerConfig } from '../../config.ts';
import { inKitchen } from '../../database.ts';
import { badInput, confirmFirst, forbidden, nameInUse } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { KitchenEntity, PersonEntity } from '../people/entity.ts';
import { nameKey } from '../people/names.ts';
import { hashPassphrase } from '../people/passphrase.ts';
import { belongsTo, sessionOf } from '../people/service.ts';
import { mustBeHardToGuess } from '../people/strength.ts';
import { demoOf, hasOwnKitchen, isOpenDemo } from './demo-door.ts';

/** What may be known before anyone is signed in. Over a network nothing: neither the demo nor who is there. */
export async function houseAtDoor(source: DataSource, config: ServerConfig): Promise<House> {
  if (!isAtMachine(config)) return { demo: null, unmade: false };
  const unmade = !(await hasOwnKitchen(source, config.demo));
  if (!config.demo || (await demoOf(source, config.demo)) !== 'open') return { demo: null, unmade };
  const { kitchen, name, passphrase } = config.demo;
  return { demo: { kitchen, name, passphrase }, unmade };
}

/**
 * Makes a kitchen and its owner. The first of the house may be made by whoever sits at the machine; after that, by who
 * owns one already: a stranger on the network makes none.
 * @throws RequestError 403, 409 for a name in use, 400 for a passphrase that is easily guessed
 */
export async function makeKitchen(
  source: DataSource,
  wanted: v.InferOutput<typeof NewKitchenSchema>,
  as: KnownSession | null,
  config: ServerConfig,
): Promise<{ id: string; kitchenId: string }> {
  const first = isAtMachine(config) && !(await hasOwnKitchen(source, config.demo));
  const owner =
    as?.kind === 'person' && as.role === 'owner' && !(await isOpenDemo(source, as, config.demo)) ? as : null;
  if (!first && !owner) throw forbidden('Only someone who owns a kitchen of this house makes another.');
  const account = wanted.owner ? await newAccount(wanted.owner, wanted.name, config) : await ownAccount(source, owner);
  const [id, kitchenId] = [randomUUID(), randomUUID()];
  await inKitchen(source, kitchenId, async (manager) => {
    await manager.insert(KitchenEntity, {
      ...{ id: kitchenId, name: wanted.name, nameKey: nameKey(wanted.name) },
      ...{ timeZone: wanted.timeZone, facts: wanted.facts, askAgainMin: null },
    } as never);
    await manager.insert(PersonEntity, {
      id,
      kitchenId,
      kind: 'person',
      role: 'owner',
      settings: wanted.settings,
      ...account,
    });
    await record(manager, { kitchenId, personId: id }, 'kitchen-made', wanted.name);
  }).catch(nameInUse('name', 'Call the kitchen something else.'));
  return { id, kitchenId };
}

async function newAccount(
  { name, passphrase }: { readonly name: string; readonly passphrase: string },
  kitchenName: string,
  { published }: ServerConfig,
) {
  await mustBeHardToGuess(passphrase, 'owner.passphrase', {
    about: [name, kitchenName],
    ...(published ? { published } : {}),
  });
  return { name, nameKey: nameKey(name), passphraseHash: await hashPassphrase(passphrase) };
}

async function ownAccount(source: DataSource, owner: KnownSession | null) {
  const own = owner && (await belongsTo(source, owner.personId)).find(({ personId }) => personId === owner.personId);
  if (!own) throw badInput('Say who keeps the kitchen.', 'owner', 'Write a name and a passphrase.');
  const { name } = await inKitchen(source, own.kitchenId, (manager) =>
    manager.findOneByOrFail(PersonEntity, { id: own.personId }),
  );
  return { name, nameKey: nameKey(name), passphraseHash: own.passphraseHash, accountId: own.accountId };
}

export async function keepRules(source: DataSource, session: KnownSession, rules: KitchenRules): Promise<Session> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    await manager.update(
      KitchenEntity,
      { id: session.kitchenId },
      { name: rules.name, nameKey: nameKey(rules.name), askAgainMin: rules.askAgainMin },
    );
    await record(manager, session, 'kitchen-changed');
  }).catch(nameInUse('name', 'Call the kitchen something else.'));
  return sessionOf(source, session);
}

/**
 * Deletes a kitchen with all that was cooked in it. What was asked names it, so that it is no slip.
 * @throws RequestError 400 for another name
 */
export async function deleteKitchen(source: DataSource, session: KnownSession, name: string): Promise<void> {
  const kitchen = await inKitchen(source, session.kitchenId, (manager) =>
    manager.findOneByOrFail(KitchenEntity, { id: session.kitchenId }),
  );
  if (kitchen.nameKey !== nameKey(name))
    throw badInput('This is not the name of the kitchen.', 'name', `It is called ${kitchen.name}.`);
  await source.query('SELECT delete_kitchen($1, $2)', [session.tokenHash, kitchen.id]).catch((error) => {
    throw error.code === 'BB403' ? confirmFirst() : error;
  });
}
