import type { BatterType } from '#core/formula';
import type { MeasureSystem } from '#core/units';
import { fatSaid } from './fat-said.ts';
import { flipSaid } from './flip-said.ts';
import { heatSaid, holdSaid } from './heat-said.ts';
import { keepSaid, lidSaid } from './keeping-said.ts';
import { mixSaid } from './mixing-said.ts';
import { pourSaid } from './pour-said.ts';
import type { Sentence } from './sentences.ts';
import { timesSaid } from './times-said.ts';
import type { MethodFigures } from './told.ts';

export { sentencesOf, type Sentence } from './sentences.ts';
export { momentSaid } from './moments-said.ts';
export { surfaceOf } from './surface-of.ts';
export { middle, type MethodFigures, type Told, type ToldFatRule, type ToldMix } from './told.ts';
export { piecesSaid } from './yield-said.ts';

/** What a method is read with. */
export interface MethodContext {
  readonly system: MeasureSystem;
  readonly type: BatterType;
  /** What of the list words of a sentence name that must soak. */
  readonly soakerOf: (words: string) => string | null;
  /** Whether words name a thing of the list. */
  readonly names: (words: string) => boolean;
  /** Lines of the list that are for the plate, in the writer's words and in English. */
  readonly plate: readonly { readonly text: string; readonly words: string }[];
}

/** Every figure that the sentences of a method give, but how many pieces it makes. */
export function figuresSaid(sentences: readonly Sentence[], context: MethodContext): Omit<MethodFigures, 'pieces'> {
  return {
    ...timesSaid(sentences, context.soakerOf),
    pour: pourSaid(sentences, context.system, context.names),
    heat: heatSaid(sentences),
    flip: flipSaid(sentences),
    fat: fatSaid(sentences, context.plate, context.type),
    lid: lidSaid(sentences),
    mix: mixSaid(sentences),
    hold: holdSaid(sentences),
    keep: keepSaid(sentences),
  };
}
