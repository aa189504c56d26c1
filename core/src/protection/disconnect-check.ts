import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { isInverter } from '../conductor/carried.ts';
import type { Circuit } from '../plan/circuit.ts';
import { circuitName, faceName, gearName } from '../plan/names.ts';
import { isAbove } from '../quantity/compare.ts';
import { countOf, told } from '../quantity/told.ts';
import { DISCONNECT } from '../reference/protection.ts';
import { practice } from '../reference/source.ts';
import { deviceOf, devicesAlong, type OnWay } from './device.ts';
import { apartMm, hidingFace } from './sight.ts';

const meta: CheckMeta = {
  id: 'protection.disconnect',
  looksAt:
    'Inverters and controllers: what opens each side of direct current, how near and whether it is seen from there',
  severity: 'fix',
  source: DISCONNECT.source,
  parameters: [
    {
      name: 'Farthest',
      value: DISCONNECT.mostMm,
      unit: 'mm',
      why: 'From the front of what it isolates to its own front',
    },
    {
      name: 'In sight',
      value: DISCONNECT.sightMm,
      unit: 'mm',
      why: 'Farther away it does not count as seen',
    },
  ],
  messages: {
    none: 'Nothing opens {circuit} at {gear}: hang a disconnect made for its direct current beside it, or say on its type that it has one inside.',
    'none-many':
      'Nothing opens {count} {count:circuit|circuits} of direct current at {gear}: hang a disconnect made for it beside it, or say on its type that it has one inside.',
    pulled:
      'Only {holder} opens {circuit} at {gear}. Pulling a fuse is a school, and breaks no load safely: a disconnect that opens under load is suggested.',
    'pulled-own':
      'Only its own fuse opens {circuit} at {gear}. Pulling a fuse is a school, and breaks no load safely: a disconnect that opens under load is suggested.',
    far: '{disconnect} is {measured} from {gear}; at most {required}.',
    hidden: '{disconnect} is not seen from {gear}: {face} is between them.',
    ladder:
      '{disconnect} hangs on {face}: it is reached by a ladder only. One is wanted where a hand reaches it from the floor.',
  },
  fixMessages: {},
  fields: { none: 'gear-type', 'none-many': 'gear-type' },
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const { kind } = item.type;
  if (!isInverter(kind) && kind !== 'charge-controller') return [];
  if (deviceOf(item.type)?.opens === 'under-load') return [];
  const circuits = prepared.circuitsOfGear
    .get(item.id)
    .filter(({ carries }) => carries === 'array' || carries === 'battery')
    .map((circuit) => ({ circuit, ways: devicesAlong(prepared, circuit, item.id) }));
  const bare = circuits.filter(({ ways }) => ways.length === 0).map(({ circuit }) => circuit);
  const found = circuits.flatMap(({ circuit, ways }) => sideFindings(prepared, item, circuit, ways));
  // Of several strings through one disconnect its place is told once.
  const once = new Map(found.map((each) => [each.id, each]));
  return [...bareFindings(item, bare), ...once.values()];
}

/** What has nothing on its way that opens it. */
function bareFindings(item: Hung, circuits: readonly Circuit[]): Found[] {
  const [first] = circuits;
  if (first === undefined) return [];
  const isOne = circuits.length === 1;
  return [
    findingOf(meta, {
      message: isOne ? 'none' : 'none-many',
      data: {
        gear: gearName(item.id),
        ...(isOne ? { circuit: circuitName(first.id) } : { count: countOf(circuits.length) }),
      },
      subjects: [
        { kind: 'placement', id: item.id },
        ...circuits.map(({ id }) => ({ kind: 'circuit', id }) as const),
      ],
      at: middleOf(item),
    }),
  ];
}

function sideFindings(prepared: Prepared, item: Hung, circuit: Circuit, ways: readonly OnWay[]): Found[] {
  const subjects = [
    { kind: 'circuit', id: circuit.id },
    { kind: 'placement', id: item.id },
  ] as const;
  const data = { circuit: circuitName(circuit.id), gear: gearName(item.id) };
  const at = middleOf(item);
  const opening = ways.find(({ device }) => device.opens === 'under-load');
  if (opening === undefined) {
    const [fuse] = ways;
    if (fuse === undefined) return [];
    const isOwn = fuse.gear === null;
    return [
      findingOf(meta, {
        message: isOwn ? 'pulled-own' : 'pulled',
        severity: 'ask',
        data: { ...data, ...(fuse.gear === null ? {} : { holder: gearName(fuse.gear.id) }) },
        subjects,
        at,
        source: practice('A fuse is opened when nothing flows; a switch made for it opens a load'),
      }),
    ];
  }
  return opening.gear === null ? [] : placeFindings(prepared, item, opening.gear, opening);
}

function placeFindings(prepared: Prepared, item: Hung, disconnect: Hung, { circuit }: OnWay): Found[] {
  const subjects = [
    { kind: 'placement', id: disconnect.id },
    { kind: 'placement', id: item.id },
  ] as const;
  const data = {
    disconnect: gearName(disconnect.id),
    gear: gearName(item.id),
    circuit: circuitName(circuit),
  };
  const at = middleOf(disconnect);
  const source = prepared.plan.codeBasis === 'us' ? DISCONNECT.source : DISCONNECT.elsewhere;
  const found: Found[] = [];
  const { kind, id, side } = disconnect.face.face;
  if (kind === 'roof' && side === 'outside')
    found.push(
      findingOf(meta, { message: 'ladder', data: { ...data, face: faceName(id) }, subjects, at, source }),
    );
  const awayMm = apartMm(prepared, item, disconnect);
  if (awayMm !== null && isAbove(awayMm, DISCONNECT.mostMm, 'mm')) {
    found.push(
      findingOf(meta, {
        message: 'far',
        // Only one of the codes names the distance.
        severity: prepared.plan.codeBasis === 'us' ? meta.severity : 'ask',
        data,
        subjects,
        at,
        source,
        measured: { value: awayMm, unit: 'mm' },
        required: { value: DISCONNECT.mostMm, unit: 'mm' },
        working: () => ({
          title: told('From {gear} to {disconnect}', data),
          formula: 'distance = straight from the middle of one front to that of the other',
          inputs: [],
          result: { name: 'Apart', value: { value: awayMm, unit: 'mm' } },
          source,
          notes: ['Straight through the site as it is folded up, whatever stands between.'],
        }),
      }),
    );
  }
  const hiding = hidingFace(prepared, item, disconnect);
  if (hiding !== null)
    found.push(
      findingOf(meta, { message: 'hidden', data: { ...data, face: faceName(hiding) }, subjects, at, source }),
    );
  return found;
}

export const disconnectCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
