import { runView } from '#core/setup';
import { describe, expect, it } from '@jest/globals';
import { TrueKitchen, notOverBrown, readKitchen, shareOf, trueWindow, type KitchenFile } from '#core/rehearsal';
import { pieceInput } from '#core/forecast';
import { zoneMiddle } from '#core/plate';
import { fold } from '#core/run';
import { GRIDDLE } from '#demo';
import { CAKES, GRIDDLE_ID, PINS } from './fixtures.ts';

const file = (change: Partial<KitchenFile> = {}, hidden = {}): KitchenFile => ({
  name: 'A kitchen',
  stations: [{ body: GRIDDLE, hidden: { burners: {}, ...hidden } }],
  pours: { lnVolumeSd: 0, lnThicknessSd: 0, offPlaceSdMm: 0 },
  probe: { sdC: 0 },
  ...change,
});
const kitchen = (change?: Partial<KitchenFile>, hidden?: object, seed = 1) =>
  new TrueKitchen(readKitchen(file(change, hidden)), [GRIDDLE_ID], seed);
const MIDDLE = zoneMiddle(GRIDDLE, 'B');
const input = pieceInput(
  runView(PINS, fold({ pins: PINS, rehearsal: false }, [])),
  { formulaId: CAKES, stationId: GRIDDLE_ID, zoneId: 'B' },
  0,
);
const pour = (pieceId: string, spot = MIDDLE) => ({ pieceId, stationId: GRIDDLE_ID, spot, input, diameterMm: 105 });

/** All three burners on for a time. */
function heated(truth: TrueKitchen, mark: number, untilS: number): TrueKitchen {
  for (const zone of ['A', 'B', 'C']) truth.turn(GRIDDLE_ID, zone, mark);
  while (truth.timeS < untilS) truth.advanceTo(untilS);
  return truth;
}

describe('a kitchen file', () => {
  it('is read with what it leaves out, and told by field when it is wrong', () => {
    const read = readKitchen(file());
    expect(read.roomC).toBe(22);
    expect(read.eyes.noticed).toBe(0.6);
    expect(() => readKitchen({ ...file(), roomC: 'warm' })).toThrow(/^roomC: /);
    expect(() => readKitchen({ ...file(), batter: { browning: 99 } })).toThrow(/^batter\.browning: /);
    expect(() => readKitchen({ name: 'x' })).toThrow(/^stations: /);
  });
});

describe('a true kitchen', () => {
  it('has burners that are not what is written of them, that fade, and spots that take more', () => {
    const at = (truth: TrueKitchen, xMm = MIDDLE.xMm) => heated(truth, 5, 600).surfaceC(GRIDDLE_ID, { ...MIDDLE, xMm });
    const honest = at(kitchen());
    const all = (burner: object) => ({ burners: { A: burner, B: burner, C: burner } });
    expect(at(kitchen({}, all({ gain: 1.2 })))).toBeGreaterThan(honest + 20);
    expect(at(kitchen({}, all({ fadesPerHour: 1 })))).toBeLessThan(honest - 5);
    const spots = [{ xMm: 450, yMm: 225, radiusMm: 70, more: 0.5 }];
    const spotted = heated(kitchen({}, { burners: {}, spots }), 5, 600);
    expect(spotted.surfaceC(GRIDDLE_ID, MIDDLE)).toBeGreaterThan(honest + 8);
    // it moves heat about and makes none
    const mean = (truth: TrueKitchen) =>
      [75, 225, 375, 525, 675, 825].reduce((sum, xMm) => sum + truth.surfaceC(GRIDDLE_ID, { xMm, yMm: 225 }), 0) / 6;
    expect(Math.abs(mean(spotted) - mean(heated(kitchen(), 5, 600)))).toBeLessThan(8);
  });

  it('feels its pieces: the plate dips under a pour and they wait for it', () => {
    const truth = heated(kitchen(), 5, 330);
    const before = truth.surfaceC(GRIDDLE_ID, MIDDLE);
    truth.pour(pour('a'));
    while (truth.timeS < 370) truth.advanceTo(370);
    expect(truth.surfaceC(GRIDDLE_ID, MIDDLE)).toBeLessThan(before - 8);
    truth.flip('a');
    expect(() => truth.outcome('a')).toThrow('not off');
    truth.lift('a');
    const { flippedS, coldestC, cooked } = truth.outcome('a');
    expect(flippedS).toBeCloseTo(40, 6);
    expect(coldestC).toBeLessThan(80);
    expect(cooked).toBe(false);
  });

  it('is the same for the same seed, and pours differ by its own spread', () => {
    const best = (seed: number, lnVolumeSd: number) => {
      const truth = heated(kitchen({ pours: { lnVolumeSd, lnThicknessSd: 0, offPlaceSdMm: 0 } }, {}, seed), 5, 330);
      truth.pour(pour('a'));
      while (truth.timeS < 520) truth.advanceTo(520);
      return truth.live('a').moments().bestS!;
    };
    expect(best(1, 0.3)).toBe(best(1, 0.3));
    expect(best(1, 0.3)).not.toBe(best(2, 0.3));
    expect(best(1, 0)).toBe(best(2, 0));
  });

  it('has eyes that call what they see of the face, late and only as often as they notice', () => {
    const calls = (noticed: number) => {
      const truth = heated(kitchen({ eyes: { noticed, lagS: 2, lnTimeSd: 0, slips: 0 } }), 5, 330);
      truth.pour(pour('a'));
      const called: [string, number][] = [];
      while (truth.timeS < 480) {
        const call = truth.advanceTo(480);
        if (call) called.push([call.cue, truth.timeS - 330]);
      }
      return { called, cues: truth.live('a').cues() };
    };
    const { called, cues } = calls(1);
    expect(called.map(([cue]) => cue)).toContain('rimBubbles');
    for (const [cue, atS] of called) {
      expect(atS - cues[cue as 'rimBubbles']!).toBeGreaterThanOrEqual(2);
      expect(atS - cues[cue as 'rimBubbles']!).toBeLessThan(3.5);
    }
    expect(calls(0).called).toEqual([]);
  });
});

describe('hands that press a piece before they take it off', () => {
  it('find it soft at first and springy once its inside is done, never one that was not turned', () => {
    const truth = heated(kitchen(), 5, 600);
    truth.pour(pour('p'));
    const until = (timeS: number) => {
      while (truth.timeS < timeS) truth.advanceTo(timeS);
    };
    until(690);
    expect(truth.springsBack('p')).toBe(false);
    truth.flip('p');
    until(692);
    expect(truth.springsBack('p')).toBe(false);
    until(860);
    expect(truth.springsBack('p')).toBe(true);
    truth.lift('p');
    expect(truth.outcome('p')).toMatchObject({ cooked: true });
  });
});

describe('the true window', () => {
  it('runs from when the inside holds to when the underside passes brown, no wider than a quarter, about the best', () => {
    expect(trueWindow({ holdsS: 80, bestS: 120, darkS: 200 }, 300)).toMatchObject({
      earliestS: 105,
      bestS: 120,
      latestS: 135,
    });
    expect(trueWindow({ holdsS: 110, bestS: 120, darkS: 200 }, 300)).toMatchObject({ earliestS: 110, latestS: 140 });
    expect(trueWindow({ holdsS: 80, bestS: 120, darkS: 125 }, 300)).toMatchObject({ earliestS: 95, latestS: 125 });
    expect(trueWindow({ holdsS: 118, bestS: 120, darkS: 125 }, 300)).toMatchObject({ earliestS: 118, latestS: 125 });
  });

  it('is empty on a plate too hot: the least bad moment lies half way', () => {
    expect(trueWindow({ holdsS: 90, bestS: 60, darkS: 70 }, 300)).toEqual({
      ...{ earliestS: 80, bestS: 80, latestS: 80 },
      tooHot: true,
    });
  });
});

it('a share has the interval of its count (Wilson 1927; 9 of 10 at 90 % from a table: 0.65–0.98)', () => {
  const { share, low, high } = shareOf(9, 10);
  expect(share).toBeCloseTo(0.9, 9);
  expect(low).toBeCloseTo(0.652, 2);
  expect(high).toBeCloseTo(0.978, 2);
  expect(shareOf(0, 0)).toEqual({ share: 0, low: 0, high: 1 });
  expect(notOverBrown({ firstLStar: 50, secondLStar: 40, coldestC: 90, cooked: true })).toBe(false);
});
