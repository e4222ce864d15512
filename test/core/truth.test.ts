import { describe, expect, it } from '@jest/globals';
import { METAL, type StationBody } from '#core/plate';
import { TruePlate, dialShare, gust, type TrueBurner } from '#core/truth';

const BURNER: TrueBurner = {
  ...{ gain: 1, setErrorC: 0, offXMm: 0, offYMm: 0, fadesPerHour: 0, lagS: 0 },
  dial: { floor: 0, exponent: 1, fullAt: 1 },
};
const body = (more: Partial<StationBody> = {}): StationBody => ({
  ...{ name: 'Plate', shape: { kind: 'rectangle', widthMm: 300, depthMm: 300 }, metal: 'carbonSteel' },
  ...{ thicknessMm: 3, coating: 'seasoned' },
  zones: [{ id: 'A', powerW: 1000, dial: { kind: 'power', max: 10, step: 1 } }],
  ...more,
});
const plate = (of: StationBody, burner: Partial<TrueBurner> = {}, more: { wind?: number; lossFactor?: number } = {}) =>
  new TruePlate(
    of,
    { burners: { A: { ...BURNER, ...burner } }, lossFactor: more.lossFactor ?? 1, wind: more.wind ?? 0, seed: 3 },
    20,
  );

describe('a plate as it really is', () => {
  it('at first takes up what its burner gives: P·t/C (first law), with losses still small', () => {
    const one = plate(body());
    one.turn('A', 10);
    one.advanceTo(10);
    const { densityKgM3, specificHeatJKgK } = METAL.carbonSteel;
    const heatCapacity = densityKgM3 * specificHeatJKgK * 0.003 * 0.09;
    expect(Math.abs(one.zoneMeanC('A') - (20 + (1000 * 10) / heatCapacity))).toBeLessThan(0.3);
  });

  it('settles where free convection, what is below and radiation balance the burner (Incropera ch. 9, Stefan–Boltzmann)', () => {
    const one = plate(body());
    one.turn('A', 5);
    one.advanceTo(4 * 3600);
    const settledC = one.zoneMeanC('A');
    const over = settledC - 20;
    const lostW =
      0.09 * (over * (1.9 * over ** 0.25 + 4) + 0.95 * 5.670374419e-8 * ((settledC + 273.15) ** 4 - 293.15 ** 4));
    expect(Math.abs(lostW - 500)).toBeLessThan(5);
  });

  it('evens out as conduction does: a cold disc’s dent fades faster in aluminium than in iron', () => {
    const dent = (metal: 'aluminium' | 'castIron') => {
      const one = plate(body({ metal, thicknessMm: 6 }));
      one.turn('A', 10);
      one.advanceTo(400);
      one.pour({ xMm: 150, yMm: 150, diameterMm: 80, food: { drawnWm2: 30_000 } }, 'piece');
      one.advanceTo(430);
      one.lift('piece');
      const at = () => one.at(20, 20) - one.at(150, 150);
      const before = at();
      one.advanceTo(460);
      return at() / before;
    };
    expect(dent('aluminium')).toBeLessThan(0.6 * dent('castIron'));
  });

  it('where it is bowed more of the heat falls, and no more in all', () => {
    const bump = { xMm: 220, yMm: 150, radiusMm: 40, more: 0.5 };
    const heated = (spots: readonly (typeof bump)[]) => {
      const one = new TruePlate(body(), { burners: { A: BURNER }, lossFactor: 1, spots, wind: 0, seed: 3 }, 20);
      one.turn('A', 10);
      one.advanceTo(120);
      return one;
    };
    const [flat, bowed] = [heated([]), heated([bump])];
    expect(bowed.at(220, 150) - bowed.at(80, 150)).toBeGreaterThan(20);
    expect(Math.abs(flat.at(220, 150) - flat.at(80, 150))).toBeLessThan(1);
    expect(Math.abs(bowed.zoneMeanC('A') - flat.zoneMeanC('A'))).toBeLessThan(1);
  });

  it('off its burner it only cools, and the element goes on for who puts it back', () => {
    const one = plate(body(), { lagS: 200 });
    one.turn('A', 10);
    one.advanceTo(600);
    const hotC = one.zoneMeanC('A');
    one.part('A', true);
    one.advanceTo(630);
    const apartC = one.zoneMeanC('A');
    expect(apartC).toBeLessThan(hotC);
    one.turn('A', 0);
    one.part('A', false);
    one.advanceTo(640);
    // a solid plate that was turned off still gives most of its heat
    expect(one.zoneMeanC('A')).toBeGreaterThan(apartC);
  });

  it('wind and a ring of flames make it cooler and uneven, as the desk’s own plates are not', () => {
    const gas = body({
      shape: { kind: 'round', diameterMm: 280 },
      zones: [{ id: 'A', source: 'gas', powerW: 800, dial: { kind: 'power', max: 10, step: 1 } }],
    });
    const heated = (wind: number) => {
      const one = plate(gas, {}, { wind });
      one.turn('A', 5);
      one.advanceTo(900);
      return one;
    };
    expect(heated(1.5).zoneMeanC('A')).toBeLessThan(heated(0).zoneMeanC('A') - 5);
    expect(heated(0).hotSpotC('A')).toBeGreaterThan(heated(0).zoneMeanC('A') + 10);
  });

  it('a thermostat cycles about its mark and its own error', () => {
    const one = plate(
      body({
        zones: [{ id: 'A', powerW: 1500, dial: { kind: 'thermostat', max: 250, step: 10, scale: 'celsius' } }],
      }),
      { setErrorC: 15 },
    );
    one.turn('A', 180);
    let [sum, count] = [0, 0];
    for (let s = 1200; s <= 2400; s += 5) {
      one.advanceTo(s);
      sum += one.zoneMeanC('A');
      count += 1;
    }
    expect(Math.abs(sum / count - 195)).toBeLessThan(6);
  });
});

describe('a dial as it really gives heat', () => {
  it('has its floor while lit, nothing at off, and all at its end', () => {
    const dial = { floor: 0.25, exponent: 2, fullAt: 0.8 };
    expect(dialShare(dial, 0)).toBe(0);
    expect(dialShare(dial, 0.01)).toBeGreaterThanOrEqual(0.25);
    expect(dialShare(dial, 0.4)).toBeCloseTo(0.25 + 0.75 * 0.25, 9);
    expect(dialShare(dial, 0.9)).toBe(1);
  });

  it('a gust stays between still and its strongest', () => {
    for (let s = 0; s < 1000; s += 7) {
      expect(gust(s, 5)).toBeGreaterThanOrEqual(0);
      expect(gust(s, 5)).toBeLessThanOrEqual(1);
    }
  });
});
