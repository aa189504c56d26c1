import {
  MAX_FILE_CHARS,
  openPlanText,
  PLAN_TOO_LARGE,
  type Plan,
  type PlanFault,
  type Result,
} from '@zarnel/core/plan';

/** A character takes at most this many bytes. */
const MAX_FILE_BYTES = MAX_FILE_CHARS * 4;

/** The plan of a job file, or all that is wrong with it. */
export async function openJobFile(file: File): Promise<Result<Plan, readonly PlanFault[]>> {
  if (file.size > MAX_FILE_BYTES) return { ok: false, fault: [PLAN_TOO_LARGE] };
  return openPlanText(await file.text());
}
