import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import {
  PRIOR_SD,
  batterOf,
  belief,
  calibrated,
  fadedBatter,
  fadedEstimate,
  priorPosterior,
  batterWeights,
  withBatter,
  withCue,
  type Posterior,
} from '#core/inference';
import { allIsOff, pinsAfter, unrecordedLearning } from '#core/carry-over';
import { timelineTable } from '#core/piece';
import { plateSimulator } from '#core/plate';
import { readKitchen, readRehearsalRun, rehearse, toldRun, type RehearsalResult } from '#core/rehearsal';
import { fold } from '#core/run';
import { GRIDDLE } from '#demo';
import { frozenKitchens } from '../../scripts/lib/rehearsals.ts';
import { CAKES, GRIDDLE_ID, PINS, id, numbered, writer } from './fixtures.ts';
import { cake } from './pieces.ts';

const FADES = { usualSd: 0.12, halfLifeDays: 90, morningSd: 0.05 };

describe('what is kept of a batter', () => {
  // stationary Ornstein–Uhlenbeck process: mean m·e^(−t/τ), variance s²e^(−2t/τ) + σ²(1 − e^(−2t/τ)); Uhlenbeck & Ornstein, Phys. Rev. 36 (1930) 823
  it('loses half of its mean in a half-life, and its spread grows to the usual, never beyond', () => {
    const later = fadedEstimate({ mean: 0.2, sd: 0.03 }, 90, FADES);
    expect(later.mean).toBeCloseTo(0.1, 12);
    expect(later.sd).toBeCloseTo(Math.sqrt(0.25 * 0.03 ** 2 + 0.75 * 0.12 ** 2 + 0.05 ** 2), 12);
    expect(fadedEstimate({ mean: 0.2, sd: 0.03 }, 0, FADES)).toEqual({ mean: 0.2, sd: Math.hypot(0.03, 0.05) });
    const longAgo = fadedEstimate({ mean: 0.2, sd: 0.03 }, 3000, FADES);
    expect(Math.abs(longAgo.mean)).toBeLessThan(1e-9);
    expect(longAgo.sd).toBe(0.12);
  });

  it('begins the next belief with its own mean and spread, and a batter nobody cooked with the prior’s', () => {
    const known = { lnTime: { mean: 0.06, sd: 0.08 }, lnBrowning: { mean: -0.1, sd: 0.15 } };
    const { lnTime, lnBrowning, covariance } = belief(priorPosterior(10, batterOf(known)));
    expect(lnTime).toBeCloseTo(0.06, 2);
    expect(lnBrowning).toBeCloseTo(-0.1, 2);
    expect(Math.sqrt(covariance[3])).toBeCloseTo(0.08, 2);
    expect(Math.sqrt(covariance[5])).toBeCloseTo(0.15, 2);
    expect(Math.sqrt(belief(priorPosterior(10)).covariance[3])).toBeCloseTo(PRIOR_SD.lnTime, 2);
    const forgotten = fadedBatter({ lnTime: { mean: 0.3, sd: 0.01 }, lnBrowning: { mean: 0.3, sd: 0.01 } }, 3000);
    expect(forgotten.lnTime.sd).toBe(PRIOR_SD.lnTime);
    expect(forgotten.lnBrowning.sd).toBe(PRIOR_SD.lnBrowning);
  });

  it('counts once, though every plate of a run begins with it', () => {
    const before = batterOf({ lnTime: { mean: 0.1, sd: 0.06 }, lnBrowning: { mean: 0, sd: 0.2 } });
    const plain = priorPosterior(8, before);
    const lnTimeOf = (posterior: Posterior) => belief(posterior).lnTime;
    expect(lnTimeOf(withBatter(plain, [plain, plain].map(batterWeights), before))).toBeCloseTo(lnTimeOf(plain), 9);
    // the other plate's cue counts, what both began with does not
    const table = timelineTable(cake(182));
    const seen = withCue(plain, table, { modelC: 182, sensitivity: 1 }, 'popping', 60);
    expect(lnTimeOf(withBatter(plain, [batterWeights(seen)], before))).not.toBeCloseTo(lnTimeOf(plain), 3);
  });
});

describe('two mornings in a kitchen whose batter browns slowly', () => {
  const run = readRehearsalRun({ name: 'A dozen', items: [{ formula: 'Buttermilk cakes', pieces: 12 }] });
  const kitchen = readKitchen({
    ...{
      name: 'Slow',
      stations: frozenKitchens()[0]!.kitchen.stations.map(({ body }) => ({ body, hidden: { burners: {} } })),
    },
    batter: { browning: 0.6 },
    eyes: { noticed: 0.8, lStarSd: 3 },
  });
  const memo = new Memo();
  const cook = (seed: number, before?: RehearsalResult) =>
    rehearse({ kitchen, run, policy: 'predicted', attention: 'full', seed, memo, before: before?.learned ?? null });
  const first = cook(1);

  it('the first leaves that it browns slower, surely, and what was read of the plate before it was poured', () => {
    const [batter] = first.learned!.batters;
    expect(batter!.lnBrowning.mean).toBeLessThan(-0.2);
    expect(batter!.lnBrowning.mean + 2 * batter!.lnBrowning.sd).toBeLessThan(0);
    expect(first.learned!.readings.map(({ zoneId }) => zoneId)).toEqual(['A', 'B']);
    for (const { turns } of first.learned!.readings) expect(turns[0]!.beforeS).toBeGreaterThan(60);
  });

  it('the second begins with it: what is predicted is narrower from the first piece on', () => {
    const widest = ({ pieces }: RehearsalResult) =>
      Math.max(...pieces.filter(({ test }) => test).map(({ predicted }) => predicted!.spreadS));
    // how a warming plate answers is no better known by then: that part of the spread stays
    expect(widest(cook(2, first))).toBeLessThan(widest(first));
  });

  it('is said once, when all is off, and not again', () => {
    const { pins } = toldRun(kitchen, run);
    const until = (kind: string) =>
      first.events.slice(
        0,
        first.events.findLastIndex((each) => each.kind === kind),
      );
    const midway = fold({ pins, rehearsal: false }, until('lifted'));
    expect(allIsOff(midway)).toBe(false);
    expect(unrecordedLearning(runView(pins, midway, memo), 0)).toBeNull();
    const atMs = Math.max(...first.events.map(({ deviceAtMs }) => deviceAtMs));
    const done = fold({ pins, rehearsal: false }, first.events);
    const learned = unrecordedLearning(runView(pins, done, memo), atMs)!;
    expect(learned.batters).toHaveLength(1);
    const told = writer(atMs)('run-learned', learned);
    const after = fold({ pins, rehearsal: false }, first.events, [told]);
    expect(after.learned).toEqual(learned);
    expect(unrecordedLearning(runView(pins, after, memo), atMs)).toBeNull();
  });

  it('leaves out what cannot be kept instead of failing: a burner that was turned more often than is kept', () => {
    const { pins, stationIds } = toldRun(kitchen, run);
    const [station, look] = [stationIds[0]!, first.events.find(({ kind }) => kind === 'reading-taken')!];
    const fidgets = Array.from({ length: 70 }, (_, n) =>
      writer(look.deviceAtMs - 200_000 + n * 1000)('burner-turned', {
        stationId: station,
        zoneId: 'A',
        mark: 1 + (n % 7),
      }),
    ).map((each, n) => ({ ...each, id: id(0x9000 + n), simAtMs: each.deviceAtMs }));
    const log = numbered(
      [first.events[0]!, ...fidgets, ...first.events.slice(1)].map(({ seq: _seq, ...each }) => each),
    );
    const state = fold({ pins, rehearsal: false }, log);
    const atMs = Math.max(...log.map(({ deviceAtMs }) => deviceAtMs));
    expect(unrecordedLearning(runView(pins, state, memo), atMs)!.readings.map(({ zoneId }) => zoneId)).toEqual(['B']);
  });

  it('pins what a run before it left, by formula and station', () => {
    const { pins } = toldRun(kitchen, run);
    const pinned = pinsAfter(pins, first.learned!, 5, 1, memo);
    expect(pinned.formulas[0]!.learned).toMatchObject({ atMs: 5 });
    expect(pinned.stations[0]!.calibration!.map(({ zoneId }) => zoneId)).toEqual(['A', 'B']);
    expect(pinsAfter(pins, { ...first.learned!, batters: [], readings: [] }, 5, 1, memo)).toEqual(pins);
  });
});

describe('a rehearsal', () => {
  it('teaches nothing: what it would leave is refused', () => {
    const event = writer();
    const learned = event('run-learned', {
      batters: [{ formulaId: CAKES, lnTime: { mean: 0.1, sd: 0.05 }, lnBrowning: { mean: 0, sd: 0.1 } }],
      ...{ readings: [], modelVersion: 'piece-5' },
    });
    const rehearsed = fold({ pins: PINS, rehearsal: true }, numbered([learned]));
    expect(rehearsed.learned).toBeNull();
    expect(rehearsed.refused).toMatchObject([{ kind: 'run-learned', reason: 'rehearsal' }]);
    expect(fold({ pins: PINS, rehearsal: false }, numbered([learned])).learned).not.toBeNull();
  });

  it('of which nothing was seen leaves nothing', () => {
    const event = writer();
    const pieceId = event('run-finished', {}).id;
    const cooked = [
      event('poured', { pieceId, formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A1', volumeMl: 60 }),
      event('failed', { pieceId }),
      event('run-finished', {}),
    ];
    const state = fold({ pins: PINS, rehearsal: false }, numbered(cooked));
    expect(allIsOff(state)).toBe(true);
    expect(unrecordedLearning(runView(PINS, state), 0)).toBeNull();
  });
});

describe('a plate read while it is heated up', () => {
  // truth: the same plate in two dimensions at four times the resolution
  it.each([0.85, 1, 1.12])('tells how strong its burners are: %d times', (gain) => {
    const all = Object.fromEntries(GRIDDLE.zones.map(({ id }) => [id, gain]));
    const plate = plateSimulator(GRIDDLE, { startC: 22, ambientC: 22 }, { cellMm: 10, stepS: 2 }, { gain: all });
    for (const { id } of GRIDDLE.zones) plate.turn(id, 7);
    plate.advanceTo(270);
    const spot = { xMm: 150, yMm: 225 };
    const surfaceC = plate.at(spot.xMm, spot.yMm);
    const zone = GRIDDLE.zones[0]!;
    const pair = calibrated(
      GRIDDLE,
      zone.id,
      [
        {
          ...{ zoneId: zone.id, burnerId: zone.burnerId, atMs: 0, roomC: 22, spot, turns: [{ beforeS: 270, mark: 7 }] },
          reading: { method: 'probe', surfaceC, sdC: 2 },
        },
      ],
      new Memo(),
    );
    expect(Math.abs(pair.gain / gain - 1)).toBeLessThan(0.05);
  });
});
