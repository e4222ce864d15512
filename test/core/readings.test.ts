import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import {
  belief,
  calibrated,
  contradictions,
  openPrior,
  says,
  spotField,
  surfaceLikelihood,
  weigh,
  type CalibrationReading,
  type PlateReading,
  type Observation,
} from '#core/inference';
import { degreesPerLnGain, readingFault, zoneThermal, type StationBody } from '#core/plate';
import { CREPE_PAN_ONE, GRIDDLE } from '#demo';

const BARE: StationBody = { ...GRIDDLE, coating: 'none' };
const STAINLESS: StationBody = { ...BARE, metal: 'stainless' };
const HOLDS = { modelC: 182, sensitivity: 1 };
const OPEN = { kind: 'open', errorSdC: 15 } as const;
const memo = new Memo();
const look = (reading: PlateReading, atS = 0, station = BARE): Observation => ({
  kind: 'surface',
  ...{ reading, atS, expected: HOLDS, roomC: 22 },
  face: { metal: station.metal, coating: station.coating },
});
const probe = (surfaceC: number): PlateReading => ({ method: 'probe', surfaceC, sdC: 2.5 });
const after = (...readings: PlateReading[]) =>
  belief(
    weigh(
      OPEN,
      readings.map((reading) => look(reading)),
      0,
      memo,
    ).posterior,
  );
const saying = (reading: PlateReading, station = BARE) => says(surfaceLikelihood(reading, station, 22));

describe('what each look says', () => {
  it('a drop: sits below boiling, dances when cakes may go on, glides from 193 ± 16 with no upper end', () => {
    expect(saying({ method: 'drop', seen: 'sits' }).highC!).toBeLessThan(112);
    const dances = saying({ method: 'drop', seen: 'dances' });
    expect(dances.lowC!).toBeGreaterThan(135);
    expect(dances.highC!).toBeLessThan(222);
    const glides = saying({ method: 'drop', seen: 'glides' });
    expect(glides.lowC!).toBeGreaterThan(165);
    expect(glides.highC).toBeNull();
  });

  it('butter: foam below griddle heat, black at once far above', () => {
    expect(saying({ method: 'butter', seen: 'foams' }).highC!).toBeLessThan(165);
    expect(saying({ method: 'butter', seen: 'blackens' }).lowC!).toBeGreaterThan(195);
  });

  it('a hand is a wide guess: shorter means hotter', () => {
    const at = (seconds: number) => saying({ method: 'hand', seconds });
    expect(at(3).lowC!).toBeGreaterThan(at(8).lowC!);
    expect(at(5).highC! - at(5).lowC!).toBeGreaterThan(60);
  });

  it('a gun at 0.95 that shows 73 °C on bare stainless may stand before 190 °C, and says so widely; oiled it says 73', () => {
    const bare = saying({ method: 'infrared', shownC: 73, gun: 0.95, covered: false }, STAINLESS);
    expect(bare.lowC!).toBeLessThan(175);
    expect(bare.highC!).toBeGreaterThan(200);
    const oiled = saying({ method: 'infrared', shownC: 73, gun: 0.95, covered: true }, STAINLESS);
    expect(oiled.lowC!).toBeGreaterThan(64);
    expect(oiled.highC!).toBeLessThan(82);
  });

  it('smoke puts the plate past the fat’s point, none below it', () => {
    expect(saying({ method: 'smoke', fat: 'sunflower', seen: true }).lowC!).toBeGreaterThan(210);
    expect(saying({ method: 'smoke', fat: 'sunflower', seen: false }).highC!).toBeLessThan(240);
  });

  it('water says nothing on a coating or on oil, and smoke nothing on non-stick', () => {
    expect(readingFault('drop', { coating: 'nonStick' }, false)).toBe('dropOnCoating');
    expect(readingFault('drop', BARE, true)).toBe('dropOnOil');
    expect(readingFault('smoke', { coating: 'nonStick' }, false)).toBe('smokeOnNonStick');
    expect(readingFault('drop', BARE, false)).toBeNull();
    expect(readingFault('butter', { coating: 'nonStick' }, true)).toBeNull();
  });
});

describe('looks together', () => {
  it('narrow each other, and a thermometer rules a guess', () => {
    const width = (known: ReturnType<typeof belief>) => known.errorHighC - known.errorLowC;
    const dance = after({ method: 'drop', seen: 'dances' });
    const both = after({ method: 'drop', seen: 'dances' }, { method: 'butter', seen: 'browns' });
    expect(width(both)).toBeLessThan(width(dance));
    const read = after({ method: 'hand', seconds: 8 }, probe(205));
    expect(read.errorC).toBeGreaterThan(17);
  });

  it('that contradict are told apart and leave the belief wide, not sure of the middle', () => {
    const pair = [look(probe(150)), look(probe(215), 30)];
    expect(contradictions(pair, memo)).toEqual([[0, 1]]);
    const torn = belief(weigh(OPEN, pair, 30, memo).posterior);
    const agreed = belief(weigh(OPEN, [look(probe(181)), look(probe(184), 30)], 30, memo).posterior);
    expect(torn.errorHighC - torn.errorLowC).toBeGreaterThan(1.5 * (agreed.errorHighC - agreed.errorLowC));
    expect(contradictions([look(probe(181)), look(probe(184), 30)], memo)).toEqual([]);
    expect(contradictions([look(probe(150)), look({ method: 'drop', seen: 'glides' }, 20)], memo)).toEqual([[0, 1]]);
  });

  it('an hour apart the plate may have wandered: the same two figures need not contradict', () => {
    expect(contradictions([look(probe(175)), look(probe(190), 20)], memo)).toEqual([[0, 1]]);
    expect(contradictions([look(probe(175)), look(probe(190), 5400)], memo)).toEqual([]);
  });

  it('the plate put on another burner is as open as at first; before it was lit nothing shows', () => {
    const sure = [look(probe(205)), look(probe(206), 10)];
    const moved = weigh(OPEN, [...sure, { kind: 'moved', atS: 20, errorSdC: 15 }], 20, memo);
    expect(Math.abs(belief(moved.posterior).errorC)).toBeLessThan(0.1);
    expect(belief(moved.posterior).errorSdC).toBeGreaterThan(14);
    const cold: Observation = { ...look(probe(24)), expected: { modelC: 22, sensitivity: 0 } } as Observation;
    expect(belief(weigh(OPEN, [cold], 0, memo).posterior).errorSdC).toBeCloseTo(belief(openPrior(15)).errorSdC, 1);
  });
});

describe('spots', () => {
  const at = (xMm: number, yMm: number) => ({ xMm, yMm });

  it('a reading tells its own spot from the zone: near it is believed, far away it is not (kriging at its data)', () => {
    const field = spotField([{ ...at(100, 100), residualC: 12, sdC: 0.5 }], 5);
    const near = field(at(100, 100));
    expect(near.interceptC).toBeCloseTo(12 * near.slope, 9);
    expect(near.slope).toBeCloseTo(25 / 25.25, 3);
    expect(field(at(900, 100)).sdC).toBeCloseTo(5, 2);
    expect(Math.abs(field(at(900, 100)).interceptC)).toBeLessThan(0.01);
  });

  it('the same spot read thrice is not three spots: the zone stays as open as its spots are', () => {
    const reading = (xMm: number, atS: number): Observation =>
      ({
        ...look(probe(190), atS),
        spot: at(xMm, 200),
      }) as Observation;
    const spread = (list: Observation[]) => belief(weigh(OPEN, list, 2, memo, { spreadC: 6 }).posterior).errorSdC;
    const apart = spread([reading(100, 0), reading(450, 1), reading(800, 2)]);
    const same = spread([reading(100, 0), reading(100, 1), reading(100, 2)]);
    expect(same).toBeGreaterThan(1.3 * apart);
  });

  it('a hot corner is found and the rest of the zone is not blamed for it', () => {
    const read = (xMm: number, surfaceC: number, atS: number): Observation =>
      ({
        ...look(probe(surfaceC), atS),
        spot: at(xMm, 225),
      }) as Observation;
    const weighed = weigh(OPEN, [read(60, 199, 0), read(450, 183, 10), read(840, 182, 20)], 20, memo, {
      spreadC: 7,
    });
    const { errorC, errorSdC } = belief(weighed.posterior);
    const field = spotField(weighed.spots, weighed.spreadC);
    const surface = (spot: ReturnType<typeof at>) => {
      const { interceptC, slope, sdC } = field(spot);
      const kept = 1 - slope;
      return { surfaceC: HOLDS.modelC + kept * errorC + interceptC, sdC: Math.hypot(kept * errorSdC, sdC) };
    };
    expect(surface(at(60, 225)).surfaceC).toBeGreaterThan(195);
    expect(surface(at(840, 225)).surfaceC).toBeLessThan(188);
    expect(surface(at(60, 225)).sdC).toBeLessThan(surface(at(250, 225)).sdC);
  });
});

describe('the calibration of a plate over its burner', () => {
  const burner = '0190a000-0000-7000-8000-0000000000b1';
  const station: StationBody = { ...CREPE_PAN_ONE, zones: [{ ...CREPE_PAN_ONE.zones[0]!, burnerId: burner }] };
  const reading = (surfaceC: number, more: Partial<CalibrationReading> = {}): CalibrationReading => ({
    ...{ zoneId: 'P', burnerId: burner, atMs: 0, roomC: 22, turns: [{ beforeS: 5400, mark: 4 }] },
    reading: { method: 'probe', surfaceC, sdC: 2.5 },
    ...more,
  });

  it('turns degrees into strength: the gain moves the settled plate by the error it was found with', () => {
    const pair = calibrated(station, 'P', [reading(190), reading(191, { atMs: 60_000 })], memo);
    const thermal = zoneThermal(station, station.zones[0]!);
    expect(pair.gain).toBeCloseTo(Math.exp(pair.known.errorC / degreesPerLnGain(thermal, 22)), 9);
    const unread = calibrated(station, 'P', [], memo);
    expect(unread.known.errorSdC).toBeGreaterThan(2 * pair.known.errorSdC);
    expect(unread.gain).toBeCloseTo(1, 9);
  });

  it('keeps pairs apart: what was read over another burner does not count', () => {
    const other = reading(250, { burnerId: '0190a000-0000-7000-8000-0000000000b2' });
    expect(calibrated(station, 'P', [other], memo).readings).toHaveLength(0);
    expect(calibrated(station, 'P', [other, reading(190)], memo).readings).toHaveLength(1);
  });
});
