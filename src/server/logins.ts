import { createHmac } from 'node:crypto';
import type pg from 'pg';
import { APP_ROLE } from './database.ts';
import { withClient } from './with-client.ts';

/** Reads everything and changes nothing: for backups. */
export const KEEPER_ROLE = 'bluebell_keeper';

/**
 * The address of the database under a login of its own. Its passphrase is drawn from the owner's, so that every process
 * that may prepare the tables knows it, and nobody learns the owner's from it.
 */
export function loginUrl(databaseUrl: string, login: string): string {
  const url = new URL(databaseUrl);
  url.username = login;
  if (url.password) url.password = passphraseOf(databaseUrl, login);
  return url.href;
}

function passphraseOf(databaseUrl: string, login: string): string {
  return createHmac('sha256', decodeURIComponent(new URL(databaseUrl).password))
    .update(login)
    .digest('base64url');
}

/**
 * Lets the application in under its own login, which may do what its work needs and nothing more, and where the owner may
 * say so, backups under theirs.
 * @returns the application's address of the database
 * @throws Error when the database lets it in under no login of its own
 */
export async function appLogin(databaseUrl: string): Promise<string> {
  await withClient(databaseUrl, async (owner) => {
    const [{ superuser }] = (
      await owner.query('SELECT rolsuper AS superuser FROM pg_roles WHERE rolname = current_user')
    ).rows;
    await mayLogIn(owner, databaseUrl, APP_ROLE, 'NOINHERIT');
    if (!superuser) return;
    await mayLogIn(owner, databaseUrl, KEEPER_ROLE, 'BYPASSRLS');
    await owner.query(`GRANT pg_read_all_data TO ${KEEPER_ROLE}`).catch(onlyIfRaced);
  });
  const url = loginUrl(databaseUrl, APP_ROLE);
  await withClient(url, (client) => client.query('SELECT 1')).catch((error: Error) => {
    throw new Error(
      `The database does not let ${APP_ROLE} in, the login the application works under: ${error.message}. Allow it in pg_hba.conf.`,
    );
  });
  return url;
}

async function mayLogIn(owner: pg.Client, databaseUrl: string, login: string, rights: string): Promise<void> {
  const fits = await withClient(loginUrl(databaseUrl, login), async () => true).catch(() => false);
  if (fits) return;
  const secret = new URL(databaseUrl).password
    ? `PASSWORD ${owner.escapeLiteral(passphraseOf(databaseUrl, login))}`
    : '';
  await owner
    .query(`CREATE ROLE ${login} NOSUPERUSER NOCREATEDB NOCREATEROLE`)
    .catch((error: { code?: string }) => (error.code === '42710' ? undefined : onlyIfRaced(error)));
  await owner.query(`ALTER ROLE ${login} LOGIN ${rights} ${secret}`).catch(onlyIfRaced);
}

/** Another process did the same at the same moment: 23505, a role's row; XX000, the row was changed meanwhile. */
function onlyIfRaced(error: { readonly code?: string }): void {
  if (error.code !== '23505' && error.code !== 'XX000') throw error;
}
