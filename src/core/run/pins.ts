import * as v from 'valibot';
import { FormulaBodySchema } from '#core/formula';
import { EGG_CLASS_IDS } from '#core/ingredients';
import { StationBodySchema } from '#core/plate';

const Uuid = v.pipe(v.string(), v.uuid());

/** What a run froze when it was made: the revisions it uses, so that later edits do not rewrite it. */
export const PinsSchema = v.object({
  modelVersion: v.string(),
  timeZone: v.string(),
  eggClass: v.picklist(EGG_CLASS_IDS),
  roomC: v.number(),
  pressurePa: v.number(),
  formulas: v.array(v.object({ id: Uuid, revision: v.number(), body: FormulaBodySchema })),
  stations: v.array(v.object({ id: Uuid, version: v.number(), body: StationBodySchema })),
});
export type Pins = v.InferOutput<typeof PinsSchema>;

/** Changes with every change of a prediction; stored with each fact of advice. */
export const MODEL_VERSION = 'piece-1';

export function pinnedFormula(pins: Pins, formulaId: string): Pins['formulas'][number] | undefined {
  return pins.formulas.find((formula) => formula.id === formulaId);
}

export function pinnedStation(pins: Pins, stationId: string): Pins['stations'][number] | undefined {
  return pins.stations.find((station) => station.id === stationId);
}
