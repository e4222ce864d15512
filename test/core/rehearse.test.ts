import { Memo } from '#core/memo';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from '@jest/globals';
import {
  readKitchen,
  readRehearsalRun,
  rehearse,
  scoreOf,
  toldRun,
  verdictOf,
  type Attention,
  type Kitchen,
  type Policy,
  type RehearsalResult,
} from '#core/rehearsal';
import { fold } from '#core/run';
import { REHEARSALS, frozenKitchens, frozenRun, rehearsalSchemas } from '../../scripts/lib/rehearsals.ts';

const RUN = readRehearsalRun({ name: 'A dozen', items: [{ formula: 'Buttermilk cakes', pieces: 12 }] });
const FIRST = frozenKitchens()[0]!.kitchen;
const memo = new Memo();

/** A kitchen in which everything is as it is written and every hand alike. */
const HONEST: Kitchen = readKitchen({
  ...{ name: 'Honest', stations: FIRST.stations.map(({ body }) => ({ body, hidden: { burners: {} } })) },
  pours: { lnVolumeSd: 0, lnThicknessSd: 0, offPlaceSdMm: 0 },
  hands: { lateS: 0, lateSdS: 0 },
  eyes: { noticed: 0, lStarSd: 0 },
  probe: { sdC: 0 },
});
const cooked = new Map<string, RehearsalResult>();
function cook(kitchen: Kitchen, policy: Policy, attention: Attention, seed = 1): RehearsalResult {
  const key = `${kitchen.name} ${policy} ${attention} ${seed}`;
  if (!cooked.has(key)) cooked.set(key, rehearse({ kitchen, run: RUN, policy, attention, seed, memo }));
  return cooked.get(key)!;
}

describe('a rehearsal', () => {
  it('cooks every piece to the end, by events that a run takes without a refusal', () => {
    const { events, pieces } = cook(FIRST, 'predicted', 'full');
    const state = fold({ pins: toldRun(FIRST, RUN).pins, rehearsal: true }, events);
    expect(state.refused).toEqual([]);
    expect(state.finishedAtMs).not.toBeNull();
    expect(pieces).toHaveLength(12);
    expect(pieces.filter(({ test }) => test).length).toBe(new Set(pieces.map(({ zoneId }) => zoneId)).size);
    for (const piece of pieces) expect(piece.liftedS).toBeGreaterThan(piece.flippedS);
  });

  it('is the same for the same seed, and another for another', () => {
    const again = rehearse({ kitchen: FIRST, run: RUN, policy: 'predicted', attention: 'full', seed: 1 });
    expect(again.pieces).toEqual(cook(FIRST, 'predicted', 'full').pieces);
    expect(cook(FIRST, 'predicted', 'full', 2).pieces).not.toEqual(again.pieces);
  });

  it('in an honest kitchen flips by the board, which is told no cue: nearly all in their window', () => {
    const score = scoreOf(cook(HONEST, 'predicted', 'full').pieces);
    expect(score.pieces).toBeGreaterThanOrEqual(9);
    expect(score.flipped.share).toBeGreaterThanOrEqual(0.85);
    expect(score.lifted.share).toBe(1);
  });

  it('by the board is better than by the clock where burners and batter are not what is written', () => {
    const good = (policy: Policy) => scoreOf(cook(FIRST, policy, 'full').pieces).good.share;
    expect(good('predicted')).toBeGreaterThan(good('timer') + 0.15);
    expect(good('predicted')).toBeGreaterThan(good('mean') + 0.15);
  });

  it('lazy hands tell no cue and no colour but of the test pieces, whose verdict is asked for', () => {
    const { events, pieces } = cook(FIRST, 'predicted', 'lazy');
    const tests = pieces.filter(({ test }) => test).length;
    const colours = (log: typeof events) => log.filter(({ payload }) => payload['method'] === 'piece').length;
    const verdicts = (log: typeof events) => log.filter(({ kind }) => kind === 'turn-judged').length;
    expect(events.some(({ kind }) => kind === 'cue-seen')).toBe(false);
    expect(colours(events)).toBe(tests);
    expect(verdicts(events)).toBe(tests);
    expect(pieces).toHaveLength(12);
    const told = cook(FIRST, 'predicted', 'full').events;
    expect(told.some(({ kind }) => kind === 'cue-seen')).toBe(true);
    expect(colours(told)).toBe(12);
    expect(verdicts(told)).toBe(tests);
  });

  it('says what each piece came to', () => {
    const [piece] = cook(FIRST, 'predicted', 'full').pieces.filter(({ tooHot }) => !tooHot);
    const best = { ...piece!, flippedS: piece!.bestS, cooked: true, firstLStar: 60, secondLStar: 70 };
    expect(verdictOf(best)).toBe('good');
    expect(verdictOf({ ...best, flippedS: best.earliestS - 1 })).toBe('early');
    expect(verdictOf({ ...best, flippedS: best.latestS + 1 })).toBe('late');
    expect(verdictOf({ ...best, cooked: false })).toBe('raw');
    expect(verdictOf({ ...best, secondLStar: 40 })).toBe('overBrown');
    expect(verdictOf({ ...best, tooHot: true })).toBe('tooHot');
  });

  it('names what a run file has wrong', () => {
    expect(() => readRehearsalRun({ name: 'x', items: [{ formula: 'Buttermilk cakes', pieces: 0 }] })).toThrow(
      /^items\.0\.pieces: /,
    );
    const unknown = readRehearsalRun({ name: 'x', items: [{ formula: 'Moon cakes', pieces: 3 }] });
    expect(() => toldRun(FIRST, unknown)).toThrow('Moon cakes');
    const nowhere = readRehearsalRun({
      name: 'x',
      items: [{ formula: 'Buttermilk cakes', pieces: 3, stations: ['Roof'] }],
    });
    expect(() => toldRun(FIRST, nowhere)).toThrow('Roof');
  });
});

describe('the frozen kitchens', () => {
  it('are twelve, each of its own name, two of them outside what a desk expects', () => {
    const kitchens = frozenKitchens();
    expect(kitchens).toHaveLength(12);
    expect(new Set(kitchens.map(({ kitchen }) => kitchen.name)).size).toBe(12);
    expect(kitchens.filter(({ kitchen }) => kitchen.note.startsWith('Outside'))).toHaveLength(2);
    expect(frozenRun('long-morning').items[0]!.pieces).toBe(90);
  });

  it('and runs have schemas that say what the code reads', () => {
    for (const [file, schema] of Object.entries(rehearsalSchemas()))
      expect([file, JSON.parse(readFileSync(join(REHEARSALS, file), 'utf8'))]).toEqual([
        file,
        JSON.parse(JSON.stringify(schema)),
      ]);
  });
});
