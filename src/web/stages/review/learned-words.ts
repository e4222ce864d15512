import { PRIOR_SD, type BatterKnown, type Estimate } from '#core/inference';
import { t } from '../../words/index.ts';

/** A batter's pace in a cook's words: when its signs come and how it browns, each with its spread. */
export function paceWords({ lnTime, lnBrowning, lnSecond }: BatterKnown): string {
  const signs = t(`learned.signs.${wayOf(lnTime, PRIOR_SD.lnTime)}`, shares(lnTime));
  const browns = t(`learned.browns.${wayOf(lnBrowning, PRIOR_SD.lnBrowning)}`, shares(lnBrowning));
  const seconds = lnSecond && t(`learned.seconds.${wayOf(lnSecond, PRIOR_SD.lnSecond)}`, shares(lnSecond));
  return [signs, browns, seconds].filter(Boolean).join(' ');
}

/** As wide as this share of what is assumed of any batter, nothing was seen of it. */
const UNSEEN = 0.95;

/** Less than a hundredth is none. */
function wayOf({ mean, sd }: Estimate, usualSd: number): 'unseen' | 'same' | 'more' | 'less' {
  if (sd >= UNSEEN * usualSd) return 'unseen';
  if (shares({ mean, sd }).percent === 0) return 'same';
  return mean > 0 ? 'more' : 'less';
}

function shares({ mean, sd }: Estimate) {
  return { percent: Math.round(100 * Math.abs(Math.expm1(mean))), sd: Math.max(1, Math.round(100 * sd)) };
}
