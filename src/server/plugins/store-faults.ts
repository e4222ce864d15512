/** What ails the database, as far as a caller can wait for it: away, or out of room. */
export type StoreFault = 'down' | 'full';

/** By SQLSTATE class and by what the network says (PostgreSQL manual, appendix A). */
const DOWN = new Set(['57P01', '57P02', '57P03', 'ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND']);
const CONNECTION_CLASS = '08';
const FULL = new Set(['53100', '58030', '53200']);
/** The driver names no code where a connection broke under a statement. */
const BROKEN =
  /^(Connection terminated|Client has encountered a connection error|timeout (expired|exceeded) when trying to connect)/;

/** Whether an error says that the database is away or full; null when it says something else. */
export function storeFaultOf(error: unknown): StoreFault | null {
  const {
    code,
    message = '',
    driverError,
  } = (error ?? {}) as {
    readonly code?: unknown;
    readonly message?: string;
    readonly driverError?: unknown;
  };
  if (typeof code === 'string') {
    if (FULL.has(code)) return 'full';
    if (DOWN.has(code) || code.startsWith(CONNECTION_CLASS)) return 'down';
  }
  if (BROKEN.test(message)) return 'down';
  return driverError && driverError !== error ? storeFaultOf(driverError) : null;
}
