import { normalCdf } from './surface-likelihood.ts';

/** Hands and clocks blur a moment by so much, s. Assumed. */
const HANDS_S = 3;

/** A moment that hands and eyes meet only about, s; infinite when it never comes. */
export interface BlurredMoment {
  readonly momentS: number;
  readonly sdS: number;
}

const NEVER: BlurredMoment = { momentS: Infinity, sdS: HANDS_S };

/** @param share no moment is sharper than this share of it */
export function blurred(momentS: number | undefined, share: number): BlurredMoment {
  return momentS === undefined || momentS === Infinity ? NEVER : { momentS, sdS: Math.max(HANDS_S, share * momentS) };
}

/** How likely it has come by `atS`. */
export function comeBy({ momentS, sdS }: BlurredMoment, atS: number): number {
  return normalCdf((atS - momentS) / sdS);
}
