import type { Cue } from '#core/piece';
import { POUR_SD_LN, TAP_LAG_S, cueSdLn } from './cue-spread.ts';

/** How places of a zone differ beside what the plate model says of them, ln. Assumed. */
const PLACE_SD_LN = 0.08;

/** A cue of a piece, and when it was due by all that is known of plate and batter, s. */
export interface OwnCue {
  readonly cue: Cue;
  readonly afterS: number;
  readonly dueS: number;
}

/**
 * How much slower a piece runs than its zone and batter would have it: ln, by its own cues, shrunk by how much pours differ
 * and how well eyes tell. Cues of earlier pieces of its place are in the belief already: counted here again, they made it
 * worse.
 */
export function ownLnTime(own: readonly OwnCue[]): number {
  const prior = { mean: 0, precision: 1 / (POUR_SD_LN ** 2 + PLACE_SD_LN ** 2) };
  const { mean, precision } = shown(own);
  add(prior, mean, precision);
  return prior.mean;
}

function add(to: { mean: number; precision: number }, mean: number, precision: number): void {
  if (precision <= 0) return;
  to.mean += (precision / (to.precision + precision)) * (mean - to.mean);
  to.precision += precision;
}

/** What cues of one piece show together of its ln time. */
function shown(cues: readonly OwnCue[]): { readonly mean: number; readonly precision: number } {
  const all = { mean: 0, precision: 0 };
  for (const { cue, afterS, dueS } of cues) {
    const off = Math.max(-MAX_OWN, Math.min(MAX_OWN, Math.log(Math.max(1, afterS - TAP_LAG_S) / dueS)));
    add(all, off, 1 / cueSdLn(cue, dueS, 1) ** 2);
  }
  return all;
}
/** A cue further off than this is a slip of the finger. Assumed. */
const MAX_OWN = 0.4;
