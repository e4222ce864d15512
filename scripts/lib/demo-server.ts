import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve } from '../../src/server/app.ts';
import type { ServerConfig } from '../../src/server/config.ts';
import { migrate } from '../../src/server/database.ts';
import { appLogin } from '../../src/server/logins.ts';
import { buildWeb } from './build.ts';
import { DEMO_DOORS, seedDemo } from './demo.ts';
import { lanAt } from './lan.ts';
import { temporaryCluster } from './lanes.ts';
import { WEB_ROOT } from './paths.ts';

export interface DemoServer {
  readonly url: string;
  readonly databaseUrl: string;
  readonly stop: () => Promise<void>;
}

/**
 * The built application with demo data on a cluster that goes with it: for the browser tests and the pictures. With a
 * `lanPort` it is served over HTTPS there as well, as on a kitchen's network.
 */
export async function startDemoServer(port: number, lanPort?: number, webRoot = WEB_ROOT): Promise<DemoServer> {
  const cluster = await temporaryCluster();
  const databaseUrl = cluster.url('bluebell');
  await migrate(databaseUrl);
  await seedDemo(databaseUrl, false);
  await buildWeb();
  const keys = mkdtempSync(join(tmpdir(), 'bluebell-lan-'));
  const config: ServerConfig = {
    host: '127.0.0.1',
    port,
    databaseUrl: await appLogin(databaseUrl),
    webRoot,
    logLevel: 'warn',
    rateLimit: { perMinute: 6000, signInPerMinute: 200 },
    https: false,
    lan: await lanAt(keys, '127.0.0.1', lanPort ?? 4748),
    ...DEMO_DOORS,
  };
  const apps = [await serve(config)];
  if (lanPort !== undefined) apps.push(await serve({ ...config, port: lanPort, https: true }));
  const address = apps[0]!.server.address();
  return {
    url: `http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}`,
    databaseUrl,
    stop: async () => {
      await Promise.all(apps.map((app) => app.close()));
      await cluster.remove();
      rmSync(keys, { recursive: true, force: true });
    },
  };
}
