import type { FlipRule } from '#core/formula';

/** Why a figure of the method is not sure. Each has its sentence in the message catalogue. */
export type FigureDoubt =
  /** "about", "or so". */
  | 'about'
  /** From so many to so many: the middle is taken. */
  | 'range'
  /** Two are offered: "or 12 if you go small". */
  | 'either'
  /** A ladle or a spoonful of which nobody says what it holds. */
  | 'ownMeasure'
  /** A temperature without its unit. */
  | 'noUnit'
  /** More than one figure is named for the same thing. */
  | 'several'
  /** How often was not said: the custom of the type. */
  | 'custom'
  /** Longer than any side: minutes for seconds, or the oven. */
  | 'tooLong'
  /** A hot pan; how hot, nobody says. */
  | 'vague';

/** What a sentence says, and how far it is to be trusted. */
export interface Told<T> {
  readonly value: T;
  /** The sentence, in the writer's own words. */
  readonly text: string;
  readonly doubts: readonly FigureDoubt[];
}

/** One figure has both ends alike. */
export interface FigureRange {
  readonly low: number;
  readonly high: number;
}

export type DialWord = 'low' | 'medium-low' | 'medium' | 'medium-high' | 'high';

/** A temperature of the plate, °C; a word of the dial; or a share of its marks. */
export type ToldHeat =
  | { readonly kind: 'surfaceC'; readonly c: FigureRange }
  | { readonly kind: 'word'; readonly word: DialWord }
  | { readonly kind: 'mark'; readonly mark: number; readonly of: number };

/** How long before the plate; a null length is overnight. */
export interface ToldRest {
  readonly lengthS: FigureRange | null;
  readonly where: 'counter' | 'fridge' | null;
}

export type ToldFatKind = 'none' | 'butter' | 'clarifiedButter' | 'oil' | 'lard' | 'spray';
export type ToldFatRule = 'each' | 'once' | 'panful' | 'wiped' | 'never';
export interface ToldFat {
  readonly kind: ToldFatKind;
  readonly rule: ToldFatRule;
}

export type ToldMix = 'folded' | 'smooth' | 'stages' | 'blender' | 'whites';

/** A null length is overnight; a null thing is one that the list does not name as grain. */
export interface ToldSoak {
  readonly ingredientId: string | null;
  readonly lengthS: FigureRange | null;
}

export type ToldHold = { readonly kind: 'oven'; readonly c: number } | { readonly kind: 'cloth' };
/** A null length: nobody says how long. */
export type ToldKeep =
  { readonly kind: 'freezer' } | { readonly kind: 'fridge' | 'batter'; readonly lengthS: number | null };

/** The figures of a method; null where the text says none. */
export interface MethodFigures {
  readonly pieces: Told<FigureRange> | null;
  /** Each pour, mL. */
  readonly pour: Told<FigureRange> | null;
  readonly rest: Told<ToldRest> | null;
  readonly heat: Told<ToldHeat> | null;
  /** Seconds on each side. */
  readonly first: Told<FigureRange> | null;
  readonly second: Told<FigureRange> | null;
  readonly flip: Told<FlipRule> | null;
  readonly fat: Told<ToldFat> | null;
  readonly lid: Told<true> | null;
  readonly mix: Told<ToldMix> | null;
  readonly soak: Told<ToldSoak> | null;
  readonly hold: Told<ToldHold> | null;
  readonly keep: readonly Told<ToldKeep>[];
}

export const middle = ({ low, high }: FigureRange): number => (low + high) / 2;
