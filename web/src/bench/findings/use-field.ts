import { useNavigate } from 'react-router';
import { getCheckMeta, STEP_OF_REF, type FieldPlace, type Finding, type StepId } from '@zarnel/core/checks';
import type { Plan } from '@zarnel/core/plan';
import { subjectName, type Telling } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { STEPS } from '../steps.ts';

/** Where a finding is cleared: what the button that leads there says, and the way. */
export type FieldOf = { readonly label: string; readonly go: () => void };

/** Leads from a finding to the field that clears it, from whatever step; null where that is here already. */
export function useFieldOf(
  finding: Finding,
  { plan, step, telling }: { readonly plan: Plan; readonly step: StepId; readonly telling: Telling },
): FieldOf | null {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const jobId = useAppSelector((state) => state.plan.jobId);
  const selection = useAppSelector((state) => state.view.selection);
  const { actions } = viewSlice;
  const [first] = finding.subjects;
  if (first === undefined || jobId === null) return null;
  const to = (at: StepId) => void navigate(`/jobs/${jobId}/${at}`);
  const { prepared } = derivedOf(plan);
  const subject = prepared.ownerOf(first);
  const item = subject.kind === 'placement' ? prepared.hung.get(subject.id) : undefined;
  const faceId = subject.kind === 'face' ? subject.id : (item?.face.id ?? finding.at?.face ?? null);
  const place: FieldPlace | undefined = getCheckMeta(finding.check).fields?.[finding.message];
  // What holds in a board holds in its type.
  const board = item?.type.kind === 'board' ? item : undefined;
  const typeOf = place === 'gear-type' || (place === 'material' && board !== undefined) ? item : undefined;
  const typeId =
    typeOf?.placement.type ??
    (place === 'gear-type' && subject.kind === 'field'
      ? prepared.moduleFields.get(subject.id)?.type
      : undefined);
  const type = typeId === undefined ? undefined : prepared.gearTypes.get(typeId);
  if (type !== undefined) {
    return {
      label: `Open the type ${type.name}`,
      go: () => {
        dispatch(actions.gearTaken(type.id));
        to('gear');
      },
    };
  }
  const face = faceId === null ? undefined : prepared.site.faces.get(faceId);
  if (place === 'material' && face !== undefined) {
    const material = plan.materials.find(({ id }) => id === face.face.material);
    return {
      label: `Open ${material?.name ?? 'the material'}`,
      go: () => {
        dispatch(actions.selected(null));
        dispatch(actions.siteTabTaken({ tab: 'materials', material: face.face.material }));
        to('site');
      },
    };
  }
  const target = place === 'face' && face !== undefined ? ({ kind: 'face', id: face.id } as const) : subject;
  const at = STEP_OF_REF[target.kind];
  if (at === step && selection?.kind === target.kind && selection.id === target.id) return null;
  const name = telling.nameOf(subjectName(target));
  const stepName = STEPS.find(({ id }) => id === at)?.name ?? at;
  return {
    label: at === step ? `Open ${name}` : `Open ${name} at ${stepName}`,
    go: () => {
      dispatch(actions.selected(target));
      if (face !== undefined) dispatch(actions.faceTaken(face.id));
      to(at);
    },
  };
}
