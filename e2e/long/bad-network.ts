import { spawn, type ChildProcess } from 'node:child_process';
import { connect, createServer, type Server, type Socket } from 'node:net';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { temporaryCluster } from '../../scripts/lib/lanes.ts';
import { ROOT } from '../../scripts/lib/paths.ts';
import { freePort } from '../../scripts/lib/postgres.ts';
import { supervise } from '../../scripts/lib/supervise.ts';

/** Two server processes on one database behind one port, all of which can be made to fail. */
export interface BadNetwork {
  readonly databaseUrl: string;
  /** The same servers, each device by a loopback address of its own, as devices of a kitchen have. */
  readonly urlFor: (device: number) => string;
  /** Ends a server process without a word and starts it again. */
  readonly killServer: (index: number) => Promise<void>;
  readonly crashDatabase: () => Promise<void>;
  /** Kills its master process; it is looked after, as a start does, and comes back by itself. */
  readonly killDatabase: () => Promise<void>;
  readonly close: () => Promise<void>;
}

const SERVERS = 2;

export async function badNetwork(devices: number): Promise<BadNetwork> {
  const cluster = await temporaryCluster();
  const databaseUrl = cluster.url('bluebell');
  const ports = await Promise.all(Array.from({ length: SERVERS }, freePort));
  const processes: ChildProcess[] = [];
  for (const [index, port] of ports.entries()) processes[index] = await startServer(databaseUrl, port); // the first migrates
  const port = await freePort();
  const proxies = await Promise.all(
    Array.from({ length: devices }, (_, device) => proxy(addressOf(device), port, ports)),
  );
  return {
    databaseUrl,
    urlFor: (device) => `http://${addressOf(device)}:${port}`,
    killServer: async (index) => {
      await end(processes[index]!, 'SIGKILL');
      processes[index] = await startServer(databaseUrl, ports[index]!);
    },
    crashDatabase: cluster.crash,
    killDatabase: async () => {
      let back = () => {};
      const isBack = new Promise<void>((resolve) => (back = resolve));
      const stopLooking = supervise(cluster, (words) => words.startsWith('The database is back') && back());
      const [master] = readFileSync(join(dirname(cluster.log), 'data', 'postmaster.pid'), 'utf8').split('\n');
      process.kill(Number(master), 'SIGKILL');
      await isBack;
      stopLooking();
    },
    close: async () => {
      proxies.forEach((each) => each.close());
      await Promise.all(processes.map((each) => end(each, 'SIGTERM')));
      await cluster.remove();
    },
  };
}

const addressOf = (device: number) => `127.0.0.${device + 2}`;

async function startServer(databaseUrl: string, port: number): Promise<ChildProcess> {
  const child = spawn(process.execPath, [join('scripts', 'boot.mjs'), 'start'], {
    cwd: ROOT,
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: databaseUrl, PORT: String(port), HOST: '127.0.0.1' },
  });
  let text = '';
  await new Promise<void>((resolve, reject) => {
    child.on('exit', () => reject(new Error(`The server ended: ${text}`)));
    for (const stream of [child.stdout!, child.stderr!])
      stream.on('data', (chunk) => {
        text += String(chunk);
        if (text.includes('is ready')) resolve();
      });
  });
  child.removeAllListeners('exit');
  return child;
}

async function end(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  await new Promise((resolve) => {
    child.on('exit', resolve);
    child.kill(signal);
  });
}

/** Hands each connection to the servers in turn; one that is down is passed over. */
function proxy(address: string, port: number, servers: readonly number[]): Promise<Server & { close(): void }> {
  let turn = 0;
  const open = new Set<Socket>();
  const server = createServer((client) => {
    open.add(client);
    client.on('close', () => open.delete(client));
    client.on('error', () => client.destroy());
    const first = turn++;
    const tryServer = (attempt: number) => {
      if (attempt === servers.length) return client.destroy();
      const upstream = connect({
        host: '127.0.0.1',
        port: servers[(first + attempt) % servers.length]!,
        localAddress: address,
      });
      let connected = false;
      upstream.on('connect', () => {
        connected = true;
        client.pipe(upstream).pipe(client);
      });
      upstream.on('error', () => (connected ? client.destroy() : tryServer(attempt + 1)));
      upstream.on('close', () => connected && client.destroy());
      client.on('close', () => upstream.destroy());
    };
    tryServer(0);
  });
  return new Promise((resolve) =>
    server.listen(port, address, () =>
      resolve(
        Object.assign(server, {
          close: () => {
            open.forEach((socket) => socket.destroy());
            return Object.getPrototypeOf(server).close.call(server) as Server;
          },
        }),
      ),
    ),
  );
}
