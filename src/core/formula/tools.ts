import type { FormulaBody } from './formula.ts';
import { lumpsOf } from './mix-order.ts';

/** What stands ready before a batter is mixed. */
export type Tool =
  | ('scale' | 'cups' | 'bowl' | 'secondBowl' | 'cleanBowl' | 'whisk' | 'beater' | 'blender')
  | ('spatula' | 'jug' | 'sieve' | 'ladle' | 'cloth');

/** Tools of a formula by its school; cups and spoons where there is no scale. Whites need a bowl without a trace of fat. Common practice, no source. */
export function toolsFor(body: FormulaBody, hasScale = true): Tool[] {
  const { school } = body.mix;
  const bySchool: Record<typeof school, readonly Tool[]> = {
    folded: ['bowl', 'secondBowl', 'whisk', 'spatula'],
    smooth: ['bowl', 'whisk', 'jug'],
    blender: ['blender', 'spatula'],
    whippedWhites: ['bowl', 'cleanBowl', 'whisk', 'beater', 'spatula'],
  };
  return [
    hasScale ? 'scale' : 'cups',
    ...bySchool[school],
    ...(lumpsOf(body) === 'strained' ? (['sieve'] as const) : []),
    'ladle',
    'cloth',
  ];
}
