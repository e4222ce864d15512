import { panfulBlocks, type HandTimes, type SideTime } from './panful.ts';
import type { Blocks } from './placing.ts';

/** A formula's pieces to be cooked. */
export interface Job {
  readonly formulaId: string;
  readonly pieces: number;
  readonly hands: HandTimes;
  readonly first: SideTime;
  readonly second: SideTime;
  readonly zones: readonly JobZone[];
}

interface JobZone {
  readonly key: string;
  readonly capacity: number;
  /** From the last lift until the next pour. */
  readonly recoveryS: number;
  /** A hotter zone's sides take so much less: their times are divided by it. */
  readonly heatFactor?: number;
}

/** Eaters who want so many pieces of each job by a moment, s; 0 is when the last are due. */
interface Table {
  readonly atS: number;
  /** Of each job, in their order. */
  readonly pieces: readonly number[];
}

/** What is asked of the plates and the hands at them. */
export interface Cooking {
  readonly jobs: readonly Job[];
  /** How many pairs of hands. */
  readonly cooks: number;
  /** Left out: all at once, at 0. */
  readonly tables?: readonly Table[];
  /** Best eaten within so long of its plate. */
  readonly holdLimitS: number;
  /** Nobody is planned busier than this share of the time from the first pour to the last lift. */
  readonly busiest: number;
}

/** A zone as a job sees it: the largest panful that hands can keep in its windows, and the blocks of each size. */
export interface Ground {
  readonly zone: number;
  readonly recoveryS: number;
  readonly most: number;
  /** By size less one. */
  readonly blocks: readonly Blocks[];
}

/** The same, laid out for the search: zones by number, and what each job may do on each. */
export interface LaidOut {
  readonly cooking: Cooking;
  readonly zoneKeys: readonly string[];
  /** By job. */
  readonly grounds: readonly (readonly Ground[])[];
  /** By job: moments by which so many of its pieces are due, the last first. */
  readonly due: readonly (readonly { readonly atS: number; readonly pieces: number }[])[];
}

/** @throws RangeError when a job has no zone that holds a piece, or tables want other than its pieces. */
export function laidOut(cooking: Cooking): LaidOut {
  const zoneKeys = [...new Set(cooking.jobs.flatMap(({ zones }) => zones.map(({ key }) => key)))];
  const grounds = cooking.jobs.map((job) =>
    job.zones.flatMap((zone): Ground[] => {
      const blocks: Blocks[] = [];
      while (blocks.length < zone.capacity) {
        const { feasible, ...next } = blocksOn(job, zone, blocks.length + 1);
        if (!feasible) break;
        blocks.push(next);
      }
      if (blocks.length === 0) return [];
      return [{ zone: zoneKeys.indexOf(zone.key), recoveryS: zone.recoveryS, most: blocks.length, blocks }];
    }),
  );
  cooking.jobs.forEach(({ formulaId, pieces }, job) => {
    if (grounds[job]!.length === 0) throw new RangeError(`No zone holds a piece of formula ${formulaId}.`);
    const wanted = cooking.tables?.reduce((sum, table) => sum + table.pieces[job]!, 0) ?? pieces;
    if (wanted !== pieces) throw new RangeError(`Tables want ${wanted} of formula ${formulaId}, not ${pieces}.`);
  });
  const tables = cooking.tables ?? [{ atS: 0, pieces: cooking.jobs.map(({ pieces }) => pieces) }];
  const due = cooking.jobs.map((_, job) =>
    tables
      .map(({ atS, pieces }) => ({ atS, pieces: pieces[job]! }))
      .filter(({ pieces }) => pieces > 0)
      .sort((a, b) => b.atS - a.atS),
  );
  return { cooking, zoneKeys, grounds, due };
}

/** How many pieces of a job one pair of hands can keep in their windows on a zone at once. */
export function mostAtOnce(job: Job, zoneKey: string): number {
  const zone = job.zones.find(({ key }) => key === zoneKey);
  let size = 0;
  while (zone && size < zone.capacity && blocksOn(job, zone, size + 1).feasible) size++;
  return size;
}

function blocksOn({ hands, first, second }: Job, { heatFactor = 1 }: JobZone, size: number) {
  const faster = ({ bestS, earlyS, lateS }: SideTime): SideTime => ({
    ...{ bestS: bestS / heatFactor, earlyS: earlyS / heatFactor, lateS: lateS / heatFactor },
  });
  return panfulBlocks(size, hands, faster(first), faster(second));
}
