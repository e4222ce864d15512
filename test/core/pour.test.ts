import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { GAP_MM, LADLES, MARGIN_MM, filmDisc, nearestLadles, placesOn, slumpDisc } from '#core/pour';
import type { StationBody } from '#core/plate';
import { CREPE_PAN_ONE, GRIDDLE } from '#demo';

const slab = (widthMm: number, depthMm: number): StationBody => ({
  ...GRIDDLE,
  shape: { kind: 'rectangle', widthMm, depthMm },
  zones: [GRIDDLE.zones[0]!],
});

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
      expect(LADLES.find((ladle) => ladle.id === `scoop${number}`)?.volumeMl ?? ml).toBeCloseTo(ml, -0.3);
    expect(nearestLadles(75, 1)[0]!.volumeMl).toBeCloseTo(79, 0);
  });
});

describe('layout', () => {
  it.each([
    [900, 450, 80, 43],
    [900, 450, 100, 28],
    [900, 450, 125, 18],
    [700, 400, 80, 28],
    [700, 400, 100, 18],
    [700, 400, 125, 12],
  ])(
    '%d × %d mm, discs of %d mm: at least %d less one (prototype table, relaxation)',
    (width, depth, diameter, count) => {
      expect(placesOn(slab(width, depth), diameter).length).toBeGreaterThanOrEqual(count - 1);
    },
  );

  it('never overlaps, keeps the gap and the margin, and marks each place once', () => {
    const sizes = fc.record({
      width: fc.integer({ min: 150, max: 1500 }),
      depth: fc.integer({ min: 150, max: 900 }),
      diameter: fc.integer({ min: 40, max: 260 }),
    });
    fc.assert(
      fc.property(sizes, ({ width, depth, diameter }) => {
        const places = placesOn(slab(width, depth), diameter);
        let margin = Infinity;
        let apart = Infinity;
        places.forEach((a, i) => {
          margin = Math.min(margin, a.xMm, a.yMm, width - a.xMm, depth - a.yMm);
          for (const b of places.slice(i + 1)) apart = Math.min(apart, Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm));
        });
        expect(margin - diameter / 2).toBeGreaterThanOrEqual(MARGIN_MM - 1e-6);
        expect(apart).toBeGreaterThanOrEqual(diameter + GAP_MM - 1e-6);
        expect(new Set(places.map((place) => place.id)).size).toBe(places.length);
      }),
    );
  });

  it('marks zone by zone in reading order', () => {
    const ids = placesOn(GRIDDLE, 106).map((place) => place.id);
    expect(ids).toHaveLength(18);
    expect(ids.slice(0, 7)).toEqual(['A1', 'A2', 'A3', 'A4', 'A5', 'A6', 'B1']);
    const [a1, a2, a3] = placesOn(GRIDDLE, 106);
    expect(a1!.yMm).toBe(a2!.yMm);
    expect(a3!.yMm).toBeGreaterThan(a1!.yMm);
  });

  it('a pan takes one film, and nothing larger than itself', () => {
    expect(placesOn(CREPE_PAN_ONE, 240)).toEqual([{ id: 'P1', zoneId: 'P', xMm: 120, yMm: 120 }]);
    expect(placesOn(CREPE_PAN_ONE, 260)).toEqual([]);
    expect(placesOn(slab(100, 100), 95)).toEqual([]);
  });
});
