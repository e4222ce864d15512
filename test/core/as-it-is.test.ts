import { describe, expect, it } from '@jest/globals';
import { SHELF, preparationsFor } from '#core/formula';
import { morningTasks, planRun } from '#core/guidance';
import { SHIPPED_LARDER } from '#core/ingredients';
import { balancedTemperatureC, batterLeft, lotDose, lotRest, lotTemperature, mixedTemperatureC } from '#core/lot';
import { placesIn, runView } from '#core/setup';
import { fold, type EventKind, type Payload, type StoredEvent } from '#core/run';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const RUN = { pins: PINS, rehearsal: false };
const view = (log: readonly StoredEvent[]) => runView(PINS, fold(RUN, numbered(log)));
const at = (min: number) => SERVICE_MS + (min - 120) * 60_000;
const write = writer();
const told = <K extends EventKind>(kind: K, min: number, payload: Payload<K>) =>
  write(kind, payload, { deviceAtMs: at(min) });
const brief = told('brief-set', 0, BRIEF);
const places = placesIn(view([brief]), CAKES, GRIDDLE_ID);
const mixed = told('lot-mixed', 10, { formulaId: CAKES, lot: 1, atMs: at(10), volumeMl: 1000, batterC: 14 });
const pour = (number: number) =>
  told('poured', 30 + number, {
    ...{ pieceId: id(0x500 + number), formulaId: CAKES, stationId: GRIDDLE_ID, volumeMl: 75 },
    placeId: places[number]!.id,
  });

describe('20 the batter as it really is', () => {
  it('comes from mixing as warm as what goes in: a heat balance, milk and eggs from the fridge', () => {
    const cold = mixedTemperatureC(view([brief]), CAKES, 1, at(5));
    expect(cold).toBeGreaterThan(6);
    expect(cold).toBeLessThan(16);
    // half an hour on the counter brings it nearer to the room, not to it
    const tempered = told('task-done', 0, { taskId: `temper/${CAKES}/1` });
    const warmer = mixedTemperatureC(view([brief, tempered]), CAKES, 1, at(30));
    expect(warmer).toBeGreaterThan(cold + 2);
    expect(warmer).toBeLessThan(22);
  });

  it('heat balances as mixing calorimetry has it: equal waters meet in the middle, fat counts half', () => {
    const water = { massG: 100, heatJgK: 4.18 };
    expect(
      balancedTemperatureC([
        { ...water, tempC: 80 },
        { ...water, tempC: 20 },
      ]),
    ).toBeCloseTo(50);
    // 100 g of water at 20 °C and 100 g of fat (1.98 J/gK) at 60 °C: (4.18·20 + 1.98·60) / 6.16
    expect(
      balancedTemperatureC([
        { ...water, tempC: 20 },
        { massG: 100, heatJgK: 1.98, tempC: 60 },
      ]),
    ).toBeCloseTo(32.86, 1);
    expect(() => balancedTemperatureC([])).toThrow(RangeError);
  });

  it('a thermometer overrules the reckoning from then on, and not before', () => {
    const read = told('lot-read', 20, { formulaId: CAKES, lot: 1, batterC: 19 });
    const before = view([brief, mixed]);
    const after = view([brief, mixed, read]);
    const of = (run: typeof after, min: number) =>
      lotTemperature(run, run.formula(CAKES), [...run.state.lots.values()][0]!, at(min));
    expect(of(after, 15)).toBeCloseTo(of(before, 15), 6);
    expect(of(after, 20)).toBeCloseTo(19, 6);
    expect(of(after, 40)).toBeGreaterThan(19);
    expect(of(after, 40)).toBeLessThan(22);
  });

  it('a hot morning shortens the rest and the clock, a cold one lengthens it', () => {
    const window = (roomC: number) => {
      const run = view([brief, mixed, told('climate-read', 11, { roomC })]);
      const rest = lotRest(run, [...run.state.lots.values()][0]!, at(12), null);
      return [rest.window.bestMs, rest.exposure.limitMin] as const;
    };
    const [hot, mild, cool] = [window(35), window(22), window(12)];
    expect(hot[0]).toBeLessThan(mild[0]);
    expect(cool[0]).toBeGreaterThan(mild[0]);
    expect(hot[1]).toBeLessThan(mild[1]);
  });

  it('counts what is poured, what stays on the bowl, and what the ladle really takes', () => {
    const five = [1, 2, 3, 4, 5].map(pour);
    const poured = batterLeft(view([brief, mixed, ...five]), CAKES)!;
    expect(poured.leftMl).toBeGreaterThan(1000 - 5 * 75 - 40);
    expect(poured.leftMl).toBeLessThan(1000 - 5 * 75);
    expect([poured.drift, poured.wanted]).toEqual([null, 7]);
    // 450 mL are gone for five pours of 75: a ladle of 90
    const read = told('lot-read', 40, { formulaId: CAKES, lot: 1, leftMl: 550 });
    const real = batterLeft(view([brief, mixed, ...five, read]), CAKES)!;
    expect(real.drift).toBeCloseTo(450 / 375);
    expect(real.pours).toBe(Math.floor(real.leftMl / 90));
    expect(real.pours).toBeLessThan(real.wanted);
    // a reading that no ladle could make says nothing of the ladle, and is still what is left
    const odd = batterLeft(
      view([brief, mixed, ...five, told('lot-read', 40, { formulaId: CAKES, lot: 1, leftMl: 990 })]),
      CAKES,
    )!;
    expect([odd.drift, odd.leftMl > 950]).toEqual([null, true]);
  });

  it('"it falls right" is a reading as any other, and no later screen overrules it', () => {
    const right = told('consistency-read', 12, { formulaId: CAKES, lot: 1, reading: { method: 'asWanted' } });
    const doseOf = (log: StoredEvent[], min: number) => {
      const run = view(log);
      return lotDose(run, [...run.state.lots.values()][0]!, at(min), at(25));
    };
    const before = doseOf([brief, mixed], 13);
    const after = doseOf([brief, mixed, right], 13);
    expect(after.what).toBe('nothing');
    // it narrows what is believed, around what the formula wants when its rest is over
    expect(after.atPour.sdLn).toBeLessThan(before.atPour.sdLn);
    expect(Math.abs(Math.log(after.atPour.value / after.aim))).toBeLessThan(0.25);
    expect(doseOf([brief, mixed, right], 24).what).toBe('nothing');
    // another look, or a dose, and the desk speaks again
    const mounds = told('consistency-read', 20, {
      ...{ formulaId: CAKES, lot: 1 },
      reading: { method: 'texture', texture: 'clings' },
    });
    expect(doseOf([brief, mixed, right, mounds], 21).what).toBe('liquid');
  });

  it('a batter too thick is thinned with what its formula held back', () => {
    const thick = told('consistency-read', 12, {
      ...{ formulaId: CAKES, lot: 1 },
      reading: { method: 'texture', texture: 'clings' },
    });
    const run = view([brief, mixed, thick]);
    expect(lotDose(run, [...run.state.lots.values()][0]!, at(13), at(25)).ingredientId).toBe('buttermilk');
    // held back water goes first where milk is the larger part
    const body = run.formula(CAKES);
    const lines = [
      ...body.lines.filter(({ ingredientId }) => ingredientId !== 'buttermilk'),
      { ingredientId: 'milk', percent: 120 },
      { ingredientId: 'water', percent: 40, heldBack: 0.5 },
    ];
    const pins = {
      ...PINS,
      formulas: PINS.formulas.map((each) => (each.id === CAKES ? { ...each, body: { ...body, lines } } : each)),
    };
    const own = runView(pins, fold({ pins, rehearsal: false }, numbered([brief, mixed, thick])));
    expect(lotDose(own, [...own.state.lots.values()][0]!, at(13), at(25)).ingredientId).toBe('water');
  });

  it('nothing is taken out of the fridge to go back into it', () => {
    const counter = SHELF.find(({ rest }) => rest.where === 'counter')!;
    const kinds = (where: 'counter' | 'fridge') =>
      preparationsFor({ ...counter, rest: { ...counter.rest, where } }, SHIPPED_LARDER).map(({ kind }) => kind);
    expect([kinds('counter').includes('temper'), kinds('fridge').includes('temper')]).toEqual([true, false]);
  });

  it('milk that is to stand with acid, and a starter, are tasks back from mixing', () => {
    const plain = SHELF.find(({ type }) => type === 'leavened')!;
    const soured = (percent: number) => {
      const lines = [
        { ingredientId: 'plainFlour', percent: 100 },
        { ingredientId: 'milk', percent: 120 },
        { ingredientId: 'lemonJuice', percent },
      ];
      return preparationsFor({ ...plain, lines }, SHIPPED_LARDER).find(({ kind }) => kind === 'sour');
    };
    // a spoon to a cup (15 g in 245 g) sours; a dash for its taste does not (common practice, no source)
    expect(soured(7.3)).toMatchObject({ ingredientIds: ['milk', 'lemonJuice'], beforeMin: 10 });
    expect(soured(2)).toBeUndefined();
    const raised = { ...plain, lines: [...plain.lines, { ingredientId: 'sourdoughStarter', percent: 40 }] };
    expect(preparationsFor(raised, SHIPPED_LARDER)[0]).toMatchObject({ kind: 'feed', beforeMin: 480 });

    // the evening before: due then, not part of this morning's hands, and silent when it is far too late
    const pins = {
      ...PINS,
      formulas: PINS.formulas.map((each) => (each.id === CAKES ? { ...each, body: raised } : each)),
    };
    const own = runView(pins, fold({ pins, rehearsal: false }, numbered([brief])));
    const usual = view([brief]);
    const startsMs = (run: typeof own) => planRun(run, at(0)).startMs;
    expect(Math.abs(startsMs(own) - startsMs(usual))).toBeLessThan(60_000);
    const mixMs = (nowMs: number) => planRun(own, nowMs).lots.find(({ formulaId }) => formulaId === CAKES)!.mixStartMs;
    const fed = (nowMs: number) => morningTasks(own, planRun(own, nowMs), nowMs).find(({ kind }) => kind === 'feed');
    const eveningMs = mixMs(at(0)) - 9 * 3_600_000;
    expect(fed(eveningMs)).toMatchObject({ dueMs: mixMs(eveningMs) - 8 * 3_600_000, doneMs: null });
    expect(fed(mixMs(at(0)) - 3_600_000)).toBeUndefined();
  });

  it('a reading of nothing, or of what cannot be, is refused', () => {
    const refused = (log: StoredEvent[]) => fold(RUN, numbered(log)).refused.map(({ reason }) => reason);
    expect(refused([brief, told('lot-read', 5, { formulaId: CAKES, lot: 1, batterC: 20 })])).toEqual(['notMixed']);
  });
});
