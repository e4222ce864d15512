import * as v from 'valibot';
import { FunnelSchema } from '#core/consistency';
import { FormulaBodySchema } from '#core/formula';
import { EGG_CLASS_IDS, IngredientSchema, larderWith, type Larder } from '#core/ingredients';
import { StationBodySchema } from '#core/plate';
import { FRIDGE_C, type Climate } from '#core/rest';
import { RULE_SETS, RuleSetSchema, type RuleSet } from '#core/safety';
import { MEASURE_SYSTEMS } from '#core/units';
import { BatterKnownSchema } from './payloads.ts';

const Uuid = v.pipe(v.string(), v.uuid());

const PinnedCalibrationSchema = v.object({
  zoneId: v.string(),
  /** How much hotter than its plain figures it holds, and how well that is known, °C. */
  errorC: v.number(),
  sdC: v.number(),
  gain: v.number(),
  /** How much its spots are hotter than the plate model says, °C. */
  spots: v.array(v.object({ xMm: v.number(), yMm: v.number(), residualC: v.number(), sdC: v.number() })),
});

/** What a run froze when it was made: the revisions it uses, so that later edits do not rewrite it. */
export const PinsSchema = v.object({
  modelVersion: v.string(),
  timeZone: v.string(),
  eggClass: v.picklist(EGG_CLASS_IDS),
  roomC: v.number(),
  pressurePa: v.number(),
  formulas: v.array(
    v.object({
      id: Uuid,
      revision: v.number(),
      body: FormulaBodySchema,
      /** What real runs before this one showed of it, as far as it had faded by then, and when. */
      learned: v.optional(v.object({ ...BatterKnownSchema.entries, atMs: v.number() })),
    }),
  ),
  stations: v.array(
    v.object({
      id: Uuid,
      version: v.number(),
      body: StationBodySchema,
      /** What its readings and the runs before said of each zone over its burner, when there were any. */
      calibration: v.optional(v.array(PinnedCalibrationSchema)),
    }),
  ),
  /** What the kitchen's code allows a batter out of the cold; that of the United States for runs made before it was asked. */
  rules: v.optional(RuleSetSchema),
  fridgeC: v.optional(v.number()),
  /** Funnels that the kitchen fitted. */
  funnels: v.optional(v.array(FunnelSchema)),
  /** Room of the largest bowl, mL; null: not known. */
  bowlMl: v.optional(v.nullable(v.number())),
  /** Whose cups and spoons stand in for a scale; null, or left out: the kitchen weighs. */
  measuredBy: v.optional(v.nullable(v.picklist(MEASURE_SYSTEMS))),
  /** The kitchen's own ingredients that the formulas name, as they stood; those that ship come with the model. */
  ingredients: v.optional(v.array(IngredientSchema)),
});
export type Pins = v.InferOutput<typeof PinsSchema>;

/** Changes with every change of a prediction; stored with each fact of advice. */
export const MODEL_VERSION = 'piece-6';

/** What the run cooks with. */
export function larderOf(pins: Pins): Larder {
  return larderWith(pins.ingredients ?? []);
}

export function pinnedFormula(pins: Pins, formulaId: string): Pins['formulas'][number] | undefined {
  return pins.formulas.find((formula) => formula.id === formulaId);
}

export function pinnedStation(pins: Pins, stationId: string): Pins['stations'][number] | undefined {
  return pins.stations.find((station) => station.id === stationId);
}

/** The kitchen as a resting batter feels it. */
export function climateOf(pins: Pins): Climate {
  return { roomC: pins.roomC, fridgeC: pins.fridgeC ?? FRIDGE_C };
}

export function rulesOf(pins: Pins): RuleSet {
  return pins.rules ?? RULE_SETS.us;
}
