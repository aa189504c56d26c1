import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { RUNS } from '../check/subjects.ts';
import type { Framing } from '../plan/framing.ts';
import { framingName, runName } from '../plan/names.ts';
import type { Run } from '../plan/run.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { BORED_EDGE, BORED_SHARE } from '../reference/boring.ts';
import type { SiteFace } from '../site/site.ts';
import { boredWorking } from './bored-working.ts';
import { runWidthMm } from './lanes.ts';
import { DRAW_MM } from './plate-bore.ts';
import { routeOf, type Leg } from './route.ts';

const meta: CheckMeta = {
  id: 'route.bored',
  looksAt:
    'Holes bored through framing for runs in a cavity: how near an edge they come and what they leave of the member',
  severity: 'fix',
  source: BORED_EDGE.us.source,
  parameters: [
    { name: 'Room to draw', value: DRAW_MM, unit: 'mm', why: 'The hole is so much wider than its cables' },
    {
      name: 'Share of the depth',
      value: BORED_SHARE.bearing,
      unit: 'ratio',
      why: 'Of a member that carries; who built the wall knows which do',
    },
  ],
  messages: {
    plate:
      'A hole for {run} in the middle of {framing} leaves {measured} to its edge; below {required} a steel plate goes over it.',
    wide: 'A hole for {run} takes {measured} of the depth of {framing}; a member that carries may lose {required}. Ask who built it.',
    unknown: '{run} is bored through {framing}, and nobody said how deep it is: measure it, and enter it.',
  },
  fixMessages: {},
};

function checkRun(prepared: Prepared, run: Run): Found[] {
  const outcome = routeOf(prepared, run.id);
  if (outcome?.kind !== 'routed' || outcome.routed.boreCount === 0) return [];
  const faces = new Set(outcome.routed.legs.map(({ face }) => face));
  return [...faces].flatMap((id) => {
    const face = prepared.site.faces.get(id);
    // The framing of a cavity is that of the face in front of it.
    const shape = face?.face.shape;
    const front = shape?.kind === 'reverse' ? prepared.site.faces.get(shape.of) : face;
    if (face === undefined || front?.face.shape.kind !== 'outline') return [];
    const legs = outcome.routed.legs.filter((leg) => leg.face === id);
    const crossed = new Set(
      face.members
        .filter((member) => legs.some((leg) => doesCross(leg, member)))
        .map(({ framingId }) => framingId),
    );
    return front.face.shape.framing
      .filter((framing) => crossed.has(framing.id))
      .flatMap((framing) => boredFindings(prepared, run, front.id, framing));
  });
}

function doesCross({ from, to }: Leg, member: SiteFace['members'][number]): boolean {
  const axis = member.axis === 'vertical' ? 0 : 1;
  const [low, high] = [Math.min(from[axis], to[axis]), Math.max(from[axis], to[axis])];
  const along = from[axis === 0 ? 1 : 0];
  return low < member.centreMm && high > member.centreMm && along > member.fromMm && along < member.toMm;
}

function boredFindings(prepared: Prepared, run: Run, face: string, framing: Framing): Found[] {
  const common = {
    data: { run: runName(run.id), framing: framingName(face, framing.id) },
    subjects: [{ kind: 'run', id: run.id } as const, { kind: 'face', id: face } as const],
  };
  const depthMm = framing.memberDepthMm;
  if (depthMm === 0) return [findingOf(meta, { ...common, message: 'unknown', severity: 'ask' })];
  const holeMm = runWidthMm(prepared, run) + DRAW_MM;
  const { leastMm, source } = BORED_EDGE[prepared.plan.codeBasis];
  const leftMm = Math.max(0, (depthMm - holeMm) / 2);
  const share = holeMm / depthMm;
  const found: Found[] = [];
  if (isBelow(leftMm, leastMm, 'mm')) {
    found.push(
      findingOf(meta, {
        ...common,
        message: 'plate',
        measured: { value: leftMm, unit: 'mm' },
        required: { value: leastMm, unit: 'mm' },
        source,
        working: () =>
          boredWorking(
            'member',
            depthMm,
            holeMm,
            { of: 'left', value: { value: leftMm, unit: 'mm' } },
            source,
          ),
      }),
    );
  }
  if (framing.stuff === 'wood' && isAbove(share, BORED_SHARE.bearing, 'ratio')) {
    found.push(
      findingOf(meta, {
        ...common,
        message: 'wide',
        severity: 'ask',
        measured: { value: share, unit: 'ratio' },
        required: { value: BORED_SHARE.bearing, unit: 'ratio' },
        source: BORED_SHARE.source,
        working: () =>
          boredWorking(
            'member',
            depthMm,
            holeMm,
            { of: 'share', value: { value: share, unit: 'ratio' } },
            BORED_SHARE.source,
          ),
      }),
    );
  }
  return found;
}

export const boredCheck: Check = checkOf(meta, lookAt(RUNS, checkRun));
