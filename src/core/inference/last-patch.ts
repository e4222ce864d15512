import type { TimelineTable } from '#core/piece';

/**
 * A base touches its plate worse in places, and a film runs thicker in others: the last of a piece holds so much later than
 * its mean, ln, and that differs from piece to piece. Assumed: contact some tenths worse over a part of a base;
 * a film a tenth thicker.
 */
const LAST_PATCH = { leavened: { lnLater: 0.05, sdLn: 0.05 }, thin: { lnLater: 0.15, sdLn: 0.08 } } as const;

/** When all of a piece holds, against its mean: so many times as late, give or take a share. */
export function lastPatch({ input }: TimelineTable): { readonly times: number; readonly sdLn: number } {
  const { lnLater, sdLn } = LAST_PATCH[input.batter.type];
  return { times: Math.exp(lnLater), sdLn };
}
