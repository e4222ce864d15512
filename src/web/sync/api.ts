import type { ApiError } from '#contract';

/** A failed call: what the server said, or that it could not be reached (`status` 0). */
export class CallError extends Error {
  readonly status: number;
  readonly body: ApiError;
  /** How long the server asks to wait, when it does. */
  readonly retryAfterMs: number | undefined;

  constructor(status: number, body: ApiError, retryAfterMs?: number) {
    super(body.message);
    this.status = status;
    this.body = body;
    this.retryAfterMs = retryAfterMs;
  }

  /** The server is not there or in trouble: the same call may work later, unchanged. */
  get isAbsence(): boolean {
    return this.status === 0 || this.status === 429 || this.status >= 500;
  }
}

/** A call that has not been answered by then has not been answered. */
const PATIENCE_MS = 15_000;

/** Calls the server. @throws CallError */
export async function call<T>(method: string, url: string, body?: unknown, patienceMs = PATIENCE_MS): Promise<T> {
  let response: Response;
  let text: string;
  try {
    response = await fetch(url, {
      method,
      credentials: 'same-origin',
      signal: AbortSignal.timeout(patienceMs),
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
    text = await response.text();
  } catch {
    throw new CallError(0, { code: 'unreachable', message: 'The server cannot be reached.' });
  }
  if (!response.ok) {
    const seconds = Number(response.headers.get('retry-after'));
    throw new CallError(response.status, readError(text), seconds > 0 ? seconds * 1000 : undefined);
  }
  return (text ? JSON.parse(text) : undefined) as T;
}

function readError(text: string): ApiError {
  try {
    return JSON.parse(text) as ApiError;
  } catch {
    return { code: 'fault', message: 'The server gave an answer that cannot be read.' };
  }
}
