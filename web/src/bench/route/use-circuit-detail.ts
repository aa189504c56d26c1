import { useEffect, useState } from 'react';
import type { CircuitDetail } from '@zarnel/core/figures';
import { useAppSelector } from '../../state/store.ts';
import { evaluator } from '../../workers/compute.ts';

const NONE: CircuitDetail = { workings: [], steps: [] };

/** What is shown of a circuit that is looked at: asked for anew whenever the plan has changed. */
export function useCircuitDetail(circuit: string): CircuitDetail {
  const { plan, evaluationOf } = useAppSelector((state) => state.plan);
  const [detail, setDetail] = useState(NONE);
  const isCurrent = plan !== null && plan === evaluationOf;
  useEffect(() => {
    if (!isCurrent) return undefined;
    let isWanted = true;
    evaluator
      .circuitDetail(circuit)
      .then((found) => isWanted && setDetail(found ?? NONE))
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [circuit, isCurrent, evaluationOf]);
  return detail;
}
