import { simulatePiece } from '#core/piece';
import type { Pins, RunState } from '#core/run';
import { formulaOf, stationOf } from './batter-run.ts';
import { BERRY_G, pieceInput } from './piece-input.ts';

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
): FruitEffects | null {
  const stationId = state.brief?.items.find((item) => item.formulaId === formulaId)?.stationIds[0];
  if (!stationId) return null;
  const zoneId = stationOf(pins, stationId).zones[0]!.id;
  const { fruit: _own, ...plain } = pieceInput(pins, state, { formulaId, stationId, zoneId }, nowMs);
  const input = { ...plain, plate: { ...plain.plate, surfaceC: formulaOf(pins, formulaId).heat.targetC } };
  const areaM2 = (Math.PI * (diameterMm / 1000) ** 2) / 4;
  const first = (frozen: boolean) =>
    simulatePiece({ ...input, fruit: { count: each, eachG: BERRY_G, frozen, areaM2 } }).flip.bestS;
  return { plainS: simulatePiece(input).flip.bestS, freshS: first(false), frozenS: first(true) };
}
