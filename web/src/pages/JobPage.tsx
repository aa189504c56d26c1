import { Suspense, useCallback, useDeferredValue, useEffect, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { writePlan } from '@zarnel/core/plan';
import { fileStem } from '@zarnel/core/words';
import { Bench } from '../bench/Bench.tsx';
import type { Finding, StepId } from '@zarnel/core/checks';
import { isStep, STEPS } from '../bench/steps.ts';
import { Sheet } from '../sheet/Sheet.tsx';
import { leaveJob, openJob, redo, undo } from '../state/job-session.ts';
import { currentEvaluation, isTold, planSlice } from '../state/plan-slice.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Boundary } from '../ui/Boundary.tsx';
import { Button } from '../ui/Button.tsx';
import { downloadText } from '../ui/download.ts';
import { lazily } from '../ui/lazily.ts';
import { useKeptFocus } from '../ui/use-kept-focus.ts';
import { useKeys } from '../ui/use-keys.ts';
import { ConflictDialog } from './ConflictDialog.tsx';
import { HistoryDialog } from './HistoryDialog.tsx';
import { JobLine } from './JobLine.tsx';
import { KeepingNotice } from './KeepingNotice.tsx';
import { KeysDialog } from './KeysDialog.tsx';
import { Preferences } from './Preferences.tsx';
import { Revisions } from './Revisions.tsx';
import { SaveBadge } from './SaveBadge.tsx';
import { useJobActions } from './use-job-actions.ts';

// What only some steps show comes with them.
const DrillSheets = lazily(async () => (await import('../bench/pack/DrillSheets.tsx')).DrillSheets);
const FindAction = lazily(async () => (await import('./FindAction.tsx')).FindAction);
const SealSheets = lazily(async () => (await import('../bench/pack/SealSheets.tsx')).SealSheets);
const JobGearEditor = lazily(async () => (await import('../gear/JobGearEditor.tsx')).JobGearEditor);

/** The 3-D library is large, and comes only when someone folds the sheet up. */
const OneLineView = lazily(async () => (await import('../one-line/OneLineView.tsx')).OneLineView);
const SpaceView = lazily(async () => (await import('../space/SpaceView.tsx')).SpaceView);

const VIEW_NAMES: Readonly<Record<StepId, string>> = {
  site: 'The site',
  gear: 'The gear',
  mount: 'The sheet',
  array: 'The sheet',
  route: 'The sheet',
  pack: 'The drill sheets',
};

const NONE_FOUND: readonly Finding[] = [];

/** One job: the job line, the sheet or the drill sheets, the bench. */
export function JobPage() {
  const { jobId = '', step } = useParams();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const plan = useAppSelector((state) => state.plan.plan);
  const save = useAppSelector((state) => state.plan.save);
  const refusal = useAppSelector((state) => state.plan.refusal);
  const loadFault = useAppSelector((state) => state.plan.loadFault);
  const done = useAppSelector((state) => state.plan.undo);
  const undone = useAppSelector((state) => state.plan.redo);
  const newest = useAppSelector((state) => state.plan.evaluation);
  const current = useAppSelector((state) => currentEvaluation(state.plan));
  const isTrying = useAppSelector((state) => state.plan.tried !== null);
  const isBusy = useAppSelector((state) => !isTold(state.plan) && state.plan.evaluationFault === null);
  // While something is dragged, that comes first, and what it finds as there is time.
  const calm = useDeferredValue(newest);
  const evaluation = isTrying ? calm : newest;
  const { reader, isBenchFolded, isFoldedUp, isOneLine, gearInHand } = useAppSelector((state) => state.view);
  const [dialog, setDialog] = useState<'keys' | 'history' | 'find' | null>(null);
  const [benchElement, setBench] = useState<HTMLElement | null>(null);
  useKeptFocus(benchElement);
  const exportJob = useCallback(() => {
    if (plan !== null)
      downloadText(`${fileStem(plan.name)}.zarnel.json`, 'application/json', writePlan(plan));
  }, [plan]);
  const actions = useJobActions({
    jobId,
    plan,
    onExport: exportJob,
    onRevisions: useCallback(() => setDialog('history'), []),
    onKeys: useCallback(() => setDialog('keys'), []),
    onFind: useCallback(() => setDialog('find'), []),
  });

  useEffect(() => {
    void openJob(jobId);
    return leaveJob;
  }, [jobId]);

  useKeys({
    'Ctrl-z': (event) => {
      event.preventDefault();
      undo();
    },
    'Ctrl-Shift-z': (event) => {
      event.preventDefault();
      redo();
    },
    'Ctrl-y': (event) => {
      event.preventDefault();
      redo();
    },
    '?': () => setDialog('keys'),
    '/': (event) => {
      event.preventDefault();
      setDialog('find');
    },
    b: () => dispatch(viewSlice.actions.benchFolded()),
    B: () => dispatch(viewSlice.actions.benchFolded()),
    ...Object.fromEntries(
      STEPS.map(({ id, place }) => [String(place), () => void navigate(`/jobs/${jobId}/${id}`)]),
    ),
  });

  if (!isStep(step)) return <Navigate to={`/jobs/${jobId}/mount`} replace />;
  if (loadFault !== null) {
    const { unsent } = loadFault;
    return (
      <main className="p-8">
        <KeepingNotice />
        <p className="mb-3 max-w-3xl">{loadFault.message}</p>
        <div className="flex gap-3">
          <Button onClick={() => void openJob(jobId)}>Try again</Button>
          {unsent !== null && (
            <Button
              onClick={() =>
                downloadText(`${fileStem(unsent.name)}.zarnel.json`, 'application/json', writePlan(unsent))
              }
            >
              Save your unsent edits as a file
            </Button>
          )}
          <Link className="underline" to="/jobs">
            All jobs
          </Link>
        </div>
        {loadFault.hasRevisions && (
          <section aria-label="Revisions" className="mt-6 max-w-3xl">
            <h2 className="mb-2 text-lg font-semibold">Its revisions</h2>
            <p className="mb-2">Bringing one back makes it the newest; nothing is taken away.</p>
            <Revisions jobId={jobId} onDone={() => undefined} />
          </section>
        )}
      </main>
    );
  }
  if (plan === null) return <main className="p-8">Opening …</main>;
  const gearType = plan.gearTypes.find(({ id }) => id === gearInHand);
  const exits = (
    <>
      <Button onClick={exportJob}>Export the job</Button>
      <Link className="underline" to="/jobs">
        All jobs
      </Link>
    </>
  );
  return (
    <div className="flex h-full flex-col">
      <KeepingNotice />
      <header className="no-print flex items-center gap-x-2 border-b border-pencil bg-paper px-2 py-1.5 sm:gap-x-4 sm:px-4">
        <Link to="/jobs" className="shrink-0 font-semibold underline decoration-faint underline-offset-4">
          All jobs
        </Link>
        <h1 className="min-w-0 truncate text-lg font-semibold" title={plan.name}>
          {plan.name}
        </h1>
        <SaveBadge state={save} />
        {save.kind === 'conflict' && (
          <ConflictDialog jobId={jobId} mine={plan} current={save.current} kept={save.kept} />
        )}
        <div className="ml-auto flex shrink-0 items-center gap-1">
          <Button look="quiet" onClick={undo} disabled={done.length === 0}>
            Undo
          </Button>
          <Button look="quiet" onClick={redo} disabled={undone.length === 0}>
            Redo
          </Button>
          {/* On a narrow screen these are in the list that the last button opens. */}
          <span className="hidden items-center gap-1 lg:flex">
            <Button look="quiet" onClick={() => setDialog('history')}>
              Revisions
            </Button>
            <Button look="quiet" onClick={exportJob}>
              Export
            </Button>
            <Preferences />
            <Button look="quiet" onClick={() => setDialog('keys')} aria-label="Keys">
              ?
            </Button>
          </span>
          <Button look="quiet" onClick={() => setDialog('find')}>
            <span className="lg:hidden">More</span>
            <span className="hidden lg:inline">Find</span>
          </Button>
        </div>
      </header>
      <JobLine jobId={jobId} findings={evaluation?.findings ?? NONE_FOUND} />
      {save.kind === 'offline' && save.why === 'sign-in' && (
        <p
          role="alert"
          className="no-print flex flex-wrap items-center gap-x-3 border-b border-pencil bg-tape px-4 py-1"
        >
          Something before the server asks who you are.
          {/* Beside this page, which keeps the edits; whoever comes back to it is saved at once. */}
          <a className="underline" href="/jobs" target="_blank" rel="noreferrer">
            Open its sign-in page
          </a>
          and come back: saving goes on by itself.
        </p>
      )}
      {refusal !== null && (
        <p
          role="alert"
          className="no-print flex items-center justify-between border-b border-crayon bg-paper px-4 py-1 text-crayon"
        >
          <span>{refusal} Nothing was changed.</span>
          <Button look="quiet" onClick={() => dispatch(planSlice.actions.refused(null))}>
            Put away
          </Button>
        </p>
      )}
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row print:block">
        <main
          // The drill sheets scroll, so the keyboard must be able to reach them.
          {...(step === 'pack' ? { tabIndex: 0 } : {})}
          className={`min-h-0 min-w-0 flex-1 ${step === 'pack' ? 'overflow-auto print:overflow-visible' : 'print-whole'}`}
        >
          {step !== 'pack' && (
            <p className="hidden print:block">
              {plan.name}: {VIEW_NAMES[step]}. Not for drilling: the sheets to drill by print from Pack.
            </p>
          )}
          <Boundary key={`${step} ${isFoldedUp} ${isOneLine}`} name={VIEW_NAMES[step]} exits={exits}>
            <Suspense fallback={<p className="p-4">Opening …</p>}>
              {step === 'pack' ? (
                <>
                  <DrillSheets evaluation={current} jobName={plan.name} reader={reader} />
                  <SealSheets plan={plan} reader={reader} />
                </>
              ) : step === 'gear' && gearType !== undefined ? (
                <JobGearEditor
                  key={gearType.id}
                  type={gearType}
                  plan={plan}
                  reader={reader}
                  onClose={() => dispatch(viewSlice.actions.gearTaken(null))}
                />
              ) : step === 'route' && isOneLine ? (
                <OneLineView plan={plan} evaluation={current} reader={reader} />
              ) : isFoldedUp ? (
                <SpaceView plan={plan} evaluation={evaluation} />
              ) : (
                <Sheet
                  plan={plan}
                  evaluation={evaluation}
                  isSite={step === 'site'}
                  hasPlanStrip={step === 'mount'}
                />
              )}
            </Suspense>
          </Boundary>
        </main>
        <button
          type="button"
          className="no-print min-h-9 w-full border-t border-pencil bg-bench text-sm lg:w-6 lg:border-t-0 lg:border-l"
          onClick={() => dispatch(viewSlice.actions.benchFolded())}
          aria-expanded={!isBenchFolded}
        >
          <span className="lg:sr-only">{isBenchFolded ? 'Open the bench' : 'Fold the bench away'}</span>
          <span aria-hidden className="hidden lg:inline">
            {isBenchFolded ? '‹' : '›'}
          </span>
        </button>
        {!isBenchFolded && (
          <aside
            ref={setBench}
            aria-label="Bench"
            aria-busy={isBusy}
            className="no-print h-[30dvh] w-full shrink-0 overflow-auto border-t border-pencil bg-bench p-4 lg:h-auto lg:w-[340px] lg:border-t-0 lg:border-l lg:border-faint"
          >
            <Boundary key={step} name="The bench" exits={exits}>
              <Suspense fallback={null}>
                <Bench step={step} plan={plan} evaluation={evaluation} current={current} />
              </Suspense>
            </Boundary>
          </aside>
        )}
      </div>
      <KeysDialog actions={actions} isOpen={dialog === 'keys'} onClose={() => setDialog(null)} />
      {dialog === 'find' && (
        <Suspense fallback={null}>
          <FindAction actions={actions} isOpen onClose={() => setDialog(null)} />
        </Suspense>
      )}
      <HistoryDialog jobId={jobId} isOpen={dialog === 'history'} onClose={() => setDialog(null)} />
    </div>
  );
}
