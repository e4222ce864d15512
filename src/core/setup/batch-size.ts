import type { RunView } from './run-view.ts';
import { FormulaFault, scaleInKitchen, type MeasuredBatter } from '#core/formula';
import { bodyInRun } from './formula-in-run.ts';
import { portionMl } from './poured-disc.ts';

/** A test piece a zone, and a little that stays in the bowl. Common practice: make 5–10 % extra, no source. */
const EXTRA_SHARE = 0.05;

/**
 * The lot to mix for a formula of the brief: its pieces, a test piece a zone and a little over, whole eggs; or what the
 * cook sized it to. A size that the formula cannot meet leaves the brief's.
 */
export function wholeBatter(run: RunView, formulaId: string): MeasuredBatter | undefined {
  const item = run.state.brief?.items.find((candidate) => candidate.formulaId === formulaId);
  if (!item) return undefined;
  const body = bodyInRun(run, formulaId);
  const volumeMl = portionMl(run, formulaId);
  const larder = run.larder;
  const options = { portionMl: volumeMl, eggClass: run.pins.eggClass, measuredBy: run.pins.measuredBy };
  const sized = run.state.batters.get(formulaId)?.sized;
  if (sized) {
    try {
      return scaleInKitchen(body, larder, sized.target, { ...options, eggs: sized.eggs });
    } catch (error) {
      if (!(error instanceof FormulaFault)) throw error;
    }
  }
  const target = { by: 'volume', volumeMl: item.pieces * volumeMl * (1 + EXTRA_SHARE) } as const;
  try {
    return scaleInKitchen(body, larder, target, { ...options, eggs: 'whole' });
  } catch (error) {
    // a batter too small for one whole egg takes beaten egg by weight
    if (!(error instanceof FormulaFault)) throw error;
    return scaleInKitchen(body, larder, target, { ...options, eggs: 'grams' });
  }
}
