import { useEffect, useState } from 'react';
import type { Finding } from '@zarnel/core/checks';
import type { Remedies } from '@zarnel/core/figures';
import { checkedPlan } from '../../state/plan-slice.ts';
import { useAppSelector } from '../../state/store.ts';
import { evaluator } from '../../workers/compute.ts';

const NONE: Remedies = { fixes: [], working: null };

/**
 * What clears a finding that is looked at, and how it was worked out: asked for anew whenever the plan has changed. Null until
 * there is a first answer.
 */
export function useRemedies({ id, hasWorking, seeksFixes }: Finding): Remedies | null {
  const checked = useAppSelector((state) => checkedPlan(state.plan));
  const [remedies, setRemedies] = useState<Remedies | null>(null);
  const isAsked = hasWorking || seeksFixes;
  useEffect(() => {
    if (checked === null || !isAsked) return undefined;
    let isWanted = true;
    evaluator
      .remedies(id)
      .then((found) => isWanted && setRemedies(found ?? NONE))
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [id, checked, isAsked]);
  return isAsked ? remedies : NONE;
}
