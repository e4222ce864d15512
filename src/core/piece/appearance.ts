import { touchingShare } from './advance.ts';
import { dullness, heightM, type Column, type ColumnSettings } from './column.ts';

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

export const APPEARANCE_KEYS = [
  'underLStar',
  'overLStar',
  'rimLStar',
  'bubblesPerCm2',
  'rimBubblesPerCm2',
  'holesPerCm2',
  'faceSet',
  'rimSet',
  'rise',
  'touching',
] as const satisfies readonly (keyof Appearance)[];

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
  return Object.fromEntries(
    APPEARANCE_KEYS.map((key) => [key, a[key] + share * (b[key] - a[key])]),
  ) as unknown as Appearance;
}

/** The appearance at a moment, from appearances at even steps; held at the ends. */
export function appearanceFrom(steps: readonly Appearance[], stepS: number, atS: number): Appearance {
  if (steps.length === 1) return steps[0]!;
  const position = Math.min(steps.length - 1, Math.max(0, stepS > 0 ? atS / stepS : 0));
  const low = Math.min(steps.length - 2, Math.floor(position));
  return mixedAppearance(steps[low]!, steps[low + 1]!, position - low);
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
