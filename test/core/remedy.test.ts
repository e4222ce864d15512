import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { forecast } from '#core/forecast';
import { remedyFor, type Remedy } from '#core/guidance';
import type { Fault } from '#core/piece';
import { fold, type StoredEvent } from '#core/run';
import { BRIEF, CAKES, GRIDDLE_ID, READ_PINS as PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 1_800_000;
const tables = new Memo();
const event = writer(T0);
const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const ZONE = { stationId: GRIDDLE_ID, zoneId: 'A' };

/** A zone that was heated, read at its pieces' places, and poured on. */
const heated = (surfaceC: number, mark = 4.5): StoredEvent[] => [
  event('brief-set', BRIEF),
  event('burner-turned', { ...ZONE, mark: 7 }, after(-600)),
  event('burner-turned', { ...ZONE, mark }, after(-340)),
  ...[0, 1, 2].map((n) =>
    event(
      'reading-taken',
      { ...ZONE, method: 'probe', surfaceC, sdC: 1.5, spot: { xMm: 75 + 75 * n, yMm: 100 } },
      after(-3 + n),
    ),
  ),
  event('poured', { pieceId: id(1), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A1', volumeMl: 75 }, after(0)),
];
const flippedAt = (seconds: number) => event('flipped', { pieceId: id(1) }, after(seconds));

function remedy(events: readonly StoredEvent[], fault: Fault, atS = 100): Remedy {
  const state = fold({ pins: PINS, rehearsal: false }, numbered(events));
  const predicted = forecast(runView(PINS, state, tables), T0 + atS * 1000);
  return remedyFor(runView(PINS, state, tables), predicted, state.pieces.get(id(1))!, fault)!;
}
const zoneOf = (events: readonly StoredEvent[]) =>
  forecast(runView(PINS, fold({ pins: PINS, rehearsal: false }, numbered(events)), tables), T0 + 100_000).zones.find(
    ({ zoneId, formulaId }) => zoneId === 'A' && formulaId === CAKES,
  )!;

describe('dark outside and raw inside', () => {
  it('on a plate that is hot: turn it down, to first sides that are longer', () => {
    const answer = remedy(heated(290), 'darkRaw');
    expect(answer).toMatchObject({ do: 'turn' });
    if (answer.do !== 'turn') return;
    expect(answer.mark).toBeLessThan(4.5);
    expect(answer.mark).toBe(zoneOf(heated(290)).workingMark);
    expect(answer.thenS).toBeGreaterThan(answer.nowS);
    expect(answer.good).toBeLessThanOrEqual(answer.of);
  });

  it('on a plate that is right: pour less, so that the inside holds sooner', () => {
    const { targetC } = zoneOf(heated(185));
    const answer = remedy(heated(targetC + 4), 'darkRaw', 20);
    expect(answer).toMatchObject({ do: 'pourLess', volumeMl: 65 });
    if (answer.do === 'pourLess') expect(answer.thenS).toBeLessThan(answer.nowS);
  });

  it('on a plate that nobody read: read it before anything is turned', () => {
    const guessed = [
      event('brief-set', BRIEF),
      event('surface-assumed', { ...ZONE, surfaceC: 180, sdC: 15 }),
      heated(180).at(-1)!,
    ];
    expect(remedy(guessed, 'darkRaw')).toMatchObject({ do: 'read', placeId: 'A1' });
  });
});

describe('pale and slow', () => {
  it('on a plate that is cool: turn it up, to first sides that are shorter', () => {
    const answer = remedy(heated(150), 'paleSlow');
    expect(answer).toMatchObject({ do: 'turn' });
    if (answer.do === 'turn') expect(answer.thenS).toBeLessThan(answer.nowS);
  });

  it('just turned: leave it to come; with the dial at its end there is nothing to turn', () => {
    const turned = [...heated(150), event('burner-turned', { ...ZONE, mark: 5 }, after(90))];
    expect(remedy(turned, 'paleSlow')).toMatchObject({ do: 'wait' });
    const most = PINS.stations[0]!.body.zones[0]!.dial.max;
    expect(remedy(heated(120, most), 'paleSlow')).toEqual({ do: 'atEnd', tooHot: false });
  });

  it('on a plate that is right: leave the next one until it is golden', () => {
    const answer = remedy(heated(zoneOf(heated(185)).targetC + 9), 'paleSlow', 20);
    expect(answer).toMatchObject({ do: 'leave' });
    if (answer.do === 'leave') expect(answer.untilS).toBeGreaterThan(60);
  });
});

describe('other faults', () => {
  it('a place that is cooler at a side: to a hotter place of its zone, or turned about where it lies', () => {
    const answer = remedy(heated(185), 'paleRim');
    if (answer.do === 'move') expect(answer.byC).toBeGreaterThan(5);
    else expect(answer.do).toBe('quarter');
    const uneven = remedy(heated(185), 'uneven');
    expect(uneven).toMatchObject({ do: 'quarter' });
    if (uneven.do === 'quarter') expect(uneven.byC).toBeGreaterThan(0);
  });

  it('what sticks before it has a skin is left until it has; after that fat is put on', () => {
    const early = remedy([...heated(185), flippedAt(8)], 'stuck', 12);
    expect(early).toMatchObject({ do: 'leave' });
    if (early.do === 'leave') expect(early.untilS).toBeGreaterThan(8);
    expect(remedy([...heated(185), flippedAt(110)], 'stuck', 115)).toEqual({ do: 'fat' });
  });

  it('what tore is left until it would hold', () => {
    const answer = remedy([...heated(185), flippedAt(40)], 'tore', 45);
    if (answer.do === 'leave') expect(answer.untilS).toBeGreaterThan(40);
    expect(answer.do).toBe('leave');
  });

  it('a batter that runs or stands: what to stir in when it was measured, else to measure it', () => {
    expect(remedy(heated(185), 'ranThin')).toEqual({ do: 'measure' });
    const mixed = event(
      'lot-mixed',
      { formulaId: CAKES, atMs: T0 - 1_200_000, volumeMl: 2000, batterC: 20 },
      after(-900),
    );
    const read = (diameterMm: number) =>
      event(
        'consistency-read',
        { formulaId: CAKES, reading: { method: 'spread', volumeMl: 100, diameterMm } },
        after(-700),
      );
    const [brief, ...rest] = heated(185);
    const stiff = remedy([brief!, mixed, read(70), ...rest], 'stoodThick');
    const runny = remedy([brief!, mixed, read(170), ...rest], 'ranThin');
    expect(stiff).toMatchObject({ do: 'dose', ingredientId: expect.any(String) });
    expect(runny).toMatchObject({ do: 'dose' });
    if (stiff.do === 'dose' && runny.do === 'dose') expect(stiff.ingredientId).not.toBe(runny.ingredientId);
    expect(remedy([brief!, mixed, read(170), ...rest], 'stoodThick')).toEqual({ do: 'measure' });
  });

  it('are kept with their piece, and refused of none', () => {
    const seen = event('fault-seen', { pieceId: id(1), fault: 'stuck' }, after(30));
    const lost = event('fault-seen', { pieceId: id(7), fault: 'stuck' }, after(31));
    const state = fold({ pins: PINS, rehearsal: false }, numbered([...heated(185), seen, lost]));
    expect(state.pieces.get(id(1))!.faults.map(({ fault }) => fault)).toEqual(['stuck']);
    expect(state.refused.map(({ reason }) => reason)).toEqual(['noSuchPiece']);
    expect(state.taps.at(-1)).toMatchObject({ kind: 'fault-seen', placeIds: ['A1'] });
  });
});
