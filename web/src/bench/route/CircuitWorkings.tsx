import { useEffect, useState } from 'react';
import type { Reader, Working } from '@zarnel/core/words';
import { useAppSelector } from '../../state/store.ts';
import { WorkingButton } from '../../ui/WorkingButton.tsx';
import { evaluator } from '../../workers/compute.ts';

/** How its current, what it may carry and what it loses were found: asked for anew whenever the plan has changed. */
export function CircuitWorkings({ circuit, reader }: { readonly circuit: string; readonly reader: Reader }) {
  const { plan, evaluationOf } = useAppSelector((state) => state.plan);
  const [workings, setWorkings] = useState<readonly Working[]>([]);
  const isCurrent = plan !== null && plan === evaluationOf;
  useEffect(() => {
    if (!isCurrent) return undefined;
    let isWanted = true;
    evaluator
      .circuitWorkings(circuit)
      .then((found) => isWanted && setWorkings(found ?? []))
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [circuit, isCurrent, evaluationOf]);
  return (
    <ul className="mb-2">
      {workings.map((working, index) => (
        <li key={index} className="flex items-center justify-between gap-2">
          <span className="text-sm">{WHAT[index]}</span>
          <WorkingButton working={working} reader={reader} />
        </li>
      ))}
    </ul>
  );
}

const WHAT = ['Its current', 'What it may carry', 'What it loses'];
