import { X509Certificate, createPrivateKey } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { BlockList, isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import type { Lan, LanIdentity } from '../../src/server/config.ts';
import { makeAuthority, makeServer, reachIn, reachOf, type Pair } from './authority.ts';

const DAY_MS = 86_400_000;
const RENEW_BEFORE_DAYS = 30;
/** Lies in the folder while the owner has taken the authority back. */
const WITHDRAWN = 'withdrawn';

/** This machine's own address on the kitchen's network. @throws Error when it has none */
export function machineAddress(): string {
  const found = Object.values(networkInterfaces())
    .flat()
    .find((face) => face && face.family === 'IPv4' && !face.internal);
  if (!found) throw new Error('This machine is on no network. Connect it, or name an address to serve with HOST=….');
  return found.address;
}

/**
 * The identity under which the kitchen's network meets this server, and the owner's say over it. `changed` is called when
 * the owner made a new one or took it back.
 */
export async function lanAt(
  folder: string,
  address: string,
  port: number,
  changed: () => void = () => undefined,
): Promise<Lan> {
  const taken = join(folder, WITHDRAWN);
  const clear = () => {
    for (const name of ['authority.key', 'authority.crt', 'server.key', 'server.crt'])
      rmSync(join(folder, name), { force: true });
  };
  let identity = existsSync(taken) ? null : await lanIdentity(folder, address, port);
  return {
    identity: () => identity,
    async renew() {
      clear();
      identity = await lanIdentity(folder, address, port);
      rmSync(taken, { force: true });
      changed();
      return identity;
    },
    async withdraw() {
      writeFileSync(taken, '');
      clear();
      identity = null;
      changed();
    },
  };
}

/**
 * The identity in a folder. An authority is made once and kept: a tablet trusts it once. It is made anew when it nears
 * its end, when the machine has moved out of the network it may vouch for, or when it may vouch for anything. The server's
 * own certificate is signed by it, and made anew when the machine has another address or the old one is about to end. Keys
 * are readable by their owner alone.
 */
export async function lanIdentity(folder: string, address: string, port: number): Promise<LanIdentity> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const nowMs = Date.now();
  const authority = await kept(
    folder,
    'authority',
    (certificate) => lasts(certificate) && reaches(certificate.toString(), address),
    () => makeAuthority(reachOf(address), nowMs),
  );
  const vouched = new X509Certificate(authority.cert);
  const server = await kept(
    folder,
    'server',
    (certificate) => lasts(certificate) && names(certificate, address) && certificate.verify(vouched.publicKey),
    () => makeServer(authority, address, nowMs),
  );
  const reach = reachIn(authority.cert)!;
  return {
    address: `https://${address}:${port}`,
    fingerprint: vouched.fingerprint256,
    authorityPem: authority.cert,
    keyPem: server.key,
    certificatePem: server.cert,
    untilMs: Date.parse(vouched.validTo),
    names: [...reach.names, ...reach.networks],
  };
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

function lasts(certificate: X509Certificate): boolean {
  return Date.parse(certificate.validTo) > Date.now() + RENEW_BEFORE_DAYS * DAY_MS;
}

function names(certificate: X509Certificate, address: string): boolean {
  return (isIP(address) ? certificate.checkIP(address) : certificate.checkHost(address)) !== undefined;
}

/** Whether an authority may vouch for a server at the address. */
function reaches(certificate: string, address: string): boolean {
  const reach = reachIn(certificate);
  if (!reach) return false;
  if (!isIP(address)) return reach.names.includes(address);
  const within = new BlockList();
  for (const network of reach.networks) {
    const [base, prefix] = network.split('/') as [string, string];
    within.addSubnet(base, Number(prefix), isIP(base) === 6 ? 'ipv6' : 'ipv4');
  }
  return within.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');
}
