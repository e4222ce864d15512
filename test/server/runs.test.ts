import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { placeAfter, type RunSummary } from '#contract';
import type { Payload, Pins } from '#core/run';
import { GRIDDLE } from '#demo';
import { buildApp } from '../../src/server/app.ts';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { made, newRun, probed } from './make.ts';

let server: TestServer;
let kitchen: TestKitchen;
let other: TestKitchen;
beforeAll(async () => {
  server = await testServer();
  kitchen = await server.kitchen();
  other = await server.kitchen();
});
afterAll(() => server.close());

const create = async (who = kitchen, more = {}) => {
  const body = newRun(who, more);
  const answer = await server.as(who, { method: 'POST', url: '/api/runs', payload: body });
  expect(answer.statusCode).toBe(201);
  return body;
};
const append = (who: TestKitchen, runId: string, events: unknown[]) =>
  server.as(who, { method: 'POST', url: `/api/runs/${runId}/events`, payload: { events } });
const log = async (runId: string) =>
  server.sql('SELECT seq, id, kind FROM run_event WHERE run_id = $1 ORDER BY seq', [runId]);

describe('the list of runs', () => {
  it('begins with the soonest morning to cook and ends with the oldest one over', async () => {
    const cook = await server.kitchen();
    const hourMs = 3_600_000;
    const at = async (name: string, inHours: number, ...after: unknown[]) => {
      const brief = made('brief-set', {
        serviceAtMs: Date.now() + inHours * hourMs,
        items: [{ formulaId: cook.formulaId, pieces: 12, stationIds: [cook.griddleId] }],
      });
      const body = await create(cook, { name, events: [brief] });
      if (after.length > 0) expect((await append(cook, body.id, after)).statusCode).toBe(200);
    };
    await at('tomorrow', 24);
    await at('last week, left open', -168);
    await at('yesterday', -24, made('run-finished', {}));
    await at('cooking now, late', -1);
    await at('done early', 2, made('run-finished', {}));
    await at('soon', 3);
    const list = (await server.as(cook, { url: '/api/runs' })).json() as { name: string }[];
    expect(list.map((run) => run.name)).toEqual([
      'cooking now, late',
      'soon',
      'tomorrow',
      'done early',
      'yesterday',
      'last week, left open',
    ]);
  });
});

describe('making a run', () => {
  it('pins the newest revisions it names and begins its log with the brief', async () => {
    const body = await create();
    const { run, events } = (await server.as(kitchen, { url: `/api/runs/${body.id}` })).json();
    expect(run.pins.formulas).toMatchObject([{ id: kitchen.formulaId, revision: 2, body: { name: 'Cakes 2' } }]);
    expect(run.pins.stations).toHaveLength(1);
    expect(events).toMatchObject([
      { id: body.events[0]!.id, kind: 'brief-set', seq: 1, personId: kitchen.personId, offsetMs: 12 },
    ]);
  });

  it('a later revision does not touch a pinned run', async () => {
    const body = await create();
    await server.sql(
      "UPDATE formula_revision SET body = jsonb_set(body, '{name}', '\"Changed\"') WHERE formula_id = $1",
      [kitchen.formulaId],
    );
    const { run } = (await server.as(kitchen, { url: `/api/runs/${body.id}` })).json();
    expect(run.pins.formulas[0].body.name).toBe('Cakes 2');
  });

  it('sent twice makes one run with one log', async () => {
    const body = await create();
    const again = await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: body });
    expect(again.statusCode).toBe(201);
    expect(await log(body.id)).toHaveLength(1);
  });

  it.each([
    ['another kitchen’s formula', 404, 'formulaIds[0]', () => newRun(kitchen, { formulaIds: [other.formulaId] })],
    ['another kitchen’s station', 404, 'stationIds[0]', () => newRun(kitchen, { stationIds: [other.griddleId] })],
    ['no brief', 400, 'events', () => newRun(kitchen, { events: [made('run-finished', {})] })],
    [
      'a brief for what it does not pin',
      400,
      'events[0]',
      () =>
        newRun(kitchen, {
          events: [
            made('brief-set', {
              serviceAtMs: 1_780_000_000_000,
              items: [{ formulaId: randomUUID(), pieces: 1, stationIds: [kitchen.griddleId] }],
            }),
          ],
        }),
    ],
    [
      'negative pieces',
      400,
      'events[0].payload.items[0].pieces',
      () =>
        newRun(kitchen, {
          events: [
            made('brief-set', {
              serviceAtMs: 1_780_000_000_000,
              items: [{ formulaId: kitchen.formulaId, pieces: -4, stationIds: [kitchen.griddleId] }],
            }),
          ],
        }),
    ],
  ])('with %s is refused and leaves nothing', async (_what, status, field, make) => {
    const body = make();
    const answer = await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: body });
    expect(answer.statusCode).toBe(status);
    expect(answer.json()).toMatchObject({ field });
    expect(await server.sql('SELECT 1 FROM run WHERE id = $1', [body.id])).toEqual([]);
  });

  it('with another kitchen’s run id is refused without telling', async () => {
    const theirs = await create(other);
    const answer = await server.as(kitchen, {
      method: 'POST',
      url: '/api/runs',
      payload: newRun(kitchen, { id: theirs.id }),
    });
    expect(answer.statusCode).toBe(409);
    expect(await log(theirs.id)).toHaveLength(1);
  });
});

describe('the log', () => {
  it('numbers events without gaps under many writers at once, and each stands once', async () => {
    const { id } = await create();
    const taps = Array.from({ length: 40 }, () => made('run-finished', {}));
    const answers = await Promise.all(taps.map((tap) => append(kitchen, id, [tap])));
    expect(answers.every((answer) => answer.statusCode === 200)).toBe(true);
    const rows = await log(id);
    expect(rows.map((row) => row['seq'])).toEqual(Array.from({ length: 41 }, (_, i) => i + 1));
    expect(new Set(rows.map((row) => row['id'])).size).toBe(41);
  });

  it('sent again changes nothing and answers what stands, even in part of a new batch', async () => {
    const { id } = await create();
    const first = made('run-finished', {});
    const second = made('run-finished', {});
    const before = (await append(kitchen, id, [first])).json().events;
    const after = (await append(kitchen, id, [first, second, second])).json().events;
    expect(after[0]).toEqual(before[0]);
    expect(after.map((event: { seq: number }) => event.seq)).toEqual([2, 3, 3]);
    expect(await log(id)).toHaveLength(3);
  });

  it('stores nothing of a batch with one bad event, and names it', async () => {
    const { id } = await create();
    const answer = await append(kitchen, id, [made('run-finished', {}), made('flipped', { pieceId: 'no' })]);
    expect(answer.statusCode).toBe(400);
    expect(answer.json()).toMatchObject({ code: 'badInput', field: 'events[1].payload.pieceId' });
    expect(await log(id)).toHaveLength(1);
  });

  it('keeps a kind or version from a newer client', async () => {
    const { id } = await create();
    const newer = [
      made('run-finished', {}, { kind: 'sung-to' }),
      made('run-finished', {}, { v: 9, payload: { loud: true } }),
    ];
    expect((await append(kitchen, id, newer)).statusCode).toBe(200);
    expect((await log(id)).map((row) => row['kind'])).toEqual(['brief-set', 'sung-to', 'run-finished']);
  });

  it('is not for viewers to write, nor for strangers to read', async () => {
    const viewer = await server.kitchen('viewer');
    const answer = await server.as(viewer, { method: 'POST', url: '/api/runs', payload: newRun(viewer) });
    expect(answer.statusCode).toBe(403);
    expect((await server.as(viewer, { url: '/api/runs' })).statusCode).toBe(200);
    expect((await server.app.inject({ url: `/api/runs/${randomUUID()}` })).statusCode).toBe(401);
  });
});

describe('lists', () => {
  it('tell pieces poured and served, and notes kept for next time unless taken back', async () => {
    const cook = await server.kitchen();
    const { id } = await create(cook);
    const pieceId = randomUUID();
    const kept = made('note-kept', { text: 'less heat', formulaId: cook.formulaId });
    const lost = made('note-kept', { text: 'never mind' });
    await append(cook, id, [
      made('poured', { pieceId, formulaId: cook.formulaId, stationId: cook.griddleId, placeId: 'A1', volumeMl: 75 }),
      made('flipped', { pieceId }),
      made('lifted', { pieceId }),
      kept,
      lost,
      made('undone', { eventIds: [lost.id] }),
    ]);
    expect((await server.as(cook, { url: '/api/runs' })).json()).toMatchObject([
      { id, pieces: 12, poured: 1, served: 1, finished: false },
    ]);
    const notes = (await server.as(cook, { url: '/api/notes' })).json();
    expect(notes.map((note: { text: string }) => note.text)).toEqual(['less heat']);
  });
});

describe('18.4 the list of many runs', () => {
  it('goes on page by page where the last one ended, and finds runs by their name or what was cooked', async () => {
    const cook = await server.kitchen();
    const finished = async (name: string, serviceAtMs: number) => {
      const run = await create(cook, { name });
      const brief = { items: [{ formulaId: cook.formulaId, pieces: 3, stationIds: [cook.griddleId] }], serviceAtMs };
      await append(cook, run.id, [made('brief-set', brief), made('run-finished', {})]);
      return run.id;
    };
    const T0 = Date.UTC(2026, 0, 1);
    const mornings = [];
    for (let n = 0; n < 53; n++) mornings.push(await finished(`Morning ${n}`, T0 + n * 86_400_000));
    const ahead = await create(cook, { name: 'Tomorrow 100 %' });
    await append(cook, ahead.id, [
      made('brief-set', {
        items: [{ formulaId: cook.formulaId, pieces: 3, stationIds: [cook.griddleId] }],
        serviceAtMs: Date.now() + 86_400_000,
      }),
    ]);
    const list = async (query = '') => (await server.as(cook, { url: `/api/runs${query}` })).json() as RunSummary[];
    const first = await list();
    expect(first.map(({ name }) => name).slice(0, 3)).toEqual(['Tomorrow 100 %', 'Morning 52', 'Morning 51']);
    expect(first).toHaveLength(51);
    const second = await list(`?before=${placeAfter(first.at(-1)!)}`);
    expect(second.map(({ name }) => name)).toEqual(['Morning 2', 'Morning 1', 'Morning 0']);
    expect((await list('?words=morning%2017')).map(({ id }) => id)).toEqual([mornings[17]]);
    expect((await list('?words=100%20%25')).map(({ name }) => name)).toEqual(['Tomorrow 100 %']);
    expect(await list('?words=cakes%202')).toHaveLength(50); // by its formula
    expect((await server.as(cook, { url: '/api/runs?before=yesterday' })).json()).toMatchObject({ field: 'before' });
    // another kitchen finds none of it
    expect((await server.as(await server.kitchen(), { url: '/api/runs?words=morning' })).json()).toEqual([]);
  });

  it('is kept as events are appended, without anybody asking', async () => {
    const cook = await server.kitchen();
    const { id } = await create(cook);
    await append(cook, id, [made('run-finished', {})]);
    const kept = async () => (await server.sql('SELECT seq, finished FROM run_summary WHERE run_id = $1', [id]))[0]!;
    for (let i = 0; i < 100 && !(await kept())['finished']; i++)
      await new Promise((resolve) => setTimeout(resolve, 50));
    expect(await kept()).toEqual({ seq: 2, finished: true });
  });
});

describe('what earlier runs left', () => {
  const DAY_MS = 86_400_000;
  const left = (who: TestKitchen, agoDays: number, surfaceC: number, method: 'probe' | 'simulatedProbe' = 'probe') => {
    const atMs = Date.now() - agoDays * DAY_MS;
    const batter = { lnTime: { mean: 0.2, sd: 0.04 }, lnBrowning: { mean: -0.3, sd: 0.09 } };
    const { id: zoneId, burnerId } = GRIDDLE.zones[0]!;
    const reading = { method, surfaceC, sdC: 2 } as const;
    const payload = {
      batters: [{ formulaId: who.formulaId, ...batter }],
      readings: [
        {
          ...{ stationId: who.griddleId, atMs, zoneId, turns: [{ beforeS: 1800, mark: 4 }], roomC: 22, reading },
          ...(burnerId ? { burnerId } : {}),
        },
      ],
      modelVersion: 'piece-5',
    };
    return made('run-learned', payload, { deviceAtMs: atMs });
  };
  const pinsOf = async (who: TestKitchen, more = {}) => {
    const { id } = await create(who, more);
    return (await server.as(who, { url: `/api/runs/${id}` })).json().run.pins as Pins;
  };

  it('18.5 is not taken from what was taken back, from a device put out, or from figures that cannot be', async () => {
    const cook = await server.kitchen();
    const first = await create(cook);
    const good = left(cook, 1, 176);
    expect((await append(cook, first.id, [good])).statusCode).toBe(200);
    const meanOf = async () => (await pinsOf(cook)).formulas[0]!.learned?.lnTime.mean;
    const told = (await meanOf())!;
    expect(told).toBeGreaterThan(0.15);

    const poisoned = left(cook, 1, 176);
    const batters = [{ formulaId: cook.formulaId, lnTime: { mean: 1e308, sd: 0.1 }, lnBrowning: { mean: 0, sd: 0.1 } }];
    const refused = await append(cook, first.id, [{ ...poisoned, payload: { ...poisoned.payload, batters } }]);
    expect(refused.json()).toMatchObject({ code: 'badInput', field: 'events[0].payload.batters[0].lnTime.mean' });
    // one that an earlier release took in
    await server.sql(
      `INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms, tap_id, payload)
       SELECT run_id, 3, gen_random_uuid(), kitchen_id, kind, v, device_id, device_at_ms, 0, 4, gen_random_uuid(), $2
       FROM run_event WHERE run_id = $1 AND seq = 2`,
      [first.id, { ...poisoned.payload, batters }],
    );
    await server.sql('UPDATE run SET last_seq = 3 WHERE id = $1', [first.id]);
    expect(await meanOf()).toBeCloseTo(told, 6);

    const device = await server.member(cook, 'cook');
    await server.sql("UPDATE person SET kind = 'device' WHERE id = $1", [device.personId]);
    const second = await create(cook);
    await append(device, second.id, [
      made(
        'run-learned',
        {
          ...(left(cook, 0, 176).payload as Payload<'run-learned'>),
          batters: [{ ...batters[0]!, lnTime: { mean: -0.4, sd: 0.05 } }],
        },
        { deviceAtMs: Date.now() },
      ),
    ]);
    expect(await meanOf()).toBeLessThan(-0.2);
    await server.as(cook, { method: 'DELETE', url: `/api/people/${device.personId}` });
    expect(await meanOf()).toBeCloseTo(told, 6);

    await append(cook, first.id, [made('undone', { eventIds: [good.id] })]);
    expect(await meanOf()).toBeUndefined();
  });

  it('begins the next one of that formula, fades with the days, and more when the formula was changed', async () => {
    const cook = await server.kitchen();
    const before = await create(cook);
    expect((await pinsOf(cook)).formulas[0]!.learned).toBeUndefined();
    await append(cook, before.id, [left(cook, 30, 190)]);
    const { learned } = (await pinsOf(cook)).formulas[0]!;
    expect(learned!.lnTime.mean).toBeCloseTo(0.2 * 2 ** (-30 / 90), 3);
    expect(learned!.lnTime.sd).toBeGreaterThan(0.04);
    await server.sql('UPDATE formula SET revision = 3 WHERE id = $1', [cook.formulaId]);
    await server.sql(
      'INSERT INTO formula_revision (formula_id, revision, kitchen_id, body) SELECT formula_id, 3, kitchen_id, body FROM formula_revision WHERE formula_id = $1 AND revision = 2',
      [cook.formulaId],
    );
    const changed = (await pinsOf(cook)).formulas[0]!;
    expect(changed.revision).toBe(3);
    expect(changed.learned!.lnTime.mean).toBeCloseTo(0.2 * 2 ** (-120 / 90), 3);
  });

  it('counts its readings of the empty plate as the station’s own', async () => {
    const cook = await server.kitchen();
    const before = await create(cook);
    expect((await pinsOf(cook)).stations[0]!.calibration).toBeUndefined();
    await append(cook, before.id, [left(cook, 1, 345)]);
    const [zone, ...others] = (await pinsOf(cook)).stations[0]!.calibration!;
    expect(others).toEqual([]);
    expect(zone!.zoneId).toBe(GRIDDLE.zones[0]!.id);
    expect(zone!.errorC).toBeGreaterThan(5);
    expect(zone!.gain).toBeGreaterThan(1.02);
  });

  it('shows on the station’s page with the run it was taken in, and a rehearsal’s does not', async () => {
    const cook = await server.kitchen();
    const before = await create(cook);
    const rehearsal = await create(cook, { rehearsal: true });
    await append(cook, before.id, [left(cook, 1, 345)]);
    await append(cook, rehearsal.id, [left(cook, 1, 300)]);
    const url = `/api/stations/${cook.griddleId}/readings`;
    const own = { ...probed(), zoneId: GRIDDLE.zones[0]!.id };
    expect((await server.as(cook, { method: 'POST', url, payload: { id: randomUUID(), body: own } })).statusCode).toBe(
      201,
    );
    const [newest, inRun, ...others] = (await server.as(cook, { url })).json();
    expect(others).toEqual([]);
    expect(newest.run).toBeUndefined();
    expect(inRun).toMatchObject({
      run: { id: before.id, name: before.name },
      body: { turns: [{ beforeS: 1800, mark: 4 }], reading: { method: 'probe', surfaceC: 345 } },
    });
    expect((await server.as(other, { url })).statusCode).toBe(404);
  });

  it('is of real runs alone: a rehearsal neither leaves nor begins with anything, a simulated probe counts there only', async () => {
    const cook = await server.kitchen();
    const rehearsal = await create(cook, { rehearsal: true });
    await append(cook, rehearsal.id, [left(cook, 1, 345)]);
    expect((await pinsOf(cook)).formulas[0]!.learned).toBeUndefined();
    const real = await create(cook);
    await append(cook, real.id, [left(cook, 1, 240, 'simulatedProbe')]);
    expect((await pinsOf(cook)).formulas[0]!.learned).toBeDefined();
    expect((await pinsOf(cook)).stations[0]!.calibration).toBeUndefined();
    const next = await pinsOf(cook, { rehearsal: true });
    expect(next.formulas[0]!.learned).toBeUndefined();
    expect(next.stations[0]!.calibration).toHaveLength(1);
  });
});

describe('kitchens apart', () => {
  it('one kitchen sees nothing of another, and cannot write there', async () => {
    const { id } = await create(other);
    expect((await server.as(kitchen, { url: `/api/runs/${id}` })).statusCode).toBe(404);
    expect((await server.as(kitchen, { url: `/api/runs/${id}/feed` })).statusCode).toBe(404);
    expect((await append(kitchen, id, [made('run-finished', {})])).statusCode).toBe(404);
    expect(JSON.stringify((await server.as(kitchen, { url: '/api/runs' })).json())).not.toContain(id);
    expect(await log(id)).toHaveLength(1);
  });

  it('row-level security holds for direct SQL in the application’s role', async () => {
    const { id } = await create(other);
    const client = new pg.Client({ connectionString: server.databaseUrl, options: '-c role=bluebell_app' });
    await client.connect();
    const count = async (table: string) => Number((await client.query(`SELECT count(*) FROM ${table}`)).rows[0].count);
    for (const table of ['run', 'run_event', 'person', 'formula', 'formula_revision', 'station', 'kitchen']) {
      expect([table, await count(table)]).toEqual([table, 0]); // no kitchen set: nothing
    }
    await client.query(`SELECT set_config('bluebell.kitchen', $1, false)`, [kitchen.id]);
    expect((await client.query('SELECT 1 FROM run WHERE id = $1', [id])).rowCount).toBe(0);
    await expect(
      client.query(
        `INSERT INTO run (id, kitchen_id, name, rehearsal, seed, pins) VALUES ($1, $2, 'x', false, 1, '{}')`,
        [randomUUID(), other.id],
      ),
    ).rejects.toThrow('row-level security');
    await expect(client.query('DELETE FROM run_event')).rejects.toThrow('permission denied');
    await expect(client.query('UPDATE run_event SET payload = $1', ['{}'])).rejects.toThrow('permission denied');
    await expect(client.query('SELECT * FROM session')).rejects.toThrow('permission denied');
    // the log has one door, which takes kitchen and person from the session
    const mine = await create(kitchen);
    const forged = `INSERT INTO run_event SELECT run_id, 2, gen_random_uuid(), kitchen_id, kind, v, device_id, device_at_ms,
      offset_ms, offset_spread_ms, sim_at_ms, tap_id, person_id, payload FROM run_event WHERE run_id = $1`;
    await expect(client.query(forged, [mine.id])).rejects.toThrow('permission denied');
    await expect(client.query('UPDATE run SET last_seq = 9 WHERE id = $1', [mine.id])).rejects.toThrow(
      'permission denied',
    );
    const again = [Buffer.alloc(32), mine.id, '[]'];
    await expect(client.query('SELECT append_again($1, $2, $3)', again)).rejects.toThrow('permission denied');
    await expect(client.query('SELECT append_events($1, $2, $3)', again)).rejects.toThrow('no session');
    await client.end();
  });
});

describe('the live feed', () => {
  /** Reads a feed over a real connection until `count` events came. */
  async function follow(address: string, runId: string, after: number, count: number, onOpen: () => Promise<unknown>) {
    const stop = new AbortController();
    const response = await fetch(`${address}/api/runs/${runId}/feed?after=${after}`, {
      headers: { cookie: kitchen.cookie },
      signal: stop.signal,
    });
    expect(response.headers.get('content-type')).toContain('text/event-stream');
    const heard: { id: string; seq: number }[] = [];
    const decoder = new TextDecoder();
    let text = '';
    void onOpen();
    for await (const chunk of response.body!) {
      text += decoder.decode(chunk as Uint8Array, { stream: true });
      const parts = text.split('\n\n');
      text = parts.pop()!;
      for (const part of parts) {
        const data = /^data: (.*)$/m.exec(part)?.[1];
        if (data) heard.push(...JSON.parse(data));
      }
      if (heard.length >= count) break;
    }
    stop.abort();
    return heard;
  }

  it('gives what came after a seq and then each event, also those another server process stored', async () => {
    const { id } = await create();
    const second = await buildApp(server.config);
    const address = await server.app.listen({ host: '127.0.0.1', port: 0 });
    const early = made('run-finished', {});
    await append(kitchen, id, [early]);
    const late = [made('run-finished', {}), made('run-finished', {})];
    const heard = await follow(address, id, 1, 3, async () => {
      for (const event of late) {
        await second.inject({
          method: 'POST',
          url: `/api/runs/${id}/events`,
          headers: { cookie: kitchen.cookie },
          payload: { events: [event] },
        });
      }
    });
    expect(heard.map((event) => event.id)).toEqual([early.id, ...late.map((event) => event.id)]);
    expect(heard.map((event) => event.seq)).toEqual([2, 3, 4]);
    await second.close();
  });
});
