import type { Context, Middleware, Next } from 'koa';
import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { Problem } from '@zarnel/core';
import { isDatabaseLost } from '../database.ts';
import { UnreadableGear } from '../gear/gear-store.ts';

const TITLES: Readonly<Record<number, string>> = {
  400: 'The request was not understood',
  403: 'Not from this address',
  404: 'Not found',
  405: 'Not done this way',
  409: 'Not possible as it is',
  412: 'Someone saved first',
  413: 'Too large',
  415: 'Not JSON',
  422: 'The content is not valid',
  428: 'Say which revision this was made from',
  500: 'Something went wrong here',
  503: 'The database cannot be reached',
};

/** An error the client is told about, as a problem document (RFC 9457). */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly more: Partial<Problem> = {},
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
      if (ctx.status === 404 && ctx.body == null)
        throw new ProblemError(404, `There is nothing at ${ctx.path}.`);
    } catch (error) {
      const problem = problemOf(error);
      if (problem.status >= 500) log.error({ requestId, err: error, path: ctx.path });
      const { status, detail, more } = problem;
      const body: Problem = {
        type: 'about:blank',
        title: TITLES[status] ?? 'Refused',
        status,
        detail,
        requestId,
        ...more,
      };
      ctx.status = status;
      ctx.body = JSON.stringify(body);
      ctx.type = 'application/problem+json';
    }
  };
}

function problemOf(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (error instanceof UnreadableGear) {
    const errors = error.faults.map(({ path, message }) => ({ path, message }));
    return new ProblemError(
      422,
      `The library keeps this type, and this version cannot read it: ${error.message}`,
      {
        errors,
      },
    );
  }
  if (isDatabaseLost(error)) {
    return new ProblemError(503, 'Nothing was lost; what you sent was not saved. Try again shortly.');
  }
  const status = (error as { status?: unknown } | null)?.status;
  if (status === 413) return new ProblemError(413, 'The document is larger than 16 MB.');
  if (status === 400) return new ProblemError(400, 'The body is not JSON.');
  return new ProblemError(500, 'The request could not be carried out. Nothing was changed.');
}
