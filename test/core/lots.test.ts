import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { discFrom, pieceInput } from '#core/forecast';
import { batterLeft, lotAmounts, lotConsistency, lotDose, lotRest, plannedLot, stillBack } from '#core/lot';
import { morningTasks, planRun } from '#core/guidance';
import { coverOn, pourEffects } from '#core/what-if';
import { runView, runAllergens } from '#core/setup';
import { hydration, SHELF, type FormulaBody } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { fold, lotInUse, lotKey, lotsOf, withDoses, type Pins, type StoredEvent } from '#core/run';
import { GRIDDLE, GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';
import { BRIEF, CAKES, CREPES, GRIDDLE_ID, PAN_ONE, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 7_200_000;
const MIN = 60_000;
const stateOf = (events: StoredEvent[], pins: Pins = PINS) => fold({ pins, rehearsal: false }, numbered(events));
const lotOf = (state: ReturnType<typeof stateOf>, formulaId: string, number = 1) =>
  state.lots.get(lotKey(formulaId, number))!;
const mass = (amounts: readonly { ingredientId: string; massG: number | null }[], id: string) =>
  amounts.find((amount) => amount.ingredientId === id)?.massG;
const water = (amounts: Parameters<typeof hydration>[0]) => hydration(amounts, SHIPPED_LARDER).withEggG;

/** Every line of a formula's lot weighed as it was planned, less what stays back, and mixed. */
function weighed(event: ReturnType<typeof writer>, formulaId: string, pins: Pins, before: StoredEvent[], lot = 1) {
  const state = stateOf(before, pins);
  const planned = plannedLot(runView(pins, state), formulaId, lot)!;
  return [
    ...planned.lines
      .filter((line) => line.when !== 'justBefore')
      .map((line) =>
        event('line-weighed', {
          formulaId,
          lot,
          ingredientId: line.ingredientId,
          massG: line.massG === null ? null : line.massG - line.heldBackG,
        }),
      ),
    event('lot-mixed', { formulaId, lot, atMs: T0, volumeMl: Math.round(planned.volumeMl), batterC: 20 }),
  ];
}

describe('what is really in a lot', () => {
  const event = writer(T0);
  const begun = [event('brief-set', BRIEF)];
  const mixed = [...begun, ...weighed(event, CAKES, PINS, begun)];

  it('is what was weighed, without what stays back, and every dose at once', () => {
    const state = stateOf(mixed);
    const planned = plannedLot(runView(PINS, state), CAKES)!;
    const buttermilk = planned.lines.find((line) => line.ingredientId === 'buttermilk')!;
    const amounts = lotAmounts(runView(PINS, state), CAKES, lotOf(state, CAKES));
    expect(mass(amounts, 'buttermilk')).toBeCloseTo(buttermilk.massG! * 0.67, 6);
    expect(stillBack(runView(PINS, state), lotOf(state, CAKES))).toEqual([
      { ingredientId: 'buttermilk', massG: expect.closeTo(buttermilk.heldBackG, 6) },
    ]);
    const dosed = stateOf([
      ...mixed,
      event('lot-thinned', { formulaId: CAKES, ingredientId: 'buttermilk', massG: buttermilk.heldBackG }),
    ]);
    const after = lotAmounts(runView(PINS, dosed), CAKES, lotOf(dosed, CAKES));
    expect(water(after)).toBeCloseTo(water(planned.lines), 6);
    expect(stillBack(runView(PINS, dosed), lotOf(dosed, CAKES))).toEqual([]);
    // and no dose counts before it was stirred in, also where the clock stands still
    const before = withDoses(lotOf(dosed, CAKES), 0);
    expect(water(lotAmounts(runView(PINS, dosed), CAKES, before))).toBeCloseTo(water(amounts), 9);
  });

  it('keeps another amount than the planned one, and what went in unmeasured as planned', () => {
    const state = stateOf([
      ...begun,
      event('line-weighed', { formulaId: CAKES, ingredientId: 'plainFlour', massG: 999 }),
      event('line-weighed', { formulaId: CAKES, ingredientId: 'salt', massG: null }),
      event('lot-mixed', { formulaId: CAKES, atMs: T0, volumeMl: 900, batterC: 20 }),
    ]);
    const amounts = lotAmounts(runView(PINS, state), CAKES, lotOf(state, CAKES));
    const planned = plannedLot(runView(PINS, state), CAKES)!;
    expect(mass(amounts, 'plainFlour')).toBe(999);
    expect(mass(amounts, 'salt')).toBe(mass(planned.lines, 'salt'));
  });

  it('of a lot that nobody weighed only the volume is known: its formula, so much of it', () => {
    const state = stateOf([...begun, event('lot-mixed', { formulaId: CAKES, atMs: T0, volumeMl: 2000, batterC: 20 })]);
    const amounts = lotAmounts(runView(PINS, state), CAKES, lotOf(state, CAKES));
    const planned = plannedLot(runView(PINS, state), CAKES)!;
    expect(mass(amounts, 'egg')! / mass(planned.lines, 'egg')!).toBeCloseTo(2000 / planned.volumeMl, 9);
    expect(water(amounts)).toBeCloseTo(water(planned.lines), 6);
  });

  it('a dose below zero, of nothing, or of a lot that is not mixed is refused, and nothing is lost', () => {
    const dose = (massG: number, lot = 1) =>
      event('lot-thinned', { formulaId: CAKES, lot, ingredientId: 'buttermilk', massG });
    const state = stateOf([...mixed, dose(-40), dose(0), dose(Number.NaN), dose(30, 2), dose(25)]);
    expect(state.refused.map((refusal) => refusal.reason)).toEqual([
      'badPayload',
      'badPayload',
      'badPayload',
      'notMixed',
    ]);
    expect(lotOf(state, CAKES).doses.map(({ massG }) => massG)).toEqual([25]);
  });

  it('the last tap of a batter is known, and taken back the one before it is', () => {
    const salt = event('line-weighed', { formulaId: CAKES, lot: 1, ingredientId: 'salt', massG: 3 });
    const mix = event('lot-mixed', { formulaId: CAKES, lot: 1, atMs: T0, volumeMl: 900, batterC: 20 });
    const last = (events: StoredEvent[]) => stateOf([...begun, ...events]).lastLotTap.get(CAKES);
    expect(last([salt, mix])).toEqual({ eventId: mix.id, kind: 'lot-mixed', lot: 1, ingredientId: null });
    const back = [salt, mix, event('undone', { eventIds: [mix.id] })];
    expect(last(back)).toMatchObject({ eventId: salt.id, ingredientId: 'salt' });
    expect(lotInUse(stateOf([...begun, ...back]), CAKES)).toBeUndefined();
  });

  it('a lot mixed at a moment still to come is refused, and the batter stays as it was', () => {
    const future = { formulaId: CAKES, lot: 1, atMs: T0 + 3_600_000, volumeMl: 900, batterC: 20 };
    const state = stateOf([...begun, event('lot-mixed', future)]);
    expect(state.refused.map((refusal) => refusal.reason)).toEqual(['stillToCome']);
    expect(lotInUse(state, CAKES)).toBeUndefined();
  });

  it('a stand-in changes the batter, its allergens and what is planned; one that is none of ours changes nothing', () => {
    const state = stateOf([
      ...begun,
      event('stand-ins-set', { formulaId: CAKES, standInIds: ['buttermilkOat', 'nothing'] }),
    ]);
    const lines = plannedLot(runView(PINS, state), CAKES)!.lines.map((line) => line.ingredientId);
    expect(lines).toContain('oatDrink');
    expect(lines).not.toContain('buttermilk');
    expect(runAllergens(runView(PINS, state), CAKES).batter).toContain('oats');
    const late = stateOf([...mixed, event('stand-ins-set', { formulaId: CAKES, standInIds: ['buttermilkOat'] })]);
    expect(late.refused.map((refusal) => refusal.reason)).toEqual(['alreadyMixed']);
  });
});

describe('how a lot runs', () => {
  const event = writer(T0);
  const begun = [event('brief-set', BRIEF)];
  const mixed = [...begun, ...weighed(event, CAKES, PINS, begun)];
  const at = T0 + 20 * MIN;

  it('is thicker while liquid stays back, and a dose brings it to its formula', () => {
    const state = stateOf(mixed);
    const lot = lotOf(state, CAKES);
    const before = lotConsistency(runView(PINS, state), lot, at);
    expect(before.value).toBeGreaterThan(2 * GRIDDLE_CAKES.yieldStressPa);
    const dose = lotDose(runView(PINS, state), lot, at, at);
    expect(dose).toMatchObject({ what: 'liquid', ingredientId: 'buttermilk', aim: 20 });
    const back = stillBack(runView(PINS, state), lot)[0]!.massG;
    expect(dose.massG).toBeGreaterThan(0.7 * back);
    expect(dose.massG).toBeLessThan(1.3 * back);
    expect(dose.nowG).toBeCloseTo((dose.massG * 2) / 3, 9);
  });

  it('a reading moves it, a dose after it is refitted, and a reading that cannot be says nothing', () => {
    const read = (diameterMm: number, atMs: number) =>
      event(
        'consistency-read',
        { formulaId: CAKES, reading: { method: 'spread', volumeMl: 60, diameterMm } },
        { deviceAtMs: atMs },
      );
    const first = [...mixed, read(70, at)];
    const state = stateOf(first);
    const lot = lotOf(state, CAKES);
    const { value, sdLn } = lotConsistency(runView(PINS, state), lot, at);
    expect(sdLn).toBeLessThan(lotConsistency(runView(PINS, stateOf(mixed)), lotOf(stateOf(mixed), CAKES), at).sdLn);
    const nonsense = stateOf([...first, read(20, at)]);
    expect(lotConsistency(runView(PINS, nonsense), lotOf(nonsense, CAKES), at).value).toBeCloseTo(value, 9);
    const dosed = stateOf([
      ...first,
      event('lot-thinned', { formulaId: CAKES, ingredientId: 'buttermilk', massG: 60 }, { deviceAtMs: at + 1000 }),
      read(90, at + 2000),
    ]);
    const next = lotDose(runView(PINS, dosed), lotOf(dosed, CAKES), at + 3000, at + 3000);
    expect(next.nowG).toBeCloseTo(next.massG, 9); // the batter has shown how it answers
  });

  it('on a clock that stands still a dose counts for what comes after it in the log, and for nothing before', () => {
    const still = { deviceAtMs: at };
    const read = (diameterMm: number) =>
      event('consistency-read', { formulaId: CAKES, reading: { method: 'spread', volumeMl: 60, diameterMm } }, still);
    const pour = (n: number) =>
      event(
        'poured',
        { pieceId: id(0xc0 + n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: `A${n}`, volumeMl: 75 },
        still,
      );
    const dose = event('lot-thinned', { formulaId: CAKES, ingredientId: 'buttermilk', massG: 100 }, still);
    const state = stateOf([...mixed, read(70), pour(1), dose, pour(2), read(84)]);
    expect(lotOf(state, CAKES).readings.map((reading) => reading.doses)).toEqual([0, 1]);
    const [one, two] = [...state.pieces.values()];
    const thick = (piece: typeof one) => pieceInput(runView(PINS, state), piece!, at).thicknessMm;
    expect(thick(two)).toBeLessThan(thick(one));
    expect(lotConsistency(runView(PINS, state), lotOf(state, CAKES), at).value).toBeLessThan(
      lotConsistency(runView(PINS, stateOf([...mixed, read(70)])), lotOf(stateOf([...mixed, read(70)]), CAKES), at)
        .value,
    );
  });

  it('a thicker lot is a smaller and thicker disc that takes longer, before anything is poured and after', () => {
    const tables = new Memo();
    const state = stateOf(mixed);
    const lot = lotOf(state, CAKES);
    const { asIs, atAim } = pourEffects(
      runView(PINS, state, tables),
      lot,
      lotConsistency(runView(PINS, state), lot, at),
      { pourMs: at, nowMs: at },
    )!;
    expect(asIs.disc.diameterMm).toBeLessThan(atAim.disc.diameterMm);
    expect(asIs.firstSideS).toBeGreaterThan(atAim.firstSideS);
    const where = { formulaId: CAKES, stationId: GRIDDLE_ID, zoneId: 'A' };
    expect(pieceInput(runView(PINS, state), where, at).thicknessMm).toBeCloseTo(
      discFrom(runView(PINS, state), { formulaId: CAKES, station: GRIDDLE, lot }, at).thicknessMm,
      0,
    );
  });

  it('cold from the fridge it is thicker and slower, by so many seconds; left out it is not', () => {
    const tables = new Memo();
    const begunCold = [
      event('brief-set', BRIEF),
      event('lot-mixed', { formulaId: CREPES, atMs: T0 - 600 * MIN, volumeMl: 1500, batterC: 20 }),
      event('lot-moved', { formulaId: CREPES, to: 'fridge' }, { deviceAtMs: T0 - 599 * MIN }),
    ];
    const state = stateOf(begunCold);
    const lot = lotOf(state, CREPES);
    const { asIs, warmed } = pourEffects(
      runView(PINS, state, tables),
      lot,
      lotConsistency(runView(PINS, state), lot, T0),
      { pourMs: T0, nowMs: T0 },
      coverOn(runView(PINS, state), { formulaId: CREPES, stationId: PAN_ONE }, T0),
    )!;
    expect(asIs.cover).toBeLessThanOrEqual(warmed.cover!);
    expect(asIs.cover).toBeGreaterThan(0.5);
    expect(asIs.batterC).toBeLessThan(6);
    expect(warmed.batterC).toBe(22);
    expect(asIs.firstSideS).toBeGreaterThan(warmed.firstSideS);
  });
});

describe('lots of one batter', () => {
  const souffle: FormulaBody = SHELF.find((body) => body.type === 'whippedWhite')!;
  const WHITES = id(0xf1);
  const pins: Pins = { ...PINS, formulas: [...PINS.formulas, { id: WHITES, revision: 1, body: souffle }] };
  const brief = { ...BRIEF, items: [{ formulaId: WHITES, pieces: 24, stationIds: [GRIDDLE_ID] }] };
  const event = writer(T0);
  const begun = [event('brief-set', brief), event('lots-parted', { formulaId: WHITES, shares: [0.5, 0.5] })];

  it('each holds its share; together they are the batter', () => {
    const state = stateOf(begun, pins);
    const [one, two] = [1, 2].map((number) => plannedLot(runView(pins, state), WHITES, number)!);
    expect(one!.volumeMl + two!.volumeMl).toBeCloseTo(
      plannedLot(runView(pins, stateOf(begun.slice(0, 1), pins)), WHITES)!.volumeMl,
      6,
    );
    expect(plannedLot(runView(pins, state), WHITES, 3)!.massG).toBe(0);
    const bad = stateOf([...begun, event('lots-parted', { formulaId: WHITES, shares: [0.5, 0.2] })], pins);
    expect(bad.refused.map((refusal) => refusal.reason)).toEqual(['badPayload']);
  });

  it('one more than was planned is of what the last one was, in what it measures', () => {
    const event = writer(T0);
    const brief = event('brief-set', BRIEF);
    const another = event('lot-mixed', { formulaId: CAKES, lot: 2, atMs: T0, volumeMl: 300, batterC: 20 });
    const state = stateOf([brief, another]);
    const amounts = lotAmounts(runView(PINS, state), CAKES, lotOf(state, CAKES, 2));
    const planned = plannedLot(runView(PINS, state), CAKES)!;
    const flourOf = planned.lines.find(({ ingredientId }) => ingredientId === 'plainFlour')!.massG!;
    expect(mass(amounts, 'plainFlour')! / flourOf).toBeCloseTo(300 / planned.volumeMl, 6);
  });

  it('whites are folded lot by lot just before each is poured; pieces know their lot', () => {
    const bases = [...begun, ...weighed(event, WHITES, pins, begun, 1), ...weighed(event, WHITES, pins, begun, 2)];
    const state = stateOf(bases, pins);
    const plan = planRun(runView(pins, state), T0);
    expect(plan.lots.map((lot) => lot.number)).toEqual([1, 2]);
    const folds = morningTasks(runView(pins, state), plan, T0).filter((task) => task.kind === 'fold');
    expect(folds.map((task) => task.lot)).toEqual([1, 2]);
    folds.forEach((task, index) => expect(task.dueMs).toBeLessThanOrEqual(plan.lots[index]!.firstPourMs - 2 * MIN));
    expect(folds[1]!.dueMs).toBeGreaterThan(folds[0]!.dueMs);

    const pour = (n: number, placeId: string) =>
      event('poured', { pieceId: id(0xb0 + n), formulaId: WHITES, stationId: GRIDDLE_ID, placeId, volumeMl: 120 });
    const cooked = stateOf(
      [
        ...bases,
        event('lot-folded', { formulaId: WHITES, lot: 1 }),
        event('rest-ended', { formulaId: WHITES, lot: 1 }),
        pour(1, 'A1'),
        event('lot-folded', { formulaId: WHITES, lot: 2 }),
        event('rest-ended', { formulaId: WHITES, lot: 2 }),
        pour(2, 'A2'),
      ],
      pins,
    );
    expect([...cooked.pieces.values()].map((piece) => piece.lot)).toEqual([1, 2]);
    expect(lotsOf(cooked, WHITES)).toHaveLength(2);
    const done = morningTasks(runView(pins, cooked), plan, T0).filter((task) => task.kind === 'fold');
    expect(done.every((task) => task.doneMs !== null)).toBe(true);
  });

  it('folded whites fade within minutes; a lot thrown away is batter no more', () => {
    const one = [
      ...begun,
      ...weighed(event, WHITES, pins, begun, 1),
      event('lot-folded', { formulaId: WHITES, lot: 1 }),
    ];
    const state = stateOf(one, pins);
    const lot = lotOf(state, WHITES);
    const { rise } = lotRest(runView(pins, state), lot, lot.foldedAtMs! + 9 * MIN, null);
    expect(rise!.left).toBeGreaterThan(0.6);
    expect(rise!.left).toBeLessThan(0.75);
    const gone = stateOf(
      [
        ...one,
        event('lot-discarded', { formulaId: WHITES, lot: 1 }),
        event('rest-ended', { formulaId: WHITES, lot: 1 }),
      ],
      pins,
    );
    expect(batterLeft(runView(pins, gone), WHITES)).toBeNull();
    expect(lotInUse(gone, WHITES)).toBeUndefined();
    expect(gone.refused.map((refusal) => refusal.reason)).toEqual(['lotDiscarded']);
    // and another is made in its place, empty as a bowl is
    const again = stateOf(
      [...one, event('lot-discarded', { formulaId: WHITES, lot: 1 }), ...weighed(event, WHITES, pins, begun, 1)],
      pins,
    );
    expect(lotInUse(again, WHITES)).toMatchObject({ number: 1, foldedAtMs: null, discardedAtMs: null });
  });
});

describe('the tasks of a morning', () => {
  it('run back from mixing and pouring, are done by a tap or by what the log shows, and the cook’s own come again', () => {
    const event = writer(T0);
    const begun = [
      event('brief-set', BRIEF),
      event('task-set', { taskId: id(0xe1), text: 'Stir the porridge', beforeMin: 15, everyMin: 2 }),
      event('task-set', { taskId: id(0xe2), text: 'Lay the table', beforeMin: 40, everyMin: null }),
    ];
    const plan = planRun(runView(PINS, stateOf(begun)), T0);
    const tasks = (events: StoredEvent[]) => morningTasks(runView(PINS, stateOf(events)), plan, T0);
    const first = tasks(begun);
    expect(first.map((task) => task.dueMs)).toEqual(first.map((task) => task.dueMs).sort((a, b) => a - b));
    const temper = first.find((task) => task.kind === 'temper' && task.formulaId === CAKES)!;
    const lot = plan.lots.find((each) => each.formulaId === CAKES)!;
    expect(temper.dueMs).toBe(lot.mixStartMs - 30 * MIN);
    expect(temper.ingredientIds).toEqual(expect.arrayContaining(['egg', 'buttermilk']));
    const own = first.find((task) => task.text === 'Stir the porridge')!;
    expect(own.dueMs).toBe(plan.firstPourMs - 15 * MIN);

    const doneAtMs = plan.firstPourMs;
    const later = tasks([
      ...begun,
      event('task-done', { taskId: temper.id }),
      event('task-done', { taskId: id(0xe1) }, { deviceAtMs: doneAtMs }),
      event('burner-turned', { stationId: GRIDDLE_ID, zoneId: plan.preheats[0]!.zoneKey.split('/')[1]!, mark: 9 }),
      event('task-set', { taskId: id(0xe2), text: 'Lay the table', beforeMin: 40, everyMin: null, dropped: true }),
    ]);
    expect(later.find((task) => task.id === temper.id)!.doneMs).not.toBeNull();
    expect(later.find((task) => task.id === id(0xe1))).toMatchObject({ doneMs: null, dueMs: doneAtMs + 2 * MIN });
    expect(later.some((task) => task.id === id(0xe2))).toBe(false);
  });

  it('a lot in the fridge is to be taken out half an hour before its pour (common practice, no source)', () => {
    const event = writer(T0);
    const begun = [
      event('brief-set', BRIEF),
      event('lot-mixed', { formulaId: CREPES, atMs: T0 - 60 * MIN, volumeMl: 800, batterC: 20 }),
      event('lot-moved', { formulaId: CREPES, to: 'fridge' }, { deviceAtMs: T0 - 59 * MIN }),
    ];
    const state = stateOf(begun);
    const plan = planRun(runView(PINS, state), T0);
    const lot = plan.lots.find((each) => each.formulaId === CREPES)!;
    const out = morningTasks(runView(PINS, state), plan, T0).find((task) => task.kind === 'takeOut')!;
    expect(out.dueMs).toBe(lot.firstPourMs - 30 * MIN);
    const rest = lotRest(runView(PINS, state), lotOf(state, CREPES), T0, lot.firstPourMs);
    expect(rest).toMatchObject({ where: 'fridge', takeOutMs: out.dueMs, rise: null });
    expect(rest.cold!.atMs).toBeGreaterThan(T0);
    expect(SKERRY_CREPES.rest.where).toBe('counter');
  });
});

describe('19.2 what a lot is to hold', () => {
  it('goes by the pins it is asked with, whoever asked of this state before', () => {
    const state = stateOf([writer()('brief-set', BRIEF)]);
    const doubled: Pins = {
      ...PINS,
      formulas: PINS.formulas.map((each) => ({
        ...each,
        body: { ...each.body, portion: { ...each.body.portion, volumeMl: 2 * each.body.portion.volumeMl } },
      })),
    };
    const [once, twice] = [plannedLot(runView(PINS, state), CAKES)!, plannedLot(runView(doubled, state), CAKES)!];
    expect(twice.volumeMl / once.volumeMl).toBeCloseTo(2, 1);
    const fresh = stateOf([writer()('brief-set', BRIEF)]);
    expect(plannedLot(runView(doubled, fresh), CAKES)!.volumeMl).toBe(twice.volumeMl);
    expect(plannedLot(runView(PINS, fresh), CAKES)!.volumeMl).toBe(once.volumeMl);
  });
});

describe('19.2 what is believed of a lot', () => {
  it('goes by the pins it is asked with, whoever asked of this lot before', () => {
    const event = writer(T0);
    const before = [event('brief-set', BRIEF)];
    const mixed = [...before, ...weighed(event, CREPES, PINS, before)];
    const cup = { method: 'funnel', funnelId: id(0xf1), seconds: 20 } as const;
    const read = event('consistency-read', { formulaId: CREPES, reading: cup }, { deviceAtMs: T0 + 60_000 });
    const timed = (oilS: number): Pins => ({ ...PINS, funnels: [{ id: id(0xf1), name: 'Red', waterS: 9, oilS }] });
    const [fast, slow] = [timed(40), timed(90)];
    const ask = (pins: Pins, state: ReturnType<typeof stateOf>) =>
      lotConsistency(runView(pins, state), lotOf(state, CREPES), T0 + 120_000).value;
    const shared = stateOf([...mixed, read], fast);
    const [first, second] = [ask(fast, shared), ask(slow, shared)];
    expect(second / first).not.toBeCloseTo(1, 2);
    const turned = stateOf([...mixed, read], fast);
    expect([ask(slow, turned), ask(fast, turned)]).toEqual([second, first]);
  });
});
