import { describe, expect, it } from '@jest/globals';
import {
  burnerPattern,
  dialCurve,
  faceEmissivity,
  holdingMark,
  infraredShownC,
  infraredTrueC,
  lossW,
  markForTemperature,
  markName,
  marksOf,
  plateGrid,
  plateSimulator,
  preheatPlan,
  setpointC,
  shareAt,
  stationFault,
  steadyC,
  steadyPattern,
  trackAt,
  zoneThermal,
  zoneTrack,
  type Dial,
  type StationBody,
} from '#core/plate';
import { CREPE_PAN_ONE, GRIDDLE } from '#demo';

const ROOM = { startC: 22, ambientC: 22 };
const thermostat = (
  scale: 'celsius' | 'fahrenheit' | 'gasMark' | 'numbers',
  more: object = {},
): Dial & { kind: 'thermostat' } => ({
  kind: 'thermostat',
  scale,
  max: { celsius: 250, fahrenheit: 480, gasMark: 9, numbers: 6 }[scale],
  step: { celsius: 5, fahrenheit: 10, gasMark: 1, numbers: 0.5 }[scale],
  ...more,
});
const electric: StationBody = {
  ...GRIDDLE,
  shape: { kind: 'rectangle', widthMm: 500, depthMm: 400 },
  thicknessMm: 8,
  zones: [{ id: 'E', source: 'electric', powerW: 2800, dial: thermostat('celsius', { swingC: 14 }) }],
};

describe('dials', () => {
  it('gas marks are 25 °F apart from 275 °F at mark 1; 4 is 350, 6 is 400 °F (usual British table, from memory)', () => {
    const dial = thermostat('gasMark');
    for (const [mark, f] of [
      [0.25, 225],
      [0.5, 250],
      [1, 275],
      [4, 350],
      [6, 400],
      [9, 475],
    ] as const)
      expect(setpointC(dial, mark)).toBeCloseTo(((f - 32) * 5) / 9, 6);
  });

  it('temperatures are themselves, plain numbers lie evenly between their ends, and what a thermostat is off is added', () => {
    expect(setpointC(thermostat('celsius'), 180)).toBe(180);
    expect(setpointC(thermostat('fahrenheit'), 356)).toBeCloseTo(180, 9);
    const numbers = thermostat('numbers', { lowC: 100, highC: 230 });
    expect([setpointC(numbers, 0.5), setpointC(numbers, 6)]).toEqual([100, 230]);
    expect(setpointC(thermostat('celsius', { offC: -12 }), 180)).toBe(168);
    expect(markForTemperature(numbers, 181)).toBe(4);
  });

  it('say a mark as the dial does: a word, a share of full, a temperature, a number', () => {
    const power = { kind: 'power', max: 12, step: 1 } as const;
    expect(markName({ ...power, scale: 'share' }, 8)).toEqual({ kind: 'share', share: 8 / 12 });
    expect(markName({ ...power, max: 3, words: ['low', 'medium', 'high'] }, 2)).toEqual({
      kind: 'word',
      word: 'medium',
    });
    expect(markName(power, 7)).toEqual({ kind: 'number', mark: 7 });
    expect(markName(thermostat('gasMark'), 4)).toEqual({ kind: 'gasMark', mark: 4 });
    expect(marksOf({ ...power, max: 2, step: 0.5 })).toEqual([0.5, 1, 1.5, 2]);
  });

  it('the curve of a power dial is where each mark settles, and the holding mark is read off it backwards', () => {
    const thermal = zoneThermal(GRIDDLE, GRIDDLE.zones[0]!);
    const { dial } = GRIDDLE.zones[0]!;
    const curve = dialCurve(thermal, dial, 22);
    expect(curve.at(-1)!.surfaceC).toBeCloseTo(steadyC(thermal, 2600, 22), 6);
    const mark = holdingMark(thermal, dial, { targetC: 182, ambientC: 22, foodW: 0 });
    const held = curve.find((each) => each.mark === mark)!.surfaceC;
    // no mark's heat is nearer to what it loses at 182 °C
    const lost = (at: number) => Math.abs(lossW(thermal, at, 22) - lossW(thermal, 182, 22));
    for (const { surfaceC } of curve) expect(lost(held)).toBeLessThanOrEqual(lost(surfaceC) + 1e-6);
  });
});

describe('thermostats', () => {
  it('cycle about their mark within their span, and hold its mean', () => {
    const plate = plateSimulator(electric, ROOM, { cellMm: 25, stepS: 2 });
    plate.turn('E', 180);
    plate.advanceTo(1800);
    let low = Infinity;
    let high = -Infinity;
    let sum = 0;
    for (let s = 1; s <= 600; s++) {
      plate.advanceTo(1800 + 2 * s);
      const t = plate.zoneMeanC('E');
      low = Math.min(low, t);
      high = Math.max(high, t);
      sum += t / 600;
    }
    // an element goes on giving heat after it is cut: a little past the span on each side
    expect(low).toBeLessThan(174);
    expect(high).toBeGreaterThan(186);
    expect(high - low).toBeLessThan(14 + 20);
    expect(Math.abs(sum - 180)).toBeLessThan(8);
  });

  it('the track holds the mark, answers a higher one, and comes back from food by itself', () => {
    const zone = electric.zones[0]!;
    const track = zoneTrack(zoneThermal(electric, zone), zone.dial, {
      ...{ startC: 22, ambientC: 22, startS: 0, endS: 3600 },
      turns: [
        { atS: 0, mark: 180 },
        { atS: 2400, mark: 200 },
      ],
      loads: [{ fromS: 1500, toS: 1600, powerW: 2000 }],
    });
    expect(Math.abs(trackAt(track, 1400) - 180)).toBeLessThan(1.5);
    expect(trackAt(track, 1600)).toBeLessThan(178);
    expect(Math.abs(trackAt(track, 2300) - 180)).toBeLessThan(1.5);
    expect(Math.abs(trackAt(track, 3600) - 200)).toBeLessThan(1.5);
    // an error of the thermostat does not show while it heats, and shows whole where it holds
    expect(shareAt(track, 60)).toBeLessThan(0.05);
    expect(shareAt(track, 1400)).toBeCloseTo(1, 1);
  });

  it('are lit at the mark that holds: they burn fully until they are there', () => {
    const zone = electric.zones[0]!;
    const plan = preheatPlan(zoneThermal(electric, zone), zone.dial, {
      startC: 22,
      targetC: 182,
      ambientC: 22,
      limits: { batterC: 220, faceC: null },
      believed: { errorC: 0, sdC: 4 },
    });
    expect([plan.boostMark, plan.holdMark]).toEqual([180, 180]);
    expect(plan.boostS).toBeGreaterThan(150); // its element alone takes that long
  });
});

describe('what an error of a burner shows', () => {
  it('nothing on a plate just lit, itself where the plate holds', () => {
    const zone = GRIDDLE.zones[0]!;
    const thermal = zoneThermal(GRIDDLE, zone);
    const mark = holdingMark(thermal, zone.dial, { targetC: 185, ambientC: 22, foodW: 0 });
    const track = zoneTrack(thermal, zone.dial, {
      ...{ startC: 22, ambientC: 22, turns: [{ atS: 0, mark }], loads: [], startS: 0, endS: 7200 },
    });
    expect(shareAt(track, 10)).toBeLessThan(0.03);
    expect(Math.abs(shareAt(track, 7200) - 1)).toBeLessThan(0.12);
  });
});

describe('where burners lay their heat', () => {
  const sum = (station: StationBody) => {
    const grid = plateGrid(station, 10);
    return station.zones.map((zone) => burnerPattern(station, zone, grid).reduce((a, b) => a + b, 0) * grid.cellM ** 2);
  };

  it('every watt lands on the metal, whatever the burner', () => {
    for (const source of ['gas', 'coil', 'electric', 'induction', 'camping', undefined] as const)
      for (const station of [GRIDDLE, CREPE_PAN_ONE])
        for (const share of sum({
          ...station,
          zones: station.zones.map((zone) => ({ ...zone, ...(source ? { source } : {}) })),
        }))
          expect(share).toBeCloseTo(1, 9);
  });

  it('a ring of flames leaves the middle cooler, a small stove leaves the rim cooler, iron shows it more than aluminium', () => {
    const over = (source: 'gas' | 'camping', metal: StationBody['metal']) =>
      steadyPattern(
        { ...CREPE_PAN_ONE, metal, thicknessMm: 4, zones: [{ ...CREPE_PAN_ONE.zones[0]!, source }] },
        185,
        22,
      );
    const camping = over('camping', 'castIron');
    expect(camping.at(120, 120)).toBeGreaterThan(camping.at(12, 120) + 15);
    expect(over('camping', 'aluminium').unevenC).toBeLessThan(camping.unevenC / 2);
    const gas = over('gas', 'carbonSteel');
    expect(gas.at(120 + 56, 120)).toBeGreaterThan(gas.at(120, 120));
  });

  it('an even burner makes no pattern, and a burner that sits askew is hotter on its side', () => {
    const { source: _none, ...even } = GRIDDLE.zones[0]!;
    expect(steadyPattern({ ...GRIDDLE, zones: [even] }, 185, 22).unevenC).toBeLessThan(0.01);
    const plate = plateSimulator(electric, ROOM, { cellMm: 25, stepS: 5 }, { off: { E: { xMm: -60, yMm: 0 } } });
    plate.turn('E', 180);
    plate.advanceTo(2400);
    expect(plate.at(100, 200)).toBeGreaterThan(plate.at(400, 200) + 10);
  });
});

describe('faces', () => {
  // ε 0.95 gun, 8–14 µm, room 22 °C: computed table of the reference (ε from Incropera A.11)
  it.each([
    [0.1, 50],
    [0.2, 73],
    [0.3, 93],
    [0.6, 142],
    [0.8, 171],
    [0.95, 190],
  ])('a face of emissivity %d at 190 °C shows %d °C', (face, shown) => {
    expect(Math.abs(infraredShownC(190, face, 0.95, 22) - shown)).toBeLessThan(1.5);
    expect(infraredTrueC(infraredShownC(190, face, 0.95, 22), face, 0.95, 22)).toBeCloseTo(190, 3);
  });

  it('bare stainless at 190 °C reads about 73; oiled, seasoned or coated it reads itself', () => {
    const bare = faceEmissivity({ metal: 'stainless', coating: 'none' });
    expect(infraredShownC(190, bare.value, 0.95, 22)).toBeGreaterThan(70);
    expect(infraredShownC(190, bare.value, 0.95, 22)).toBeLessThan(76);
    for (const face of [
      faceEmissivity({ metal: 'stainless', coating: 'none' }, true),
      faceEmissivity({ metal: 'stainless', coating: 'nonStick' }),
      faceEmissivity({ metal: 'carbonSteel', coating: 'seasoned' }),
    ])
      expect(infraredShownC(190, face.value, 0.95, 22)).toBeCloseTo(190, 0);
  });
});

describe('stations that cannot be', () => {
  it.each([
    [
      'a round pan over two burners',
      { zones: [CREPE_PAN_ONE.zones[0]!, { ...CREPE_PAN_ONE.zones[0]!, id: 'R' }] },
      'oneBurner',
    ],
    [
      'wells too wide for their pan',
      { shape: { kind: 'wells', diameterMm: 200, count: 7, wellMm: 90, wellDepthMm: 12 } },
      'wellsTooWide',
    ],
  ] as const)('%s', (_what, change, code) => {
    expect(stationFault({ ...CREPE_PAN_ONE, ...change } as StationBody)?.code).toBe(code);
    expect(stationFault(CREPE_PAN_ONE)).toBeNull();
  });
});
