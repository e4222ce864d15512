import { Z_NINE_IN_TEN } from '#core/units';
import { waterTo, type BatterMoment, type ConsistencyBelief } from './belief.ts';

/** What to stir in so that the batter meets its aim. */
export interface Dose {
  readonly what: 'liquid' | 'flour' | 'nothing';
  /** All of it, and the bounds that hold nine of ten, g. */
  readonly massG: number;
  readonly lowG: number;
  readonly highG: number;
  /** To stir in now: two thirds of the first dose, the rest once this batter has shown how it answers. */
  readonly nowG: number;
}

export interface DoseFor {
  readonly grainG: number;
  /** Share of the liquid that is water. */
  readonly liquidWaterShare: number;
  /** At the pour: its water as it is now. */
  readonly atPour: BatterMoment;
  readonly target: number;
  /** Doses whose effect was measured already. */
  readonly answered: number;
}

/** Common practice: two thirds, then look again; no source. */
const FIRST_SHARE = 2 / 3;
/** Nearer than this to the aim nobody stirs anything in, of the consistency. Assumed. */
const NEAR_ENOUGH = 0.08;

/** Liquid for a batter too thick, flour for one too thin, small steps first. */
export function doseTo(belief: ConsistencyBelief, wanted: DoseFor): Dose {
  const { grainG, liquidWaterShare, atPour, target, answered } = wanted;
  const { perGrain, sd } = waterTo(belief, atPour, target);
  const nothing: Dose = { what: 'nothing', massG: 0, lowG: 0, highG: 0, nowG: 0 };
  if (Math.abs(perGrain * belief.mean[1]) < NEAR_ENOUGH) return nothing;
  const mass = (water: number) =>
    perGrain > 0
      ? (water * grainG) / liquidWaterShare
      : // flour that brings the same water down to the wished share
        (atPour.waterPerGrain * grainG) / (atPour.waterPerGrain + water) - grainG;
  const bounds = [perGrain - Z_NINE_IN_TEN * sd, perGrain + Z_NINE_IN_TEN * sd].map((water) =>
    Math.max(0, mass(perGrain > 0 ? Math.max(0, water) : Math.min(0, water))),
  );
  const massG = mass(perGrain);
  return {
    what: perGrain > 0 ? 'liquid' : 'flour',
    massG,
    lowG: Math.min(...bounds),
    highG: Math.max(...bounds),
    nowG: answered === 0 ? massG * FIRST_SHARE : massG,
  };
}
