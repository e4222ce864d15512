import { join, resolve } from 'node:path';
import { serve } from '../src/server/app.ts';
import { DEFAULT_RATE_LIMIT, type ServerConfig } from '../src/server/config.ts';
import { migrate } from '../src/server/database.ts';
import { appLogin } from '../src/server/logins.ts';
import { buildWeb } from './lib/build.ts';
import { claim } from './lib/claim.ts';
import { DEMO_DOORS, seedDemo } from './lib/demo.ts';
import { machineAddress } from './lib/lan.ts';
import { networkOf } from './lib/network.ts';
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
  const appUrl = await appLogin(databaseUrl);
  await buildWeb();

  const config: ServerConfig = {
    host,
    port,
    databaseUrl: appUrl,
    webRoot: WEB_ROOT,
    logLevel: 'warn',
    rateLimit: DEFAULT_RATE_LIMIT,
    https: false,
    hosts: asked.hosts,
    ...DEMO_DOORS,
  };
  const network = asked.lan
    ? await networkOf({ config, at: asked.lan, folder: join(data, 'lan'), databaseUrl, say: console.log })
    : null;
  const app = await serve({ ...config, ...(network ? { lan: network.lan } : {}) });
  open.push(app);

  const address = app.server.address();
  const boundPort = typeof address === 'object' && address ? address.port : port;
  console.log(`\nBluebell is ready on http://${host}:${boundPort}`);
  console.log('  open it there to look at the demo, or to make your kitchen');
  if (network) {
    open.push(network);
    await network.open(`http://${host}:${boundPort}`);
  }
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
