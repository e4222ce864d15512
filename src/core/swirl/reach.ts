import { STANDARD_GRAVITY_MS2 } from '#core/units';
import { USUAL_HANDS } from './way.ts';
import { areaMm2, type SwirlSetup } from './pan-film.ts';
import { fluxAt, fluxTable } from './rheology.ts';
import { setDepthAt, setDepths } from './setting.ts';

const { log, sin, sqrt, PI } = Math; // bound once: asked for at every moment of every pour

/** The front of a film is so many times as deep as the film it leaves. Assumed: of those tried, what coverage hangs on most. */
const FRONT_TIMES = 1.5;
const STEP_S = 0.05; // Numerical.
/** By then any film has set, s. Common practice, no source. */
const LONGEST_S = 15;
/** A film that crawls more slowly closes no hole any more, m/s. Assumed. */
const CRAWLS_MS = 0.005;
const M3_PER_ML = 1e-6; // Definition.
const M2_PER_MM2 = 1e-6; // Definition.

/** How far a pour runs before it sets: what its coverage hangs on. */
export interface Reach {
  /** Ln of the way of its front until it sets, over the pan's radius. */
  readonly lnReach: number;
  /** Ln of its depth over the whole pan, mm. */
  readonly lnDepthMm: number;
  /** From the end of the pour until the film no longer runs, s. */
  readonly setsS: number;
}

/** Way and time of pours on one pan by one pair of hands; asked for many pours, the pan's setting is worked out once. */
export function reachOn(setup: SwirlSetup): (volumeMl: number, waitS: number, thicker: number) => Reach {
  const { base, batter, batterC, plate } = setup;
  const sets = setDepths(plate, batterC);
  const areaM2 = areaMm2(base) * M2_PER_MM2;
  const radiusM = sqrt(areaM2 / PI);
  const pull = STANDARD_GRAVITY_MS2 * sin((USUAL_HANDS.tiltDeg * PI) / 180);
  return (volumeMl, waitS, thicker) => {
    const table = fluxTable({ ...batter, consistencyPaSn: batter.consistencyPaSn * thicker });
    const depthM = (volumeMl * M3_PER_ML) / areaM2;
    const speedOf = (runsM: number) =>
      runsM > 0 ? fluxAt(table, batter.densityKgM3 * pull * runsM) * runsM * runsM * pull : 0;
    let wayM = 0;
    let setsS = 0;
    // the batter is half a pour old when the pour ends
    const aged = USUAL_HANDS.pourS / 2;
    for (let t = 0; t < LONGEST_S; t += STEP_S) {
      const setM = setDepthAt(sets, aged + t);
      const runsM = FRONT_TIMES * depthM - setM;
      if (runsM <= 0) break;
      if (t >= waitS) wayM += speedOf(runsM) * STEP_S;
      if (speedOf(depthM - setM) > CRAWLS_MS) setsS = t;
    }
    return { lnReach: log(wayM / radiusM + LEAST_REACH), lnDepthMm: log(depthM * 1000), setsS };
  };
}

/** Ways shorter than this share of the radius are none. Numerical. */
const LEAST_REACH = 0.003;
