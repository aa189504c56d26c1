import { jobSummarySchema, problemSchema, savedSchema } from '@zarnel/contract';
import { faultText, openPlan, type Plan } from '@zarnel/core/plan';
import { askServer, type Heard } from './ask-server.ts';
import type { Save, SaveAnswer } from './autosaver.ts';
import { workedBy } from './server-api.ts';
import type { PlanPlace } from './undo-steps.ts';

/* A job’s plan on its way from and to the server: apart from the lists, for what opens a plan comes with the first job. */

export type ReadPlan =
  | {
      readonly kind: 'plan';
      readonly plan: Plan;
      readonly revision: number;
      readonly place: PlanPlace | null;
    }
  | { readonly kind: 'missing' }
  | { readonly kind: 'unreachable' }
  | { readonly kind: 'refused'; readonly message: string };

/** Reads a job's plan, the newest or a revision, with the revision it is. */
export async function readPlan(jobId: string, revision?: number): Promise<ReadPlan> {
  const path = revision === undefined ? 'plan' : `revisions/${revision}`;
  const heard = await askServer({ path: `/api/jobs/${jobId}/${path}` });
  if (heard.kind === 'not-reached' || heard.status >= 500) return { kind: 'unreachable' };
  if (heard.status === 404) return { kind: 'missing' };
  if (heard.status !== 200) {
    const problem = problemSchema.safeParse(heard.body);
    return { kind: 'refused', message: problem.data?.detail ?? `The server refused (${heard.status}).` };
  }
  const opened = openPlan(heard.body);
  if (!opened.ok)
    return { kind: 'refused', message: faultText(opened.fault[0] ?? { message: 'The plan does not open.' }) };
  const told = /^(?:W\/)?"(\d{1,9})"$/u.exec(heard.headers.get('ETag') ?? '')?.[1];
  // Without its number it cannot be gone on from.
  if (told === undefined) return { kind: 'unreachable' };
  return {
    kind: 'plan',
    plan: opened.value,
    revision: Number(told),
    place: placeOf(heard.headers.get('Line-Of-Work')),
  };
}

function placeOf(header: string | null): PlanPlace | null {
  const [, line, order] = /^([0-9a-f-]{36}); (\d+)$/u.exec(header ?? '') ?? [];
  return line === undefined ? null : { line, order: Number(order) };
}

/** Sends a plan made from a revision. Never throws: what went wrong is in the answer. */
export function sendPlan(
  { jobId, madeFrom, plan, line, secret, order }: Save,
  person: string,
): Promise<SaveAnswer> {
  const headers = { 'Line-Of-Work': `${line}; ${order}`, 'Line-Secret': secret, ...workedBy(person) };
  return sendOver(`/api/jobs/${jobId}/plan`, 'PUT', madeFrom, plan, headers);
}

/** Makes an older revision the newest again. */
export function sendRestore(
  jobId: string,
  madeFrom: number,
  revision: number,
  person: string,
): Promise<SaveAnswer> {
  return sendOver(`/api/jobs/${jobId}/restore`, 'POST', madeFrom, { revision }, workedBy(person));
}

/** Says that something to drill by was printed or taken from a revision. False where the server did not hear it. */
export async function sendPrinted(jobId: string, revision: number): Promise<boolean> {
  const heard = await askServer({
    path: `/api/jobs/${jobId}/revisions/${revision}/printed`,
    method: 'POST',
  });
  return heard.kind === 'answer' && heard.status < 300;
}

/** The number of a job’s newest revision, whether or not that opens; null where the server does not say. */
export async function readNewestRevision(jobId: string): Promise<number | null> {
  const heard = await askServer({ path: `/api/jobs/${jobId}` });
  const summary = jobSummarySchema.safeParse(heard.kind === 'answer' ? heard.body : null);
  return summary.data?.revision ?? null;
}

async function sendOver(
  path: string,
  method: string,
  madeFrom: number,
  content: unknown,
  more: Readonly<Record<string, string>> = {},
): Promise<SaveAnswer> {
  const headers = { 'Content-Type': 'application/json', 'If-Match': `"${madeFrom}"`, ...more };
  return saveAnswerOf(await askServer({ path, method, headers, body: JSON.stringify(content) }));
}

/** What an answer to a save means. Only one that names its revision says that it was kept. */
export function saveAnswerOf(heard: Heard): SaveAnswer {
  const { status, retryAfterMs } = heard;
  if (heard.kind === 'not-reached')
    return { kind: heard.why === 'sign-in' ? 'sign-in' : 'unreachable', status, retryAfterMs };
  if (heard.status === 507) return { kind: 'disk-full', status, retryAfterMs };
  if (heard.status >= 500) return { kind: 'unreachable', status, retryAfterMs };
  if (heard.status < 300) {
    const saved = savedSchema.safeParse(heard.body);
    return saved.success
      ? { kind: 'saved', revision: saved.data.revision }
      : { kind: 'unreachable', status, retryAfterMs };
  }
  const { current, kept, detail } = problemSchema.safeParse(heard.body).data ?? {};
  if (heard.status === 412 && current !== undefined && kept !== undefined)
    return { kind: 'stale', current, kept };
  return {
    kind: 'refused',
    status: heard.status,
    message: detail ?? `The server refused the save (${heard.status}).`,
    retryAfterMs,
  };
}
