import * as v from 'valibot';
import { DialSchema } from './dial.ts';

export const SOURCES = ['gas', 'coil', 'electric', 'induction', 'camping'] as const;
export type Source = (typeof SOURCES)[number];

/** One burner with its dial. Older runs know only power and dial. */
export const BurnerSchema = v.object({
  burnerName: v.optional(v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(60))),
  source: v.optional(v.picklist(SOURCES)),
  /** Heat that reaches the plate at the dial's highest mark, W. */
  powerW: v.pipe(v.number(), v.minValue(10, 'A burner gives at least 10 W.'), v.maxValue(20000)),
  /** How wide the flame or the heated disc is, mm; unknown: as usual for its kind. */
  acrossMm: v.optional(v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(1000))),
  dial: DialSchema,
});
export type Burner = v.InferOutput<typeof BurnerSchema>;

/**
 * Share of a burner's rated power that reaches the metal. Order of magnitude from appliance tests (gas about 40 %, coil
 * 70–75 %, induction 75–85 %), from memory; a camping stove in the open less. Readings correct it.
 */
export const REACHES_PLATE: Record<Source, number> = {
  gas: 0.42,
  coil: 0.72,
  electric: 0.7,
  induction: 0.82,
  camping: 0.35,
};

/** Seconds in which an element takes up a turn of its dial (first order): the mass between the wire and the plate. Assumed. */
const LAG_S: Record<Source, number> = { gas: 0, coil: 45, electric: 150, induction: 0, camping: 0 };

/** An element clamped or cast to a plate that has a thermostat has hardly a mass of its own, s. From memory. */
const CLAMPED_ELEMENT_S = 45;

export function lagS({ source, dial }: Pick<Burner, 'source' | 'dial'>): number {
  if (source === 'electric' && dial.kind === 'thermostat') return CLAMPED_ELEMENT_S;
  return source ? LAG_S[source] : 0;
}
