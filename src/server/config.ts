/** Everything the server needs to know from outside. */
export interface ServerConfig {
  readonly host: string;
  readonly port: number;
  /** The database under the application's own login, see logins. */
  readonly databaseUrl: string;
  /** Built web application to serve; none when the development server does it. */
  readonly webRoot: string | null;
  readonly logLevel: 'silent' | 'warn' | 'info';
  /** Where the log goes; standard output unless said. */
  readonly logTo?: NodeJS.WritableStream;
  /** Names under which this server may be asked, besides this machine's own and the network's; of a proxy before it. */
  readonly hosts?: readonly string[];
  readonly rateLimit: { readonly perMinute: number; readonly signInPerMinute: number };
  /** Serve over HTTPS with the identity in `lan`; cookies are then for HTTPS only. */
  readonly https: boolean;
  /** How devices on the kitchen's network reach this server; absent when it serves this machine only. */
  readonly lan?: Lan;
  /** The demo, for who only wants to look; its passphrase is known to all and opens nothing over the network. */
  readonly demo?: { readonly id: string; readonly kitchen: string; readonly name: string; readonly passphrase: string };
  /** Passphrases that are known to all. */
  readonly published?: readonly string[];
}

/** Whether only who sits at this machine can ask: neither the network nor a proxy can. */
export function isAtMachine({ https, hosts = [] }: ServerConfig): boolean {
  return !https && hosts.length === 0;
}

/** The server's place on the kitchen's network, and the owner's say over it. */
export interface Lan {
  /** Null: taken back, and the network is closed. */
  identity(): LanIdentity | null;
  /** Makes a new authority; the old one vouches for nothing any more. */
  renew(): Promise<LanIdentity>;
  withdraw(): Promise<void>;
}

/** Address and identity on the kitchen's network. */
export interface LanIdentity {
  /** `https://…` as a tablet types it. */
  readonly address: string;
  /** SHA-256 of the authority's certificate, to compare by eye. */
  readonly fingerprint: string;
  readonly authorityPem: string;
  readonly untilMs: number;
  /** What the authority may vouch for. */
  readonly names: readonly string[];
  readonly keyPem: string;
  readonly certificatePem: string;
}

export const DEFAULT_RATE_LIMIT = { perMinute: 1200, signInPerMinute: 20 } as const;
export const BODY_LIMIT_BYTES = 1024 * 1024;
