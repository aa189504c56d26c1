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
import { sizeText } from '../reference/knockouts.ts';
import { practice } from '../reference/source.ts';
import { wirewayHoles, type WirewayHole } from './hole-pattern.ts';
import { isFittingSize, LONGEST_NIPPLE_MM, nippleOf, type Nipple } from './nipple.ts';
import { hookLineForGap, hookLineStack, USUAL_GAP_MM } from './hook-line.ts';

const meta: CheckMeta = {
  id: 'wireway.nipple',
  looksAt: 'Nipples between hung units and the wireway: can the fittings be made up, is the cut seated',
  severity: 'fix',
  source: practice('Conduit nipples between connectors; measure the fittings in hand'),
  parameters: [
    {
      name: 'Suggested gap',
      value: USUAL_GAP_MM,
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
  return wirewayHoles(prepared, wireway.id).flatMap(checkHole);
}

function checkHole(hole: WirewayHole): Found[] {
  const { unit, wireway, knockout, joint, side } = hole;
  const common = {
    data: { unit: gearName(unit.id), size: sizeText(knockout.tradeSize) },
    subjects: [
      { kind: 'joint', id: joint.id },
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
  const nipple = nippleOf(gapMm, joint.playMm, knockout.tradeSize, unit.face.face.side);
  if (nipple.problem === null) return [];
  const [measuredMm, requiredMm] = figures(nipple, gapMm);
  return [
    findingOf(meta, {
      ...common,
      message: nipple.problem,
      severity: nipple.problem === 'fittings-touch' ? 'stop' : 'fix',
      measured: { value: measuredMm, unit: 'mm' },
      required: { value: requiredMm, unit: 'mm' },
      working: () => nipple.working,
      fixes: () => [fixOf(hole, nipple, gapMm)],
    }),
  ];
}

function figures(nipple: Nipple, gapMm: number): [number, number] {
  if (nipple.problem === 'fittings-touch') return [gapMm, nipple.minGapMm];
  if (nipple.problem === 'no-nipple') return [gapMm, LONGEST_NIPPLE_MM];
  return [nipple.cutMm, nipple.problem === 'too-long' ? nipple.maxCutMm : nipple.minCutMm];
}

function fixOf({ unit, wireway, joint, side }: WirewayHole, nipple: Nipple, gapMm: number): Fix {
  if (nipple.problem === 'fittings-touch' || nipple.problem === 'no-nipple') {
    const wantedMm = Math.max(USUAL_GAP_MM, nipple.minGapMm);
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
  const playMm = gapMm - (nipple.minCutMm + nipple.maxCutMm) / 2;
  return {
    message: 'set-play',
    data: { play: { value: playMm, unit: 'mm' } },
    edits: [{ kind: 'set-joint-play', joint: joint.id, playMm }],
  };
}

export const nippleCheck: Check = checkOf(meta, lookAt(WIREWAYS, checkWireway));
