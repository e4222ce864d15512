import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { planRun } from '#core/guidance';
import { recoveryOf } from '#core/heating';
import { panfulLoad } from '../../src/core/surface/food-load.ts';
import type { StationBody } from '#core/plate';
import { fold, type Pins, type StoredEvent } from '#core/run';
import { GRIDDLE } from '#demo';
import { BRIEF, CAKES, CREPES, GRIDDLE_ID, PINS, SERVICE_MS, numbered, writer } from './fixtures.ts';

const tables = new Memo();
const event = writer(SERVICE_MS - 3_600_000);
const WELLS: StationBody = {
  ...GRIDDLE,
  name: 'Wells',
  shape: { kind: 'wells', diameterMm: 260, count: 7, wellMm: 70, wellDepthMm: 15 },
  metal: 'castIron',
  thicknessMm: 5,
  zones: [{ id: 'A', source: 'coil', powerW: 1500, dial: { kind: 'power', max: 10, step: 1 } }],
};
const SMALL: StationBody = {
  ...WELLS,
  name: 'Small pan',
  shape: { kind: 'round', diameterMm: 160 },
  metal: 'aluminium',
  thicknessMm: 1.5,
  zones: [{ ...WELLS.zones[0]!, powerW: 500 }],
};
const on = (body: StationBody): Pins => ({ ...PINS, stations: [{ id: GRIDDLE_ID, version: 1, body }] });
const planOf = (pins: Pins, formulaId: string, pieces: number, ...events: StoredEvent[]) => {
  const items = [{ formulaId, pieces, stationIds: [GRIDDLE_ID] }];
  const log = [event('brief-set', { ...BRIEF, items }), ...events];
  return planRun(runView(pins, fold({ pins, rehearsal: false }, numbered(log)), tables), 0);
};
const pours = (formulaId: string, volumeMl: number) => event('portion-set', { formulaId, volumeMl });

describe('what a brief asks that cannot be', () => {
  it('a pour that runs over its well, with the pour that half fills it', () => {
    // 7 cm across and 1.5 cm deep hold 58 mL
    expect(planOf(on(WELLS), CAKES, 30, pours(CAKES, 75)).faults).toEqual([
      { code: 'overflows', formulaId: CAKES, stationId: GRIDDLE_ID, volumeMl: 75, halfMl: 28 },
    ]);
    const half = planOf(on(WELLS), CAKES, 30, pours(CAKES, 28));
    expect(half.faults).toEqual([]);
    expect(half.panfuls.map(({ size }) => size)).toEqual([7, 7, 7, 7, 2].sort((a, b) => a - b));
  });

  it('a pour that takes more heat than its pan has', () => {
    expect(planOf(on(SMALL), CREPES, 8, pours(CREPES, 20)).faults).toEqual([]);
    expect(planOf(on(SMALL), CREPES, 8, pours(CREPES, 150)).faults[0]).toMatchObject({
      ...{ code: 'takesTooMuch', of: 1, atOnce: 0 },
    });
  });

  it('no panful takes a plate below where wet batter boils, however large', () => {
    for (const massG of [20, 100, 500, 2000]) {
      const hold = { targetC: 185, roomC: 21, meanFoodW: 400 };
      const { dipC } = recoveryOf(SMALL, 'A', hold, panfulLoad('thin', 3, massG));
      expect(dipC).toBeLessThan(185 - 98 + 2);
    }
  });

  it('most places empty because hands are too slow for the moment to turn', () => {
    const [first, ...rest] = PINS.formulas;
    const slow = { ...first!, body: { ...first!.body, hands: { ...first!.body.hands, pourS: 5, flipS: 40 } } };
    const plan = planOf({ ...PINS, formulas: [slow, ...rest] }, CAKES, 36);
    const few = plan.faults.filter(({ code }) => code === 'fewAtOnce');
    expect(few.length).toBeGreaterThan(0);
    for (const fault of few) if (fault.code === 'fewAtOnce') expect(fault.atOnce).toBeLessThanOrEqual(fault.of / 2);
  });

  it('of the demo’s own brief nothing', () => {
    expect(planOf(PINS, CAKES, 36).faults).toEqual([]);
  });
});
