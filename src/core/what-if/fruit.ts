import type { RunView } from '#core/setup';
import { flipBestAt, simulatePiece } from '#core/piece';
import { firstZoneOf } from '#core/setup';
import { tableOf } from '#core/forecast';
import { pieceInput } from '#core/forecast';
import { FRUIT_G, type FruitCut } from '#core/pour';

/** First side at the formula's surface with fruit on the piece, s. */
export interface FruitEffects {
  readonly plainS: number;
  readonly freshS: number;
  readonly frozenS: number;
}

/** What so many berries or slices on each piece do to its first side, fresh and frozen. */
export function fruitEffects(
  run: RunView,
  formulaId: string,
  each: number,
  cut: FruitCut,
  diameterMm: number,
  nowMs: number,
): FruitEffects | null {
  const where = firstZoneOf(run, formulaId);
  if (!where) return null;
  const { fruit: _own, ...plain } = pieceInput(run, where, nowMs);
  const surfaceC = run.formula(formulaId).heat.targetC;
  const input = { ...plain, plate: { ...plain.plate, surfaceC } };
  const areaM2 = (Math.PI * (diameterMm / 1000) ** 2) / 4;
  const first = (frozen: boolean) =>
    simulatePiece({ ...input, fruit: { count: each, cut, eachG: FRUIT_G[cut], frozen, areaM2 } }).flip.bestS;
  // the figure the other cards show, and what fruit adds to it
  const plainS = flipBestAt(tableOf(plain, run.memo), surfaceC);
  const adds = (firstS: number) => plainS + firstS - simulatePiece(input).flip.bestS;
  return { plainS, freshS: adds(first(false)), frozenS: adds(first(true)) };
}
