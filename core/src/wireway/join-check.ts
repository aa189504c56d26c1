import { told } from '../quantity/told.ts';
import { gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
} from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { JOINS } from '../check/subjects.ts';
import type { Join } from '../plan/placement.ts';
import { isBelow } from '../quantity/compare.ts';
import type { FittingSize } from '../reference/knockouts.ts';
import { practice } from '../reference/source.ts';
import { cutMm, sawnKnockout } from '../drill/hole-saw.ts';
import { lengthInput } from '../working/working.ts';
import { adjoiningOf, MEET_MM, meetEdit, type Adjoining, type Meeting } from './joined.ts';
import { fittingFor, isFittingSize } from './nipple.ts';
import { upgradeNeeds } from './upgrade.ts';

const meta: CheckMeta = {
  id: 'wireway.join',
  looksAt:
    'Enclosures joined to each other: whether their knockouts still meet, the fitting between them, and what the larger unit asks of a panel',
  severity: 'fix',
  source: practice('Two knockouts meet within the play of their fittings; one hole lies behind both backs'),
  parameters: [
    { name: 'Play of the fittings', value: MEET_MM, unit: 'mm', why: 'Bushings in clearance holes' },
  ],
  messages: {
    apart:
      '{a} and {b} no longer stand so that they can be joined: bring them together, or take the join out.',
    misses:
      '{a} {knockout} and {b} {otherKnockout} miss each other by {measured}; their fittings allow {required}.',
    'too-near':
      '{a} and {b} are {measured} apart; two connectors need {required}: bring the walls together, or further apart.',
    'beside-hole':
      'The hole that joins {a} and {b} is {measured} inside both backs; its fittings need {required}.',
    rating:
      '{unit} gives {measured} at 125 %; {panel} is rated {required}: a larger panel, or another place to connect it.',
    busbar:
      'With 125 % of the current of {unit} the busbar of {panel} comes to {measured}, above the {required} that many editions allow: ask which rule the panel’s labels follow.',
    'rating-unknown': '{unit} is joined to {panel}, whose rating nobody stated: ask before it is connected.',
  },
  fixMessages: {
    meet: 'Move {gear} so that {knockout} meets {otherKnockout}',
    'take-apart': 'Take the join out',
    'to-middle': 'Drill it in the middle of what both backs cover',
  },
  fields: { 'rating-unknown': 'gear-type' },
};

/** Locknut beyond its hole, all round (practice). */
const LOCKNUT_RIM_MM = 6;

function checkJoin(prepared: Prepared, join: Join): Found[] {
  const [a, b] = [prepared.hung.get(join.a.placement), prepared.hung.get(join.b.placement)];
  return a === undefined || b === undefined
    ? []
    : [...placeFindings(prepared, join, a, b), ...panelFindings(prepared, join, a, b)];
}

function commonOf(join: Join, a: Hung, b: Hung) {
  return {
    id: (message: string) => `${meta.id}/${message}/${join.id}`,
    subjects: [
      { kind: 'placement', id: a.id },
      { kind: 'placement', id: b.id },
    ] as const,
    at: middleOf(a),
    names: { a: gearName(a.id), b: gearName(b.id) },
    takeApart: {
      message: 'take-apart',
      data: {},
      edits: [{ kind: 'remove-join', join: join.id }],
    } satisfies Fix,
  };
}

function placeFindings(prepared: Prepared, join: Join, a: Hung, b: Hung): Found[] {
  const { id, subjects, at, names, takeApart } = commonOf(join, a, b);
  const adjoining = adjoiningOf(a, b);
  const apart = () => [
    findingOf(meta, {
      message: 'apart',
      id: id('apart'),
      subjects,
      at,
      data: names,
      fixes: () => [takeApart],
    }),
  ];
  if (adjoining?.kind !== join.kind) return apart();
  if (join.kind === 'back-to-back') return holeFindings(prepared, join, adjoining, a, b);
  const meeting = adjoining.meetings.find(
    ({ mine, theirs }) => mine.id === join.a.knockout && theirs.id === join.b.knockout,
  );
  if (meeting === undefined) return apart();
  const data = { ...names, knockout: meeting.mine.id, otherKnockout: meeting.theirs.id };
  if (!meeting.isMet) {
    const offMm = Math.hypot(meeting.offUpMm, meeting.offOutMm);
    return [
      findingOf(meta, {
        message: 'misses',
        id: id('misses'),
        subjects,
        at,
        data,
        measured: { value: offMm, unit: 'mm' },
        required: { value: MEET_MM, unit: 'mm' },
        working: () => ({
          title: told('{a} to {b}', names),
          formula: 'off = √(up² + out²)',
          inputs: [
            lengthInput('up', 'Theirs above ours', meeting.offUpMm),
            lengthInput('out', 'Theirs further out from the wall', meeting.offOutMm),
          ],
          result: { name: 'How far they miss', value: { value: offMm, unit: 'mm' } },
          source: meta.source,
          notes: [],
        }),
        fixes: () => [...meetFixes(adjoining, meeting, a), takeApart],
      }),
    ];
  }
  if (meeting.fitting !== 'too-near' || !isFittingSize(meeting.mine.tradeSize)) return [];
  const neededMm = twoFittingsMm(meeting.mine.tradeSize);
  return [
    findingOf(meta, {
      message: 'too-near',
      id: id('too-near'),
      subjects,
      at,
      data,
      measured: { value: adjoining.gapMm, unit: 'mm' },
      required: { value: neededMm, unit: 'mm' },
      working: () => ({
        title: told('{a} to {b}', names),
        formula: 'required = 2 · fitting',
        inputs: [
          lengthInput('gap', 'Wall to wall', adjoining.gapMm),
          lengthInput('fitting', 'One connector, face to open end (typical)', neededMm / 2),
        ],
        result: {
          name: 'Two connectors',
          value: { value: neededMm, unit: 'mm' },
        },
        source: meta.source,
        notes: ['Walls that touch take a chase nipple or a bushing instead.'],
      }),
    }),
  ];
}

function twoFittingsMm(size: FittingSize): number {
  return 2 * fittingFor(size).lengthMm;
}

function meetFixes(adjoining: Adjoining, meeting: Meeting, a: Hung): Fix[] {
  const edit = meetEdit({ ...adjoining, meetings: [meeting] });
  if (edit === null) return [];
  const data = { gear: gearName(a.id), knockout: meeting.mine.id, otherKnockout: meeting.theirs.id };
  return [{ message: 'meet', data, edits: [edit] }];
}

/** One hole through the wall must lie behind both backs with its locknuts. */
function holeFindings(
  prepared: Prepared,
  join: Join & { kind: 'back-to-back' },
  { through }: Adjoining,
  a: Hung,
  b: Hung,
): Found[] {
  if (through === null) return [];
  const { id, subjects, names } = commonOf(join, a, b);
  const { minX, maxX, minY, maxY } = through.within;
  const insideMm = Math.min(join.xMm - minX, maxX - join.xMm, join.yMm - minY, maxY - join.yMm);
  const requiredMm = cutMm(sawnKnockout(join.tradeSize, prepared.plan.codeBasis)) / 2 + LOCKNUT_RIM_MM;
  if (!isBelow(insideMm, requiredMm, 'mm')) return [];
  const middle: Join = { ...join, xMm: through.xMm, yMm: through.yMm };
  return [
    findingOf(meta, {
      message: 'beside-hole',
      id: id('beside-hole'),
      subjects,
      at: { face: a.face.id, xMm: join.xMm, yMm: join.yMm },
      data: names,
      measured: { value: insideMm, unit: 'mm' },
      required: { value: requiredMm, unit: 'mm' },
      working: () => ({
        title: told('Hole from {a} to {b}', names),
        formula: 'required = hole ÷ 2 + rim of the locknut',
        inputs: [
          lengthInput('x', 'Its middle, right of the datum', join.xMm),
          lengthInput('y', 'Up from the datum', join.yMm),
          lengthInput(
            'hole',
            'Its diameter as cut',
            cutMm(sawnKnockout(join.tradeSize, prepared.plan.codeBasis)),
          ),
          lengthInput('rim', 'Locknut beyond the hole (typical)', LOCKNUT_RIM_MM),
        ],
        result: { name: 'Required to the nearer side', value: { value: requiredMm, unit: 'mm' } },
        source: meta.source,
        notes: [],
      }),
      fixes: () => [{ message: 'to-middle', data: {}, edits: [{ kind: 'set-join', join: middle }] }],
    }),
  ];
}

/** What a unit asks of the panel it is joined to, from their ratings. */
function panelFindings(prepared: Prepared, join: Join, a: Hung, b: Hung): Found[] {
  const [unit, panel] = b.type.kind === 'load-centre' ? [a, b] : [b, a];
  if (panel.type.kind !== 'load-centre' || unit.type.kind === 'load-centre') return [];
  const needs = upgradeNeeds(unit.type, panel.type);
  if (needs === null) return [];
  const { id, subjects } = commonOf(join, a, b);
  const common = {
    subjects,
    at: middleOf(panel),
    data: { unit: gearName(unit.id), panel: gearName(panel.id) },
    working: () => needs.working,
    source: needs.working.source,
  } as const;
  const ratedA = panel.type.ratings.maxCurrentA;
  if (ratedA === null) {
    return [
      findingOf(meta, { ...common, message: 'rating-unknown', id: id('rating-unknown'), severity: 'ask' }),
    ];
  }
  if (needs.doesPanelCarry === false) {
    return [
      findingOf(meta, {
        ...common,
        message: 'rating',
        id: id('rating'),
        measured: { value: needs.designA, unit: 'A' },
        required: { value: ratedA, unit: 'A' },
      }),
    ];
  }
  // Where circuits say what feeds the panel, its busbar is told by them (protection.busbar).
  const isWired = prepared.circuitsOfGear.get(panel.id).some(({ carries }) => carries === 'ac-out');
  if (needs.isWithinBusbar !== false || isWired) return [];
  return [
    findingOf(meta, {
      ...common,
      message: 'busbar',
      id: id('busbar'),
      severity: 'ask',
      measured: { value: needs.busbarA ?? ratedA, unit: 'A' },
      required: { value: needs.busbarMostA ?? ratedA, unit: 'A' },
    }),
  ];
}

export const joinCheck: Check = checkOf(meta, lookAt(JOINS, checkJoin));
