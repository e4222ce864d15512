import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { secondSides, type SecondSideSeen } from '#core/inference';
import { forecast } from '#core/forecast';
import { askedMorning } from '#core/guidance';
import { unrecordedLearning } from '#core/carry-over';
import { pieceAt, timelineTable, type Centre } from '#core/piece';
import { fold, type StoredEvent } from '#core/run';
import { askedAgain, liftLearned, secondLearned } from '../../src/core/forecast/second-side.ts';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';
import { cake } from './pieces.ts';

const seen = (says: SecondSideSeen['says'], afterS: number, place = 'A1', zone = 'A'): SecondSideSeen => ({
  ...{ says, afterS, zone, place },
  ...{ insideS: 40, bestS: 60 },
});

describe('what was told of second sides', () => {
  it('is the mean and spread of a normal cut where it was told: against sums over the same normal', () => {
    // one batter part of 0.15, one zone and one place of 0.12 each, a press that tells by 0.25
    const sd = Math.hypot(0.15, 0.12, 0.12);
    const cut = Math.log(50 / 40);
    let [mass, mean, square] = [0, 0, 0];
    for (let x = -2; x <= 2; x += 0.001) {
      // a press is wrong by a normal amount: its chance is the sum over what it may be off
      let longer = 0;
      for (let off = -1.5; off <= 1.5; off += 0.005) if (x + off > cut) longer += Math.exp(-0.5 * (off / 0.25) ** 2);
      const weight = Math.exp(-0.5 * (x / sd) ** 2) * longer;
      mass += weight;
      mean += weight * x;
      square += weight * x * x;
    }
    const at = secondSides([seen('longer', 50)]).at('A', 'A1');
    expect(at.mean).toBeCloseTo(mean / mass, 2);
    expect(at.sd).toBeCloseTo(Math.sqrt(square / mass - (mean / mass) ** 2), 2);
  });

  it('goes for its own place most, for its zone less, and for other plates of the batter least', () => {
    const { at, batter } = secondSides([seen('longer', 60), seen('longer', 60)]);
    const [own, beside, elsewhere] = [at('A', 'A1'), at('A', 'A2'), at('B', 'B1')];
    expect(own.mean).toBeGreaterThan(beside.mean);
    expect(beside.mean).toBeGreaterThan(elsewhere.mean);
    expect(elsewhere.mean).toBeCloseTo(batter.mean, 12);
    expect(own.sd).toBeLessThan(beside.sd);
  });

  it('shortens too, by lifts of the cook’s own, a middle that was done or dry, and does not move by one that was due', () => {
    const at = (...told: SecondSideSeen[]) => secondSides(told).at('A', 'A1').mean;
    expect(at(seen('unprompted', 45))).toBeLessThan(-0.02);
    expect(at(seen('dry', 50))).toBeLessThan(-0.02);
    expect(at(seen('unprompted', 60))).toBeCloseTo(0, 12);
    expect(Math.abs(at(seen('done', 70)))).toBeLessThan(0.05);
    // so late something else was amiss: it says no more than what is half as far off
    expect(at(seen('longer', 200))).toBe(at(seen('longer', 100)));
  });

  it('begins with what runs before left', () => {
    const before = { mean: 0.2, sd: 0.05 };
    expect(secondSides([], before).at('A', 'A1').mean).toBeCloseTo(0.2, 12);
    expect(secondSides([seen('longer', 50)], before).batter.mean).toBeGreaterThan(0.2);
  });
});

describe('a lift by what was learned', () => {
  const AT_182 = pieceAt(timelineTable(cake(182)), 182);
  const { lift } = AT_182;

  it('comes later as a whole, with what says that it is done', () => {
    const later = secondLearned(AT_182, Math.log(1.25));
    expect(later.lift.bestS).toBeCloseTo(1.25 * lift.bestS, 6);
    expect(later.lift.earliestS).toBeCloseTo(1.25 * lift.earliestS, 6);
    expect(later.done.springsBackS).toBeCloseTo(1.25 * AT_182.done.springsBackS!, 6);
  });

  it('is never called before it is predicted to be done inside, however soon others were lifted', () => {
    expect(liftLearned(lift, -2)).toMatchObject({ earliestS: lift.earliestS, bestS: lift.earliestS });
    expect(secondLearned(AT_182, -2).done).toEqual(AT_182.done);
  });

  it('is asked for again a while after “not yet”, and not moved by one from long before', () => {
    const window = { earliestS: 40, bestS: 60, latestS: 70 };
    expect(askedAgain(window, 66)).toEqual({ earliestS: 40, bestS: 66 * 1.08, latestS: 66 * 1.08 });
    expect(askedAgain(window, 50)).toBe(window);
    expect(askedAgain(window, undefined)).toBe(window);
  });
});

describe('second sides in a run', () => {
  const T0 = SERVICE_MS - 1_800_000;
  const tables = new Memo();
  const event = writer(T0);
  const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
  const poured = (n: number, placeId: string, seconds: number) =>
    event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, after(seconds));
  const flipped = (n: number, seconds: number) => event('flipped', { pieceId: id(n) }, after(seconds));
  const lifted = (n: number, seconds: number, tapId?: string) =>
    event('lifted', { pieceId: id(n) }, { ...after(seconds), ...(tapId ? { tapId } : {}) });
  const notYet = (n: number, seconds: number, side: 1 | 2 = 2) =>
    event('cue-seen', { pieceId: id(n), cue: 'notYet', side }, after(seconds));
  const cut = (n: number, centre: Centre, seconds: number) =>
    event('centre-judged', { pieceId: id(n), centre }, after(seconds));
  const begun = [
    event('brief-set', BRIEF),
    event('surface-assumed', { stationId: GRIDDLE_ID, zoneId: 'A', surfaceC: 182, sdC: 6 }),
  ];
  const stateOf = (...events: StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered([...begun, ...events]));
  const FLIP_S = 140;
  const first = [poured(1, 'A1', 0), flipped(1, FLIP_S)];
  /** How long the second side of a piece that was poured and turned later is predicted to take, s. */
  const secondS = (...events: StoredEvent[]) => {
    const state = stateOf(...events, poured(2, 'A1', 300), flipped(2, 300 + FLIP_S));
    const { lift } = forecast(runView(PINS, state, tables), T0 + (300 + FLIP_S + 5) * 1000).pieces[id(2)]!;
    return (lift.bestMs - T0) / 1000 - 300 - FLIP_S;
  };
  const usualS = secondS(...first, lifted(1, FLIP_S + 75));

  it('are longer after “not yet”, and after a middle that was raw', () => {
    expect(secondS(...first, notYet(1, FLIP_S + 70), lifted(1, FLIP_S + 95))).toBeGreaterThan(1.08 * usualS);
    expect(secondS(...first, lifted(1, FLIP_S + 75), cut(1, 'raw', 220))).toBeGreaterThan(1.05 * usualS);
  });

  it('move the piece itself: it is asked for again, not at once', () => {
    const state = stateOf(...first, notYet(1, FLIP_S + 90));
    const { lift } = forecast(runView(PINS, state, tables), T0 + (FLIP_S + 91) * 1000).pieces[id(1)]!;
    expect((lift.bestMs - T0) / 1000).toBeGreaterThanOrEqual(FLIP_S + 97);
  });

  it('tell nothing of others when the piece was turned too early, in a row, or by nobody’s tap', () => {
    const early = [poured(1, 'A1', 0), flipped(1, 60)];
    expect(secondS(...early, notYet(1, 150), lifted(1, 180))).toBeCloseTo(usualS, 6);
    const shown = event(
      'window-shown',
      {
        ...{ pieceId: id(1), side: 2, modelVersion: 'piece-5' },
        window: { earliestMs: T0 + 190_000, bestMs: T0 + 205_000, latestMs: T0 + 225_000 },
      },
      after(141),
    );
    const soon = FLIP_S + 38;
    const row = [poured(3, 'A2', 1), flipped(3, FLIP_S + 1)];
    expect(secondS(...first, shown, lifted(1, soon))).toBeLessThan(usualS - 0.5);
    expect(secondS(...first, ...row, shown, lifted(1, soon, id(0x600)), lifted(3, soon, id(0x600)))).toBeGreaterThan(
      usualS - 0.5,
    );
    const assumed = event('lifted', { pieceId: id(1), assumed: true }, after(soon));
    expect(secondS(...first, shown, assumed)).toBeGreaterThan(usualS - 0.5);
  });

  it('are shorter on a plate that was turned up meanwhile, and longer on one that was turned off', () => {
    const turn = (mark: number, seconds: number) =>
      event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark }, after(seconds));
    const onS = (...turns: StoredEvent[]) => {
      const events = [begun[0]!, turn(1.5, -3000), poured(1, 'A1', 0), ...turns, flipped(1, FLIP_S)];
      const state = fold({ pins: PINS, rehearsal: false }, numbered(events));
      const { lift } = forecast(runView(PINS, state, tables), T0 + (FLIP_S + 10) * 1000).pieces[id(1)]!;
      return (lift.bestMs - T0) / 1000 - FLIP_S;
    };
    const leftS = onS();
    expect(onS(turn(9, 80))).toBeLessThan(leftS - 3);
    expect(onS(turn(0, 80))).toBeGreaterThan(leftS); // eight millimetres of steel cool slowly
  });

  it('are told only of what lies turned, and middles only of what is off', () => {
    const reasons = (...events: StoredEvent[]) => stateOf(...events).refused.map(({ reason }) => reason);
    expect(reasons(poured(1, 'A1', 0), notYet(1, 50, 2))).toEqual(['notFlipped']);
    expect(reasons(...first, notYet(1, 150, 1))).toEqual(['alreadyFlipped']);
    expect(reasons(...first, cut(1, 'raw', 150))).toEqual(['stillOnPlate']);
    expect(reasons(...first, lifted(1, 200), cut(1, 'raw', 201), notYet(1, 202))).toEqual(['alreadyOff']);
  });

  it('are kept for the next run, and plans begin with them, with the pace of its first sides, and with a pin', () => {
    const done = stateOf(
      ...[...first, notYet(1, FLIP_S + 70), lifted(1, FLIP_S + 95), cut(1, 'raw', FLIP_S + 100)],
      event('run-finished', {}, after(400)),
    );
    const kept = unrecordedLearning(runView(PINS, done, tables), T0 + 400_000)!.batters.find(
      ({ formulaId }) => formulaId === CAKES,
    )!;
    expect(kept.lnSecond!.mean).toBeGreaterThan(0.05);
    expect(kept.lnSecond!.sd).toBeLessThan(0.15);
    const usual = { lnTime: { mean: 0, sd: 0.1 }, lnBrowning: { mean: 0, sd: 0.2 } };
    const sidesS = (learned: object | undefined, ...events: StoredEvent[]) => {
      const formulas = PINS.formulas.map((formula) =>
        learned && formula.id === CAKES ? { ...formula, learned: { ...usual, ...learned, atMs: 1 } } : formula,
      );
      const view = runView({ ...PINS, formulas }, stateOf(...events), tables);
      const { jobs } = askedMorning(view, view.state.brief!, T0 - 7_200_000);
      const one = jobs.find(({ formulaId }) => formulaId === CAKES)!;
      return [one.first.bestS, one.second.bestS] as const;
    };
    const [flipS, liftS] = sidesS(undefined);
    const longer = sidesS({ lnSecond: { mean: 0.3, sd: 0.05 } });
    expect(longer[0]).toBeCloseTo(flipS, 0);
    expect(longer[1]).toBeGreaterThan(liftS + 8);
    expect(sidesS({ lnTime: { mean: 0.2, sd: 0.05 } })[0]).toBeGreaterThan(flipS + 12);
    const pin = event('second-side-set', { formulaId: CAKES, seconds: 120 }, after(-7000));
    expect(sidesS(undefined, pin)[1]).toBeGreaterThan(liftS + 20);
  });
});
