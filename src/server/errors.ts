import type { ApiError } from '#contract';

/** An error meant for the caller, with its status. Every such error of the server is made here. */
export class RequestError extends Error {
  readonly status: number;
  readonly body: ApiError;
  /** How long the caller should wait. */
  readonly retryAfterS: number | undefined;

  constructor(status: number, body: ApiError, retryAfterS?: number) {
    super(body.message);
    this.status = status;
    this.body = body;
    this.retryAfterS = retryAfterS;
  }
}

export function badInput(message: string, field?: string, hint?: string): RequestError {
  return new RequestError(400, { code: 'badInput', message, ...(field ? { field } : {}), ...(hint ? { hint } : {}) });
}

/** What was asked does not go with how things stand. */
export function conflict(code: string, message: string, field: string, hint?: string): RequestError {
  return new RequestError(409, { code, message, field, ...(hint && { hint }) });
}

/** The id that a client made for something new is another thing's. */
export function idInUse(): RequestError {
  return conflict('idInUse', 'This id is already in use.', 'id', 'Make a new id.');
}

export function tooLarge(field: string): RequestError {
  return new RequestError(413, {
    code: 'tooLarge',
    message: 'This is too much to send at once.',
    field,
    hint: 'Send it in smaller parts.',
  });
}

export function notFound(what: string, field?: string): RequestError {
  return new RequestError(404, {
    code: 'notFound',
    message: `${what} is not in this kitchen.`,
    ...(field ? { field } : {}),
  });
}

/** Someone kept a newer one while this was written; nothing of this was kept. */
export function stale(field: string): RequestError {
  return conflict(
    'stale',
    'Someone kept a newer one while you wrote.',
    field,
    'Look at what changed, then keep yours again.',
  );
}

export function inUse(message: string, field: string): RequestError {
  return conflict('inUse', message, field, 'Take it out there first.');
}

/** Tells that a name is taken where the database said so; what else went wrong stays as it is. */
export function nameInUse(field: string, hint: string): (error: { readonly code?: string }) => never {
  return (error) => {
    if (error.code !== '23505') throw error;
    throw conflict('nameInUse', 'This name, or one that looks like it, is in use.', field, hint);
  };
}

export function notSignedIn(): RequestError {
  return new RequestError(401, {
    code: 'notSignedIn',
    message: 'You are not signed in.',
    hint: 'Sign in and try again.',
  });
}

/** The database is away for a moment: what was asked may be asked again, unchanged. */
export function databaseDown(): RequestError {
  return new RequestError(
    503,
    {
      code: 'databaseDown',
      message: 'The database does not answer.',
      hint: 'Taps are kept and sent when it is back. If it stays away, look at what the start command says.',
    },
    BACK_IN_S,
  );
}

/** A database that was restarted is back in a few seconds. */
const BACK_IN_S = 2;

/** There is no room left where the log is kept. */
export function databaseFull(): RequestError {
  return new RequestError(507, {
    code: 'diskFull',
    message: 'The disk of the server is full.',
    hint: 'Taps are kept on the devices. Make room on the server (df -h says where it went); they are sent by themselves then.',
  });
}

/** What is asked for is only done when the passphrase was said just now. */
export function confirmFirst(): RequestError {
  return new RequestError(403, {
    code: 'confirmFirst',
    message: 'Say your passphrase once more for this.',
    field: 'passphrase',
  });
}

export function forbidden(message: string): RequestError {
  return new RequestError(403, { code: 'forbidden', message });
}
