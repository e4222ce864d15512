import { appearanceFrom, type Appearances } from './appearance.ts';
import { BROWNING_LSTAR } from './parameters.ts';
import { SERVED } from './served.ts';
import type { SimulatedPiece } from './timeline.ts';

/** Moments of a second side from its flip, s, from which its lift follows; a colour that does not come is absent. */
export interface SecondSigns {
  /** From when it is done inside. */
  readonly insideS: number;
  readonly lightGoldS?: number | undefined;
  /** As it is wished when it is served, and from when nothing more is waited for. */
  readonly servedS?: number | undefined;
  readonly tooFarS?: number | undefined;
  readonly darkS?: number | undefined;
  readonly burntS?: number | undefined;
}

const PASSED_LSTAR = {
  ...{ lightGoldS: BROWNING_LSTAR.lightGold, servedS: SERVED.lStar, tooFarS: SERVED.tooFarLStar },
  ...{ darkS: BROWNING_LSTAR.dark, burntS: BROWNING_LSTAR.burnt },
} as const;
export const SECOND_COLOURS = Object.keys(PASSED_LSTAR) as (keyof typeof PASSED_LSTAR)[];

/** The signs of a simulated second side. */
export function secondSignsOf({
  appearances,
  done,
  lift,
}: Pick<SimulatedPiece, 'appearances' | 'done' | 'lift'>): SecondSigns {
  const colours = SECOND_COLOURS.map((colour) => [colour, passes(appearances, PASSED_LSTAR[colour])]);
  return { insideS: done.springsBackS ?? lift.bestS, ...Object.fromEntries(colours) };
}

/** Past its simulated end a face is followed for so many times as long. Numerical. */
const FOLLOWED = 4;

/** When a second face passes a lightness, s; nothing when it does not within a few times its simulated side. */
function passes({ second, secondStepS }: Appearances, lStar: number): number | undefined {
  const last = FOLLOWED * (second.length - 1);
  let beforeL = second[0]!.underLStar;
  for (let step = 1; step <= last; step++) {
    const { underLStar } = appearanceFrom(second, 1, step);
    if (underLStar <= lStar) return secondStepS * (step - 1 + (beforeL - lStar) / Math.max(1e-9, beforeL - underLStar));
    beforeL = underLStar;
  }
  return undefined;
}
