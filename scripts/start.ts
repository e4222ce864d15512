import { join, resolve } from 'node:path';
import { DEMO_PEOPLE } from '#demo';
import { serve } from '../src/server/app.ts';
import { DEFAULT_RATE_LIMIT, type ServerConfig } from '../src/server/config.ts';
import { migrate } from '../src/server/database.ts';
import { buildWeb } from './lib/build.ts';
import { claim } from './lib/claim.ts';
import { seedDemo } from './lib/demo.ts';
import { showJoinCode } from './lib/join-code.ts';
import { lanIdentity, machineAddress } from './lib/lan.ts';
import { ROOT, WEB_ROOT } from './lib/paths.ts';
import { ensureDatabase, startCluster, type Cluster } from './lib/postgres.ts';
import { stopOnSignal } from './lib/stop.ts';
import { supervise } from './lib/supervise.ts';
import { mustBeFree, surroundings } from './lib/surroundings.ts';

// Everything a fresh machine needs, step by step, then the server until a signal stops it.
const fresh = process.argv.includes('--fresh');
const onLan = process.argv.includes('--lan');
const data = resolve(process.env['BLUEBELL_DATA'] || join(ROOT, '.data'));

let cluster: Cluster | undefined;
const open: { close: () => Promise<unknown> }[] = [];
let stopLooking = () => {};
stopOnSignal(async () => {
  stopLooking();
  await Promise.all(open.map((app) => app.close()));
  await cluster?.stop();
});

try {
  const asked = surroundings(process.env, onLan, machineAddress);
  const { host, port } = asked;
  for (const at of [asked, asked.lan]) if (at) await mustBeFree(at.host, at.port);
  let { databaseUrl } = asked;
  if (!databaseUrl) {
    await claim(data);
    console.log('Starting the database …');
    cluster = await startCluster(join(data, 'postgres'));
    await ensureDatabase(cluster, 'bluebell');
    databaseUrl = cluster.url('bluebell');
    stopLooking = supervise(cluster, (words) => console.error(words));
  }
  const migrations = await migrate(databaseUrl);
  if (migrations) console.log(`Prepared the tables (${migrations} ${migrations === 1 ? 'step' : 'steps'}).`);
  if (await seedDemo(databaseUrl, fresh)) console.log('Put the demo kitchen in: Skerry Point.');
  await buildWeb();

  const lan = asked.lan ? await lanIdentity(join(data, 'lan'), asked.lan.host, asked.lan.port) : undefined;
  const config: ServerConfig = {
    host,
    port,
    databaseUrl,
    webRoot: WEB_ROOT,
    logLevel: 'warn',
    rateLimit: DEFAULT_RATE_LIMIT,
    https: false,
    hosts: asked.hosts,
    ...(lan ? { lan } : {}),
  };
  const app = await serve(config);
  open.push(app);
  if (asked.lan) open.push(await serve({ ...config, ...asked.lan, https: true }));

  const address = app.server.address();
  const boundPort = typeof address === 'object' && address ? address.port : port;
  console.log(`\nBluebell is ready on http://${host}:${boundPort}`);
  if (lan) await showJoinCode(databaseUrl, lan);
  for (const person of DEMO_PEOPLE) console.log(`  sign in as "${person.name}" with "${person.passphrase}"`);
  if (lan) console.log('  (the demo passphrases are known to everyone who reads this: change them on a real network)');
} catch (error) {
  const fault = error as NodeJS.ErrnoException & { port?: number };
  console.error(
    fault.code === 'EADDRINUSE'
      ? `Port ${fault.port} is in use: perhaps Bluebell already runs there. Stop it, or choose another with PORT=….`
      : `Bluebell could not start. ${fault.message}`,
  );
  stopLooking();
  await Promise.all(open.map((app) => app.close()));
  await cluster?.stop();
  process.exit(1);
}
