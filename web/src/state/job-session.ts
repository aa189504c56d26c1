import { applyLanding, faceToStart } from '@zarnel/core/figures';
import { tellingOf, toldText, type Told } from '@zarnel/core/words';
import { applyPlanPatches, openPlan, type Plan, type PlanEdit, type Result } from '@zarnel/core/plan';
import { newId } from '../browser/facilities.ts';
import { keeping, RETRY_STORE_MS, UntilKept } from '../browser/keeping.ts';
import { evaluator } from '../workers/compute.ts';
import { LatestOnly } from '../workers/latest-only.ts';
import { Autosaver, type SaveState } from './autosaver.ts';
import { preparedOf } from './derived.ts';
import { browserDrafts, type Draft, type UnreadDraft } from './drafts.ts';
import { planSlice, type LoadFault } from './plan-slice.ts';
import { readNewestRevision, readPlan, sendPlan, sendPrinted, sendRestore } from './plan-api.ts';
import { serverApi } from './server-api.ts';
import { store } from './store.ts';
import { tabChannel } from './tab.ts';
import { browserSteps, isFromStore, type PlanPlace, type Step, type Steps } from './undo-steps.ts';
import { viewSlice } from './view-slice.ts';

const SETTLE_MS = 500;
const MOST_MS = 4000;
const RETRY_MS = 3000;
/** A refusal is over by itself more slowly. */
const RETRY_REFUSED_MS = 15_000;
/** While something is dragged its checks are asked for this often. */
const TRY_MS = 120;

const drafts = browserDrafts();
const keptSteps = browserSteps();
const { actions } = planSlice;
let saver: Autosaver | null = null;
/** Of jobs that were left with something unsent: each goes on sending, and is taken up again when its job is opened. */
const left = new Map<string, Autosaver>();
/** Something to drill by was taken from the open job, and its revision is not marked yet. */
let isPrintUnmarked = false;
/** Counts openings and leavings: an answer that comes after the next of them is for a job that is no longer wanted. */
let turn = 0;
/** Waits until what is dragged is checked again. */
let trying: ReturnType<typeof setTimeout> | undefined;

const checks = new LatestOnly(
  (plan: Plan) => evaluator.evaluate(plan),
  (evaluation, plan) => store.dispatch(actions.evaluated({ plan, evaluation })),
  (error) => store.dispatch(actions.evaluationFailed(String(error))),
);

/** Runs the checks again on the plan as it is, after they could not. */
export function checkAgain(): void {
  const { plan } = store.getState().plan;
  if (plan === null) return;
  store.dispatch(actions.evaluationFailed(null));
  checks.ask(plan);
}

/** Runs the checks on the plan as it would be, while something is dragged; null for the plan as it is again. */
export function tryOut(trial: Plan | null): void {
  const { plan } = store.getState().plan;
  if (plan === null) return;
  store.dispatch(actions.tried(trial));
  if (trial === null) {
    clearTimeout(trying);
    trying = undefined;
    checks.ask(plan);
  } else trying ??= setTimeout(askTried, TRY_MS);
}

/** Of what is dragged, where it is by now: no eye follows findings faster, and the drag has the machine to itself meanwhile. */
function askTried(): void {
  trying = undefined;
  const { tried } = store.getState().plan;
  if (tried === null) return;
  store.dispatch(actions.followed(tried));
  checks.ask(tried);
}

/** Opens a job: its newest plan, and on top of it what this browser had not sent yet. */
export async function openJob(jobId: string): Promise<void> {
  leaveJob();
  const before = left.get(jobId);
  if (before !== undefined && (await takeUp(jobId, before))) return;
  // A store that cannot be opened keeps no draft, and hinders nobody from working on what the server has.
  const kept = drafts.read(jobId).then(
    (draft) => {
      keeping.tell('edits', true);
      return draft;
    },
    (error: unknown) => {
      console.error(error);
      keeping.tell('edits', false);
      return undefined;
    },
  );
  void kept.then(tellUnread);
  const own = turn;
  const [read, draft] = await Promise.all([readPlan(jobId), kept]);
  if (own !== turn) return;
  if (read.kind === 'plan') {
    // A draft from an older revision is sent as such: the server keeps it, and says that there is a conflict.
    await startSession(jobId, read.plan, read.revision, read.place, draft);
  } else if (read.kind === 'unreachable' && draft !== undefined) {
    await startSession(jobId, draft.plan, draft.madeFrom, null, draft);
  } else store.dispatch(actions.loadFailed({ ...loadFaultOf(read), unsent: draft?.plan ?? null }));
}

/** What of this browser’s drafts could not be read, for the person to save or let go. */
async function tellUnread(): Promise<void> {
  const unread = await drafts.unread().catch((): readonly UnreadDraft[] => []);
  store.dispatch(viewSlice.actions.unreadFound({ what: 'edits', unread }));
}

/** Lets go of a draft that could not be read. */
export async function letGoUnread(id: string): Promise<void> {
  await drafts.letGo(id).catch((error: unknown) => console.error(error));
  await tellUnread();
}

/** Something may let through what was not saved: the network is back, or somebody came back to the page. */
function wakeAll(): void {
  saver?.wake();
  for (const each of left.values()) each.wake();
}
/** What other tabs of this browser saved, by job: the newest. */
const savedElsewhere = new Map<string, number>();
const tellTabs = tabChannel<{ readonly jobId: string; readonly revision: number }>(
  'saved',
  ({ jobId, revision }) => {
    savedElsewhere.set(jobId, Math.max(revision, savedElsewhere.get(jobId) ?? 0));
    if (document.visibilityState === 'visible') void moveOn();
  },
);

/**
 * Shows what another tab saved of the open job, where this one has nothing of its own: whoever goes on here goes on from there. Only
 * a tab that is looked at asks for it.
 */
async function moveOn(): Promise<void> {
  const { jobId } = store.getState().plan;
  const newest = jobId === null ? undefined : savedElsewhere.get(jobId);
  const [own, opening, known] = [saver, turn, saver?.savedRevision ?? null];
  if (jobId === null || own === null || newest === undefined || known === null || known >= newest) return;
  const read = await readPlan(jobId);
  if (read.kind !== 'plan' || opening !== turn || saver !== own) return;
  if (read.revision <= known || store.getState().plan.tried !== null || !own.follow(read.revision)) return;
  store.dispatch(actions.movedOn(read.plan));
  checks.ask(read.plan);
}

addEventListener('online', wakeAll);
addEventListener('focus', wakeAll);
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState !== 'visible') return;
  wakeAll();
  void moveOn();
});

/** Goes on with a job that was left with something unsent. False where all of it has been sent since. */
async function takeUp(jobId: string, before: Autosaver): Promise<boolean> {
  const opening = turn;
  const steps = await readSteps(jobId, before.place);
  const plan = before.unsentPlan;
  if (opening !== turn) return true;
  left.delete(jobId);
  if (plan === null) return false;
  show(jobId, plan, steps, before);
  return true;
}

/** A job that is open from now on, at the face to begin at. */
function show(jobId: string, plan: Plan, steps: Steps | undefined, own: Autosaver): void {
  saver = own;
  store.dispatch(actions.opened({ jobId, plan, steps }));
  store.dispatch(viewSlice.actions.faceTaken(faceToStart(plan)));
  own.tellAgain();
  checks.ask(plan);
}

/** Writes a draft, and tells whether the browser keeps edits. */
async function keptDraft(draft: Draft): Promise<void> {
  try {
    await drafts.write(draft);
    keeping.tell('edits', true);
  } catch (error) {
    keeping.tell('edits', false);
    throw error;
  }
}

async function startSession(
  jobId: string,
  newest: Plan,
  revision: number,
  newestPlace: PlanPlace | null,
  draft: Draft | undefined,
): Promise<void> {
  const plan = draft?.plan ?? newest;
  const own: Autosaver = new Autosaver(jobId, revision, draft ?? { line: newId(), secret: newId() }, {
    send: (save) => sendPlan(save, store.getState().view.person),
    drafts: { ...drafts, write: keptDraft },
    // A job left behind may still be sending; its state is no longer on the screen.
    onState: (state) => {
      if (saver === own) onSaveState(state);
      else if (state.kind === 'saved') {
        if (left.get(jobId) === own) left.delete(jobId);
        store.dispatch(serverApi.util.invalidateTags(['jobs', 'revisions']));
      }
    },
    onError: (error) => console.error(error),
    settleMs: SETTLE_MS,
    mostMs: MOST_MS,
    retryMs: RETRY_MS,
    retryRefusedMs: RETRY_REFUSED_MS,
    retryStoreMs: RETRY_STORE_MS,
  });
  if (draft !== undefined) {
    // Whoever opens the job again meanwhile finds this one, and starts no second.
    left.set(jobId, own);
    own.resume(draft);
  }
  const opening = turn;
  const steps = await readSteps(jobId, draft === undefined ? newestPlace : own.place);
  if (opening !== turn) return;
  left.delete(jobId);
  show(jobId, plan, steps, own);
}

/** What can be undone from where a job is; nothing where the browser keeps nothing. */
async function readSteps(jobId: string, place: PlanPlace | null) {
  if (place === null) return undefined;
  return keptSteps.read(jobId, place).catch((error: unknown) => {
    console.error(error);
    keeping.tell('steps', false);
    return undefined;
  });
}

function keepSteps(): void {
  const { jobId, undo, redo } = store.getState().plan;
  if (saver === null || jobId === null) return;
  const { place } = saver;
  void stepsUntilKept.try(() => keptSteps.write(jobId, place, { undo, redo }));
}

const stepsUntilKept = new UntilKept(RETRY_STORE_MS, (isKept, error) => {
  keeping.tell('steps', isKept);
  if (error !== undefined) console.error(error);
});

function onSaveState(state: SaveState): void {
  store.dispatch(actions.saveStateChanged(state));
  if (state.kind !== 'saved') return;
  const { jobId } = store.getState().plan;
  const revision = saver?.savedRevision ?? null;
  if (jobId !== null && revision !== null) tellTabs({ jobId, revision });
  store.dispatch(serverApi.util.invalidateTags(['jobs', 'revisions']));
  void markPrinted();
}

/** Something to drill by was printed or taken from the job as it is: its revision is kept for good. */
export async function printed(): Promise<void> {
  isPrintUnmarked = true;
  await saver?.flush();
  await markPrinted();
}

/** The revision that the job on the screen is; null while it is not saved. */
export function savedRevision(): number | null {
  return saver?.savedRevision ?? null;
}

async function markPrinted(): Promise<void> {
  const { jobId } = store.getState().plan;
  const revision = saver?.savedRevision ?? null;
  if (!isPrintUnmarked || jobId === null || revision === null) return;
  isPrintUnmarked = false;
  if (!(await sendPrinted(jobId, revision))) isPrintUnmarked = store.getState().plan.jobId === jobId;
}

function loadFaultOf(
  read: Exclude<Awaited<ReturnType<typeof readPlan>>, { kind: 'plan' }>,
): Omit<LoadFault, 'unsent'> {
  switch (read.kind) {
    case 'missing':
      return { message: 'There is no such job.', hasRevisions: false };
    case 'unreachable':
      return {
        message: 'The server cannot be reached. Nothing was lost; try again shortly.',
        hasRevisions: false,
      };
    case 'refused':
      return { message: read.message, hasRevisions: true };
  }
}

export function leaveJob(): void {
  turn++;
  // Unsent edits stay in the draft store, and go on being sent.
  const { jobId } = store.getState().plan;
  if (saver !== null && jobId !== null && saver.unsentPlan !== null) left.set(jobId, saver);
  void saver?.flush();
  saver = null;
  isPrintUnmarked = false;
  checks.cancel();
  evaluator.forget();
  store.dispatch(actions.closed());
  store.dispatch(viewSlice.actions.jobLeft());
}

/** Makes edits as one step that can be undone. A refused edit changes nothing and says why at the top of the page. */
export function makeEdits(edits: readonly PlanEdit[]): boolean {
  const refused = tryEdits(edits);
  if (refused !== null) store.dispatch(actions.refused(refused));
  return refused === null;
}

/** The same for a field, which says itself why an edit was refused. Null when it was made. */
export function tryEdits(edits: readonly PlanEdit[]): string | null {
  const { plan } = store.getState().plan;
  if (plan === null) return 'No job is open.';
  const applied = applyLanding(plan, edits, preparedOf);
  if (!applied.ok) return refusalText(applied.fault.message, applied.fault.plan);
  store.dispatch(actions.edited(applied.value));
  planChanged(applied.value.plan);
  return null;
}

/** The same for an edit that the core worked out, or could not. */
export function tryResult(edit: Result<PlanEdit, string | Told>): string | null {
  return edit.ok ? tryEdits([edit.value]) : refusalText(edit.fault);
}

/** Why something was refused, in the reader’s words and units. */
export function refusalText(why: string | Told, of = store.getState().plan.plan): string {
  return toldText(why, tellingOf(store.getState().view.reader, ...(of === null ? [] : [of])));
}

export function undo(): void {
  const { plan, undo: steps } = store.getState().plan;
  const last = steps.at(-1);
  if (plan === null || last === undefined) return;
  const before = replayed(plan, last, 'inverse');
  if (before === null) return;
  store.dispatch(actions.undone(before));
  planChanged(before);
}

export function redo(): void {
  const { plan, redo: steps } = store.getState().plan;
  const last = steps.at(-1);
  if (plan === null || last === undefined) return;
  const after = replayed(plan, last, 'patches');
  if (after === null) return;
  store.dispatch(actions.redone(after));
  planChanged(after);
}

/**
 * The plan with a step undone or redone; null, with the history let go, where what the browser kept of it leads to no plan: it is
 * opened as a file is.
 */
function replayed(plan: Plan, step: Step, way: 'patches' | 'inverse'): Plan | null {
  try {
    const next = applyPlanPatches(plan, step[way]);
    if (!isFromStore(step) || openPlan(next).ok) return next;
  } catch (error) {
    console.error(error);
  }
  store.dispatch(
    actions.historyLost('What this browser kept of your steps is damaged: they cannot be undone any more.'),
  );
  return null;
}

function planChanged(plan: Plan): void {
  saver?.changed(plan);
  keepSteps();
  checks.ask(plan);
}

/** After a conflict: what is here becomes the newest revision; the other stays in the history. */
export function keepMine(current: number): void {
  saver?.overwrite(current);
}

/** After a conflict: the server's newest plan is taken; what was here stays in the history. Says why not, or null. */
export async function takeTheirs(jobId: string): Promise<string | null> {
  if (saver !== null && !(await saver.discard()))
    return 'The server cannot be reached to keep your latest edits. Nothing was changed; try again shortly.';
  saver = null;
  await openJob(jobId);
  return null;
}

/** Brings an older revision back as a new one. Says why not, or null. */
export async function restoreRevision(jobId: string, revision: number): Promise<string | null> {
  await saver?.flush();
  if (store.getState().plan.save.kind !== 'saved')
    return 'Your edits are not saved yet; try again when they are.';
  const newest = await readNewestRevision(jobId);
  if (newest === null) return 'The server cannot be reached just now.';
  const answer = await sendRestore(jobId, newest, revision, store.getState().view.person);
  if (answer.kind === 'refused') return answer.message;
  if (answer.kind === 'unreachable') return 'The server cannot be reached just now.';
  if (answer.kind === 'sign-in') return 'Something before the server asks who you are: sign in there first.';
  if (answer.kind === 'disk-full') return 'The disk of the server is full: nothing can be saved just now.';
  if (answer.kind !== 'saved') return 'Someone saved in between; look at the list again.';
  await openJob(jobId);
  return null;
}
