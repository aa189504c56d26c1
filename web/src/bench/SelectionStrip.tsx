import { useNavigate } from 'react-router';
import { STEP_OF_REF, type Ref, type StepId } from '@zarnel/core/checks';
import type { Plan } from '@zarnel/core/plan';
import { subjectName, type Reader } from '@zarnel/core/words';
import { derivedOf } from '../state/derived.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import { Button } from '../ui/Button.tsx';
import { STEPS } from './steps.ts';
import { useTelling } from './use-telling.ts';

type Props = {
  readonly selection: Ref;
  readonly step: StepId;
  readonly plan: Plan;
  readonly reader: Reader;
};

/** Selects something and goes to the step where it is worked on. */
export function useOpen(): (ref: Ref) => void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const jobId = useAppSelector((state) => state.plan.jobId);
  return (ref) => {
    dispatch(viewSlice.actions.selected(ref));
    if (jobId !== null) void navigate(`/jobs/${jobId}/${STEP_OF_REF[ref.kind]}`);
  };
}

/** What is selected, while the bench keeps to its own step: what it is, and the way to where it is worked on. */
export function SelectionStrip({ selection, step, plan, reader }: Props) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const jobId = useAppSelector((state) => state.plan.jobId) ?? '';
  const telling = useTelling(reader);
  const { prepared } = derivedOf(plan);
  const item = selection.kind === 'placement' ? prepared.hung.get(selection.id) : undefined;
  const at = STEP_OF_REF[selection.kind];
  if (!isThere(selection, plan)) return null;
  return (
    <div
      role="group"
      aria-label="Selected"
      className="mb-3 flex flex-wrap items-center gap-1 border-l-4 border-chalk pl-2"
    >
      <span className="flex-1 font-semibold">{telling.nameOf(subjectName(selection))}</span>
      {step === 'gear' && item !== undefined && (
        <Button onClick={() => dispatch(viewSlice.actions.gearTaken(item.placement.type))}>
          Change its type
        </Button>
      )}
      {at !== step && (
        <Button onClick={() => void navigate(`/jobs/${jobId}/${at}`)}>
          Open at {STEPS.find(({ id }) => id === at)?.name}
        </Button>
      )}
      <Button look="quiet" onClick={() => dispatch(viewSlice.actions.selected(null))}>
        Let go
      </Button>
    </div>
  );
}

/** What was taken out stays selected until something else is; there is nothing to say of it. */
function isThere({ kind, id }: Ref, plan: Plan): boolean {
  const lists = {
    face: plan.faces,
    placement: plan.placements,
    nipple: plan.nipples,
    penetration: plan.penetrations,
    'plate-hole': plan.plateHoles,
    run: plan.runs,
    circuit: plan.circuits,
    field: plan.moduleFields,
    string: plan.moduleStrings,
  } as const;
  return lists[kind].some((each) => each.id === id);
}
