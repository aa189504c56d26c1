import { findingOf, type Check, type CheckMeta, type Finding } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { practice } from '../reference/source.ts';
import { routeAll } from './route.ts';

const meta: CheckMeta = {
  id: 'route.way',
  looksAt: 'Runs for which no way can be found',
  severity: 'fix',
  source: practice('A cable needs a way that keeps clear of gear and obstacles'),
  parameters: [],
  messages: {
    'no-way': '{run} has no way: something blocks it, or its hole lies in a clear zone.',
    'no-pass': '{run} goes to the other side of a face, and there is no sealed hole yet: add one.',
    'port-blocked': '{run} cannot leave {gear}: there is no room outside its knockout {knockout}.',
  },
  fixMessages: {},
};

function check(prepared: Prepared): Finding[] {
  return routeAll(prepared).faults.map(({ run, code, port }) => {
    const item = prepared.hung.get((port ?? run.from).placement);
    return findingOf(meta, {
      message: code,
      data: {
        run: run.name,
        gear: item?.placement.name ?? '',
        knockout: (port ?? run.from).knockout,
      },
      subjects: [{ kind: 'run', id: run.id }],
      at:
        item === undefined ? null : { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
    });
  });
}

export const routeCheck: Check = { meta, check };
