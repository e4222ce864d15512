import { expect, test } from '@playwright/test';
import { drawnBurner } from '../src/core/rehearsal/drawn-kitchen.ts';
import { GRIDDLE_CAKES } from '../src/demo/formulas.ts';
import { DEMO_IDS } from '../src/demo/people.ts';
import { GRIDDLE as GRIDDLE_BODY } from '../src/demo/stations.ts';
import { bookOf, runIdWith, settled, signIn, watchFaults } from './app.ts';

const GRIDDLE = DEMO_IDS.stations.griddle;
const STRONG = 1.4;

test('a morning on a burner of half as much power again, left as a usual one would be: burnt, why, and what to do', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await signIn(page);
  const formulas = await bookOf(page);
  const { id: formulaId } = formulas.find(({ body }) => body.name === GRIDDLE_CAKES.name)!;
  const runId = runIdWith((seed) => (drawnBurner(GRIDDLE, GRIDDLE_BODY.zones[0]!, seed).gain ?? 1) >= STRONG);
  const serviceAtMs = Date.parse('2027-03-20T08:00:00Z');
  const pourMs = serviceAtMs - 600_000;
  const event = (kind: string, payload: object, simAtMs: number) => ({
    ...{ id: crypto.randomUUID(), kind, v: 1, deviceId: crypto.randomUUID(), deviceAtMs: Date.now() },
    ...{ offsetMs: 0, offsetSpreadMs: 5, simAtMs, tapId: crypto.randomUUID(), payload },
  });
  const zone = { stationId: GRIDDLE, zoneId: 'A' };
  const pieceIds = ['A1', 'A2', 'A3'].map((placeId) => ({ placeId, pieceId: crypto.randomUUID() }));
  const each = (kind: string, afterS: number) =>
    pieceIds.map(({ pieceId }, n) => event(kind, { pieceId }, pourMs + 1000 * (afterS + 4 * n)));
  const of = { formulaId, stationId: GRIDDLE, volumeMl: 75 };
  const made = await page.request.post('/api/runs', {
    data: {
      ...{ id: runId, name: 'Strong burner', timeZone: 'Europe/London', rehearsal: true },
      ...{ formulaIds: [formulaId], stationIds: [GRIDDLE] },
      events: [
        event(
          'brief-set',
          { serviceAtMs, items: [{ formulaId, pieces: 3, stationIds: [GRIDDLE] }] },
          pourMs - 3_600_000,
        ),
        // lit high, then down to where cakes are cooked on such a dial (common practice, no source)
        event('burner-turned', { ...zone, mark: 7 }, pourMs - 360_000),
        event('burner-turned', { ...zone, mark: 3.5 }, pourMs - 180_000),
        ...pieceIds.map((piece, n) => event('poured', { ...of, ...piece }, pourMs + 4000 * n)),
        ...each('flipped', 130),
        ...each('lifted', 220),
        event('clock-set', { simAtMs: pourMs + 300_000, speed: 0 }, pourMs + 300_000),
      ],
    },
  });
  expect(made.status()).toBe(201);
  await page.goto(`/runs/${runId}/review`);
  await settled(page);
  const cameOff = page.getByTestId('came-off');
  await expect(cameOff).toContainText('burnt');
  await expect(cameOff).toContainText('too hot for this batter');
  await expect(cameOff).toContainText('Run it cooler and look beneath sooner');
  await expect(cameOff).toContainText('0 of 3');
  await expect(page.getByTestId('cooked').getByRole('img').first()).toHaveAccessibleName(/burnt/);
  expect(faults).toEqual([]);
});
