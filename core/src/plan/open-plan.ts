import { parseJson } from '../json-text.ts';
import { told } from '../quantity/told.ts';
import { fail, ok, type Result } from '../result.ts';
import type { PlanFault } from './fault.ts';
import { faultOfIssue } from './issue-words.ts';
import { migrate, MIGRATIONS } from './migrate.ts';
import { FORMAT_VERSION, PLAN_FORMAT, planSchema, type Plan } from './plan.ts';
import { findReferenceFaults } from './references.ts';

/**
 * Largest plan, in UTF-16 units of its JSON without spaces, by which it is measured wherever it is read, sent or kept: far
 * above the largest job meant (200 faces, 2,000 placements).
 */
export const MAX_PLAN_CHARS = 8_000_000;
/** Longest text that is looked at, spaces included. */
export const MAX_FILE_CHARS = 40_000_000;

/** What a file over the limit gets; also for one too large to be read at all. */
export const PLAN_TOO_LARGE: PlanFault = {
  code: 'too-large',
  path: '',
  message: told(
    'The file is larger than {most} million characters without its spaces, the most a plan may have.',
    {
      most: String(MAX_PLAN_CHARS / 1e6),
    },
  ),
};

/** More faults than this help nobody. */
const MAX_FAULTS = 20;

/** Reads a plan file: size, JSON, kind, version, migrations, schema, references, in that order. */
export function openPlanText(text: string): Result<Plan, PlanFault[]> {
  if (text.length > MAX_FILE_CHARS) return fail([PLAN_TOO_LARGE]);
  let raw: unknown;
  try {
    raw = parseJson(text.replace(/^\uFEFF/u, ''));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return fail([
      { code: 'not-json', path: '', message: told('The file is not JSON: {why}.', { why: error.message }) },
    ]);
  }
  return openPlan(raw);
}

/** The same from parsed JSON. Never changes `raw`. */
export function openPlan(raw: unknown): Result<Plan, PlanFault[]> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) {
    return fail([
      { code: 'not-a-plan', path: '', message: told('The file holds no plan: an object was expected.') },
    ]);
  }
  const record = raw as Record<string, unknown>;
  if (record.format !== PLAN_FORMAT) {
    const message = told('This is not a Zarnel plan: “format” should be “{format}”.', {
      format: PLAN_FORMAT,
    });
    return fail([{ code: 'not-a-plan', path: 'format', message }]);
  }
  const raised = migrate(record, MIGRATIONS, FORMAT_VERSION);
  if (!raised.ok) return fail([raised.fault]);
  const parsed = planSchema.safeParse(raised.value);
  if (!parsed.success) {
    return fail(
      parsed.error.issues.slice(0, MAX_FAULTS).map((issue) => ({ code: 'invalid', ...faultOfIssue(issue) })),
    );
  }
  if (JSON.stringify(parsed.data).length > MAX_PLAN_CHARS) return fail([PLAN_TOO_LARGE]);
  const faults = findReferenceFaults(parsed.data);
  return faults.length > 0 ? fail(faults.slice(0, MAX_FAULTS)) : ok(parsed.data);
}

/**
 * The open format: two-space JSON with a last newline, keys in the schema’s order; without spaces where they would make it
 * longer than any file that is read.
 */
export function writePlan(plan: Plan): string {
  const text = `${JSON.stringify(planSchema.parse(plan), null, 2)}\n`;
  return text.length > MAX_FILE_CHARS ? writePlanCompact(plan) : text;
}

/** The same without spaces, for keeping. */
export function writePlanCompact(plan: Plan): string {
  return JSON.stringify(planSchema.parse(plan));
}

/** Whether a text that `writePlanCompact` wrote is of today's format and need not be raised; told by how it begins. */
export function isTodaysText(text: string): boolean {
  return text.startsWith(`{"format":"${PLAN_FORMAT}","formatVersion":${FORMAT_VERSION},`);
}
