import { plateFatAllergens } from '#core/formula';
import { allergensOf, type Allergen } from '#core/ingredients';
import { larderOf, type Pins, type RunState } from '#core/run';
import { bodyInRun, formulaOf } from './formula-in-run.ts';

/** What a batter of a run holds, and what may come to it from the run's other batters. */
export interface RunAllergens {
  readonly batter: readonly Allergen[];
  /** Of the fat on its plate. */
  readonly plate: readonly Allergen[];
  /** Not in it, but in another batter of the run, whose ladle and spatula it may share. */
  readonly carried: readonly { readonly allergen: Allergen; readonly formulaId: string }[];
}

export function runAllergens(pins: Pins, state: Pick<RunState, 'brief' | 'batters'>, formulaId: string): RunAllergens {
  const larder = larderOf(pins);
  const inBatter = (id: string) =>
    allergensOf(
      bodyInRun(pins, state, id).lines.map((line) => line.ingredientId),
      larder,
    );
  const onPlate = (id: string) => plateFatAllergens(formulaOf(pins, id).fat.kind);
  const batter = inBatter(formulaId);
  const plate = onPlate(formulaId);
  const own = new Set([...batter, ...plate]);
  const others = (state.brief?.items ?? []).map((item) => item.formulaId).filter((id) => id !== formulaId);
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
