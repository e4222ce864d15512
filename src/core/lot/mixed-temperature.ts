import { preparationsFor, type FormulaBody } from '#core/formula';
import { ingredientOf, type Composition } from '#core/ingredients';
import { lotTemperatureC } from '#core/rest';
import { lotKey } from '#core/run';
import { bodyInRun, type RunView } from '#core/setup';
import { plannedLot } from './amounts.ts';

/** J/gK of what a food is made of, near room heat. Source: Choi & Okos (1986), rounded; from memory. */
const HEAT_J_PER_G_K = { water: 4.18, protein: 2.01, fat: 1.98, carbohydrate: 1.55 };

/** Specific heat of a food by its composition, J/gK. Source: Choi & Okos (1986), by shares of mass. */
function specificHeatJgK({ waterG, proteinG, fatG, carbohydrateG, fibreG }: Composition): number {
  const { water, protein, fat, carbohydrate } = HEAT_J_PER_G_K;
  return (waterG * water + proteinG * protein + fatG * fat + (carbohydrateG + fibreG) * carbohydrate) / 100;
}

/** One thing that goes into a bowl. */
export interface Warm {
  readonly massG: number;
  readonly tempC: number;
  readonly heatJgK: number;
}

/**
 * How warm things are that come together: heat balance without losses, which is the baker's way to a dough temperature.
 * @throws RangeError for nothing
 */
export function balancedTemperatureC(things: readonly Warm[]): number {
  const heat = things.reduce((sum, { massG, heatJgK }) => sum + massG * heatJgK, 0);
  if (!(heat > 0)) throw new RangeError('Nothing has no temperature.');
  return things.reduce((sum, { massG, heatJgK, tempC }) => sum + massG * heatJgK * tempC, 0) / heat;
}

/** Melted and let cool, °C. Common practice, no source. */
const MELTED_C = 40;
/** A jug or a handful of eggs on the counter, mL: what it comes towards the room by. Assumed. */
const STANDS_OUT_ML = 400;

/**
 * How warm a lot is as it comes from mixing, °C: what the fridge keeps comes from there, or as warm as it grew since its
 * task was done; melted fat warm; all else as the room is.
 */
export function mixedTemperatureC(run: RunView, formulaId: string, number: number, nowMs: number): number {
  const { roomC, fridgeC } = run.climate;
  const body = bodyInRun(run, formulaId);
  const prepared = new Map(
    preparationsFor({ ...body, rest: { ...body.rest, where: 'counter' } } satisfies FormulaBody, run.larder).map(
      ({ kind, ingredientIds }) => [kind, new Set(ingredientIds)],
    ),
  );
  const lines = plannedLot(run, formulaId, number)?.lines ?? [];
  const weighed = run.state.lots.get(lotKey(formulaId, number))?.weighed;
  const outMs = run.state.tasksDone.get(`temper/${formulaId}/1`)?.at(-1) ?? null;
  const outC =
    outMs === null || outMs > nowMs
      ? fridgeC
      : lotTemperatureC([{ fromMs: outMs, where: 'counter' }], fridgeC, STANDS_OUT_ML, run.climate, nowMs);
  const tempOf = (id: string) => {
    if (prepared.get('temper')?.has(id)) return outC;
    return prepared.get('melt')?.has(id) ? Math.max(MELTED_C, roomC) : roomC;
  };
  const things = lines.flatMap(({ ingredientId, massG, heldBackG, when }): Warm[] => {
    const { composition } = ingredientOf(run.larder, ingredientId);
    const inG = weighed?.get(ingredientId) ?? (massG === null ? 0 : massG - heldBackG);
    if (when !== 'mix' || !composition || !inG) return [];
    return [{ massG: inG, tempC: tempOf(ingredientId), heatJgK: specificHeatJgK(composition) }];
  });
  return things.length === 0 ? roomC : Math.min(MOST_C, Math.max(0, balancedTemperatureC(things)));
}
/** Numerical: what a log takes. */
const MOST_C = 60;
