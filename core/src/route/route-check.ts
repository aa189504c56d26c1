import { runName, gearName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { RUNS } from '../check/subjects.ts';
import type { Run } from '../plan/run.ts';
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
    'no-penetration': '{run} goes to the other side of a face, and there is no penetration yet: add one.',
    'slanting-fold':
      '{run} would have to cross a slanting fold, as over a hip or a valley, which routes do not do: lay it by hand there, and measure it.',
    apart: '{run} leads to a face that no fold joins to this one: fold them together first.',
    setback: '{run} runs through a strip that is kept free along an edge: no way keeps it.',
    'port-blocked': '{run} cannot leave {gear}: there is no room outside its knockout {knockout}.',
  },
  fixMessages: {},
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
  const { run, code, port } = outcome.fault;
  const item = prepared.hung.get((port ?? run.from).placement);
  return [
    findingOf(meta, {
      message: code,
      data: {
        run: runName(run.id),
        gear: item === undefined ? '' : gearName(item.id),
        knockout: (port ?? run.from).knockout,
      },
      subjects: [{ kind: 'run', id: run.id }],
      at:
        item === undefined ? null : { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
    }),
  ];
}

export const routeCheck: Check = checkOf(meta, lookAt(RUNS, checkRun));
