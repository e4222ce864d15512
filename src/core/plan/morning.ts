import type { HandsTimeline } from './timeline.ts';
import { scheduleBackwards, type Job, type PlannedPanful } from './schedule.ts';

/** A job with what comes before its first pour. */
export interface MorningJob extends Job {
  readonly mixWorkS: number;
  readonly rest: { readonly earliestS: number; readonly bestS: number; readonly latestS: number };
  /** Share of each lot, in the order they are poured. */
  readonly shares: readonly number[];
  /** All lots are mixed at once, before the first is poured; what they wait for is folded in later. */
  readonly mixedTogether: boolean;
  /** Hands whip and fold in what waits for each lot, just before its first pour, s; nothing waits: 0. */
  readonly foldS: number;
  /** Ingredients are taken out, melted or soaked this long before the mixing. */
  readonly prepareS: number;
}

export interface MorningZone {
  readonly key: string;
  readonly preheatS: number;
  /** What a piece poured alone on a plate that nobody has proven takes, before the first panful. */
  readonly testS?: number;
}

export interface PlannedLot {
  readonly formulaId: string;
  /** From 1. */
  readonly number: number;
  /** When the first thing is taken out of the cold or melted. */
  readonly prepareMs: number;
  readonly mixStartMs: number;
  readonly mixEndMs: number;
  readonly firstPourMs: number;
  readonly lastPourMs: number;
  /** When hands begin to whip what is folded into it; null when nothing is. */
  readonly whipMs: number | null;
}

export interface PlannedPreheat {
  readonly zoneKey: string;
  readonly lightMs: number;
  readonly readyMs: number;
  /** From when it is ready one piece is poured alone, and takes so long; 0: none is. */
  readonly testS: number;
}

export type Conflict =
  | { readonly code: 'startPassed'; readonly minutes: number }
  | { readonly code: 'heldTooLong'; readonly minutes: number }
  | { readonly code: 'restOutlived'; readonly formulaId: string; readonly minutes: number }
  | { readonly code: 'whitesWait'; readonly formulaId: string; readonly minutes: number };

/** The morning in wall-clock milliseconds. */
export interface MorningPlan {
  readonly panfuls: readonly (Omit<PlannedPanful, 'pourS' | 'flipS' | 'liftS' | 'endS'> & {
    readonly pourMs: number;
    readonly flipMs: number;
    readonly liftMs: number;
    readonly endMs: number;
  })[];
  readonly lots: readonly PlannedLot[];
  readonly preheats: readonly PlannedPreheat[];
  readonly startMs: number;
  readonly firstPourMs: number;
  readonly lastLiftMs: number;
  readonly serviceAtMs: number;
  /** Between now and the start; below zero it is late. */
  readonly spareS: number;
  readonly conflicts: readonly Conflict[];
}

/** Between the last lift and the table: plates out, and a slip absorbed. Common practice, no source. */
export const SERVICE_BUFFER_S = 180;
/** A plate is asked to be ready this long before its first pour, for a reading and the fat. Common practice, no source. */
export const READY_BEFORE_S = 90;
/** Best eaten within this time from an oven held warm in one layer. Common practice, no source. */
export const HOLD_LIMIT_S = 1800;

/** Whites are folded in so long before their lot is poured; they may wait so much longer before they sink. Common practice, no source. */
const FOLDED_BEFORE_S = 60;
const WHITES_WAIT_S = 300;

/**
 * Plans the morning back from service: panfuls, then each lot's mixing so that it is poured at its best rest, then each
 * zone's preheat. Conflicts are named with their minutes; the plan is still returned.
 */
export function planMorning(
  jobs: readonly MorningJob[],
  zones: readonly MorningZone[],
  serviceAtMs: number,
  nowMs: number,
): MorningPlan {
  const endMs = serviceAtMs - SERVICE_BUFFER_S * 1000;
  const at = (seconds: number) => Math.round(endMs + seconds * 1000);
  const schedule = scheduleBackwards(jobs);
  const panfuls = schedule.panfuls.map(({ pourS, flipS, liftS, endS, ...panful }) => ({
    ...panful,
    pourMs: at(pourS),
    flipMs: at(flipS),
    liftMs: at(liftS),
    endMs: at(endS),
  }));
  const conflicts: Conflict[] = [];
  const lots = planLots(jobs, panfuls, schedule.hands, endMs, conflicts);
  const preheats = zones.flatMap((zone): PlannedPreheat[] => {
    const first = panfuls.find((panful) => panful.zoneKey === zone.key);
    if (!first) return [];
    const { testS = 0 } = zone;
    const readyMs = first.pourMs - (READY_BEFORE_S + testS) * 1000;
    return [{ zoneKey: zone.key, readyMs, testS, lightMs: Math.round(readyMs - zone.preheatS * 1000) }];
  });
  const startMs = Math.min(...lots.map((lot) => lot.mixStartMs), ...preheats.map((preheat) => preheat.lightMs));
  const firstOffMs = Math.min(...panfuls.map((panful) => panful.liftMs));
  const heldS = (serviceAtMs - firstOffMs) / 1000;
  if (heldS > HOLD_LIMIT_S) conflicts.push({ code: 'heldTooLong', minutes: minutesUp(heldS - HOLD_LIMIT_S) });
  const spareS = (startMs - nowMs) / 1000;
  if (spareS < 0) conflicts.unshift({ code: 'startPassed', minutes: minutesUp(-spareS) });
  return {
    panfuls,
    lots,
    preheats,
    startMs,
    firstPourMs: Math.min(...panfuls.map((panful) => panful.pourMs)),
    lastLiftMs: Math.max(...panfuls.map((panful) => panful.endMs)),
    serviceAtMs,
    spareS,
    conflicts,
  };
}

function planLots(
  jobs: readonly MorningJob[],
  panfuls: MorningPlan['panfuls'],
  hands: HandsTimeline,
  endMs: number,
  conflicts: Conflict[],
): PlannedLot[] {
  const wanted = jobs.flatMap((job) => lotsWanted(job, panfuls));
  /** Whipping takes the same hands, in their latest free stretch before the pour; whites that wait long sink. */
  const whippedAt = ({ foldS, formulaId }: MorningJob, firstPourMs: number): number | null => {
    if (foldS === 0) return null;
    const wantedS = (firstPourMs - endMs) / 1000 - FOLDED_BEFORE_S - foldS;
    const startS = hands.latestFree(-Infinity, wantedS, foldS)!;
    hands.add(startS, startS + foldS);
    const waitS = wantedS - startS;
    if (waitS > WHITES_WAIT_S) conflicts.push({ code: 'whitesWait', formulaId, minutes: minutesUp(waitS) });
    return Math.round(endMs + startS * 1000);
  };
  // the same hands mix, pour and flip: mixing goes into their latest free stretch
  const lots: PlannedLot[] = [];
  for (const { job, number, share, firstPourMs, lastPourMs, mixEndMs: wish } of wanted.sort(
    (a, b) => b.mixEndMs - a.mixEndMs || b.number - a.number,
  )) {
    const workS = job.mixWorkS * share;
    const wantedStartS = (wish - endMs) / 1000 - workS;
    const startS = hands.latestFree(-Infinity, wantedStartS, workS)!;
    hands.add(startS, startS + workS);
    const mixStartMs = Math.round(endMs + startS * 1000);
    const mixEndMs = Math.round(mixStartMs + workS * 1000);
    const oldestS = (lastPourMs - mixEndMs) / 1000;
    if (oldestS > job.rest.latestS && !job.mixedTogether) {
      const minutes = minutesUp(oldestS - job.rest.latestS);
      conflicts.push({ code: 'restOutlived', formulaId: job.formulaId, minutes });
    }
    const prepareMs = mixStartMs - job.prepareS * 1000;
    const whipMs = whippedAt(job, firstPourMs);
    lots.push({ formulaId: job.formulaId, number, prepareMs, mixStartMs, mixEndMs, firstPourMs, lastPourMs, whipMs });
  }
  return lots.sort((a, b) => a.mixStartMs - b.mixStartMs || a.number - b.number);
}

/** Each lot's pours and when it is best mixed; lots mixed together share the first one's moment and the work. */
function lotsWanted(job: MorningJob, panfuls: MorningPlan['panfuls']) {
  const pours = panfuls
    .filter((panful) => panful.formulaId === job.formulaId)
    .flatMap((panful) => Array.from({ length: panful.size }, () => panful.pourMs))
    .sort((a, b) => a - b);
  let before = 0;
  const lots = job.shares.map((share, index) => {
    const from = Math.min(pours.length - 1, Math.round(before * pours.length));
    before += share;
    const to = Math.max(from, Math.round(before * pours.length) - 1);
    const firstPourMs = pours[from]!;
    const lastPourMs = pours[to]!;
    // best rest at the first pour, but later when the last pour would outlive it, and never below the shortest rest
    const mixEndMs = Math.min(
      firstPourMs - job.rest.earliestS * 1000,
      Math.max(firstPourMs - job.rest.bestS * 1000, lastPourMs - job.rest.latestS * 1000),
    );
    return { job, number: index + 1, share, firstPourMs, lastPourMs, mixEndMs };
  });
  if (!job.mixedTogether) return lots;
  const mixEndMs = Math.min(lots[0]!.firstPourMs - job.rest.bestS * 1000, lots[0]!.mixEndMs);
  return lots.map((lot) => ({ ...lot, mixEndMs }));
}

function minutesUp(seconds: number): number {
  return Math.ceil(seconds / 60);
}
