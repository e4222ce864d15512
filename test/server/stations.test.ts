import { afterAll, beforeAll, beforeEach, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { KeptBurner, Run, Station, StationReading } from '#contract';
import { DEMO_BURNERS } from '#demo';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { newRun, ownLadle, panOver, probed } from './make.ts';

let server: TestServer;
let kitchen: TestKitchen;
beforeAll(async () => {
  server = await testServer();
});
beforeEach(async () => {
  kitchen = await server.kitchen();
});
afterAll(() => server.close());

const ask = async (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) => {
  const answer = await server.as(kitchen, { method, url, ...(payload ? { payload } : {}) });
  return { status: answer.statusCode, body: answer.body ? answer.json() : undefined };
};
const addBurner = async () => {
  const id = randomUUID();
  await ask('POST', '/api/burners', { id, body: DEMO_BURNERS[5].body });
  return id;
};
const addPan = async (burnerId = kitchen.burnerId) => {
  const id = randomUUID();
  return { id, ...(await ask('POST', '/api/stations', { id, body: panOver(burnerId) })) };
};
const station = async (id: string) =>
  ((await ask('GET', '/api/stations')).body as Station[]).find((each) => each.id === id)!;

describe('stations over burners', () => {
  it('are set up once however often they are sent, changed by version, put away and taken back', async () => {
    const { id, status } = await addPan();
    expect(status).toBe(201);
    await ask('POST', '/api/stations', { id, body: { ...panOver(kitchen.burnerId), name: 'Another' } });
    expect((await station(id)).body.name).toBe('Iron pan');
    const named = { ...panOver(kitchen.burnerId), name: 'Black pan' };
    expect((await ask('PUT', `/api/stations/${id}`, { version: 1, body: named })).body).toMatchObject({ version: 2 });
    expect(await ask('PUT', `/api/stations/${id}`, { version: 1, body: named })).toMatchObject({
      status: 409,
      body: { code: 'stale', field: 'version' },
    });
    await ask('PUT', `/api/stations/${id}/archived`, { archived: true });
    expect((await station(id)).archived).toBe(true);
    await ask('PUT', `/api/stations/${id}/archived`, { archived: false });
    const { body: audit } = await ask('GET', '/api/audit');
    expect(audit.slice(0, 4).map((line: { what: string }) => line.what)).toEqual([
      'station-taken-back',
      'station-archived',
      'station-saved',
      'station-saved',
    ]);
  });

  it('a burner that is changed is changed under every plate that stands on it', async () => {
    const { id } = await addPan();
    const stronger = { ...DEMO_BURNERS[5].body, powerW: 1234 };
    const { body } = await ask('PUT', `/api/burners/${kitchen.burnerId}`, { version: 1, body: stronger });
    expect((body as KeptBurner).version).toBe(2);
    expect((await station(id)).body.zones[0]).toMatchObject({ id: 'P', burnerId: kitchen.burnerId, powerW: 1234 });
  });

  it('refuses what cannot be, naming the field and the way out', async () => {
    const pan = panOver(kitchen.burnerId);
    const tries: [object, string][] = [
      [{ ...pan, zones: [pan.zones[0]!, { ...pan.zones[0]!, id: 'R', burnerId: await addBurner() }] }, 'body.zones'],
      [panOver(randomUUID()), 'body.zones[0].burnerId'],
      [{ ...pan, thicknessMm: -2 }, 'body.thicknessMm'],
      [
        { ...pan, shape: { kind: 'wells', diameterMm: 200, count: 7, wellMm: 90, wellDepthMm: 9 } },
        'body.shape.wellMm',
      ],
    ];
    for (const [body, field] of tries) {
      const answer = await ask('POST', '/api/stations', { id: randomUUID(), body });
      expect([answer.status, answer.body.field]).toEqual([400, field]);
      expect(answer.body.message).toBeTruthy();
    }
  });
});

describe('readings of a station', () => {
  it('are kept once, told newest first, and taken back', async () => {
    const { id } = await addPan();
    const readingId = randomUUID();
    for (let i = 0; i < 2; i++)
      expect((await ask('POST', `/api/stations/${id}/readings`, { id: readingId, body: probed(190) })).status).toBe(
        201,
      );
    await ask('POST', `/api/stations/${id}/readings`, { id: randomUUID(), body: probed(186) });
    const { body } = await ask('GET', `/api/stations/${id}/readings`);
    expect((body as StationReading[]).map((each) => (each.body.reading as { surfaceC: number }).surfaceC)).toEqual([
      186, 190,
    ]);
    expect((body as StationReading[])[0]!.body.burnerId).toBe(kitchen.burnerId);
    expect((await ask('DELETE', `/api/stations/${id}/readings/${readingId}`)).status).toBe(204);
    expect((await ask('DELETE', `/api/stations/${id}/readings/${readingId}`)).status).toBe(404);
  });

  it('a drop of water is refused on a coating, with the reason', async () => {
    const { id } = await addPan();
    const drop = { ...probed(), reading: { method: 'drop', seen: 'dances' } };
    expect(await ask('POST', `/api/stations/${id}/readings`, { id: randomUUID(), body: drop })).toMatchObject({
      status: 400,
      body: { field: 'body.reading.method', hint: 'Read it another way.' },
    });
  });

  it('go into the pins of a run made after them, and on another burner do not; moved back they count again', async () => {
    const { id } = await addPan();
    for (const surfaceC of [214, 216, 215])
      await ask('POST', `/api/stations/${id}/readings`, { id: randomUUID(), body: probed(surfaceC) });
    const pinned = async () => {
      const run = newRun(kitchen, { stationIds: [kitchen.griddleId, id] });
      const { body } = await ask('POST', '/api/runs', run);
      return (body as Run).pins.stations.find((each) => each.id === id)!;
    };
    const before = await pinned();
    expect(before.calibration).toHaveLength(1);
    expect(before.calibration![0]!.sdC).toBeLessThan(12);
    const other = await addBurner();
    await ask('PUT', `/api/stations/${id}`, { version: 1, body: panOver(other) });
    expect((await pinned()).calibration).toBeUndefined();
    await ask('PUT', `/api/stations/${id}`, { version: 2, body: panOver(kitchen.burnerId) });
    expect((await pinned()).calibration![0]!.errorC).toBeCloseTo(before.calibration![0]!.errorC, 1);
  });
});

describe('ladles of the kitchen’s own', () => {
  it('are kept with what the jug read, which only rises', async () => {
    const id = randomUUID();
    expect((await ask('POST', '/api/ladles', { id, body: ownLadle() })).status).toBe(201);
    expect(
      (await ask('PUT', `/api/ladles/${id}`, { version: 1, body: { ...ownLadle(), jugMl: [80, 60] } })).status,
    ).toBe(400);
    expect((await ask('GET', '/api/ladles')).body).toMatchObject([{ id, version: 1, body: ownLadle() }]);
  });
});
