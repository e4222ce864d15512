import type { Cue, TimelineTable, Turn } from '#core/piece';
import type { SpotOnPlate, StationBody } from '#core/plate';
import { belief, paceOf, type Belief } from './belief.ts';
import type { Posterior } from './grid.ts';
import {
  FADES_AFTER_S,
  aged,
  spreadBy,
  withCue,
  withErrorAfresh,
  withSurface,
  withUnderside,
  type Expected,
} from './posterior.ts';
import { anySpot, atWork, spotField, spotSpreadC, type SpotReading } from './spots.ts';
import { withNotYet, withOwnTurn, withTurn } from './turns.ts';
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
  | (Seen & {
      readonly kind: 'notYet';
      readonly table: TimelineTable;
      readonly afterS: number;
      readonly weight: number;
    })
  | (Seen & {
      readonly kind: 'underside';
      readonly table: TimelineTable;
      readonly afterS: number;
      readonly seen: Underside;
      readonly nth: number;
    })
  /** How a piece stood as it was turned. */
  | (Seen & { readonly kind: 'turn'; readonly table: TimelineTable; readonly afterS: number; readonly turn: Turn })
  /** A piece that was turned by eye, not because the board asked. */
  | (Seen & { readonly kind: 'ownTurn'; readonly table: TimelineTable; readonly afterS: number; readonly nth: number })
  /** The dial was turned: how its power goes with the mark is known only so well. */
  | { readonly kind: 'turned'; readonly atS: number; readonly key: string; readonly errorSdC: number }
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
  const ordered = [...sightings].sort((a, b) => a.atS - b.atS);
  const spotsKey = known.map(({ xMm, yMm, residualC }) => `${xMm},${yMm},${residualC}`).join();
  const names = [numberOf(`${prior.key} ${plate.spreadC} ${spotsKey}`)];
  for (const seen of ordered) names.push(numberOf(`${names.at(-1)!};${seen.key}`));
  let [count, node] = newestRemembered(names);
  node ??= { posterior: prior.posterior, spots: known, fadedToS: undefined };
  for (; count < ordered.length; count++) {
    node = takenIn(node, ordered[count]!, plate.spreadC);
    remember(names[count + 1]!, node);
  }
  const { posterior, spots, fadedToS } = node;
  return {
    posterior: fadedToS === undefined ? posterior : aged(posterior, nowS - fadedToS),
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
  /** Up to when the belief has faded; what is too short to be told is left for the next. */
  readonly fadedToS: number | undefined;
}

function takenIn(before: Taken, seen: Sighting, spreadC: number): Taken {
  const { fadedToS = seen.atS } = before;
  const fades = seen.atS - fadedToS >= FADES_AFTER_S;
  const faded = fades ? aged(before.posterior, seen.atS - fadedToS) : before.posterior;
  const nextS = fades ? seen.atS : fadedToS;
  // what was read of spots was of the other burner
  if (seen.kind === 'turned')
    return { posterior: spreadBy(faded, seen.errorSdC), spots: before.spots, fadedToS: nextS };
  if (seen.kind === 'moved') return { posterior: withErrorAfresh(faded, seen.errorSdC), spots: [], fadedToS: seen.atS };
  const reading = seen.kind === 'underside' ? spotByColour(seen, belief(faded)) : spotReading(seen);
  const spots = reading ? [...before.spots, reading] : before.spots;
  return { posterior: taken(faded, seen, before.spots, spreadC), spots, fadedToS: nextS };
}

/** The newest answers by their numbers, about a hundred kilobytes each; a belief that grows by taps needs only the last. */
const TAKEN = new Map<number, Taken>();
const MOST_TAKEN = 240;

function remember(name: number, node: Taken): void {
  TAKEN.delete(name);
  TAKEN.set(name, node);
  if (TAKEN.size > MOST_TAKEN) TAKEN.delete(TAKEN.keys().next().value!);
}

/** How many of a chain's sightings the newest remembered belief has taken in, and that belief. */
function newestRemembered(names: readonly number[]): [number, Taken | undefined] {
  for (let count = names.length - 1; count > 0; count--) {
    const node = TAKEN.get(names[count]!);
    if (!node) continue;
    remember(names[count]!, node);
    return [count, node];
  }
  return [0, undefined];
}

/** A number for each chain of sightings, by the number of what came before and the name of the last. */
const NUMBERS = new Map<string, number>();
const MOST_NUMBERS = 20_000;
let lastNumber = 0;

function numberOf(name: string): number {
  let number = NUMBERS.get(name);
  if (number === undefined) {
    if (NUMBERS.size > MOST_NUMBERS) NUMBERS.clear();
    NUMBERS.set(name, (number = ++lastNumber));
  }
  return number;
}

/** A belief with one sighting more. */
export function taken(
  posterior: Posterior,
  seen: Exclude<Sighting, { kind: 'moved' | 'turned' }>,
  spots: readonly SpotReading[],
  spreadC: number,
): Posterior {
  const spot = seen.spot ? spotField(spots, spreadC)(atWork(seen.spot, seen.expected)) : undefined;
  switch (seen.kind) {
    case 'surface':
      return withSurface(posterior, seen.expected, seen.likelihood, spot ?? anySpot(spreadC));
    case 'cue':
      return withCue(posterior, seen.table, seen.expected, seen.cue, seen.afterS, spot, seen.nth);
    case 'notYet':
      return withNotYet(posterior, seen.table, seen.expected, seen.afterS, spot, seen.weight);
    case 'turn':
      return withTurn(posterior, seen.table, seen.expected, seen.afterS, seen.turn, spot);
    case 'ownTurn':
      return withOwnTurn(posterior, seen.table, seen.expected, seen.afterS, spot, seen.nth);
    case 'underside':
      return withUnderside(posterior, seen.table, seen.expected, seen.afterS, seen.seen, spot, seen.nth);
  }
}

/** Below this share of the error a plate is too cold for a reading to tell its spots apart. */
const LEAST_SHARE = 0.5;

function spotReading(seen: Exclude<Sighting, { kind: 'moved' | 'turned' }>): SpotReading | undefined {
  if (seen.kind !== 'surface' || !seen.measured || !seen.spot || seen.expected.share < LEAST_SHARE) return undefined;
  const { modelC, share, roughC = 0 } = seen.expected;
  return {
    ...atWork(seen.spot, seen.expected),
    residualC: (seen.measured.surfaceC - modelC) / share,
    sdC: Math.hypot(seen.measured.sdC, roughC) / share,
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
  const sdC = Math.hypot(Math.sqrt(Math.max(1, square / sum - mean * mean)), expected.roughC ?? 0);
  return { ...atWork(spot, expected), residualC: known.errorC + mean / expected.share, sdC: sdC / expected.share };
}
const COLOUR_SPAN_C = 48;
const COLOUR_STEP_C = 6;
