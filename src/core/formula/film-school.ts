import type { FormulaBody } from './formula.ts';

type Film = NonNullable<FormulaBody['film']>;

/** As a formula has it that says nothing of it. Common practice, no source. */
const TILTED: Film = { school: 'tilt', heat: 'off', reason: 'Off the heat it runs some seconds longer.' };

/** A spreader's usual film, mm. Common practice, no source. */
const SPREADER_LEAVES_MM = 1;

/** How a thin batter becomes a film. */
export function filmOf({ film }: Pick<FormulaBody, 'film'>): Film {
  return film ?? TILTED;
}

/** How deep a spreader leaves a formula's batter, mm. */
export function leavesMm(body: Pick<FormulaBody, 'film'>): number {
  return filmOf(body).leavesMm ?? SPREADER_LEAVES_MM;
}
