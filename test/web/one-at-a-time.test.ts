import { describe, expect, it } from '@jest/globals';
import { oneAtATime } from '../../src/web/workers/one-at-a-time.ts';

describe('a worker that is asked in quick order', () => {
  it('is asked one thing at a time, and once more for all that came meanwhile', async () => {
    const waiting: ((answer: number) => void)[] = [];
    const taken: number[] = [];
    const ask = oneAtATime(
      () => new Promise<number>((resolve) => waiting.push(resolve)),
      (answer) => taken.push(answer),
    );
    const done = ask();
    for (let i = 0; i < 50; i++) void ask();
    expect(waiting).toHaveLength(1);
    waiting[0]!(1);
    await Promise.resolve().then(() => new Promise(setImmediate));
    expect([waiting.length, taken]).toEqual([2, [1]]);
    waiting[1]!(2);
    await done;
    expect(taken).toEqual([1, 2]);
  });

  it('gives up what is under way when it is wanted again, and goes on after a question that could not even be put', async () => {
    const given: (() => void)[] = [];
    const taken: number[] = [];
    let [asked, gaveUp] = [0, 0];
    const ask = oneAtATime<number>(
      () => {
        asked += 1;
        if (asked === 2) throw new Error('not now');
        return new Promise((resolve) => given.push(() => resolve(asked)));
      },
      (answer) => taken.push(answer),
      () => (gaveUp += 1),
    );
    const done = ask();
    void ask();
    given[0]!();
    await done;
    expect([asked, gaveUp, taken]).toEqual([2, 1, [1]]);
    const again = ask();
    given[1]!();
    await again;
    expect(taken).toEqual([1, 3]);
  });

  it('goes on after a question that failed, and asks nothing when there is nothing to ask', async () => {
    const taken: string[] = [];
    const answers = [Promise.reject(new Error('gone')), null, Promise.resolve('there')];
    const ask = oneAtATime(
      () => answers.shift() ?? null,
      (answer) => taken.push(answer),
    );
    await ask();
    await ask();
    await ask();
    expect(taken).toEqual(['there']);
  });
});
