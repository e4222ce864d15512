import type { Cluster } from './postgres.ts';

/** How often it is looked at, how soon tried again, and how long it may be away before that is told. */
const USUAL = { lookEveryMs: 500, againAfterMs: 1000, tellAfterMs: 15_000 };

/**
 * Looks after a cluster: when its master process dies it is started again on its port. Says when it went, when it is
 * back, and what to do when it does not come. Returns how to stop looking.
 */
export function supervise(
  cluster: Pick<Cluster, 'isUp' | 'revive' | 'log'>,
  say: (words: string) => void,
  { lookEveryMs, againAfterMs, tellAfterMs } = USUAL,
): () => void {
  let stopped = false;
  let told = false;
  let awayFromMs: number | null = null;
  let timer: ReturnType<typeof setTimeout>;

  const look = async () => {
    let ailing: string | null = null;
    if (!cluster.isUp()) {
      if (awayFromMs === null) say('The database went away. Starting it again; taps wait on the devices.');
      awayFromMs ??= Date.now();
      ailing = await cluster.revive();
    }
    if (ailing === null && awayFromMs !== null) {
      say(`The database is back after ${((Date.now() - awayFromMs) / 1000).toFixed(1)} s.`);
      [awayFromMs, told] = [null, false];
    }
    if (ailing !== null && !told && Date.now() - awayFromMs! > tellAfterMs) {
      told = true;
      say(notComing(ailing, cluster.log));
    }
    if (!stopped) timer = setTimeout(() => void look(), ailing === null ? lookEveryMs : againAfterMs);
  };
  timer = setTimeout(() => void look(), lookEveryMs);
  return () => {
    stopped = true;
    clearTimeout(timer);
  };
}

const notComing = (ailing: string, log: string) =>
  [
    'The database does not come back. Bluebell goes on trying, and taps wait on the devices.',
    `What it says: ${ailing.trim().split('\n').at(-1)}`,
    `What to do: look whether the disk is full (df -h) and read the end of ${log}. If its files are damaged, stop Bluebell and put the last backup back with npm run restore -- FILE.`,
  ].join('\n');
