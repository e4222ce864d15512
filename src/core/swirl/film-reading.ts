import type { Estimate } from '#core/consistency';
import { normalCdf } from '#core/statistics';
import type { FilmWord } from './judged.ts';

/** As how thick a batter a pour would leave a hole, and not reach the rim, under usual hands, Pa·s. */
export interface FilmBounds {
  readonly holeFromPaS: number;
  readonly shortFromPaS: number;
}

/** From pour to pour the same hands swirl as if the batter were so much thicker or thinner (ln), and an eye errs. Assumed. */
export const SWIRL_SD_LN = 0.2;
/** Of films with a hole, and of those that fell short, so many pass without a word; of good ones all do. Assumed. */
const UNSAID_HOLE = 0.6;
const UNSAID_SHORT = 0.3; // Assumed.
/** Moments are taken at so many places, within so many deviations. Numerical. */
const PLACES = 81;
const DEVIATIONS = 4; // Numerical.

/**
 * What a word on a film says of how the batter runs under these hands: the words cut the axis of thickness at what the
 * pour bears, and the normal that turns the prior into the posterior's mean and spread stands for them (moment matching;
 * Opper 1998, assumed density filtering). Nothing where a word tells nothing new.
 * @param word null: nobody said anything, which is weakly "covered"
 * @param prior how thick it was believed to run under these hands as it was poured
 */
export function readingOfFilm(word: FilmWord | null, bounds: FilmBounds, prior: Estimate): Estimate | null {
  const [mean, sd] = [Math.log(prior.value), prior.sdLn];
  let [weight, first, second] = [0, 0, 0];
  for (let i = 0; i < PLACES; i++) {
    const z = DEVIATIONS * ((2 * i) / (PLACES - 1) - 1);
    const share = Math.exp((-z * z) / 2) * likelihood(word, bounds, mean + z * sd);
    weight += share;
    first += share * z;
    second += share * z * z;
  }
  if (!(weight > 0)) return null;
  const shift = first / weight;
  const variance = second / weight - shift * shift;
  if (variance >= 1 - LEAST_TOLD) return null;
  // in deviations of the prior: posterior precision = 1 + the reading's
  const precision = 1 / variance - 1;
  const at = shift / variance / precision;
  return { quantity: prior.quantity, value: Math.exp(mean + at * sd), sdLn: sd / Math.sqrt(precision) };
}

/** A word that narrows the variance by less is none. Numerical. */
const LEAST_TOLD = 1e-3;

/** How likely a word is of a batter that runs like so much (ln Pa·s) under these hands. */
export function likelihood(word: FilmWord | null, { holeFromPaS, shortFromPaS }: FilmBounds, lnPaS: number): number {
  const covers = normalCdf((Math.log(holeFromPaS) - lnPaS) / SWIRL_SD_LN);
  const reaches = Math.max(covers, normalCdf((Math.log(shortFromPaS) - lnPaS) / SWIRL_SD_LN));
  const [hole, short] = [reaches - covers, 1 - reaches];
  switch (word) {
    case 'covered':
    case 'thick':
      return covers;
    case 'hole':
      return hole;
    case 'short':
      return short;
    case null:
      return covers + UNSAID_HOLE * hole + UNSAID_SHORT * short;
  }
}
