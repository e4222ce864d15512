import { targetConsistency } from '#core/consistency';
import { lotConsistency, lotTemperature } from '#core/lot';
import { arealHeatCapacityJm2K } from '#core/plate';
import { isMixed, lotInUse, type Lot } from '#core/run';
import { leavesMm } from '#core/formula';
import { usualFoodW } from '#core/heating';
import { discInRun, filmOn, isSwirled, portionMl, stationNow, type RunView } from '#core/setup';
import { thinBatter, type SwirlSetup } from '#core/swirl';

/** A pour of a thin batter on a pan, and how well its batter is known. */
export interface FilmSetup {
  /** The batter as it runs under these hands. */
  readonly swirl: SwirlSetup;
  /** Ln of how far it may run otherwise, one standard deviation. */
  readonly spread: number;
  /** The batter by itself. */
  readonly viscosityPaS: number;
  /** A lot was mixed, and this is what is believed of it; else what its formula promises. */
  readonly ofLot: boolean;
}

/** What nobody mixed yet, under hands that nobody watched, may run otherwise by this much (ln). Assumed: half as thick again, or two thirds. */
const PROMISED_SPREAD = 0.5;
/** A film is followed on so many cells across: enough for its holes. Numerical. */
const CELLS = 48;

/** Which batter: the one in use now, or that of a piece with the doses it had. */
export interface SwirledOf {
  readonly formulaId: string;
  readonly stationId: string;
  readonly lot?: Lot | undefined;
  readonly doses?: number;
}

/**
 * What the swirl goes by: the batter as it is believed to run at a moment, its pan's base at the surface wanted, off the
 * heat or on it as its formula has it. Nothing for a batter that does not run over its pan, or a plate that is not one.
 */
export function filmSetup(run: RunView, of: SwirledOf, atMs: number): FilmSetup | null {
  const { formulaId, stationId } = of;
  const body = run.formula(formulaId);
  if (!isSwirled(run, of)) return null;
  const { shape, metal, thicknessMm } = stationNow(run, stationId);
  const diameterMm = shape.kind === 'round' ? shape.diameterMm : discInRun(run, formulaId, stationId).diameterMm;
  const { school, lifted } = filmOn(run, of);
  const lot = of.lot ?? lotInUse(run.state, formulaId);
  const known = isMixed(lot);
  const runs = known ? lotConsistency(run, lot, atMs, of.doses, 'swirl') : null;
  const viscosityPaS = known ? lotConsistency(run, lot, atMs, of.doses).value : targetConsistency(body);
  return {
    swirl: {
      base: { kind: 'round', diameterMm },
      batter: thinBatter(runs?.value ?? viscosityPaS, run.densityGPerMl(formulaId) * 1000),
      batterC: known ? lotTemperature(run, body, lot, atMs) : run.climate.roomC,
      plate: {
        surfaceC: body.heat.targetC,
        arealHeatCapacityJm2K: arealHeatCapacityJm2K(metal, thicknessMm),
        fedWm2: lifted ? 0 : fedWm2(run, formulaId, diameterMm),
      },
      cells: CELLS,
      way: school === 'spreader' ? { leavesM: leavesMm(body) / 1000, inPaSn: targetConsistency(body) } : school,
    },
    spread: runs?.sdLn ?? PROMISED_SPREAD,
    ...{ viscosityPaS, ofLot: known },
  };
}

/** What a burner gives a plate while it is kept for such pours, W/m² under the film. */
function fedWm2(run: RunView, formulaId: string, diameterMm: number): number {
  const massG = portionMl(run, formulaId) * run.densityGPerMl(formulaId);
  return usualFoodW(run.formula(formulaId).type, 1, massG) / ((Math.PI / 4) * (diameterMm / 1000) ** 2);
}
