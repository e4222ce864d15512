import { areaMm2, type SwirlSetup } from './pan-film.ts';
import { setDepthAt, setDepths } from './setting.ts';
import { DRAWN_S } from './spreader.ts';
import { handsOf, leftM, type Spreader } from './way.ts';

const { max, min } = Math; // bound once: asked for at every ring of every pour

/** A film as a law has it. */
interface LawFilm {
  readonly coverage: number;
  /** From the end of the pour until it no longer runs, s. */
  readonly setsS: number;
}

/** Coverage by pour, by how many times as thick the batter is as the setup says, and by the wait before hands go on. */
export type FilmLaw = (volumeMl: number, thicker?: number, waitS?: number) => LawFilm;

/** Over its plate a blade leaves so much of that: it carries the rest in front of it. Fitted to 120 films on the grid. */
const CARRIES = 0.95;
/** A pour of 40 mL as thick as 0.35 Pa·s lies so deep by itself, m. Fitted to the same films. */
const BY_ITSELF = { depthM: 0.0019, volumeM3: 40e-6, paSn: 0.35 };
const M3_PER_ML = 1e-6; // Definition.
const M2_PER_MM2 = 1e-6; // Definition.
const STEP_S = 0.05; // Numerical.
/** From the end of the pour the blade is done by then, s. Common practice, no source. */
const ENDS_S = DRAWN_S + 1;

/**
 * What a spreader covers: the pour over the film that its blade leaves, or over what it runs to by itself where the blade
 * would ride higher than that; what had set before the blade came lies still.
 * Depth by itself as V/r² of a spreading drop, ∝ (V ν)^¼: Huppert 1982, J. Fluid Mech. 121.
 */
export function drawnLaw(setup: SwirlSetup, spreader: Spreader): FilmLaw {
  const sets = setDepths(setup.plate, setup.batterC);
  const areaM2 = areaMm2(setup.base) * M2_PER_MM2;
  const { pourS, waitS: usualS } = handsOf(spreader);
  return (volumeMl, thicker = 1, waitS = usualS) => {
    const volumeM3 = volumeMl * M3_PER_ML;
    const paSn = setup.batter.consistencyPaSn * thicker;
    const puddleM = BY_ITSELF.depthM * ((volumeM3 * paSn) / (BY_ITSELF.volumeM3 * BY_ITSELF.paSn)) ** 0.25;
    const deepM = min(CARRIES * leftM(spreader, paSn), puddleM);
    const lainM = max(0, min(puddleM, setDepthAt(sets, pourS / 2 + waitS)) - deepM);
    const runsM3 = volumeM3 * (1 - lainM / puddleM);
    let setsS = 0;
    while (setsS < ENDS_S && setDepthAt(sets, pourS / 2 + setsS) < deepM) setsS += STEP_S;
    return { coverage: min(1, runsM3 / (areaM2 * deepM)), setsS: min(ENDS_S, setsS) };
  };
}
