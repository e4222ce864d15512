import type { ApiError } from '#contract';

/** A failed call: what the server said, or that it could not be reached (`status` 0). */
export class CallError extends Error {
  readonly status: number;
  readonly body: ApiError;

  constructor(status: number, body: ApiError) {
    super(body.message);
    this.status = status;
    this.body = body;
  }
}

/** Calls the server. @throws CallError */
export async function call<T>(method: string, url: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(url, {
      method,
      credentials: 'same-origin',
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new CallError(0, { code: 'unreachable', message: 'The server cannot be reached.' });
  }
  const text = await response.text();
  if (!response.ok) throw new CallError(response.status, readError(text));
  return (text ? JSON.parse(text) : undefined) as T;
}

function readError(text: string): ApiError {
  try {
    return JSON.parse(text) as ApiError;
  } catch {
    return { code: 'fault', message: 'The server gave an answer that cannot be read.' };
  }
}
