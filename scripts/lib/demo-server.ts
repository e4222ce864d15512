import { serve } from '../../src/server/app.ts';
import { migrate } from '../../src/server/database.ts';
import { buildWeb } from './build.ts';
import { seedDemo } from './demo.ts';
import { temporaryCluster } from './lanes.ts';
import { WEB_ROOT } from './paths.ts';

export interface DemoServer {
  readonly url: string;
  readonly databaseUrl: string;
  readonly stop: () => Promise<void>;
}

/** The built application with demo data on a cluster that goes with it: for the browser tests and the pictures. */
export async function startDemoServer(port: number): Promise<DemoServer> {
  const cluster = await temporaryCluster();
  const databaseUrl = cluster.url('bluebell');
  await migrate(databaseUrl);
  await seedDemo(databaseUrl, false);
  await buildWeb();
  const app = await serve({
    host: '127.0.0.1',
    port,
    databaseUrl,
    webRoot: WEB_ROOT,
    logLevel: 'warn',
    rateLimit: { perMinute: 6000, signInPerMinute: 200 },
    https: false,
  });
  const address = app.server.address();
  return {
    url: `http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}`,
    databaseUrl,
    stop: async () => {
      await app.close();
      await cluster.remove();
    },
  };
}
