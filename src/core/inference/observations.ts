import type { Memo, Question } from '#core/memo';
import type { Cue, TimelineTable, Turn } from '#core/piece';
import type { SpotOnPlate, StationBody } from '#core/plate';
import { belief, paceOf, type Belief } from './belief.ts';
import type { Posterior } from './grid.ts';
import { posteriorOf, type Prior } from './prior.ts';
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
import { anySpot, atWork, spotField, spotSpreadC, type SpotAtWork, type SpotGuess, type SpotReading } from './spots.ts';
import { withNotYet, withUnpromptedFlip, withTurn } from './turns.ts';
import { surfaceLikelihood, type PlateReading, type SurfaceLikelihood } from './surface-likelihood.ts';
import { colourTimes, undersideLikelihood, type Underside } from './underside.ts';

/** Something seen of a zone, and what the plate model expected there and then. */
interface Seen {
  readonly atS: number;
  readonly expected: Expected;
  /** Where on the plate; nothing when nobody said. */
  readonly spot?: SpotOnPlate | undefined;
}

/** A look at the plate alone, on what face and in what room it was taken. */
export interface SurfaceObservation extends Seen {
  readonly kind: 'surface';
  readonly reading: PlateReading;
  readonly face: Pick<StationBody, 'metal' | 'coating'>;
  readonly roomC: number;
}

export type Observation =
  | SurfaceObservation
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
  | (Seen & {
      readonly kind: 'unpromptedFlip';
      readonly table: TimelineTable;
      readonly afterS: number;
      readonly nth: number;
    })
  /** The dial was turned: how its power goes with the mark is known only so well. */
  | { readonly kind: 'turned'; readonly atS: number; readonly errorSdC: number }
  /** The plate was moved to another burner: its error is open again. */
  | { readonly kind: 'moved'; readonly atS: number; readonly errorSdC: number };

/** The zone's posterior after everything seen, and what thermometers said of its spots. */
export interface Weighed {
  readonly posterior: Posterior;
  readonly spots: readonly SpotReading[];
  readonly spreadC: number;
  /** What those readings say of any spot. */
  readonly field: (at: SpotAtWork) => SpotGuess;
}

/** How far a plate's spots lie off its pattern, and what is known of them from before. */
export interface PlateSpots {
  readonly spreadC: number;
  readonly known?: readonly SpotReading[] | undefined;
}

const EVEN: PlateSpots = { spreadC: spotSpreadC(0) };

/**
 * Takes in observations, oldest first, letting the belief fade between them and up to `nowS`. What was taken in before is
 * kept by all that prior and observations say: one tap more costs one update.
 */
export function weigh(
  prior: Prior,
  observations: readonly Observation[],
  nowS: number,
  memo: Memo,
  plate: PlateSpots = EVEN,
): Weighed {
  const known = plate.known ?? [];
  const ordered = observations.map(toldApart).sort((a, b) => a.atS - b.atS);
  const chain = [memo.nameOf(JSON.stringify([prior, plate]))];
  for (const seen of ordered) chain.push(memo.nameOf(`${chain[chain.length - 1]!} ${writtenOut(seen, memo)}`));
  const [from, kept] = newestKept(chain, memo);
  let node: Taken = kept ?? { posterior: posteriorOf(prior, memo), spots: known, fadedToS: undefined };
  for (let count = from; count < ordered.length; count++) {
    const before = node;
    node = memo.recall(TAKEN, chain[count + 1]!, () => takenIn(before, ordered[count]!, plate.spreadC));
  }
  const { posterior, spots, fadedToS } = node;
  return {
    posterior: fadedToS === undefined ? posterior : aged(posterior, nowS - fadedToS),
    ...{ spots, spreadC: plate.spreadC },
    field: memo.of(FIELDS, node, () => spotField(spots, plate.spreadC)),
  };
}

const FIELDS: Pick<Question<Weighed['field']>, 'name' | 'answer'> = { name: 'field of spots' };

/** Beliefs by the chain of what they have taken in, about a hundred kilobytes each; one that grows by taps needs only the last. */
const TAKEN: Question<Taken> = { name: 'belief after observations', most: 240 };

/** How many of a chain's observations the newest kept belief has taken in, and that belief. */
function newestKept(chain: readonly string[], memo: Memo): [number, Taken | undefined] {
  for (let count = chain.length - 1; count > 0; count--) {
    const node = memo.kept(TAKEN, chain[count]!);
    if (node) return [count, node];
  }
  return [0, undefined];
}

/** What a belief can tell apart of what was expected, °C and as a share: the plate is followed anew at every tap. Numerical. */
const TOLD_APART = { ofC: 0.1, ofShare: 0.01 };

/** An observation by what a belief can tell apart of it. */
function toldApart(seen: Observation): Observation {
  if (!('expected' in seen)) return { ...seen, errorSdC: rounded(seen.errorSdC, TOLD_APART.ofC) };
  const { modelC, sensitivity, roughC, burnerOffsetC } = seen.expected;
  return {
    ...seen,
    expected: {
      modelC: rounded(modelC, TOLD_APART.ofC),
      sensitivity: rounded(sensitivity, TOLD_APART.ofShare),
      ...(roughC === undefined ? {} : { roughC: rounded(roughC, TOLD_APART.ofC) }),
      ...(burnerOffsetC && {
        burnerOffsetC: [rounded(burnerOffsetC[0], TOLD_APART.ofC), rounded(burnerOffsetC[1], TOLD_APART.ofC)],
      }),
    },
  };
}

function rounded(value: number, step: number): number {
  return step * Math.round(value / step);
}

/** All that an observation says, as a text. */
export function writtenOut(seen: Observation, memo: Memo): string {
  if (!('table' in seen)) return JSON.stringify(seen);
  const { table, ...rest } = seen;
  return `${JSON.stringify(rest)} ${memo.of(INPUT, table.input, () => memo.nameOf(JSON.stringify(table.input)))}`;
}
const INPUT = { name: 'name of a table' } as Pick<Question<string>, 'name' | 'answer'>;

interface Taken {
  readonly posterior: Posterior;
  readonly spots: readonly SpotReading[];
  /** Up to when the belief has faded; what is too short to be told is left for the next. */
  readonly fadedToS: number | undefined;
}

function takenIn(before: Taken, seen: Observation, spreadC: number): Taken {
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

/** A belief with one observation more. */
export function taken(
  posterior: Posterior,
  seen: Exclude<Observation, { kind: 'moved' | 'turned' }>,
  spots: readonly SpotReading[],
  spreadC: number,
): Posterior {
  const spot = seen.spot ? spotField(spots, spreadC)(atWork(seen.spot, seen.expected)) : undefined;
  switch (seen.kind) {
    case 'surface':
      return withSurface(posterior, seen.expected, likelihoodOf(seen), spot ?? anySpot(spreadC));
    case 'cue':
      return withCue(posterior, seen.table, seen.expected, seen.cue, seen.afterS, spot, seen.nth);
    case 'notYet':
      return withNotYet(posterior, seen.table, seen.expected, seen.afterS, spot, seen.weight);
    case 'turn':
      return withTurn(posterior, seen.table, seen.expected, seen.afterS, seen.turn, spot);
    case 'unpromptedFlip':
      return withUnpromptedFlip(posterior, seen.table, seen.expected, seen.afterS, spot, seen.nth);
    case 'underside':
      return withUnderside(posterior, seen.table, seen.expected, seen.afterS, seen.seen, spot, seen.nth);
  }
}

/** How likely a look is at each surface. */
export function likelihoodOf({ reading, face, roomC }: SurfaceObservation): SurfaceLikelihood {
  return surfaceLikelihood(reading, face, roomC);
}

/** Below this share of the error a plate is too cold for a reading to tell its spots apart. Assumed. */
const READABLE_FROM_SENSITIVITY = 0.5;

function spotReading(seen: Exclude<Observation, { kind: 'moved' | 'turned' }>): SpotReading | undefined {
  if (
    seen.kind !== 'surface' ||
    !('sdC' in seen.reading) ||
    !seen.spot ||
    seen.expected.sensitivity < READABLE_FROM_SENSITIVITY
  )
    return undefined;
  const { modelC, sensitivity, roughC = 0 } = seen.expected;
  return {
    ...atWork(seen.spot, seen.expected),
    residualC: (seen.reading.surfaceC - modelC) / sensitivity,
    sdC: Math.hypot(seen.reading.sdC, roughC) / sensitivity,
  };
}

/** A colour tells the heat of its spot too, as a coarse thermometer: which surfaces would have given it by now. */
function spotByColour(seen: Extract<Observation, { kind: 'underside' }>, known: Belief): SpotReading | undefined {
  const { spot, table, afterS, expected } = seen;
  if (!spot || expected.sensitivity < READABLE_FROM_SENSITIVITY) return undefined;
  const { browning } = paceOf(known);
  let [sum, mean, square] = [0, 0, 0];
  for (let offC = -COLOUR_SPAN_C; offC <= COLOUR_SPAN_C; offC += COLOUR_STEP_C) {
    const surfaceC = expected.modelC + expected.sensitivity * known.errorC + offC;
    const weight = undersideLikelihood(colourTimes(table, surfaceC), afterS * browning, seen.seen);
    sum += weight;
    mean += weight * offC;
    square += weight * offC * offC;
  }
  mean /= sum;
  const sdC = Math.hypot(Math.sqrt(Math.max(1, square / sum - mean * mean)), expected.roughC ?? 0);
  return {
    ...atWork(spot, expected),
    residualC: known.errorC + mean / expected.sensitivity,
    sdC: sdC / expected.sensitivity,
  };
}
/** Surfaces about the one expected at which a colour is asked, °C. Numerical. */
const COLOUR_SPAN_C = 48;
const COLOUR_STEP_C = 6; // Numerical.
