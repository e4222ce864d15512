import { describe, expect, it } from '@jest/globals';
import { nextActions, planRun } from '#core/guidance';
import { forecast } from '#core/forecast';
import { Memo } from '#core/memo';
import { fold, type StoredEvent } from '#core/run';
import { laidBeside, placesIn, runView, zonesUsed } from '#core/setup';
import { CAKES, CREPES, GRIDDLE_ID, READ_PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 1_800_000;
const event = writer(T0);
const at = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const memo = new Memo();
const runOf = (events: readonly StoredEvent[]) =>
  runView(READ_PINS, fold({ pins: READ_PINS, rehearsal: false }, numbered(events)), memo);
const BOTH = {
  serviceAtMs: SERVICE_MS,
  items: [
    { formulaId: CAKES, pieces: 12, stationIds: [GRIDDLE_ID] },
    { formulaId: CREPES, pieces: 6, stationIds: [GRIDDLE_ID] },
  ],
};
const laid = (formulaId: string, places: { id: string; xMm: number; yMm: number }[]) =>
  event('places-set', { formulaId, stationId: GRIDDLE_ID, places }, at(1));
const hot = (zoneId: string) => [
  event('burner-turned', { stationId: GRIDDLE_ID, zoneId, mark: 5 }, at(2)),
  event('reading-taken', { stationId: GRIDDLE_ID, zoneId, method: 'probe', surfaceC: 182, sdC: 2 }, at(900)),
];
const mixed = (formulaId: string) => event('lot-mixed', { formulaId, atMs: T0, volumeMl: 2000, batterC: 20 }, at(3));

describe('20 two batters on one griddle', () => {
  const byBurner = [
    event('brief-set', BOTH, at(0)),
    laid(CAKES, [
      { id: 'A1', xMm: 80, yMm: 90 },
      { id: 'A2', xMm: 220, yMm: 90 },
    ]),
    laid(CREPES, [{ id: 'B1', xMm: 450, yMm: 225 }]),
  ];

  it('by burner: each is planned, foretold and poured on its own only', () => {
    const run = runOf(byBurner);
    expect(zonesUsed(run, CAKES, GRIDDLE_ID).map((zone) => zone.id)).toEqual(['A']);
    expect(zonesUsed(run, CREPES, GRIDDLE_ID).map((zone) => zone.id)).toEqual(['B']);
    const plan = planRun(run, T0);
    const on = (formulaId: string) =>
      new Set(plan.panfuls.filter((panful) => panful.formulaId === formulaId).map(({ zoneKey }) => zoneKey.slice(-1)));
    expect([on(CAKES), on(CREPES)]).toEqual([new Set(['A']), new Set(['B'])]);
    const { zones } = forecast(run, T0);
    expect(zones.map(({ formulaId, zoneId }) => `${zoneId} ${formulaId === CAKES}`).sort()).toEqual([
      'A true',
      'B false',
    ]);
  });

  it('by place: laid side by side on one burner, neither waits for the other; laid by nobody, it does', () => {
    const side = [
      event('brief-set', BOTH, at(0)),
      ...[mixed(CAKES), mixed(CREPES)],
      laid(CAKES, [{ id: 'A1', xMm: 80, yMm: 60 }]),
      laid(CREPES, [{ id: 'A2', xMm: 150, yMm: 290 }]),
      ...hot('A'),
      event(
        'poured',
        { pieceId: id(1), formulaId: CREPES, stationId: GRIDDLE_ID, placeId: 'A2', volumeMl: 60 },
        at(910),
      ),
    ];
    const nowMs = T0 + 930_000;
    const poursOf = (events: readonly StoredEvent[]) => {
      const run = runOf(events);
      const hands = nextActions(run, forecast(run, nowMs), planRun(run, nowMs), nowMs);
      return hands.filter((hand) => hand.verb === 'pour' && hand.formulaId === CAKES && hand.zoneId === 'A');
    };
    expect(poursOf(side).map(({ placeId }) => placeId)).toEqual(['A1']);
    expect(poursOf(side.filter(({ kind }) => kind !== 'places-set'))).toEqual([]);
    expect(laidBeside(runOf(side), CAKES, GRIDDLE_ID)).toMatchObject([{ id: 'A2', diameterMm: 240 }]);
    expect(placesIn(runOf(side), CREPES, GRIDDLE_ID)).toHaveLength(1);
  });
});
