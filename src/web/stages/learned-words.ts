import type { BatterKnown, Estimate } from '#core/adapt';
import { t } from '../words/index.ts';

/** A batter's pace in a cook's words: when its signs come and how it browns, each with its spread. */
export function paceWords({ lnTime, lnBrowning }: BatterKnown): string {
  return `${t(`learned.signs.${wayOf(lnTime)}`, shares(lnTime))} ${t(`learned.browns.${wayOf(lnBrowning)}`, shares(lnBrowning))}`;
}

/** Less than a hundredth is none. */
function wayOf({ mean }: Estimate): 'same' | 'more' | 'less' {
  if (shares({ mean, sd: 0 }).percent === 0) return 'same';
  return mean > 0 ? 'more' : 'less';
}

function shares({ mean, sd }: Estimate) {
  return { percent: Math.round(100 * Math.abs(Math.expm1(mean))), sd: Math.max(1, Math.round(100 * sd)) };
}
