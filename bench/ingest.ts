import { fork, type ChildProcess } from 'node:child_process';
import { Agent, request } from 'node:http';
import { fileURLToPath } from 'node:url';
import { randomUUID } from 'node:crypto';
import { DEMO_IDS, DEMO_PEOPLE } from '#demo';
import { migrate } from '../src/server/database.ts';
import { seedDemo } from '../scripts/lib/demo.ts';
import { temporaryCluster } from '../scripts/lib/lanes.ts';

export interface Ingest {
  readonly what: string;
  /** Requests a second, medians over the rounds. */
  readonly bluebellPerS: number;
  readonly barePerS: number;
}

const DEVICES = 8;
const ROUNDS = 7;

/** Taking in events against the least a server could do on the same machine and database, round by round in turn. */
export async function ingestFigures(): Promise<Ingest[]> {
  const cluster = await temporaryCluster();
  const databaseUrl = cluster.url('bluebell');
  await migrate(databaseUrl);
  await seedDemo(databaseUrl, false);
  const bluebell = await startServer('bluebell', databaseUrl);
  const bare = await startServer('bare', databaseUrl);
  const cookie = await signIn(bluebell.port);
  const figures: Ingest[] = [];
  for (const [what, batch, times] of [
    ['single taps', 1, 1000],
    ['batches of 50', 50, 120],
  ] as const) {
    const perS: [number[], number[]] = [[], []];
    for (let round = -1; round < ROUNDS; round++) {
      for (const [at, port] of [bluebell.port, bare.port].entries()) {
        const rate = await load(port, cookie, batch, times);
        if (round >= 0) perS[at]!.push(rate); // the first round warms up
      }
    }
    figures.push({ what, bluebellPerS: median(perS[0]), barePerS: median(perS[1]) });
  }
  for (const { child } of [bluebell, bare]) child.kill();
  await cluster.remove();
  return figures;
}

async function startServer(
  kind: 'bluebell' | 'bare',
  databaseUrl: string,
): Promise<{ port: number; child: ChildProcess }> {
  const file = fileURLToPath(new URL('./ingest-server.ts', import.meta.url));
  const child = fork(file, [kind, databaseUrl], { execArgv: ['--import', 'tsx'] });
  const port = await new Promise<number>((resolve, reject) => {
    child.once('message', (message) => resolve(Number(message)));
    child.once('exit', () => reject(new Error(`The ${kind} server ended.`)));
  });
  return { port, child };
}

const agent = new Agent({ keepAlive: true, maxSockets: DEVICES });

function post(port: number, path: string, body: unknown, cookie = ''): Promise<{ status: number; cookie: string }> {
  const text = JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const call = request(
      {
        host: '127.0.0.1',
        port,
        path,
        agent,
        method: 'POST',
        headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text), cookie },
      },
      (answer) => {
        answer.resume();
        answer.on('end', () =>
          resolve({ status: answer.statusCode!, cookie: String(answer.headers['set-cookie'] ?? '').split(';')[0]! }),
        );
      },
    );
    call.on('error', reject);
    call.end(text);
  });
}

async function signIn(port: number): Promise<string> {
  const { name, passphrase } = DEMO_PEOPLE[0];
  return (await post(port, '/api/session', { name, passphrase })).cookie;
}

/** Devices each with a run of their own send batch after batch; requests a second over all. */
async function load(port: number, cookie: string, batch: number, times: number): Promise<number> {
  const runs = await Promise.all(Array.from({ length: DEVICES }, () => makeRun(port, cookie)));
  const bodies = Array.from({ length: times }, () => ({ events: Array.from({ length: batch }, event) }));
  let next = 0;
  const started = performance.now();
  await Promise.all(
    runs.map(async (runId) => {
      for (let body = bodies[next++]; body; body = bodies[next++]) {
        const { status } = await post(port, `/api/runs/${runId}/events`, body, cookie);
        if (status !== 200) throw new Error(`The server answered ${status}.`);
      }
    }),
  );
  return (1000 * times) / (performance.now() - started);
}

async function makeRun(port: number, cookie: string): Promise<string> {
  const id = randomUUID();
  const items = [{ formulaId: DEMO_IDS.formulas.cakes, pieces: 12, stationIds: [DEMO_IDS.stations.griddle] }];
  const brief = { ...event(), kind: 'brief-set', payload: { serviceAtMs: 1_780_000_000_000, items } };
  const body = {
    ...{ id, name: 'Bench', timeZone: 'Europe/London', rehearsal: false, events: [brief] },
    formulaIds: [DEMO_IDS.formulas.cakes],
    stationIds: [DEMO_IDS.stations.griddle],
  };
  await post(port, '/api/runs', body, cookie); // the bare server has no runs and does not mind
  return id;
}

function event() {
  return {
    ...{ id: randomUUID(), kind: 'flipped', v: 1, deviceId: randomUUID(), deviceAtMs: 1_780_000_000_000.5 },
    ...{ offsetMs: 12, offsetSpreadMs: 4, tapId: randomUUID(), payload: { pieceId: randomUUID() } as unknown },
  };
}

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}
