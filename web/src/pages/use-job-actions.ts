import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import type { Ref } from '@zarnel/core/checks';
import type { Plan } from '@zarnel/core/plan';
import { STEPS } from '../bench/steps.ts';
import { redo, undo } from '../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';
import type { JobAction } from './job-actions.ts';

const { actions } = viewSlice;

type Own = {
  readonly jobId: string;
  readonly plan: Plan | null;
  readonly onExport: () => void;
  readonly onRevisions: () => void;
  readonly onKeys: () => void;
  readonly onFind: () => void;
};

/** All actions of the open job, in the order they are listed. */
export function useJobActions({
  jobId,
  plan,
  onExport,
  onRevisions,
  onKeys,
  onFind,
}: Own): readonly JobAction[] {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const canUndo = useAppSelector((state) => state.plan.undo.length > 0);
  const canRedo = useAppSelector((state) => state.plan.redo.length > 0);
  const { reader, theme, faceInHand, isFoldedUp } = useAppSelector((state) => state.view);
  return useMemo(() => {
    const go = STEPS.map(({ id, place, name }): JobAction => ({
      id: `step ${id}`,
      group: 'Go to',
      name,
      keys: String(place),
      run: () => void navigate(`/jobs/${jobId}/${id}`),
    }));
    const act = (
      id: string,
      name: string,
      keys: string | null,
      run: () => void,
      isOff = false,
    ): JobAction => ({
      id,
      group: 'Do',
      name,
      keys,
      isOff,
      run,
    });
    const otherSystem = reader.system === 'inch' ? 'metric' : 'inch';
    const otherTheme = theme === 'day' ? 'night' : 'day';
    const acts = [
      act('undo', 'Undo', 'Ctrl-Z', undo, !canUndo),
      act('redo', 'Redo', 'Ctrl-Shift-Z', redo, !canRedo),
      act('revisions', 'Revisions', null, onRevisions),
      act('export', 'Export the job', null, onExport),
      act('units', otherSystem === 'metric' ? 'Read in millimetres' : 'Read in inches', null, () =>
        dispatch(actions.systemChosen({ system: otherSystem, job: jobId })),
      ),
      act('theme', otherTheme === 'night' ? 'Night' : 'Day', null, () =>
        dispatch(actions.themeChosen(otherTheme)),
      ),
      act('bench', 'Fold the bench away, or open it', 'B', () => dispatch(actions.benchFolded())),
      act('find', 'Find an action', '/', onFind),
      act('keys', 'Keys', '?', onKeys),
      act('jobs', 'All jobs', null, () => void navigate('/jobs')),
    ];
    const look = (id: string, name: string, keys: string | null, run: () => void): JobAction => ({
      id,
      group: 'Look at',
      name,
      keys,
      run,
    });
    const lookAt = (face: string | null) => {
      dispatch(actions.foldedUp(false));
      if (face !== null) dispatch(actions.faceTaken(face));
      dispatch(actions.lookedAt(face));
    };
    const looks =
      plan === null
        ? []
        : [
            look('whole', 'The whole sheet', '0', () => lookAt(null)),
            look('in-hand', 'The face in hand', 'F', () => lookAt(faceInHand ?? plan.rootFace)),
            isFoldedUp
              ? look('flat', 'The sheet, laid flat', null, () => dispatch(actions.foldedUp(false)))
              : look('folded', 'The site, folded up', null, () => dispatch(actions.foldedUp(true))),
            ...plan.faces.map(({ id, name }) => look(`face ${id}`, name, null, () => lookAt(id))),
          ];
    const take = (ref: Ref, name: string, face: string | null): JobAction => ({
      id: `${ref.kind} ${ref.id}`,
      group: 'Take in hand',
      name,
      keys: null,
      run: () => {
        dispatch(actions.selected(ref));
        if (face !== null) dispatch(actions.faceTaken(face));
      },
    });
    const things =
      plan === null
        ? []
        : [
            ...plan.placements.map(({ id, name, face }) => take({ kind: 'placement', id }, name, face)),
            ...plan.penetrations.map(({ id, name, face }) => take({ kind: 'penetration', id }, name, face)),
            ...plan.plateHoles.map(({ id, name, to }) => take({ kind: 'plate-hole', id }, name, to)),
            ...plan.runs.map(({ id, name }) => take({ kind: 'run', id }, name, null)),
            ...plan.moduleFields.map(({ id, name, face }) => take({ kind: 'field', id }, name, face)),
            ...plan.moduleStrings.map(({ id, name }) => take({ kind: 'string', id }, name, null)),
            ...plan.circuits.map(({ id, name }) => take({ kind: 'circuit', id }, name, null)),
          ];
    return [...go, ...acts, ...looks, ...things];
  }, [
    jobId,
    plan,
    navigate,
    dispatch,
    reader,
    theme,
    faceInHand,
    isFoldedUp,
    canUndo,
    canRedo,
    onExport,
    onRevisions,
    onKeys,
    onFind,
  ]);
}
