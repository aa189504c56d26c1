import { useState } from 'react';
import { hangSpot } from '@zarnel/core/figures';
import { freshId, type Plan } from '@zarnel/core/plan';
import { formatLength } from '@zarnel/core/words';
import { derivedOf } from '../../state/derived.ts';
import { makeEdits } from '../../state/job-session.ts';
import { useAppDispatch, useAppSelector } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';

/** Hangs gear from the job's types on the face in hand. */
export function HangGear({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  const { faceInHand, reader } = useAppSelector((state) => state.view);
  const [typeId, setTypeId] = useState(plan.gearTypes[0]?.id ?? '');
  const { prepared } = derivedOf(plan);
  const face = prepared.site.faces.get(faceInHand ?? '') ?? prepared.site.faces.get(plan.rootFace);
  const type = plan.gearTypes.find(({ id }) => id === typeId);

  const hang = () => {
    if (face === undefined || type === undefined) return;
    const spot = hangSpot(prepared, type, face.id);
    const count = plan.placements.filter((placement) => placement.type === type.id).length;
    const id = freshId(plan, type.id);
    const name = count === 0 ? type.name : `${type.name} (${count + 1})`;
    if (makeEdits([{ kind: 'place-gear', placement: { id, name, type: type.id, face: face.id, ...spot } }])) {
      dispatch(viewSlice.actions.selected({ kind: 'placement', id }));
    }
  };

  return (
    <section aria-label="Hang gear" className="mb-4 border-b border-faint pb-3">
      <Select
        label="Gear"
        value={typeId}
        options={plan.gearTypes.map(({ id, name, widthMm, heightMm }) => ({
          value: id,
          label: `${name} · ${formatLength(widthMm, reader)} × ${formatLength(heightMm, reader)}`,
        }))}
        onChange={setTypeId}
      />
      <Button onClick={hang} disabled={face === undefined || type === undefined}>
        Hang on {face?.name ?? 'a face'}
      </Button>
    </section>
  );
}
