import { join } from 'node:path';
import { migrate } from '../../src/server/database.ts';
import { claim, giveBack } from '../../scripts/lib/claim.ts';
import { seedDemo } from '../../scripts/lib/demo.ts';
import { ensureDatabase, startCluster } from '../../scripts/lib/postgres.ts';
import { stopOnSignal } from '../../scripts/lib/stop.ts';

// What a start does before it serves, to be killed at any moment of it: node --import tsx test/long/house.ts FOLDER
const data = process.argv[2]!;
await claim(data);
const cluster = await startCluster(join(data, 'postgres'));
stopOnSignal(async () => {
  await cluster.stop();
  giveBack(data);
});
await ensureDatabase(cluster, 'bluebell');
const url = cluster.url('bluebell');
await migrate(url);
await seedDemo(url, false);
console.log(`up ${url}`);
setInterval(() => undefined, 60_000);
