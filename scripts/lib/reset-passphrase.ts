import { ownerSource } from '../../src/server/database.ts';
import { record } from '../../src/server/features/audit/service.ts';
import { nameKeys } from '../../src/server/features/people/names.ts';
import { hashPassphrase } from '../../src/server/features/people/passphrase.ts';
import { madePassphrase } from '../../src/server/features/people/strength.ts';

/**
 * Gives someone who has forgotten theirs a new passphrase, in all kitchens they belong to, ends their sessions, and writes
 * it into the list of who changed what. Only who may open the database does this. @returns the passphrase, told once
 * @throws Error when there is no such person
 */
export async function resetPassphrase(ownerUrl: string, kitchen: string, name: string): Promise<string> {
  const source = await ownerSource(ownerUrl).initialize();
  try {
    return await source.transaction(async (manager) => {
      const [person]: { id: string; kitchen_id: string }[] = await manager.query(
        'SELECT id, kitchen_id FROM people_at_door($1, $2)',
        [nameKeys(kitchen), nameKeys(name)],
      );
      if (!person) throw new Error(`Nobody called ${name} is in a kitchen called ${kitchen}.`);
      const passphrase = madePassphrase();
      await manager.query(
        'UPDATE person SET passphrase_hash = $2 WHERE account_id = (SELECT account_id FROM person WHERE id = $1)',
        [person.id, await hashPassphrase(passphrase)],
      );
      await manager.query(
        `DELETE FROM session WHERE person_id IN (
           SELECT o.id FROM person p JOIN person o ON o.account_id = p.account_id WHERE p.id = $1)`,
        [person.id],
      );
      await record(manager, { kitchenId: person.kitchen_id, personId: null }, 'passphrase-reset', name);
      return passphrase;
    });
  } finally {
    await source.destroy();
  }
}
