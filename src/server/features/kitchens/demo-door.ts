import type { DataSource } from 'typeorm';
import type { ServerConfig } from '../../config.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { nameKeys } from '../people/names.ts';
import { fitsPassphrase } from '../people/passphrase.ts';

type Demo = NonNullable<ServerConfig['demo']>;

/** Weighing a passphrase takes a fifth of a second: the answer stands until the hash is another. */
let weighed: { readonly hash: string; readonly fits: boolean } | undefined;

/**
 * How the demo stands: open to all by the passphrase that is published; somebody's own since that was changed; or gone.
 */
export async function demoOf(source: DataSource, demo: Demo): Promise<'open' | 'own' | 'gone'> {
  const [there]: { passphrase_hash: string }[] = await source.query(
    'SELECT passphrase_hash FROM people_at_door($1, $2)',
    [nameKeys(demo.kitchen), nameKeys(demo.name)],
  );
  if (!there) return 'gone';
  const { passphrase_hash: hash } = there;
  if (weighed?.hash !== hash) weighed = { hash, fits: await fitsPassphrase(demo.passphrase, hash) };
  return weighed.fits ? 'open' : 'own';
}

/** Whether somebody has a kitchen of their own in the house, be it the demo made their own by a passphrase. */
export async function hasOwnKitchen(source: DataSource, demo: Demo | undefined): Promise<boolean> {
  const [{ made }] = await source.query('SELECT has_kitchen_besides($1) AS made', [demo?.id ?? null]);
  return made || (demo !== undefined && (await demoOf(source, demo)) === 'own');
}

/** Whether someone is only in the demo that is open to all: they have no say over the house. */
export async function isOpenDemo(
  source: DataSource,
  { kitchenId }: Pick<KnownSession, 'kitchenId'>,
  demo: Demo | undefined,
): Promise<boolean> {
  return demo !== undefined && kitchenId === demo.id && (await demoOf(source, demo)) === 'open';
}
