import { knockoutOnFace } from '../gear/body.ts';
import { gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type FindingParts,
  type Found,
  type Fix,
} from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { WIREWAYS } from '../check/subjects.ts';
import { conduitInsideMm2 } from '../conductor/conduit.ts';
import { lyingOfCircuit } from '../conductor/circuit-sizing.ts';
import { isAbove } from '../quantity/compare.ts';
import { told } from '../quantity/told.ts';
import { CONDUIT_FILL } from '../reference/wireways.ts';
import { allowedFillPct, isNippleLength } from './conduit-count.ts';
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
    full: 'What comes through the {size} nipple of {unit} covers {measured} of its inside; at most {required}: use another knockout beside it, or a larger one.',
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
  const { gapMm } = hookLineStack(unit, wireway, side);
  const full = fillFindings(prepared, hole, gapMm, common);
  if (!isFittingSize(knockout.tradeSize)) {
    return [...full, findingOf(meta, { ...common, message: 'no-fitting', severity: 'ask' })];
  }
  const cut = nippleCut(gapMm, nipple.playMm, knockout.tradeSize, unit.face.face.side);
  if (cut.problem === null) return full;
  const [measuredMm, requiredMm] = figures(cut, gapMm);
  return [
    ...full,
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

/** What comes through a nipple, against its inside; over a gap that is too long for one it is a conduit. */
function fillFindings(
  prepared: Prepared,
  { knockout, nipple }: WirewayHole,
  gapMm: number,
  common: Pick<FindingParts, 'data' | 'subjects' | 'at'>,
): Found[] {
  // What is not known is asked about by the wireway’s own fill.
  const lying = prepared.circuitsOfNipple
    .get(nipple.id)
    .flatMap(({ id }) => lyingOfCircuit(prepared, id) ?? []);
  const count = lying.reduce((sum, each) => sum + each.count, 0);
  const coveredMm2 = lying.reduce((sum, each) => sum + each.count * each.areaMm2, 0);
  const insideMm2 = conduitInsideMm2(knockout.tradeSize);
  const filledPct = (100 * coveredMm2) / insideMm2;
  const mostPct = allowedFillPct(count, isNippleLength(gapMm));
  if (!isAbove(filledPct, mostPct, 'percent')) return [];
  return [
    findingOf(meta, {
      ...common,
      message: 'full',
      measured: { value: filledPct, unit: 'percent' },
      required: { value: mostPct, unit: 'percent' },
      source: CONDUIT_FILL.source,
      working: () => ({
        title: told('Fill of the {size} nipple of {unit}', common.data),
        formula: 'fill = Σ count · area ÷ inside of the nipple',
        inputs: [
          { symbol: 'covered', name: 'By all that comes through', value: { value: coveredMm2, unit: 'mm2' } },
          { symbol: 'inside', name: 'Of the nipple', value: { value: insideMm2, unit: 'mm2' } },
        ],
        result: { name: 'Covered', value: { value: filledPct, unit: 'percent' } },
        source: CONDUIT_FILL.source,
        notes: ['A pipe of up to 24 inches may be filled to 60 %.'],
      }),
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
