import { serve } from '../src/server/app.ts';
import { migrate } from '../src/server/database.ts';
import { buildWeb } from './lib/build.ts';
import { seedDemo } from './lib/demo.ts';
import { temporaryCluster } from './lib/lanes.ts';
import { WEB_ROOT } from './lib/paths.ts';
import { stopOnSignal } from './lib/stop.ts';

// The application with demo data on a cluster that goes with it: for the browser tests and the pictures.
const cluster = await temporaryCluster();
let close: () => Promise<void> = async () => undefined;
stopOnSignal(async () => {
  await close();
  await cluster.remove();
});
const databaseUrl = cluster.url('bluebell');
await migrate(databaseUrl);
await seedDemo(databaseUrl, false);
await buildWeb();
const app = await serve({
  host: '127.0.0.1',
  port: Number(process.env['E2E_PORT'] ?? 4750),
  databaseUrl,
  webRoot: WEB_ROOT,
  logLevel: 'warn',
  rateLimit: { perMinute: 6000, signInPerMinute: 200 },
  secureCookies: false,
});
close = () => app.close();
