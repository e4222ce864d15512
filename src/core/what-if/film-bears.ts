import { COVERS, REACHES, SWIRL_SD_LN, filmLaw, type FilmBounds, type FilmLaw, type SwirlSetup } from '#core/swirl';
import { FILM_PAS } from '#core/run';
import { normalCdf } from '#core/statistics';
import { Z_NINE_IN_TEN } from '#core/units';
import type { FilmSetup } from './film.ts';

/** How much thicker and thinner than it is believed to run a batter is looked at (ln). Numerical. */
const SPAN_LN = 3;
const HALVINGS = 12; // Numerical.

/** As how thick a batter a pour would leave a hole and fall short, Pa·s, and how long it runs. */
export interface FilmBears extends FilmBounds {
  readonly setsS: number;
}

/** What a pour on a pan bears, by the quick law. */
export function filmBears(setup: SwirlSetup, volumeMl: number): FilmBears {
  const law = filmLaw(setup);
  // a pour that never covers, or always does, says so at the end of what can be
  const fromPaS = (share: number) =>
    Math.min(
      FILM_PAS.most,
      Math.max(FILM_PAS.least, setup.batter.consistencyPaSn * Math.exp(thickestLn(law, volumeMl, share))),
    );
  return { holeFromPaS: fromPaS(COVERS), shortFromPaS: fromPaS(REACHES), setsS: law(volumeMl).setsS };
}

/** Ln of how many times as thick the batter may be so that the pour still covers a share. */
function thickestLn(law: FilmLaw, volumeMl: number, share: number): number {
  const reaches = (ln: number) => law(volumeMl, Math.exp(ln)).coverage >= share;
  let [yes, no] = [-SPAN_LN, SPAN_LN];
  if (!reaches(yes)) return yes;
  if (reaches(no)) return no;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (yes + no) / 2;
    if (reaches(middle)) yes = middle;
    else no = middle;
  }
  return yes;
}

/** How the batter is believed to run under these hands: ln Pa·s, normal. */
export interface Runs {
  readonly lnPaS: number;
  readonly sdLn: number;
}

/** The chance that a pour covers. */
export function chanceToCover({ lnPaS, sdLn }: Runs, holeFromPaS: number): number {
  return normalCdf((Math.log(holeFromPaS) - lnPaS) / Math.hypot(sdLn, SWIRL_SD_LN));
}

/** What nine pours in ten cover, by the quick law: the batter, the hands, and what differs from pour to pour. */
export function coverInterval(
  { swirl, spread }: Pick<FilmSetup, 'swirl' | 'spread'>,
  volumeMl: number,
): { readonly low: number; readonly high: number } {
  const law = filmLaw(swirl);
  const ln = Z_NINE_IN_TEN * Math.hypot(spread, SWIRL_SD_LN);
  const covered = (factor: number) => law(volumeMl, factor).coverage;
  const high = covered(Math.exp(-ln));
  // what covers to the eye may cover all
  return { low: covered(Math.exp(ln)), high: high >= COVERS ? 1 : high };
}
