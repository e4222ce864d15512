import type { PlateGrid } from './field.ts';
import { WET_BASE_C } from './heat-balance.ts';

const { ceil, exp, floor, hypot, log, max, min } = Math; // bound once: asked for at every cell of every step

/** A piece as the plate feels it: a disc that draws heat while it lies there. */
export interface FoodOnPlate {
  readonly xMm: number;
  readonly yMm: number;
  readonly diameterMm: number;
  /** How well it touches, W/m²K, once its crust has formed and how much better while it is wet; and how warm it is poured, °C. */
  readonly contactWm2K: number;
  readonly wetterWm2K?: number;
  /** How wet the other side is as it is turned down, as a share of a fresh pour. */
  readonly wetAgain?: number;
  /** Heat that dries it out altogether, J/m²; nothing: it lies too short for that. */
  readonly driesOutJm2?: number;
  readonly pouredC: number;
  /** Heat it draws now, W/m², when something else knows; then contact and warmth do not count. */
  readonly drawnWm2?: () => number;
}

/**
 * A wet base comes to the boil within some seconds, stays there, and dries into a crust as heat goes into it: sooner on a
 * hotter plate. °C, s and J/m², from the piece model.
 */
const WET_BASE = { atC: WET_BASE_C, withinS: 8, driesWithJm2: 1.45e6 };

/** What dries out draws less over the last of its water, as a share of it. Assumed. */
const DRY_WITHIN = 0.3;

/** A piece that lies on a plate: its cells, how much of each it covers, and how its metal went. */
export class LyingFood {
  private readonly food: FoodOnPlate;
  private readonly cells: Int32Array;
  private readonly weight: Float64Array;
  private readonly sinceS: number;
  /** Temperatures of its cells a step ago, and how long that step was. */
  private readonly before: Float64Array;
  private lastStepS = 0;
  /** Heat that went into the side that lies on the plate, J/m². */
  private takenJm2 = 0;
  /** Heat that went into all of it, J/m². */
  private totalJm2 = 0;

  constructor(food: FoodOnPlate, { cells, weight }: Covered, sinceS: number, before = new Float64Array(cells.length)) {
    this.food = food;
    this.cells = cells;
    this.weight = weight;
    this.sinceS = sinceS;
    this.before = before;
  }

  /** The same piece as it lies now, to go on from later. */
  copy(): LyingFood {
    const { food, cells, weight, sinceS, before, lastStepS, takenJm2, totalJm2 } = this;
    const copied = new LyingFood(food, { cells, weight }, sinceS, before.slice());
    copied.lastStepS = lastStepS;
    copied.takenJm2 = takenJm2;
    copied.totalJm2 = totalJm2;
    return copied;
  }

  /** Its other side comes down. */
  turnOver(): void {
    const { wetAgain } = this.food;
    if (wetAgain) this.takenJm2 = min(this.takenJm2, -log(wetAgain) * WET_BASE.driesWithJm2);
  }

  /** Takes from `heatWm2` what it draws in the step to come, at the step's middle by going on as the last step went. */
  draw(heatWm2: Float64Array, tempC: Float64Array, nowS: number, dtS: number): void {
    const { cells, weight, before, food } = this;
    if (food.drawnWm2) {
      const drawn = food.drawnWm2();
      for (let n = 0; n < cells.length; n++) heatWm2[cells[n]!]! -= weight[n]! * drawn;
      return;
    }
    const ageS = nowS + dtS / 2 - this.sinceS;
    const baseC = WET_BASE.atC - (WET_BASE.atC - food.pouredC) * exp(-ageS / WET_BASE.withinS);
    const left = food.driesOutJm2 ? max(0, 1 - this.totalJm2 / food.driesOutJm2) : 1;
    const contact =
      min(1, left / DRY_WITHIN) *
      (food.contactWm2K + (food.wetterWm2K ?? 0) * exp(-this.takenJm2 / WET_BASE.driesWithJm2));
    const on = this.lastStepS > 0 ? dtS / (2 * this.lastStepS) : 0;
    let [drawn, covered] = [0, 0];
    for (let n = 0; n < cells.length; n++) {
      const i = cells[n]!;
      const now = tempC[i]!;
      const middleC = now + on * (now - before[n]!);
      before[n] = now;
      const takes = weight[n]! * contact * (middleC - baseC);
      heatWm2[i]! -= takes;
      drawn += takes;
      covered += weight[n]!;
    }
    this.lastStepS = dtS;
    if (covered === 0) return;
    this.takenJm2 += (dtS * drawn) / covered;
    this.totalJm2 += (dtS * drawn) / covered;
  }
}

/** Cells under a disc and how much of each it covers. */
export interface Covered {
  readonly cells: Int32Array;
  readonly weight: Float64Array;
}

/** Cells under a disc; weights are scaled so that its area is its own on any grid. */
export function coveredBy(
  food: FoodOnPlate,
  grid: PlateGrid,
  { widthMm, depthMm }: { readonly widthMm: number; readonly depthMm: number },
): Covered {
  const { columns, rows } = grid;
  const offOf = (i: number) =>
    hypot(
      ((i % columns) + 0.5) * (widthMm / columns) - food.xMm,
      (floor(i / columns) + 0.5) * (depthMm / rows) - food.yMm,
    );
  const radiusM = food.diameterMm / 2000;
  const reach = radiusM * 1000 + grid.cellM * 1000;
  const span = (middle: number, size: number, count: number) =>
    [
      max(0, floor(((middle - reach) / size) * count)),
      min(count - 1, ceil(((middle + reach) / size) * count)),
    ] as const;
  const [left, right] = span(food.xMm, widthMm, columns);
  const [back, front] = span(food.yMm, depthMm, rows);
  const cells: number[] = [];
  for (let row = back; row <= front; row++)
    for (let column = left; column <= right; column++) {
      const i = row * columns + column;
      if (grid.metal[i] && offOf(i) < reach) cells.push(i);
    }
  const near = Int32Array.from(cells);
  const weight = Float64Array.from(near, (i) => {
    const off = offOf(i) / 1000;
    return min(1, max(0, (radiusM - off) / grid.cellM + 0.5));
  });
  const area = weight.reduce((sum, share) => sum + share, 0) * grid.cellM ** 2;
  const scale = area > 0 ? (Math.PI * radiusM ** 2) / area : 0;
  return { cells: near, weight: weight.map((share) => share * scale) };
}
