import { fieldSolver, plateGrid, type FieldEnergy, type PlateGrid } from './field.ts';
import { lagS } from './burner.ts';
import { USUAL_SWING_C, setpointC } from './dial.ts';
import { burnerPattern, type OffMiddle } from './pattern.ts';
import { plateSizeMm, zoneAt, type StationBody, type Zone } from './station.ts';

const { abs, ceil, exp, floor, hypot, max, min } = Math; // bound once: asked for at every cell of every step

/** A piece as the plate feels it: a disc that draws heat while it lies there. */
export interface FoodOnPlate {
  readonly xMm: number;
  readonly yMm: number;
  readonly diameterMm: number;
  /** How well it touches, W/m²K, once its crust has formed and how much better while it is wet; and how warm it is poured, °C. */
  readonly contactWm2K: number;
  readonly wetterWm2K?: number;
  readonly pouredC: number;
  /** Heat it draws now, W/m², when something else knows; then contact and warmth do not count. */
  readonly drawnWm2?: () => number;
}

/** What differs on a plate from what its maker says. */
export interface PlateTruth {
  /** Share by which each zone's burner differs; 1 is honest. */
  readonly gain?: Readonly<Record<string, number>>;
  /** How far each zone's thermostat is off, °C. */
  readonly setErrorC?: Readonly<Record<string, number>>;
  /** Burners that do not sit in the middle of their zone. */
  readonly off?: Readonly<Record<string, OffMiddle>>;
  /** Share by which the plate loses more or less to the room. */
  readonly lossFactor?: number;
  /** Share by which each zone's burner weakens in an hour, as a gas bottle does that cools. */
  readonly fadesPerHour?: Readonly<Record<string, number>>;
  /** Places that take more of a burner's heat than its form says, or less: warped metal, a clogged jet. */
  readonly spots?: readonly HeatSpot[];
}

/** A bump on the heat under a plate: by share `more` at its middle, dying away as a normal curve. */
export interface HeatSpot {
  readonly xMm: number;
  readonly yMm: number;
  readonly radiusMm: number;
  readonly more: number;
}

/** A plate that is being heated: its cells, and what hands can do to it. */
export interface PlateSimulator {
  readonly grid: PlateGrid;
  readonly tempC: Float64Array;
  timeS(): number;
  turn(zoneId: string, mark: number): void;
  /** Lays a piece down; what is returned takes it off. */
  pour(food: FoodOnPlate): () => void;
  /** Runs on to a moment; tells heat in and lost on the way, food counted as heat not put in. */
  advanceTo(timeS: number): FieldEnergy;
  /** Temperature at a point of the plate, between cell middles. */
  at(xMm: number, yMm: number): number;
  /** Mean over a zone's metal. */
  zoneMeanC(zoneId: string): number;
  /** The plate as it is now, to be asked later. */
  snapshot(): PlateSnapshot;
}

/** Temperatures of a plate at one moment. */
export type PlateSnapshot = Pick<PlateSimulator, 'at' | 'zoneMeanC'>;

/** A wet base comes to the boil within some seconds, stays there, and dries into a crust, °C and s. Order from the piece model. */
const WET_BASE = { atC: 98, withinS: 8, driesWithinS: 60 };

interface BurnerState {
  readonly zone: Zone;
  readonly pattern: Float64Array;
  readonly cells: Int32Array;
  mark: number;
  burning: boolean;
  powerW: number;
}

interface FoodState {
  readonly cells: Int32Array;
  readonly weight: Float64Array;
  readonly food: FoodOnPlate;
  readonly sinceS: number;
  /** Temperatures of its cells a step ago, and how long that step was. */
  readonly before: Float64Array;
  lastStepS: number;
}

/**
 * Heats a plate in two dimensions under its burners. Steps are `stepS` long, shorter only to end on time; thermostats
 * burn fully below their span and not at all above it, judged once a step at the mean of their zone.
 */
export function plateSimulator(
  station: StationBody,
  room: { readonly startC: number; readonly ambientC: number },
  size: { readonly cellMm: number; readonly stepS: number },
  truth: PlateTruth = {},
): PlateSimulator {
  const plain = plateGrid(station, size.cellMm);
  const loss = truth.lossFactor ?? 1;
  const grid = {
    ...plain,
    convectionWm2K: plain.convectionWm2K * loss,
    lossBelowWm2K: plain.lossBelowWm2K * loss,
  };
  const { columns, rows } = grid;
  const { widthMm, depthMm } = plateSizeMm(station);
  const step = fieldSolver(grid, room.ambientC);
  const tempC = new Float64Array(columns * rows).fill(room.startC);
  const heat = new Float64Array(columns * rows);
  const supply = new Float64Array(columns * rows);
  const foods = new Set<FoodState>();
  let nowS = 0;

  const xOf = (i: number) => ((i % columns) + 0.5) * (widthMm / columns);
  const yOf = (i: number) => (floor(i / columns) + 0.5) * (depthMm / rows);
  const cellsWhere = (test: (i: number) => boolean) =>
    Int32Array.from([...tempC.keys()].filter((i) => grid.metal[i] && test(i)));
  const burners = station.zones.map((zone): BurnerState => ({
    zone,
    pattern: withSpots(burnerPattern(station, zone, grid, truth.off?.[zone.id])),
    cells: cellsWhere((i) => zoneAt(station, xOf(i)).id === zone.id),
    mark: 0,
    burning: false,
    powerW: 0,
  }));
  const meanOf = (field: Float64Array, cells: Int32Array) =>
    cells.reduce((sum, i) => sum + field[i]!, 0) / max(1, cells.length);

  /** The power each burner gives in the step to come; true when any of it changed. */
  function fire(dtS: number): boolean {
    let changed = false;
    for (const burner of burners) {
      const { zone, mark } = burner;
      let share = mark / zone.dial.max;
      if (zone.dial.kind === 'thermostat') {
        const setC = setpointC(zone.dial, mark) + (truth.setErrorC?.[zone.id] ?? 0);
        const swing = zone.dial.swingC ?? USUAL_SWING_C;
        const meanC = mark > 0 ? meanOf(tempC, burner.cells) : 0;
        if (meanC <= setC - swing / 2) burner.burning = true;
        if (meanC >= setC + swing / 2) burner.burning = false;
        share = mark > 0 && burner.burning ? 1 : 0;
      }
      const faded = exp((-(truth.fadesPerHour?.[zone.id] ?? 0) * nowS) / 3600);
      const wanted = share * zone.powerW * (truth.gain?.[zone.id] ?? 1) * faded;
      const lag = lagS(zone);
      const powerW = lag > 0 ? wanted + (burner.powerW - wanted) * exp(-dtS / lag) : wanted;
      if (powerW !== burner.powerW) changed = true;
      burner.powerW = powerW;
    }
    return changed;
  }

  /** Heat that a piece draws in the step to come, taken at its middle by going on as the last step went. */
  function draw(lying: FoodState, dtS: number): void {
    const { cells, weight, before, food } = lying;
    if (food.drawnWm2) {
      const drawn = food.drawnWm2();
      for (let n = 0; n < cells.length; n++) heat[cells[n]!]! -= weight[n]! * drawn;
      return;
    }
    const ageS = nowS + dtS / 2 - lying.sinceS;
    const baseC = WET_BASE.atC - (WET_BASE.atC - food.pouredC) * exp(-ageS / WET_BASE.withinS);
    const contact = food.contactWm2K + (food.wetterWm2K ?? 0) * exp(-ageS / WET_BASE.driesWithinS);
    const on = lying.lastStepS > 0 ? dtS / (2 * lying.lastStepS) : 0;
    for (let n = 0; n < cells.length; n++) {
      const i = cells[n]!;
      const now = tempC[i]!;
      const middleC = now + on * (now - before[n]!);
      before[n] = now;
      heat[i]! -= weight[n]! * contact * (middleC - baseC);
    }
    lying.lastStepS = dtS;
  }

  return {
    grid,
    tempC,
    timeS: () => nowS,
    turn(zoneId, mark) {
      const burner = burners.find((candidate) => candidate.zone.id === zoneId);
      if (!burner) throw new RangeError(`The plate has no zone ${zoneId}.`);
      burner.mark = mark;
    },
    pour(food) {
      const { cells, weight } = covered(food);
      const state: FoodState = {
        cells,
        weight,
        food,
        sinceS: nowS,
        before: new Float64Array(cells.length),
        lastStepS: 0,
      };
      foods.add(state);
      return () => foods.delete(state);
    },
    advanceTo(timeS) {
      let inJ = 0;
      let lostJ = 0;
      while (nowS < timeS - 1e-9) {
        const dtS = min(size.stepS, timeS - nowS);
        if (fire(dtS)) {
          supply.fill(0);
          for (const { pattern, powerW } of burners)
            if (powerW > 0) for (let i = 0; i < supply.length; i++) supply[i]! += pattern[i]! * powerW;
        }
        heat.set(supply);
        for (const lying of foods) draw(lying, dtS);
        const energy = step(tempC, heat, dtS);
        inJ += energy.inJ;
        lostJ += energy.lostJ;
        nowS += dtS;
      }
      return { inJ, lostJ };
    },
    ...viewOf(tempC),
    snapshot: () => viewOf(tempC.slice()),
  };

  function viewOf(field: Float64Array): PlateSnapshot {
    return {
      at: (xMm, yMm) => sampled(grid, field, (xMm / widthMm) * columns - 0.5, (yMm / depthMm) * rows - 0.5),
      zoneMeanC(zoneId) {
        const burner = burners.find((candidate) => candidate.zone.id === zoneId);
        if (!burner) throw new RangeError(`The plate has no zone ${zoneId}.`);
        return meanOf(field, burner.cells);
      },
    };
  }

  /** A burner's pattern under a plate with spots: they move heat about, they make none. */
  function withSpots(pattern: Float64Array): Float64Array {
    if (!truth.spots?.length) return pattern;
    const spotted = pattern.map((share, i) =>
      truth.spots!.reduce(
        (left, { xMm, yMm, radiusMm, more }) =>
          left * (1 + more * exp(-0.5 * (((xOf(i) - xMm) ** 2 + (yOf(i) - yMm) ** 2) / radiusMm ** 2))),
        share,
      ),
    );
    const sum = (shares: Float64Array) => shares.reduce((total, share) => total + share, 0);
    const kept = sum(spotted) > 0 ? sum(pattern) / sum(spotted) : 1;
    return spotted.map((share) => share * kept);
  }

  /** Cells under a disc and how much of each it covers; weights are scaled so that its area is its own on any grid. */
  function covered(food: FoodOnPlate): { cells: Int32Array; weight: Float64Array } {
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
        if (grid.metal[i] && hypot(xOf(i) - food.xMm, yOf(i) - food.yMm) < reach) cells.push(i);
      }
    const near = Int32Array.from(cells);
    const weight = Float64Array.from(near, (i) => {
      const off = hypot(xOf(i) - food.xMm, yOf(i) - food.yMm) / 1000;
      return min(1, max(0, (radiusM - off) / grid.cellM + 0.5));
    });
    const area = weight.reduce((sum, share) => sum + share, 0) * grid.cellM ** 2;
    const scale = area > 0 ? (Math.PI * radiusM ** 2) / area : 0;
    return { cells: near, weight: weight.map((share) => share * scale) };
  }
}

/** A field between the middles of its cells, held at the rim; cells without metal take the nearest that has. */
function sampled(grid: PlateGrid, field: Float64Array, column: number, row: number): number {
  const c = min(grid.columns - 1, max(0, column));
  const r = min(grid.rows - 1, max(0, row));
  const c0 = min(grid.columns - 2, floor(c));
  const r0 = min(grid.rows - 2, floor(r));
  let sum = 0;
  let weights = 0;
  for (const [cc, rr] of [
    [c0, r0],
    [c0 + 1, r0],
    [c0, r0 + 1],
    [c0 + 1, r0 + 1],
  ] as const) {
    const i = rr * grid.columns + cc;
    if (!grid.metal[i]) continue;
    const weight = (1 - abs(c - cc)) * (1 - abs(r - rr)) + 1e-9;
    sum += weight * field[i]!;
    weights += weight;
  }
  return weights > 0 ? sum / weights : nearestMetal(grid, field, c, r);
}

function nearestMetal(grid: PlateGrid, field: Float64Array, column: number, row: number): number {
  let best = 0;
  let bestOff = Infinity;
  for (let i = 0; i < field.length; i++) {
    if (!grid.metal[i]) continue;
    const off = hypot((i % grid.columns) - column, floor(i / grid.columns) - row);
    if (off < bestOff) [best, bestOff] = [field[i]!, off];
  }
  return best;
}
