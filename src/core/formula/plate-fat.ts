import type { FormulaBody } from './formula.ts';

/** What a hand puts on at a time, g, where nobody says how much: a film for one piece, for a panful. Common practice, no source. */
const USUAL_G: Record<Exclude<FormulaBody['fat']['rule'], 'never'>, number> = { eachPour: 1, eachPanful: 3, once: 5 };
/** What stays of it when it is wiped. Assumed. */
const WIPED_SHARE = 0.4;

/** How often a rule greases the plate, and what that comes to, g; nothing for a dry plate. */
export function plateFatFor(
  fat: FormulaBody['fat'],
  counts: { readonly pieces: number; readonly panfuls: number; readonly zones: number },
): { readonly times: number; readonly eachG: number; readonly massG: number } | null {
  if (fat.kind === 'none' || fat.rule === 'never') return null;
  const times = { eachPour: counts.pieces, eachPanful: counts.panfuls, once: counts.zones }[fat.rule];
  const eachG = fat.amountG ?? USUAL_G[fat.rule] * (fat.wiped ? WIPED_SHARE : 1);
  return { times, eachG, massG: times * eachG };
}
