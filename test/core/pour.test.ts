import { describe, expect, it } from '@jest/globals';
import { LADLES, filmDisc, nearestLadles, slumpDisc } from '#core/pour';

describe('what a pour becomes', () => {
  it.each([
    [15, 5.6, 6.1],
    [30, 7.4, 7.0],
    [60, 9.7, 8.1],
    [75, 10.6, 8.5],
    [100, 11.9, 9.0],
    [120, 12.8, 9.3],
    [250, 17.1, 10.9],
  ])(
    'slump law, τ_y 20 Pa: %d mL is %d cm across and %d mm thick (Roussel & Coussot 2005, prototype table)',
    (volumeMl, cm, mm) => {
      const disc = slumpDisc(volumeMl, 1030, 20);
      expect(Math.abs(disc.diameterMm / 10 - cm)).toBeLessThan(0.12);
      expect(Math.abs(disc.thicknessMm - mm)).toBeLessThan(0.22);
    },
  );

  it('diameter grows as V^0.4 and thickness as V^0.2', () => {
    const one = slumpDisc(50, 1000, 20);
    const two = slumpDisc(100, 1000, 20);
    expect(two.diameterMm / one.diameterMm).toBeCloseTo(2 ** 0.4, 9);
    expect(two.thicknessMm / one.thicknessMm).toBeCloseTo(2 ** 0.2, 9);
  });

  it('a usual leavened pour of 60–80 mL is about 10 cm, a tablespoon 5–6 cm (common practice, no source)', () => {
    for (const ml of [60, 70, 80]) expect(Math.abs(slumpDisc(ml, 1030, 20).diameterMm - 100)).toBeLessThan(12);
    expect(slumpDisc(14.8, 1030, 20).diameterMm).toBeGreaterThan(50);
    expect(slumpDisc(14.8, 1030, 20).diameterMm).toBeLessThan(60);
  });

  it('a film of 80 mL on a 28 cm base is about 1.3 mm (common practice, no source), and D = √(4V/πt)', () => {
    expect(filmDisc(80, 280).thicknessMm).toBeCloseTo(1.3, 1);
    expect(filmDisc(60, 276).thicknessMm).toBeCloseTo(1.0, 2);
  });

  it('scoops by their number: #12 is 79 mL, #20 47 mL (USDA Food Buying Guide: 946.353 ÷ number)', () => {
    expect(LADLES.find((ladle) => ladle.id === 'scoop12')!.volumeMl).toBeCloseTo(79, 0);
    expect(LADLES.find((ladle) => ladle.id === 'scoop20')!.volumeMl).toBeCloseTo(47, 0);
    for (const [number, ml] of [
      [8, 118],
      [10, 95],
      [16, 59],
      [24, 39],
      [30, 32],
      [40, 24],
    ] as const)
      expect(LADLES.find((ladle) => ladle.id === `scoop${number}`)!.volumeMl).toBeCloseTo(ml, -0.3);
    expect(nearestLadles(75, 1)[0]!.volumeMl).toBeCloseTo(79, 0);
  });
});
