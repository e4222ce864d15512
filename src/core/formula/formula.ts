import * as v from 'valibot';

/** A sentence for the cook: why this choice was made. */
const Reason = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(300));
const Id = v.pipe(v.string(), v.minLength(1), v.maxLength(60));
/** The most that is poured at once: a cake that fills a large griddle, mL. Common practice, no source. */
export const MOST_POUR_ML = 4000;
const Positive = (max: number) => v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(max));
const NotNegative = (max: number) => v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(max));

export const BATTER_TYPES = [
  ...(['leavened', 'thin', 'whippedWhite', 'eggRichThin', 'coarseMeal', 'yeast'] as const),
  /** None of those: reckoned as a leavened batter, and nothing is said to be unlike its kind. */
  'other' as const,
] as const;
const BatterTypeSchema = v.picklist(BATTER_TYPES);
export type BatterType = v.InferOutput<typeof BatterTypeSchema>;

/** How a batter behaves on the plate: it rises in a disc, or runs to a film. */
export type BatterFamily = 'leavened' | 'thin';

export function familyOf(type: BatterType): BatterFamily {
  return type === 'thin' || type === 'eggRichThin' ? 'thin' : 'leavened';
}

/** When a line goes in: with the mixing, folded in just before the plate, or counted onto each piece. */
export const LINE_MOMENTS = ['mix', 'justBefore', 'onPiece'] as const;
export type LineMoment = (typeof LINE_MOMENTS)[number];

const FormulaLineSchema = v.object({
  ingredientId: Id,
  /** Grams per 100 g of dry grain; null: nobody knows how much. */
  percent: v.nullable(Positive(1000)),
  /** Share kept back when mixing, added later until the batter falls right. */
  heldBack: v.optional(v.pipe(v.number(), v.minValue(0, 'From 0 to 90 %.'), v.maxValue(0.9, 'From 0 to 90 %.'))),
  when: v.optional(v.picklist(LINE_MOMENTS)),
});

const StepSchema = v.union([Reason, v.object({ text: Reason, reason: v.optional(Reason) })]);
export type MethodStep = { readonly text: string; readonly reason?: string | undefined };

/** A step with its reason, however it was written down. */
export function stepOf(step: v.InferOutput<typeof StepSchema>): MethodStep {
  return typeof step === 'string' ? { text: step } : step;
}

export const MIX_SCHOOLS = ['folded', 'smooth', 'blender', 'whippedWhites'] as const;
/** What becomes of lumps: left in, beaten out, or strained out. */
export const LUMPS = ['stay', 'none', 'strained'] as const;
/** By what mixing is stopped. */
export const MIX_LIMIT_UNITS = ['seconds', 'strokes'] as const;
export const FLIP_RULES = ['coveredFace', 'holesStay', 'dryEdge', 'liftingEdge', 'underside', 'time'] as const;
export type FlipRule = (typeof FLIP_RULES)[number];
/** How a thin batter is brought over its plate: tilted at once, left to settle and then turned slowly, or drawn out with a spreader. */
export const FILM_SCHOOLS = ['tilt', 'settle', 'spreader'] as const;
export type FilmSchool = (typeof FILM_SCHOOLS)[number];
export const FAT_KINDS = ['none', 'butter', 'clarifiedButter', 'oil', 'lard', 'spray'] as const;
export const FAT_RULES = ['never', 'once', 'eachPanful', 'eachPour'] as const;

/** A batter as percentages on dry grain, with every school named and its reason in one line. */
export const FormulaBodySchema = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(80)),
  /** One word for many of its pieces: "cakes", "crepes". */
  pieceWord: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(30)),
  type: BatterTypeSchema,
  lines: v.pipe(
    v.array(FormulaLineSchema),
    v.minLength(2),
    v.maxLength(40),
    v.check(
      (lines) => new Set(lines.map((line) => line.ingredientId)).size === lines.length,
      'An ingredient stands on one line only: put its amounts together.',
    ),
  ),
  mix: v.object({
    school: v.picklist(MIX_SCHOOLS),
    steps: v.pipe(v.array(StepSchema), v.minLength(1), v.maxLength(12)),
    workMin: Positive(120),
    reason: Reason,
    /** From wet meets dry: the school's own when it is left out, none when it is null. */
    limit: v.optional(
      v.nullable(
        v.object({
          unit: v.picklist(MIX_LIMIT_UNITS),
          count: v.pipe(v.number(), v.integer(), v.minValue(5), v.maxValue(1200)),
        }),
      ),
    ),
    lumps: v.optional(v.picklist(LUMPS)),
    /** Flakes and coarse meal stand in their liquid for so long before the rest is mixed in, minutes. */
    soakMin: v.optional(Positive(1440)),
  }),
  rest: v.pipe(
    v.object({
      earliestMin: NotNegative(2880),
      bestMin: NotNegative(2880),
      latestMin: Positive(2880),
      where: v.picklist(['counter', 'fridge']),
      watch: v.picklist(['bubblesCome', 'bubblesGo']),
      reason: Reason,
    }),
    v.check(
      ({ earliestMin, bestMin, latestMin }) => earliestMin <= bestMin && bestMin <= latestMin,
      'The best must lie between the earliest and the latest.',
    ),
  ),
  heat: v.pipe(
    v.object({
      targetC: v.pipe(v.number(), v.minValue(100), v.maxValue(260)),
      lowC: v.pipe(v.number(), v.minValue(80), v.maxValue(260)),
      highC: v.pipe(v.number(), v.minValue(100), v.maxValue(280)),
      /** Covered while the first side cooks. */
      lid: v.optional(v.boolean()),
      reason: Reason,
    }),
    v.check(
      ({ lowC, targetC, highC }) => lowC <= targetC && targetC <= highC,
      'The surface must lie between its two limits.',
    ),
  ),
  portion: v.object({ volumeMl: Positive(MOST_POUR_ML), reason: Reason }),
  /** Yield stress of the ready batter, Pa: what stops a disc from running. Thin batters are swirled instead. */
  yieldStressPa: NotNegative(500),
  /** Viscosity of a thin batter when it is ready, Pa·s; the type's own when it is left out. */
  viscosityPaS: v.optional(Positive(10)),
  /** How a thin batter becomes a film; tilted off the heat when it is left out. */
  film: v.optional(
    v.object({
      school: v.picklist(FILM_SCHOOLS),
      /** Where the pan is while the film runs. */
      heat: v.picklist(['off', 'on']),
      /** As deep as a spreader leaves it, mm; a hand's usual when it is left out. */
      leavesMm: v.optional(v.pipe(v.number(), v.minValue(0.4), v.maxValue(5))),
      reason: Reason,
    }),
  ),
  flip: v.pipe(
    v.object({
      rule: v.picklist(FLIP_RULES),
      /** The school of the clock: so long after the pour. */
      seconds: v.optional(v.pipe(v.number(), v.minValue(5), v.maxValue(900))),
      /** Pressed once onto the plate as it is turned, or left to rise. */
      pressed: v.optional(v.boolean()),
      reason: Reason,
    }),
    v.forward(
      v.check(({ rule, seconds }) => rule !== 'time' || seconds !== undefined, 'Say after how many seconds.'),
      ['seconds'],
    ),
  ),
  fat: v.object({
    kind: v.picklist(FAT_KINDS),
    rule: v.picklist(FAT_RULES),
    /** Each time, g; a hand's usual film when it is left out. */
    amountG: v.optional(Positive(50)),
    /** Wiped off again with a cloth or paper: a film stays. */
    wiped: v.optional(v.boolean()),
    reason: Reason,
  }),
  /** Seconds of hands: fat and wipe once a panful, then per piece. */
  hands: v.object({ greaseS: NotNegative(120), pourS: Positive(120), flipS: Positive(120), liftS: Positive(120) }),
  /** The recipe as it was written down: its dry grain, and how many pieces it says it makes. */
  written: v.optional(v.object({ grainG: Positive(100_000), pieces: v.optional(Positive(5000)) })),
});
export type FormulaBody = v.InferOutput<typeof FormulaBodySchema>;
export type FormulaLine = v.InferOutput<typeof FormulaLineSchema>;
