import { describe, expect, it } from '@jest/globals';
import { linesFor } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import {
  LivePiece,
  PIECE_PARAMETERS,
  STANDARD_PRESSURE_PA,
  batterProperties,
  simulatePiece,
  type Otherwise,
  type PieceInput,
} from '#core/piece';
import { GRIDDLE_CAKES } from '#demo';

const SURFACE_C = 165;
const INPUT: PieceInput = {
  batter: batterProperties(linesFor(GRIDDLE_CAKES, 100), 'leavened', SHIPPED_LARDER),
  thicknessMm: 8.5,
  batterC: 20,
  // metal that nothing cools: what stands still in the one is given to the other
  plate: { surfaceC: SURFACE_C, arealHeatCapacityJm2K: 1e12, recoveryWm2K: 1e9 },
  ambientC: 22,
  pressurePa: STANDARD_PRESSURE_PA,
};

function cooked(input: PieceInput, spanS = 220, flipAtS = Infinity): LivePiece {
  const live = new LivePiece(input);
  for (let s = 0; s < spanS; s++) {
    if (s === flipAtS) live.flip();
    live.cook(SURFACE_C, 1);
  }
  return live;
}
const otherwise = (change: Partial<Otherwise>): PieceInput => ({
  ...INPUT,
  parameters: { ...PIECE_PARAMETERS, otherwise: { ...PIECE_PARAMETERS.otherwise, ...change } },
});

describe('a piece cooked step by step', () => {
  it('comes to its moments as the simulated one does on the same metal', () => {
    const simulated = simulatePiece(INPUT);
    const live = cooked(INPUT);
    expect(live.moments().bestS!).toBeCloseTo(simulated.flip.bestS, 0);
    expect(live.moments().holdsS!).toBeCloseTo(simulated.holdsS!, 0);
    for (const [cue, atS] of Object.entries(simulated.cues)) {
      if (atS > 150) continue;
      expect([cue, Math.abs(live.cues()[cue as keyof typeof simulated.cues]! - atS) < 1.5]).toEqual([cue, true]);
    }
  });

  it('turned early it is raw inside, and its first side still knows when it should have been', () => {
    const best = cooked(INPUT).moments().bestS!;
    const early = cooked(INPUT, 260, 40);
    expect(early.moments().bestS!).toBeCloseTo(best, 0);
    expect(cooked(INPUT, 55, 40).inside().cooked).toBe(false);
    expect(cooked(INPUT, Math.round(best) + 60, Math.round(best)).inside().cooked).toBe(true);
    expect(Object.keys(cooked(INPUT, 60, 40).cues())).not.toContain('dryEdge');
  });

  it('draws most heat while it is cold and wet, and less and less', () => {
    const live = new LivePiece(INPUT);
    live.cook(SURFACE_C, 1);
    const atFirst = live.drawnWm2;
    for (let s = 0; s < 20; s++) live.cook(SURFACE_C, 1);
    const later = live.drawnWm2;
    for (let s = 0; s < 80; s++) live.cook(SURFACE_C, 1);
    expect(atFirst).toBeGreaterThan(1.3 * later);
    expect(later).toBeGreaterThan(1.2 * live.drawnWm2);
    // a gram takes 200–400 J on its first side: warming by 75 K and a little steam
    expect(live.drawnWm2).toBeGreaterThan(5000);
  });

  it('is built otherwise where a kitchen says so, each in its own way', () => {
    const plain = cooked(INPUT).moments();
    const lifted = cooked(otherwise({ contactLost: 0.3 })).moments();
    expect(lifted.holdsS!).toBeGreaterThan(plain.holdsS! + 3);
    const second = cooked(otherwise({ browningOrder: 1.5 }));
    expect(second.inside().firstLStar).toBeGreaterThan(cooked(INPUT).inside().firstLStar + 3);
    const dry = cooked(otherwise({ ventedOnceSet: 0.5 })).moments();
    expect(dry.holdsS!).toBeGreaterThan(plain.holdsS!);
    const counted = cooked(otherwise({ holesOpenPerCm2: 0.3 }));
    expect(counted.cues().holesStay!).toBeLessThan(cooked(INPUT).cues().holesStay! - 10);
  });
});
