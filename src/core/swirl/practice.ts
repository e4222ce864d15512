import { bladeReachM, drawBlade, type Spot } from './blade.ts';
import { depthsOf } from './film.ts';
import { coveredShare } from './measures.ts';
import { dryPan, pourFor, pullOf, stepFilm, type PanFilm, type SwirlSetup } from './pan-film.ts';
import type { LevelPour } from './practice-levels.ts';
import { USUAL_HANDS, leftM } from './way.ts';

/**
 * How a pan is held, degrees: to the right and to the front, as a hand means it. Of a blade or a bottle: where it is, the steepest tilt
 * standing for the rim; held in the middle a blade is lifted.
 */
export interface Held {
  readonly rightDeg: number;
  readonly frontDeg: number;
}
export const LEVEL_HELD: Held = { rightDeg: 0, frontDeg: 0 }; // Definition.
/** Nobody tilts a pan of wet batter further, degrees. Common practice, no source. */
export const STEEPEST_DEG = 25;

/** Each span is taken in so many steps, however long it was: a hitch costs grain, not time. Numerical. */
const STEPS = 4;
/** A film is over when so little of it ran within a look, or after so long. Numerical. */
const LOOK_S = 1;
const AT_REST_M = 2e-6; // Numerical: mean change of depth within a look.
const LONGEST_S = 16; // Common practice, no source: by then any film has set.
/** Coverage is kept this often, s. Numerical. */
const KEPT_S = 0.1;

/** Nearer to the middle than this, as a share of the tilt that stands for the rim, a blade is lifted, degrees. Assumed. */
const LIFTED_DEG = 1;

/** A bottle is led as near to the rim as this, of the radius: what falls beside the plate is lost. Assumed. */
const BOTTLE_REACH = 0.97;

/** Whether a blade held so lies on the plate. */
export function bladeLies({ rightDeg, frontDeg }: Held): boolean {
  return Math.hypot(rightDeg, frontDeg) >= LIFTED_DEG;
}

const between = (a: Spot, b: Spot, share: number): Spot => ({
  xM: a.xM + share * (b.xM - a.xM),
  yM: a.yM + share * (b.yM - a.yM),
});

/** One moment of a swirl, as it is kept for its replay. */
export interface SwirlMoment extends Held {
  readonly atS: number;
  readonly coverage: number;
}

/** A pour that a learner runs over its pan: advanced by the time that has passed, under the tilt held meanwhile. */
export class SwirlPractice {
  readonly pan: PanFilm;
  readonly moments: SwirlMoment[] = [];
  private readonly volumeMl: number;
  private readonly askewRad: number;
  private readonly leavesM: number | null;
  private readonly bottle: boolean;
  private readonly pourS: number;
  private blade: Spot | null = null;
  private before: Float64Array;
  private lookedS = 0;
  private atRest = false;

  constructor(
    setup: SwirlSetup,
    { volumeMl, askewDeg, bottleS }: Pick<LevelPour, 'volumeMl' | 'askewDeg' | 'bottleS'>,
  ) {
    this.pan = dryPan(setup);
    this.volumeMl = volumeMl;
    this.askewRad = (askewDeg * Math.PI) / 180;
    this.bottle = bottleS !== undefined;
    this.pourS = bottleS ?? USUAL_HANDS.pourS;
    this.before = depthsOf(this.pan.film);
    const { way, batter } = setup;
    this.leavesM = typeof way === 'object' ? leftM(way, batter.consistencyPaSn) : null;
  }

  get over(): boolean {
    return this.atRest || this.pan.atS >= LONGEST_S;
  }

  advance(spanS: number, held: Held): void {
    const stepS = spanS / STEPS;
    const set = this.bladeOf(held);
    const from = this.blade;
    for (let i = 0; i < STEPS && !this.over; i++) {
      pourFor(this.pan, this.volumeMl, this.pourS, this.pan.atS, stepS, this.bottle ? this.spotOf(held) : undefined);
      if (this.leavesM !== null && from && set)
        drawBlade(this.pan.film, this.leavesM, between(from, set, i / STEPS), between(from, set, (i + 1) / STEPS));
      stepFilm(this.pan, this.pullOf(held), stepS);
    }
    this.blade = set;
    const { atS, film } = this.pan;
    if (atS - (this.moments.at(-1)?.atS ?? -1) >= KEPT_S)
      this.moments.push({ atS, ...held, coverage: coveredShare(film) });
    if (atS - this.lookedS < LOOK_S || atS < this.pourS + LOOK_S) return;
    const now = depthsOf(film);
    const moved = now.reduce((sum, depth, i) => sum + Math.abs(depth - this.before[i]!), 0) / now.length;
    this.atRest = moved < AT_REST_M;
    this.before = now;
    this.lookedS = atS;
  }

  /** Where the blade is set down. */
  private bladeOf(held: Held): Spot | null {
    if (this.leavesM === null || this.pan.atS < this.pourS || !bladeLies(held)) return null;
    const { xM, yM } = this.spotOf(held);
    // its middle stays where the blade reaches the rim
    const inside = Math.min(1, bladeReachM(this.radiusM) / Math.hypot(xM, yM));
    return { xM: inside * xM, yM: inside * yM };
  }

  /** Where on the plate a hand that holds so is. */
  private spotOf({ rightDeg, frontDeg }: Held): Spot {
    const perDeg = this.radiusM / STEEPEST_DEG;
    const inside = Math.min(1, (BOTTLE_REACH * STEEPEST_DEG) / Math.max(Math.hypot(rightDeg, frontDeg), 1e-9));
    return { xM: inside * perDeg * rightDeg, yM: inside * perDeg * frontDeg };
  }

  private get radiusM(): number {
    return (this.pan.film.columns * this.pan.film.cellM) / 2;
  }

  private pullOf({ rightDeg, frontDeg }: Held) {
    if (this.leavesM !== null || this.bottle) return pullOf(0, 0);
    const steep = Math.min(STEEPEST_DEG, Math.hypot(rightDeg, frontDeg));
    const towards = Math.atan2(frontDeg, rightDeg);
    const pull = pullOf((steep * Math.PI) / 180, towards);
    // a pan askew leans to its right by itself
    return { ...pull, x: pull.x + pull.z * Math.sin(this.askewRad) };
  }
}
