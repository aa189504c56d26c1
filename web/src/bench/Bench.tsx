import type { ReactNode } from 'react';
import { STEP_OF_REF, stepOfFinding, type Finding, type Ref, type StepId } from '@zarnel/core/checks';
import type { Evaluation, Prepared } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import type { Reader } from '@zarnel/core/words';
import { derivedOf } from '../state/derived.ts';
import { checkAgain } from '../state/job-session.ts';
import { isTold } from '../state/plan-slice.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Button } from '../ui/Button.tsx';
import { lazily } from '../ui/lazily.ts';
import { FindingList } from './findings/FindingList.tsx';
import { HangGear } from './mount/HangGear.tsx';
import { SelectionStrip } from './SelectionStrip.tsx';
import { ThingsList } from './ThingsList.tsx';

// The panels of a step come with it.
const ArrayBench = lazily(async () => (await import('./array/ArrayBench.tsx')).ArrayBench);
const FieldPanel = lazily(async () => (await import('./array/FieldPanel.tsx')).FieldPanel);
const StringPanel = lazily(async () => (await import('./array/StringPanel.tsx')).StringPanel);
const GearBench = lazily(async () => (await import('./gear/GearBench.tsx')).GearBench);
const ArrangePanel = lazily(async () => (await import('./mount/ArrangePanel.tsx')).ArrangePanel);
const ClearanceTable = lazily(async () => (await import('./mount/ClearanceTable.tsx')).ClearanceTable);
const GroupPanel = lazily(async () => (await import('./mount/GroupPanel.tsx')).GroupPanel);
const PlacementPanel = lazily(async () => (await import('./mount/PlacementPanel.tsx')).PlacementPanel);
const PackBench = lazily(async () => (await import('./pack/PackBench.tsx')).PackBench);
const PenetrationPanel = lazily(async () => (await import('./route/PenetrationPanel.tsx')).PenetrationPanel);
const RouteBench = lazily(async () => (await import('./route/RouteBench.tsx')).RouteBench);
const RunPanel = lazily(async () => (await import('./route/RunPanel.tsx')).RunPanel);
const CircuitPanel = lazily(async () => (await import('./route/CircuitPanel.tsx')).CircuitPanel);
const FacePanel = lazily(async () => (await import('./site/FacePanel.tsx')).FacePanel);
const SiteBench = lazily(async () => (await import('./site/SiteBench.tsx')).SiteBench);
const JobRules = lazily(async () => (await import('./mount/JobRules.tsx')).JobRules);
const LoadFactorFields = lazily(async () => (await import('./mount/LoadFactorFields.tsx')).LoadFactorFields);

type Props = {
  readonly step: StepId;
  readonly plan: Plan;
  /** The newest answer, for what is still to clear; it may lag behind the plan, and then says so. */
  readonly evaluation: Evaluation | null;
  /** Of the plan as it is now: every figure comes from here. */
  readonly current: Evaluation | null;
};

/** What is selected, exactly; with nothing selected, the step's own work and its findings. */
export function Bench({ step, plan, evaluation, current }: Props) {
  const dispatch = useAppDispatch();
  const { selection, also, reader } = useAppSelector((state) => state.view);
  const isDone = useAppSelector((state) => isTold(state.plan));
  const findings = evaluation?.findings ?? [];
  if (step === 'pack') {
    return (
      <>
        <CheckFault />
        <PackBench sheets={current?.sheets ?? null} jobName={plan.name} reader={reader} />
      </>
    );
  }
  const isHere = selection !== null && STEP_OF_REF[selection.kind] === step;
  if (isHere && selection.kind === 'placement' && also.length > 0) {
    const { hung } = derivedOf(plan).prepared;
    return <GroupPanel items={[selection.id, ...also].flatMap((id) => hung.get(id) ?? [])} />;
  }
  const panel = isHere ? selectionPanel(step, selection, plan, current, reader) : null;
  if (selection !== null && panel !== null) {
    const own = findings.filter(({ subjects }) => isAbout(subjects, selection, derivedOf(plan).prepared));
    return (
      <>
        <Button look="quiet" className="mb-2" onClick={() => dispatch(viewSlice.actions.selected(null))}>
          {step === 'site' ? 'Back to the whole site' : 'Back to all findings'}
        </Button>
        <FindingList findings={own} plan={plan} step={step} isStale={!isDone} isPart reader={reader} />
        {panel}
      </>
    );
  }
  const left = findings.filter(
    (finding) => step === 'site' || step === 'gear' || stepOfFinding(finding) === step,
  );
  return (
    <>
      {selection !== null && <SelectionStrip selection={selection} step={step} plan={plan} reader={reader} />}
      {step === 'mount' && <HangGear plan={plan} />}
      {step === 'site' && <SiteBench plan={plan} reader={reader} />}
      {step !== 'gear' && <CheckFault />}
      {step !== 'gear' && <FindingSummary left={left} isDone={isDone} step={step} />}
      {step !== 'gear' && (
        <FindingList findings={left} plan={plan} step={step} isStale={!isDone} reader={reader} />
      )}
      {step === 'gear' && <GearBench plan={plan} reader={reader} />}
      {step === 'array' && <ArrayBench plan={plan} reader={reader} />}
      {step === 'route' && <RouteBench plan={plan} current={current} reader={reader} />}
      {step === 'mount' && (
        <>
          <h2 className="sr-only">Of the whole job</h2>
          <ClearanceTable plan={plan} prepared={derivedOf(plan).prepared} reader={reader} />
          <div className="mt-3">
            <ArrangePanel plan={plan} prepared={derivedOf(plan).prepared} reader={reader} />
            <JobRules plan={plan} />
            <LoadFactorFields plan={plan} />
          </div>
        </>
      )}
      <ThingsList plan={plan} />
    </>
  );
}

/** What is shown below is of the plan before; the checks of the plan as it is did not run. */
function CheckFault() {
  const { evaluationFault: fault, evaluation } = useAppSelector((state) => state.plan);
  if (fault === null) return null;
  return (
    <div role="alert" className="mt-3 mb-2 border border-crayon p-2">
      <p className="text-crayon">
        {evaluation === null
          ? `The checks did not run (${fault}). Nothing here has been checked.`
          : `The checks of your last edits did not run (${fault}). Your edits are kept; what stands here is from before them, and Pack has nothing to drill until they ran.`}
      </p>
      <Button onClick={checkAgain}>Check again</Button>
    </div>
  );
}

function FindingSummary(props: {
  readonly left: readonly Finding[];
  readonly isDone: boolean;
  readonly step: StepId;
}) {
  const { left, isDone, step } = props;
  const fault = useAppSelector((state) => state.plan.evaluationFault);
  if (!isDone && left.length === 0) return fault === null ? <p className="mt-4 mb-3">Checking …</p> : null;
  if (left.length === 0) {
    return (
      <p className="mt-4 mb-3 border-l-4 border-solder pl-3 text-solder">
        {step === 'site' ? 'Nothing to clear in this job.' : 'Nothing to clear at this step.'} Local codes and
        the makers’ instructions decide.
      </p>
    );
  }
  return (
    <p className="mt-4 mb-1 font-semibold text-crayon">
      <span className="figure">{left.length}</span> to clear
      {!isDone && fault === null && <span className="font-normal"> · checking …</span>}
    </p>
  );
}

function selectionPanel(
  step: StepId,
  selection: Ref,
  plan: Plan,
  evaluation: Evaluation | null,
  reader: Reader,
): ReactNode {
  const { prepared } = derivedOf(plan);
  switch (selection.kind) {
    case 'placement': {
      const item = prepared.hung.get(selection.id);
      return item === undefined ? null : (
        <PlacementPanel
          key={item.id}
          item={item}
          plan={plan}
          prepared={prepared}
          routes={evaluation?.routes ?? null}
          reader={reader}
        />
      );
    }
    case 'nipple': {
      const owner = prepared.ownerOf(selection);
      return owner.kind === 'nipple' ? null : selectionPanel(step, owner, plan, evaluation, reader);
    }
    case 'penetration': {
      const penetration = prepared.penetrations.get(selection.id);
      return penetration === undefined ? null : (
        <PenetrationPanel
          key={penetration.id}
          penetration={penetration}
          prepared={prepared}
          reader={reader}
        />
      );
    }
    case 'run': {
      const run = prepared.runs.get(selection.id);
      if (run === undefined || evaluation === null) return null;
      return <RunPanel key={run.id} run={run} plan={plan} routes={evaluation.routes} reader={reader} />;
    }
    case 'circuit': {
      const circuit = prepared.circuits.get(selection.id);
      const line = evaluation?.circuits.find((each) => each.circuit === selection.id) ?? null;
      return circuit === undefined ? null : (
        <CircuitPanel key={circuit.id} circuit={circuit} plan={plan} line={line} reader={reader} />
      );
    }
    case 'field': {
      const field = prepared.moduleFields.get(selection.id);
      return field === undefined ? null : (
        <FieldPanel key={field.id} field={field} plan={plan} prepared={prepared} reader={reader} />
      );
    }
    case 'string': {
      const string = prepared.moduleStrings.get(selection.id);
      return string === undefined ? null : (
        <StringPanel key={string.id} string={string} plan={plan} prepared={prepared} reader={reader} />
      );
    }
    case 'face': {
      const face = step === 'site' ? prepared.site.faces.get(selection.id) : undefined;
      return face === undefined ? null : (
        <FacePanel key={face.id} face={face} plan={plan} prepared={prepared} reader={reader} />
      );
    }
  }
}

/** A unit’s nipples are its own affair too. */
function isAbout(subjects: readonly Ref[], selection: Ref, prepared: Prepared): boolean {
  return subjects.some((subject) =>
    [subject, prepared.ownerOf(subject)].some(
      ({ kind, id }) => kind === selection.kind && id === selection.id,
    ),
  );
}
