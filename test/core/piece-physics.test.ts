import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { METAL } from '#core/plate';
import {
  PIECE_PARAMETERS,
  STANDARD_PRESSURE_PA,
  advance,
  VAPOUR_PA,
  boilingPointC,
  dissolvedMolPerKg,
  heightM,
  latentHeatJPerKg,
  massKgM2,
  newColumn,
  rateAt,
  saturationPressurePa,
  swollenM3PerMol,
  turned,
  unsetShare,
  leftAfterSteps,
  type BatterProperties,
  type Column,
  type ColumnSettings,
} from '#core/piece';
import { CAKE, CREPE } from './pieces.ts';

const cook = (column: Column, settings: ColumnSettings, seconds: number, dt: number, touching = 1) => {
  for (let n = 0; n < Math.round(seconds / dt); n++) advance(column, settings, touching, dt);
  return column;
};
const PLATE = { surfaceC: 185, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 };
const ROOM = { tempC: 22, vapourPa: 1300 };
const over = (more: Partial<ColumnSettings> = {}): ColumnSettings => ({
  batter: CAKE,
  parameters: PIECE_PARAMETERS,
  plate: PLATE,
  air: ROOM,
  pressurePa: STANDARD_PRESSURE_PA,
  leftAfter: leftAfterSteps(),
  ...more,
});

describe('heat into a solid, against closed forms', () => {
  // no bubbles, no boiling (high pressure), no water moving, nothing lost above: a plain conducting solid
  const k = 0.45;
  const alpha = 1.345e-7;
  const waterFraction = 0.3;
  const dryHeatJKgK = 1700;
  const solid: BatterProperties = {
    ...CREPE,
    ...{ waterFraction, gasFraction: 0, leaveningMolPerKg: 0, dryHeatJKgK, dryDensityKgM3: 1400 },
    // water and solids by volume make k: 0.65 W/mK of water is in the model
    dryConductivityWmK: k + (1400 * (waterFraction / (1 - waterFraction)) * (k - 0.65)) / 1000,
    densityKgM3: k / alpha / ((1 - waterFraction) * dryHeatJKgK + waterFraction * 4179),
  };
  const solidOn = (surfaceC: number, contactWm2K: number) =>
    over({
      batter: solid,
      parameters: {
        ...PIECE_PARAMETERS,
        ...{ contactWetWm2K: contactWm2K, contactDryWm2K: contactWm2K, topConvectionWm2K: 0, moistureM2S: 0 },
      },
      plate: { surfaceC, arealHeatCapacityJm2K: 1e12, recoveryWm2K: 1 },
      pressurePa: 5e6,
    });

  it('semi-infinite solid with surface convection, h 400, 180 °C, 30 s: surface at 135.14 °C (Carslaw & Jaeger)', () => {
    const settings = solidOn(180, 400);
    const column = cook(newColumn(settings, 0.06, 20, 100), settings, 30, 0.05);
    const flux = (180 - column.tempC[0]!) / (1 / 400 + column.solidM[0]! / (2 * k));
    expect(180 - flux / 400).toBeCloseTo(135.14, 0);
  });

  it('semi-infinite solid with a fixed surface, 20 → 100 °C, 30 s: 10111 W/m² and 606.67 kJ/m² (kΔT/√(παt), 2kΔT√(t/πα))', () => {
    const settings = solidOn(100, 1e6);
    const column = cook(newColumn(settings, 0.06, 20, 100), settings, 30, 0.05);
    const flux = (100 - column.tempC[0]!) / (column.solidM[0]! / (2 * k));
    expect(flux / 10_111).toBeCloseTo(1, 1);
    expect(column.heatInJM2 / 606_670).toBeGreaterThan(0.98);
    expect(column.heatInJM2 / 606_670).toBeLessThan(1.02);
  });

  it('slab at Bi 10, Fo 0.1614 with an insulated top: first root 1.4289, top at 37.92 °C (series solution, Incropera ch. 5)', () => {
    const thickM = 0.01;
    const contact = (10 * k) / thickM;
    const seconds = (0.1614 * thickM ** 2) / alpha;
    const roots = Array.from({ length: 12 }, (_, n) => {
      let [low, high] = [n * Math.PI + 1e-9, n * Math.PI + Math.PI / 2 - 1e-9];
      for (let i = 0; i < 80; i++) {
        const middle = (low + high) / 2;
        if (middle * Math.tan(middle) < 10) low = middle;
        else high = middle;
      }
      return low;
    });
    expect(roots[0]).toBeCloseTo(1.4289, 4);
    const theta = roots.reduce(
      (sum, z) => sum + ((4 * Math.sin(z)) / (2 * z + Math.sin(2 * z))) * Math.exp(-z * z * 0.1614),
      0,
    );
    expect(180 - 160 * theta).toBeCloseTo(37.92, 1);
    const settings = solidOn(180, contact);
    const column = cook(newColumn(settings, thickM, 20, 60), settings, seconds, seconds / 2000);
    expect(column.tempC.at(-1)).toBeCloseTo(180 - 160 * theta, 0);
  });

  it.each([
    ['aluminium', 170.9],
    ['carbonSteel', 166.4],
    ['castIron', 166.1],
    ['stainless', 158.6],
  ] as const)(
    'contact of batter at 20 °C with %s at 180 °C: %d °C (effusivities, Carslaw & Jaeger)',
    (metal, contactC) => {
      const { conductivityWmK, densityKgM3, specificHeatJKgK } = METAL[metal];
      const plate = Math.sqrt(conductivityWmK * densityKgM3 * specificHeatJKgK);
      const batter = k / Math.sqrt(alpha);
      expect(batter).toBeCloseTo(1227, 0);
      // the reference took its metals warm, the tables here have them at 300 K
      expect(Math.abs((plate * 180 + batter * 20) / (plate + batter) - contactC)).toBeLessThan(1.4);
    },
  );
});

describe('gas and water', () => {
  it('gas against 20 °C at 60, 80, 90 °C: 1.38, 2.21, 3.92 (ideal gas in a wet bubble, IAPWS vapour)', () => {
    const swell = (tempC: number) =>
      swollenM3PerMol(tempC, STANDARD_PRESSURE_PA) / swollenM3PerMol(20, STANDARD_PRESSURE_PA);
    expect(swell(60)).toBeCloseTo(1.38, 2);
    expect(swell(80)).toBeCloseTo(2.21, 2);
    expect(swell(90)).toBeCloseTo(3.92, 1);
  });

  it('starch sets at 0.06 /s at 75 °C and 139 kJ/mol as the parameters’ source has it, three times as fast at 82 °C', () => {
    expect(rateAt({ ratePerS: 0.06, atC: 75, activationJPerMol: 139e3 }, 75)).toBeCloseTo(0.06, 12);
    expect(rateAt({ ratePerS: 0.06, atC: 75, activationJPerMol: 139e3 }, 82) / 0.06).toBeCloseTo(2.58, 1);
  });

  it('the table over temperature answers as the law does, within a thousandth', () => {
    fc.assert(
      fc.property(fc.double({ min: 5, max: 120, noNaN: true }), (tempC) => {
        expect(Math.abs(VAPOUR_PA.at(tempC) / saturationPressurePa(tempC) - 1)).toBeLessThan(1e-3);
      }),
    );
  });

  it('CO₂ in water at 25 °C and 1 bar of it: 0.034 mol/kg (Henry’s constant, Sander 2015), less when warm', () => {
    expect(dissolvedMolPerKg(25, 1e5 + 3169)).toBeCloseTo(0.034, 3);
    expect(dissolvedMolPerKg(60, 1e5)).toBeLessThan(0.5 * dissolvedMolPerKg(25, 1e5));
  });
});

describe('what goes in comes out', () => {
  it.each([
    ['a cake', CAKE, 0.0085],
    ['a film', CREPE, 0.0013],
  ])('water of %s closes to 1e-9 over both sides', (_name, batter, thickM) => {
    const settings = over({ batter });
    const start = newColumn(settings, thickM, 20, 16);
    const before = massKgM2(start);
    const first = cook(start, settings, 100, 0.25);
    const second = cook(turned(first, settings), settings, 40, 0.25, 0.7);
    expect(second.steamLostKgM2).toBeGreaterThan(0);
    expect(Math.abs(before - massKgM2(second) - second.steamLostKgM2) / before).toBeLessThan(1e-9);
  });

  it('energy closes to 1 % with a closed top', () => {
    const closed = over({ parameters: { ...PIECE_PARAMETERS, topConvectionWm2K: 0 } });
    const column = newColumn(closed, 0.0085, 20, 16);
    // sensible heat against 20 °C, water leaving at about 100 °C with its latent heat
    const stored = () =>
      column.tempC.reduce(
        (sum, t, i) => sum + column.dryKgM2[i]! * (CAKE.dryHeatJKgK + 4179 * column.moisture[i]!) * (t - 20),
        0,
      );
    cook(column, closed, 120, 0.25);
    const left = column.steamLostKgM2 * (latentHeatJPerKg(100) + 4179 * 80);
    expect(left).toBeGreaterThan(0);
    expect(Math.abs(stored() + left - column.heatInJM2) / column.heatInJM2).toBeLessThan(0.01);
  });

  it('steam that nobody makes condenses nowhere: off the plate it only cools and dries', () => {
    const settings = over();
    const column = cook(newColumn(settings, 0.0085, 20, 16), settings, 60, 0.25);
    expect(column.condensing.some((kgM2S) => kgM2S > 0)).toBe(true);
    const lost = column.steamLostKgM2;
    cook(column, settings, 0.5, 0.25, 0);
    expect(column.steamLostKgM2).toBeGreaterThan(lost);
    cook(column, settings, 30, 0.25, 0);
    expect([...column.condensing].every((kgM2S) => kgM2S === 0)).toBe(true);
  });

  it('the plate under a piece gives what the piece takes: dip and flow back', () => {
    const settings = over({ plate: { ...PLATE, recoveryWm2K: 1e-6 } });
    const column = cook(newColumn(settings, 0.0085, 20, 16), settings, 60, 0.25);
    expect(column.heatInJM2 / (36_000 * (185 - column.plateC))).toBeCloseTo(1, 5);
  });

  it('the lower the pressure, the lower the plateau at which the wet inside boils', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60_000, max: 101_325 }),
        fc.integer({ min: 2000, max: 12_000 }),
        (pressurePa, less) => {
          const plateau = (pa: number) => {
            const settings = over({ batter: CREPE, pressurePa: pa });
            return Math.max(...cook(newColumn(settings, 0.0085, 20, 16), settings, 90, 0.5).tempC.slice(4, 6));
          };
          const [high, low] = [plateau(pressurePa), plateau(pressurePa - less)];
          expect(low).toBeLessThan(high);
          expect(high).toBeLessThan(boilingPointC(pressurePa) + 1.5);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('a cake rises by its own gas, most of which bursts; a film does not', () => {
    const settings = over();
    const column = cook(newColumn(settings, 0.0085, 20, 16), settings, 100, 0.25);
    expect(heightM(column) / 0.0085).toBeGreaterThan(1.15);
    expect(heightM(column) / 0.0085).toBeLessThan(2.2);
    expect(column.burstsPerM2 / 1e4).toBeGreaterThan(2);
    const thin = over({ batter: CREPE });
    expect(heightM(cook(newColumn(thin, 0.0013, 20, 10), thin, 40, 0.25)) / 0.0013).toBeLessThan(1.5);
  });

  it('sets from the plate upwards', () => {
    const settings = over();
    const column = newColumn(settings, 0.0085, 20, 16);
    const shares = [20, 40, 60, 80].map(() => unsetShare(cook(column, settings, 20, 0.25)));
    for (let i = 1; i < shares.length; i++) expect(shares[i]!).toBeLessThan(shares[i - 1]!);
  });
});
