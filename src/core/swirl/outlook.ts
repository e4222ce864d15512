import { dab } from './dab.ts';
import { depthsOf } from './film.ts';
import { swirl } from './hands.ts';
import { laceOf, type LaceHole } from './lace.ts';
import { filmShape, type FilmShape } from './measures.ts';
import { areaMm2, dryPan, type SwirlSetup } from './pan-film.ts';
import { spread } from './spreader.ts';
import { handsOf } from './way.ts';

/** A film as it lies when nothing flows any more. */
export interface PouredFilm {
  readonly volumeMl: number;
  readonly shape: FilmShape;
  readonly columns: number;
  readonly rows: number;
  /** Row by row from the back, m. */
  readonly depthM: Float64Array;
  readonly lace: readonly LaceHole[];
}

/** A pour run over a pan in its own way, by usual hands or by these; its largest hole dabbed with so much. */
export function pouredFilm(setup: SwirlSetup, volumeMl: number, hands = handsOf(setup.way), dabbedMl = 0): PouredFilm {
  const pan = dryPan(setup);
  if (typeof setup.way === 'object') spread(pan, volumeMl, setup.way, hands);
  else swirl(pan, volumeMl, hands);
  if (dabbedMl > 0) dab(pan.film, dabbedMl);
  const { columns, rows } = pan.film;
  const lace = laceOf(pan.film, setup.plate.surfaceC);
  return { volumeMl, shape: filmShape(pan.film), columns, rows, depthM: depthsOf(pan.film), lace };
}

/** What a pour becomes on a pan, and what it bears. */
export interface FilmOutlook {
  /** A smaller pour, the pour itself, a larger one. */
  readonly films: readonly PouredFilm[];
  /** What the pour covers with a batter as thick, and as thin, as it may well be. */
  readonly coverage: { readonly low: number; readonly high: number };
  /** The least pour that covers, mL; nothing where none does. */
  readonly leastMl: number | null;
  /** The latest moment for hands to go on, from the end of the pour, s; nothing where even the first does not cover, no end where any that hands wait for does. */
  readonly latestS: number | null;
}

/** Covers to the eye. Common practice, no source. */
export const COVERS = 0.97;
/** A film that covers less did not reach the rim, to the eye. Common practice, no source. */
export const REACHES = 0.88;
/** Sizes side by side, as shares of the pour. Common practice, no source: a ladle less, a ladle more. */
const SIDE_BY_SIDE = [0.75, 1, 1.25] as const;
/** Films between which the least that covers is looked for, mm over the whole pan: thinner tears, thicker is no film. Common practice, no source. */
const THINNEST_MM = 0.5;
const THICKEST_MM = 3.5; // Common practice, no source.
const MM2_PER_ML = 1000; // Definition: a millimetre deep.
/** Longer than this nobody waits, s. Common practice, no source. */
const LONGEST_WAIT_S = 9;
const VOLUME_HALVINGS = 6; // Numerical.
const WAIT_HALVINGS = 5; // Numerical.

/**
 * What a pour becomes, smaller and larger ones beside it, the least that covers and the latest tilt, by bisection over
 * swirled films. It yields between films: each takes a moment.
 * @param otherwise ln of how far the batter may run otherwise, by as much as its bounds are to hold
 */
export function* filmOutlook(setup: SwirlSetup, volumeMl: number, otherwise: number): Generator<void, FilmOutlook> {
  const hands = handsOf(setup.way);
  const films: PouredFilm[] = [];
  for (const share of SIDE_BY_SIDE) {
    films.push(pouredFilm(setup, volumeMl * share));
    yield;
  }
  const thicker = (factor: number): SwirlSetup => ({
    ...setup,
    batter: { ...setup.batter, consistencyPaSn: setup.batter.consistencyPaSn * factor },
  });
  const low = pouredFilm(thicker(Math.exp(otherwise)), volumeMl).shape.coverage;
  yield;
  const high = pouredFilm(thicker(Math.exp(-otherwise)), volumeMl).shape.coverage;
  yield;
  const covers = (ml: number, waitS: number) => pouredFilm(setup, ml, { ...hands, waitS }).shape.coverage >= COVERS;
  const mlAt = (mm: number) => (mm * areaMm2(setup.base)) / MM2_PER_ML;
  const leastMl = yield* bisect(mlAt(THINNEST_MM), mlAt(THICKEST_MM), VOLUME_HALVINGS, (ml) => covers(ml, hands.waitS));
  const latestS = yield* bisect(LONGEST_WAIT_S, 0, WAIT_HALVINGS, (waitS) => covers(volumeMl, waitS));
  return {
    films,
    coverage: { low: Math.min(low, high), high: Math.max(low, high) },
    leastMl,
    latestS: latestS === LONGEST_WAIT_S ? Infinity : latestS,
  };
}

/** The value nearest to the hard end at which it still holds; nothing when it does not hold at the easy end. */
function* bisect(
  hard: number,
  easy: number,
  halvings: number,
  holds: (value: number) => boolean,
): Generator<void, number | null> {
  if (!holds(easy)) return null;
  yield;
  if (holds(hard)) return hard;
  yield;
  let [no, yes] = [hard, easy];
  for (let i = 0; i < halvings; i++) {
    const middle = (no + yes) / 2;
    if (holds(middle)) yes = middle;
    else no = middle;
    yield;
  }
  return yes;
}
