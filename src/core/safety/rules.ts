import * as v from 'valibot';

/**
 * How long a batter with egg and milk may be out of the cold, and what it needs when it is cooked. A kitchen follows its
 * local code; these are defaults until it says otherwise.
 */
export const RuleSetSchema = v.object({
  /** At or below this a batter is cold, °C. */
  coldC: v.pipe(v.number(), v.minValue(0, 'Above 0 °C.'), v.maxValue(10, 'Below 10 °C.')),
  /** At or above this it is hot, °C. */
  hotC: v.pipe(v.number(), v.minValue(50, 'Above 50 °C.'), v.maxValue(80, 'Below 80 °C.')),
  /** Minutes in between, all added up. */
  outMin: v.pipe(v.number(), v.minValue(10, '10 minutes at least.'), v.maxValue(600, '10 hours at most.')),
  /** The same in a room hotter than `hotRoomC`. */
  hotRoomC: v.pipe(v.number(), v.minValue(20), v.maxValue(60)),
  hotRoomOutMin: v.pipe(v.number(), v.minValue(5, '5 minutes at least.'), v.maxValue(600)),
  /** Hours a batter with egg is kept in the cold. */
  keptH: v.pipe(v.number(), v.minValue(1, 'One hour at least.'), v.maxValue(168, '168 hours, a week, at most.')),
});
export type RuleSet = v.InferOutput<typeof RuleSetSchema>;

/**
 * us: FDA Food Code 3-501.16 (5 and 57 °C) with the two-hour rule of USDA FSIS, one hour above 32 °C.
 * uk: Food Safety and Hygiene (England) Regulations 2013, Sch. 4 (8 °C, 63 °C; one period of up to four hours).
 * Chilled egg batter 24–48 h: common practice, no source; low certainty. All from memory.
 */
export const RULE_SETS = {
  us: { coldC: 5, hotC: 57, outMin: 120, hotRoomC: 32, hotRoomOutMin: 60, keptH: 48 },
  uk: { coldC: 8, hotC: 63, outMin: 240, hotRoomC: 32, hotRoomOutMin: 120, keptH: 48 },
} as const satisfies Record<string, RuleSet>;

/** Minutes a batter may be out at `roomC`. */
export function outLimitMin(rules: RuleSet, roomC: number): number {
  return roomC > rules.hotRoomC ? rules.hotRoomOutMin : rules.outMin;
}

/** Made at room heat it should be cold within this, minutes. Source: FDA Food Code 3-501.14, from memory. */
export const COOL_WITHIN_MIN = 240;
