import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import pg from 'pg';
import type { Role } from '#contract';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { addressOf, goodBody, routesOf, type Route } from './openapi.ts';

// Every route × every role × both sides of the kitchen wall, from the OpenAPI document.

const RANK = { anyone: -1, viewer: 0, cook: 1, owner: 2 } as const;
const ROLES: readonly Role[] = ['viewer', 'cook', 'owner'];

let server: TestServer;
let kitchen: TestKitchen;
let other: TestKitchen;
let routes: Route[];
beforeAll(async () => {
  server = await testServer();
  kitchen = await server.kitchen();
  other = await server.kitchen();
  routes = await routesOf(server.app);
});
afterAll(() => server.close());

/** Asks and gives the status; a feed is left once it has begun. */
async function ask(route: Route, cookie: string | null, ids: Record<string, string>, of: TestKitchen) {
  const answer = await server.app.inject({
    method: route.method as 'GET',
    url: addressOf(route, ids),
    headers: cookie ? { cookie } : {},
    ...(route.body ? { payload: goodBody(route, of) } : {}),
    payloadAsStream: true,
  });
  const stream = answer.stream();
  if (answer.headers['content-type'] === 'text/event-stream') {
    const [first] = await stream.take(1).toArray();
    stream.destroy();
    return { status: answer.statusCode, text: String(first) };
  }
  const chunks: string[] = [];
  for await (const chunk of stream) chunks.push(String(chunk));
  return { status: answer.statusCode, text: chunks.join('') };
}

const KITCHEN_TABLES = [
  ...['person', 'run', 'run_event', 'session', 'invite', 'formula', 'formula_revision', 'ingredient'],
  ...['station', 'station_reading', 'burner', 'ladle'],
];
/** Passphrases and names that are wrong on purpose, and a network that is not there. */
const ANSWERED: Readonly<Record<string, number>> = {
  ...{ 'PUT /api/passphrase': 400, 'POST /api/session/confirm': 400, 'DELETE /api/kitchen': 400 },
  ...{ 'POST /api/network/authority': 404, 'DELETE /api/network/authority': 404 },
};
/** After these one is signed in as somebody else, or no more. */
const LEFT = ['DELETE /api/session', 'DELETE /api/kitchen/me', 'POST /api/kitchens', 'POST /api/kitchen/hand-over'];
const name = (route: Route) => `${route.method} ${route.url}`;
const inKitchen = async (id: string) =>
  JSON.stringify(
    await Promise.all(
      KITCHEN_TABLES.map((table) =>
        server.sql(
          `SELECT md5(string_agg(t::text, '|' ORDER BY t::text)) AS sum FROM ${table} t WHERE kitchen_id = $1`,
          [id],
        ),
      ),
    ),
  );

describe('what each role may do', () => {
  it('is said by every route', () => {
    expect(routes.filter((route) => !(route.role in RANK)).map(name)).toEqual([]);
    expect(routes.length).toBeGreaterThan(20);
  });

  it('nobody signed in gets no further than the open doors, whatever they send', async () => {
    for (const route of routes.filter((candidate) => candidate.role !== 'anyone')) {
      const ids = new Proxy({}, { get: () => 'x' });
      expect([name(route), (await ask(route, null, ids, kitchen)).status]).toEqual([name(route), 401]);
    }
  });

  it.each(ROLES)('%s: enough is let through, too little is refused, in one’s own kitchen', async (role) => {
    for (const route of routes.filter((candidate) => candidate.role !== 'anyone')) {
      const ids = await server.targets(kitchen);
      const { cookie } = await server.member(kitchen, role);
      const { status } = await ask(route, cookie, ids, kitchen);
      const enough = RANK[role] >= RANK[route.role as Role];
      const refused = status === 401 || status === 403;
      expect([name(route), status, refused]).toEqual([name(route), status, !enough]);
      // another's session is only an owner's to end
      const expected = ANSWERED[name(route)] ?? (route.method === 'DELETE' && role !== 'owner' ? 404 : 0);
      if (enough && status >= 300) expect([name(route), status]).toEqual([name(route), expected]);
    }
  });
});

describe('the wall between kitchens', () => {
  it('no route reads or changes anything of another kitchen, even for its owner', async () => {
    let stranger = await server.member(other, 'owner');
    for (const route of routes) {
      const ids = await server.targets(kitchen);
      const before = await inKitchen(kitchen.id);
      const { status, text } = await ask(route, stranger.cookie, ids, kitchen);
      if (route.url.includes('{')) expect([name(route), status]).toEqual([name(route), 404]);
      if (name(route) === 'POST /api/runs') expect(status).toBe(404);
      for (const secret of [...Object.values(ids), kitchen.id, kitchen.personId, kitchen.formulaId, kitchen.name]) {
        expect([name(route), text.includes(secret)]).toEqual([name(route), false]);
      }
      expect([name(route), await inKitchen(kitchen.id)]).toEqual([name(route), before]);
      if (LEFT.includes(name(route))) stranger = await server.member(other, 'owner');
    }
  });

  it('holds for direct SQL in the application’s role, table by table', async () => {
    await server.targets(kitchen);
    const tables = (
      await server.sql("SELECT table_name FROM information_schema.columns WHERE column_name = 'kitchen_id' ORDER BY 1")
    ).map((row) => String(row['table_name']));
    expect(tables).toEqual(
      expect.arrayContaining([
        'audit',
        'burner',
        'formula',
        'formula_revision',
        'ingredient',
        'invite',
        'ladle',
        'person',
        'run',
        'run_event',
        'session',
        'station',
        'station_reading',
      ]),
    );
    const client = new pg.Client({ connectionString: server.databaseUrl, options: '-c role=bluebell_app' });
    await client.connect();
    const tried = async (sql: string, values: unknown[]) => {
      await client.query('BEGIN');
      await client.query("SELECT set_config('bluebell.kitchen', $1, true)", [other.id]);
      const result = await client.query(sql, values).then(
        (done) => Number(done.rows[0]?.n ?? done.rowCount),
        (error: Error) => error.message,
      );
      await client.query('ROLLBACK');
      return result;
    };
    const denied = /permission denied|row-level security/;
    try {
      for (const table of tables) {
        const seen = await tried(`SELECT count(kitchen_id) AS n FROM ${table} WHERE kitchen_id = $1`, [kitchen.id]);
        expect([table, seen]).toEqual([table, 0]);
        for (const change of [
          `DELETE FROM ${table} WHERE kitchen_id = $1`,
          `UPDATE ${table} SET kitchen_id = kitchen_id WHERE kitchen_id = $1`,
        ]) {
          const result = await tried(change, [kitchen.id]);
          expect([change, typeof result === 'number' ? result === 0 : denied.test(result)]).toEqual([change, true]);
        }
      }
      const copy = "INSERT INTO audit (kitchen_id, what) VALUES ($1, 'joined')";
      expect(await tried(copy, [kitchen.id])).toMatch(denied);
      expect(await tried(copy, [other.id])).toBe(1);
      // outside any kitchen there is nothing at all
      expect((await client.query('SELECT count(*)::int AS n FROM person')).rows[0].n).toBe(0);
      await expect(client.query('SELECT token_hash FROM session')).rejects.toThrow('permission denied');
      await expect(client.query('SELECT * FROM sign_in_try')).rejects.toThrow('permission denied');
    } finally {
      await client.end();
    }
  });
});
