import ELK from 'elkjs/lib/elk-api.js';
import elkWorkerUrl from 'elkjs/lib/elk-worker.min.js?url';
import { useEffect, useMemo, useState } from 'react';
import {
  askedLayout,
  drawOneLine,
  type Evaluation,
  type GivenLayout,
  type OneLine,
  type OneLineDrawing,
} from '@zarnel/core/figures';
import type { Telling } from '@zarnel/core/words';
import { openedOnce } from '../state/opened-once.ts';
import { evaluator } from '../workers/compute.ts';

/** The layout library works in a worker of its own; in the page, where there is none. */
const layoutLibrary = openedOnce(async () => {
  try {
    const elk = new ELK({ workerFactory: () => new Worker(elkWorkerUrl) });
    // Asked for something small first: a worker that may not begin says so only then.
    await elk.layout({ id: 'root', children: [], edges: [] });
    return elk;
  } catch (error) {
    console.error(error);
    return new (await import('elkjs/lib/elk.bundled.js')).default();
  }
});

type LaidOut = { readonly oneLine: OneLine; readonly layout: GivenLayout };

/** The one-line diagram of the plan as it was last evaluated; null while it is laid out for the first time. */
export function useOneLine(evaluation: Evaluation | null, telling: Telling): OneLineDrawing | null {
  const [laidOut, setLaidOut] = useState<LaidOut | null>(null);
  useEffect(() => {
    if (evaluation === null) return undefined;
    let isWanted = true;
    const layOut = async () => {
      const oneLine = await evaluator.oneLine();
      if (oneLine === null) return;
      const elk = await layoutLibrary();
      // The library writes into what it is asked.
      const layout = (await elk.layout(
        structuredClone(askedLayout(oneLine, telling)) as unknown as Parameters<typeof elk.layout>[0],
      )) as GivenLayout;
      if (isWanted) setLaidOut({ oneLine, layout });
    };
    layOut().catch((error: unknown) => console.error(error));
    return () => {
      isWanted = false;
    };
  }, [evaluation, telling]);
  const findings = evaluation?.findings;
  return useMemo(
    () => (laidOut === null ? null : drawOneLine(laidOut.oneLine, laidOut.layout, telling, findings ?? [])),
    [laidOut, telling, findings],
  );
}
