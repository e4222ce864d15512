import { flipBestAt, simulatePiece } from '#core/piece';
import type { Pins, RunState } from '#core/run';
import { firstZoneOf, formulaOf } from '#core/setup';
import { tableOf, type TableCache } from '#core/forecast';
import { BERRY_G, pieceInput } from '#core/forecast';

/** First side at the formula's surface with fruit on the piece, s. */
export interface FruitEffects {
  readonly plainS: number;
  readonly freshS: number;
  readonly frozenS: number;
}

/** What so many berries on each piece do to its first side, fresh and frozen. */
export function fruitEffects(
  pins: Pins,
  state: RunState,
  formulaId: string,
  each: number,
  diameterMm: number,
  nowMs: number,
  tables: TableCache,
): FruitEffects | null {
  const where = firstZoneOf(pins, state, formulaId);
  if (!where) return null;
  const { fruit: _own, ...plain } = pieceInput(pins, state, where, nowMs);
  const surfaceC = formulaOf(pins, formulaId).heat.targetC;
  const input = { ...plain, plate: { ...plain.plate, surfaceC } };
  const areaM2 = (Math.PI * (diameterMm / 1000) ** 2) / 4;
  const first = (frozen: boolean) =>
    simulatePiece({ ...input, fruit: { count: each, eachG: BERRY_G, frozen, areaM2 } }).flip.bestS;
  // the figure the other cards show, and what fruit adds to it
  const plainS = flipBestAt(tableOf(plain, tables), surfaceC);
  const adds = (firstS: number) => plainS + firstS - simulatePiece(input).flip.bestS;
  return { plainS, freshS: adds(first(false)), frozenS: adds(first(true)) };
}
