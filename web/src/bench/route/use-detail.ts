import { useEffect, useState } from 'react';
import type { Plan } from '@zarnel/core/plan';
import { checkedPlan } from '../../state/plan-slice.ts';
import { useAppSelector } from '../../state/store.ts';

export type Looked<Detail> = {
  readonly detail: Detail;
  /** Whether it is of the plan as it is; else it is of the one before, and nothing is marked or cut by it. */
  readonly isOfNow: boolean;
};

/**
 * What is shown of one thing that is looked at: asked for anew whenever the plan has changed. `ask` and `none` are the same
 * from one call to the next.
 */
export function useDetail<Detail>(
  ask: (id: string) => Promise<Detail | null>,
  id: string,
  none: Detail,
): Looked<Detail> {
  const checked = useAppSelector((state) => checkedPlan(state.plan));
  const [kept, keep] = useState<{ readonly of: Plan | null; readonly detail: Detail }>({
    of: null,
    detail: none,
  });
  useEffect(() => {
    if (checked === null) return undefined;
    let isWanted = true;
    ask(id)
      .then((found) => isWanted && keep({ of: checked, detail: found ?? none }))
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [ask, id, none, checked]);
  return { detail: kept.detail, isOfNow: checked !== null && kept.of === checked };
}
