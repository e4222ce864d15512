import { targetConsistency } from '#core/consistency';
import { lotConsistency, lotTemperature } from '#core/lot';
import { arealHeatCapacityJm2K } from '#core/plate';
import { isMixed, lotInUse, type Lot } from '#core/run';
import { isSwirled, stationNow, type RunView } from '#core/setup';
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
 * heat. Nothing for a batter that does not run over its pan, or a plate that is not one.
 */
export function filmSetup(run: RunView, of: SwirledOf, atMs: number): FilmSetup | null {
  const { formulaId, stationId } = of;
  const body = run.formula(formulaId);
  const { shape, metal, thicknessMm } = stationNow(run, stationId);
  if (!isSwirled(run, of) || shape.kind !== 'round') return null;
  const lot = of.lot ?? lotInUse(run.state, formulaId);
  const known = isMixed(lot);
  const runs = known ? lotConsistency(run, lot, atMs, of.doses, 'swirl') : null;
  const viscosityPaS = known ? lotConsistency(run, lot, atMs, of.doses).value : targetConsistency(body);
  return {
    swirl: {
      base: { kind: 'round', diameterMm: shape.diameterMm },
      batter: thinBatter(runs?.value ?? viscosityPaS, run.densityGPerMl(formulaId) * 1000),
      batterC: known ? lotTemperature(run, body, lot, atMs) : run.climate.roomC,
      plate: {
        surfaceC: body.heat.targetC,
        arealHeatCapacityJm2K: arealHeatCapacityJm2K(metal, thicknessMm),
        fedWm2: 0,
      },
      cells: CELLS,
    },
    spread: runs?.sdLn ?? PROMISED_SPREAD,
    ...{ viscosityPaS, ofLot: known },
  };
}
