import { join, resolve } from 'node:path';
import { DEMO_PEOPLE } from '#demo';
import { serve } from '../src/server/app.ts';
import { DEFAULT_RATE_LIMIT } from '../src/server/config.ts';
import { migrate } from '../src/server/database.ts';
import { buildWeb } from './lib/build.ts';
import { seedDemo } from './lib/demo.ts';
import { claim } from './lib/claim.ts';
import { ROOT, WEB_ROOT } from './lib/paths.ts';
import { ensureDatabase, startCluster, type Cluster } from './lib/postgres.ts';
import { stopOnSignal } from './lib/stop.ts';

// Everything a fresh machine needs, step by step, then the server until a signal stops it.
const fresh = process.argv.includes('--fresh');
const host = process.env['HOST'] || '127.0.0.1';
const port = Number(process.env['PORT'] || 4747);
const data = resolve(process.env['BLUEBELL_DATA'] || join(ROOT, '.data'));

let cluster: Cluster | undefined;
let close: () => Promise<void> = async () => undefined;
stopOnSignal(async () => {
  await close();
  await cluster?.stop();
});

try {
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT must be a port number, not "${process.env['PORT']}".`);
  let databaseUrl = process.env['DATABASE_URL'];
  if (!databaseUrl) {
    claim(data);
    console.log('Starting the database …');
    cluster = await startCluster(join(data, 'postgres'));
    await ensureDatabase(cluster, 'bluebell');
    databaseUrl = cluster.url('bluebell');
  }
  const migrations = await migrate(databaseUrl);
  if (migrations) console.log(`Prepared the tables (${migrations} ${migrations === 1 ? 'step' : 'steps'}).`);
  if (await seedDemo(databaseUrl, fresh)) console.log('Put the demo kitchen in: Skerry Point.');
  await buildWeb();
  const app = await serve({
    host,
    port,
    databaseUrl,
    webRoot: WEB_ROOT,
    logLevel: 'warn',
    rateLimit: DEFAULT_RATE_LIMIT,
    secureCookies: false,
  });
  close = () => app.close();
  const address = app.server.address();
  const boundPort = typeof address === 'object' && address ? address.port : port;
  console.log(`\nBluebell is ready on http://${host}:${boundPort}`);
  for (const person of DEMO_PEOPLE) console.log(`  sign in as "${person.name}" with "${person.passphrase}"`);
} catch (error) {
  const fault = error as NodeJS.ErrnoException;
  console.error(
    fault.code === 'EADDRINUSE'
      ? `Port ${port} is in use: perhaps Bluebell already runs there. Stop it, or choose another with PORT=….`
      : `Bluebell could not start. ${fault.message}`,
  );
  await cluster?.stop();
  process.exit(1);
}
