import { describe, expect, it } from '@jest/globals';
import {
  METAL,
  plateGrid,
  plateSimulator,
  fieldSolver,
  steadyC,
  storedJ,
  zoneThermal,
  type Metal,
  type PlateGrid,
  type StationBody,
} from '#core/plate';
import { GRIDDLE } from '#demo';
import { griddleHour } from '../../bench/griddle-hour.ts';

/** A third of the hour says as much about the error and takes a third of the time; the bench runs it whole. */
const GRIDDLE_HOUR_S = 1500;

const even = (grid: PlateGrid, value: number) => new Float64Array(grid.columns * grid.rows).fill(value);
const run = (grid: PlateGrid, tempC: Float64Array, heatWm2: Float64Array, seconds: number, dtS: number) => {
  const step = fieldSolver(grid, 25);
  let inJ = 0;
  let lostJ = 0;
  for (let n = 0; n < Math.round(seconds / dtS); n++) {
    const energy = step(tempC, heatWm2, dtS);
    inJ += energy.inJ;
    lostJ += energy.lostJ;
  }
  return { inJ, lostJ };
};
const square = (metal: Metal): StationBody => ({
  ...GRIDDLE,
  metal,
  shape: { kind: 'rectangle', widthMm: 280, depthMm: 280 },
  zones: [GRIDDLE.zones[0]!],
});

describe('the plate in two dimensions', () => {
  it('heated evenly it is the lump: settles where the lump settles, radiation included', () => {
    const station = { ...GRIDDLE, zones: [GRIDDLE.zones[0]!] };
    const grid = plateGrid(station, 30);
    const zone = zoneThermal(station, station.zones[0]!);
    const tempC = even(grid, 25);
    run(grid, tempC, even(grid, 2600 / zone.areaM2), 20_000, 20);
    expect(tempC[0]).toBeCloseTo(steadyC(zone, 2600, 25), 3);
    expect(Math.max(...tempC) - Math.min(...tempC)).toBeLessThan(1e-9);
  });

  // a cosine along one side dies as e^(−α (π/L)² t): the eigenfunction of an insulated sheet (Carslaw & Jaeger ch. 3)
  it.each(['aluminium', 'castIron', 'stainless'] as const)(
    'a cosine of temperature dies at its own rate: %s',
    (metal) => {
      const grid = {
        ...plateGrid(square(metal), 5),
        ...{ convectionWm2K: 0, lossBelowWm2K: 0, emissivity: 0 },
      };
      const wave = (column: number) => Math.cos((Math.PI * (column + 0.5)) / grid.columns);
      const tempC = even(grid, 0);
      tempC.forEach((_t, i) => (tempC[i] = 100 + 50 * wave(i % grid.columns)));
      run(grid, tempC, even(grid, 0), 40, 0.5);
      const { conductivityWmK, densityKgM3, specificHeatJKgK } = METAL[metal];
      const rate = (conductivityWmK / (densityKgM3 * specificHeatJKgK)) * (Math.PI / 0.28) ** 2;
      const exact = 100 + 50 * wave(0) * Math.exp(-rate * 40);
      expect(tempC[0]).toBeCloseTo(exact, 1);
      expect(tempC[grid.columns - 1]! + tempC[0]!).toBeCloseTo(200, 6);
    },
  );

  // a piece of 10 cm that draws 20 kW/m² from a plate of 28 cm, 4.5 mm thick, heated evenly beside it; what flows between
  // the two by the closed form of a disc and its ring (a reference's check values: 25.5 against 26.0, 96.5 against 95.2 K)
  it.each([
    ['aluminium', 170, 25.5],
    ['iron', 45, 96.5],
  ] as const)('the plate under a piece and the plate beside it: %s', (_metal, conductivityWmK, closedK) => {
    const station: StationBody = { ...square('aluminium'), shape: { kind: 'round', diameterMm: 280 } };
    const sheetConductanceWK = conductivityWmK * 0.0045;
    const grid = {
      ...plateGrid(station, 5),
      ...{ sheetConductanceWK, convectionWm2K: 0, lossBelowWm2K: 0, emissivity: 0 },
    };
    const under = (i: number) => {
      const x = (i % grid.columns) + 0.5 - grid.columns / 2;
      const y = Math.floor(i / grid.columns) + 0.5 - grid.rows / 2;
      return Math.hypot(x, y) * grid.cellM < 0.05;
    };
    const cells = [...grid.metal.keys()].filter((i) => grid.metal[i]);
    const drawn = cells.filter(under).length;
    const heat = even(grid, 0);
    for (const i of cells) heat[i] = under(i) ? -20_000 : (20_000 * drawn) / (cells.length - drawn);
    const tempC = even(grid, 180);
    run(grid, tempC, heat, 4000, 10);
    const mean = (of: readonly number[]) => of.reduce((sum, i) => sum + tempC[i]!, 0) / of.length;
    const apartK = mean(cells.filter((i) => !under(i))) - mean(cells.filter(under));
    const b = 2.8;
    const ring = (b ** 4 * Math.log(b)) / (b * b - 1) ** 2 - (3 * b * b - 1) / (4 * (b * b - 1));
    const resistance = (1 / (8 * Math.PI) + ring / (2 * Math.PI)) / sheetConductanceWK;
    expect(20_000 * Math.PI * 0.05 ** 2 * resistance).toBeCloseTo(closedK, 0);
    expect(apartK / closedK).toBeGreaterThan(0.96);
    expect(apartK / closedK).toBeLessThan(1.04);
  });

  it('closes its energy: what went in is stored or lost, with a burner off centre and a cold pour', () => {
    for (const station of [GRIDDLE, { ...square('carbonSteel'), shape: { kind: 'round', diameterMm: 260 } as const }]) {
      const grid = plateGrid(station, 10);
      const tempC = even(grid, 150);
      const heat = even(grid, 0);
      heat.forEach((_q, i) => (heat[i] = i % grid.columns < grid.columns / 3 ? 20_000 : i % 7 === 0 ? -8000 : 0));
      grid.metal.forEach((there, i) => there || (heat[i] = 0));
      const before = storedJ(grid, tempC);
      const { inJ, lostJ } = run(grid, tempC, heat, 300, 5);
      expect((storedJ(grid, tempC) - before + lostJ) / inJ).toBeCloseTo(1, 9);
    }
  });

  it('a wave runs out no faster on a coarse step than on a fine one, and no cell overshoots', () => {
    const grid = plateGrid(GRIDDLE, 15);
    const heat = even(grid, 0);
    heat.forEach((_q, i) => (heat[i] = i % grid.columns < 20 ? 15_000 : 0));
    const [coarse, fine] = [5, 0.5].map((dtS) => {
      const tempC = even(grid, 25);
      run(grid, tempC, heat, 600, dtS!);
      return tempC;
    });
    expect(Math.max(...coarse!.map((t, i) => Math.abs(t - fine![i]!)))).toBeLessThan(0.5);
    expect(Math.min(...coarse!)).toBeGreaterThan(24.9);
  });

  it('an hour of a 90 × 45 cm griddle with 18 pours a cycle: at 1 cm and 5 s within 1 °C of 0.5 cm and 0.25 s', () => {
    const { worstC, surfaces } = griddleHour(GRIDDLE_HOUR_S);
    expect(surfaces).toBeGreaterThan(100);
    expect(worstC).toBeLessThan(1);
  });

  it('lying food dips its own place most, and its energy is drawn from the plate to a thousandth', () => {
    const plate = plateSimulator(GRIDDLE, { startC: 180, ambientC: 22 }, { cellMm: 15, stepS: 1 });
    const before = storedJ(plate.grid, plate.tempC);
    plate.pour({ xMm: 150, yMm: 225, diameterMm: 106, contactWm2K: 200, pouredC: 18 }, 'food');
    const { inJ, lostJ } = plate.advanceTo(60);
    expect((storedJ(plate.grid, plate.tempC) - before + lostJ) / inJ).toBeCloseTo(1, 3);
    expect(plate.at(150, 225)).toBeLessThan(plate.at(800, 225) - 15);
    plate.lift('food');
    const behind = () => plate.at(800, 225) - plate.at(150, 225);
    const dip = behind();
    plate.advanceTo(120);
    expect(behind()).toBeLessThan(0.7 * dip); // heat flows back from the sides
  });
});
