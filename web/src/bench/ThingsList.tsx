import { useState } from 'react';
import type { Ref } from '@zarnel/core/checks';
import type { Plan } from '@zarnel/core/plan';
import { useAppDispatch } from '../state/store.ts';
import { viewSlice } from '../state/view-slice.ts';

/** The sheet as a list: all that can be pressed there can be reached here by keyboard. */
export function ThingsList({ plan }: { readonly plan: Plan }) {
  const [isOpen, setOpen] = useState(false);
  const count = plan.placements.length + plan.penetrations.length + plan.runs.length;
  if (count === 0) return null;
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
  const dispatch = useAppDispatch();
  const things: readonly { readonly ref: Ref; readonly name: string; readonly face: string | null }[] = [
    ...plan.placements.map(({ id, name, face }) => ({ ref: { kind: 'placement', id } as const, name, face })),
    ...plan.penetrations.map(({ id, name, face }) => ({
      ref: { kind: 'penetration', id } as const,
      name,
      face,
    })),
    ...plan.runs.map(({ id, name }) => ({ ref: { kind: 'run', id } as const, name, face: null })),
  ];
  return (
    <ul>
      {things.map(({ ref, name, face }) => (
        <li key={`${ref.kind}${ref.id}`}>
          <button
            type="button"
            className="min-h-9 w-full px-2 text-left hover:bg-tape/40"
            onClick={() => {
              dispatch(viewSlice.actions.selected(ref));
              if (face !== null) dispatch(viewSlice.actions.faceTaken(face));
            }}
          >
            {name}
          </button>
        </li>
      ))}
    </ul>
  );
}
