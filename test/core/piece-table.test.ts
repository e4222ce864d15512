import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import {
  PREDICTED,
  QUICK,
  REFERENCE,
  UNCERTAIN,
  browningWord,
  cueTimeAt,
  cuesBy,
  dueS,
  flipBestAt,
  hottestWithWindowC,
  sensitivities,
  simulatePiece,
  spreadLn,
  spreadsAt,
  timelineAt,
  timelineTable,
  type Predicted,
} from '#core/piece';
import { pieceErrors, randomPieces } from '../../bench/piece-accuracy.ts';
import { CAKE, CREPE, cake, crepe } from './pieces.ts';

describe('the quick way against the reference', () => {
  it('is within 3 s or 3 % in nine cues of ten on random pieces of four batters, 1–20 mm, 160–215 °C', () => {
    const { byCue, oneSided } = pieceErrors(randomPieces(8, 77));
    const all = byCue.reduce((sum, { count }) => sum + count, 0);
    const inside = byCue.reduce((sum, { count, within }) => sum + count * within, 0);
    expect(all).toBeGreaterThan(40);
    expect(inside / all).toBeGreaterThan(0.9);
    // a bubble more or less at the end of a long first side
    expect(oneSided / all).toBeLessThan(0.12);
  });

  it('the reference has converged: half the step and more cells move no cue by 1.5 s', () => {
    const finer = { cells: { leavened: 80, thin: 56 }, stepS: { leavened: 0.025, thin: 0.025 } };
    const [a, b] = [simulatePiece(cake(185), REFERENCE), simulatePiece(cake(185), finer)];
    for (const what of PREDICTED) {
      const [x, y] = [dueS(a, what), dueS(b, what)];
      if (x !== undefined && y !== undefined) expect(Math.abs(x - y)).toBeLessThan(1.5);
    }
    expect(QUICK.cells.leavened).toBeLessThan(REFERENCE.cells.leavened);
  });
});

/** Everything a fifth later, colours too. */
const SLOWER = { time: 1.2, browning: 1 / 1.2 };

describe('the table', () => {
  const table = timelineTable(cake(182));

  it('interpolates the simulation within 3 s or 3 % at surfaces it was not made for', () => {
    for (const surfaceC of [163, 171.5, 183, 197]) {
      const exact = simulatePiece(cake(surfaceC));
      const quick = timelineAt(table, surfaceC);
      for (const what of ['flip', 'rimBubbles', 'coveredFace', 'golden', 'dryEdge', 'holesStay'] as const) {
        const [x, y] = [dueS(quick, what), dueS(exact, what)];
        if (x !== undefined && y !== undefined) expect(Math.abs(x - y)).toBeLessThan(Math.max(3, 0.03 * y));
      }
    }
  });

  it('gives the same answer by either way of asking, holds its ends, and scales by the time factor', () => {
    expect(cueTimeAt(table, 'coveredFace', 181)).toBeCloseTo(timelineAt(table, 181).cues.coveredFace!, 9);
    expect(flipBestAt(table, 181)).toBeCloseTo(timelineAt(table, 181).flip.bestS, 9);
    expect(flipBestAt(table, 400)).toBe(flipBestAt(table, 250));
    expect(timelineAt(table, 181, SLOWER).flip.bestS).toBeCloseTo(1.2 * flipBestAt(table, 181), 9);
    expect(timelineAt(table, 181, SLOWER).peekS).toBeCloseTo(1.2 * timelineAt(table, 181).peekS!, 9);
  });

  it('knows the hottest surface that leaves a window', () => {
    const upToC = hottestWithWindowC(table)!;
    expect(timelineAt(table, upToC - 8).tooHot).toBe(false);
    expect(timelineAt(table, upToC + 8).tooHot).toBe(true);
  });

  it('lists what shows by a moment in the order it came', () => {
    const timeline = timelineAt(table, 182);
    expect(cuesBy(timeline, 1)).toEqual([]);
    const seen = cuesBy(timeline, timeline.flip.bestS + 30).map((cue) => timeline.cues[cue]!);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
    expect(seen.length).toBeGreaterThan(4);
  });
});

describe('what the model does not know', () => {
  it('more heat into it makes it sooner, faster browning only colours it, more bubbles asked for come later', () => {
    const answers = new Map(sensitivities(cake(180)).map(({ name, slopes }) => [name, slopes]));
    expect(answers.size).toBe(UNCERTAIN.length);
    expect(answers.get('contact')!.holesStay!).toBeLessThan(-0.2);
    expect(answers.get('browning')!.golden!).toBeLessThan(-0.1);
    expect(Math.abs(answers.get('browning')!.holesStay!)).toBeLessThan(0.02);
    expect(answers.get('bubbles')!.coveredFace!).toBeGreaterThan(0.1);
    expect(answers.get('thickness')!.holesStay!).toBeGreaterThan(0.5);
  });

  it.each([
    ['a cake', cake(182)],
    ['a film', crepe(195)],
  ])('%s: every moment has a spread, of a few to some thirty per cent', (_name, input) => {
    const spreads = spreadLn(input);
    const piece = simulatePiece(input);
    for (const what of PREDICTED) if (dueS(piece, what) !== undefined) expect(spreads[what]).toBeDefined();
    expect(spreads.flip!).toBeGreaterThan(0.04);
    expect(spreads.flip!).toBeLessThan(0.35);
  });

  it('is worked out once for a range of heat', () => {
    const [table, memo] = [timelineTable(crepe(195)), new Memo()];
    const near = spreadsAt(table, 188, memo);
    expect(spreadsAt(table, 184, memo)).toBe(near);
    expect(spreadsAt(table, 150, memo)).not.toBe(near);
    const flips: Predicted = 'flip';
    expect(near[flips]).toBeGreaterThan(0);
  });
});

describe('words for browning', () => {
  it('go from raw to burnt as it darkens, each once', () => {
    const words = [82, 78, 70, 60, 50, 40, 30].map(browningWord);
    expect(words).toEqual(['raw', 'pale', 'lightGold', 'golden', 'brown', 'dark', 'burnt']);
  });
});

describe('a batter as the model sees it', () => {
  it('takes water, dry matter, sugar and gas from what went in', () => {
    expect(CAKE.waterFraction).toBeGreaterThan(0.5);
    expect(CREPE.waterFraction).toBeGreaterThan(CAKE.waterFraction);
    // soda 1.3 g and powder 3.4 g at 12 % CO₂ in about 336 g: 0.0155 + 0.0093 mol
    expect(CAKE.leaveningMolPerKg).toBeCloseTo((1.3 / 84.007 + (3.4 * 0.12) / 44.009) / 0.3359, 3);
    expect(CREPE.leaveningMolPerKg).toBe(0);
    // dry matter lies between fat and starch: 917–1590 kg/m³, 1602–2043 J/kgK (Choi & Okos 1986)
    for (const batter of [CAKE, CREPE]) {
      expect(batter.dryDensityKgM3).toBeGreaterThan(1300);
      expect(batter.dryDensityKgM3).toBeLessThan(1500);
      expect(batter.dryHeatJKgK).toBeGreaterThan(1602);
      expect(batter.dryHeatJKgK).toBeLessThan(1850);
    }
  });
});
