import { COVERS, REACHES, pouredFilm, type FilmWord, type PouredFilm, handsOf, type SwirlSetup } from '#core/swirl';
import { targetConsistency } from '#core/consistency';
import type { RunView } from '#core/setup';
import { filmSetup } from '#core/what-if';
import type { Kitchen } from './kitchen.ts';
import type { Patches } from './patchwork.ts';
import { normal, seedFrom, seeded } from './random.ts';

/** A thin pour as its formula promises it: what runs otherwise is the kitchen's. */
export interface PromisedFilm {
  readonly setup: SwirlSetup;
  readonly volumeMl: number;
}

/** What is swirled, where a kitchen's swirl is told of: as its formula promises, whatever the desk has learned of it. */
export function promisedFilm(
  { swirl }: Kitchen,
  run: RunView,
  {
    formulaId,
    stationId,
    volumeMl,
  }: { readonly formulaId: string; readonly stationId: string; readonly volumeMl: number },
  atMs: number,
): PromisedFilm | undefined {
  const setup = swirl && filmSetup(run, { formulaId, stationId }, atMs);
  if (!setup) return undefined;
  const consistencyPaSn = targetConsistency(run.formula(formulaId));
  return { setup: { ...setup.swirl, batter: { ...setup.swirl.batter, consistencyPaSn } }, volumeMl };
}

/** A true film is followed on so many cells across. Numerical. */
const CELLS = 36;

/** How a pour really ran over its pan: this kitchen's batter, and hands that vary from pour to pour. */
export function trueFilm(
  swirl: NonNullable<Kitchen['swirl']>,
  { setup, volumeMl }: PromisedFilm,
  { surfaceC, seed, pour }: { readonly surfaceC: number; readonly seed: number; readonly pour: number },
): PouredFilm {
  const random = seeded(seedFrom(`swirl ${pour}`, seed));
  const hands = handsOf(setup.way);
  const { thicker = 1, lateS = 0, lateSdS = 0, lnVolumeSd = 0, tiltDeg = hands.tiltDeg } = swirl;
  const { batter, plate } = setup;
  return pouredFilm(
    {
      ...setup,
      batter: { ...batter, consistencyPaSn: batter.consistencyPaSn * thicker },
      plate: { ...plate, surfaceC },
      cells: CELLS,
    },
    volumeMl * Math.exp(lnVolumeSd * normal(random)),
    { ...hands, tiltDeg, waitS: Math.max(0, hands.waitS + lateS + lateSdS * normal(random)), fromDeg: 360 * random() },
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
