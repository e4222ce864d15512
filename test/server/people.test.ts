import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { fitsPassphrase, hashPassphrase } from '../../src/server/features/people/passphrase.ts';
import { PASSPHRASE, testServer, type TestServer } from './app.ts';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

describe('sign-in', () => {
  it('sets a cookie that scripts cannot read and other sites cannot send, and keeps only the hash of its token', async () => {
    const kitchen = await server.kitchen();
    const response = await server.app.inject({
      method: 'POST',
      url: '/api/session',
      payload: { name: kitchen.name.toUpperCase(), passphrase: PASSPHRASE },
    });
    expect(response.statusCode).toBe(200);
    expect(response.json()).toMatchObject({
      person: { name: kitchen.name, role: 'owner' },
      kitchen: { id: kitchen.id },
    });
    const cookie = String(response.headers['set-cookie']);
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const token = /bluebell_session=([^;]+)/.exec(cookie)![1]!;
    const kept = await server.sql('SELECT encode(token_hash, $1) AS hash FROM session', ['hex']);
    expect(JSON.stringify(kept)).not.toContain(token);
    expect(response.body).not.toContain('scrypt');
  });

  it('answers a wrong name and a wrong passphrase alike', async () => {
    const kitchen = await server.kitchen();
    const answers = await Promise.all(
      [
        { name: kitchen.name, passphrase: 'wrong' },
        { name: 'Nobody at all', passphrase: PASSPHRASE },
      ].map((payload) => server.app.inject({ method: 'POST', url: '/api/session', payload })),
    );
    expect(answers.map((answer) => answer.statusCode)).toEqual([401, 401]);
    expect(answers[0]!.json()).toEqual(answers[1]!.json());
    expect(answers[0]!.json()).toMatchObject({ code: 'wrongSignIn', field: 'passphrase' });
  });

  it('knows nobody without a cookie, a person with one, nobody again after signing out', async () => {
    const kitchen = await server.kitchen();
    expect((await server.app.inject({ url: '/api/session' })).json()).toBeNull();
    expect((await server.as(kitchen, { url: '/api/session' })).json()).toMatchObject({
      person: { id: kitchen.personId },
    });
    expect((await server.as(kitchen, { method: 'DELETE', url: '/api/session' })).statusCode).toBe(204);
    expect((await server.as(kitchen, { url: '/api/session' })).json()).toBeNull();
    expect((await server.as(kitchen, { url: '/api/runs' })).statusCode).toBe(401);
  });

  it('does not take an expired session', async () => {
    const kitchen = await server.kitchen();
    await server.sql(`UPDATE session SET expires_at = now() - interval '1 second' WHERE person_id = $1`, [
      kitchen.personId,
    ]);
    expect((await server.as(kitchen, { url: '/api/runs' })).statusCode).toBe(401);
  });

  it('is limited by the minute, in the one error shape', async () => {
    const strict = await testServer({ rateLimit: { perMinute: 1000, signInPerMinute: 3 } });
    const tries = [];
    for (let i = 0; i < 5; i++)
      tries.push(
        await strict.app.inject({ method: 'POST', url: '/api/session', payload: { name: 'x', passphrase: 'y' } }),
      );
    expect(tries.map((answer) => answer.statusCode)).toEqual([401, 401, 401, 429, 429]);
    expect(tries[4]!.json()).toMatchObject({ code: 'tooMany' });
    await strict.close();
  });
});

describe('passphrases', () => {
  it('fit only themselves, differ in salt, and a broken hash fits nothing', async () => {
    const [one, two] = await Promise.all([hashPassphrase('kelp'), hashPassphrase('kelp')]);
    expect(one).not.toBe(two);
    expect(await fitsPassphrase('kelp', one)).toBe(true);
    expect(await fitsPassphrase('Kelp', one)).toBe(false);
    expect(await fitsPassphrase('kelp', 'plain$kelp')).toBe(false);
  });
});

describe('settings', () => {
  it('are kept for the person', async () => {
    const kitchen = await server.kitchen();
    const settings = { temperatureUnit: 'F', theme: 'dark', sound: false, measures: 'metric', weights: 'oz' };
    const kept = await server.as(kitchen, { method: 'PUT', url: '/api/settings', payload: settings });
    expect(kept.json().settings).toEqual(settings);
    expect((await server.as(kitchen, { url: '/api/session' })).json().settings).toEqual(settings);
  });

  it('hold what was practised, within bounds of sense: a wrong score names itself and changes nothing', async () => {
    const kitchen = await server.kitchen();
    const settings = { temperatureUnit: 'C', theme: 'light', sound: true };
    const keep = (practice: unknown) =>
      server.as(kitchen, { method: 'PUT', url: '/api/settings', payload: { ...settings, practice } });
    const practice = { flip: {}, swirl: { usual: { best: 91, rounds: 4, last: [70, 88, 91] } } };
    expect((await keep(practice)).json().settings.practice).toEqual(practice);
    const wrong = await keep({ flip: {}, swirl: { usual: { best: 101, rounds: 4, last: [] } } });
    expect([wrong.statusCode, wrong.json().field]).toEqual([400, 'practice.swirl.usual.best']);
    expect((await server.as(kitchen, { url: '/api/session' })).json().settings.practice).toEqual(practice);
  });

  it('list the people of this kitchen only', async () => {
    const kitchen = await server.kitchen();
    await server.kitchen();
    const people = (await server.as(kitchen, { url: '/api/people' })).json();
    expect(people).toEqual([{ id: kitchen.personId, name: kitchen.name, role: 'owner', kind: 'person' }]);
  });
});

describe('the house rules of every answer', () => {
  it('health looks at the database', async () => {
    expect((await server.app.inject({ url: '/api/health' })).json()).toEqual({ ok: true, database: 'up' });
    expect((await server.app.inject({ url: '/api/clock' })).json().nowMs).toBeGreaterThan(Date.now() - 5000);
  });

  it('a strict content policy goes with every page', async () => {
    const { headers } = await server.app.inject({ url: '/api/health' });
    const policy = String(headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toMatch(/unsafe|\*/);
  });

  it('writing from another site is refused', async () => {
    const kitchen = await server.kitchen();
    const headers = { origin: 'https://elsewhere.example', host: 'localhost' };
    const answer = await server.as(kitchen, { method: 'PUT', url: '/api/settings', headers, payload: {} });
    expect(answer.statusCode).toBe(403);
    expect(answer.json().code).toBe('forbidden');
  });

  it('an unknown address is a 404 in the one shape', async () => {
    const answer = await server.app.inject({ url: '/api/nothing' });
    expect(answer.statusCode).toBe(404);
    expect(answer.json()).toMatchObject({ code: 'notFound', field: 'url' });
  });
});
