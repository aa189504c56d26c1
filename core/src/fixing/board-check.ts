import { countOf } from '../quantity/told.ts';
import { gearName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Finding,
} from '../check/finding.ts';
import { gearOn, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { isAbove } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { RAIL_LIMITS } from '../reference/rails.ts';
import { boardFigures } from './board.ts';
import { railsOf } from './rail.ts';

const meta: CheckMeta = {
  id: 'fixing.board',
  looksAt:
    'Backer boards: whether what they are made of may stand next to heat, and whether bolts meet their rails',
  severity: 'fix',
  source: practice(
    'A board next to heat does not burn; ask for its fire class, also of plastics said not to burn',
  ),
  parameters: [],
  messages: {
    burns:
      '{board} is of {material}, which burns, and {gear} on it sheds {loss}: use a board that does not burn.',
    unknown: 'The fire class of {board} is not known, and {gear} on it sheds {loss}: ask for its class.',
    'not-described': 'Nobody said what {board} is made of: describe it in its gear type.',
    'off-rail':
      '{count} {count:hole|holes} of the gear on {board} {count:has|have} no rail behind: bolt through, or move the rail.',
    'rail-bends':
      'A rail behind {board} is stressed to {measured} between its fixings; at most {required}: fix it at more places, or take a deeper rail.',
    'rail-sags':
      'A rail behind {board} sags {measured} between its fixings; at most {required}: fix it at more places, or take a deeper rail.',
    'rail-loose':
      'A rail behind {board} carries gear and is fixed at fewer than two places: fix it to the framing.',
  },
  fixMessages: {},
  fields: {
    burns: 'gear-type',
    unknown: 'gear-type',
    'not-described': 'gear-type',
    'rail-bends': 'gear-type',
    'rail-sags': 'gear-type',
    'rail-loose': 'gear-type',
  },
};

/** Gear that gives off less than this warms no board, W (practice). */
const WARM_W = 10;

function checkItem(prepared: Prepared, item: Hung): Found[] {
  if (item.type.kind !== 'board') return [];
  const on = gearOn(prepared, item.id);
  const common = { subjects: [{ kind: 'placement', id: item.id }], at: middleOf(item) } as const;
  const board = gearName(item.id);
  const made = item.type.board;
  if (made === null) {
    return on.length === 0
      ? []
      : [findingOf(meta, { ...common, message: 'not-described', severity: 'ask', data: { board } })];
  }
  const hottest = [...on].sort((a, b) => b.type.heat.lossW - a.type.heat.lossW)[0];
  const findings: Found[] = [];
  if (hottest !== undefined && hottest.type.heat.lossW >= WARM_W) {
    const loss = { value: hottest.type.heat.lossW, unit: 'W' } as const;
    const data = { board, material: made.material, gear: gearName(hottest.id), loss };
    if (made.fireClass === 'combustible')
      findings.push(findingOf(meta, { ...common, message: 'burns', data }));
    if (made.fireClass === 'unknown')
      findings.push(findingOf(meta, { ...common, message: 'unknown', severity: 'ask', data }));
  }
  const { offRailCount } = boardFigures(prepared, item);
  if (offRailCount > 0) {
    findings.push(
      findingOf(meta, {
        ...common,
        message: 'off-rail',
        severity: 'ask',
        data: { board, count: countOf(offRailCount) },
      }),
    );
  }
  return [...findings, ...railFindings(prepared, item)];
}

/** The rail that is worst off speaks for all of the board. */
function railFindings(prepared: Prepared, item: Hung): Found[] {
  const subjects = [{ kind: 'placement', id: item.id }] as const;
  const found = railsOf(prepared, item).flatMap(({ nuts, bending, upMm }): Found[] => {
    const common = {
      subjects,
      at: { ...middleOf(item), yMm: item.body.minY + upMm },
      data: { board: gearName(item.id) },
    } as const;
    // Behind a panel the bolts themselves clamp the rail; bare rails have their own fixings alone.
    const isBare = item.type.board?.holding === 'slide-in-nut';
    if (isBare && nuts.length > 0 && bending === null)
      return [findingOf(meta, { ...common, message: 'rail-loose' })];
    if (bending === null) return [];
    const { stressMpa, sagMm, mostSagMm, working } = bending;
    if (isAbove(stressMpa, RAIL_LIMITS.bendingMpa, 'MPa')) {
      return [
        findingOf(meta, {
          ...common,
          message: 'rail-bends',
          measured: { value: stressMpa, unit: 'MPa' },
          required: { value: RAIL_LIMITS.bendingMpa, unit: 'MPa' },
          source: RAIL_LIMITS.source,
          working: () => working,
        }),
      ];
    }
    if (!isAbove(sagMm, mostSagMm, 'mm')) return [];
    return [
      findingOf(meta, {
        ...common,
        message: 'rail-sags',
        measured: { value: sagMm, unit: 'mm' },
        required: { value: mostSagMm, unit: 'mm' },
        source: RAIL_LIMITS.source,
        working: () => working,
      }),
    ];
  });
  const excess = ({ measured, required }: Finding) => (measured?.value ?? 0) / (required?.value ?? 1);
  const worst = new Map<string, Found>();
  for (const finding of [...found].sort((a, b) => excess(a) - excess(b))) worst.set(finding.message, finding);
  return [...worst.values()];
}

export const boardCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
