import * as v from 'valibot';
import { MOST_POUR_ML } from '#core/formula';
import { FIGURE_NAMES } from './data-figures.ts';

const Millimetres = v.pipe(v.number(), v.minValue(5), v.maxValue(600));

/** A pour of a place's own: a coin beside large pieces, or a figure that is drawn with a bottle. */
export const PlacePourSchema = v.object({
  volumeMl: v.pipe(v.number(), v.minValue(1, 'A pour is at least 1 mL.'), v.maxValue(MOST_POUR_ML)),
  /** As wide as what holds it; of a figure, the disc that covers as much ground. */
  mouldMm: v.optional(Millimetres),
  /** What is drawn, how high it is and how wide its line. */
  figure: v.optional(v.object({ name: v.picklist(FIGURE_NAMES), heightMm: Millimetres, lineMm: Millimetres })),
});
export type PlacePour = v.InferOutput<typeof PlacePourSchema>;
