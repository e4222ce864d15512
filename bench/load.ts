import { readFileSync } from 'node:fs';
import { temporaryCluster } from '../scripts/lib/lanes.ts';
import { devicesOn, follow, serverOn, storedOf, tap } from '../test/long/tapping.ts';

const TAP_EVERY_MS = 3000;
/** The kernel's clock: 100 ticks a second on Linux (sysconf _SC_CLK_TCK). */
const TICKS_PER_S = 100;

export interface LoadFigures {
  readonly taps: number;
  readonly lost: number;
  readonly p50Ms: number;
  readonly p95Ms: number;
  readonly p99Ms: number;
  /** Shares of one core. */
  readonly serversCores: number;
  readonly databaseCores: number;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Processor time a process and its children have used, s. */
function cpuS(pid: number): number {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    return (Number(fields[11]) + Number(fields[12])) / TICKS_PER_S;
  } catch {
    return 0;
  }
}

/** All server processes of a database: its master and what the master began. */
function databaseCpuS(master: number): number {
  const children = readFileSync(`/proc/${master}/task/${master}/children`, 'utf8').trim().split(' ').map(Number);
  return [master, ...children].reduce((sum, pid) => sum + cpuS(pid), 0);
}

/** Kitchens that all cook at once, each with its feed open and a tap every three seconds, on two processes. */
export async function kitchensAtOnce(kitchens: number, seconds: number): Promise<LoadFigures> {
  const cluster = await temporaryCluster();
  const url = cluster.url('bluebell');
  const servers = [await serverOn(url), await serverOn(url)];
  const devices = await devicesOn(url, servers[0]!.port, kitchens);
  const portOf = (index: number) => () => servers[index % servers.length]!.port;
  const over = new AbortController();
  const feeds = devices.map((device, index) => follow(device, portOf(index), over.signal));
  await pause(2000);
  const master = Number(readFileSync(`${cluster.log.replace(/log$/, 'data')}/postmaster.pid`, 'utf8').split('\n')[0]);
  const usedS = () => [servers.reduce((sum, { child }) => sum + cpuS(child.pid!), 0), databaseCpuS(master)] as const;
  const before = usedS();
  const begunMs = performance.now();
  const took: number[] = [];
  await Promise.all(
    devices.map(async (device, index) => {
      await pause((TAP_EVERY_MS * index) / devices.length);
      while (performance.now() - begunMs < seconds * 1000) {
        const tookMs = await tap(device, portOf(index));
        took.push(tookMs);
        await pause(Math.max(0, TAP_EVERY_MS - tookMs));
      }
    }),
  );
  const elapsedS = (performance.now() - begunMs) / 1000;
  const after = usedS();
  await pause(1000);
  over.abort();
  await Promise.all(feeds);
  const stored = await storedOf(url, devices);
  const lost = devices.flatMap(({ acknowledged, heard }) =>
    [...acknowledged].filter((id) => !stored.has(id) || !heard.has(id)),
  );
  servers.forEach(({ child }) => child.kill('SIGTERM'));
  await cluster.remove();
  const sorted = took.sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
  return {
    ...{ taps: took.length, lost: lost.length, p50Ms: at(0.5), p95Ms: at(0.95), p99Ms: at(0.99) },
    ...{ serversCores: (after[0] - before[0]) / elapsedS, databaseCores: (after[1] - before[1]) / elapsedS },
  };
}

/** Processor time of a server for one tap that so many feeds follow, ms. */
export async function cpuATapMs(feeds: number, taps: number): Promise<number> {
  const cluster = await temporaryCluster();
  const url = cluster.url('bluebell');
  const server = await serverOn(url);
  const devices = await devicesOn(url, server.port, 1);
  const [device] = devices;
  const over = new AbortController();
  const { Client } = (await import('pg')).default;
  const client = new Client({ connectionString: url });
  await client.connect();
  // a session follows a dozen at most
  const tokens = Array.from({ length: Math.ceil(feeds / 10) }, (_, at) => `reader ${at}`);
  for (const token of tokens)
    await client.query(
      `INSERT INTO session (token_hash, person_id, kitchen_id, expires_at)
       SELECT sha256($1::text::bytea), person_id, kitchen_id, now() + interval '1 day' FROM session LIMIT 1`,
      [token],
    );
  await client.end();
  const readers = Array.from({ length: feeds }, (_, at) => ({
    ...device!,
    ...{
      cookie: `bluebell_session=${tokens[Math.floor(at / 10)]!}`,
      acknowledged: new Set<string>(),
      heard: new Set<string>(),
    },
  }));
  const open = readers.map((reader) => follow(reader, () => server.port, over.signal));
  for (let tries = 0; tries < 100 && readers.some(({ heard }) => heard.size === 0); tries++) {
    if (tries % 10 === 0) await tap(device!, () => server.port);
    await pause(200);
  }
  const begunS = cpuS(server.child.pid!);
  for (let count = 0; count < taps; count++) {
    await tap(device!, () => server.port);
    await pause(100);
  }
  await pause(1000);
  const usedS = cpuS(server.child.pid!) - begunS;
  const missed = readers.filter(({ heard }) => [...device!.acknowledged].some((id) => !heard.has(id))).length;
  over.abort();
  await Promise.all(open);
  server.child.kill('SIGTERM');
  await cluster.remove();
  if (missed > 0) throw new Error(`${missed} of ${feeds} feeds missed a tap.`);
  return (1000 * usedS) / taps;
}
