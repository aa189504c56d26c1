import { useEffect, useState } from 'react';
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
  const { plan, evaluationOf } = useAppSelector((state) => state.plan);
  const [detail, setDetail] = useState(none);
  const isCurrent = plan !== null && plan === evaluationOf;
  useEffect(() => {
    if (!isCurrent) return undefined;
    let isWanted = true;
    ask(id)
      .then((found) => isWanted && setDetail(found ?? none))
      .catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [ask, id, none, isCurrent, evaluationOf]);
  return detail;
}
