import { createHash, randomBytes } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { asServer } from './server-programs.ts';
import { isRoot } from './run.ts';

/** Whose all tables are. */
export const OWNER = 'bluebell_owner';

/** Where a cluster's files are. */
export interface ClusterFolder {
  readonly home: string;
  readonly data: string;
  /** The file that holds its owner's passphrase. */
  readonly secret: string;
}

const MAKING = 'making-';
/** Lies in the data as soon as they are whole, before they stand in their place. */
const WHOLE = 'bluebell-made';

/**
 * The cluster kept in `folder`, made first when it is not there. It is made beside its place and renamed when it is whole
 * and on the disk, so that a start that dies at any moment leaves either nothing or a cluster; what was begun and not
 * finished is cleaned up. As root, whose server runs as the postgres user, the data goes to /var/lib when that user may
 * not enter the folder.
 * @throws Error when the database's files cannot be made
 */
export function madeCluster(folder: string): ClusterFolder {
  const place = clusterFolder(folder);
  const { home, data } = place;
  mkdirSync(home, { recursive: true });
  if (existsSync(data) && !isWhole(data)) renameSync(data, join(home, `${MAKING}${stamp()}`));
  for (const name of readdirSync(home)) if (name.startsWith(MAKING)) sweep(join(home, name));
  if (!existsSync(data)) make(place);
  return place;
}

/** Where the cluster of a folder is, or would be. */
export function clusterFolder(folder: string): ClusterFolder {
  const home = reachable(folder);
  return { home, data: join(home, 'data'), secret: join(home, 'passphrase') };
}

/** What once ran holds a cook's data and is never thrown away; earlier versions made a cluster in its place, lock file and all. */
function isWhole(data: string): boolean {
  return [WHOLE, 'postmaster.opts'].some((file) => existsSync(join(data, file)));
}

function make({ home, data, secret }: ClusterFolder): void {
  const making = join(home, `${MAKING}${stamp()}`);
  mkdirSync(making);
  const newSecret = join(making, 'passphrase');
  writeFileSync(newSecret, randomBytes(24).toString('base64url'), { mode: 0o600 });
  if (isRoot) {
    const { uid, gid } = postgresUser();
    for (const path of [home, making, newSecret]) chownSync(path, uid, gid);
    chmodSync(home, 0o711);
  }
  const inside = join(making, 'data');
  const made = asServer('initdb', [
    ...['-D', inside, '-U', OWNER, `--pwfile=${newSecret}`, '--auth=scram-sha-256', '-E', 'UTF8', '--locale=C.UTF-8'],
  ]);
  if (!made.ok) throw new Error(`The database folder could not be made: ${made.output.slice(-500)}`);
  writeFileSync(join(inside, WHOLE), '');
  for (const path of [join(inside, WHOLE), newSecret, inside]) onDisk(path);
  renameSync(newSecret, secret);
  renameSync(inside, data);
  for (const path of [home, dirname(home)]) onDisk(path);
  sweep(making);
}

/** A program of a start that was killed may still write here: then it is swept the next time. */
function sweep(path: string): void {
  try {
    rmSync(path, { recursive: true, force: true });
  } catch {
    // swept by the next start
  }
}

function onDisk(path: string): void {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

const stamp = () => `${Date.now()}-${process.pid}`;

/** The folder itself, or one under /var/lib when root's postgres user may not enter it. */
function reachable(folder: string): string {
  if (!isRoot) return folder;
  mkdirSync(folder, { recursive: true });
  chmodSync(folder, 0o711);
  if (asServer('test', ['-x', folder]).ok) return folder;
  const elsewhere = join('/var/lib/bluebell', createHash('sha256').update(folder).digest('hex').slice(0, 12));
  mkdirSync(elsewhere, { recursive: true });
  chmodSync(elsewhere, 0o711);
  if (!existsSync(join(elsewhere, 'data')))
    console.log(`The postgres user may not enter this folder; the data is kept in ${elsewhere}.`);
  return elsewhere;
}

function postgresUser(): { uid: number; gid: number } {
  const [, , uid, gid] = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .find((line) => line.startsWith('postgres:'))!
    .split(':');
  return { uid: Number(uid), gid: Number(gid) };
}
