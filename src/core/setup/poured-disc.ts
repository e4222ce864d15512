import { familyOf, standsPa, type FormulaBody } from '#core/formula';
import type { StationBody } from '#core/plate';
import { filmDisc, slumpDisc, type Disc } from '#core/pour';
import type { RunView } from './run-view.ts';

export function portionMl(run: RunView, formulaId: string): number {
  return run.state.portionMl.get(formulaId) ?? run.formula(formulaId).portion.volumeMl;
}

/** What a portion becomes on a station: a disc that stops by itself, a film over a round base, or what a mould makes of it. */
export function discOn(
  body: FormulaBody,
  station: StationBody,
  volumeMl: number,
  densityGPerMl: number,
  mouldMm?: number,
  /** Of a batter that was measured; else its formula's. */
  yieldStressPa = standsPa(body),
): Disc {
  const mould = mouldMm ?? (station.shape.kind === 'wells' ? station.shape.wellMm : undefined);
  if (mould !== undefined) return filmDisc(volumeMl, mould);
  const thin = familyOf(body.type) === 'thin';
  if (thin && station.shape.kind === 'round') return filmDisc(volumeMl, station.shape.diameterMm);
  if (thin) return filmDisc(volumeMl, THIN_ON_GRIDDLE_MM);
  return slumpDisc(volumeMl, densityGPerMl * 1000, yieldStressPa);
}

/** A thin batter drawn out on a flat griddle: the size a hand spreads. Common practice, no source. */
const THIN_ON_GRIDDLE_MM = 240;

/** What a portion of a formula becomes on a station of the run, before its lot is mixed. */
export function discInRun(run: RunView, formulaId: string, stationId: string): Disc {
  return run.once(`disc ${formulaId} ${stationId}`, () =>
    discOn(
      run.formula(formulaId),
      run.station(stationId),
      portionMl(run, formulaId),
      run.densityGPerMl(formulaId),
      run.state.mouldMm.get(formulaId),
    ),
  );
}
