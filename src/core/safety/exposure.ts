import { MS_PER_MIN } from '#core/units';
import { outLimitMin, type RuleSet } from './rules.ts';

/** Where something stands from a moment on, until the next stretch. */
export interface Stretch {
  readonly fromMs: number;
  readonly where: 'counter' | 'fridge' | 'hold';
}

export interface Exposure {
  /** Minutes between cold and hot so far, over all stretches. */
  readonly outMin: number;
  readonly limitMin: number;
  /** When three quarters of the limit are used, if it stays where it is. Null: not within three days. */
  readonly warnMs: number | null;
  /** When it should be thrown away, if it stays where it is: by the minutes out, or by its age in the cold. */
  readonly discardMs: number | null;
  readonly phase: 'good' | 'warn' | 'discard';
  /** Which limit comes first. */
  readonly by: 'out' | 'kept';
}

/** Share of the limit at which to warn. Assumed. */
const WARN_SHARE = 0.75;
const HORIZON_MIN = 72 * 60;

/**
 * The safety clock of a batter or a held piece: one sum over counter, fridge and hold. A minute counts when it stands
 * outside the fridge and is neither cold nor hot; a bowl just out of the fridge begins to count when it has warmed. In the
 * fridge only its age runs. It warns; the cook decides.
 * @param stretches in order of time, the first from when it was made
 * @param tempC of the thing itself at a moment
 */
export function exposureOf(
  stretches: readonly Stretch[],
  tempC: (atMs: number) => number,
  rules: RuleSet,
  roomC: number,
  nowMs: number,
): Exposure {
  const madeMs = stretches[0]!.fromMs;
  const limitMin = outLimitMin(rules, roomC);
  const keptMs = madeMs + rules.keptH * 60 * MS_PER_MIN;
  let outMin = 0;
  let outNowMin = 0;
  let warnMs: number | null = null;
  let outMs: number | null = null;
  const lastMs = Math.max(nowMs, madeMs) + HORIZON_MIN * MS_PER_MIN;
  for (let atMs = madeMs; atMs < lastMs && outMs === null; atMs += MS_PER_MIN) {
    if (atMs <= nowMs) outNowMin = outMin;
    if (!counts(atMs)) continue;
    outMin += 1;
    if (warnMs === null && outMin >= limitMin * WARN_SHARE) warnMs = atMs + MS_PER_MIN;
    if (outMin >= limitMin) outMs = atMs + MS_PER_MIN;
  }
  if (outMs !== null && outMs <= nowMs) outNowMin = limitMin;
  const discardMs = outMs === null ? keptMs : Math.min(outMs, keptMs);
  const warns = Math.min(warnMs ?? Infinity, madeMs + rules.keptH * 60 * MS_PER_MIN * WARN_SHARE);
  return {
    outMin: outNowMin,
    limitMin,
    warnMs: warns,
    discardMs,
    phase: nowMs >= discardMs ? 'discard' : nowMs >= warns ? 'warn' : 'good',
    by: outMs !== null && outMs <= keptMs ? 'out' : 'kept',
  };

  function counts(atMs: number): boolean {
    const { where } = stretches.findLast((stretch) => stretch.fromMs <= atMs) ?? stretches[0]!;
    if (where === 'fridge') return false;
    const t = tempC(atMs);
    return t > rules.coldC && t < rules.hotC;
  }
}
