import { beforeAll, describe, expect, it } from '@jest/globals';
import * as v from 'valibot';
import { SHELF, stepOf, type FormulaBody } from '#core/formula';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';
import { setWording } from '#contract';
import { bodyForm, bodySchema, type BodyForm } from '../../src/web/formulas/bench/body-form.ts';
import { faultsIn } from './read-form.ts';

beforeAll(setWording);

const SOAKED: FormulaBody = { ...GRIDDLE_CAKES, mix: { ...GRIDDLE_CAKES.mix, soakMin: 20 } };
const WIPED: FormulaBody = { ...GRIDDLE_CAKES, fat: { ...GRIDDLE_CAKES.fat, kind: 'lard', wiped: true, amountG: 2 } };
const DRAWN: FormulaBody = {
  ...SKERRY_CREPES,
  film: { school: 'spreader', heat: 'on', leavesMm: 1.2, reason: 'A wide plate that nobody lifts.' },
};
const ALL = [...SHELF, GRIDDLE_CAKES, SKERRY_CREPES, SOAKED, WIPED, DRAWN];
const plain = (body: FormulaBody) => ({ ...body, mix: { ...body.mix, steps: body.mix.steps.map(stepOf) } });
const errorsOf = (change: (form: BodyForm) => void) => {
  const form = bodyForm(GRIDDLE_CAKES, 'C');
  change(form);
  return faultsIn(bodySchema(GRIDDLE_CAKES, 'C', 'us'), form);
};

describe('how a formula is made, as a form', () => {
  it.each(['C', 'F'] as const)('opened and taken unchanged it is the same formula, in °%s', (unit) => {
    for (const body of ALL) {
      const read = v.safeParse(bodySchema(body, unit, 'us'), bodyForm(body, unit));
      expect(read.success && plain(read.output)).toEqual(plain(body));
    }
  });

  it('takes a decimal comma, another unit of heat, and what goes in just before the plate', () => {
    const form = bodyForm(GRIDDLE_CAKES, 'F');
    form.rest.bestMin = '12,5';
    form.heat.targetC = '356';
    form.lines[7]!.when = 'justBefore';
    form.lines[6]!.heldBack = '';
    form.mix.steps.push({ text: 'Stir once more', reason: '' });
    const read = v.safeParse(bodySchema(GRIDDLE_CAKES, 'F', 'us'), form);
    if (!read.success) throw new Error(JSON.stringify(read.issues));
    expect(read.output).toMatchObject({ rest: { bestMin: 12.5 }, heat: { targetC: 180 } });
    expect(read.output.lines[7]!.when).toBe('justBefore');
    expect(read.output.lines[6]!.heldBack).toBeUndefined();
    expect(read.output.mix.steps.at(-1)).toBe('Stir once more');
  });

  it('takes how a thin batter becomes a film; a spreader leaves from 0.4 to 5 mm, and no cake has a film', () => {
    const form = bodyForm(SKERRY_CREPES, 'C');
    form.film.school = 'spreader';
    form.film.leavesMm = '1,5';
    const read = v.safeParse(bodySchema(SKERRY_CREPES, 'C', 'us'), form);
    expect(read.success && read.output.film).toMatchObject({ school: 'spreader', leavesMm: 1.5 });
    form.film.leavesMm = '30';
    expect(Object.keys(faultsIn(bodySchema(SKERRY_CREPES, 'C', 'us'), form))).toEqual(['film.leavesMm']);
    const cakes = bodyForm(GRIDDLE_CAKES, 'C');
    cakes.film.heat = 'on';
    const plainCakes = v.safeParse(bodySchema(GRIDDLE_CAKES, 'C', 'us'), cakes);
    expect(plainCakes.success && plainCakes.output.film).toBeUndefined();
  });

  it('takes the school of flipping, the clock with its seconds, and a lid', () => {
    const form = bodyForm(GRIDDLE_CAKES, 'C');
    expect([form.flip.rule, form.flip.seconds, form.heat.cover]).toEqual(['holesStay', '', 'open']);
    form.flip.rule = 'time';
    form.flip.seconds = '95,5';
    form.heat.cover = 'lid';
    form.flip.after = 'press';
    const read = v.safeParse(bodySchema(GRIDDLE_CAKES, 'C', 'us'), form);
    if (!read.success) throw new Error(JSON.stringify(read.issues));
    expect(read.output.flip).toMatchObject({ rule: 'time', seconds: 95.5, pressed: true });
    expect(read.output.heat.lid).toBe(true);
    const again = bodyForm(read.output, 'C');
    expect([again.flip.seconds, again.flip.after, again.heat.cover]).toEqual(['95.5', 'press', 'lid']);
    // another school needs no seconds, and leaves none behind
    again.flip.rule = 'liftingEdge';
    const back = v.safeParse(bodySchema(read.output, 'C', 'us'), again);
    expect(back.success && back.output.flip.seconds).toBeUndefined();
  });

  it('says what is missing for a flip by the clock', () => {
    const errors = (seconds: string) => errorsOf((form) => Object.assign(form.flip, { rule: 'time', seconds }));
    expect(errors('')).toHaveProperty(['flip.seconds'], 'Say after how many seconds.');
    expect(errors('2')).toHaveProperty(['flip.seconds']);
    expect(errors('soon')).toHaveProperty(['flip.seconds']);
    expect(errors('90')).toEqual({});
  });

  it('takes when stirring stops, what becomes of lumps, and how it falls by a word', () => {
    const form = bodyForm(GRIDDLE_CAKES, 'C');
    expect([form.mix.limit, form.mix.limitUnit, form.mix.lumps]).toEqual(['30', 'seconds', 'stay']);
    Object.assign(form.mix, { limit: '40', limitUnit: 'strokes', lumps: 'strained' });
    form.runs = 'mounds';
    const read = v.safeParse(bodySchema(GRIDDLE_CAKES, 'C', 'us'), form);
    if (!read.success) throw new Error(JSON.stringify(read.issues));
    expect(read.output.mix).toMatchObject({ limit: { unit: 'strokes', count: 40 }, lumps: 'strained' });
    expect(read.output.yieldStressPa).toBeCloseTo(Math.sqrt(35 * 75), 9);
    form.mix.limit = '';
    const none = v.safeParse(bodySchema(GRIDDLE_CAKES, 'C', 'us'), form);
    expect(none.success && none.output.mix.limit).toBeNull();
    expect(errorsOf((each) => (each.mix.limit = '2'))['mix.limit']).toBe('Give at least 5.');
  });

  it('says what does not fit where it stands, in plain words', () => {
    expect(errorsOf((form) => (form.rest.bestMin = '90'))).toEqual({
      'rest.bestMin': 'The best must lie between the earliest and the latest.',
    });
    expect(errorsOf((form) => (form.heat.targetC = 'hot'))['heat.targetC']).toBe('Give a number.');
    expect(errorsOf((form) => (form.mix.steps[0]!.text = ' '))['mix.steps.0.text']).toBeDefined();
    expect(errorsOf((form) => (form.lines[6]!.heldBack = '95'))['lines.6.heldBack']).toBe('From 0 to 90 %.');
    expect(errorsOf((form) => (form.flip.reason = ''))).toEqual({ 'flip.reason': 'This may not be empty.' });
  });
});
