import { useDeferredValue, useState } from 'react';
import type { Prepared } from '@zarnel/core/figures';
import { useAppSelector } from '../state/store.ts';

const AT_FIRST = 'at first';

/**
 * What is shown, for what is not under the hand: while something is dragged it follows as often as the checks are asked, and as
 * there is time; the drag comes first. What is made of it must be kept as long as it is the same.
 */
export function useFollowed(prepared: Prepared): Prepared {
  const isTrying = useAppSelector(({ plan }) => plan.tried !== null);
  const followed = useAppSelector(({ plan }) => plan.followed);
  const at = isTrying ? (followed ?? AT_FIRST) : prepared;
  const [kept, keep] = useState({ at, prepared });
  if (kept.at !== at) keep({ at, prepared });
  const calm = useDeferredValue(kept.prepared);
  return isTrying ? calm : prepared;
}
