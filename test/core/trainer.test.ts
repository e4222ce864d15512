import { describe, expect, it } from '@jest/globals';
import { FlipTrainer, LEVELS, ROUND, flipScore, type Level, type TrainedPiece } from '#core/rehearsal';

/** A round in which each piece is turned as soon as `ready` says so. */
function round(
  level: Level,
  ready: (piece: ReturnType<FlipTrainer['onPlate']>[number]) => boolean,
  seed = 1,
): readonly TrainedPiece[] {
  const trainer = new FlipTrainer(level, seed);
  for (let s = 1; s < 2000 && !trainer.over; s++) {
    trainer.advanceTo(s);
    for (const piece of trainer.onPlate()) if (!piece.flipped && ready(piece)) trainer.flip(piece.placeId);
  }
  return trainer.results;
}
const mean = (of: readonly number[]) => of.reduce((sum, x) => sum + x, 0) / of.length;
const bests = (pieces: readonly TrainedPiece[]) =>
  [...pieces].sort((a, b) => a.number - b.number).map(({ window }) => window.bestS);

describe('the flip trainer', () => {
  it.each(LEVELS)('on the %s plate judges every piece of a round against its own window', (level) => {
    const pieces = round(level, ({ seen }) => seen.includes('popping'));
    expect(pieces).toHaveLength(ROUND.pieces);
    for (const { flippedS, window, verdict, score, seen } of pieces) {
      expect(score).toBe(flipScore(flippedS, window));
      if (verdict === 'early') expect(flippedS).toBeLessThan(window.earliestS);
      if (verdict === 'late') expect(flippedS).toBeGreaterThan(window.latestS);
      if (verdict === 'right') expect(score).toBeGreaterThanOrEqual(70);
      expect(seen).not.toContain('golden');
    }
  });

  it('whoever looks does better than whoever does not', () => {
    const looks = round('steady', ({ seen }) => seen.includes('dryEdge') && seen.includes('popping'));
    const hurries = round('steady', ({ ageS }) => ageS >= 40);
    expect(mean(looks.map(({ score }) => score))).toBeGreaterThan(70);
    expect(hurries.every(({ verdict, score }) => verdict === 'early' && score < 20)).toBe(true);
  });

  it('a piece nobody turns is turned in the end, too late, and says when it was dark below', () => {
    const pieces = round('steady', () => false);
    expect(pieces).toHaveLength(ROUND.pieces);
    for (const { verdict, darkS, flippedS } of pieces) {
      expect(verdict).toBe('late');
      expect(darkS!).toBeLessThan(flippedS);
    }
  });

  it('its plates are what they are called: even, uneven by place, quicker piece by piece, overtaken by colour', () => {
    const atBest = (level: Level) => round(level, ({ seen }) => seen.includes('popping'));
    const spread = (of: readonly number[]) => Math.max(...of) / Math.min(...of);
    expect(spread(bests(atBest('uneven')))).toBeGreaterThan(1.3 * spread(bests(atBest('steady'))));
    const warming = bests(atBest('warming'));
    expect(mean(warming.slice(-3))).toBeLessThan(0.8 * mean(warming.slice(0, 3)));
    expect(atBest('runaway').filter(({ verdict }) => verdict === 'tooHot').length).toBeGreaterThan(0);
    expect(atBest('steady').every(({ verdict }) => verdict !== 'tooHot')).toBe(true);
  });

  it('a turn of a free place, or a second one, does nothing; the same seed is the same round', () => {
    const trainer = new FlipTrainer('steady', 7);
    expect(trainer.flip('A1')).toBe(false);
    trainer.advanceTo(60);
    expect(trainer.flip('A1')).toBe(true);
    expect(trainer.flip('A1')).toBe(false);
    const ready = ({ ageS }: { ageS: number }) => ageS >= 100;
    expect(round('thick', ready, 3)).toEqual(round('thick', ready, 3));
    expect(round('thick', ready, 3)).not.toEqual(round('thick', ready, 4));
  });

  it('scores fall away from the best moment on the scale of each side', () => {
    const window = { earliestS: 90, bestS: 100, latestS: 130 };
    expect(flipScore(100, window)).toBe(100);
    expect(flipScore(90, window)).toBe(70);
    expect(flipScore(130, window)).toBe(70);
    expect(flipScore(85, window)).toBe(35);
    expect(flipScore(40, window)).toBe(0);
  });
});
