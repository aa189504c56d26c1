import { runName, gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { RUNS } from '../check/subjects.ts';
import type { Run } from '../plan/run.ts';
import { andMore, countOf } from '../quantity/told.ts';
import { practice } from '../reference/source.ts';
import { routeOf } from './route.ts';

const meta: CheckMeta = {
  id: 'route.way',
  looksAt: 'Runs for which no way can be found',
  severity: 'fix',
  source: practice('A cable needs a way that keeps clear of gear and obstacles'),
  parameters: [],
  messages: {
    'no-way': '{run} has no way: something blocks it, or its penetration lies in a clear zone.',
    barrier:
      '{run} has no way: {barrier} stands in it. Moved, or with less kept clear round it, there is one.',
    barriers: '{run} has no way: {barrier} {count:stands|stand} in it, and no one of them alone opens it.',
    'via-blocked': '{run} cannot go by all the places that it is locked to: unlock one, or move it.',
    apart: '{run} leads to a face that no fold joins to this one: fold them together first.',
    setback: '{run} runs through a strip that is kept free along an edge: no way keeps it.',
    'port-blocked': '{run} cannot leave {gear}: there is no room outside its knockout {knockout}.',
  },
  fixMessages: { unlock: 'Let {run} find its way' },
};

function checkRun(prepared: Prepared, { id }: Run): Found[] {
  const outcome = routeOf(prepared, id);
  if (outcome === null) return [];
  if (outcome.kind === 'routed') {
    const { run, isInSetback } = outcome.routed;
    const subjects = [{ kind: 'run', id: run.id }] as const;
    return isInSetback
      ? [findingOf(meta, { message: 'setback', severity: 'ask', data: { run: runName(run.id) }, subjects })]
      : [];
  }
  const { run, code, port, barriers, isOne } = outcome.fault;
  // Where a penetration is what is missing, the check of those says where it best is.
  if (code === 'no-penetration') return [];
  const [barrier] = barriers;
  const item = prepared.hung.get((port ?? run.from).placement);
  return [
    findingOf(meta, {
      message: code === 'barrier' && !isOne ? 'barriers' : code,
      data: {
        run: runName(run.id),
        gear: item === undefined ? '' : gearName(item.id),
        knockout: (port ?? run.from).knockout,
        barrier: barrier === undefined ? '' : andMore(barrier, isOne ? 0 : barriers.length - 1),
        count: countOf(barriers.length),
      },
      subjects: [{ kind: 'run', id: run.id }],
      fixes: code === 'via-blocked' ? () => [unlock(run)] : undefined,
      at:
        item === undefined ? null : { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
    }),
  ];
}

function unlock(run: Run): Fix {
  return {
    message: 'unlock',
    data: { run: runName(run.id) },
    edits: [{ kind: 'set-run', run: { ...run, via: [] } }],
  };
}

export const routeCheck: Check = checkOf(meta, lookAt(RUNS, checkRun));
