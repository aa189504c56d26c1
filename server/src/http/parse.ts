import Bourne from '@hapi/bourne';
import type { Context } from 'koa';
import { createHash } from 'node:crypto';
import { getHeapStatistics } from 'node:v8';
import { MOST_PERSON_CHARACTERS } from '@zarnel/contract';
import { measureJson } from '@zarnel/core/files';
import { faultOfIssue, faultsInText, openPlan, type Plan } from '@zarnel/core/plan';
import { cutText } from '@zarnel/core/words';
import type { z } from 'zod';
import type { OwnLine, Work } from '../jobs/revision-store.ts';
import { ProblemError, toldFaults } from './problem.ts';

/** The body through its schema, or a problem that names each field. */
export function parseBody<Schema extends z.ZodType>(ctx: Context, schema: Schema): z.infer<Schema> {
  const parsed = schema.safeParse(jsonBody(ctx));
  if (parsed.success) return parsed.data;
  const { errors, detail } = toldFaults(faultsInText(parsed.error.issues.map(faultOfIssue)));
  throw new ProblemError(422, detail, { errors });
}

/** A plan in the body, with every fault by its path. */
export function parsePlan(ctx: Context): Plan {
  const opened = openPlan(jsonBody(ctx));
  if (opened.ok) return opened.value;
  const { errors, detail } = toldFaults(faultsInText(opened.fault));
  throw new ProblemError(422, detail, { errors });
}

/** The revision named by If-Match: `"12"`. */
export function parseIfMatch(ctx: Context): number {
  const header = ctx.get('If-Match');
  if (header === '') throw new ProblemError(428, 'Send If-Match with the revision the plan was read as.');
  const match = /^"(\d{1,9})"$/u.exec(header);
  if (match === null) throw new ProblemError(400, 'If-Match must be one revision number in quotes.');
  return Number(match[1]);
}

/**
 * The line of edits that a save comes from, and where in it, where the client says so: `UUID; NUMBER`; with the secret of the
 * page that began it, `Line-Secret`, of which only the digest is kept.
 */
function parseLineOfWork(ctx: Context): OwnLine | null {
  const header = ctx.get('Line-Of-Work');
  if (header === '') return null;
  const match = /^([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}); (\d{1,9})$/u.exec(header);
  if (match === null) throw new ProblemError(400, 'Line-Of-Work must be a UUID, a semicolon and a number.');
  const secret = ctx.get('Line-Secret');
  if (secret !== '' && !/^[\w-]{20,100}$/u.test(secret))
    throw new ProblemError(400, 'Line-Secret must be 20 to 100 letters, digits, hyphens or underscores.');
  return {
    id: match[1] ?? '',
    order: Number(match[2]),
    secret: secret === '' ? null : createHash('sha256').update(secret).digest('hex'),
  };
}

/** Who works, as they call themselves, with percent signs for what a header cannot hold: `Worked-By`. */
function parseWho(ctx: Context): string {
  try {
    return cutText(decodeURIComponent(ctx.get('Worked-By')).trim(), MOST_PERSON_CHARACTERS);
  } catch (error) {
    if (!(error instanceof URIError)) throw error;
    throw new ProblemError(400, 'Worked-By must be a name with its percent signs as in an address.');
  }
}

/** Who makes the change of a request, and as part of which line of edits. */
export function parseWork(ctx: Context): Work {
  return { who: parseWho(ctx), line: parseLineOfWork(ctx) };
}

const MOST_SEARCH = 120;

/** Words to search by; what is longer than any name is cut. */
export function parseSearch(text: unknown): string {
  return typeof text === 'string' ? cutText(text.trim(), MOST_SEARCH) : '';
}

export function parseNumber(text: unknown, name: string, fallback: number, min: number, max: number): number {
  if (text === undefined) return fallback;
  const value = typeof text === 'string' && /^\d{1,9}$/u.test(text) ? Number(text) : NaN;
  if (!(value >= min && value <= max)) {
    throw new ProblemError(400, `${name} must be a whole number from ${min} to ${max}.`);
  }
  return value;
}

/** A value takes some forty bytes once it is built, and some times as much while it is judged and written. */
const BYTES_OF_VALUE = 400;

function mostValues(): number {
  return getHeapStatistics().heap_size_limit / BYTES_OF_VALUE;
}

/** The body as JSON; null where there is none. Keys that would change what an object is are refused, as is what is nested far too deep. */
function jsonBody(ctx: Context): unknown {
  if (!ctx.is('application/json')) throw new ProblemError(415, 'Send the body as application/json.');
  const { body } = ctx.request as { readonly body?: unknown };
  if (typeof body !== 'string' || body === '') return null;
  const values = measureJson(body);
  if (values === null)
    throw new ProblemError(400, 'The body is nested deeper than anything that is read here.');
  if (values > mostValues())
    throw new ProblemError(413, 'The document has more in it than this server has memory for.');
  return Bourne.parse(body);
}
