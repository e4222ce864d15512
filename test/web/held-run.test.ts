import { describe, expect, it } from '@jest/globals';
import { Memo } from '#core/memo';
import { fold, type StoredEvent } from '#core/run';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, id, numbered, writer } from '../core/fixtures.ts';
import { HeldRun } from '../../src/web/workers/held-run.ts';
import { JobCancelled, Jobs } from '../../src/web/workers/jobs.ts';
import { RUN_QUESTIONS } from '../../src/web/workers/run-questions.ts';

const FACTS = { id: id(1), pins: PINS, rehearsal: false, seed: 7 };
const event = writer();
const pour = (n: number, placeId: string) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 });
const log = numbered([event('brief-set', BRIEF), pour(1, 'A1'), pour(2, 'A2'), pour(3, 'A3')]);
const unsent = ({ seq: _seq, ...rest }: StoredEvent) => rest as StoredEvent;
const held = (known: readonly StoredEvent[], waiting: readonly StoredEvent[] = []) =>
  new HeldRun(FACTS, known, waiting, new Memo());

describe('19.3 the run that the worker holds', () => {
  it('stands where the page’s own fold does, by events alone: in order, late, twice, sent as copies', () => {
    const run = held(log.slice(0, 1));
    run.follow([], [unsent(log[1]!)]);
    expect(run.view().state).toEqual(fold(FACTS, log.slice(0, 1), [unsent(log[1]!)]));
    run.follow(structuredClone([log[3]!]), structuredClone([unsent(log[1]!)]));
    run.follow(structuredClone([log[1]!, log[3]!]), []);
    run.follow([log[2]!], []);
    expect(run.view().state).toEqual(fold(FACTS, log));
    expect(run.view().state.refused).toEqual([]);
  });

  it('is worked out once between two events', () => {
    const run = held(log);
    expect(run.view()).toBe(run.view());
    const before = run.view();
    run.follow([], [unsent(pour(4, 'A4'))]);
    expect(run.view()).not.toBe(before);
  });

  it('a finished run with nothing on its plates and its figures kept asks for nothing, however old', async () => {
    const event = writer();
    const done = numbered([
      event('brief-set', BRIEF),
      event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark: 5 }),
      event('poured', { pieceId: id(1), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A1', volumeMl: 75 }),
      event('flipped', { pieceId: id(1) }),
      event('lifted', { pieceId: id(1) }),
      event('run-finished', {}),
      event('run-learned', { batters: [], readings: [], modelVersion: PINS.modelVersion }),
    ]);
    const year = 365 * 86_400_000;
    const { forecast, assumed, learned } = await RUN_QUESTIONS.outlook(
      held(done),
      event('fat-put', { stationId: GRIDDLE_ID, zoneId: 'A' }).deviceAtMs + year,
    );
    expect([forecast.zones, forecast.pieces, assumed, learned]).toEqual([[], {}, [], null]);
    // before that it still says what it leaves
    const open = await RUN_QUESTIONS.outlook(held(done.slice(0, -1)), done.at(-1)!.deviceAtMs + 60_000);
    expect(open.forecast.zones.length).toBeGreaterThan(0);
  });

  it('finds the event that it cannot be worked out from', async () => {
    const [cakes, ...others] = PINS.formulas;
    const lines = [...cakes!.body.lines, { ingredientId: 'moondust', percent: 1 }];
    const pins = { ...PINS, formulas: [{ ...cakes!, body: { ...cakes!.body, lines } }, ...others] };
    const turned = event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark: 5 });
    const all = numbered([turned, event('note-kept', { text: 'fine', formulaId: CAKES }), log[0]!, log[1]!, log[2]!]);
    const run = new HeldRun({ ...FACTS, pins }, all, [], new Memo());
    const nowMs = log[2]!.deviceAtMs;
    await expect(RUN_QUESTIONS.outlook(run, nowMs)).rejects.toThrow('moondust');
    expect(await RUN_QUESTIONS.fault(run, nowMs)).toEqual(all[2]);
  });
});

describe('19.3 jobs of the worker', () => {
  it('run one at a time, the most urgent of those that wait first', async () => {
    const jobs = new Jobs();
    const order: string[] = [];
    let busy = 0;
    const job = (name: string, priority: number) =>
      jobs.add(name, priority, async () => {
        expect(++busy).toBe(1);
        await new Promise((resolve) => setTimeout(resolve, 5));
        order.push(name);
        busy -= 1;
      });
    await Promise.all([job('first', 0), job('low', 1), job('high', 5), job('middle', 3)]);
    expect(order).toEqual(['first', 'high', 'middle', 'low']);
  });

  it('let a more urgent one go first between the parts of a long one, which then goes on', async () => {
    const jobs = new Jobs();
    const order: string[] = [];
    let urgent: Promise<unknown> = Promise.resolve();
    await jobs.add('long', 1, async (breathe) => {
      for (let part = 1; part <= 3; part++) {
        if (part === 2)
          urgent = Promise.all([5, 0].map((at) => jobs.add(`at ${at}`, at, () => order.push(`at ${at}`))));
        order.push(`part ${part}`);
        await breathe();
      }
    });
    await urgent;
    expect(order).toEqual(['part 1', 'part 2', 'at 5', 'part 3', 'at 0']);
  });

  it('are cancelled while they wait, between their parts, and by the next of their name', async () => {
    const jobs = new Jobs();
    const done: string[] = [];
    const long = jobs.add('long', 0, async (breathe) => {
      for (let part = 0; part < 50; part++) {
        await breathe();
        done.push(`part ${part}`);
        if (part === 3) jobs.cancel('long');
      }
    });
    const waiting = jobs.add('waiting', 0, () => done.push('waiting'));
    const old = jobs.add('same', -1, () => done.push('old'));
    const fresh = jobs.add('same', -1, () => done.push('new'));
    jobs.cancel('waiting');
    const ends = await Promise.allSettled([long, waiting, old, fresh]);
    expect(ends.map((each) => (each.status === 'rejected' ? each.reason : null))).toEqual([
      ...[expect.any(JobCancelled), expect.any(JobCancelled), expect.any(JobCancelled)],
      null,
    ]);
    expect(done).toEqual(['part 0', 'part 1', 'part 2', 'part 3', 'new']);
  });

  it('one that fails says so, and the next is done', async () => {
    const jobs = new Jobs();
    await expect(jobs.add('bad', 0, () => Promise.reject(new Error('no')))).rejects.toThrow('no');
    expect(await jobs.add('good', 0, () => 7)).toBe(7);
  });
});
