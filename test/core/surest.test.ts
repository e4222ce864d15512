import { describe, expect, it } from '@jest/globals';
import {
  belief,
  priorPosterior,
  spotField,
  surestFlip,
  surestLift,
  withCue,
  withSurface,
  withTurn,
  type Posterior,
} from '#core/inference';
import { whereToRead } from '#core/heating';
import { placeFitness, wantedSurfaceC } from '../../src/core/heating/target-surface.ts';
import {
  USUAL_PACE,
  cueTimeAt,
  flipAim,
  flipBestAt,
  hottestWithWindowC,
  pieceAt,
  secondSignsAt,
  servedLift,
  simulatePiece,
  timelineAt,
  timelineTable,
} from '#core/piece';
import { cake, shelf } from './pieces.ts';

const TABLE = timelineTable(cake(182));
const HOLDS = { modelC: 182, sensitivity: 1 };
const read = (surfaceC: number, sdC: number) =>
  withSurface(priorPosterior(15), HOLDS, (at) => -0.5 * ((at - surfaceC) / sdC) ** 2, {
    ...{ interceptC: 0, slope: 0, sdC: 0 },
  });
/** A chance by brute force: how often a turn at a moment falls inside, over the belief's own grid. */
const aim = (posterior: Posterior, modelC = 182) => surestFlip(belief(posterior), TABLE, { modelC, sensitivity: 1 });

describe('the good moments of a flip', () => {
  it('lie about the best, no wider than a quarter of it, and end where it is dark', () => {
    expect(flipAim({ holdsS: 60, darkS: 200 }, 100)).toEqual({ earliestS: 87.5, bestS: 100, latestS: 112.5 });
    expect(flipAim({ holdsS: 98, darkS: 200 }, 100)).toEqual({ earliestS: 98, bestS: 110.5, latestS: 123 });
    expect(flipAim({ holdsS: 60, darkS: 104 }, 100)).toEqual({ earliestS: 79, bestS: 91.5, latestS: 104 });
    expect(flipAim({ holdsS: 90, darkS: 70 }, 90)).toEqual({ earliestS: 80, bestS: 80, latestS: 80 });
  });
});

describe('the surest flip', () => {
  it('of a plate and a batter that are known is the middle of its good moments', () => {
    const known = { ...belief(read(176, 1)), covariance: [1, 0, 0, 1e-6, 0, 1e-6] as const };
    const { holdsS, brownedAt, flip } = timelineAt(TABLE, 176);
    const middle = flipAim({ holdsS, darkS: brownedAt.dark }, flip.bestS);
    expect(Math.abs(surestFlip(known, TABLE, HOLDS).bestS - middle.bestS)).toBeLessThan(4);
  });

  it('on a hot plate keeps off the dark: however little is known of browning, it is turned before dark is likely', () => {
    const known = belief(read(200, 1));
    const sure = surestFlip(known, TABLE, HOLDS);
    const [ee, et, eb, tt, tb] = known.covariance;
    const unsure = surestFlip({ ...known, covariance: [ee, et, eb, tt, tb, 0.4 ** 2] }, TABLE, HOLDS);
    const darkS = timelineAt(TABLE, 200).brownedAt.dark!;
    expect(unsure.bestS).toBeLessThanOrEqual(darkS + 2);
    expect(unsure.darkFromS).toBeLessThan(sure.darkFromS);
    expect(unsure.mayBurnS).toBeLessThanOrEqual(darkS + 1);
    expect(sure.bestS).toBeGreaterThanOrEqual(sure.earliestS);
    expect(sure.bestS).toBeLessThanOrEqual(sure.latestS);
  });

  it('by the clock is when the cook said, whatever is believed', () => {
    const byClock = timelineTable(cake(182, { flipBy: { rule: 'time', seconds: 95 } }));
    expect(surestFlip(belief(read(196, 1)), byClock, HOLDS).bestS).toBeCloseTo(95, 6);
  });
});

describe('the surest lift', () => {
  const usualAt = (surfaceC: number) => {
    const { lift, appearances, flip } = pieceAt(TABLE, surfaceC);
    return { usual: servedLift(lift, appearances, flip.bestS), firstS: flip.bestS };
  };
  const liftOf = (surfaceC: number, sdC: number, longer = { mean: 0, sd: 0 }) => {
    const { usual, firstS } = usualAt(surfaceC);
    const known = { ...belief(read(182, 1)), errorC: 0, lnTime: 0, lnBrowning: 0 };
    const of = { ...known, covariance: [sdC ** 2, 0, 0, 1e-6, 0, 1e-6] as const };
    return surestLift(of, TABLE, { modelC: surfaceC, sensitivity: 1 }, usual, { firstS, slower: 1, longer });
  };

  it('of a plate that is known is when its second face has its colour and its inside is done', () => {
    for (const surfaceC of [170, 182, 195]) {
      const { insideS, darkS } = secondSignsAt(TABLE, surfaceC);
      const { bestS } = liftOf(surfaceC, 1);
      expect(Math.abs(bestS - usualAt(surfaceC).usual.bestS)).toBeLessThan(0.25 * bestS);
      expect(bestS).toBeGreaterThan(insideS);
      expect(bestS).toBeLessThan(darkS!);
    }
  });

  it('of a plate that may be far hotter comes before the hot half of it is burnt', () => {
    const [sure, unsure] = [liftOf(165, 1), liftOf(165, 35)];
    expect(unsure.bestS).toBeLessThan(sure.bestS - 5);
    expect(unsure.bestS).toBeLessThan(secondSignsAt(TABLE, 165 + 35).burntS!);
    expect(unsure.bestS).toBeGreaterThan(secondSignsAt(TABLE, 165 + 35).insideS);
  });

  it('is later for a batter whose second sides take longer', () => {
    expect(liftOf(182, 5, { mean: 0.3, sd: 0.05 }).bestS).toBeGreaterThan(1.1 * liftOf(182, 5).bestS);
  });

  it('rests on moments that a simulation of that very surface has too', () => {
    // 185 lies half way between two rows of the table
    const { done, appearances } = simulatePiece(cake(185));
    const signs = secondSignsAt(TABLE, 185);
    expect(Math.abs(signs.insideS - done.springsBackS!)).toBeLessThan(3);
    const at = (atS: number) => appearances.second[Math.round(atS / appearances.secondStepS)]?.underLStar;
    expect(Math.abs(at(signs.lightGoldS!)! - 74)).toBeLessThan(5);
    expect(signs.darkS!).toBeGreaterThan(signs.tooFarS!);
    expect(signs.burntS!).toBeGreaterThan(signs.darkS!);
  });
});

describe('the verdict on a test piece', () => {
  const before = read(182, 2);
  const flipS = flipBestAt(TABLE, 182);
  it('turned too early makes later pieces wait, too late makes them sooner, right makes it surer', () => {
    const early = aim(withTurn(before, TABLE, HOLDS, flipS, 'early'));
    const late = aim(withTurn(before, TABLE, HOLDS, flipS, 'late'));
    const right = aim(withTurn(before, TABLE, HOLDS, flipS, 'right'));
    expect(early.bestS).toBeGreaterThan(aim(before).bestS + 2);
    expect(late.bestS).toBeLessThan(aim(before).bestS - 2);
    expect(right.bestS).toBeGreaterThan(late.bestS);
    expect(right.bestS).toBeLessThan(early.bestS);
    const sdOf = (posterior: Posterior) => Math.sqrt(belief(posterior).covariance[3]);
    expect(sdOf(withTurn(before, TABLE, HOLDS, flipS, 'right'))).toBeLessThan(sdOf(before) - 0.02);
  });

  it('that a cue contradicts does not rule: a slip is thought of', () => {
    const seen = withCue(before, TABLE, HOLDS, 'popping', cueTimeAt(TABLE, 'popping', 182)! + 1.5);
    const verdict = withTurn(seen, TABLE, HOLDS, 2 * flipS, 'early');
    expect(Math.abs(belief(verdict).lnTime)).toBeLessThan(0.2);
  });
});

describe('a burner that sits askew', () => {
  // two places across from each other, one of which a slip of the burner warms as much as it cools the other
  const right = { xMm: 260, yMm: 100, burnerOffsetC: [12, 0] as const };
  const left = { xMm: 40, yMm: 100, burnerOffsetC: [-12, 0] as const };
  it('is told by a thermometer at one place, and cools the other', () => {
    const field = spotField([{ ...right, residualC: 14, sdC: 2 }], 3);
    expect(field(right).interceptC).toBeGreaterThan(10);
    expect(field(left).interceptC).toBeLessThan(-8);
    expect(field(left).sdC).toBeLessThan(spotField([], 3)(left).sdC);
  });

  it('of which nothing is known leaves its places open', () => {
    expect(spotField([], 3)(right).sdC).toBeCloseTo(Math.hypot(3, 12), 9);
    const plain = spotField([{ xMm: 260, yMm: 100, residualC: 14, sdC: 2 }], 3);
    expect(Math.abs(plain({ xMm: 40, yMm: 100 }).interceptC)).toBeLessThan(3);
  });
});

describe('the surface to run a zone at', () => {
  const { heat } = shelf('Buttermilk cakes');
  const beside = [-8, -3, 0, 2, 4, 9];
  it('is the formula’s as long as most places have a good moment there', () => {
    expect(wantedSurfaceC(heat, TABLE, USUAL_PACE, { besideC: [0, 0, 0] })).toBe(heat.targetC);
  });

  it('is cooler for a batter that browns fast, or a plate with hot spots, but not without end', () => {
    const fast = wantedSurfaceC(heat, TABLE, { time: 1, browning: 1.8 }, { besideC: beside });
    expect(fast).toBeLessThan(heat.targetC - 2);
    expect(fast).toBeGreaterThanOrEqual(heat.lowC - 10);
    expect(wantedSurfaceC(heat, TABLE, { time: 1, browning: 4 }, { besideC: beside })).toBe(heat.lowC - 10);
    expect(wantedSurfaceC(heat, TABLE, { time: 1, browning: 1.2 }, { besideC: [0, 20, 25, 25] })).toBeLessThan(
      wantedSurfaceC(heat, TABLE, { time: 1, browning: 1.2 }, { besideC: [0, 0, 0, 0] }),
    );
  });

  it('a place too hot for any moment, or so cool that it holds up the others, is told', () => {
    const upToC = hottestWithWindowC(TABLE, USUAL_PACE, 'dark')!;
    expect(upToC).toBeGreaterThan(hottestWithWindowC(TABLE)!);
    const fitness = (surfaceC: number) =>
      placeFitness(TABLE, USUAL_PACE, surfaceC, flipBestAt(TABLE, surfaceC), flipBestAt(TABLE, 182));
    expect(fitness(182)).toBe('good');
    expect(fitness(upToC + 5)).toBe('tooHot');
    expect(fitness(135)).toBe('tooCool');
  });
});

describe('where to point the thermometer', () => {
  it('is the place known least, and nowhere when all are known', () => {
    const places = [
      { id: 'A1', sdC: 3 },
      { id: 'A2', sdC: 9 },
      { id: 'A3', sdC: 6 },
    ];
    expect(whereToRead(places)!.id).toBe('A2');
    expect(whereToRead(places.map((place) => ({ ...place, sdC: 2 })))).toBeNull();
    expect(whereToRead([])).toBeNull();
  });
});
