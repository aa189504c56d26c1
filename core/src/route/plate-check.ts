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
import { PLATE_HOLES } from '../check/subjects.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import { faceName, plateHoleName } from '../plan/names.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { told, type ToldData } from '../quantity/told.ts';
import { BORED_EDGE, PLATE_SHARE, PLATE_STOPPED } from '../reference/boring.ts';
import type { NoDrillHit } from '../site/no-drill.ts';
import { platePlaces, type PlateFault } from '../site/plate-meeting.ts';
import { lengthInput, type Working } from '../working/working.ts';
import {
  BESIDE_MEMBER_MM,
  clearAlongMm,
  DRAW_MM,
  memberAtPlate,
  noDrillAtPlate,
  plateBore,
  plateWorking,
} from './plate-bore.ts';
import { boredWorking } from './bored-working.ts';
import { unroutedCount } from './route.ts';

const NEAR_HIDDEN = practice(
  'What is hidden in a wall or over a ceiling is drilled round, by as much as was said',
);

const meta: CheckMeta = {
  id: 'route.plate',
  looksAt:
    'Holes bored through the plates on which faces meet: that they come out where they should, miss what stands there, leave enough of the plate, and are closed again',
  severity: 'fix',
  source: BORED_EDGE.us.source,
  parameters: [
    { name: 'Room to draw', value: DRAW_MM, unit: 'mm', why: 'The hole is so much wider than its cables' },
    {
      name: 'Beside a stud or joist',
      value: BESIDE_MEMBER_MM,
      unit: 'mm',
      why: 'The drill’s chuck needs it',
    },
  ],
  messages: {
    'past-edge': '{hole} lies {measured} along an edge of {face} that is {required} long.',
    'not-placed':
      '{hole} leads from {face} to {to}, and not both have a place yet: fold them to what they stand on.',
    'not-met':
      '{hole} does not come out on {to}: it is not within the thickness of both behind that edge of {face}.',
    outside: '{hole} leads outside: what does is a penetration, with its seal. Take it out, and add one.',
    member: '{hole} meets {framing}, or comes too near for a drill.',
    hidden: '{hole} is {measured} from {thing}; nothing is drilled within {required} of it.',
    tight: '{hole} is {measured} wide; its cables need {required} to be drawn through.',
    plate:
      '{hole} in the middle of its plate leaves {measured} to the edge; below {required} a steel plate goes over it.',
    wide: '{hole} takes {measured} of the width of its plate; above {required} a plate that carries gets a metal tie across the hole. Ask who built it.',
    unmeasured: 'How wide the plate of {hole} is across the wall nobody said: measure it, and enter it.',
    open: '{hole}: close it round its cables with what the local code asks, so that no fire gets from {face} to {to}.',
    unused: 'No run goes through {hole}: leave it out, or close it.',
  },
  afterDrilling: ['open'],
  fixMessages: {
    move: 'Bore it {along} along the edge',
    widen: 'Bore it as wide as its cables need',
    stop: 'It is closed',
    remove: 'Take {hole} out',
  },
};

function checkHole(prepared: Prepared, hole: PlateHole): Found[] {
  const met = platePlaces(prepared.site, hole);
  const data: ToldData = { hole: plateHoleName(hole.id), face: faceName(hole.face), to: faceName(hole.to) };
  if (!met.ok) return [faultFinding(hole, data, met.fault)];
  const { here } = met.places;
  const say = (message: string, more: Partial<Parameters<typeof findingOf>[1]> = {}) =>
    findingOf(meta, {
      message,
      data,
      subjects: [{ kind: 'plate-hole', id: hole.id }],
      at: { face: here.face.id, xMm: here.at[0], yMm: here.at[1] },
      ...more,
    });
  const set = (message: string, more: Partial<PlateHole>, with_: ToldData = {}): Fix => ({
    message,
    data: { ...data, ...with_ },
    edits: [{ kind: 'set-plate-hole', hole: { ...hole, ...more } }],
  });
  const bore = plateBore(prepared, hole);
  const found: Found[] = [];
  if ([here, met.places.there].some(({ face }) => face.face.side === 'outside')) found.push(say('outside'));
  const moved = () => movedClear(prepared, hole, bore.diameterMm, set);
  const hit = memberAtPlate(met.places, bore.diameterMm);
  if (hit !== undefined)
    found.push(
      say('member', {
        data: { ...data, framing: hit.member.framing },
        fixes: moved,
      }),
    );
  // Beside the face that it is drilled from, the check of all drilled holes finds it.
  const near = noDrillAtPlate(prepared.site, [here], bore.diameterMm);
  if (near !== undefined) {
    const { requiredMm } = near;
    const freeMm = Math.max(0, near.measuredMm);
    found.push(
      say('hidden', {
        severity: 'stop',
        data: { ...data, thing: near.name },
        measured: { value: freeMm, unit: 'mm' },
        required: { value: requiredMm, unit: 'mm' },
        source: NEAR_HIDDEN,
        working: () => nearWorking(freeMm, bore.diameterMm, near),
        fixes: moved,
      }),
    );
  }
  if (bore.neededMm !== null && isBelow(bore.diameterMm, bore.neededMm, 'mm')) {
    const { diameterMm, neededMm } = bore;
    found.push(
      say('tight', {
        measured: { value: diameterMm, unit: 'mm' },
        required: { value: neededMm, unit: 'mm' },
        working: () => plateWorking(neededMm),
        fixes: () => [set('widen', { holeMm: null })],
      }),
    );
  }
  found.push(...plateFindings(prepared, hole, bore.diameterMm, say));
  if (bore.runs.length === 0 && unroutedCount(prepared) === 0)
    found.push(
      say('unused', {
        severity: 'ask',
        fixes: () => [{ message: 'remove', data, edits: [{ kind: 'remove-plate-hole', hole: hole.id }] }],
      }),
    );
  if (bore.runs.length > 0 && !hole.isStopped)
    found.push(
      say('open', {
        severity: 'ask',
        source: PLATE_STOPPED[prepared.plan.codeBasis],
        fixes: () => [set('stop', { isStopped: true })],
      }),
    );
  return found;
}

function faultFinding(hole: PlateHole, data: ToldData, fault: PlateFault): Found {
  const common = { message: fault.code, data, subjects: [{ kind: 'plate-hole', id: hole.id } as const] };
  if (fault.code !== 'past-edge') return findingOf(meta, common);
  return findingOf(meta, {
    ...common,
    measured: { value: hole.alongMm, unit: 'mm' },
    required: { value: fault.lengthMm, unit: 'mm' },
    working: () => edgeWorking(hole.alongMm, fault.lengthMm),
  });
}

type Say = (message: string, more?: Partial<Parameters<typeof findingOf>[1]>) => Found;

/** What the hole leaves of its plate. */
function plateFindings({ plan }: Prepared, { plateWidthMm }: PlateHole, holeMm: number, say: Say): Found[] {
  if (plateWidthMm === null) return [say('unmeasured', { severity: 'ask' })];
  const { leastMm, source } = BORED_EDGE[plan.codeBasis];
  const leftMm = Math.max(0, (plateWidthMm - holeMm) / 2);
  const share = holeMm / plateWidthMm;
  const found: Found[] = [];
  if (isBelow(leftMm, leastMm, 'mm')) {
    const measured = { value: leftMm, unit: 'mm' } as const;
    const required = { value: leastMm, unit: 'mm' } as const;
    const working = () =>
      boredWorking('plate', plateWidthMm, holeMm, { of: 'left', value: measured }, source);
    found.push(say('plate', { measured, required, source, working }));
  }
  if (isAbove(share, PLATE_SHARE.most, 'ratio')) {
    const measured = { value: share, unit: 'ratio' } as const;
    const required = { value: PLATE_SHARE.most, unit: 'ratio' } as const;
    const working = () =>
      boredWorking('plate', plateWidthMm, holeMm, { of: 'share', value: measured }, PLATE_SHARE.source);
    found.push(say('wide', { severity: 'ask', measured, required, source: PLATE_SHARE.source, working }));
  }
  return found;
}

/** The nearest place along the edge that is clear; none where there is none. */
function movedClear(
  prepared: Prepared,
  hole: PlateHole,
  diameterMm: number,
  set: (message: string, more: Partial<PlateHole>, with_: ToldData) => Fix,
): Fix[] {
  const alongMm = clearAlongMm(prepared, hole, diameterMm);
  // It is only clear where it is not left where it was.
  return alongMm === hole.alongMm
    ? []
    : [set('move', { alongMm }, { along: { value: alongMm, unit: 'mm' } })];
}

function nearWorking(freeMm: number, diameterMm: number, { name, requiredMm }: NoDrillHit): Working {
  return {
    title: told('A hole through a plate beside {thing}', { thing: name }),
    formula: 'free = hole’s centre to the nearest point of it − hole ÷ 2',
    inputs: [
      lengthInput('hole', 'As it is bored', diameterMm),
      lengthInput('band', told('Left undrilled around {thing}', { thing: name }), requiredMm),
    ],
    result: { name: 'Free', value: { value: freeMm, unit: 'mm' } },
    source: NEAR_HIDDEN,
    notes: ['Where it really runs is found on site, before drilling.'],
  };
}

function edgeWorking(alongMm: number, lengthMm: number): Working {
  return {
    title: told('A hole along an edge'),
    formula: 'past = along − length',
    inputs: [
      lengthInput('along', 'As typed, from the corner', alongMm),
      lengthInput('length', 'From corner to corner', lengthMm),
    ],
    result: { name: 'Past the end of the edge', value: { value: alongMm - lengthMm, unit: 'mm' } },
    source: meta.source,
    notes: [],
  };
}

export const plateCheck: Check = checkOf(meta, lookAt(PLATE_HOLES, checkHole));
