import { fieldSolver, plateGrid, type FieldEnergy, type PlateGrid } from './field.ts';
import { lagS } from './burner.ts';
import { USUAL_SWING_C, setpointC } from './dial.ts';
import { powerShare } from './dial-curve.ts';
import { LyingFood, coveredBy, type FoodOnPlate } from './food.ts';
import { burnerPattern, type OffMiddle } from './pattern.ts';
import { plateSizeMm, zoneAt, type StationBody, type Zone } from './station.ts';
import { meanOf, plateView, type PlateView } from './view.ts';

const { exp, floor, min } = Math; // bound once: asked for at every cell of every step

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
  /** How power dials really give heat: share of full power by share of the dial; one that is not named as its kind does. */
  readonly dialShare?: Readonly<Record<string, ((share: number) => number) | undefined>>;
  /** Places that take more of a burner's heat than its form says, or less: warped metal, a clogged jet. */
  readonly spots?: readonly HeatSpot[];
}

/** A bump on the heat under a plate: by share `more` at its middle, dying away as a normal curve. */
interface HeatSpot {
  readonly xMm: number;
  readonly yMm: number;
  readonly radiusMm: number;
  readonly more: number;
}

/** A plate that is being heated: its cells, and what hands can do to it. */
export interface PlateSimulator extends PlateView {
  readonly grid: PlateGrid;
  readonly tempC: Float64Array;
  timeS(): number;
  turn(zoneId: string, mark: number): void;
  /** Lays a piece down under a name of its own, turns it over, and takes it off. */
  pour(food: FoodOnPlate, name: string): void;
  turnOver(name: string): void;
  lift(name: string): void;
  /** Runs on to a moment; tells heat in and lost on the way, food counted as heat not put in. */
  advanceTo(timeS: number): FieldEnergy;
  /** The plate as it is now: to be looked at later, and to go on from. */
  saved(): SavedPlate;
  /** Goes back to how it was saved. */
  resume(saved: SavedPlate): void;
}

/** A plate at one moment. */
export interface SavedPlate {
  readonly view: PlateView;
  readonly timeS: number;
  readonly tempC: Float64Array;
  readonly burners: readonly Pick<BurnerState, 'mark' | 'burning' | 'powerW'>[];
  readonly foods: ReadonlyMap<string, LyingFood>;
}

interface BurnerState {
  readonly zone: Zone;
  readonly pattern: Float64Array;
  readonly cells: Int32Array;
  mark: number;
  burning: boolean;
  powerW: number;
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
  const sizeMm = plateSizeMm(station);
  const { widthMm, depthMm } = sizeMm;
  const step = fieldSolver(grid, room.ambientC);
  const tempC = new Float64Array(columns * rows).fill(room.startC);
  const heat = new Float64Array(columns * rows);
  const supply = new Float64Array(columns * rows);
  const foods = new Map<string, LyingFood>();
  let nowS = 0;
  /** Powers are not those that `supply` was summed of. */
  let stale = true;

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
  const burnerOf = (zoneId: string) => {
    const burner = burners.find(({ zone }) => zone.id === zoneId);
    if (!burner) throw new RangeError(`The plate has no zone ${zoneId}.`);
    return burner;
  };
  const viewOf = (field: Float64Array) => plateView(grid, sizeMm, field, (zoneId) => burnerOf(zoneId).cells);

  /** The power each burner gives in the step to come; true when any of it changed. */
  function fire(dtS: number): boolean {
    let changed = false;
    for (const burner of burners) {
      const { zone, mark } = burner;
      let share = truth.dialShare?.[zone.id]?.(mark / zone.dial.max) ?? powerShare(zone, zone.dial, mark);
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

  return {
    grid,
    tempC,
    timeS: () => nowS,
    turn(zoneId, mark) {
      burnerOf(zoneId).mark = mark;
    },
    pour(food, name) {
      foods.set(name, new LyingFood(food, coveredBy(food, grid, sizeMm), nowS));
    },
    turnOver(name) {
      foods.get(name)?.turnOver();
    },
    lift(name) {
      foods.delete(name);
    },
    advanceTo(timeS) {
      let inJ = 0;
      let lostJ = 0;
      while (nowS < timeS - 1e-9) {
        const dtS = min(size.stepS, timeS - nowS);
        if (fire(dtS) || stale) {
          stale = false;
          supply.fill(0);
          for (const { pattern, powerW } of burners)
            if (powerW > 0) for (let i = 0; i < supply.length; i++) supply[i]! += pattern[i]! * powerW;
        }
        heat.set(supply);
        for (const lying of foods.values()) lying.draw(heat, tempC, nowS, dtS);
        const energy = step(tempC, heat, dtS);
        inJ += energy.inJ;
        lostJ += energy.lostJ;
        nowS += dtS;
      }
      return { inJ, lostJ };
    },
    ...viewOf(tempC),
    saved() {
      const copy = tempC.slice();
      return {
        ...{ view: viewOf(copy), timeS: nowS, tempC: copy },
        burners: burners.map(({ mark, burning, powerW }) => ({ mark, burning, powerW })),
        foods: copied(foods),
      };
    },
    resume(saved) {
      nowS = saved.timeS;
      tempC.set(saved.tempC);
      burners.forEach((burner, index) => Object.assign(burner, saved.burners[index]));
      foods.clear();
      for (const [name, lying] of copied(saved.foods)) foods.set(name, lying);
      stale = true;
    },
  };

  /** A burner's pattern under a plate with spots: they move heat about, they make none. */
  function withSpots(pattern: Float64Array): Float64Array {
    const { spots = [] } = truth;
    if (spots.length === 0) return pattern;
    const spotted = pattern.map((share, i) =>
      spots.reduce(
        (left, { xMm, yMm, radiusMm, more }) =>
          left * (1 + more * exp(-0.5 * (((xOf(i) - xMm) ** 2 + (yOf(i) - yMm) ** 2) / radiusMm ** 2))),
        share,
      ),
    );
    const sum = (shares: Float64Array) => shares.reduce((total, share) => total + share, 0);
    const kept = sum(spotted) > 0 ? sum(pattern) / sum(spotted) : 1;
    return spotted.map((share) => share * kept);
  }
}

function copied(foods: ReadonlyMap<string, LyingFood>): Map<string, LyingFood> {
  return new Map([...foods].map(([name, lying]) => [name, lying.copy()]));
}
