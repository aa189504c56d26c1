import { useCallback, useMemo } from 'react';
import { inDialect, tellingOf, type Reader, type Telling } from '@zarnel/core/words';
import { useAppSelector } from '../state/store.ts';

/**
 * Tells the reader of things of the open job. What was worked out may still speak of things that were just taken out: these
 * are called as they were.
 */
export function useTelling(reader: Reader): Telling {
  const plan = useAppSelector((state) => state.plan.plan);
  // What is dragged takes nothing out.
  const evaluationOf = useAppSelector((state) =>
    state.plan.tried === null ? state.plan.evaluationOf : state.plan.plan,
  );
  return useMemo(
    () => tellingOf(reader, ...[plan, evaluationOf].filter((each) => each !== null)),
    [reader, plan, evaluationOf],
  );
}

/** Puts a written text into the words of the open job's trade: labels, options, names of what is made. */
export function useTradeWords(): (text: string) => string {
  const dialect = useAppSelector((state) => state.plan.plan?.codeBasis ?? null);
  return useCallback((text: string) => inDialect(text, dialect), [dialect]);
}
