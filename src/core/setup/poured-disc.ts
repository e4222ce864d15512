import { familyOf, pouredDensityGPerMl, standsPa, type FormulaBody } from '#core/formula';
import type { Larder } from '#core/ingredients';
import type { StationBody } from '#core/plate';
import { filmDisc, slumpDisc, type Disc } from '#core/pour';
import { larderOf, type Pins, type RunState } from '#core/run';
import { formulaOf } from './formula-in-run.ts';
import { onceFor, type Memory } from './once.ts';
import { stationOf } from './station-in-run.ts';

export function portionMl(pins: Pins, state: Pick<RunState, 'portionMl'>, formulaId: string): number {
  return state.portionMl.get(formulaId) ?? formulaOf(pins, formulaId).portion.volumeMl;
}

/** What a portion becomes on a station: a disc that stops by itself, a film over a round base, or what a mould makes of it. */
export function discOn(
  body: FormulaBody,
  station: StationBody,
  volumeMl: number,
  larder: Larder,
  mouldMm?: number,
  /** Of a batter that was measured; else its formula's. */
  yieldStressPa = standsPa(body),
): Disc {
  const mould = mouldMm ?? (station.shape.kind === 'wells' ? station.shape.wellMm : undefined);
  if (mould !== undefined) return filmDisc(volumeMl, mould);
  const thin = familyOf(body.type) === 'thin';
  if (thin && station.shape.kind === 'round') return filmDisc(volumeMl, station.shape.diameterMm);
  if (thin) return filmDisc(volumeMl, THIN_ON_GRIDDLE_MM);
  return slumpDisc(volumeMl, pouredDensityGPerMl(body, larder) * 1000, yieldStressPa);
}

/** A thin batter drawn out on a flat griddle: the size a hand spreads. Common practice, no source. */
const THIN_ON_GRIDDLE_MM = 240;

/** What a portion of a formula becomes on a station of the run, before its lot is mixed. */
export function discInRun(
  pins: Pins,
  state: Pick<RunState, 'portionMl' | 'mouldMm'>,
  formulaId: string,
  stationId: string,
): Disc {
  return onceFor(DISCS, pins, state, `${formulaId} ${stationId}`, () =>
    discOn(
      formulaOf(pins, formulaId),
      stationOf(pins, stationId),
      portionMl(pins, state, formulaId),
      larderOf(pins),
      state.mouldMm.get(formulaId),
    ),
  );
}
const DISCS: Memory<Disc> = new WeakMap();
