import * as v from 'valibot';
import { INGREDIENT_IDS } from '#core/ingredients';

/** A sentence for the cook: why this choice was made. */
const Reason = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(300));
const Positive = (max: number) => v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(max));
const NotNegative = (max: number) => v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(max));

export const BatterTypeSchema = v.picklist(['leavened', 'thin']);
export type BatterType = v.InferOutput<typeof BatterTypeSchema>;

export const FormulaLineSchema = v.object({
  ingredientId: v.picklist(INGREDIENT_IDS),
  /** Grams per 100 g of dry grain. */
  percent: Positive(1000),
  /** Share kept back when mixing, added later until the batter falls right. */
  heldBack: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(0.9))),
});

/** A batter as percentages on dry grain, with every school named and its reason in one line. */
export const FormulaBodySchema = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(80)),
  /** One word for many of its pieces: "cakes", "crepes". */
  pieceWord: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(30)),
  type: BatterTypeSchema,
  lines: v.pipe(v.array(FormulaLineSchema), v.minLength(2), v.maxLength(40)),
  mix: v.object({
    school: v.picklist(['folded', 'smooth', 'blender']),
    steps: v.pipe(v.array(Reason), v.minLength(1), v.maxLength(12)),
    workMin: Positive(120),
    reason: Reason,
  }),
  rest: v.object({
    earliestMin: NotNegative(2880),
    bestMin: NotNegative(2880),
    latestMin: Positive(2880),
    where: v.picklist(['counter', 'fridge']),
    watch: v.picklist(['bubblesCome', 'bubblesGo']),
    reason: Reason,
  }),
  heat: v.object({
    targetC: v.pipe(v.number(), v.minValue(100), v.maxValue(260)),
    lowC: v.pipe(v.number(), v.minValue(80), v.maxValue(260)),
    highC: v.pipe(v.number(), v.minValue(100), v.maxValue(280)),
    reason: Reason,
  }),
  portion: v.object({ volumeMl: Positive(1000), reason: Reason }),
  /** Yield stress of the ready batter, Pa: what stops a disc from running. Thin batters are swirled instead. */
  yieldStressPa: NotNegative(500),
  flip: v.object({ rule: v.picklist(['holesStay', 'dryEdge']), reason: Reason }),
  fat: v.object({
    kind: v.picklist(['none', 'butter', 'oil']),
    rule: v.picklist(['never', 'once', 'eachPanful']),
    reason: Reason,
  }),
  /** Seconds of hands: fat and wipe once a panful, then per piece. */
  hands: v.object({ greaseS: NotNegative(120), pourS: Positive(120), flipS: Positive(120), liftS: Positive(120) }),
});
export type FormulaBody = v.InferOutput<typeof FormulaBodySchema>;
export type FormulaLine = v.InferOutput<typeof FormulaLineSchema>;
