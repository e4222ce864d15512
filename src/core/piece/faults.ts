import type { BatterFamily } from '#core/formula';

/** What a cook sees that is wrong with a piece. */
export const FAULTS = ['darkRaw', 'paleSlow', 'paleRim', 'uneven', 'stuck', 'tore', 'ranThin', 'stoodThick'] as const;
export type Fault = (typeof FAULTS)[number];

/** Faults that mean something on a batter of this type: a film is never raw inside, and a cake does not tear. */
export const FAULTS_OF: Record<BatterFamily, readonly Fault[]> = {
  leavened: ['darkRaw', 'paleSlow', 'paleRim', 'uneven', 'stuck', 'ranThin', 'stoodThick'],
  thin: ['paleSlow', 'paleRim', 'uneven', 'stuck', 'tore', 'stoodThick'],
};
