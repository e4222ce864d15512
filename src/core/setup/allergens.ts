import type { RunView } from './run-view.ts';
import { plateFatAllergens } from '#core/formula';
import { allergensOf, type Allergen } from '#core/ingredients';
import { bodyInRun } from './formula-in-run.ts';

/** What a batter of a run holds, and what may come to it from the run's other batters. */
export interface RunAllergens {
  readonly batter: readonly Allergen[];
  /** Of the fat on its plate. */
  readonly plate: readonly Allergen[];
  /** Not in it, but in another batter of the run, whose ladle and spatula it may share. */
  readonly carried: readonly { readonly allergen: Allergen; readonly formulaId: string }[];
}

export function runAllergens(run: RunView, formulaId: string): RunAllergens {
  const larder = run.larder;
  const inBatter = (id: string) =>
    allergensOf(
      bodyInRun(run, id).lines.map((line) => line.ingredientId),
      larder,
    );
  const onPlate = (id: string) => plateFatAllergens(run.formula(id).fat.kind);
  const batter = inBatter(formulaId);
  const plate = onPlate(formulaId);
  const own = new Set([...batter, ...plate]);
  const others = (run.state.brief?.items ?? []).map((item) => item.formulaId).filter((id) => id !== formulaId);
  return {
    batter,
    plate,
    carried: others.flatMap((id) =>
      [...new Set([...inBatter(id), ...onPlate(id)])]
        .filter((allergen) => !own.has(allergen))
        .map((allergen) => ({ allergen, formulaId: id })),
    ),
  };
}
