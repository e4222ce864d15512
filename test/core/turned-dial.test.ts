import { runView } from '#core/setup';
import { describe, expect, it } from '@jest/globals';
import { forecast } from '#core/forecast';
import { fold, type StoredEvent } from '#core/run';
import { GRIDDLE_ID, PINS, CAKES, SERVICE_MS, numbered, writer } from './fixtures.ts';

const BRIEF_OF_CAKES = { serviceAtMs: SERVICE_MS, items: [{ formulaId: CAKES, pieces: 18, stationIds: [GRIDDLE_ID] }] };
const T0 = SERVICE_MS - 3_600_000;
const MIN = 60_000;

/** A griddle lit and read after a quarter of an hour at mark 3, and then turned. */
function spreadsAfter(turns: readonly (readonly [atMin: number, mark: number])[], atMin: number): number {
  const event = writer(T0);
  const at = (min: number) => ({ deviceAtMs: T0 + min * MIN });
  const of = { stationId: GRIDDLE_ID, zoneId: 'B' };
  const log: StoredEvent[] = [
    event('brief-set', BRIEF_OF_CAKES, at(-1)),
    event('burner-turned', { ...of, mark: 3 }, at(0)),
    event('reading-taken', { ...of, method: 'probe', spot: { xMm: 450, yMm: 225 }, surfaceC: 190, sdC: 3 }, at(25)),
    ...turns.map(([min, mark]) => event('burner-turned', { ...of, mark }, at(25 + min))),
  ];
  const state = fold({ pins: PINS, rehearsal: false }, numbered(log));
  const told = forecast(runView(PINS, state), T0 + (25 + atMin) * MIN);
  return told.zones.find(({ zoneId }) => zoneId === 'B')!.sdC;
}

describe('what a turn of the dial leaves known of a plate that was read', () => {
  const before = spreadsAfter([], 0.6);

  it('of its heat now, all: metal that holds its heat is not another in half a minute', () => {
    expect(spreadsAfter([[0.1, 1]], 0.6)).toBeLessThan(before + 3);
  });

  it('of the heat it comes to, less and less as it comes to it', () => {
    const later = [2, 6, 20, 45].map((min) => spreadsAfter([[0.1, 0.5]], min));
    expect([...later].sort((a, b) => a - b)).toEqual(later);
    expect(later.at(-1)!).toBeGreaterThan(spreadsAfter([], 45) + 3);
  });

  it('there and back again within a minute, hardly less than before', () => {
    const back = spreadsAfter(
      [
        [0.1, 7],
        [1, 3],
      ],
      10,
    );
    expect(back).toBeLessThan(spreadsAfter([], 10) + 2);
  });
});
