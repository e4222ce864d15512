/** Everything the server needs to know from outside. */
export interface ServerConfig {
  readonly host: string;
  readonly port: number;
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
  readonly lan?: LanIdentity;
}

/** Address and identity on the kitchen's network. */
export interface LanIdentity {
  /** `https://…` as a tablet types it. */
  readonly address: string;
  /** SHA-256 of the authority's certificate, to compare by eye. */
  readonly fingerprint: string;
  readonly authorityPem: string;
  readonly keyPem: string;
  readonly certificatePem: string;
}

export const DEFAULT_RATE_LIMIT = { perMinute: 1200, signInPerMinute: 20 } as const;
export const BODY_LIMIT_BYTES = 1024 * 1024;
