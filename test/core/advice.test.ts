import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { beforeEach, describe, expect, it } from '@jest/globals';
import { forecast, type ZoneForecast } from '#core/forecast';
import { nextActions } from '#core/guidance';
import { fold, type StoredEvent } from '#core/run';
import { CAKES, GRIDDLE_ID, PINS as UNREAD, READ_PINS as PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const tables = new Memo();
const T0 = SERVICE_MS - 3_600_000;
const A = { stationId: GRIDDLE_ID, zoneId: 'A' };
let event = writer(T0);
beforeEach(() => {
  event = writer(T0);
});
const at = (minutes: number) => ({ deviceAtMs: T0 + minutes * 60_000 });
const stateOf = (events: StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
const brief = (pieces: number) =>
  event('brief-set', { serviceAtMs: SERVICE_MS, items: [{ formulaId: CAKES, pieces, stationIds: [GRIDDLE_ID] }] });
const lit = () => [
  event('burner-turned', { ...A, mark: 8 }, at(0)),
  event('burner-turned', { ...A, mark: 0.5 }, at(4)),
];
const probe = (surfaceC: number, minutes: number, spot?: { xMm: number; yMm: number }) =>
  event('reading-taken', { ...A, ...(spot ? { spot } : {}), method: 'probe', surfaceC, sdC: 2 }, at(minutes));
const zoneA = (events: StoredEvent[], minutes: number): ZoneForecast =>
  forecast(runView(PINS, stateOf(events), tables), T0 + minutes * 60_000).zones.find(({ zoneId }) => zoneId === 'A')!;
const piece = (n: number, placeId: string, minutes: number) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, at(minutes));

describe('places of a zone', () => {
  const hotAt = (placeId: string, hotC: number) => {
    const events = [brief(24), ...lit(), probe(182, 12)];
    const state = stateOf(events);
    const all = forecast(runView(PINS, state, tables), T0 + 12 * 60_000);
    const hands = nextActions(runView(PINS, state), all, null, T0 + 12 * 60_000);
    const spots = zoneA(events, 12).places;
    return { events, hands, spots, hotC, placeId };
  };

  it('are poured as they lie as long as each would come out', () => {
    const { hands, spots } = hotAt('A1', 0);
    expect(spots.every(({ fitness }) => fitness === 'good')).toBe(true);
    const pours = hands.filter(({ verb, zoneId }) => verb === 'pour' && zoneId === 'A');
    expect(pours).toHaveLength(spots.length);
  });

  it('one that a thermometer finds far too hot is left free, and the others are poured', () => {
    const state = (events: StoredEvent[]) => stateOf(events);
    const spot = { xMm: 60, yMm: 75 };
    const events = [
      brief(24),
      ...lit(),
      probe(182, 12),
      probe(182, 12.1, { xMm: 225, yMm: 225 }),
      probe(262, 12.2, spot),
    ];
    const nowMs = T0 + 12.5 * 60_000;
    const all = forecast(runView(PINS, state(events), tables), nowMs);
    const places = all.zones.find(({ zoneId }) => zoneId === 'A')!.places;
    const hot = places.filter(({ fitness }) => fitness === 'tooHot').map(({ id: placeId }) => placeId);
    expect(hot.length).toBeGreaterThan(0);
    expect(hot.length).toBeLessThan(places.length);
    const poured = nextActions(runView(PINS, state(events)), all, null, nowMs)
      .filter(({ verb, zoneId }) => verb === 'pour' && zoneId === 'A')
      .map(({ placeId }) => placeId);
    expect(poured).toHaveLength(places.length - hot.length);
    for (const placeId of hot) expect(poured).not.toContain(placeId);
  });

  it('nobody read, now or before, take one piece alone; once it was turned and is off all are poured', () => {
    const poursOn = (events: StoredEvent[], minutes: number) => {
      const state = fold({ pins: UNREAD, rehearsal: false }, numbered(events));
      const nowMs = T0 + minutes * 60_000;
      const told = forecast(runView(UNREAD, state, tables), nowMs);
      return nextActions(runView(UNREAD, state), told, null, nowMs).filter(
        ({ verb, zoneId }) => verb === 'pour' && zoneId === 'A',
      );
    };
    const alone = [brief(24), ...lit()];
    expect(poursOn(alone, 12)).toHaveLength(1);
    const on = [...alone, piece(91, 'A1', 12)];
    expect(poursOn(on, 13)).toHaveLength(0);
    const off = [...on, event('flipped', { pieceId: id(91) }, at(14)), event('lifted', { pieceId: id(91) }, at(15))];
    expect(poursOn(off, 15.5)).toHaveLength(zoneA(alone, 12).places.length);
  });
});

describe('a batter that shows itself to brown fast', () => {
  const dark = (n: number, minutes: number) => [
    piece(n, 'A1', minutes),
    event('flipped', { pieceId: id(n) }, at(minutes + 1.3)),
    event(
      'reading-taken',
      { ...A, spot: { xMm: 75, yMm: 75 }, method: 'piece', formulaId: CAKES, afterS: 78, underside: 'dark' },
      at(minutes + 1.35),
    ),
    event('lifted', { pieceId: id(n) }, at(minutes + 2.3)),
  ];
  const usual = () => [brief(24), ...lit(), probe(182, 11.5), probe(182, 12)];
  const told = () => [...usual(), ...dark(1, 13), ...dark(2, 16), ...dark(3, 19)];

  it('is run cooler, where places have a good moment again', () => {
    const before = zoneA(usual(), 12);
    const after = zoneA(told(), 22);
    expect(after.targetC).toBeLessThan(before.targetC - 2);
    expect(after.goodAtTarget).toBeGreaterThan(0);
    expect(after.atTarget.flip.bestS).toBeGreaterThan(0);
  });

  it('and a verdict on its test piece moves the next flip as it says', () => {
    const tested = (turn: 'early' | 'late') => {
      const events = [
        ...usual(),
        piece(1, 'A1', 13),
        event('flipped', { pieceId: id(1) }, at(14.9)),
        event('lifted', { pieceId: id(1) }, at(16)),
        event('turn-judged', { pieceId: id(1), turn }, at(16.1)),
        piece(2, 'A2', 16.5),
      ];
      const state = stateOf(events);
      expect(state.refused).toEqual([]);
      const { flip } = forecast(runView(PINS, state, tables), T0 + 16.6 * 60_000).pieces[id(2)]!;
      return (flip.bestMs - T0) / 1000;
    };
    expect(tested('early')).toBeGreaterThan(tested('late') + 4);
  });

  it('a verdict on a piece that was not turned, or not poured, is refused with its reason', () => {
    const events = [
      ...usual(),
      piece(1, 'A1', 13),
      event('turn-judged', { pieceId: id(1), turn: 'early' }, at(13.5)),
      event('turn-judged', { pieceId: id(9), turn: 'late' }, at(13.6)),
    ];
    expect(stateOf(events).refused.map(({ reason }) => reason)).toEqual(['notFlipped', 'noSuchPiece']);
  });

  it('a verdict is taken back by undo like any action of hands', () => {
    const events = [
      ...usual(),
      piece(1, 'A1', 13),
      event('flipped', { pieceId: id(1) }, at(14.9)),
      event('lifted', { pieceId: id(1) }, at(16)),
      event('turn-judged', { pieceId: id(1), turn: 'early' }, at(16.1)),
    ];
    const judged = stateOf(events);
    expect(judged.pieces.get(id(1))!.turn).toBe('early');
    const tap = judged.taps.at(-1)!;
    expect(tap.kind).toBe('turn-judged');
    const undone = stateOf([...events, event('undone', { eventIds: [...tap.eventIds] }, at(16.2))]);
    expect(undone.pieces.get(id(1))!.turn).toBeNull();
  });
});
