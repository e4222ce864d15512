import { PRIOR_SD, type Estimate } from './batter-prior.ts';
import { normalCdf } from '#core/statistics';
import { normalDensity } from './surface-likelihood.ts';

const { hypot, log, max, min, sqrt } = Math;

/**
 * What hands and eyes told of one second side: it needed longer than `afterS`, it was done inside by then, it had lain too
 * long, or a cook took it off then by eye. `insideS` and `bestS` are when the piece model has it done inside and at its best.
 */
export interface SecondSideSeen {
  readonly says: 'longer' | 'done' | 'dry' | 'unprompted';
  readonly afterS: number;
  readonly insideS: number;
  readonly bestS: number;
  /** Where it lay. */
  readonly zone: string;
  readonly place: string;
}

/** How zones differ in a batter's second sides, and places of a zone: ln. Assumed. */
const BESIDE_SD = { zone: 0.12, place: 0.12 } as const;
/** A press, or a look at the middle, tells by so much whether a piece was done; a cook's own lift lies so far off its best: ln, pours and how each was turned and all. Assumed. */
const SEEN_SD = { felt: 0.25, unprompted: 0.25 } as const;

/** No second side is taken to say more of others than so much, ln: a burner was turned off, a piece forgotten. Assumed. */
const MAX_LN = 0.5;

/** How much longer second sides take than the piece model says, ln: of a batter, and on one of its places. */
export interface SecondSides {
  readonly batter: Estimate;
  at(zone: string, place: string): Estimate;
}

/**
 * What is believed of a batter's second sides after all that was told of them: a batter's own part, with each zone's and
 * each place's beside it, as one normal belief. "Longer than" and "by then" are taken in one after another by the moments
 * of what they leave (assumed-density filtering: Minka 2001, ch. 3); the cook's own lifts as they are.
 * @param before what the batter's part was known to be when the run began
 */
export function secondSides(
  told: readonly SecondSideSeen[],
  before: Estimate = { mean: 0, sd: PRIOR_SD.lnSecond },
): SecondSides {
  const batter: Part = { name: 'batter', usual: before };
  const partsAt = (zone: string, place: string): Part[] => [
    batter,
    { name: `zone ${zone}`, usual: { mean: 0, sd: BESIDE_SD.zone } },
    { name: `place ${zone} ${place}`, usual: { mean: 0, sd: BESIDE_SD.place } },
  ];
  const known = new Parts([batter, ...told.flatMap(({ zone, place }) => partsAt(zone, place))]);
  for (const seen of told) known.takeIn(partsAt(seen.zone, seen.place), seen);
  return { batter: known.sumOf([batter]), at: (zone, place) => known.sumOf(partsAt(zone, place)) };
}

/** A part of what adds up to a factor, and what it is as long as nobody told anything of it. */
interface Part {
  readonly name: string;
  readonly usual: Estimate;
}

/** A normal belief about parts that add up. */
class Parts {
  private readonly index: ReadonlyMap<string, number>;
  private readonly mean: number[];
  private readonly cov: number[][];

  constructor(parts: readonly Part[]) {
    const known = [...new Map(parts.map((part) => [part.name, part])).values()];
    this.index = new Map(known.map(({ name }, i) => [name, i]));
    this.mean = known.map(({ usual }) => usual.mean);
    this.cov = known.map(({ usual }, i) => known.map((_, j) => (i === j ? usual.sd ** 2 : 0)));
  }

  sumOf(parts: readonly Part[]): Estimate {
    const known = this.known(parts);
    const unheard = parts.filter(({ name }) => !this.index.has(name));
    const variance = known.reduce((sum, i) => sum + known.reduce((row, j) => row + this.cov[i]![j]!, 0), 0);
    return {
      mean: known.reduce((sum, i) => sum + this.mean[i]!, 0),
      sd: hypot(sqrt(max(0, variance)), ...unheard.map(({ usual }) => usual.sd)),
    };
  }

  takeIn(parts: readonly Part[], { says, afterS, insideS, bestS }: SecondSideSeen): void {
    const { mean, sd } = this.sumOf(parts);
    // further off something else was amiss, and what holds for far longer holds for this much longer too
    const lnSeen = max(-MAX_LN, min(MAX_LN, log(afterS / (says === 'unprompted' || says === 'dry' ? bestS : insideS))));
    if (says === 'unprompted') {
      const spread = hypot(sd, SEEN_SD.unprompted);
      return this.move(parts, (lnSeen - mean) / spread ** 2, 1 / spread ** 2);
    }
    // the part of the normal that lies on the side that was told: its mean, and how much narrower it is
    const spread = hypot(sd, SEEN_SD.felt);
    const z = (mean - lnSeen) / spread;
    const side = says === 'longer' ? 1 : -1;
    const hazard = normalDensity(z, 1) / max(1e-12, normalCdf(side * z));
    this.move(parts, (side * hazard) / spread, (hazard * (hazard + side * z)) / spread ** 2);
  }

  private known(parts: readonly Part[]): number[] {
    return parts.flatMap(({ name }) => this.index.get(name) ?? []);
  }

  /** Moves each part by `by` times, and narrows it by `less` times, what it has to do with the sum of some. */
  private move(parts: readonly Part[], by: number, less: number): void {
    const known = this.known(parts);
    const shared = this.cov.map((row) => known.reduce((sum, j) => sum + row[j]!, 0));
    shared.forEach((a, i) => {
      this.mean[i]! += by * a;
      shared.forEach((b, j) => (this.cov[i]![j]! -= less * a * b));
    });
  }
}
