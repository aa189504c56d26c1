import { SEVERITIES, type Severity } from '@zarnel/core/checks';
import { evaluatePlan, jobPicture, type JobPicture } from '@zarnel/core/figures';
import { openPlan } from '@zarnel/core/plan';
import { askServer } from '../state/ask-server.ts';

/** A job’s sheet in little, and what is left to clear in it. */
export type SeenJob = {
  readonly picture: JobPicture;
  readonly openCount: number;
  readonly gravest: Severity | null;
};

export const pictures = {
  /** Null where the job cannot be read here. */
  seen: async (jobId: string): Promise<SeenJob | null> => {
    const heard = await askServer({ path: `/api/jobs/${jobId}/plan` });
    if (heard.kind === 'not-reached' || heard.status !== 200) return null;
    const opened = openPlan(heard.body);
    if (!opened.ok) return null;
    const { findings } = evaluatePlan(opened.value);
    const gravest = SEVERITIES.find((each) => findings.some(({ severity }) => severity === each)) ?? null;
    return { picture: jobPicture(opened.value), openCount: findings.length, gravest };
  },
};
export type Pictures = typeof pictures;
