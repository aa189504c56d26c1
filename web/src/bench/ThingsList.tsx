import { useState } from 'react';
import type { Ref } from '@zarnel/core/checks';
import type { Plan } from '@zarnel/core/plan';
import { derivedOf } from '../state/derived.ts';
import { useAppDispatch } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';

/** The sheet as a list, face by face: all that can be pressed there can be reached here by keyboard. */
export function ThingsList({ plan }: { readonly plan: Plan }) {
  const [isOpen, setOpen] = useState(false);
  const count =
    plan.faces.length +
    plan.placements.length +
    plan.penetrations.length +
    plan.plateHoles.length +
    plan.runs.length +
    plan.moduleFields.length +
    plan.moduleStrings.length;
  return (
    <details
      className="mt-4 border-t border-faint pt-3"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary className="min-h-9 cursor-pointer font-semibold">
        On the sheet <span className="figure text-sm font-normal text-kraft">{count}</span>
      </summary>
      {/* Thousands of things are listed only when someone looks. */}
      {isOpen && <Things plan={plan} />}
    </details>
  );
}

function Things({ plan }: { readonly plan: Plan }) {
  const { prepared } = derivedOf(plan);
  return (
    <ul>
      {plan.faces.map(({ id, name, obstacles }) => (
        <li key={id}>
          <Thing thing={{ kind: 'face', id }} face={id} name={name} about={null} />
          <ul className="ml-4 border-l border-faint">
            {(prepared.onFace.get(id) ?? []).map((each) => (
              <li key={each.id}>
                <Thing
                  thing={{ kind: 'placement', id: each.id }}
                  face={id}
                  name={each.placement.name}
                  about={null}
                />
              </li>
            ))}
            {prepared.fieldsOnFace.get(id).map((each) => (
              <li key={each.id}>
                <Thing thing={{ kind: 'field', id: each.id }} face={id} name={each.name} about="modules" />
              </li>
            ))}
            {prepared.penetrationsOnFace.get(id).map((each) => (
              <li key={each.id}>
                <Thing thing={{ kind: 'penetration', id: each.id }} face={id} name={each.name} about="hole" />
              </li>
            ))}
            {plan.plateHoles
              .filter(({ to }) => to === id)
              .map((each) => (
                <li key={each.id}>
                  <Thing
                    thing={{ kind: 'plate-hole', id: each.id }}
                    face={id}
                    name={each.name}
                    about="hole through a plate"
                  />
                </li>
              ))}
            {obstacles.map((each) => (
              <li key={each.id}>
                <Thing thing={{ kind: 'face', id }} face={id} name={each.name} about="in the way" />
              </li>
            ))}
          </ul>
        </li>
      ))}
      {plan.moduleStrings.map(({ id, name }) => (
        <li key={id}>
          <Thing thing={{ kind: 'string', id }} face={null} name={name} about="string" />
        </li>
      ))}
      {plan.runs.map(({ id, name }) => (
        <li key={id}>
          <Thing thing={{ kind: 'run', id }} face={null} name={name} about="cable run" />
        </li>
      ))}
    </ul>
  );
}

function Thing(props: {
  readonly thing: Ref;
  readonly face: string | null;
  readonly name: string;
  readonly about: string | null;
}) {
  const { thing, face, name, about } = props;
  const dispatch = useAppDispatch();
  return (
    <button
      type="button"
      className="min-h-9 w-full px-2 text-left hover:bg-tape/40"
      onClick={() => {
        dispatch(viewSlice.actions.selected(thing));
        if (face !== null) dispatch(viewSlice.actions.faceTaken(face));
      }}
    >
      {name}
      {about !== null && <span className="text-sm text-kraft"> · {about}</span>}
    </button>
  );
}
