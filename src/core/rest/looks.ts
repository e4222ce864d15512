import type { BatterType } from '#core/formula';

/** What a cook looks for while a batter rests, in the order in which it shows. Common practice, no source. */
export const LOOKS = {
  leavened: ['bubblesCome', 'lumpsSoften', 'thickens'],
  coarseMeal: ['grainSwells', 'bubblesCome', 'thickens'],
  thin: ['bubblesGo', 'thickens'],
  eggRichThin: ['bubblesGo', 'thickens'],
  whippedWhite: ['whitesSink'],
  yeast: ['doubled', 'floats', 'bubblesCome'],
  other: ['thickens'],
} as const satisfies Record<BatterType, readonly string[]>;
