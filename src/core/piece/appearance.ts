import { touchingShare } from './advance.ts';
import { DARKEST_LSTAR } from './browning.ts';
import { dullness, heightM, type Column, type ColumnSettings } from './column.ts';
import { browningWord, type BrowningWord } from './parameters.ts';

/**
 * What an eye sees of a piece at a moment, as numbers. `under` is the face on the plate, `over` the face in the air; on
 * the second side the browned first face lies over.
 */
export interface Appearance {
  readonly underLStar: number;
  readonly overLStar: number;
  /** Lightness of the first face at the rim, a thinner place. */
  readonly rimLStar: number;
  /** Bubbles that have shown on a square centimetre of the face in the air, in the middle and at the rim. */
  readonly bubblesPerCm2: number;
  readonly rimBubblesPerCm2: number;
  /** Of those, holes that stand open, per cm². */
  readonly holesPerCm2: number;
  /** How far the face in the air has set, 0 wet and shining to 1 dull; and the rim's. */
  readonly faceSet: number;
  readonly rimSet: number;
  /** Height against what was poured. */
  readonly rise: number;
  /** Share of the face on the plate that touches it: a turned face browns in islands. */
  readonly touching: number;
}

/** What is seen of a core and its rim. */
export function appearanceOf(
  core: Column,
  rim: Column,
  settings: ColumnSettings,
  pouredM: number,
  second: boolean,
): Appearance {
  return {
    underLStar: core.baseLStar,
    overLStar: core.topLStar,
    rimLStar: rim.baseLStar,
    bubblesPerCm2: core.burstsPerM2 / 1e4,
    rimBubblesPerCm2: rim.burstsPerM2 / 1e4,
    holesPerCm2: core.holesPerM2 / 1e4,
    faceSet: Math.max(0, dullness(core, settings)),
    rimSet: Math.max(0, dullness(rim, settings)),
    rise: heightM(core) / pouredM,
    touching: second ? touchingShare(core, settings) : 1,
  };
}

/** Two appearances mixed: `share` 0 is the first, 1 the second. */
export function mixedAppearance(a: Appearance, b: Appearance, share: number): Appearance {
  const mixed = (from: number, to: number) => from + share * (to - from);
  return {
    underLStar: mixed(a.underLStar, b.underLStar),
    overLStar: mixed(a.overLStar, b.overLStar),
    rimLStar: mixed(a.rimLStar, b.rimLStar),
    bubblesPerCm2: mixed(a.bubblesPerCm2, b.bubblesPerCm2),
    rimBubblesPerCm2: mixed(a.rimBubblesPerCm2, b.rimBubblesPerCm2),
    holesPerCm2: mixed(a.holesPerCm2, b.holesPerCm2),
    faceSet: mixed(a.faceSet, b.faceSet),
    rimSet: mixed(a.rimSet, b.rimSet),
    rise: mixed(a.rise, b.rise),
    touching: mixed(a.touching, b.touching),
  };
}

/** The appearance at a moment, from appearances at even steps; past their end it only darkens on at the pace it had. */
export function appearanceFrom(steps: readonly Appearance[], stepS: number, atS: number): Appearance {
  const last = steps.length - 1;
  if (last === 0 || stepS <= 0) return steps[last]!;
  const position = Math.max(0, atS / stepS);
  if (position < last) {
    const low = Math.floor(position);
    return mixedAppearance(steps[low]!, steps[low + 1]!, position - low);
  }
  const [before, end] = [steps[last - 1]!, steps[last]!];
  const on = (from: number, to: number) => DARKEST_LSTAR + (to - DARKEST_LSTAR) * pace(from, to) ** (position - last);
  return {
    ...end,
    underLStar: on(before.underLStar, end.underLStar),
    rimLStar: on(before.rimLStar, end.rimLStar),
  };
}

/** Share of what is left to darken that a step leaves. */
function pace(from: number, to: number): number {
  return Math.min(1, (to - DARKEST_LSTAR) / (from - DARKEST_LSTAR));
}

/** Appearances at even steps of time from the pour, and from a flip at the best moment. */
export interface Appearances {
  readonly firstStepS: number;
  readonly first: readonly Appearance[];
  readonly secondStepS: number;
  readonly second: readonly Appearance[];
}

/**
 * What a piece looks like `elapsedS` after its pour, if it was flipped `flippedS` after it. One flipped at another moment
 * than the best carries the colour it had then; its second side goes on as if it had been flipped at the best.
 */
export function appearanceAt(all: Appearances, elapsedS: number, flippedS: number | null): Appearance {
  if (flippedS === null || elapsedS < flippedS) return appearanceFrom(all.first, all.firstStepS, elapsedS);
  const atFlip = appearanceFrom(all.first, all.firstStepS, flippedS);
  const now = appearanceFrom(all.second, all.secondStepS, elapsedS - flippedS);
  return { ...now, overLStar: atFlip.underLStar, rimLStar: atFlip.rimLStar, holesPerCm2: atFlip.holesPerCm2 };
}

const FILM_RIM = 0.5; // of what an eye judges on a film: it colours from its edge. Assumed.

/** The word for the colour beneath: of a cake its middle, of a film its middle and its edge. */
export function underWord(look: Appearance, thin: boolean): BrowningWord {
  return browningWord(thin ? (1 - FILM_RIM) * look.underLStar + FILM_RIM * look.rimLStar : look.underLStar);
}
