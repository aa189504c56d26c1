import { pipePlan, type PipePlan } from '../conductor/pipe.ts';
import type { Prepared } from '../check/prepared.ts';
import { runName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { leastCostMm, routeOf } from './route.ts';

/** What is shown of a run that is looked at: what its way counts for, and that no other counts for less than so much. */
export type RunDetail = {
  readonly costMm: number | null;
  readonly leastMm: number | null;
  readonly working: Working | null;
  /** Its conduit, where it lies in one. */
  readonly pipe: PipePlan | null;
};

export function runDetail(prepared: Prepared, id: string): RunDetail {
  const outcome = routeOf(prepared, id);
  if (outcome?.kind !== 'routed') return { costMm: null, leastMm: null, working: null, pipe: null };
  const { run, costMm, pathMm, bendCount, boreCount, penetrations, plateHoles } = outcome.routed;
  const leastMm = leastCostMm(prepared, run);
  const { bendMm, penetrationMm, boreMm, seenPct, outOfReachPct } = prepared.plan.routing;
  const percent = (symbol: string, name: string, value: number) =>
    ({ symbol, name, value: { value, unit: 'percent' } }) as const;
  const count = (symbol: string, name: string, value: number) =>
    ({ symbol, name, value: { value, unit: 'count' } }) as const;
  return {
    costMm,
    leastMm,
    pipe: pipePlan(prepared, run),
    working: {
      title: told('Why {run} lies as it does', { run: runName(run.id) }),
      formula:
        'counts = Σ length × (1 + seen or out of reach) + bends × bend + holes × through + bored × bore',
      inputs: [
        lengthInput('length', 'Of its path', pathMm),
        percent('seen', 'More, on faces where it is seen', seenPct),
        percent('out of reach', 'More, in cavities', outOfReachPct),
        count('bends', 'Bends', bendCount),
        lengthInput('bend', 'Each counts for', bendMm),
        count('holes', 'Penetrations', penetrations.length),
        lengthInput('through', 'Each counts for', penetrationMm),
        count('bored', 'Holes bored through framing and plates', boreCount + plateHoles.length),
        lengthInput('bore', 'Each counts for', boreMm),
        ...(leastMm === null ? [] : [lengthInput('least', 'With nothing in the way', leastMm)]),
      ],
      result: { name: 'Counts for', value: { value: costMm, unit: 'mm' } },
      source: practice('The way that counts for least of all that keep clear; fewer bends among equals'),
      notes: ['Every other way along and across the faces counts for as much or more.'],
    },
  };
}
