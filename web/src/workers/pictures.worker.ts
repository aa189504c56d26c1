import { expose } from 'comlink';
import { SEVERITIES, type Severity } from '@zarnel/core/checks';
import { evaluatePlan, jobPicture, type JobPicture } from '@zarnel/core/figures';
import { openPlanText } from '@zarnel/core/plan';

/** A job’s sheet in little, and what is left to clear in it. */
export type SeenJob = {
  readonly picture: JobPicture;
  readonly openCount: number;
  readonly gravest: Severity | null;
};

const pictures = {
  /** Null where the job cannot be read here. */
  seen: async (jobId: string): Promise<SeenJob | null> => {
    const response = await fetch(`/api/jobs/${jobId}/plan`);
    if (!response.ok) return null;
    const opened = openPlanText(await response.text());
    if (!opened.ok) return null;
    const { findings } = evaluatePlan(opened.value);
    const gravest = SEVERITIES.find((each) => findings.some(({ severity }) => severity === each)) ?? null;
    return { picture: jobPicture(opened.value), openCount: findings.length, gravest };
  },
};
export type Pictures = typeof pictures;

expose(pictures);
