import type { Cue, TimelineTable } from '#core/piece';
import type { SpotOnPlate, StationBody } from '#core/plate';
import { belief, paceOf, type Belief } from './belief.ts';
import { errorWeights, type Posterior } from './grid.ts';
import {
  aged,
  priorPosterior,
  withCue,
  withErrorAfresh,
  withNotYet,
  withSurface,
  withUnderside,
  type Expected,
} from './posterior.ts';
import { anySpot, spotField, spotSpreadC, type SpotReading } from './spots.ts';
import { surfaceLikelihood, type PlateReading, type SurfaceLikelihood } from './surface-likelihood.ts';
import { colourTimes, undersideLikelihood, type Underside } from './underside.ts';

/** Something seen of a zone, and what the plate model expected there and then. */
interface Seen {
  readonly atS: number;
  /** What tells this sighting from every other: two of one name are one and the same. */
  readonly key: string;
  readonly expected: Expected;
  /** Where on the plate; nothing when nobody said. */
  readonly spot?: SpotOnPlate | undefined;
}

export type Sighting =
  | (Seen & {
      readonly kind: 'surface';
      readonly likelihood: SurfaceLikelihood;
      /** A thermometer's figure and spread: it tells its spot apart from the zone. */
      readonly measured?: { readonly surfaceC: number; readonly sdC: number } | undefined;
    })
  | (Seen & {
      readonly kind: 'cue';
      readonly table: TimelineTable;
      readonly cue: Cue;
      readonly afterS: number;
      readonly nth: number;
    })
  | (Seen & { readonly kind: 'notYet'; readonly table: TimelineTable; readonly afterS: number })
  | (Seen & {
      readonly kind: 'underside';
      readonly table: TimelineTable;
      readonly afterS: number;
      readonly seen: Underside;
    })
  /** The plate was moved to another burner: its error is open again. */
  | { readonly kind: 'moved'; readonly atS: number; readonly key: string; readonly errorSdC: number };

/** A look at the plate alone, as a sighting: what it says, and its figure when it is a thermometer's. */
export function surfaceSeen(
  reading: PlateReading,
  station: Pick<StationBody, 'metal' | 'coating'>,
  roomC: number,
  seen: Seen,
): Extract<Sighting, { kind: 'surface' }> {
  const measured = 'sdC' in reading ? { surfaceC: reading.surfaceC, sdC: reading.sdC } : undefined;
  return { ...seen, kind: 'surface', likelihood: surfaceLikelihood(reading, station, roomC), measured };
}

/** The zone's posterior after everything seen, and what thermometers said of its spots. */
export interface Weighed {
  readonly posterior: Posterior;
  readonly spots: readonly SpotReading[];
  readonly spreadC: number;
}

/** How far a plate's spots lie off its pattern, and what is known of them from before. */
export interface PlateSpots {
  readonly spreadC: number;
  readonly known?: readonly SpotReading[] | undefined;
}

const EVEN: PlateSpots = { spreadC: spotSpreadC(0) };

/**
 * Takes in sightings, oldest first, letting the belief fade between them and up to `nowS`. What was taken in before is
 * remembered by the names of prior and sightings: one tap more costs one update.
 */
export function weigh(
  prior: NamedPrior,
  sightings: readonly Sighting[],
  nowS: number,
  plate: PlateSpots = EVEN,
): Weighed {
  const known = plate.known ?? [];
  let key = `${prior.key} ${plate.spreadC} ${known.map(({ xMm, yMm, residualC }) => `${xMm},${yMm},${residualC}`).join()}`;
  let node: Taken = { posterior: prior.posterior, spots: known, lastS: undefined };
  for (const seen of [...sightings].sort((a, b) => a.atS - b.atS)) {
    key += `;${seen.key}`;
    const before = node;
    node = remembered(key, () => takenIn(before, seen, plate.spreadC));
  }
  const { posterior, spots, lastS } = node;
  return {
    posterior: lastS === undefined ? posterior : aged(posterior, nowS - lastS),
    ...{ spots, spreadC: plate.spreadC },
  };
}

/** A belief to begin with, and a name for it. */
export interface NamedPrior {
  readonly key: string;
  readonly posterior: Posterior;
}

interface Taken {
  readonly posterior: Posterior;
  readonly spots: readonly SpotReading[];
  readonly lastS: number | undefined;
}

function takenIn(before: Taken, seen: Sighting, spreadC: number): Taken {
  const faded = before.lastS === undefined ? before.posterior : aged(before.posterior, seen.atS - before.lastS);
  const lastS = seen.atS;
  // what was read of spots was of the other burner
  if (seen.kind === 'moved') return { posterior: withErrorAfresh(faded, seen.errorSdC), spots: [], lastS };
  const reading = seen.kind === 'underside' ? spotByColour(seen, belief(faded)) : spotReading(seen);
  const spots = reading ? [...before.spots, reading] : before.spots;
  return { posterior: taken(faded, seen, before.spots, spreadC), spots, lastS };
}

/** The newest answers, about a hundred kilobytes each; a belief that grows by taps needs only the last. */
const TAKEN = new Map<string, Taken>();
const MOST_TAKEN = 96;

function remembered(key: string, make: () => Taken): Taken {
  let node = TAKEN.get(key);
  if (node) TAKEN.delete(key);
  else node = make();
  TAKEN.set(key, node);
  if (TAKEN.size > MOST_TAKEN) TAKEN.delete(TAKEN.keys().next().value!);
  return node;
}

function taken(
  posterior: Posterior,
  seen: Exclude<Sighting, { kind: 'moved' }>,
  spots: readonly SpotReading[],
  spreadC: number,
): Posterior {
  const spot = seen.spot ? spotField(spots, spreadC)(seen.spot) : undefined;
  switch (seen.kind) {
    case 'surface':
      return withSurface(posterior, seen.expected, seen.likelihood, spot ?? anySpot(spreadC));
    case 'cue':
      return withCue(posterior, seen.table, seen.expected, seen.cue, seen.afterS, spot, seen.nth);
    case 'notYet':
      return withNotYet(posterior, seen.table, seen.expected, seen.afterS, spot);
    case 'underside':
      return withUnderside(posterior, seen.table, seen.expected, seen.afterS, seen.seen, spot);
  }
}

/** Below this share of the error a plate is too cold for a reading to tell its spots apart. */
const LEAST_SHARE = 0.5;

function spotReading(seen: Exclude<Sighting, { kind: 'moved' }>): SpotReading | undefined {
  if (seen.kind !== 'surface' || !seen.measured || !seen.spot || seen.expected.share < LEAST_SHARE) return undefined;
  const { modelC, share } = seen.expected;
  return {
    ...seen.spot,
    residualC: (seen.measured.surfaceC - modelC) / share,
    sdC: seen.measured.sdC / share,
  };
}

/** A colour tells the heat of its spot too, as a coarse thermometer: which surfaces would have given it by now. */
function spotByColour(seen: Extract<Sighting, { kind: 'underside' }>, known: Belief): SpotReading | undefined {
  const { spot, table, afterS, expected } = seen;
  if (!spot || expected.share < LEAST_SHARE) return undefined;
  const { browning } = paceOf(known);
  let [sum, mean, square] = [0, 0, 0];
  for (let offC = -COLOUR_SPAN_C; offC <= COLOUR_SPAN_C; offC += COLOUR_STEP_C) {
    const surfaceC = expected.modelC + expected.share * known.errorC + offC;
    const weight = undersideLikelihood(colourTimes(table, surfaceC), afterS * browning, seen.seen);
    sum += weight;
    mean += weight * offC;
    square += weight * offC * offC;
  }
  mean /= sum;
  const sdC = Math.sqrt(Math.max(1, square / sum - mean * mean));
  return { ...spot, residualC: known.errorC + mean / expected.share, sdC: sdC / expected.share };
}
const COLOUR_SPAN_C = 48;
const COLOUR_STEP_C = 6;

/** What one look says by itself, °C: nine in ten between these; an open end is null. */
export interface Says {
  readonly lowC: number | null;
  readonly highC: number | null;
}

const SAYS = { fromC: 20, toC: 380, stepC: 2 };

export function says(likelihood: SurfaceLikelihood): Says {
  const count = (SAYS.toC - SAYS.fromC) / SAYS.stepC;
  const weights = Array.from({ length: count }, (_, i) => Math.exp(likelihood(SAYS.fromC + (i + 0.5) * SAYS.stepC)));
  // what a slip of the eye might say anywhere is left out
  const floor = Math.min(...weights);
  const clean = weights.map((weight) => weight - floor);
  const total = clean.reduce((sum, weight) => sum + weight, 0);
  const peak = Math.max(...clean);
  const at = (share: number) => {
    let sum = 0;
    const index = clean.findIndex((weight) => (sum += weight) >= share * total);
    return SAYS.fromC + (index + 0.5) * SAYS.stepC;
  };
  return {
    lowC: clean[0]! > peak / 2 ? null : at(0.05),
    highC: clean.at(-1)! > peak / 2 ? null : at(0.95),
  };
}

/** Two looks contradict each other when less than this share of what they say overlaps. Assumed. */
const LEAST_OVERLAP = 0.12;

/**
 * Which looks at the surface contradict which: pairs of indices. Each is taken by itself, without the prior, as it would
 * be believed now.
 */
export function contradictions(sightings: readonly Sighting[], spreadC = EVEN.spreadC): [number, number][] {
  const latestS = Math.max(0, ...sightings.map((seen) => seen.atS));
  const movedS = Math.max(-Infinity, ...sightings.flatMap((seen) => (seen.kind === 'moved' ? seen.atS : [])));
  const alone = sightings.map((seen) =>
    seen.kind === 'moved' || seen.kind === 'cue' || seen.kind === 'notYet' || seen.atS < movedS
      ? undefined
      : byItself(seen, latestS, spreadC),
  );
  const pairs: [number, number][] = [];
  alone.forEach((one, i) =>
    alone.slice(0, i).forEach((other, j) => {
      if (!one || !other || elsewhere(sightings[i]!, sightings[j]!)) return;
      const shared = one.reduce((sum, weight, e) => sum + Math.min(weight, other[e]!), 0);
      if (shared < LEAST_OVERLAP) pairs.push([j, i]);
    }),
  );
  return pairs;
}

/** Two spots so far apart may well differ: that is what a hot spot is, not a contradiction, mm. Assumed. */
const ELSEWHERE_MM = 60;

function elsewhere(a: Sighting, b: Sighting): boolean {
  if (a.kind === 'moved' || b.kind === 'moved' || !a.spot || !b.spot) return false;
  return Math.hypot(a.spot.xMm - b.spot.xMm, a.spot.yMm - b.spot.yMm) > ELSEWHERE_MM;
}

/** Nothing is known but the look: wide enough to be flat. */
const FLAT = priorPosterior(300);

function byItself(
  seen: Exclude<Sighting, { kind: 'moved' | 'cue' | 'notYet' }>,
  nowS: number,
  spreadC: number,
): Float64Array {
  const { posterior } = weigh({ key: 'flat', posterior: FLAT }, [seen], nowS, { spreadC });
  return errorWeights(posterior);
}
