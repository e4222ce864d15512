import * as v from 'valibot';

const Above = (max: number) => v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(max));

/** What a cook goes by: how much is wanted, or what there is. */
export const ScaleTargetSchema = v.variant('by', [
  v.object({ by: v.literal('volume'), volumeMl: Above(1_000_000) }),
  v.object({ by: v.literal('pieces'), pieces: Above(10_000) }),
  v.object({ by: v.literal('people'), people: Above(10_000), each: Above(100) }),
  v.object({ by: v.literal('panfuls'), panfuls: Above(10_000), perPanful: Above(1000) }),
  v.object({ by: v.literal('factor'), factor: Above(10_000) }),
  v.object({ by: v.literal('grain'), grainG: Above(1_000_000) }),
  v.object({ by: v.literal('eggs'), eggs: Above(10_000) }),
  v.object({
    by: v.literal('onHand'),
    ingredientId: v.pipe(v.string(), v.minLength(1), v.maxLength(60)),
    massG: Above(1_000_000),
  }),
]);
export type ScaleTarget = v.InferOutput<typeof ScaleTargetSchema>;
