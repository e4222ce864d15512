import { FORMULA_S, RandomKitchen, WANTED_C, ZONE_SD_C } from './random-truths.ts';

/** How a plate goes through six pours. */
export const COURSES = ['steady', 'warming', 'moved'] as const;
export type Course = (typeof COURSES)[number];
const POURS = 6;
const EVERY_S = 240;
/** A warming plate comes so far up from pour to pour, °C: as its model has it, but for what its burner is off. */
const WARMS_C = [-24, -15, -8, -4, -1, 0] as const;
/** After so many pours a plate is moved onto another burner. */
const MOVED_AFTER = 3;

/** Root mean squares of what was predicted before each pour, s. */
export interface PourFigures {
  readonly predicted: readonly number[];
  readonly mean: readonly number[];
  readonly timer: readonly number[];
}

/**
 * Six pours one after another on one place of a plate that is not what is written, over many kitchens drawn at random: the
 * best flip predicted before each pour, beside the mean of those so far and the first one's time, for good. Hands that know
 * nothing yet go by the formula's time; the plate is read before its first pour and when it was moved.
 */
export function foretoldPours(course: Course, kitchens: number): PourFigures {
  const squares = { predicted: zeros(), mean: zeros(), timer: zeros() };
  for (let seed = 1; seed <= kitchens; seed++) {
    const kitchen = new RandomKitchen(10_000 + seed);
    let offC = ZONE_SD_C * kitchen.z();
    const seen: number[] = [];
    for (let pour = 0; pour < POURS; pour++) {
      const atS = EVERY_S * pour;
      if (course === 'moved' && pour === MOVED_AFTER) {
        offC = ZONE_SD_C * kitchen.z();
        kitchen.moved(atS - 2);
      }
      const modelC = WANTED_C + (course === 'warming' ? WARMS_C[pour]! : 0);
      const surfaceC = modelC + offC + kitchen.besideC(0);
      if (pour === 0 || (course === 'moved' && pour === MOVED_AFTER)) kitchen.probe(0, atS - 1, surfaceC, modelC);
      const predicted = {
        predicted: kitchen.predicted(0, atS, modelC).bestS,
        mean: seen.length > 0 ? seen.reduce((sum, s) => sum + s, 0) / seen.length : FORMULA_S,
        timer: seen[0] ?? FORMULA_S,
      };
      const truth = kitchen.cooked(surfaceC);
      for (const [by, s] of Object.entries(predicted) as [keyof PourFigures, number][])
        squares[by][pour]! += (s - truth.flip.bestS) ** 2 / kitchens;
      seen.push(kitchen.look(truth, 0, atS, modelC));
    }
  }
  const roots = (of: readonly number[]) => of.map(Math.sqrt);
  return { predicted: roots(squares.predicted), mean: roots(squares.mean), timer: roots(squares.timer) };
}

const zeros = () => new Array<number>(POURS).fill(0);
