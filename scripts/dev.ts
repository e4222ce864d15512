import { join } from 'node:path';
import { createServer } from 'vite';
import { serve } from '../src/server/app.ts';
import { DEFAULT_RATE_LIMIT } from '../src/server/config.ts';
import { migrate } from '../src/server/database.ts';
import { appLogin } from '../src/server/logins.ts';
import { claim } from './lib/claim.ts';
import { DEMO_DOORS, seedDemo } from './lib/demo.ts';
import { ROOT } from './lib/paths.ts';
import { ensureDatabase, startCluster } from './lib/postgres.ts';
import { stopOnSignal } from './lib/stop.ts';

// The server from source with the web served and refreshed by Vite. Restart it after a change to server or core.
const data = join(ROOT, '.data');
await claim(data);
const cluster = await startCluster(join(data, 'postgres'));
await ensureDatabase(cluster, 'bluebell');
const databaseUrl = cluster.url('bluebell');
await migrate(databaseUrl);
await seedDemo(databaseUrl, false);
const app = await serve({
  host: '127.0.0.1',
  port: 4748,
  databaseUrl: await appLogin(databaseUrl),
  webRoot: null,
  logLevel: 'info',
  rateLimit: DEFAULT_RATE_LIMIT,
  https: false,
  ...DEMO_DOORS,
});
process.env['BLUEBELL_API'] = 'http://127.0.0.1:4748';
const vite = await createServer({
  configFile: join(ROOT, 'vite.config.ts'),
  server: { port: 4747, host: '127.0.0.1' },
});
await vite.listen();
vite.printUrls();
stopOnSignal(async () => {
  await vite.close();
  await app.close();
  await cluster.stop();
});
