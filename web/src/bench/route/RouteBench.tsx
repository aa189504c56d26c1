import { useState } from 'react';
import {
  type MetEdge,
  metEdges,
  newPlateHole,
  NEW_PLATE_MM,
  penetrationSpot,
  type Evaluation,
} from '@zarnel/core/figures';
import { freshId, NEW_PENETRATION, newRun, type Plan, type Port } from '@zarnel/core/plan';
import { countText, type Reader } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { CircuitsSection } from './CircuitsSection.tsx';
import { RunPanel } from './RunPanel.tsx';
import { WeightsSection } from './WeightsSection.tsx';

type Props = {
  readonly plan: Plan;
  /** Of the plan as it is now; null while it is worked out. */
  readonly current: Evaluation | null;
  readonly reader: Reader;
};

/** All circuits with their conductors, all runs with their lengths, and what adds circuits, runs and holes. */
export function RouteBench({ plan, current, reader }: Props) {
  const routes = current?.routes ?? null;
  return (
    <>
      <OneLineButton plan={plan} />
      <CircuitsSection plan={plan} lines={current?.circuits ?? null} reader={reader} />
      {plan.runs.length === 0 && (
        <p className="mb-3">
          No run yet: choose two knockouts and add one, then say which circuits lie in it.
        </p>
      )}
      {plan.runs.map((run) => (
        <RunPanel key={run.id} run={run} plan={plan} routes={routes} reader={reader} />
      ))}
      <WeightsSection plan={plan} reader={reader} />
      <AddRun plan={plan} />
      <Penetrations plan={plan} />
      <AddPenetration plan={plan} />
      <PlateHoles plan={plan} />
    </>
  );
}

/** Each opens its panel: where it is, what stands over it, how it is sealed. */
function Penetrations({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  if (plan.penetrations.length === 0) return null;
  return (
    <section aria-label="Penetrations" className="mb-3 border-t border-faint pt-3">
      <h2 className="mb-1 text-lg font-semibold">Penetrations</h2>
      <ul>
        {plan.penetrations.map(({ id, name, face, done }) => (
          <li key={id}>
            <button
              type="button"
              className="flex min-h-9 w-full justify-between gap-2 px-2 text-left hover:bg-tape/40"
              onClick={() => {
                dispatch(viewSlice.actions.selected({ kind: 'penetration', id }));
                dispatch(viewSlice.actions.faceTaken(face));
              }}
            >
              <span>{name}</span>
              <span className="text-sm text-kraft">
                {done.length === 0 ? 'not begun' : countText(done.length, 'step done', 'steps done')}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Each opens its panel; a new one goes where a cavity meets the face in hand. */
function PlateHoles({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  const faceInHand = useAppSelector((state) => state.view.faceInHand);
  const { prepared } = derivedOf(plan);
  const met = metEdges(prepared.site, faceInHand ?? plan.rootFace, NEW_PLATE_MM);
  const nameOf = (id: string) => prepared.site.faces.get(id)?.name ?? id;
  const take = (id: string, face: string) => {
    dispatch(viewSlice.actions.selected({ kind: 'plate-hole', id }));
    dispatch(viewSlice.actions.faceTaken(face));
  };
  const add = (edge: MetEdge) => {
    const hole = newPlateHole(prepared, edge);
    if (makeEdits([{ kind: 'set-plate-hole', hole }])) take(hole.id, hole.to);
  };
  if (plan.plateHoles.length === 0 && met.length === 0) return null;
  return (
    <section aria-label="Holes through plates" className="mt-3 border-t border-faint pt-3">
      <h2 className="mb-1 text-lg font-semibold">Holes through plates</h2>
      <ul>
        {plan.plateHoles.map(({ id, name, to, isStopped }) => (
          <li key={id}>
            <button
              type="button"
              className="flex min-h-9 w-full justify-between gap-2 px-2 text-left hover:bg-tape/40"
              onClick={() => take(id, to)}
            >
              <span>{name}</span>
              <span className="text-sm text-kraft">{isStopped ? 'closed again' : 'open'}</span>
            </button>
          </li>
        ))}
      </ul>
      {met.map((edge) => (
        <Button key={`${edge.face} ${edge.edge} ${edge.to}`} onClick={() => add(edge)}>
          Bore from {nameOf(edge.to)} into {nameOf(edge.face)}
        </Button>
      ))}
    </section>
  );
}

/** The diagram takes the place of the sheet, and gives it back. */
function OneLineButton({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  const isOneLine = useAppSelector((state) => state.view.isOneLine);
  if (plan.circuits.length === 0 && !isOneLine) return null;
  return (
    <Button className="mb-3 w-full" onClick={() => dispatch(viewSlice.actions.oneLineShown(!isOneLine))}>
      {isOneLine ? 'Back to the sheet' : 'One-line diagram'}
    </Button>
  );
}

function AddRun({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  const ports = plan.placements.flatMap((placement) => {
    const type = plan.gearTypes.find(({ id }) => id === placement.type);
    return (type?.knockouts ?? []).map(({ id }) => ({
      value: `${placement.id}/${id}`,
      label: `${placement.name}: ${id}`,
      port: { placement: placement.id, knockout: id } satisfies Port,
    }));
  });
  const [from, setFrom] = useState(ports[0]?.value ?? '');
  const [to, setTo] = useState(ports.at(-1)?.value ?? '');
  const portOf = (value: string) => ports.find((each) => each.value === value)?.port;
  const fromPort = portOf(from);
  const toPort = portOf(to);
  const add = () => {
    if (fromPort === undefined || toPort === undefined) return;
    const id = freshId(plan, 'run');
    const run = { id, name: `Run ${plan.runs.length + 1}`, from: fromPort, to: toPort };
    if (makeEdits([{ kind: 'add-run', run: { ...run, ...newRun(plan.codeBasis), circuits: [] } }])) {
      dispatch(viewSlice.actions.selected({ kind: 'run', id }));
    }
  };
  if (ports.length < 2) return null;
  return (
    <details className="mb-3 border-t border-faint pt-3">
      <summary className="min-h-9 cursor-pointer font-semibold">Add a run</summary>
      <Select label="From" value={from} options={ports} onChange={setFrom} />
      <Select label="To" value={to} options={ports} onChange={setTo} />
      <Button onClick={add} disabled={fromPort === undefined || toPort === undefined || from === to}>
        Add the run
      </Button>
    </details>
  );
}

/** A hole needs a face with another side. */
function AddPenetration({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  const faceInHand = useAppSelector((state) => state.view.faceInHand);
  const { prepared } = derivedOf(plan);
  const face = prepared.site.faces.get(faceInHand ?? plan.rootFace);
  const hasOtherSide = face !== undefined && face.otherSide !== null;
  const add = () => {
    if (face === undefined) return;
    const id = freshId(plan, 'penetration');
    const penetration = {
      id,
      name: `Penetration ${plan.penetrations.length + 1}`,
      face: face.id,
      ...NEW_PENETRATION,
      done: [],
    };
    const [xMm, yMm] = penetrationSpot(prepared, penetration);
    if (makeEdits([{ kind: 'add-penetration', penetration: { ...penetration, xMm, yMm } }])) {
      dispatch(viewSlice.actions.selected({ kind: 'penetration', id }));
    }
  };
  return (
    <div className="border-t border-faint pt-3">
      <Button onClick={add} disabled={!hasOtherSide}>
        Add a penetration on {face?.name ?? 'a face'}
      </Button>
      {!hasOtherSide && (
        <p className="mt-1 text-sm text-kraft">
          Press a face that has another side, such as the roof’s underside.
        </p>
      )}
    </div>
  );
}
