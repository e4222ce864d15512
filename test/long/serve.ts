import { serve } from '../../src/server/app.ts';
import { DEFAULT_RATE_LIMIT } from '../../src/server/config.ts';
import { migrate } from '../../src/server/database.ts';
import { appLogin } from '../../src/server/logins.ts';
import { stopOnSignal } from '../../scripts/lib/stop.ts';

// One server process, as a start makes it, and told by its parent to be so: DATABASE_URL, and PORT or 0.
const databaseUrl = process.env['DATABASE_URL']!;
await migrate(databaseUrl);
const app = await serve({
  host: '127.0.0.1',
  port: Number(process.env['PORT'] ?? 0),
  databaseUrl: await appLogin(databaseUrl),
  webRoot: null,
  logLevel: 'silent',
  rateLimit: { ...DEFAULT_RATE_LIMIT, perMinute: 1_000_000 },
  https: false,
});
stopOnSignal(() => app.close());
const address = app.server.address();
console.log(`up ${typeof address === 'object' && address ? address.port : ''}`);
