/**
 * A base touches its plate worse in places, and a film runs thicker: the last of a piece holds so much later than its mean,
 * ln, and that differs from piece to piece. Assumed: contact a fifth to a third worse over a quarter of a base.
 */
export const LAST_PATCH = { lnLater: 0.12, sdLn: 0.08 };
