import { useState } from 'react';
import type { CircuitLine } from '@zarnel/core/figures';
import type { Circuit, Plan } from '@zarnel/core/plan';
import { formatLength, formatQuantity, type Reader } from '@zarnel/core/words';
import { makeEdits } from '../../state/job-session.ts';
import { lieInRun } from './lie-in-run.ts';
import { Button } from '../../ui/Button.tsx';
import { Fault } from '../../ui/Fault.tsx';
import { Select } from '../../ui/Select.tsx';
import { Toggle } from '../../ui/Toggle.tsx';

type Props = {
  readonly circuit: Circuit;
  readonly plan: Plan;
  readonly line: CircuitLine | null;
  readonly reader: Reader;
  readonly set: (more: Partial<Circuit>) => string | null;
};

/** The runs and the wireways a circuit lies in, and what it is like there. */
export function CircuitWays({ circuit, plan, line, reader, set }: Props) {
  const nameOf = (kind: string, id: string) =>
    (kind === 'run' ? plan.runs : kind === 'wireway' ? plan.placements : []).find((each) => each.id === id)
      ?.name ?? 'As taped';
  return (
    <>
      <ul className="mb-2">
        {(line?.parts ?? []).map(({ in: { kind, id }, lengthMm, ambientC, roofC, carrying }, index) => (
          <li key={index} className="border-b border-faint py-1">
            <span className="flex justify-between gap-2">
              <span>{nameOf(kind, id)}</span>
              <span className="figure">{formatLength(lengthMm, reader)}</span>
            </span>
            <span className="block text-sm text-kraft">
              <span className="figure">{formatQuantity({ value: ambientC, unit: 'degC' }, reader)}</span>{' '}
              around
              {roofC > 0 && ' (sun on the roof counted)'}, <span className="figure">{carrying}</span> together
              carry current
            </span>
          </li>
        ))}
      </ul>
      {plan.runs.map((run) => (
        <Toggle
          key={run.id}
          label={`In ${run.name}`}
          isOn={run.circuits.includes(circuit.id)}
          onChange={(isOn) => makeEdits([lieInRun(run, circuit.id, isOn)])}
        />
      ))}
      <Stretches circuit={circuit} plan={plan} set={set} />
    </>
  );
}

function Stretches({ circuit, plan, set }: Pick<Props, 'circuit' | 'plan' | 'set'>) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  if (plan.nipples.length === 0) return null;
  const nameOf = (placement: string) => plan.placements.find(({ id }) => id === placement)?.name ?? placement;
  const nipples = plan.nipples.map(({ id, from: port, wireway }) => ({
    value: id,
    label: `${nameOf(port.placement)} ${port.knockout}`,
    wireway,
  }));
  const labelOf = (id: string) => nipples.find(({ value }) => value === id)?.label ?? id;
  return (
    <>
      <ul>
        {circuit.stretches.map((stretch, index) => (
          <li key={index} className="flex items-center justify-between gap-2">
            <span>
              In the wireway from {labelOf(stretch.from)} to {labelOf(stretch.to)}
            </span>
            <Button
              look="quiet"
              aria-label={`Take it out of the wireway, ${labelOf(stretch.from)} to ${labelOf(stretch.to)}`}
              onClick={() =>
                setFault(set({ stretches: circuit.stretches.filter((each) => each !== stretch) }))
              }
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <details className="mb-2">
        <summary className="min-h-9 cursor-pointer">Lay it in a wireway</summary>
        <Select label="In by" value={from} options={nipples} onChange={setFrom} />
        <Select label="Out by" value={to} options={nipples} onChange={setTo} />
        <Button
          disabled={from === '' || to === ''}
          onClick={() => setFault(set({ stretches: [...circuit.stretches, { from, to }] }))}
        >
          Lay it there
        </Button>
      </details>
      <Fault>{fault}</Fault>
    </>
  );
}
