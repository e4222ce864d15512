/**
 * How long a batter with egg and milk may stand out, and what it needs when it is cooked.
 * A kitchen follows its local code; these are the defaults shown until it says otherwise.
 */
export const COUNTER_RULES = {
  /** USDA FSIS: two hours at room temperature, one hour above 32 °C. */
  homeTwoHours: { limitMin: 120, hotRoomC: 32, hotLimitMin: 60 },
} as const;

/** Minutes a batter may stand on the counter at `roomC` before it should be discarded (USDA FSIS, from memory). */
export function counterLimitMin(roomC: number): number {
  const rule = COUNTER_RULES.homeTwoHours;
  return roomC > rule.hotRoomC ? rule.hotLimitMin : rule.limitMin;
}

/** Centre temperature at which egg dishes are done at home, °C. Source: USDA FSIS (160 °F), from memory. */
export const EGG_DISH_DONE_C = 71;
