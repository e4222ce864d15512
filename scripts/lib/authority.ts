import 'reflect-metadata'; // certificates are made by a library that asks for it as it is loaded
import { webcrypto } from 'node:crypto';
import { isIP } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  NameConstraints,
  id_ce_nameConstraints,
} from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';

const DAY_MS = 86_400_000;
/** Long enough that tablets are seldom asked to trust anew, short enough that one that was forgotten ends. */
const AUTHORITY_DAYS = 730;
/** Browsers take no server certificate that is good for longer than about this. */
const SERVER_DAYS = 397;

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const crypto = webcrypto as unknown as Crypto;

export interface Pair {
  readonly key: string;
  readonly cert: string;
}

/** What a server at an address of the kitchen's network is called, and the part of the network it may move in. */
export interface Reach {
  readonly names: readonly string[];
  /** As in `192.168.1.0/24`. */
  readonly networks: readonly string[];
}

/** The names of this machine, and the network that an address of it is in. */
export function reachOf(address: string): Reach {
  const own = hostname().toLowerCase();
  const at = Object.values(networkInterfaces())
    .flat()
    .find((face) => face?.address === address);
  const network = isIP(address) ? (at?.cidr ?? `${address}/${isIP(address) === 6 ? 128 : 32}`) : undefined;
  return {
    names: [...new Set(['localhost', own, `${own}.local`, ...(isIP(address) ? [] : [address])])],
    networks: [...new Set([...(network ? [network] : []), '127.0.0.1/32'])],
  };
}

/**
 * An authority that may vouch for servers in its reach and for nothing else: no other name, no other network, and no
 * further authority (RFC 5280, name constraints and path length).
 */
export async function makeAuthority({ names, networks }: Reach, nowMs: number): Promise<Pair> {
  const keys = await crypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const certificate = await x509.X509CertificateGenerator.createSelfSigned(
    {
      ...validity(nowMs, AUTHORITY_DAYS),
      name: `CN=Bluebell kitchen on ${hostname()}`,
      keys,
      signingAlgorithm: ALGORITHM,
      extensions: [
        new x509.BasicConstraintsExtension(true, 0, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
        await x509.SubjectKeyIdentifierExtension.create(keys.publicKey, false, crypto),
        new x509.Extension(id_ce_nameConstraints, true, AsnConvert.serialize(permitted(names, networks))),
      ],
    },
    crypto,
  );
  return asPem(certificate, keys);
}

function permitted(names: readonly string[], networks: readonly string[]): NameConstraints {
  const bases = [
    ...names.map((dNSName) => new GeneralName({ dNSName })),
    ...networks.map((iPAddress) => new GeneralName({ iPAddress })),
  ];
  return new NameConstraints({
    permittedSubtrees: new GeneralSubtrees(bases.map((base) => new GeneralSubtree({ base }))),
  });
}

/** What an authority may vouch for; null: it may for anything, as those of earlier versions. */
export function reachIn(certificate: string): Reach | null {
  const extension = new x509.X509Certificate(certificate).getExtension(id_ce_nameConstraints);
  if (!extension) return null;
  const bases = [...(AsnConvert.parse(extension.value, NameConstraints).permittedSubtrees ?? [])].map(
    ({ base }) => base,
  );
  const of = (kind: 'dNSName' | 'iPAddress') =>
    bases.flatMap((base) => (base[kind] === undefined ? [] : [String(base[kind])]));
  return { names: of('dNSName'), networks: of('iPAddress') };
}

/** A certificate for the server at an address, vouched for by the authority. */
export async function makeServer(authority: Pair, address: string, nowMs: number): Promise<Pair> {
  const keys = await crypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const issuer = new x509.X509Certificate(authority.cert);
  const signingKey = await crypto.subtle.importKey(
    'pkcs8',
    x509.PemConverter.decodeFirst(authority.key),
    ALGORITHM,
    false,
    ['sign'],
  );
  const addresses = [...new Set([address, '127.0.0.1'])].filter((ip) => isIP(ip));
  const certificate = await x509.X509CertificateGenerator.create(
    {
      ...validity(nowMs, SERVER_DAYS),
      subject: `CN=${address}`,
      issuer: issuer.subject,
      publicKey: keys.publicKey,
      signingKey,
      signingAlgorithm: ALGORITHM,
      extensions: [
        new x509.BasicConstraintsExtension(false, undefined, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
        new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
        await x509.AuthorityKeyIdentifierExtension.create(issuer, false, crypto),
        new x509.SubjectAlternativeNameExtension([
          ...reachOf(address).names.map((value) => ({ type: 'dns' as const, value })),
          ...addresses.map((value) => ({ type: 'ip' as const, value })),
        ]),
      ],
    },
    crypto,
  );
  return asPem(certificate, keys);
}

function validity(nowMs: number, days: number) {
  return {
    serialNumber: Buffer.from(crypto.getRandomValues(new Uint8Array(15))).toString('hex'),
    notBefore: new Date(nowMs - DAY_MS), // a tablet's clock may be behind
    notAfter: new Date(nowMs + days * DAY_MS),
  };
}

async function asPem(certificate: x509.X509Certificate, { privateKey }: CryptoKeyPair): Promise<Pair> {
  const key = await crypto.subtle.exportKey('pkcs8', privateKey);
  return { key: x509.PemConverter.encode(key, 'PRIVATE KEY'), cert: certificate.toString('pem') };
}
