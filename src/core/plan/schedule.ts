import { given } from '#core/given';
import { HandsTimeline } from './timeline.ts';
import { panfulBlocks, type HandTimes, type PanfulBlocks, type SideTime } from './panful.ts';

/** A formula's pieces to be cooked. */
export interface Job {
  readonly formulaId: string;
  readonly pieces: number;
  readonly hands: HandTimes;
  readonly first: SideTime;
  readonly second: SideTime;
  readonly zones: readonly { readonly key: string; readonly capacity: number; readonly recoveryS: number }[];
}

/** One panful, times in seconds; 0 is when the last piece must be off, so they are negative. */
export interface PlannedPanful {
  readonly formulaId: string;
  readonly zoneKey: string;
  readonly size: number;
  readonly pourS: number;
  readonly flipS: number;
  readonly liftS: number;
  /** Last piece off. */
  readonly endS: number;
}

/**
 * Cooks all jobs backwards from 0 with one pair of hands: always the panful that can end latest goes in next, each block
 * of hands at the latest free moment of its window. Panfuls are as full as their zone allows; the odd remainder is the
 * earliest panful of its formula. Returns panfuls in order of pouring, and when the hands are busy.
 * Greedy; against proven optima such a rule was about 2 % long in trials (docs/models.md).
 * @throws RangeError when a job has no zone that holds a piece.
 */
export function scheduleBackwards(jobs: readonly Job[]): { panfuls: PlannedPanful[]; hands: HandsTimeline } {
  const hands = new HandsTimeline();
  const zoneFree = new Map<string, number>();
  const left = new Map(jobs.map((job) => [job.formulaId, job.pieces]));
  const planned: PlannedPanful[] = [];
  for (const job of jobs) {
    if (!job.zones.some((zone) => workable(job, zone.capacity) > 0)) {
      throw new RangeError(`No zone holds a piece of formula ${job.formulaId}.`);
    }
  }
  for (;;) {
    let best: PlannedPanful | undefined;
    let bestBlocks: PanfulBlocks | undefined;
    for (const job of jobs) {
      const pieces = left.get(job.formulaId) ?? 0;
      if (pieces === 0) continue;
      for (const zone of job.zones) {
        const size = Math.min(pieces, workable(job, zone.capacity));
        if (size === 0) continue;
        const blocks = panfulBlocks(size, job.hands, job.first, job.second);
        const offBy = zoneFree.get(zone.key) ?? zone.recoveryS;
        const placed = placeLatest(hands, blocks, offBy - zone.recoveryS);
        if (!best || placed.liftS + blocks.liftS > best.endS + 1e-9) {
          best = { formulaId: job.formulaId, zoneKey: zone.key, size, ...placed, endS: placed.liftS + blocks.liftS };
          bestBlocks = blocks;
        }
      }
    }
    if (!best || !bestBlocks) break;
    hands.add(best.pourS, best.pourS + bestBlocks.pourS);
    hands.add(best.flipS, best.flipS + bestBlocks.flipS);
    hands.add(best.liftS, best.liftS + bestBlocks.liftS);
    zoneFree.set(best.zoneKey, best.pourS);
    left.set(best.formulaId, (left.get(best.formulaId) ?? 0) - best.size);
    planned.push(best);
  }
  return {
    panfuls: firstZonesFirst(
      planned.sort((a, b) => a.pourS - b.pourS),
      jobs,
    ),
    hands,
  };
}

/**
 * Gives zones that are alike their names in order of first use, so that a cook starts at A and leaves the last ones cold.
 * Zones that two formulas share keep their names.
 */
function firstZonesFirst(panfuls: PlannedPanful[], jobs: readonly Job[]): PlannedPanful[] {
  const names = new Map<string, string>();
  for (const job of jobs) {
    const shared = jobs.some(
      (other) => other !== job && other.zones.some((zone) => job.zones.some((own) => own.key === zone.key)),
    );
    const [first] = job.zones;
    const alike = job.zones.every((zone) => zone.capacity === first?.capacity && zone.recoveryS === first.recoveryS);
    if (shared || !alike) continue;
    const used = [
      ...new Set(panfuls.filter((panful) => panful.formulaId === job.formulaId).map((panful) => panful.zoneKey)),
    ];
    used.forEach((key, index) => names.set(key, job.zones[index]!.key));
  }
  return panfuls.map((panful) => ({ ...panful, zoneKey: names.get(panful.zoneKey) ?? panful.zoneKey }));
}

/** Largest panful up to `capacity` that one pair of hands can keep inside its windows. */
function workable(job: Job, capacity: number): number {
  for (let size = capacity; size > 0; size--) {
    if (panfulBlocks(size, job.hands, job.first, job.second).feasible) return size;
  }
  return 0;
}

/** Panfuls are put later by steps of this, s. Numerical. */
const STEP_S = 0.5;

/** Latest pour, flip and lift of a panful that is all off by `offBy`. Steps back until the three blocks fit. */
function placeLatest(hands: HandsTimeline, blocks: PanfulBlocks, offBy: number) {
  let latest = offBy - blocks.liftS;
  for (;;) {
    const liftS = given(hands.latestFree(-Infinity, latest, blocks.liftS), 'hands are free at some time before');
    const flipS = hands.latestFree(liftS - blocks.flipToLift[1], liftS - blocks.flipToLift[0], blocks.flipS);
    if (flipS !== undefined) {
      const pourS = hands.latestFree(flipS - blocks.pourToFlip[1], flipS - blocks.pourToFlip[0], blocks.pourS);
      if (pourS !== undefined) return { pourS, flipS, liftS };
      // an earlier flip inside the same window may leave room for the pour
      const earlier = earlierFlip(hands, blocks, liftS, flipS);
      if (earlier) return { ...earlier, liftS };
    }
    latest = liftS - STEP_S;
  }
}

function earlierFlip(hands: HandsTimeline, blocks: PanfulBlocks, liftS: number, fromS: number) {
  for (let at = fromS - STEP_S; at >= liftS - blocks.flipToLift[1]; at -= STEP_S) {
    const flipS = hands.latestFree(liftS - blocks.flipToLift[1], at, blocks.flipS);
    if (flipS === undefined) return undefined;
    const pourS = hands.latestFree(flipS - blocks.pourToFlip[1], flipS - blocks.pourToFlip[0], blocks.pourS);
    if (pourS !== undefined) return { flipS, pourS };
    at = flipS;
  }
  return undefined;
}
