import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { cookStrip } from '#core/what-if';
import { morningTasks, planRun } from '#core/guidance';
import {
  SHELF,
  airMlPerG,
  gasShare,
  inBatter,
  linesFor,
  lotsOf,
  scale,
  bowlVolumeMl,
  type FormulaBody,
} from '#core/formula';
import { HandsTimeline } from '../../src/core/plan/timeline.ts';
import { SHIPPED_LARDER as L } from '#core/ingredients';
import { fold, type Pins } from '#core/run';
import { BRIEF, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const clouds = SHELF.find((body) => body.type === 'whippedWhite')!;
/** 250 g of flour with two whites: a plain batter that is lightened. */
const twoWhites: FormulaBody = {
  ...clouds,
  lines: [
    ...[
      { ingredientId: 'cakeFlour', percent: 100 },
      { ingredientId: 'bakingPowder', percent: 3 },
      { ingredientId: 'eggYolk', percent: 14 },
      { ingredientId: 'milk', percent: 120 },
      { ingredientId: 'sugar', percent: 16 },
    ],
    { ingredientId: 'eggWhite', percent: 26, when: 'justBefore' },
  ],
};
const WHITES = id(0xf1);
const run = (body: FormulaBody, pieces: number) => {
  const pins: Pins = { ...PINS, formulas: [{ id: WHITES, revision: 1, body }] };
  const event = writer(SERVICE_MS - 7_200_000);
  const brief = { ...BRIEF, items: [{ formulaId: WHITES, pieces, stationIds: [GRIDDLE_ID] }] };
  const log = [event('brief-set', brief)];
  const parted = (shares: number[]) => [...log, event('lots-parted', { formulaId: WHITES, shares })];
  return { pins, state: fold({ pins, rehearsal: false }, numbered(log)), parted };
};

describe('whipped whites', () => {
  it('make their batter as large as the whites that are in it', () => {
    // foams of 0.13–0.17 g/mL and aerated batters of 0.25–0.45 g/mL (textbooks, from memory)
    const density = (body: FormulaBody) => {
      const batter = inBatter(body, linesFor(body, 100));
      return batter.reduce((sum, { massG }) => sum + massG!, 0) / bowlVolumeMl(body, batter, L);
    };
    expect(density(clouds)).toBeGreaterThan(0.25);
    expect(density(clouds)).toBeLessThan(0.45);
    // two whites in 250 g of flour are about a litre (common practice, no source)
    const litres = bowlVolumeMl(twoWhites, linesFor(twoWhites, 250), L) / 1000;
    expect(litres).toBeGreaterThan(0.85);
    expect(litres).toBeLessThan(1.15);
    const none = linesFor(twoWhites, 250).filter(({ ingredientId }) => ingredientId !== 'eggWhite');
    expect(gasShare('whippedWhite', none, L)).toBeCloseTo(0.05, 6);
    expect(gasShare('leavened', linesFor(twoWhites, 250), L)).toBeCloseTo(0.1, 6);
  });

  it('hold as much air as the literature has them at soft peaks, and keep most of it when folded', () => {
    // McGee, On Food and Cooking (2004): whites to eight times their volume; Lomakina & Míková 2006, Czech J. Food Sci. 24,
    // 110: overruns of 500–800 % for fresh whites; both from memory
    const WHITE_ML_PER_G = 1 / 1.035;
    const folded = airMlPerG('whippedWhite', 'eggWhite');
    const overrunFolded = folded / WHITE_ML_PER_G;
    expect(overrunFolded).toBeGreaterThan(4);
    expect(overrunFolded / 0.8).toBeGreaterThan(5);
    expect(overrunFolded / 0.8).toBeLessThan(8);
    expect(airMlPerG('leavened', 'eggWhite')).toBe(0);
  });

  it('a volume asked for is made exactly, whole whites and all', () => {
    for (const volumeMl of [600, 1500, 4000]) {
      const made = scale(clouds, L, { by: 'volume', volumeMl }, { portionMl: 120, eggClass: 'euM', eggs: 'whole' });
      expect(made.volumeMl).toBeCloseTo(volumeMl, 6);
      const whites = made.lines.find(({ ingredientId }) => ingredientId === 'eggWhite')!.eggs!;
      expect(Number.isInteger(whites)).toBe(true);
    }
  });

  it('are made in lots of three whites at the most, and of what is poured in ten minutes', () => {
    const made = (eggs: number) =>
      scale(clouds, L, { by: 'eggs', eggs }, { portionMl: 120, eggClass: 'euM', eggs: 'whole' });
    const lots = (eggs: number, pouringMin: number | null) =>
      lotsOf(made(eggs), clouds, { bowlMl: null, pouringMin }).lots.map(
        ({ lines }) => lines.find(({ ingredientId }) => ingredientId === 'eggWhite')!.eggs,
      );
    expect(lots(3, null)).toEqual([3]);
    expect(lots(7, null)).toEqual([3, 2, 2]);
    expect(lots(6, 28)).toEqual([2, 2, 2]);
  });

  it.each([
    ['clouds', clouds],
    ['two whites in 250 g', twoWhites],
  ])('%s take the times of the trade at 150–160 °C', (_name, body) => {
    // 150–240 s and 120–180 s at 150–160 °C; common practice, no source
    const { pins: unread, state } = run({ ...body, heat: { ...body.heat, targetC: 155 } }, 8);
    const known = ['A', 'B', 'C'].map((zoneId) => ({ zoneId, errorC: 0, sdC: 3, gain: 1, spots: [] }));
    const pins = {
      ...unread,
      stations: unread.stations.map((station) =>
        station.id === GRIDDLE_ID ? { ...station, calibration: known } : station,
      ),
    };
    const tables = new Memo();
    const strip = cookStrip(runView(pins, state, tables), WHITES, {
      pourMs: SERVICE_MS,
      nowMs: SERVICE_MS - 3_600_000,
    })!;
    expect(strip.surfaceC).toBeGreaterThanOrEqual(140);
    expect(strip.flipS).toBeGreaterThanOrEqual(150);
    expect(strip.flipS).toBeLessThanOrEqual(240);
    expect(strip.liftS).toBeGreaterThanOrEqual(120);
    expect(strip.liftS).toBeLessThanOrEqual(180);
  });

  it('take hands of their own: each lot is whipped when they are free, and folded in just before its pour', () => {
    const { pins, parted } = run(clouds, 24);
    const state = fold({ pins, rehearsal: false }, numbered(parted([0.5, 0.5])));
    const plan = planRun(runView(pins, state), 0);
    const tasks = morningTasks(runView(pins, state), plan, 0);
    const allMixedMs = Math.max(...plan.lots.map(({ mixEndMs }) => mixEndMs));
    const folds = plan.lots.map(({ number, firstPourMs, folded }) => {
      const of = (asked: 'whip' | 'fold') => tasks.find(({ kind, lot }) => kind === asked && lot === number)!.dueMs;
      expect([of('whip'), of('fold')]).toEqual([folded!.whipMs, folded!.foldMs]);
      // into a base that stands ready, whipped for three minutes, and poured before it sinks
      expect(folded!.whipMs).toBeGreaterThanOrEqual(allMixedMs);
      expect(folded!.foldMs).toBeGreaterThanOrEqual(folded!.whipMs + 180_000);
      expect(folded!.foldMs).toBeLessThan(firstPourMs);
      expect(firstPourMs - folded!.foldMs).toBeLessThan(10 * 60_000);
      return folded!.foldMs;
    });
    expect([...folds].sort((a, b) => a - b)).toEqual(folds);
    expect(plan.conflicts.filter(({ code }) => code === 'whitesWait')).toEqual([]);
  });

  it('are whipped in pieces between other work, never at the same time', () => {
    const hands = new HandsTimeline();
    for (const start of [100, 140, 200]) hands.add(start, start + 20);
    // 60 s before 230: ten at the end are too few, 40 between two pieces of work, and 20 before them
    expect(hands.takeBroken(230, 60, 15)).toBe(120);
    expect(hands.latestFree(0, 220, 10)).toBe(220);
    expect(hands.latestFree(0, 190, 10)).toBe(90);
  });
});
