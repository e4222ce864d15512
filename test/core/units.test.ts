import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import Qty from 'js-quantities';
import {
  G_PER,
  MEASURE_ML,
  MEASURE_SYSTEMS,
  ML_PER,
  celsiusToFahrenheit,
  differenceFromCelsius,
  fahrenheitToCelsius,
  fromG,
  fromMl,
  toG,
  toMl,
} from '#core/units';

/** Relative difference. */
const off = (a: number, b: number) => Math.abs(a - b) / Math.abs(b);

describe('units against js-quantities (NIST Handbook 44 constants), to 1e-7', () => {
  it.each([
    ['usCup', '1 cup'],
    ['usTablespoon', '1 tablespoon'],
    ['usTeaspoon', '1 teaspoon'],
    ['usFluidOunce', '1 floz'],
    ['usPint', '1 pint'],
    ['usQuart', '1 quart'],
    ['usGallon', '1 gallon'],
    ['l', '1 l'],
    ['imperialFluidOunce', '1 fluid-ounce-imp'],
    ['imperialPint', '1 pint-imp'],
  ] as const)('%s', (unit, reference) => {
    expect(off(ML_PER[unit], Qty(reference).to('ml').scalar)).toBeLessThan(1e-7);
  });

  it.each([
    ['ounce', '1 oz'],
    ['pound', '1 lb'],
    ['kg', '1 kg'],
  ] as const)('%s', (unit, reference) => {
    expect(off(G_PER[unit], Qty(reference).to('g').scalar)).toBeLessThan(1e-7);
  });

  it('°F and °C by reference and at the fixed points of SP 811', () => {
    for (const tempC of [-40, 0, 100, 182.5]) {
      expect(celsiusToFahrenheit(tempC)).toBeCloseTo(Qty(tempC, 'tempC').to('tempF').scalar, 9);
    }
    expect(celsiusToFahrenheit(-40)).toBe(-40);
    expect(differenceFromCelsius(10, 'F')).toBe(18);
  });

  it('US units hang together: 16 tbsp, 48 tsp, 8 fl oz to the cup; the label cup is not used', () => {
    expect(toMl(16, 'usTablespoon')).toBeCloseTo(ML_PER.usCup, 9);
    expect(toMl(48, 'usTeaspoon')).toBeCloseTo(ML_PER.usCup, 9);
    expect(toMl(8, 'usFluidOunce')).toBeCloseTo(ML_PER.usCup, 9);
  });
});

describe('spoons by country, and ounces of two kinds', () => {
  it('a tablespoon is 14.8, 15, 20 or 17.8 mL; 160 imperial fluid ounces make a gallon of 4546.09 mL (UK Act of 1985)', () => {
    const spoons = MEASURE_SYSTEMS.map((system) => MEASURE_ML[system].tablespoon.toFixed(1));
    expect(spoons).toEqual(['14.8', '15.0', '20.0', '17.8']);
    expect(toMl(160, 'imperialFluidOunce')).toBeCloseTo(ML_PER.imperialGallon, 9);
  });

  it('an ounce of weight is not a fluid ounce: no unit of one is a unit of the other', () => {
    const both = Object.keys(G_PER).filter((unit) => Object.hasOwn(ML_PER, unit));
    expect(both).toEqual([]);
  });
});

describe('conversions', () => {
  it('there and back is the same to 1e-12', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1e5, noNaN: true }), (amount) => {
        expect(off(fromMl(toMl(amount, 'usCup'), 'usCup'), amount)).toBeLessThan(1e-12);
        expect(off(fromG(toG(amount, 'ounce'), 'ounce'), amount)).toBeLessThan(1e-12);
        expect(fahrenheitToCelsius(celsiusToFahrenheit(amount))).toBeCloseTo(amount, 6);
      }),
    );
  });
});
