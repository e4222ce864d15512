import { afterAll, describe, expect, it } from '@jest/globals';
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { lanIdentity } from '../../scripts/lib/lan.ts';
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
    const lan = await lanIdentity(join(folder, 'served'), '127.0.0.1', 4748);
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
    expect(await ask(lan.authorityPem)).toBe(lan.authorityPem);
    expect(await ask()).toMatch(/UNABLE_TO_VERIFY|SELF_SIGNED/);
    const { name } = await server.kitchen();
    const payload = { name, passphrase: PASSPHRASE };
    const signedIn = await server.app.inject({ method: 'POST', url: '/api/session', payload });
    expect(String(signedIn.headers['set-cookie'])).toMatch(/; Secure/);
    expect(signedIn.headers['strict-transport-security']).toBeDefined();
    await server.close();
  });
});
