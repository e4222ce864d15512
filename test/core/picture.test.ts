import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { appearanceAt, pictureOf, simulatePiece, type Appearance, type PictureOf } from '#core/piece';
import { seeded } from '#core/statistics';
import { cake, crepe } from './pieces.ts';

const CAKE_AT_182 = simulatePiece(cake(182));
const CREPE_AT_195 = simulatePiece(crepe(195));
const flipS = CAKE_AT_182.flip.bestS;
const liftS = CAKE_AT_182.lift.bestS;
const seen = (atS: number, flippedS: number | null = null) => appearanceAt(CAKE_AT_182.appearances, atS, flippedS);
const draw = (look: Appearance, more: Partial<PictureOf> = {}, seed = 7) =>
  pictureOf(look, { diameterMm: 105, thin: false, flipped: false, face: 'over', ...more }, seeded(seed));
const marks = (look: Appearance, more: Partial<PictureOf> = {}) => {
  const { bubbles, holes } = draw(look, more);
  return { bubbles: bubbles.length, holes: holes.length, all: bubbles.length + holes.length };
};

describe('what a piece looks like', () => {
  it('below it darkens steadily on the first side, and a turned piece shows that face', () => {
    const times = [0, 0.25, 0.5, 0.75, 1].map((share) => seen(share * flipS).underLStar);
    for (let i = 1; i < times.length; i++) expect(times[i]!).toBeLessThanOrEqual(times[i - 1]!);
    expect(times[0]).toBeCloseTo(82, 5);
    const turned = seen(flipS + 20, flipS);
    expect(turned.overLStar).toBeCloseTo(seen(flipS).underLStar, 6);
    expect(turned.underLStar).toBeGreaterThan(turned.overLStar);
    expect(seen(flipS + liftS, flipS).underLStar).toBeLessThan(turned.underLStar);
  });

  it('one flipped too early is paler above than one flipped late', () => {
    const early = seen(flipS * 0.7 + 10, flipS * 0.7);
    const late = seen(flipS * 1.1 + 10, flipS * 1.1);
    expect(early.overLStar).toBeGreaterThan(late.overLStar + 3);
  });

  it('forgotten on the plate it burns, however long it was simulated', () => {
    expect(seen(2 * flipS).underLStar).toBeLessThan(seen(1.4 * flipS).underLStar);
    expect(seen(5 * flipS).underLStar).toBeLessThan(35);
    expect(seen(5 * flipS).underLStar).toBeGreaterThan(21);
  });

  it('bubbles come from the rim inwards, holes stand open at the end, and it rises', () => {
    const [soon, middle, late] = [0.25, 0.55, 1].map((share) => seen(share * flipS));
    expect(soon!.rimBubblesPerCm2).toBeGreaterThan(soon!.bubblesPerCm2);
    expect(middle!.bubblesPerCm2).toBeGreaterThan(soon!.bubblesPerCm2);
    expect(late!.holesPerCm2).toBeGreaterThan(middle!.holesPerCm2);
    expect(late!.rise).toBeGreaterThan(1.1);
  });
});

describe('the picture of a face', () => {
  it('is the same for the same state and seed, and another for another', () => {
    const look = seen(60);
    expect(draw(look)).toEqual(draw(look));
    expect(draw(look, {}, 8)).not.toEqual(draw(look));
  });

  it('raw: shining and without a mark; then bubbles, more of them as it cooks; open holes by the flip; a dry rim', () => {
    expect(marks(seen(0)).all).toBe(0);
    expect(draw(seen(0)).shine).toBe(1);
    const counts = [0.35, 0.6, 1].map((share) => marks(seen(share * flipS)).all);
    for (let i = 1; i < counts.length; i++) expect(counts[i]!).toBeGreaterThanOrEqual(counts[i - 1]!);
    expect(counts.at(-1)).toBeGreaterThan(60);
    expect(marks(seen(flipS)).holes).toBeGreaterThan(marks(seen(0.45 * flipS)).holes);
    expect(draw(seen(flipS)).dryRimMm).toBeGreaterThan(draw(seen(0.2 * flipS)).dryRimMm);
  });

  it('a bubble once seen stays where it is', () => {
    const before = draw(seen(0.5 * flipS));
    const after = draw(seen(0.7 * flipS));
    const places = new Set([...after.bubbles, ...after.holes].map(({ xMm, yMm }) => `${xMm} ${yMm}`));
    for (const mark of [...before.bubbles, ...before.holes]) expect(places.has(`${mark.xMm} ${mark.yMm}`)).toBe(true);
  });

  it('the first face browns more evenly than the second, and both are as light as the state says', () => {
    const off = seen(flipS + liftS, flipS);
    const spread = (face: 'over' | 'under') => {
      const { patches, lStar } = draw(off, { flipped: true, face });
      const mean = patches.reduce((sum, patch) => sum + patch.lStar, 0) / patches.length;
      expect(Math.abs(mean - lStar)).toBeLessThan(3);
      const relief = patches.map((patch) => Math.abs(patch.lStar - lStar));
      return relief.reduce((sum, off_) => sum + off_, 0) / patches.length / (82 - lStar);
    };
    expect(spread('under')).toBeGreaterThan(1.2 * spread('over'));
  });

  it('a film has lace and lets its colour through; nothing is drawn outside its edge', () => {
    const off = appearanceAt(CREPE_AT_195.appearances, CREPE_AT_195.flip.bestS, null);
    const picture = draw(off, { thin: true, diameterMm: 240 });
    expect(picture.bubbles).toEqual([]);
    expect(picture.holes.length).toBeGreaterThan(5);
    expect(picture.lStar).toBeLessThan(82);
    fc.assert(
      fc.property(fc.integer(), fc.double({ min: 0, max: 1, noNaN: true }), fc.boolean(), (seed, share, thin) => {
        const { bubbles, holes, patches, edgeMm } = draw(seen(share * flipS), { thin, flipped: share > 0.5 }, seed);
        const reach = Math.max(...edgeMm);
        for (const { xMm, yMm } of [...bubbles, ...holes, ...patches]) expect(Math.hypot(xMm, yMm)).toBeLessThan(reach);
      }),
      { numRuns: 40 },
    );
  });
});
