import { describe, expect, it } from '@jest/globals';
import { forecast } from '#core/forecast';
import { Memo } from '#core/memo';
import { simulatePiece } from '#core/piece';
import {
  FIGURE_NAMES,
  beadOf,
  breakChance,
  drawnPour,
  figureAcrossMm,
  placesFault,
  placesOn,
  spotsBeside,
  strokeLengthMm,
  turnersFor,
} from '#core/pour';
import { fold, type StoredEvent } from '#core/run';
import { acrossOf, discOfPiece, piecesLeft, placesIn, pourMlOf, runView, spotOfPiece } from '#core/setup';
import { pieceInput } from '#core/forecast';
import { fruitEffects, nextFirstSide } from '#core/what-if';
import { GRIDDLE } from '../../src/demo/stations.ts';
import { BRIEF, CAKES, GRIDDLE_ID, READ_PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 3_600_000;
const event = writer(T0);
const at = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const A = { stationId: GRIDDLE_ID, zoneId: 'A' };
const memo = new Memo();
const runOf = (events: readonly StoredEvent[]) =>
  runView(READ_PINS, fold({ pins: READ_PINS, rehearsal: false }, numbered(events)), memo);
const pour = (n: number, placeId: string, volumeMl: number, seconds: number) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl }, at(seconds));

const LETTER = { volumeMl: 20, mouldMm: 70, figure: { name: 'A' as const, heightMm: 120, lineMm: 15 } };
const laid = event(
  'places-set',
  {
    formulaId: CAKES,
    stationId: GRIDDLE_ID,
    places: [
      { id: 'A1', xMm: 70, yMm: 80 },
      { id: 'A2', xMm: 180, yMm: 80, pour: { volumeMl: 15 } },
      { id: 'A3', xMm: 120, yMm: 300, pour: LETTER },
    ],
  },
  at(0.5),
);
const heated = [
  event('brief-set', BRIEF, at(0)),
  laid,
  event('burner-turned', { ...A, mark: 5 }, at(1)),
  event('reading-taken', { ...A, method: 'probe', surfaceC: 184, sdC: 2.5 }, at(700)),
];

describe('20 coins beside large ones of one batter', () => {
  const run = runOf(heated);
  const places = placesIn(run, CAKES, GRIDDLE_ID);

  it('a place may have a pour of its own; it lies as wide as that runs', () => {
    expect(places.map((place) => pourMlOf(run, CAKES, place))).toEqual([75, 15, 20]);
    expect(places[0]!.diameterMm).toBeUndefined();
    expect(places[1]!.diameterMm).toBeCloseTo(acrossOf(run, CAKES, GRIDDLE_ID, { volumeMl: 15 }), 6);
    // d goes as V^0.4 (models.md): 15 mL lie about half as wide as 75
    expect(places[1]!.diameterMm! / 106).toBeCloseTo((15 / 75) ** 0.4, 1);
    expect(places[2]!.diameterMm).toBeGreaterThan(120);
  });

  it('a coin is turned sooner than a large one poured with it, and keeps its size when the layout changes', () => {
    const cooking = [...heated, pour(1, 'A1', 75, 710), pour(2, 'A2', 15, 711), pour(3, 'A3', 20, 712)];
    const now = runOf(cooking);
    const { pieces } = forecast(now, T0 + 720_000);
    expect(pieces[id(2)]!.flip.bestMs).toBeLessThan(pieces[id(1)]!.flip.bestMs - 5000);
    expect(discOfPiece(now, now.piece(id(2))).diameterMm).toBeLessThan(65);
    expect(now.piece(id(3)).mouldMm).toBe(70);
    const later = runOf([
      ...cooking,
      event('places-set', { formulaId: CAKES, stationId: GRIDDLE_ID, places: null }, at(730)),
    ]);
    for (const n of [1, 2, 3]) {
      expect(spotOfPiece(later, later.piece(id(n)))).toEqual(spotOfPiece(now, now.piece(id(n))));
      expect(discOfPiece(later, later.piece(id(n)))).toEqual(discOfPiece(now, now.piece(id(n))));
    }
  });

  it('a coin is its share of what the brief asks, not a piece of it', () => {
    const left = (events: readonly StoredEvent[]) => piecesLeft(runOf(events).state, CAKES);
    const asked = left(heated);
    expect(left([...heated, pour(1, 'A1', 75, 710)])).toBe(asked - 1);
    expect(left([...heated, pour(2, 'A2', 15, 710)])).toBe(asked);
    expect(runOf([...heated, pour(2, 'A2', 15, 710)]).piece(id(2)).worth).toBeCloseTo(0.2, 9);
  });

  it('what is foretold before a coin is poured is what is foretold of it once it lies there', () => {
    const pourMs = T0 + 711_000;
    const moment = { pourMs, nowMs: pourMs };
    const coin = nextFirstSide(run, { formulaId: CAKES, ...A, placeId: 'A2' }, moment)!;
    const large = nextFirstSide(run, { formulaId: CAKES, ...A }, moment)!;
    expect(coin.bestS).toBeLessThan(large.bestS - 5);
    const { pieces } = forecast(runOf([...heated, pour(2, 'A2', 15, 711)]), pourMs);
    expect(Math.abs((pieces[id(2)]!.flip.bestMs - pourMs) / 1000 - coin.bestS)).toBeLessThan(8);
  });

  it('coins fill the gaps that large ones leave, and none touches', () => {
    const large = placesOn(GRIDDLE, 140);
    const coins = spotsBeside(GRIDDLE, large, 50, 140, 5);
    expect(coins.length).toBeGreaterThan(3);
    const all = [...large, ...coins.map((spot) => ({ ...spot, diameterMm: 50 }))];
    expect(placesFault(GRIDDLE, all, 140)).toBeNull();
    expect(spotsBeside(GRIDDLE, all, 50, 140, 5)).toEqual([]);
  });
});

describe('20 letters and shapes drawn with a bottle', () => {
  // Liu & Mei 1989, J. Fluid Mech. 207 (plane slump of a yield stress, from memory): ρ g h dh/dx = τ_y at rest
  it('a line holds what stands under the slope of its yield stress, summed from its edge', () => {
    const [widthM, tauPa, rho] = [0.015, 20, 1000];
    const steps = 200_000;
    const dx = widthM / 2 / steps;
    let h = 0;
    let area = 0;
    for (let i = 0; i < steps; i++) {
      h = Math.sqrt(h * h + (2 * tauPa * dx) / (rho * 9.80665));
      area += 2 * h * dx;
    }
    expect(beadOf(widthM, tauPa, rho).m3PerM / area).toBeCloseTo(1, 4);
  });

  it('a letter twice as high takes twice the batter for a line of the same width, and is drawn twice as long', () => {
    const of = (heightMm: number) => drawnPour({ name: 'E', heightMm, lineMm: 15 }, 20, 900);
    expect(of(200).pour.volumeMl / of(100).pour.volumeMl).toBeCloseTo(2, 1);
    expect(of(200).drawS / of(100).drawS).toBeCloseTo(2, 5);
    expect(strokeLengthMm('I', 100)).toBeCloseTo(100, 6);
  });

  it.each(FIGURE_NAMES)('%s lies within the room it is given, as thick as its line', (name) => {
    const figure = { name, heightMm: 100, lineMm: 14 };
    const { pour: own, thicknessMm, acrossMm } = drawnPour(figure, 20, 900);
    expect(acrossMm).toBe(figureAcrossMm(figure));
    expect((own.volumeMl * 1000) / ((Math.PI * own.mouldMm! ** 2) / 4) / thicknessMm).toBeCloseTo(1, 1);
    expect(own.mouldMm!).toBeLessThan(acrossMm);
    expect(own.volumeMl).toBeGreaterThan(3);
  });
});

describe('20 giant cakes', () => {
  const disc = (diameterMm: number) => ({ diameterMm, thicknessMm: 10 });

  it('a cantilever under its own weight: four times the stress for twice the overhang', () => {
    // beam bending, Gere & Timoshenko: σ = 3 ρ g a² / h, so the chance is one half where that meets the strength
    const overM = Math.sqrt((20_000 * 0.01) / (2 * 3 * 800 * 9.80665));
    const turning = { with: 'turner', acrossMm: 120 } as const;
    expect(breakChance(disc(120 + 2000 * overM), 800, turning)).toBeCloseTo(0.5, 6);
  });

  it('one that no burner holds alone lies across several', () => {
    const places = placesOn(GRIDDLE, 320);
    expect(places.length).toBeGreaterThan(0);
    expect(placesFault(GRIDDLE, places, 320)).toBeNull();
    expect(placesOn(GRIDDLE, 600)).toEqual([]);
  });

  it.each([
    [120, 'turner', 0, 0.01],
    [300, 'twoTurners', 0.9, 1],
    [380, 'peel', 0.9, 1],
  ] as const)('%s mm across: %s (common practice, no source)', (mm, wanted, low, high) => {
    const { turning, oneTurner } = turnersFor(disc(mm), 800);
    expect(turning.with).toBe(wanted);
    expect(oneTurner).toBeGreaterThanOrEqual(low);
    expect(oneTurner).toBeLessThanOrEqual(high);
  });
});

describe('20 fruit by its cut', () => {
  const run = runOf([event('brief-set', BRIEF, at(0))]);

  it('fresh fruit counts, frozen more; a slice lies flat on more of the face than berries of its weight', () => {
    const of = (cut: 'berry' | 'slice', each: number) => fruitEffects(run, CAKES, each, cut, 106, T0)!;
    for (const effects of [of('berry', 8), of('slice', 3)]) {
      expect(effects.freshS).toBeGreaterThanOrEqual(effects.plainS);
      expect(effects.frozenS).toBeGreaterThan(effects.freshS);
    }
  });

  it('the middle of a piece with frozen slices is later than with fresh ones', () => {
    const input = pieceInput(run, { formulaId: CAKES, ...A }, T0);
    const areaM2 = (Math.PI * 0.106 ** 2) / 4;
    const flip = (frozen: boolean) =>
      simulatePiece({ ...input, fruit: { count: 3, cut: 'slice', eachG: 4, frozen, areaM2 } }).flip.bestS;
    expect(flip(true)).toBeGreaterThan(flip(false));
  });
});
