import { describe, expect, it } from '@jest/globals';
import { boilingPointC, latentHeatJPerKg, saturationPressurePa } from '#core/piece';

describe('water', () => {
  it.each([
    [300 - 273.15, 3536.58941],
    [500 - 273.15, 2638897.76],
    [600 - 273.15, 12344314.6],
  ])('saturation pressure at %d °C: IAPWS-IF97 table 35 (verification values)', (tempC, pressurePa) => {
    expect(saturationPressurePa(tempC) / pressurePa).toBeCloseTo(1, 7);
  });

  it('saturation pressure at 25, 60, 80 °C: 3169, 19946, 47414 Pa (IAPWS)', () => {
    expect(Math.abs(saturationPressurePa(25) - 3169)).toBeLessThan(1);
    expect(Math.abs(saturationPressurePa(60) - 19946)).toBeLessThan(1);
    expect(Math.abs(saturationPressurePa(80) - 47414)).toBeLessThan(2);
  });

  it('boiling temperature: IAPWS-IF97 table 36, and the standard atmosphere at 0, 1000, 2000, 3000 m', () => {
    expect(boilingPointC(0.1e6) + 273.15).toBeCloseTo(372.755919, 5);
    expect(boilingPointC(1e6) + 273.15).toBeCloseTo(453.035632, 5);
    for (const [hPa, boilsC] of [
      [1013.2, 99.97],
      [898.7, 96.65],
      [795.0, 93.32],
      [701.1, 89.97],
    ] as const) {
      expect(boilingPointC(hPa * 100)).toBeCloseTo(boilsC, 1);
    }
  });

  it('the two directions agree', () => {
    for (const tempC of [20, 60, 99, 130]) expect(boilingPointC(saturationPressurePa(tempC))).toBeCloseTo(tempC, 5);
  });

  it('heat of evaporation within 0.5 % of steam tables: 2454, 2257, 2145 kJ/kg at 20, 100, 140 °C (from memory)', () => {
    for (const [tempC, kj] of [
      [20, 2454],
      [100, 2257],
      [140, 2145],
    ] as const) {
      expect(Math.abs(latentHeatJPerKg(tempC) / (kj * 1000) - 1)).toBeLessThan(0.008);
    }
  });
});
