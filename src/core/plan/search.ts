import { seeded } from '#core/statistics';
import { Decoder, type Cost, type PlacedTurn } from './decoding.ts';
import { greedy, type Habit, type Listed } from './greedy.ts';
import { laidOut, type Cooking, type LaidOut } from './problem.ts';
import { changed } from './moves.ts';
import { shortestRhythm, type Rhythm } from './rhythm.ts';
import { shortestRound } from './round.ts';

/** A plan of the panfuls, s; 0 is when the last pieces are due. */
export interface Panfuls {
  readonly turns: readonly PlacedTurn[];
  readonly zoneKeys: readonly string[];
  readonly cost: Cost;
}

export interface Budget {
  readonly seed: number;
  /** Lists tried after the first. */
  readonly tries: number;
}

/** So many lists are gone on from, and the last of them has so much of the tries. Numerical: tried. */
const FROM = 4;
const LAST_SHARE = 0.4; // Numerical: tried.
/** Between two breaths so many lists are tried. Numerical. */
const BREATH = 50;
/** Share of the tries that go to habits, the rest to changes of the best list. Numerical: tried. */
const HABITS_SHARE = 0.25;
/** A list so much worse than the one it came from, as a share of the best, is still gone on from, at first and at last. Numerical: tried. */
const WARM = 0.003;
const COLD = 1e-5; // Numerical: tried.

/**
 * A plan that gets better as long as it is asked: the greedy one first, then habits (fewer on a plate, fewer plates, other
 * lags), then changes of the best, gone on from with a tolerance that falls (simulated annealing, Kirkpatrick et al. 1983,
 * Science 220). One answer for one seed and budget. It yields the best so far every few tries, and returns it.
 */
export function* plannedPanfuls(cooking: Cooking, { seed, tries }: Budget): Generator<Panfuls, Panfuls> {
  const laid = laidOut(cooking);
  const decoder = new Decoder(laid);
  const random = seeded(seed);
  let best = greedy(laid, decoder, laid.grounds.map(fullHabit));
  const told = (): Panfuls => ({ turns: decoder.placed(best.turns), zoneKeys: laid.zoneKeys, cost: best.cost });
  yield told();
  const rhythms: Habit[][] = [];
  for (const grounds of laid.grounds) {
    const search = rhythmsOf(grounds, cooking);
    for (;;) {
      const { done, value } = search.next();
      if (done) {
        rhythms.push(value);
        break;
      }
      yield told();
    }
  }
  let habit: readonly Habit[] = laid.grounds.map(fullHabit);
  let habitCost = best.cost.total;
  const pool: Listed[] = [best];
  const habits = Math.round(HABITS_SHARE * tries);
  for (let i = 0; i < habits; i++) {
    // each rhythm once, beside the best habits of the others
    const turn = Math.floor(i / laid.grounds.length);
    const nextHabit = laid.grounds.map((_, job) => {
      if (i % laid.grounds.length === job && rhythms[job]![turn]) return rhythms[job]![turn];
      return random() < 0.5 ? habit[job]! : drawnHabit(laid, job, rhythms[job]!, habit[job]!, random);
    });
    const next = greedy(laid, decoder, nextHabit);
    if (next.cost.total < habitCost) [habit, habitCost] = [nextHabit, next.cost.total];
    if (next.cost.total < best.cost.total) best = next;
    keep(pool, next);
    if (i % BREATH === BREATH - 1) yield told();
  }
  // the best of each kind are changed for a while, and then the one that came furthest
  const begun = pool.slice(0, FROM);
  const each = Math.round(((tries - habits) * (1 - LAST_SHARE)) / begun.length);
  for (const from of begun) yield* annealed(from, each);
  yield* annealed(best, tries - habits - each * begun.length);
  return told();

  function* annealed(from: Listed, changes: number): Generator<Panfuls, void> {
    let now = from;
    for (let i = 0; i < changes; i++) {
      const bears = WARM * (COLD / WARM) ** (i / changes) * best.cost.total;
      const turns = changed(laid, now.turns, random);
      const cost = turns && decoder.decode(turns, now.cost.total - bears * Math.log(1 - random()));
      if (cost) {
        now = { turns, cost };
        if (cost.total < best.cost.total - 1e-9) best = now;
      }
      if (i % BREATH === BREATH - 1) yield told();
    }
  }
}

/** The best lists so far, the best first; those that cost alike are one. */
function keep(pool: Listed[], next: Listed): void {
  if (pool.some(({ cost }) => Math.abs(cost.total - next.cost.total) < 1e-6 * cost.total)) return;
  pool.push(next);
  pool.sort((a, b) => a.cost.total - b.cost.total);
  pool.length = Math.min(pool.length, FROM);
}

const fullHabit = (grounds: LaidOut['grounds'][number]): Habit => ({
  ...{ most: Infinity, zones: grounds.length, lags: [null], headwaysS: [0] },
});

/**
 * The rhythms of a job, the quickest first: of each size on each number of its zones, panfuls at one distance or a round of
 * them. A round is sought only where it could beat what is known: it takes a while.
 */
function* rhythmsOf(grounds: LaidOut['grounds'][number], { cooks, busiest }: Cooking): Generator<void, Habit[]> {
  const found: { readonly habit: Habit; readonly rate: number }[] = [];
  const one = grounds[0]!;
  const of = (size: number, zones: number, panfuls: readonly Rhythm[]): void => {
    const lengthS = panfuls.reduce((sum, { headwayS }) => sum + headwayS, 0);
    const habit = { most: size, zones, lags: panfuls.map(({ lags }) => lags) };
    const headwaysS = panfuls.map(({ headwayS }) => headwayS / cooks);
    found.push({ habit: { ...habit, headwaysS }, rate: (size * panfuls.length) / lengthS });
  };
  const sizes = one.blocks.map((_, at) => at + 1);
  const pairs = sizes.flatMap((size) => grounds.map((_, index) => ({ size, zones: index + 1 })));
  for (const { size, zones } of pairs) {
    const rhythm = shortestRhythm(one, size, zones, busiest);
    if (rhythm) of(size, zones, [rhythm]);
  }
  const bounded = pairs.map((pair) => ({ ...pair, bound: rateBound(one, pair.size, pair.zones) }));
  for (const { size, zones, bound } of bounded.sort((a, b) => b.bound - a.bound)) {
    const known = Math.max(0, ...found.map(({ rate }) => rate));
    if (bound <= known * WORTH) break;
    const round = shortestRound(one, size, zones, busiest, (size * zones) / known);
    if (round) of(size, zones, round.panfuls);
    yield;
  }
  return found.sort((a, b) => b.rate - a.rate).map(({ habit }) => habit);
}

/** A rhythm is worth a search only where it may be so much quicker. Numerical. */
const WORTH = 1.02;

/** No rhythm is quicker than hands and plates let it, pieces a second. */
function rateBound({ blocks, recoveryS }: LaidOut['grounds'][number][number], size: number, zones: number): number {
  const { pourS, flipS, liftS, pourToFlip, flipToLift } = blocks[size - 1]!;
  const cycleS = pourToFlip[0] + flipToLift[0] + liftS + recoveryS;
  return size / Math.max(pourS + flipS + liftS, cycleS / zones);
}

/** Another habit: a rhythm, one drawn anew, or the one before with something changed. */
function drawnHabit(
  { grounds }: LaidOut,
  job: number,
  rhythms: readonly Habit[],
  before: Habit,
  random: () => number,
): Habit {
  const own = grounds[job]!;
  const kind = random();
  if (kind < 0.2 && rhythms.length > 0) return rhythms[Math.floor(random() ** 2 * rhythms.length)]!;
  const largest = Math.max(...own.map(({ most }) => most));
  const one = own[0]!;
  const lagsFor = (most: number): Habit['lags'][number] => {
    if (random() < 0.2) return null;
    const { pourToFlip, flipToLift } = one.blocks[Math.min(most, one.most) - 1]!;
    const between = ([low, high]: readonly [number, number]) => low + random() ** 2 * (high - low);
    return [between(pourToFlip), between(flipToLift)];
  };
  if (kind < 0.4) {
    const most = random() < 0.5 ? largest : 1 + Math.floor(random() * largest);
    const zones = random() < 0.5 ? own.length : 1 + Math.floor(random() * own.length);
    const cycle = 1 + Math.floor(random() * zones);
    return { most, zones, lags: Array.from({ length: cycle }, () => lagsFor(most)), headwaysS: [0] };
  }
  const most = Math.min(before.most, largest);
  const lags = [...before.lags];
  const at = Math.floor(random() * lags.length);
  if (kind < 0.5 && lags.length < MOST_CYCLE) lags.splice(at, 0, lagsFor(most));
  else if (kind < 0.55 && lags.length > 1) lags.splice(at, 1);
  else {
    const pair = lags[at];
    const near = (lag: number) => lag + (random() - 0.5) * NEAR_S;
    lags[at] = pair && random() < 0.7 ? [near(pair[0]), near(pair[1])] : lagsFor(most);
  }
  return { ...before, lags, headwaysS: random() < 0.3 ? [0] : before.headwaysS };
}

/** Lags of so many panfuls in turn at most. Numerical: tried. */
const MOST_CYCLE = 8;
/** Lags are changed by so much about, s. Numerical: tried. */
const NEAR_S = 6;
