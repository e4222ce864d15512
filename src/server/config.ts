/** Everything the server needs to know from outside. */
export interface ServerConfig {
  readonly host: string;
  readonly port: number;
  readonly databaseUrl: string;
  /** Built web application to serve; none when the development server does it. */
  readonly webRoot: string | null;
  readonly logLevel: 'silent' | 'warn' | 'info';
  readonly rateLimit: { readonly perMinute: number; readonly signInPerMinute: number };
  readonly secureCookies: boolean;
}

export const DEFAULT_RATE_LIMIT = { perMinute: 1200, signInPerMinute: 20 } as const;
export const BODY_LIMIT_BYTES = 1024 * 1024;
