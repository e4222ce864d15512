import type { Memo, Question } from '#core/memo';
import type { Posterior } from './grid.ts';
import { UNKNOWN_BATTER, batterOf, type BatterKnown } from './batter-prior.ts';
import { openPrior, priorPosterior } from './posterior.ts';

/** What is believed of a zone and a batter before anything was seen, in figures. */
export interface Prior {
  /** A plate that nobody has read may be quite other than written; a guess or a calibration is off by its spread. */
  readonly kind: 'open' | 'assumed';
  readonly errorSdC: number;
  /** What was known of the batter; nothing of one that nobody has cooked. */
  readonly batter?: Pick<BatterKnown, 'lnTime' | 'lnBrowning'> | undefined;
}

/** A prior's posterior, before anything was seen. */
export function posteriorOf(prior: Prior, memo: Memo): Posterior {
  const { kind, errorSdC, batter } = prior;
  return memo.recall(PRIORS, JSON.stringify([kind, errorSdC, batter?.lnTime, batter?.lnBrowning]), () => {
    const weights = batter ? batterOf(batter) : UNKNOWN_BATTER;
    return kind === 'assumed' ? priorPosterior(errorSdC, weights) : openPrior(errorSdC, weights);
  });
}
const PRIORS: Question<Posterior> = { name: 'prior', most: 60 };
