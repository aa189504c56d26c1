import type { Told } from '@zarnel/core/words';
import { useState } from 'react';
import {
  alignEdits,
  distributeEdits,
  mirrorEdits,
  swapEdits,
  type Alignment,
  type Hung,
} from '@zarnel/core/figures';
import type { PlanEdit, Result } from '@zarnel/core/plan';
import { makeEdits, refusalText, tryEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { useTradeWords } from '../use-telling.ts';

const ALIGN_WORDS: Readonly<Record<Alignment, string>> = {
  tops: 'Tops',
  bottoms: 'Bottoms',
  'hook-lines': 'Hook lines',
  'left-edges': 'Left edges',
  'right-edges': 'Right edges',
  centres: 'Centres',
};

/** Several pieces at once: in line with the first, at equal gaps, changed about, or taken down. */
export function GroupPanel({ items }: { readonly items: readonly Hung[] }) {
  const say = useTradeWords();
  const dispatch = useAppDispatch();
  const [fault, setFault] = useState<string | null>(null);
  const attempt = (edits: Result<PlanEdit[], string | Told>) =>
    setFault(edits.ok ? tryEdits(edits.value) : refusalText(edits.fault));
  const [first] = items;
  return (
    <section aria-label="Selected together">
      <h2 className="mb-1 text-lg font-semibold">
        <span className="figure">{items.length}</span> pieces
      </h2>
      <ol className="mb-3">
        {items.map((item, index) => (
          <li key={item.id} className="flex items-center justify-between border-b border-faint">
            <span>
              {item.placement.name}
              {index === 0 && <span className="text-sm text-kraft"> leads</span>}
            </span>
            <Button
              look="quiet"
              aria-label={`Leave ${item.placement.name} out`}
              onClick={() => dispatch(viewSlice.actions.alsoSelected(item.id))}
            >
              ×
            </Button>
          </li>
        ))}
      </ol>
      <h3 className="font-semibold">In line with {first?.placement.name}</h3>
      <div className="mb-3 flex flex-wrap gap-1">
        {(Object.entries(ALIGN_WORDS) as [Alignment, string][]).map(([how, label]) => (
          <Button key={how} onClick={() => attempt(alignEdits(items, how))}>
            {say(label)}
          </Button>
        ))}
      </div>
      <h3 className="font-semibold">Among themselves</h3>
      <div className="mb-3 flex flex-wrap gap-1">
        <Button onClick={() => attempt(distributeEdits(items, 'across'))}>Equal gaps across</Button>
        <Button onClick={() => attempt(distributeEdits(items, 'up'))}>Equal gaps up</Button>
        <Button onClick={() => attempt(mirrorEdits(items))}>Mirror left and right</Button>
        <Button disabled={items.length !== 2} onClick={() => attempt(swapEdits(items))}>
          Swap the two
        </Button>
      </div>
      <Fault className="mb-2 text-sm">{fault}</Fault>
      <Button
        look="quiet"
        onClick={() => {
          makeEdits(items.map(({ id }) => ({ kind: 'remove-placement', placement: id })));
          dispatch(viewSlice.actions.selected(null));
        }}
      >
        Take them all down
      </Button>
    </section>
  );
}
