import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import {
  belief,
  colourTimes,
  lightnessAfter,
  spotSpreadC,
  weigh,
  type PlateReading,
  type Observation,
  type Underside,
} from '#core/inference';
import { markHolding } from '#core/heating';
import { linesFor } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { BROWNING_LSTAR, STANDARD_PRESSURE_PA, batterProperties, cueTimeAt, timelineTable } from '#core/piece';
import {
  BUTTER_SIGNS,
  DROP_SIGNS,
  PROBE_SD_C,
  SOURCES,
  degreesPerLnGain,
  shareAt,
  steadyPattern,
  trackAt,
  zoneMiddle,
  zoneThermal,
  zoneTrack,
  type SpotOnPlate,
  type StationBody,
} from '#core/plate';
import { probeShows } from '#core/rehearsal';
import { normal, seeded } from '#core/statistics';
import { GRIDDLE_CAKES } from '#demo';
import { PLATE_SPREAD, hiddenPlate, hiddenPlateAt } from './drawn-plates.ts';

const ROOM_C = 22;
const TABLE = timelineTable({
  batter: batterProperties(linesFor(GRIDDLE_CAKES, 100), 'leavened', SHIPPED_LARDER),
  thicknessMm: 8.5,
  batterC: 20,
  plate: { surfaceC: 182, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 },
  ambientC: ROOM_C,
  pressurePa: STANDARD_PRESSURE_PA,
});

interface Case {
  readonly station: StationBody;
  readonly seed: number;
  /** Where three looks fall, s after it was lit and mm. */
  readonly looks: readonly { readonly atS: number; readonly spot: SpotOnPlate }[];
  readonly expected: (atS: number, spot?: SpotOnPlate) => { modelC: number; sensitivity: number };
  readonly trueC: (atS: number, spot: SpotOnPlate) => number;
  readonly zoneC: number;
  readonly endS: number;
  readonly spreadC: number;
}

/** Plates as they are made: bare stainless only as a griddle, since pans of it have a core that conducts. Common practice, no source. */
const THICKNESS_MM = {
  carbonSteel: [2.5, 6],
  castIron: [4, 8],
  aluminium: [3, 6],
  stainless: [6, 12],
} as const;

/** A plate nobody has read, held at a wished surface by its plain figures; its truth is another. */
function hiddenCase(seed: number, outside: boolean): Case {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!;
  const between = (low: number, high: number) => low + (high - low) * random();
  const metal = pick(['carbonSteel', 'castIron', 'aluminium', 'stainless'] as const);
  const round = random() < 0.7;
  const source = pick(SOURCES);
  // a flame cannot be turned below its floor: one that is to hold an empty plate is a small one
  const isFlame = source === 'gas' || source === 'camping';
  const plain: StationBody = {
    name: `Plate ${seed}`,
    shape: round
      ? { kind: 'round', diameterMm: between(200, 320) }
      : { kind: 'rectangle', widthMm: between(300, 500), depthMm: between(250, 450) },
    metal,
    thicknessMm: between(THICKNESS_MM[metal][0], THICKNESS_MM[metal][1]),
    coating: 'none',
    zones: [
      {
        id: 'A',
        source,
        powerW: between(900, 1800) * (round ? 1 : 2) * (isFlame ? 0.45 : 1),
        dial: { kind: 'power', max: 9, step: 0.5 },
      },
    ],
  };
  const wishedC = between(160, 205);
  const hold = { targetC: wishedC, roomC: ROOM_C, foodW: 0, errorC: 0 };
  const mark = markHolding(plain, 'A', hold);
  const spread = outside ? { ...PLATE_SPREAD, lnGain: 0.45, lnLoss: 0.15, offMm: 35 } : PLATE_SPREAD;
  const truth = hiddenPlate(plain, seed, spread);
  const endS = between(1800, 2700);
  const looks = [0, 1, 2].map((n) => {
    const middle = zoneMiddle(plain, 'A');
    const reach = Math.min(...Object.values(zoneMiddle(plain, 'A'))) * 0.55;
    const angle = 2 * Math.PI * random();
    return {
      atS: endS - 60 + 25 * n,
      spot: {
        xMm: middle.xMm + reach * random() * Math.cos(angle),
        yMm: middle.yMm + reach * random() * Math.sin(angle),
      },
    };
  });
  const turns = [{ atS: 0, zoneId: 'A', mark }];
  const plate = hiddenPlateAt(plain, truth, { turns, roomC: ROOM_C }, endS);
  const track = zoneTrack(zoneThermal(plain, plain.zones[0]!), plain.zones[0]!.dial, {
    ...{ startC: ROOM_C, ambientC: ROOM_C, turns, loads: [], startS: 0, endS },
  });
  const pattern = steadyPattern(plain, trackAt(track, endS), ROOM_C);
  return {
    ...{ station: plain, seed, looks, endS, spreadC: spotSpreadC(pattern.unevenC) },
    expected: (atS, spot) => ({
      modelC: trackAt(track, atS) + (spot ? pattern.at(spot.xMm, spot.yMm) : 0),
      sensitivity: shareAt(track, atS),
    }),
    trueC: (_atS, spot) => plate.at(spot.xMm, spot.yMm), // it has settled: seconds do not matter
    zoneC: plate.zoneMeanC('A'),
  };
}

/** How far plates drawn here are off, °C: their makers are honest. */
const UNREAD_SD_C = 15;
const UNREAD = { kind: 'open', errorSdC: UNREAD_SD_C } as const;

function judged(one: Case, observations: readonly Observation[]) {
  const { posterior } = weigh(UNREAD, observations, one.endS, new Memo(), { spreadC: one.spreadC });
  const known = belief(posterior);
  const { modelC, sensitivity } = one.expected(one.endS);
  const low = modelC + sensitivity * known.errorLowC;
  const high = modelC + sensitivity * known.errorHighC;
  return { holds: low <= one.zoneC && one.zoneC <= high, halfC: (high - low) / 2 };
}

const byProbe = (one: Case): Observation[] =>
  one.looks.map(({ atS, spot }) => {
    const surfaceC = probeShows(one.trueC(atS, spot), spot, atS, one.seed);
    const reading = { method: 'probe', surfaceC, sdC: PROBE_SD_C } as const;
    return {
      kind: 'surface',
      ...{ atS, spot, reading, expected: one.expected(atS, spot), face: one.station, roomC: ROOM_C },
    };
  });

/** What eyes see of a true surface: signs give way to each other where water, butter and colour really do, give or take. */
function unprompted(one: Case): Observation[] {
  const random = seeded(one.seed + 77);
  const [first, second, third] = one.looks as [Case['looks'][number], Case['looks'][number], Case['looks'][number]];
  const sign = <T>(signs: readonly T[], bounds: readonly (readonly [number, number])[], trueC: number): T => {
    const passed = bounds.findIndex(([atC, sdC]) => trueC < atC + sdC * normal(random));
    return signs[passed < 0 ? signs.length - 1 : passed]!;
  };
  const drop = sign(
    DROP_SIGNS,
    [
      [102, 5],
      [155, 12],
      [193, 16],
    ],
    one.trueC(first.atS, first.spot),
  );
  const butter = sign(
    BUTTER_SIGNS,
    [
      [108, 8],
      [145, 12],
      [188, 12],
      [222, 15],
    ],
    one.trueC(second.atS, second.spot),
  );
  const afterS = 75;
  const factor = Math.exp(0.12 * normal(random));
  const lStar =
    lightnessAfter(colourTimes(TABLE, one.trueC(third.atS, third.spot)), afterS / factor) + 5 * normal(random);
  const seen = (['pale', 'lightGold', 'golden', 'brown'] as const).find(
    (_word, i) =>
      lStar > [BROWNING_LSTAR.lightGold, BROWNING_LSTAR.golden, BROWNING_LSTAR.brown, BROWNING_LSTAR.dark][i]!,
  );
  const look = (at: Case['looks'][number], reading: PlateReading): Observation => ({
    kind: 'surface',
    ...{ ...at, reading, expected: one.expected(at.atS, at.spot), face: one.station, roomC: ROOM_C },
  });
  // a test piece is watched: when bubbles cover its face, and how it looks below
  const trueS = (cueTimeAt(TABLE, 'coveredFace', one.trueC(third.atS, third.spot)) ?? 60) * factor;
  const coveredS = Math.max(5, trueS + (3 + 0.06 * trueS) * normal(random));
  const piece = { ...third, expected: one.expected(third.atS, third.spot), table: TABLE };
  return [
    look(first, { method: 'drop', seen: drop }),
    look(second, { method: 'butter', seen: butter }),
    { ...piece, kind: 'cue', cue: 'coveredFace', nth: 1, afterS: coveredS },
    {
      ...piece,
      kind: 'underside',
      nth: 1,
      afterS,
      seen: (seen ?? 'dark') satisfies Underside,
    },
  ];
}

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const share = (list: readonly { readonly holds: boolean }[]) => list.filter(({ holds }) => holds).length / list.length;

describe('600 hidden plates, 100 of them outside what is expected of plates', () => {
  const inside = Array.from({ length: 500 }, (_, i) => hiddenCase(1000 + i, false));
  const outside = Array.from({ length: 100 }, (_, i) => hiddenCase(9000 + i, true));

  it.each([
    ['three probe readings', byProbe, 8],
    ['a drop, a dab of butter and a test piece', unprompted, 14],
  ] as const)('%s: nine in ten of the belief hold the truth in 85–95 %%', (what, look, mostC) => {
    const within = inside.map((one) => judged(one, look(one)));
    const beyond = outside.map((one) => judged(one, look(one)));
    const halfC = median(within.map((each) => each.halfC));
    process.stdout.write(
      `${what}: held ${(100 * share(within)).toFixed(1)} %, half-width ${halfC.toFixed(1)} °C; ` +
        `outside the prior held ${(100 * share(beyond)).toFixed(0)} %, half-width ${median(beyond.map((each) => each.halfC)).toFixed(1)} °C\n`,
    );
    expect(share(within)).toBeGreaterThanOrEqual(0.85);
    expect(share(within)).toBeLessThanOrEqual(0.95);
    expect(halfC).toBeLessThanOrEqual(mostC);
  });

  it('draws truths as far off as the prior says, outside it farther', () => {
    const offs = (list: readonly Case[]) =>
      median(list.map((one) => Math.abs(one.zoneC - one.expected(one.endS).modelC)));
    expect(offs(inside)).toBeLessThan(UNREAD_SD_C);
    expect(offs(outside)).toBeGreaterThan(1.5 * offs(inside));
    const { station } = inside[0]!;
    expect(degreesPerLnGain(zoneThermal(station, station.zones[0]!), ROOM_C)).toBeGreaterThan(80);
  });
});
