import { linkSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** What a process does with a data folder: one serves from it; one that keeps it has it for a moment. */
export type Work = 'serves' | 'keeps';

interface Holder {
  readonly pid: number;
  /** When it began, by the machine: a process number is used again. */
  readonly begun: string;
  readonly work: Work;
}

const LOOK_EVERY_MS = 100;
/** Longer than any keeper has the folder to itself. */
const PATIENCE_MS = 90_000;

/**
 * Claims a data folder for this process, so that none takes the database from under another. One that keeps it is
 * waited for; the claim of a process that died is taken over.
 * @throws Error when a live Bluebell serves from it
 */
export async function claim(data: string, work: Work = 'serves'): Promise<void> {
  mkdirSync(data, { recursive: true });
  for (let waitedMs = 0; ; waitedMs += LOOK_EVERY_MS) {
    const holder = take(data, work);
    if (holder === null) return;
    if (holder.work === 'serves' || waitedMs > PATIENCE_MS)
      throw new Error(
        `Bluebell already runs on this data (process ${holder.pid}). Stop it first, or set BLUEBELL_DATA to another folder.`,
      );
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
  }
}

/** Claims it if nobody alive has it. @returns who has it, else null */
export function take(data: string, work: Work): Holder | null {
  const file = join(data, 'process');
  const own = join(data, `process.${process.pid}`);
  const begun = begunAt(process.pid)!;
  writeFileSync(own, JSON.stringify({ pid: process.pid, begun, work } satisfies Holder));
  try {
    for (;;) {
      const holder = holderIn(file);
      if (holder && begunAt(holder.pid) === holder.begun) return holder.pid === process.pid ? null : holder;
      if (holder !== undefined) renameSync(file, `${own}.dead`); // of those who see a dead claim one moves it away
      try {
        linkSync(own, file); // with its content from the first moment, or not at all
        return null;
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      }
    }
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return take(data, work);
    throw error;
  } finally {
    for (const path of [own, `${own}.dead`]) rmSync(path, { force: true });
  }
}

/** Gives back the claim of this process. */
export function giveBack(data: string): void {
  const file = join(data, 'process');
  if (holderIn(file)?.pid === process.pid) rmSync(file, { force: true });
}

/** Undefined: there is no claim; null: there is one that says nothing, as an earlier version's. */
function holderIn(file: string): Holder | null | undefined {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    return undefined;
  }
  try {
    const said = JSON.parse(text) as Partial<Holder> | null;
    return typeof said?.pid === 'number' && typeof said.begun === 'string' ? (said as Holder) : null;
  } catch {
    return null;
  }
}

/** When a process began, in ticks since the machine did; undefined when there is none. */
function begunAt(pid: number): string | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19]; // after the name, which may hold blanks
  } catch {
    return undefined;
  }
}
