import { faultsInText } from '@zarnel/core/plan';
import type { Context, Middleware, Next } from 'koa';
import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { Problem } from '@zarnel/contract';
import { isDatabaseLost, isDiskFull } from '../database.ts';
import { UnreadableGear } from '../gear/gear-store.ts';
import { UnreadablePlan } from '../jobs/revision-store.ts';
import { TooManyWaiting } from '../turns.ts';

/** A database that is gone is back in a moment, or somebody has to look. */
const RETRY_AFTER_S = 2;

const TITLES: Readonly<Record<number, string>> = {
  400: 'The request was not understood',
  403: 'Not from this address',
  404: 'Not found',
  405: 'Not done this way',
  409: 'Not possible as it is',
  412: 'Someone saved first',
  413: 'Too large',
  414: 'The address is too long',
  415: 'Not in a form that is read here',
  422: 'The content is not valid',
  429: 'Too many at once',
  428: 'Say which revision this was made from',
  500: 'Something went wrong here',
  501: 'Not done here',
  503: 'The database cannot be reached',
  507: 'The disk is full',
};

/** An error the client is told about, as a problem document (RFC 9457). */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly more: Partial<Problem> = {},
    /** When it may be worth trying again, in seconds: `Retry-After`. */
    readonly retryAfterS: number | null = null,
  ) {
    super(detail);
  }
}

/** The one place where errors become answers. Unknown ones tell the client nothing but a request id. */
export function answerProblems(log: Logger): Middleware {
  return async (ctx: Context, next: Next) => {
    const requestId = randomUUID();
    try {
      await next();
      if (ctx.body == null && ctx.status === 404)
        throw new ProblemError(404, `There is nothing at ${ctx.path.slice(0, MOST_TOLD)}.`);
      // The router answers these by themselves, with what is allowed in a header.
      if (ctx.body == null && (ctx.status === 405 || ctx.status === 501))
        throw new ProblemError(ctx.status, `${ctx.method} is not done at this address.`);
    } catch (error) {
      const problem = problemOf(error);
      if (problem.status >= 500 && problem.status !== 501)
        log.error({ requestId, err: told(error), path: ctx.path.slice(0, MOST_TOLD) });
      const { status, detail, more } = problem;
      const body: Problem = {
        type: 'about:blank',
        title: TITLES[status] ?? 'Refused',
        status,
        detail,
        requestId,
        ...more,
      };
      if (problem.retryAfterS !== null) ctx.set('Retry-After', String(problem.retryAfterS));
      ctx.status = status;
      ctx.body = JSON.stringify(body);
      ctx.type = 'application/problem+json';
    }
  };
}

/** What is answered where nothing more can be kept. */
export function diskFull(): ProblemError {
  return new ProblemError(
    507,
    'The disk of the server is full. What you sent was not saved; what is saved can be read, and saving goes on by itself when there is room.',
    {},
    10,
  );
}

function problemOf(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (error instanceof UnreadableGear) {
    const errors = faultsInText(error.faults);
    return new ProblemError(
      422,
      `The library keeps this type, and this version cannot read it: ${error.message}`,
      {
        errors,
      },
    );
  }
  if (error instanceof UnreadablePlan) {
    const errors = faultsInText(error.faults);
    return new ProblemError(
      422,
      `${error.message} It is kept as it is, and so are the revisions before it: open one of them.`,
      { errors },
    );
  }
  if (isDiskFull(error)) {
    return diskFull();
  }
  if (isDatabaseLost(error)) {
    return new ProblemError(
      503,
      'What was saved is kept; what you sent may not be. Try again shortly.',
      {},
      RETRY_AFTER_S,
    );
  }
  if (error instanceof TooManyWaiting) {
    return new ProblemError(
      503,
      'Too many changes wait for the same job. What you sent was not saved; try again shortly.',
      { title: 'Busy just now' },
      error.retryAfterS,
    );
  }
  const { status, code } = (error ?? {}) as { status?: unknown; code?: unknown };
  if (status === 413) return new ProblemError(413, 'The document is larger than 16 MB.');
  if (error instanceof SyntaxError) return new ProblemError(400, 'The body is not JSON.');
  // Of gzip and deflate, and of Brotli.
  if (typeof code === 'string' && /^(?:Z_|ERR__ERROR_|ERR_BROTLI)/u.test(code))
    return new ProblemError(400, 'The body is not packed as its Content-Encoding says.');
  if (status === 415) return new ProblemError(415, 'The body is in an encoding that is not read here.');
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new ProblemError(
      status in TITLES ? status : 400,
      'The address or the headers make no sense here.',
    );
  return new ProblemError(500, 'The request could not be carried out. Nothing was changed.');
}

/** What is told or logged of a text that came from outside, at most. */
const MOST_TOLD = 300;

/** An error as it is logged: what it is and where, without what was sent. A failed query carries all of its values. */
function told(error: unknown): object {
  if (!(error instanceof Error)) return { message: 'something else than an error was thrown' };
  const { code } = error as { code?: unknown };
  const [, ...trace] = (error.stack ?? '').replace(error.message, '').split('\n');
  return { name: error.name, code, message: error.message.slice(0, MOST_TOLD), trace: trace.slice(0, 20) };
}

/** Faults as they are told: enough to go on with, whatever was sent. */
export function toldFaults(faults: readonly { readonly path: string; readonly message: string }[]): {
  readonly errors: { path: string; message: string }[];
  readonly detail: string;
} {
  const errors = faults.slice(0, MOST_FAULTS).map(({ path, message }) => ({
    path: path.slice(0, MOST_TOLD),
    message: message.length > MOST_TOLD ? `${message.slice(0, MOST_TOLD)} …` : message,
  }));
  const detail = errors
    .slice(0, 3)
    .map(({ path, message }) => (path === '' ? message : `${path}: ${message}`))
    .join('; ');
  return { errors, detail };
}

const MOST_FAULTS = 20;
