import { X509Certificate, createPrivateKey } from 'node:crypto';
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import type { LanIdentity } from '../../src/server/config.ts';

const DAY_MS = 86_400_000;
const AUTHORITY_DAYS = 3650;
/** Browsers take no server certificate that is good for longer than about this. */
const SERVER_DAYS = 397;
const RENEW_BEFORE_DAYS = 30;

/** This machine's own address on the kitchen's network. @throws Error when it has none */
export function machineAddress(): string {
  const found = Object.values(networkInterfaces())
    .flat()
    .find((face) => face && face.family === 'IPv4' && !face.internal);
  if (!found) throw new Error('This machine is on no network. Connect it, or name an address to serve with HOST=….');
  return found.address;
}

/**
 * The identity under which the kitchen's network meets this server. An authority is made once and kept: a tablet trusts
 * it once. The server's own certificate is signed by it, and made anew when the machine has another address or the old
 * one is about to end. Keys are readable by their owner alone.
 */
export async function lanIdentity(folder: string, address: string, port: number): Promise<LanIdentity> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const authority = await kept(
    folder,
    'authority',
    () => true,
    () => makeAuthority(),
  );
  const server = await kept(
    folder,
    'server',
    (certificate) =>
      isGoodFor(certificate, address) && certificate.verify(new X509Certificate(authority.cert).publicKey),
    () => makeServer(authority, address),
  );
  return {
    address: `https://${address}:${port}`,
    fingerprint: new X509Certificate(authority.cert).fingerprint256,
    authorityPem: authority.cert,
    keyPem: server.key,
    certificatePem: server.cert,
  };
}

interface Pair {
  readonly key: string;
  readonly cert: string;
}

/** The pair in the folder if it still serves, else a new one. */
async function kept(
  folder: string,
  name: string,
  serves: (certificate: X509Certificate) => boolean,
  make: () => Promise<Pair>,
): Promise<Pair> {
  const [keyFile, certFile] = [join(folder, `${name}.key`), join(folder, `${name}.crt`)];
  const found = pairIn(keyFile, certFile);
  if (found && serves(new X509Certificate(found.cert))) return found;
  const pair = await make();
  for (const [file, text] of [
    [keyFile, pair.key],
    [certFile, pair.cert],
  ] as const) {
    writeFileSync(`${file}.new`, text, { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
  return pair;
}

/** A key and its certificate; null when one is missing, cannot be read, or is not the other's. */
function pairIn(keyFile: string, certFile: string): Pair | null {
  try {
    const pair = { key: readFileSync(keyFile, 'utf8'), cert: readFileSync(certFile, 'utf8') };
    return new X509Certificate(pair.cert).checkPrivateKey(createPrivateKey(pair.key)) ? pair : null;
  } catch {
    return null;
  }
}

function isGoodFor(certificate: X509Certificate, address: string): boolean {
  const named = isIP(address) ? certificate.checkIP(address) : certificate.checkHost(address);
  return named !== undefined && Date.parse(certificate.validTo) > Date.now() + RENEW_BEFORE_DAYS * DAY_MS;
}

async function makeAuthority(): Promise<Pair> {
  const made = await generate([{ name: 'commonName', value: `Bluebell kitchen on ${hostname()}` }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: new Date(Date.now() + AUTHORITY_DAYS * DAY_MS),
    extensions: [
      { name: 'basicConstraints', cA: true, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  return { key: made.private, cert: made.cert };
}

async function makeServer(authority: Pair, address: string): Promise<Pair> {
  const names = ['localhost', hostname()].map((value) => ({ type: 2 as const, value }));
  const addresses = [...new Set([address, '127.0.0.1'])]
    .filter((ip) => isIP(ip))
    .map((ip) => ({ type: 7 as const, ip }));
  const made = await generate([{ name: 'commonName', value: address }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: new Date(Date.now() + SERVER_DAYS * DAY_MS),
    ca: authority,
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: [...names, ...addresses] },
    ],
  });
  return { key: made.private, cert: made.cert };
}
