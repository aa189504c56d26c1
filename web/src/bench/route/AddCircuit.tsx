import { useState } from 'react';
import { CIRCUIT_KINDS, freshId, newCircuit, type Plan } from '@zarnel/core/plan';
import { CARRIES_WORDS } from '@zarnel/core/words';
import { tryEdits } from '../../state/job-session.ts';
import { useAppDispatch } from '../../state/store.ts';
import { viewSlice } from '../../state/view-slice.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Select } from '../../ui/Select.tsx';
import { endOptions } from './end-options.ts';

/** A circuit between two ends; all else about it starts as is usual for its kind. */
export function AddCircuit({ plan }: { readonly plan: Plan }) {
  const dispatch = useAppDispatch();
  const options = endOptions(plan);
  const [carries, setCarries] = useState<string>('array');
  const [fromKey, setFrom] = useState(options[0]?.value ?? '');
  const [toKey, setTo] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [from, to] = [fromKey, toKey].map((key) => options.find(({ value }) => value === key));
  const add = () => {
    const kind = CIRCUIT_KINDS.find((each) => each === carries);
    if (from === undefined || to === undefined || kind === undefined) return;
    const id = freshId(plan, 'circuit');
    const name = `${from.label} to ${to.label}`.slice(0, 120);
    const circuit = newCircuit(plan.codeBasis, { id, name, carries: kind, from: from.end, to: to.end });
    const refused = tryEdits([{ kind: 'set-circuit', circuit }]);
    setFault(refused);
    if (refused === null) dispatch(viewSlice.actions.selected({ kind: 'circuit', id }));
  };
  return (
    <details className="mb-3">
      <summary className="min-h-9 cursor-pointer font-semibold">Add a circuit</summary>
      <Select
        label="It carries"
        value={carries}
        options={CIRCUIT_KINDS.filter((kind) => kind !== 'unsaid').map((kind) => ({
          value: kind,
          label: CARRIES_WORDS[kind],
        }))}
        onChange={setCarries}
      />
      <Select label="From" value={fromKey} options={options} onChange={setFrom} />
      <Select label="To" value={toKey} options={options} onChange={setTo} />
      <Button onClick={add} disabled={from === undefined || to === undefined || fromKey === toKey}>
        Add the circuit
      </Button>
      <Fault className="mt-1">{fault}</Fault>
    </details>
  );
}
