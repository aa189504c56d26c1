import { createSlice, isDraft, original, type PayloadAction } from '@reduxjs/toolkit';
import type { Evaluation } from '@zarnel/core/figures';
import type { AppliedEdit, Plan } from '@zarnel/core/plan';
import type { SaveState } from './autosaver.ts';
import { withStep, type Step, type Steps } from './undo-steps.ts';

/** Why a job does not open, and whether its other revisions may. */
export type LoadFault = {
  readonly message: string;
  readonly hasRevisions: boolean;
  /** Edits that this browser keeps of it and the server has not, to be taken along as a file. */
  readonly unsent: Plan | null;
};

export type PlanState = {
  readonly jobId: string | null;
  readonly plan: Plan | null;
  readonly undo: readonly Step[];
  readonly redo: readonly Step[];
  readonly save: SaveState;
  /** The newest finished evaluation; it may lag behind the plan. Figures to drill or cut come from `currentEvaluation`. */
  readonly evaluation: Evaluation | null;
  /** The plan that it is of. */
  readonly evaluationOf: Plan | null;
  /** The plan as it would be if what is dragged were let go now; null while nothing is. */
  readonly tried: Plan | null;
  /** The same as it stood when its checks were last asked for: what is not under the hand follows at that pace. */
  readonly followed: Plan | null;
  /** Why the checks of the plan as it is could not be run; null while they can. */
  readonly evaluationFault: string | null;
  /** Why the last edit was not made. */
  readonly refusal: string | null;
  readonly loadFault: LoadFault | null;
};

const closed: PlanState = {
  jobId: null,
  plan: null,
  undo: [],
  redo: [],
  save: { kind: 'saved' },
  evaluation: null,
  evaluationOf: null,
  tried: null,
  followed: null,
  evaluationFault: null,
  refusal: null,
  loadFault: null,
};

/** The state itself: going through a draft of it would make a draft of every step of the history. */
function plain(state: unknown): PlanState {
  return (isDraft(state) ? original(state) : state) as PlanState;
}

/** The open job: its document, its history as patches, and what was computed from it. */
export const planSlice = createSlice({
  name: 'plan',
  initialState: closed,
  // Whole values are put in place; no reducer walks into the document.
  reducers: {
    closed: () => closed,
    opened: (
      _,
      {
        payload: { jobId, plan, steps },
      }: PayloadAction<{ jobId: string; plan: Plan; steps?: Steps | undefined }>,
    ): PlanState => ({ ...closed, jobId, plan, undo: steps?.undo ?? [], redo: steps?.redo ?? [] }),
    /** Another tab saved while this one had nothing of its own: its plan is shown, and its history is not ours to undo. */
    movedOn: (state, { payload }: PayloadAction<Plan>): PlanState => ({
      ...plain(state),
      plan: payload,
      undo: [],
      redo: [],
      tried: null,
      followed: null,
    }),
    loadFailed: (_, { payload }: PayloadAction<LoadFault>): PlanState => ({ ...closed, loadFault: payload }),
    edited: (state, { payload: { plan, patches, inverse } }: PayloadAction<AppliedEdit>): PlanState => ({
      ...plain(state),
      plan,
      undo: withStep(plain(state).undo, { patches, inverse }),
      redo: [],
      tried: null,
      followed: null,
      refusal: null,
    }),
    undone: (state, { payload }: PayloadAction<Plan>): PlanState => {
      const { undo, redo } = plain(state);
      return {
        ...plain(state),
        plan: payload,
        undo: undo.slice(0, -1),
        redo: [...redo, ...undo.slice(-1)],
      };
    },
    redone: (state, { payload }: PayloadAction<Plan>): PlanState => {
      const { undo, redo } = plain(state);
      return {
        ...plain(state),
        plan: payload,
        redo: redo.slice(0, -1),
        undo: [...undo, ...redo.slice(-1)],
      };
    },
    refused: (state, { payload }: PayloadAction<string | null>): PlanState => ({
      ...plain(state),
      refusal: payload,
    }),
    /** Nothing can be undone or redone any more. */
    historyLost: (state, { payload }: PayloadAction<string>): PlanState => ({
      ...plain(state),
      undo: [],
      redo: [],
      refusal: payload,
    }),
    saveStateChanged: (state, { payload }: PayloadAction<SaveState>): PlanState => ({
      ...plain(state),
      save: payload,
    }),
    tried: (state, { payload }: PayloadAction<Plan | null>): PlanState => ({
      ...plain(state),
      tried: payload,
      followed: payload === null ? null : plain(state).followed,
    }),
    followed: (state, { payload }: PayloadAction<Plan>): PlanState => ({
      ...plain(state),
      followed: payload,
    }),
    evaluated: (
      state,
      { payload }: PayloadAction<{ readonly plan: Plan; readonly evaluation: Evaluation }>,
    ): PlanState => ({
      ...plain(state),
      evaluation: payload.evaluation,
      evaluationOf: payload.plan,
      evaluationFault: null,
    }),
    evaluationFailed: (state, { payload }: PayloadAction<string | null>): PlanState => ({
      ...plain(state),
      evaluationFault: payload,
    }),
  },
});

/** What was worked out from the plan as it is now; null while that is under way, or could not be. */
export function currentEvaluation({ plan, evaluation, evaluationOf }: PlanState): Evaluation | null {
  return plan !== null && evaluationOf === plan ? evaluation : null;
}

/** The plan as it is, once what was worked out is of it; null while that is under way, or could not be. */
export function checkedPlan({ plan, evaluationOf }: PlanState): Plan | null {
  return plan === evaluationOf ? plan : null;
}

/** Whether what is told is of what the sheet shows: while something is dragged, of where it is just now. */
export function isTold({ plan, tried, evaluationOf }: PlanState): boolean {
  return plan !== null && evaluationOf === (tried ?? plan);
}
