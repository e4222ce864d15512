import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { asCooked, cueSpreads, forecast, pieceInput, tableFor } from '#core/forecast';
import { cookStrip, fruitEffects } from '#core/what-if';
import type { FormulaBody } from '#core/formula';
import { BROWNING_LSTAR, appearanceAt, appearancesAt, timelineAt } from '#core/piece';
import { ReplayedKitchen, trulyCooked } from '#core/rehearsal';
import { fold, type Pins, type StoredEvent } from '#core/run';
import { GRIDDLE_CAKES } from '#demo';
import { BRIEF, CAKES, CREPES, GRIDDLE_ID, PAN_ONE, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 1_800_000;
const tables = new Memo();
const event = writer(T0);
const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const begun = (surfaceC = 182): StoredEvent[] => [
  event('brief-set', BRIEF),
  event('surface-assumed', { stationId: GRIDDLE_ID, zoneId: 'A', surfaceC, sdC: 15 }),
  event('surface-assumed', { stationId: PAN_ONE, zoneId: 'P', surfaceC: 195, sdC: 15 }),
];
const poured = (n: number, placeId: string, seconds: number) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, after(seconds));
const stateOf = (events: readonly StoredEvent[], pins = PINS) =>
  fold({ pins, rehearsal: false }, numbered([...events]));
const AT_A = { formulaId: CAKES, stationId: GRIDDLE_ID, zoneId: 'A' };
const withCakes = (body: FormulaBody): Pins => ({
  ...PINS,
  formulas: [{ id: CAKES, revision: 1, body }, ...PINS.formulas.slice(1)],
});

describe('a piece as the desk predicts it', () => {
  it('tells each cue with its give, wider the later it comes and on a plate nobody read', () => {
    const events = [...begun(), poured(1, 'A1', 0)];
    const known = [
      ...events,
      ...[1, 2, 3].map((n) =>
        event(
          'reading-taken',
          { stationId: GRIDDLE_ID, zoneId: 'A', method: 'probe', surfaceC: 182, sdC: 2.5 },
          after(n),
        ),
      ),
    ];
    const spreads = (log: readonly StoredEvent[]) => cueSpreads(runView(PINS, stateOf(log), tables), id(1), T0 + 5000);
    const { timeline, windowUpToC } = forecast(runView(PINS, stateOf(events), tables), T0 + 5000).pieces[id(1)]!;
    const spread = spreads(events);
    expect(spread.holesStay!).toBeGreaterThan(spread.rimBubbles!);
    expect(spread.golden!).toBeGreaterThan(spreads(known).golden!);
    expect(spreads(known).golden!).toBeGreaterThan(3);
    expect(Object.keys(spread).sort()).toEqual(Object.keys(timeline.cues).sort());
    expect(timeline.appearances.first.length).toBeGreaterThan(8);
    expect(windowUpToC).toBeGreaterThan(182);
    expect(windowUpToC).toBeLessThan(225);
  });

  it('says at what surface there would be a window when there is none', () => {
    const piece = forecast(runView(PINS, stateOf([...begun(235), poured(1, 'A1', 0)]), tables), T0 + 5000).pieces[
      id(1)
    ]!;
    expect(piece.tooHot).toBe(true);
    expect(piece.windowUpToC).toBeLessThan(235);
  });

  it('takes the school of the formula, its lid, and the fruit it counts onto each piece', () => {
    const input = (body: FormulaBody) => {
      const pins = withCakes(body);
      return pieceInput(runView(pins, stateOf(begun(), pins)), AT_A, T0);
    };
    expect(input(GRIDDLE_CAKES).flipBy?.rule).toBe('holesStay');
    expect(input(GRIDDLE_CAKES).fruit).toBeUndefined();
    expect(input({ ...GRIDDLE_CAKES, heat: { ...GRIDDLE_CAKES.heat, lid: true } }).lid).toBe(true);
    const berries = input({
      ...GRIDDLE_CAKES,
      lines: [...GRIDDLE_CAKES.lines, { ingredientId: 'blueberriesFrozen', percent: 60, when: 'onPiece' }],
    });
    // 60 g of berries to about 336 g of batter, on a pour of 75 mL: some 14 g
    expect(berries.fruit!.count * berries.fruit!.eachG).toBeGreaterThan(11);
    expect(berries.fruit!.count * berries.fruit!.eachG).toBeLessThan(17);
    expect(berries.fruit!.frozen).toBe(true);
  });

  it('by the clock: the flip is when the cook said', () => {
    const pins = withCakes({ ...GRIDDLE_CAKES, flip: { rule: 'time', seconds: 95, reason: 'Always so.' } });
    const state = stateOf([...begun(), poured(1, 'A1', 0)], pins);
    const { flip } = forecast(runView(pins, state), T0 + 5000).pieces[id(1)]!;
    expect((flip.bestMs - T0) / 1000).toBeCloseTo(95, 0);
  });
});

describe('fruit on a piece', () => {
  it('slows the first side, frozen fruit more, more of it more', () => {
    const effects = (each: number) =>
      fruitEffects(runView(PINS, stateOf(begun()), tables), CAKES, each, 'berry', 106, T0)!;
    const some = effects(6);
    expect(some.freshS).toBeGreaterThan(some.plainS - 1e-6);
    expect(some.frozenS).toBeGreaterThanOrEqual(some.freshS);
    expect(some.frozenS - some.plainS).toBeLessThan(120);
    expect(fruitEffects(runView(PINS, stateOf([]), tables), CAKES, 6, 'berry', 106, T0)).toBeNull();
  });
});

describe('how it will cook', () => {
  it.each([
    ['cakes', CAKES],
    ['crepes', CREPES],
  ])('%s: eight moments in order, the last two turned, darker below as it goes', (_name, formulaId) => {
    const strip = cookStrip(runView(PINS, stateOf(begun()), tables), formulaId, { pourMs: T0, nowMs: T0 })!;
    expect(strip.moments.map(({ flipped }) => flipped)).toEqual([...Array(6).fill(false), true, true]);
    const times = strip.moments.map(({ atS }) => atS);
    expect([...times].sort((a, b) => a - b)).toEqual(times);
    expect(times.at(-1)).toBeCloseTo(strip.flipS + strip.liftS, 6);
    const below = strip.moments.slice(0, 6).map(({ look }) => look.underLStar);
    expect([...below].sort((a, b) => b - a)).toEqual(below);
    expect(strip.moments[6]!.look.overLStar).toBeCloseTo(below[5]!, 6);
  });

  it('of a formula that is not in the brief there is none', () => {
    expect(cookStrip(runView(PINS, stateOf([]), tables), CAKES, { pourMs: T0, nowMs: T0 })).toBeNull();
  });
});

describe('as they came off', () => {
  const events = [
    ...begun(),
    poured(1, 'A1', 0),
    poured(2, 'A2', 4),
    poured(3, 'B1', 8),
    event('flipped', { pieceId: id(1) }, after(110)),
    event('flipped', { pieceId: id(2) }, after(150)),
    event('lifted', { pieceId: id(1) }, after(155)),
    event('lifted', { pieceId: id(2) }, after(200)),
  ];

  it('draws those that were turned and lifted, the later turned the darker', () => {
    const cooked = asCooked(runView(PINS, stateOf(events), tables), CAKES, T0 + 210_000);
    expect(cooked.map(({ pieceId }) => pieceId)).toEqual([id(1), id(2)]);
    expect(cooked[1]!.off.overLStar).toBeLessThan(cooked[0]!.off.overLStar);
    const table = tableFor(runView(PINS, stateOf(events), tables), { ...AT_A }, T0);
    const all = appearancesAt(table, 182);
    // near the plate it was assumed to be on
    expect(Math.abs(cooked[0]!.off.overLStar - all.first.at(-1)!.underLStar)).toBeLessThan(25);
    expect(asCooked(runView(PINS, stateOf(events), tables), CREPES, T0 + 210_000)).toEqual([]);
  });

  it('in a rehearsal they are as they really came off', () => {
    const state = fold(
      { pins: PINS, rehearsal: true },
      numbered(events.map((each) => ({ ...each, simAtMs: each.deviceAtMs }))),
    );
    const true_ = trulyCooked(new ReplayedKitchen(PINS, 5), state, CAKES);
    const believed = asCooked(runView(PINS, state, tables), CAKES, T0 + 210_000);
    expect(true_.map(({ pieceId }) => pieceId)).toEqual(believed.map(({ pieceId }) => pieceId));
    expect(true_[0]!.off).not.toEqual(believed[0]!.off);
  });

  it.each([
    { time: 1, browning: 1 },
    { time: 1.05, browning: 0.63 },
    { time: 0.95, browning: 1.4 },
  ])('a face is drawn golden when it is golden, whatever the pace of its batter (%o)', (pace) => {
    const table = tableFor(runView(PINS, stateOf(events), tables), { ...AT_A }, T0);
    const { golden, lightGold } = timelineAt(table, 190, pace).brownedAt;
    const all = appearancesAt(table, 190, pace);
    expect(Math.abs(appearanceAt(all, golden!, null).underLStar - BROWNING_LSTAR.golden)).toBeLessThan(1.5);
    expect(Math.abs(appearanceAt(all, lightGold!, null).underLStar - BROWNING_LSTAR.lightGold)).toBeLessThan(1.5);
  });

  it('a table answers alike however it is asked', () => {
    const table = tableFor(runView(PINS, stateOf(events), tables), { ...AT_A }, T0);
    const slower = { time: 1.1, browning: 1 / 1.1 };
    const { first, firstStepS } = appearancesAt(table, 183, slower);
    expect(firstStepS * (first.length - 1)).toBeGreaterThan(timelineAt(table, 183, slower).flip.latestS);
  });
});

describe('a batter that browns fast', () => {
  it('is told a surface that is cooler than where it lies, by its own pace', () => {
    const learned = { lnTime: { mean: 0, sd: 0.01 }, lnBrowning: { mean: 0.5, sd: 0.01 }, atMs: 0 };
    const pins: Pins = { ...PINS, formulas: PINS.formulas.map((formula) => ({ ...formula, learned })) };
    const at = (own: Pins, surfaceC: number) =>
      forecast(runView(own, stateOf([...begun(surfaceC), poured(1, 'A1', 0)], own), tables), T0 + 5000).pieces[id(1)]!;
    expect(at(PINS, 196).tooHot).toBe(false);
    const fast = at(pins, 196);
    expect(fast.tooHot).toBe(true);
    expect(fast.windowUpToC!).toBeLessThan(196);
    expect(fast.windowUpToC!).toBeLessThan(at(PINS, 196).windowUpToC! - 5);
  });
});
