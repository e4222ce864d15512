import { type DialWord, type FigureRange, type ToldHeat } from './told.ts';

/** What a word of the dial usually makes of a plate under batter, °C. Common practice, no source; wide on purpose. */
const SURFACE_C: Record<DialWord, FigureRange> = {
  low: { low: 135, high: 155 },
  'medium-low': { low: 150, high: 172 },
  medium: { low: 168, high: 192 },
  'medium-high': { low: 185, high: 210 },
  high: { low: 200, high: 235 },
};
/** Shares of a dial up to which its words reach. Assumed: even steps. */
const WORD_TO: readonly (readonly [share: number, word: DialWord])[] = [
  [0.25, 'low'],
  [0.42, 'medium-low'],
  [0.6, 'medium'],
  [0.8, 'medium-high'],
  [1, 'high'],
];
/** Half of the band about one temperature that was named, °C. Common practice, no source. */
const BAND_C = 8;

/** The surface that a heat of the text means, °C; by a word or a mark of the dial it is a guess. */
export function surfaceOf(heat: ToldHeat): FigureRange & { readonly guessed: boolean } {
  if (heat.kind === 'surfaceC') {
    const { low, high } = heat.c;
    return low === high ? { low: low - BAND_C, high: high + BAND_C, guessed: false } : { low, high, guessed: false };
  }
  const word = heat.kind === 'word' ? heat.word : (WORD_TO.find(([to]) => heat.mark / heat.of <= to)?.[1] ?? 'high');
  return { ...SURFACE_C[word], guessed: true };
}
