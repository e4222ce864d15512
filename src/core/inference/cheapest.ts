const { max, min } = Math;

/** The search looks at moments so far apart, s. Numerical. */
const STEP_S = 1;

/** The moment of least cost between two, s: by steps of a second, then the lowest point of a parabola through the best one and its neighbours. */
export function cheapest(fromS: number, toS: number, costAt: (atS: number) => number): number {
  let [bestS, least] = [fromS, Infinity];
  for (let atS = fromS; atS <= toS; atS += STEP_S) {
    const cost = costAt(atS);
    if (cost < least) [bestS, least] = [atS, cost];
  }
  const [before, after] = [costAt(bestS - STEP_S), costAt(bestS + STEP_S)];
  const bend = before - 2 * least + after;
  if (bend <= 0) return bestS;
  return bestS + (STEP_S * max(-1, min(1, (before - after) / bend))) / 2;
}
