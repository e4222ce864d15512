import { describe, expect, it } from '@jest/globals';
import { belief, openPrior, rowWeight, surestFlip, withNotYet } from '#core/inference';
import { timelineAt, timelineTable } from '#core/piece';
import { cake } from './pieces.ts';

const TABLE = timelineTable(cake(182));
const HOLDS = { modelC: 182, sensitivity: 1 };

describe('looks along one row', () => {
  const after = (count: number, weight: number) => {
    let posterior = openPrior(20);
    for (let n = 0; n < count; n++) posterior = withNotYet(posterior, TABLE, HOLDS, 140, undefined, weight);
    return belief(posterior);
  };

  it('eight “not yet” of one row move the belief at most 1.3 times as much as one', () => {
    const before = belief(openPrior(20));
    const one = after(1, rowWeight(1)).errorC - before.errorC;
    const eight = after(8, rowWeight(8)).errorC - before.errorC;
    expect(one).toBeLessThan(-1); // it is cooler than thought
    expect(Math.abs(eight)).toBeGreaterThanOrEqual(Math.abs(one));
    expect(Math.abs(eight)).toBeLessThanOrEqual(1.3 * Math.abs(one));
  });

  it('and a plate that is really cool is believed by its second panful all the same', () => {
    const two = after(2, 1).errorC;
    expect(two).toBeLessThan(1.25 * after(1, 1).errorC);
  });
});

describe('a flip on a plate believed hot with a wide spread', () => {
  it('is not left to the unlikely cool tail: it comes before the underside is as likely as not dark', () => {
    const wide = belief(openPrior(45));
    const hot = { modelC: 205, sensitivity: 1 };
    const { bestS, darkFromS, mayBurnS } = surestFlip(wide, TABLE, hot);
    const darkS = timelineAt(TABLE, 205 + wide.errorC).brownedAt.dark!;
    expect(bestS).toBeLessThanOrEqual(1.35 * darkS);
    expect(darkFromS).toBeLessThanOrEqual(mayBurnS);
    // it is worth a look before it is turned
    expect(darkFromS).toBeLessThan(bestS + 1);
  });
});
