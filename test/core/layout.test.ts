import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { StationBody } from '#core/plate';
import { GAP_MM, MARGIN_MM, placesFault, placesOn, type Place } from '#core/pour';
import { CREPE_PAN_ONE, GRIDDLE } from '#demo';

const slab = (widthMm: number, depthMm: number): StationBody => ({
  ...GRIDDLE,
  shape: { kind: 'rectangle', widthMm, depthMm },
  zones: [GRIDDLE.zones[0]!],
});
const pan = (diameterMm: number): StationBody => ({ ...CREPE_PAN_ONE, shape: { kind: 'round', diameterMm } });

/** Least room between pieces, and between pieces and the rim. */
function room(places: readonly Place[], station: StationBody, diameterMm: number) {
  let margin = Infinity;
  let apart = Infinity;
  const { shape } = station;
  places.forEach((a, i) => {
    const rim =
      shape.kind === 'rectangle'
        ? Math.min(a.xMm, a.yMm, shape.widthMm - a.xMm, shape.depthMm - a.yMm)
        : shape.diameterMm / 2 - Math.hypot(a.xMm - shape.diameterMm / 2, a.yMm - shape.diameterMm / 2);
    margin = Math.min(margin, rim - diameterMm / 2);
    for (const b of places.slice(i + 1)) apart = Math.min(apart, Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) - diameterMm);
  });
  return { margin, apart };
}

describe('layout on a rectangle', () => {
  it.each([
    [900, 450, 80, 43],
    [900, 450, 100, 28],
    [900, 450, 125, 18],
    [700, 400, 80, 28],
    [700, 400, 100, 18],
    [700, 400, 125, 12],
  ])('%d × %d mm, discs of %d mm: at least %d (prototype table)', (width, depth, diameter, count) => {
    expect(placesOn(slab(width, depth), diameter).length).toBeGreaterThanOrEqual(count);
  });

  it('never overlaps, keeps gap and margin, and marks each place once', () => {
    const sizes = fc.record({
      width: fc.integer({ min: 150, max: 1500 }),
      depth: fc.integer({ min: 150, max: 900 }),
      diameter: fc.integer({ min: 40, max: 260 }),
      gapMm: fc.integer({ min: 0, max: 40 }),
    });
    fc.assert(
      fc.property(sizes, ({ width, depth, diameter, gapMm }) => {
        const station = slab(width, depth);
        const places = placesOn(station, diameter, { gapMm });
        const { margin, apart } = room(places, station, diameter);
        expect(margin).toBeGreaterThanOrEqual(MARGIN_MM - 1e-6);
        expect(apart).toBeGreaterThanOrEqual(gapMm - 1e-6);
        expect(placesFault(station, places, diameter)).toBeNull();
        expect(new Set(places.map((place) => place.id)).size).toBe(places.length);
      }),
    );
  });

  it('over the whole plate it takes more than burner by burner, and marks each place by the burner under it', () => {
    const byBurner = placesOn(GRIDDLE, 106);
    const whole = placesOn(GRIDDLE, 106, { over: 'plate' });
    expect(byBurner).toHaveLength(18);
    expect(whole.length).toBeGreaterThan(18);
    for (const { id, zoneId, xMm } of whole) {
      expect(id.slice(0, 1)).toBe(zoneId);
      expect(zoneId).toBe('ABC'[Math.floor(xMm / 300)]);
    }
  });

  it('keeps off ground where no piece may lie, and moves over to lose as few as it can', () => {
    const hotCorner = (x: number, y: number) => Math.hypot(x, y) > 200;
    const free = placesOn(slab(450, 450), 106);
    const kept = placesOn(slab(450, 450), 106, { mayLie: hotCorner });
    expect(kept.every(({ xMm, yMm }) => hotCorner(xMm, yMm))).toBe(true);
    expect(kept.length).toBeGreaterThanOrEqual(free.filter(({ xMm, yMm }) => hotCorner(xMm, yMm)).length);
    expect(placesOn(slab(450, 450), 106, { mayLie: () => false })).toEqual([]);
  });

  it('marks zone by zone in reading order', () => {
    const ids = placesOn(GRIDDLE, 106).map((place) => place.id);
    expect(ids.slice(0, 7)).toEqual(['A1', 'A2', 'A3', 'A4', 'A5', 'A6', 'B1']);
    const [a1, a2, a3] = placesOn(GRIDDLE, 106);
    expect(a1!.yMm).toBe(a2!.yMm);
    expect(a3!.yMm).toBeGreaterThan(a1!.yMm);
  });
});

/**
 * R/r of the tightest known packings of N equal circles in a circle (Graham 1968, Pirl 1969, Graham et al. 1998; values
 * from memory).
 */
const KNOWN = [
  1, 2, 2.1547005, 2.4142136, 2.7013016, 3, 3, 3.3047649, 3.6131259, 3.8130256, 3.9238044, 4.0296019, 4.236068,
  4.3284285, 4.5213569, 4.6154256, 4.7920337, 4.8637033, 4.8637033, 5.1223208,
];

describe('layout in a round pan', () => {
  it.each(KNOWN.map((ratio, index) => [index + 1, ratio]))(
    '%d discs where R/r is %d, as the best known packing has',
    (count, ratio) => {
      // half a ten-thousandth more than the published figure, which is rounded; the pan has no side and no gap
      const places = placesOn(pan(300), (300 / ratio) * (1 - 5e-6), { gapMm: 0, marginMm: 0 });
      expect(places.length).toBeGreaterThanOrEqual(count);
      const { margin, apart } = room(places, pan(300), (300 / ratio) * (1 - 5e-6));
      expect(margin).toBeGreaterThan(-2e-3);
      expect(apart).toBeGreaterThan(-2e-3);
    },
  );

  it.each([
    [80, 5],
    [100, 4],
    [125, 2],
  ])('28 cm, margin 5 mm, gap 2 cm: discs of %d mm, %d of them (prototype table)', (diameter, count) => {
    expect(placesOn(pan(280), diameter)).toHaveLength(count);
  });

  it('never overlaps and keeps to the pan, coins by the dozen too', () => {
    fc.assert(
      fc.property(fc.integer({ min: 160, max: 600 }), fc.integer({ min: 30, max: 150 }), (across, diameter) => {
        const station = pan(across);
        const places = placesOn(station, diameter);
        const { margin, apart } = room(places, station, diameter);
        if (places.length > 1) {
          expect(margin).toBeGreaterThanOrEqual(5 - 2e-3);
          expect(apart).toBeGreaterThanOrEqual(GAP_MM - 2e-3);
        }
        expect(placesFault(station, places, diameter)).toBeNull();
      }),
    );
    expect(placesOn(pan(600), 30).length).toBeGreaterThan(60);
  });

  it('takes one film, and nothing larger than itself', () => {
    expect(placesOn(CREPE_PAN_ONE, 240)).toEqual([{ id: 'P1', zoneId: 'P', xMm: 120, yMm: 120 }]);
    expect(placesOn(CREPE_PAN_ONE, 260)).toEqual([]);
    expect(placesOn(slab(100, 100), 95)).toEqual([]);
  });

  it('has one piece a well, whatever its size', () => {
    const moulded: StationBody = {
      ...CREPE_PAN_ONE,
      shape: { kind: 'wells', diameterMm: 270, count: 7, wellMm: 80, wellDepthMm: 15 },
    };
    const places = placesOn(moulded, 80);
    expect(places.map(({ id }) => id)).toEqual(['P1', 'P2', 'P3', 'P4', 'P5', 'P6', 'P7']);
    expect(room(places, moulded, 80).apart).toBeGreaterThan(-1e-3);
  });
});

describe('places that a hand laid', () => {
  it('are told when they touch or lie off the plate', () => {
    const at = (xMm: number, yMm: number) => ({ xMm, yMm });
    expect(placesFault(GRIDDLE, [at(100, 100), at(206, 100)], 106)).toBeNull();
    expect(placesFault(GRIDDLE, [at(100, 100), at(190, 100)], 106)).toBe('touching');
    expect(placesFault(GRIDDLE, [at(40, 100)], 106)).toBe('offPlate');
    expect(placesFault(CREPE_PAN_ONE, [at(30, 30)], 60)).toBe('offPlate');
  });
});
