import { memo, useMemo } from 'react';
import { STEP_OF_REF, stepOfFinding, type Finding, type Ref, type StepId } from '@zarnel/core/checks';
import type { Evaluation, Prepared } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';
import { derivedOf } from '../state/derived.ts';
import { checkAgain } from '../state/job-session.ts';
import { isTold } from '../state/plan-slice.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Button } from '../ui/Button.tsx';
import { lazily } from '../ui/lazily.ts';
import { ARRAY_ROOM } from './array/room.tsx';
import { FindingList } from './findings/FindingList.tsx';
import { GEAR_ROOM } from './gear/room.tsx';
import { MOUNT_ROOM } from './mount/room.tsx';
import { PACK_ROOM } from './pack/room.tsx';
import type { Room } from './room.ts';
import { ROUTE_ROOM } from './route/room.tsx';
import { SITE_ROOM } from './site/room.tsx';
import { SelectionStrip } from './SelectionStrip.tsx';
import { ThingsList } from './ThingsList.tsx';

const GroupPanel = lazily(async () => (await import('./mount/GroupPanel.tsx')).GroupPanel);

/** Each step’s room. A new one is written down here and nowhere else. */
const ROOMS: Readonly<Record<StepId, Room>> = {
  site: SITE_ROOM,
  gear: GEAR_ROOM,
  mount: MOUNT_ROOM,
  array: ARRAY_ROOM,
  route: ROUTE_ROOM,
  pack: PACK_ROOM,
};

type Props = {
  readonly step: StepId;
  readonly plan: Plan;
  /** The newest answer, for what is still to clear; it may lag behind the plan, and then says so. */
  readonly evaluation: Evaluation | null;
  /** Of the plan as it is now: every figure comes from here. */
  readonly current: Evaluation | null;
};

/** What is selected, exactly; with nothing selected, the step's own work and its findings. */
export const Bench = memo(function Bench({ step, plan, evaluation, current }: Props) {
  const dispatch = useAppDispatch();
  const { selection, also, reader } = useAppSelector((state) => state.view);
  const findings = evaluation?.findings ?? [];
  const room = ROOMS[step];
  const { prepared } = derivedOf(plan);
  const isHere = selection !== null && STEP_OF_REF[selection.kind] === step;
  const panel = isHere ? room.panels[selection.kind] : undefined;
  // Kept while only what was found is another: a drag changes that with every frame.
  const shown = useMemo(() => {
    const given = { plan, prepared, current, reader };
    const isThere = selection !== null && panel?.isThere({ prepared, id: selection.id }) === true;
    return {
      panel: isThere ? <panel.Panel {...given} id={selection.id} /> : null,
      above: room.above === undefined ? null : <room.above {...given} />,
      below: room.below === undefined ? null : <room.below {...given} />,
    };
  }, [plan, prepared, current, reader, room, panel, selection]);
  if (isHere && selection.kind === 'placement' && also.length > 0)
    return <GroupPanel items={[selection.id, ...also].flatMap((id) => prepared.hung.get(id) ?? [])} />;
  if (selection !== null && shown.panel !== null) {
    const own = findings.filter(({ subjects }) => isAbout(subjects, selection, prepared));
    return (
      <>
        <Button look="quiet" className="mb-2" onClick={() => dispatch(viewSlice.actions.selected(null))}>
          {room.backTo ?? 'Back to all findings'}
        </Button>
        <CheckFault />
        <FindingList findings={own} plan={plan} step={step} isPart reader={reader} />
        {shown.panel}
      </>
    );
  }
  const { lists, isPaper = false } = room;
  const left = findings.filter((finding) => lists === 'all' || stepOfFinding(finding) === step);
  return (
    <>
      {selection !== null && !isPaper && (
        <SelectionStrip selection={selection} step={step} plan={plan} reader={reader} />
      )}
      {shown.above}
      {(lists !== 'none' || isPaper) && <CheckFault />}
      {lists !== 'none' && (
        <>
          <FindingSummary left={left} place={lists === 'all' ? 'in this job' : 'at this step'} />
          <FindingList findings={left} plan={plan} step={step} reader={reader} />
        </>
      )}
      {shown.below}
      {!isPaper && <ThingsList plan={plan} />}
    </>
  );
});

/** What is shown below is of the plan before; the checks of the plan as it is did not run. */
function CheckFault() {
  const fault = useAppSelector((state) => state.plan.evaluationFault);
  const isUnchecked = useAppSelector((state) => state.plan.evaluation === null);
  if (fault === null) return null;
  return (
    <div role="alert" className="mt-3 mb-2 border border-crayon p-2">
      <p className="text-crayon">
        {isUnchecked
          ? `The checks did not run (${fault}). Nothing here has been checked.`
          : `The checks of your last edits did not run (${fault}). Your edits are kept; what stands here is from before them, and Pack has nothing to drill until they ran.`}
      </p>
      <Button onClick={checkAgain}>Check again</Button>
    </div>
  );
}

function FindingSummary({ left, place }: { readonly left: readonly Finding[]; readonly place: string }) {
  const isDone = useAppSelector((state) => isTold(state.plan));
  const fault = useAppSelector((state) => state.plan.evaluationFault);
  if (!isDone && left.length === 0) return fault === null ? <p className="mt-4 mb-3">Checking …</p> : null;
  if (left.length === 0) {
    return (
      <p className="mt-4 mb-3 border-l-4 border-solder pl-3 text-solder">
        Nothing to clear {place}. Local codes and the makers’ instructions decide.
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

/** A unit’s nipples are its own affair too. */
function isAbout(subjects: readonly Ref[], selection: Ref, prepared: Prepared): boolean {
  return subjects.some((subject) =>
    [subject, prepared.ownerOf(subject)].some(
      ({ kind, id }) => kind === selection.kind && id === selection.id,
    ),
  );
}
