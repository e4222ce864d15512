import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { lightnessAfter, timeToLightness } from '#core/inference';
import { forecast } from '#core/forecast';
import { appearanceAt, pieceAt, timelineTable } from '#core/piece';
import { fold, type StoredEvent } from '#core/run';
import { flipToTarget, liftToTarget } from '../../src/core/forecast/target-colour.ts';
import { BRIEF, CAKES, CREPES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';
import { cake } from './pieces.ts';

const TABLE = timelineTable(cake(182));
const AT_182 = pieceAt(TABLE, 182);

describe('the moment of a colour', () => {
  it('is the inverse of the colour at a moment, also past the last colour it was seen to pass', () => {
    const { brownedAt } = AT_182;
    for (const s of [20, 70, 110, 150, 200])
      expect(timeToLightness(brownedAt, lightnessAfter(brownedAt, s))).toBeCloseTo(s, 6);
    expect(timeToLightness({}, lightnessAfter({}, 100))).toBeCloseTo(100, 6);
    expect(timeToLightness(brownedAt, 5)).toBe(Infinity);
  });
});

describe('a flip that is aimed at a colour', () => {
  const { flip, holdsS } = AT_182;
  const aimAt = (atS: number) => ({ firstLStar: lightnessAfter(AT_182.brownedAt, atS), secondLStar: null });

  it('comes when the colour does, its window about it', () => {
    const later = flipToTarget(flip, AT_182, aimAt(flip.bestS + 15));
    expect(later.bestS).toBeCloseTo(flip.bestS + 15, 6);
    expect(later.earliestS).toBeLessThan(later.bestS);
    expect(later.latestS).toBeGreaterThan(later.bestS);
  });

  it('is never before the inside holds nor past dark, whatever was liked', () => {
    expect(flipToTarget(flip, AT_182, aimAt(5)).bestS).toBeCloseTo(holdsS!, 6);
    const darkS = pieceAt(TABLE, 205).brownedAt.dark!;
    const hot = flipToTarget(pieceAt(TABLE, 205).flip, pieceAt(TABLE, 205), { firstLStar: 24, secondLStar: null });
    expect(hot.bestS).toBeLessThanOrEqual(darkS);
    const tooHot = pieceAt(TABLE, 245);
    expect(flipToTarget(tooHot.flip, tooHot, aimAt(100))).toEqual(tooHot.flip);
  });
});

describe('a lift that is aimed at a colour', () => {
  const { lift, appearances } = AT_182;
  it('comes when the second face has it, but not before it is done, nor browner than brown', () => {
    const lStarAt = (s: number) => appearanceAt(appearances, s, 0).underLStar;
    const later = liftToTarget(lift, AT_182, { firstLStar: 60, secondLStar: lStarAt(lift.bestS + 10) });
    expect(Math.abs(later.bestS - lift.bestS - 10)).toBeLessThanOrEqual(1);
    expect(liftToTarget(lift, AT_182, { firstLStar: 60, secondLStar: 90 }).bestS).toBe(lift.earliestS);
    expect(liftToTarget(lift, AT_182, { firstLStar: 60, secondLStar: 10 }).bestS).toBeLessThanOrEqual(2 * lift.bestS);
    expect(liftToTarget(lift, AT_182, { firstLStar: 60, secondLStar: null })).toBe(lift);
  });
});

describe('“make them like this one”', () => {
  const T0 = SERVICE_MS - 1_800_000;
  const tables = new Memo();
  const event = writer(T0);
  const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
  const poured = (n: number, placeId: string, seconds: number) =>
    event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, after(seconds));
  const like = (pieceId: string | null, formulaId: string = CAKES) => event('aim-set', { formulaId, pieceId });
  const zone = (zoneId: string, surfaceC: number) =>
    event('surface-assumed', { stationId: GRIDDLE_ID, zoneId, surfaceC, sdC: 6 });
  const begun = [event('brief-set', BRIEF), zone('A', 182), zone('B', 176)];
  const stateOf = (events: readonly StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
  const flipAt = 150;
  const first = [poured(1, 'A1', 0), event('flipped', { pieceId: id(1) }, after(flipAt))];
  const later = poured(2, 'B1', 170);
  const predicted = (events: readonly StoredEvent[]) =>
    forecast(runView(PINS, stateOf(events), tables), T0 + 180_000).pieces[id(2)]!;

  it('turns later pieces of the batter, on any zone, at the colour it had', () => {
    const usual = predicted([...begun, ...first, later]);
    const aimed = predicted([...begun, ...first, like(id(1)), later]);
    const flipS = (of: typeof usual) => (of.flip.bestMs - T0) / 1000 - 170;
    expect(flipS(aimed)).toBeGreaterThan(flipS(usual) + 3);
    // on the cooler zone the same colour takes longer
    expect(flipS(aimed)).toBeGreaterThan(flipAt);
    const model = forecast(runView(PINS, stateOf([...begun, ...first, like(id(1)), later]), tables), T0 + 160_000)
      .pieces[id(1)]!;
    const wanted = lightnessAfter(model.timeline.brownedAt, flipAt);
    expect(lightnessAfter(aimed.timeline.brownedAt, flipS(aimed))).toBeCloseTo(wanted, 0);
    const secondMs = ({ lift, flip }: typeof usual) => lift.bestMs - flip.bestMs;
    expect(Math.abs(secondMs(aimed) - secondMs(usual))).toBeLessThan(1000);
  });

  it('lifts them at the colour it was lifted with, once it was', () => {
    const off = event('lifted', { pieceId: id(1) }, after(flipAt + 95));
    const secondS = (of: ReturnType<typeof predicted>) => (of.lift.bestMs - of.flip.bestMs) / 1000;
    const before = predicted([...begun, ...first, like(id(1)), later]);
    expect(secondS(predicted([...begun, ...first, like(id(1)), off, later]))).toBeGreaterThan(secondS(before));
  });

  it('can be let go, and is refused of a piece that nobody turned or that is of another batter', () => {
    const off = [...begun, ...first, like(id(1)), like(null), later];
    expect(predicted(off).flip).toEqual(predicted([...begun, ...first, later]).flip);
    const bad = stateOf([...begun, ...first, later, like(id(2)), like(id(1), CREPES), like(id(9))]);
    expect(bad.refused.map(({ reason }) => reason)).toEqual(['notFlipped', 'noSuchPiece', 'noSuchPiece']);
    expect(bad.aims.size).toBe(0);
  });

  it('is one tap that Undo takes back', () => {
    const aim = like(id(1));
    const state = stateOf([...begun, ...first, aim]);
    expect(state.taps.at(-1)).toMatchObject({ kind: 'aim-set', eventIds: [aim.id], placeIds: ['A1'] });
    expect(stateOf([...begun, ...first, aim, event('undone', { eventIds: [aim.id] })]).aims.size).toBe(0);
  });
});

describe('a second side that the cook pinned', () => {
  const T0 = SERVICE_MS - 1_800_000;
  const event = writer(T0);
  const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
  const cooked = [
    event('brief-set', BRIEF),
    event('surface-assumed', { stationId: GRIDDLE_ID, zoneId: 'A', surfaceC: 182, sdC: 6 }),
    event('poured', { pieceId: id(1), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A1', volumeMl: 75 }, after(0)),
    event('flipped', { pieceId: id(1) }, after(115)),
  ];
  const stateOf = (events: readonly StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
  const lift = (events: readonly StoredEvent[]) =>
    forecast(runView(PINS, stateOf(events)), T0 + 120_000).pieces[id(1)]!.lift;
  const pin = (seconds: number | null, formulaId: string = CAKES) => event('second-side-set', { formulaId, seconds });

  it('is the cook’s word for every piece of the batter, until it is let go', () => {
    const usual = lift(cooked);
    const afterFlip = (of: typeof usual) => (of.bestMs - T0) / 1000 - 115;
    expect(afterFlip(lift([...cooked, pin(90)]))).toBeCloseTo(90, 3);
    expect(lift([...cooked, pin(90)]).latestMs).toBeGreaterThanOrEqual(lift([...cooked, pin(90)]).bestMs);
    expect(afterFlip(lift([...cooked, pin(20)]))).toBeCloseTo(20, 3);
    expect(lift([...cooked, pin(90), pin(null)])).toEqual(usual);
    expect(lift([...cooked, pin(90, CREPES)])).toEqual(usual);
  });

  it('goes before a colour that was aimed at, and is refused of a batter the run has not', () => {
    const aim = event('aim-set', { formulaId: CAKES, pieceId: id(1) });
    expect((lift([...cooked, aim, pin(70)]).bestMs - T0) / 1000 - 115).toBeCloseTo(70, 3);
    expect(stateOf([...cooked, pin(70, id(0xffff))]).refused.map(({ reason }) => reason)).toEqual(['unknownFormula']);
  });
});
