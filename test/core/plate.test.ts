import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  arealHeatCapacityJm2K,
  heated,
  lossW,
  markForPower,
  powerAtMark,
  preheatPlan,
  steadyC,
  trackAt,
  zoneThermal,
  zoneTrack,
  type ZoneThermal,
} from '#core/plate';
import { GRIDDLE } from '#demo';

/** 3 mm steel, 0.05 m², one linear loss: a closed form exists. */
const LINEAR: ZoneThermal = {
  areaM2: 0.05,
  heatCapacityJPerK: 0.05 * 7854 * 434 * 0.003,
  fullPowerW: 600,
  convectionWm2K: 16,
  lossBelowWm2K: 0,
  emissivity: 0,
};
const dial = { kind: 'power', max: 9, step: 0.5 } as const;
const griddleZone = zoneThermal(GRIDDLE, GRIDDLE.zones[0]!);

describe('lumped plate against closed forms', () => {
  it('exponential approach: τ = C/UA, T(300 s) = Ta + P/UA·(1 − e^(−t/τ)) (Incropera & DeWitt ch. 5)', () => {
    // the reference gives τ 721.2 s with an areal capacity of 11.54 kJ/m²K; Table A.1 values give 10.23
    const ua = 16 * 0.05;
    const tau = LINEAR.heatCapacityJPerK / ua;
    const exact = 25 + (600 / ua) * (1 - Math.exp(-300 / tau));
    expect(heated(LINEAR, 25, 600, 25, 300)).toBeCloseTo(exact, 4);
    // with the reference's own capacity: its check value 280.22 °C
    const reference = { ...LINEAR, heatCapacityJPerK: 721.2 * ua };
    expect(heated(reference, 25, 600, 25, 300)).toBeCloseTo(280.22, 1);
  });

  it('steady state with radiation: iron, 0.0616 m², 400 W, h 8, U_b 4, ε 0.9 settles at 258.92 °C', () => {
    const iron = { ...LINEAR, areaM2: 0.0616, convectionWm2K: 8, lossBelowWm2K: 4, emissivity: 0.9 };
    expect(steadyC(iron, 400, 25)).toBeCloseTo(258.92, 0);
    expect(lossW(iron, steadyC(iron, 400, 25), 25)).toBeCloseTo(400, 6);
  });

  it('the track meets the closed form and holds its ends', () => {
    const track = zoneTrack(LINEAR, dial, {
      startC: 25,
      ambientC: 25,
      turns: [{ atS: 0, mark: 9 }],
      loads: [],
      startS: 0,
      endS: 600,
    });
    for (const atS of [60, 301, 599]) expect(trackAt(track, atS)).toBeCloseTo(heated(LINEAR, 25, 600, 25, atS), 0);
    expect(trackAt(track, -50)).toBe(25);
    expect(trackAt(track, 9999)).toBe(trackAt(track, 600));
  });

  it('areal heat capacity of metals, kJ/m²K per mm (Incropera A.1, ASM): steel 3.41, iron 3.31, aluminium 2.44, stainless 3.77', () => {
    const perMm = (metal: Parameters<typeof arealHeatCapacityJm2K>[0]) => arealHeatCapacityJm2K(metal, 1) / 1000;
    expect(perMm('carbonSteel')).toBeCloseTo(3.41, 2);
    expect(perMm('castIron')).toBeCloseTo(3.31, 2);
    expect(perMm('aluminium')).toBeCloseTo(2.44, 2);
    expect(perMm('stainless')).toBeCloseTo(3.77, 2);
  });
});

describe('food on the plate', () => {
  it('dips it and lets it recover', () => {
    const history = {
      startC: 182,
      ambientC: 22,
      turns: [{ atS: 0, mark: markForPower(griddleZone, dial, lossW(griddleZone, 182, 22)) }],
      startS: 0,
      endS: 900,
    };
    const empty = zoneTrack(griddleZone, dial, { ...history, loads: [] });
    const loaded = zoneTrack(griddleZone, dial, { ...history, loads: [{ fromS: 60, toS: 220, powerW: 900 }] });
    expect(trackAt(loaded, 220)).toBeLessThan(trackAt(empty, 220) - 30);
    expect(trackAt(loaded, 900)).toBeGreaterThan(trackAt(loaded, 220));
    expect(trackAt(loaded, 60)).toBeCloseTo(trackAt(empty, 60), 6);
  });
});

describe('preheat', () => {
  it('reaches the target at the end of the boost and holds it on the mark', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 150, max: 220, noNaN: true }),
        fc.double({ min: 5, max: 35, noNaN: true }),
        (targetC, roomC) => {
          const plan = preheatPlan(griddleZone, dial, { startC: roomC, targetC, ambientC: roomC, foodW: 0 });
          const boostW = powerAtMark(griddleZone, dial, plan.boostMark);
          expect(heated(griddleZone, roomC, boostW, roomC, plan.boostS)).toBeCloseTo(targetC, 1);
          // the mark is a whole step, so it holds to what half a step of power is worth
          const heldW = powerAtMark(griddleZone, dial, plan.holdMark);
          expect(Math.abs(heldW - lossW(griddleZone, targetC, roomC))).toBeLessThanOrEqual(
            powerAtMark(griddleZone, dial, dial.step) / 2 + 1e-9,
          );
          expect((plan.boostMark / dial.step) % 1).toBe(0);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('says when a burner never gets there, and takes no time when the plate is hot already', () => {
    const feeble = { ...griddleZone, fullPowerW: 200 };
    expect(preheatPlan(feeble, dial, { startC: 20, targetC: 182, ambientC: 20, foodW: 0 }).reachable).toBe(false);
    expect(preheatPlan(griddleZone, dial, { startC: 190, targetC: 182, ambientC: 20, foodW: 0 }).boostS).toBe(0);
  });

  it('takes longer for a hotter target and a thicker plate', () => {
    const time = (targetC: number, thicknessMm: number) =>
      preheatPlan(zoneThermal({ ...GRIDDLE, thicknessMm }, GRIDDLE.zones[0]!), dial, {
        startC: 22,
        targetC,
        ambientC: 22,
        foodW: 0,
      }).boostS;
    expect(time(200, 6)).toBeGreaterThan(time(180, 6));
    expect(time(180, 12)).toBeGreaterThan(1.8 * time(180, 6));
  });
});
