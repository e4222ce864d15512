/** What makes a batter rise, as far as it fades. */
type RiseAgent = 'soda' | 'powder' | 'whites';

/**
 * Counter minutes in which an agent's rise is down to `HELD`. Common practice, no source; low certainty: soda with
 * buttermilk 10–15, double-acting powder 30–60, whipped whites at most 10.
 */
const HOLDS_MIN: Record<RiseAgent, readonly [low: number, high: number]> = {
  soda: [10, 15],
  powder: [30, 60],
  whites: [7, 10],
};
/** What is left when the trade says it is time: assumed. */
const HELD = 0.7;

export interface GasLeft {
  readonly agent: RiseAgent;
  /** Its share of the batter's gas when it was mixed. */
  readonly share: number;
  /** Left of it, 0 to 1, with its spread. */
  readonly left: number;
  readonly low: number;
  readonly high: number;
}

/** Gas by agent, mL or mol: only their shares count. */
export type GasOf = Readonly<Partial<Record<RiseAgent, number>>>;

/**
 * What is left of a batter's rise after so many counter minutes, by agent: a first-order loss that meets the trade's
 * holding times. Cold slows it: the minutes are counted at 22 °C.
 */
export function gasLeft(
  gas: GasOf,
  ageMin: number,
): { readonly all: Omit<GasLeft, 'agent' | 'share'>; readonly by: GasLeft[] } {
  const total = Object.values(gas).reduce((sum, each) => sum + each, 0);
  const by = (Object.entries(gas) as [RiseAgent, number][])
    .filter(([, amount]) => amount > 0)
    .map(([agent, amount]): GasLeft => {
      const [lowMin, highMin] = HOLDS_MIN[agent];
      const after = (holdMin: number) => HELD ** (Math.max(0, ageMin) / holdMin);
      return {
        agent,
        share: amount / total,
        left: after(Math.sqrt(lowMin * highMin)),
        low: after(lowMin),
        high: after(highMin),
      };
    });
  const sum = (key: 'left' | 'low' | 'high') => by.reduce((of, each) => of + each.share * each[key], 0);
  return { all: { left: sum('left'), low: sum('low'), high: sum('high') }, by };
}
