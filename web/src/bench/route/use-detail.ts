import { useEffect, useState } from 'react';
import { checkedPlan } from '../../state/plan-slice.ts';
import { useAppSelector } from '../../state/store.ts';

/**
 * What is shown of one thing that is looked at: asked for anew whenever the plan has changed. `ask` and `none` are the same
 * from one call to the next.
 */
export function useDetail<Detail>(
  ask: (id: string) => Promise<Detail | null>,
  id: string,
  none: Detail,
): Detail {
  const checked = useAppSelector((state) => checkedPlan(state.plan));
  const [detail, setDetail] = useState(none);
  useEffect(() => {
    if (checked === null) return undefined;
    let isWanted = true;
    ask(id)
      .then((found) => isWanted && setDetail(found ?? none))
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [ask, id, none, checked]);
  return detail;
}
