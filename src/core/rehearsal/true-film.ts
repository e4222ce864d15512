import { COVERS, REACHES, pouredFilm, type FilmWord, type PouredFilm, handsOf, type SwirlSetup } from '#core/swirl';
import { targetConsistency } from '#core/consistency';
import { thinnedBy } from '#core/lot';
import { isMixed, lotInUse, lotsOf, type Piece } from '#core/run';
import type { RunView } from '#core/setup';
import { filmSetup } from '#core/what-if';
import type { Kitchen } from './kitchen.ts';
import type { Patches } from './patchwork.ts';
import { normal, seedFrom, seeded } from '#core/statistics';

/** A thin pour as its formula promises it: what runs otherwise is the kitchen's. */
export interface PromisedFilm {
  readonly setup: SwirlSetup;
  readonly volumeMl: number;
  /** What the doses it had do to its consistency, as a factor; the kitchen's liquid may do more or less. */
  readonly thinned: number;
}

/** Where and as which of its kitchen's pours a film was run. */
export interface TrueSwirl {
  readonly surfaceC: number;
  readonly seed: number;
  readonly pour: number;
}

/** What is swirled, where a kitchen's swirl is told of: as its formula promises, whatever the desk has learned of it. */
export function promisedFilm(
  { swirl }: Kitchen,
  run: RunView,
  {
    formulaId,
    stationId,
    volumeMl,
    lot: number,
    doses,
  }: Pick<Piece, 'formulaId' | 'stationId' | 'volumeMl'> & Partial<Pick<Piece, 'lot' | 'doses'>>,
  atMs: number,
): PromisedFilm | undefined {
  const setup = swirl && filmSetup(run, { formulaId, stationId }, atMs);
  if (!setup) return undefined;
  const consistencyPaSn = targetConsistency(run.formula(formulaId));
  const lot =
    number === undefined
      ? lotInUse(run.state, formulaId)
      : lotsOf(run.state, formulaId).find((each) => each.number === number);
  return {
    setup: { ...setup.swirl, batter: { ...setup.swirl.batter, consistencyPaSn } },
    volumeMl,
    thinned: isMixed(lot) ? thinnedBy(run, lot, atMs, doses) : 1,
  };
}

/** A true film is followed on so many cells across. Numerical. */
const CELLS = 36;

/** How a pour really ran over its pan: this kitchen's batter, and hands that vary from pour to pour. */
export function trueFilm(
  swirl: NonNullable<Kitchen['swirl']>,
  { setup, volumeMl, thinned }: PromisedFilm,
  { surfaceC, seed, pour }: TrueSwirl,
  dabbedMl = 0,
): PouredFilm {
  const random = seeded(seedFrom(`swirl ${pour}`, seed));
  const hands = handsOf(setup.way);
  const { thicker = 1, thinning = 1, lateS = 0, lateSdS = 0, lnVolumeSd = 0, tiltDeg = hands.tiltDeg } = swirl;
  const { batter, plate } = setup;
  return pouredFilm(
    {
      ...setup,
      batter: { ...batter, consistencyPaSn: batter.consistencyPaSn * thicker * thinned ** thinning },
      plate: { ...plate, surfaceC },
      cells: CELLS,
    },
    volumeMl * Math.exp(lnVolumeSd * normal(random)),
    { ...hands, tiltDeg, waitS: Math.max(0, hands.waitS + lateS + lateSdS * normal(random)), fromDeg: 360 * random() },
    dabbedMl,
  );
}

/** A film deeper than this lies thick to an eye, m. Common practice, no source. */
const THICK_M = 0.0022;

/** What these eyes say of it. */
export function filmWord({ shape }: PouredFilm): FilmWord {
  if (shape.coverage < REACHES) return 'short';
  if (shape.coverage < COVERS) return 'hole';
  return shape.meanM > THICK_M ? 'thick' : 'covered';
}

/** Cells so much deeper than the mean are its thick part. Assumed. */
const DEEP_TIMES = 1.25;

/** How uneven it lies, in two depths: what ran up the rim or stands in the middle, and the rest. */
export function patchesOf({ depthM, shape }: PouredFilm): Patches {
  const wet = depthM.filter((depth) => depth > 0);
  const deep = wet.filter((depth) => depth > DEEP_TIMES * shape.meanM);
  const mean = (depths: Float64Array) => depths.reduce((a, b) => a + b, 0) / depths.length;
  if (deep.length === 0 || deep.length === wet.length) return { share: 0, contact: 1, thickness: 1 };
  return { share: deep.length / wet.length, contact: 1, thickness: mean(deep) / mean(wet) };
}
