import { given } from '#core/given';
import type { Cooking, Job } from './problem.ts';
import { panfulsOf, type PlannedPanful } from './schedule.ts';
import type { Panfuls } from './search.ts';
import { chanceWithin, lateness, latestIn } from './odds.ts';
import { HandsTimeline } from './timeline.ts';

/** A job with what comes before its first pour. */
export interface MorningJob extends Job {
  readonly mixWorkS: number;
  readonly rest: { readonly earliestS: number; readonly bestS: number; readonly latestS: number };
  /** Share of each lot, in the order they are poured. */
  readonly shares: readonly number[];
  /** All lots are mixed at once, before the first is poured; what they wait for is folded in later. */
  readonly mixedTogether: boolean;
  /** Hands whip what waits for each lot, broken off for other work where they must, and fold it in just before its first pour, s; nothing waits: null. */
  readonly folded: { readonly whipS: number; readonly foldS: number } | null;
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
  /** When hands begin to whip what is folded into it, and to fold it in; null when nothing is. */
  readonly folded: { readonly whipMs: number; readonly foldMs: number } | null;
}

interface PlannedPreheat {
  readonly zoneKey: string;
  readonly lightMs: number;
  readonly readyMs: number;
  /** From when it is ready one piece is poured alone, and takes so long; 0: none is. */
  readonly testS: number;
}

type Conflict =
  | { readonly code: 'startPassed'; readonly minutes: number }
  | { readonly code: 'heldTooLong'; readonly minutes: number }
  | { readonly code: 'restOutlived'; readonly formulaId: string; readonly minutes: number }
  | { readonly code: 'whitesWait'; readonly formulaId: string; readonly minutes: number };

/** The morning in wall-clock milliseconds. */
export interface MorningPlan {
  readonly panfuls: readonly (Omit<PlannedPanful, 'pourS' | 'flipS' | 'liftS' | 'endS' | 'handsS'> & {
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
  /** How surely all is on the table when they eat, by how hands and plates vary, and how much earlier it would have to begin for 95 of 100 mornings, s. */
  readonly odds: { readonly inTime: number; readonly earlierS: number };
  /** Rests that are cut short of their best so that the morning still fits, s. */
  readonly cutRests: readonly { readonly formulaId: string; readonly restS: number; readonly bestS: number }[];
}

/** Between the last lift and the table: plates out, and a slip absorbed. Common practice, no source. */
const SERVICE_BUFFER_S = 180;
/** Of those so long takes the way to the table. Common practice, no source. */
const TO_TABLE_S = 60;
/** A start is told for so many of the mornings. Reference: 95 in 100, common practice. */
const SURE = 0.95;
/** A plate is asked to be ready this long before its first pour, for a reading and the fat. Common practice, no source. */
export const READY_BEFORE_S = 90;
/** Best eaten within this time from an oven held warm in one layer. Common practice, no source. */
const HOLD_LIMIT_S = 1800;

/** Whites are folded in so long before their lot is poured; they may wait so much longer before they sink. Common practice, no source. */
const FOLDED_BEFORE_S = 60;
const WHITES_WAIT_S = 300;
/** A mixer is not taken up for less, s. Assumed. */
const LEAST_WHIP_S = 15;

/** A rest is cut by steps of this share of what it may lose. Numerical. */
const CUT_STEPS = 8;

/**
 * Plans the morning back from service: panfuls as they were found, then each lot's mixing so that it is poured at its best
 * rest, then each zone's preheat. Where it should have begun by now and nothing has been mixed, rests are cut as far as it
 * takes, never below the shortest. Conflicts are named with their minutes; the plan is still returned.
 * @param begun something was mixed or poured: rests are as they were planned
 */
export function planMorning(
  jobs: readonly MorningJob[],
  zones: readonly MorningZone[],
  at: { readonly serviceAtMs: number; readonly nowMs: number; readonly begun?: boolean },
  found: Panfuls,
): MorningPlan {
  const cooked = panfulsOf(found, jobs);
  const late = lateness(jobs, cooked, 1);
  const odds = {
    inTime: chanceWithin(late, SERVICE_BUFFER_S - TO_TABLE_S),
    earlierS: Math.max(0, latestIn(late, SURE) - (SERVICE_BUFFER_S - TO_TABLE_S)),
  };
  const whole = { ...planned(jobs, zones, at, cooked), odds };
  if (at.begun || whole.spareS >= 0) return whole;
  for (let cut = 1; cut <= CUT_STEPS; cut++) {
    const shorter = planned(
      jobs.map((job) => rested(job, 1 - cut / CUT_STEPS)),
      zones,
      at,
      cooked,
    );
    const helps = shorter.spareS >= 0 || (cut === CUT_STEPS && shorter.spareS > whole.spareS);
    if (!helps) continue;
    const cutRests = jobs
      .map(({ formulaId, rest }) => ({ formulaId, restS: restOf(shorter, formulaId, rest.bestS), bestS: rest.bestS }))
      .filter(({ restS, bestS }) => restS < bestS - 1);
    return { ...shorter, odds, cutRests };
  }
  return whole;
}

const rested = (job: MorningJob, share: number): MorningJob => {
  const { earliestS, bestS } = job.rest;
  return { ...job, rest: { ...job.rest, bestS: earliestS + share * Math.max(0, bestS - earliestS) } };
};

/** The shortest rest that a lot of a formula gets in a plan, s. */
function restOf({ lots }: Pick<MorningPlan, 'lots'>, formulaId: string, bestS: number): number {
  const own = lots.filter((lot) => lot.formulaId === formulaId);
  return Math.min(bestS, ...own.map(({ firstPourMs, mixEndMs }) => (firstPourMs - mixEndMs) / 1000));
}

function planned(
  jobs: readonly MorningJob[],
  zones: readonly MorningZone[],
  { serviceAtMs, nowMs }: { readonly serviceAtMs: number; readonly nowMs: number },
  cooked: readonly PlannedPanful[],
): Omit<MorningPlan, 'odds'> {
  const endMs = serviceAtMs - SERVICE_BUFFER_S * 1000;
  const at = (seconds: number) => Math.round(endMs + seconds * 1000);
  const panfuls = cooked.map(({ pourS, flipS, liftS, endS, handsS: _hands, ...panful }) => ({
    ...panful,
    pourMs: at(pourS),
    flipMs: at(flipS),
    liftMs: at(liftS),
    endMs: at(endS),
  }));
  const conflicts: Conflict[] = [];
  const lots = planLots(jobs, panfuls, handsAt(cooked), endMs, conflicts);
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
    cutRests: [],
  };
}

/** When the first pair of hands is at the plates: it mixes as well. */
function handsAt(cooked: readonly PlannedPanful[]): HandsTimeline {
  const hands = new HandsTimeline();
  for (const { pourS, flipS, liftS, handsS } of cooked.filter(({ cook }) => cook === 0)) {
    hands.add(pourS, pourS + handsS.pour);
    hands.add(flipS, flipS + handsS.flip);
    hands.add(liftS, liftS + handsS.lift);
  }
  return hands;
}

/** What the plates are asked for by jobs that are due together, so many pairs of hands at them. */
export function cookingOf(jobs: readonly Job[], cooks = 1): Cooking {
  return { jobs, cooks, holdLimitS: HOLD_LIMIT_S - SERVICE_BUFFER_S, busiest: BUSIEST };
}
/** Nobody is planned busier. Common practice, no source: who is at it all the time falls behind. */
const BUSIEST = 0.85;

function planLots(
  jobs: readonly MorningJob[],
  panfuls: MorningPlan['panfuls'],
  hands: HandsTimeline,
  endMs: number,
  conflicts: Conflict[],
): PlannedLot[] {
  const wanted = jobs.flatMap((job) => lotsWanted(job, panfuls));
  const wishedMs = new Map<MorningJob, number>();
  const foldedOf = ({ job, firstPourMs }: (typeof wanted)[number]): PlannedLot['folded'] => {
    if (!job.folded) return null;
    const { whipS, foldS } = job.folded;
    const wantedS = (firstPourMs - endMs) / 1000 - FOLDED_BEFORE_S - foldS;
    const foldAtS = given(hands.latestFree(-Infinity, wantedS, foldS), 'hands are free at some time before');
    hands.add(foldAtS, foldAtS + foldS);
    const whipAtS = hands.takeBroken(foldAtS, whipS, LEAST_WHIP_S);
    const waitS = wantedS - whipS - whipAtS;
    if (waitS > WHITES_WAIT_S)
      conflicts.push({ code: 'whitesWait', formulaId: job.formulaId, minutes: minutesUp(waitS) });
    const at = (s: number) => Math.round(endMs + 1000 * s);
    // the base stands ready before anything is whipped for it
    wishedMs.set(job, Math.min(wishedMs.get(job) ?? Infinity, at(whipAtS)));
    return { whipMs: at(whipAtS), foldMs: at(foldAtS) };
  };
  // the last lot is whipped latest: each takes what the later ones leave
  const whipped = wanted.toReversed().map((lot) => ({ ...lot, folded: foldedOf(lot) }));
  // the same hands mix, pour and flip: mixing goes into their latest free stretch
  const lots: PlannedLot[] = [];
  for (const { job, number, share, firstPourMs, lastPourMs, folded, mixEndMs } of whipped.sort(
    (a, b) => b.mixEndMs - a.mixEndMs || b.number - a.number,
  )) {
    const wish = Math.min(mixEndMs, wishedMs.get(job) ?? Infinity);
    const workS = job.mixWorkS * share;
    const wantedStartS = (wish - endMs) / 1000 - workS;
    const startS = given(hands.latestFree(-Infinity, wantedStartS, workS), 'hands are free at some time before');
    hands.add(startS, startS + workS);
    const mixStartMs = Math.round(endMs + startS * 1000);
    const mixedMs = Math.round(mixStartMs + workS * 1000);
    const oldestS = (lastPourMs - mixedMs) / 1000;
    if (oldestS > job.rest.latestS && !job.mixedTogether) {
      const minutes = minutesUp(oldestS - job.rest.latestS);
      conflicts.push({ code: 'restOutlived', formulaId: job.formulaId, minutes });
    }
    const prepareMs = mixStartMs - job.prepareS * 1000;
    const moments = { prepareMs, mixStartMs, mixEndMs: mixedMs, firstPourMs, lastPourMs, folded };
    lots.push({ formulaId: job.formulaId, number, ...moments });
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
