import 'reflect-metadata';
import { afterAll, describe, expect, it } from '@jest/globals';
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync } from 'node:fs';
import { request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect, createServer } from 'node:tls';
import { AsnConvert } from '@peculiar/asn1-schema';
import { BasicConstraints } from '@peculiar/asn1-x509';
import { X509Certificate as PemCertificate } from '@peculiar/x509';
import { makeServer } from '../../scripts/lib/authority.ts';
import { lanAt, lanIdentity } from '../../scripts/lib/lan.ts';
import { PASSPHRASE, testServer } from './app.ts';

const folder = mkdtempSync(join(tmpdir(), 'bluebell-lan-test-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the identity on the kitchen’s network', () => {
  it('is made once and kept, its keys for their owner alone', async () => {
    const first = await lanIdentity(join(folder, 'lan'), '127.0.0.1', 4748);
    const again = await lanIdentity(join(folder, 'lan'), '127.0.0.1', 4748);
    expect(again).toEqual(first);
    expect(first.address).toBe('https://127.0.0.1:4748');
    const files = readdirSync(join(folder, 'lan'));
    expect(files.sort()).toEqual(['authority.crt', 'authority.key', 'server.crt', 'server.key']);
    for (const file of files) expect(statSync(join(folder, 'lan', file)).mode & 0o777).toBe(0o600);
    expect(statSync(join(folder, 'lan')).mode & 0o777).toBe(0o700);
  });

  it('keeps its authority when the machine’s address changes, and signs the new one', async () => {
    const before = await lanIdentity(join(folder, 'moved'), '127.0.0.1', 4748);
    const after = await lanIdentity(join(folder, 'moved'), '127.0.0.9', 4748);
    expect(after.fingerprint).toBe(before.fingerprint);
    expect(after.certificatePem).not.toBe(before.certificatePem);
    const certificate = new X509Certificate(after.certificatePem);
    expect(certificate.checkIP('127.0.0.9')).toBe('127.0.0.9');
    const authority = new X509Certificate(after.authorityPem);
    expect(authority.ca).toBe(true);
    expect(certificate.ca).toBe(false);
    expect(certificate.verify(authority.publicKey)).toBe(true);
    expect(after.fingerprint).toBe(authority.fingerprint256);
  });

  it('is trusted by who has its authority and by nobody else, and sends cookies over HTTPS only', async () => {
    const lan = await lanAt(join(folder, 'served'), '127.0.0.1', 4748);
    const server = await testServer({ https: true, lan });
    await server.app.listen({ host: '127.0.0.1', port: 0 });
    const { port } = server.app.server.address() as AddressInfo;
    const ask = (ca?: string) =>
      new Promise<string>((resolve) => {
        const call = request(
          { host: '127.0.0.1', port, path: '/api/network/certificate', ...(ca ? { ca } : {}) },
          (answer) => {
            let text = '';
            answer.on('data', (chunk) => (text += String(chunk)));
            answer.on('end', () => resolve(text));
          },
        );
        call.on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? error.message));
        call.end();
      });
    const { authorityPem } = lan.identity()!;
    expect(await ask(authorityPem)).toBe(authorityPem);
    expect(await ask()).toMatch(/UNABLE_TO_VERIFY|SELF_SIGNED/);
    const { name } = await server.kitchen();
    const payload = { name, passphrase: PASSPHRASE };
    const signedIn = await server.app.inject({ method: 'POST', url: '/api/session', payload });
    expect(String(signedIn.headers['set-cookie'])).toMatch(/; Secure/);
    expect(signedIn.headers['strict-transport-security']).toBeDefined();
    await server.close();
  });

  it('18.15 its authority vouches for the kitchen’s names and network alone, for two years, and for no other authority', async () => {
    const { authorityPem, untilMs, names } = await lanIdentity(join(folder, 'narrow'), '127.0.0.1', 4748);
    expect(names).toEqual(expect.arrayContaining(['localhost', '127.0.0.1/32']));
    expect(untilMs - Date.now()).toBeLessThan(731 * 86_400_000);
    const authority = { cert: authorityPem, key: readFileSync(join(folder, 'narrow', 'authority.key'), 'utf8') };
    const faultOf = async (address: string) => {
      const { cert, key } = await makeServer(authority, address, Date.now());
      const tls = createServer({ cert, key }, (socket) => socket.end());
      await new Promise<void>((done) => tls.listen(0, '127.0.0.1', done));
      const { port } = tls.address() as AddressInfo;
      const fault = await new Promise<string>((done) => {
        const line = connect({ host: '127.0.0.1', port, ca: authorityPem, checkServerIdentity: () => undefined });
        line.on('secureConnect', () => done('trusted'));
        line.on('error', (error) => done(error.message));
      });
      await new Promise((done) => tls.close(done));
      return fault;
    };
    expect(await faultOf('127.0.0.1')).toBe('trusted');
    expect(await faultOf('bank.example')).toMatch(/PERMITTED|permitted/);
    expect(await faultOf('203.0.113.7')).toMatch(/PERMITTED|permitted/);
    expect(AsnConvert.parse(extensionOf(authorityPem, '2.5.29.19'), BasicConstraints)).toMatchObject({
      cA: true,
      pathLenConstraint: 0,
    });
  });

  it('18.15 an authority that may vouch for anything, or not for where the machine is now, is made anew', async () => {
    const at = join(folder, 'old');
    const first = await lanIdentity(at, '198.51.100.7', 4748);
    expect((await lanIdentity(at, '198.51.100.7', 4748)).fingerprint).toBe(first.fingerprint);
    expect((await lanIdentity(at, '203.0.113.9', 4748)).fingerprint).not.toBe(first.fingerprint);
  });

  it('18.15 an owner renews it and takes it back: a new one is another, one taken back stays so over a restart', async () => {
    const at = join(folder, 'say');
    let changes = 0;
    const lan = await lanAt(at, '127.0.0.1', 4748, () => (changes += 1));
    const server = await testServer({ lan });
    const owner = await server.kitchen();
    const cook = await server.member(owner, 'cook');
    const say = (who: typeof owner, method: 'POST' | 'DELETE') =>
      server.as(who, { method, url: '/api/network/authority' });
    const told = async () => (await server.as(owner, { url: '/api/network' })).json();
    const before = await told();
    expect((await say(cook, 'POST')).statusCode).toBe(403);
    expect((await say(owner, 'POST')).json().fingerprint).not.toBe(before.fingerprint);
    expect((await say(owner, 'DELETE')).statusCode).toBe(204);
    expect(await told()).toMatchObject({ withdrawn: true });
    expect((await server.app.inject({ url: '/api/network/certificate' })).statusCode).toBe(404);
    expect(readdirSync(at)).toEqual(['withdrawn']); // its key is nowhere
    expect((await lanAt(at, '127.0.0.1', 4748)).identity()).toBeNull();
    expect((await say(owner, 'POST')).json()).toMatchObject({ withdrawn: false });
    expect((await lanAt(at, '127.0.0.1', 4748)).identity()?.fingerprint).toBe((await told()).fingerprint);
    expect(changes).toBe(3);
    await server.sql("UPDATE session SET confirmed_at = now() - interval '1 hour'");
    expect((await say(owner, 'DELETE')).json()).toMatchObject({ code: 'confirmFirst' });
    await server.close();
  });
});

function extensionOf(pem: string, oid: string): ArrayBuffer {
  return new PemCertificate(pem).getExtension(oid)!.value;
}
