import { knockoutOnFace } from '../gear/body.ts';
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
import type { Hung, Prepared } from '../check/prepared.ts';
import { WIREWAYS } from '../check/subjects.ts';
import { sizeText } from '../reference/conductor-sizes.ts';
import { practice } from '../reference/source.ts';
import { wirewayHoles, type WirewayHole } from './hole-pattern.ts';
import { isFittingSize, LONGEST_NIPPLE_MM, nippleCut, type NippleCut } from './nipple.ts';
import { hookLineForGap, hookLineStack, usualGapMm } from './hook-line.ts';

const meta: CheckMeta = {
  id: 'wireway.nipple',
  looksAt: 'Nipples between hung units and the wireway: can the fittings be made up, is the cut seated',
  severity: 'fix',
  source: practice('Conduit nipples between connectors; measure the fittings in hand'),
  parameters: [
    {
      name: 'Suggested gap',
      value: usualGapMm('us'),
      unit: 'mm',
      why: 'Schools differ between a visible nipple and fittings nearly touching; this leaves adjustment.',
    },
  ],
  messages: {
    'fittings-touch':
      'The {size} nipple of {unit} has a gap of {measured}; its two fittings touch below {required}.',
    'no-nipple':
      'Between {unit} and the wireway are {measured}; above {required} a conduit is no nipple: its fill and its supports go by the rules for conduit.',
    'too-long': 'The {size} nipple of {unit} is cut {measured}; it meets both stops at {required}.',
    'too-short': 'The {size} nipple of {unit} is cut {measured}; it stays seated from {required}.',
    'no-fitting': 'No fitting lengths are tabled for the {size} nipple of {unit}: measure the fittings.',
  },
  fixMessages: {
    'set-gap': 'Hang {unit} with a gap of {gap}',
    'set-play': 'Cut it {play} shorter than the gap',
  },
};

function checkWireway(prepared: Prepared, wireway: Hung): Found[] {
  return wirewayHoles(prepared, wireway.id).flatMap((hole) => checkHole(prepared, hole));
}

function checkHole(prepared: Prepared, hole: WirewayHole): Found[] {
  const { unit, wireway, knockout, nipple, side } = hole;
  const common = {
    data: { unit: gearName(unit.id), size: sizeText(knockout.tradeSize) },
    subjects: [
      { kind: 'nipple', id: nipple.id },
      { kind: 'placement', id: unit.id },
    ],
    at: {
      face: unit.face.id,
      xMm: knockoutOnFace(unit.body, knockout).at[0],
      yMm: side === 'top' ? unit.body.minY : unit.body.maxY,
    },
  } as const;
  if (!isFittingSize(knockout.tradeSize)) {
    return [findingOf(meta, { ...common, message: 'no-fitting', severity: 'ask' })];
  }
  const { gapMm } = hookLineStack(unit, wireway, side);
  const cut = nippleCut(gapMm, nipple.playMm, knockout.tradeSize, unit.face.face.side);
  if (cut.problem === null) return [];
  const [measuredMm, requiredMm] = figures(cut, gapMm);
  return [
    findingOf(meta, {
      ...common,
      message: cut.problem,
      severity: cut.problem === 'fittings-touch' ? 'stop' : 'fix',
      measured: { value: measuredMm, unit: 'mm' },
      required: { value: requiredMm, unit: 'mm' },
      working: () => cut.working,
      fixes: () => [fixOf(prepared, hole, cut, gapMm)],
    }),
  ];
}

function figures(cut: NippleCut, gapMm: number): [number, number] {
  if (cut.problem === 'fittings-touch') return [gapMm, cut.minGapMm];
  if (cut.problem === 'no-nipple') return [gapMm, LONGEST_NIPPLE_MM];
  return [cut.cutMm, cut.problem === 'too-long' ? cut.maxCutMm : cut.minCutMm];
}

function fixOf(
  prepared: Prepared,
  { unit, wireway, nipple, side }: WirewayHole,
  cut: NippleCut,
  gapMm: number,
): Fix {
  if (cut.problem === 'fittings-touch' || cut.problem === 'no-nipple') {
    const wantedMm = Math.max(usualGapMm(prepared.plan.codeBasis), cut.minGapMm);
    return {
      message: 'set-gap',
      data: { unit: gearName(unit.id), gap: { value: wantedMm, unit: 'mm' } },
      edits: [
        {
          kind: 'move-placement',
          placement: unit.id,
          xMm: unit.placement.xMm,
          yMm: hookLineForGap(unit, wireway, side, wantedMm),
        },
      ],
    };
  }
  const playMm = gapMm - (cut.minCutMm + cut.maxCutMm) / 2;
  return {
    message: 'set-play',
    data: { play: { value: playMm, unit: 'mm' } },
    edits: [{ kind: 'set-nipple-play', nipple: nipple.id, playMm }],
  };
}

export const nippleCheck: Check = checkOf(meta, lookAt(WIREWAYS, checkWireway));
