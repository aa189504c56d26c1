import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import { prepare, type Prepared } from '../check/prepared.ts';
import { FIELDS } from '../check/subjects.ts';
import { ATTACHMENT_SCHOOLS, type AttachmentSchool, type ModuleField } from '../plan/module-field.ts';
import { faceName, fieldName } from '../plan/names.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { countOf, told } from '../quantity/told.ts';
import { ARRAY_RAIL_KINDS, ARRAY_RAILS } from '../reference/array-rails.ts';
import { practice, published } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { fieldLoads, UPLIFT_SOURCE } from './field-loads.ts';
import { fieldSupport, footLag } from './field-rails.ts';
import { SAME_HOLE_MM, TOO_NEAR_MM } from './feet.ts';
import { railLifts } from './lift-to-line.ts';
import { oldFeet } from './old-feet.ts';
import { railWorking } from './rail-span.ts';
import { ATTACHMENTS } from './schools.ts';
import { JOINT_RATIO } from './splices.ts';

/** Static load of foam tape, cm² for each kg (practice). */
const TAPE_CM2_PER_KG = 55;
/** Claims for tape beyond this are never believed without a test: about 10 lb to the inch of a 1 in strip, N/cm². */
const CLAIM_N_PER_CM2 = 7;

const meta: CheckMeta = {
  id: 'array.support',
  looksAt: 'What carries modules: rails on framing, their span, and what pulls at their feet',
  severity: 'fix',
  source: practice(
    'Feet land on framing that was found, never in sheet alone; rails span what their section bears',
  ),
  parameters: [
    {
      name: 'Area of foam tape for each kilogram',
      value: TAPE_CM2_PER_KG,
      unit: 'cm2',
      why: 'Static load of a bonded field (practice)',
    },
  ],
  messages: {
    'no-stand':
      '{count} {count:rail|rails} of {field} {count:finds|find} nothing to stand on under {face}: no framing that was found crosses or carries {count:it|them}.',
    span: 'From one stand to the next, a rail of {field} would span {measured}; it may span {required}.',
    overhang: 'A rail of {field} would stand {measured} over its last foot; it may {required}.',
    splice:
      'A rail of {field} is {measured} long and its stock {required}: no joint would lie within a quarter of a span from a foot.',
    lift: 'By the string line a foot of {field} lifts its rail by {measured}; its slot takes up {required}. Pack it, or hold the rail otherwise.',
    'near-hole':
      '{count} feet of {field} stand within {required} of an old hole, on none of them: {measured} at the nearest. Move the field, or keep to the old holes.',
    foot: 'A foot of {field} is pulled by {measured} at worst; it holds {required}.',
    'ask-foot':
      'Nobody approved what one foot of {field} holds, and the wind pulls at it with {measured}: test one, or enter what its maker states {what}.',
    'ask-bond':
      'The modules of {field} weigh on tape or adhesive that wants {area} for their weight alone; the wind pulls with {measured} at each bracket. Enter what a test on this very roof held: claims of tens of pounds by an inch of tape are never believed.',
    claim:
      '{measured} for one bonded bracket of {field} is more than tape of its size holds by any usual figure, about {required}: test it before you believe it.',
  },
  fixMessages: {
    rail: 'Use the {rail}',
    school: 'Hold it with {school}',
    bars: 'Put three rails under each row',
    turn: 'Run the rails the other way',
  },
};

/** The base of one bonded bracket, cm² (practice). */
const BRACKET_CM2 = 100;

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  const support = fieldSupport(prepared, field.id);
  const loads = fieldLoads(prepared, field.id);
  const face = prepared.site.faces.get(field.face);
  if (support === null || loads === null || face === undefined) return [];
  const subjects = [{ kind: 'field', id: field.id }] as const;
  const data = { field: fieldName(field.id), face: faceName(face.id) };
  const at = (xMm: number, yMm: number) => ({ face: face.id, xMm, yMm });
  const found: Found[] = [];

  const bare = support.rails.filter(({ feet }) => feet.kind === 'gap' && feet.atMm.length < 2);
  const [firstBare] = bare;
  if (firstBare !== undefined) {
    found.push(
      findingOf(meta, {
        message: 'no-stand',
        severity: 'stop',
        data: { ...data, count: countOf(bare.length) },
        subjects,
        at:
          firstBare.runs === 'across'
            ? at(firstBare.fromMm, firstBare.atMm)
            : at(firstBare.atMm, firstBare.fromMm),
        fixes: () => remedies(prepared, field),
      }),
    );
  }
  const section = field.support.rail === null ? null : ARRAY_RAILS.rows[field.support.rail];
  for (const limit of ['span', 'overhang'] as const) {
    const [widest] = support.rails
      .flatMap((rail) =>
        rail.feet.kind === 'gap' && rail.feet.limit === limit ? [{ rail, gap: rail.feet }] : [],
      )
      .filter(({ gap }) => gap.atMm.length >= 2)
      .sort((a, b) => b.gap.toMm - b.gap.fromMm - (a.gap.toMm - a.gap.fromMm));
    if (widest === undefined || section === null) continue;
    const { rail, gap } = widest;
    const lengthMm = gap.toMm - gap.fromMm;
    found.push(
      findingOf(meta, {
        message: limit,
        data,
        subjects,
        at: rail.runs === 'across' ? at(gap.fromMm, rail.atMm) : at(rail.atMm, gap.fromMm),
        measured: { value: lengthMm, unit: 'mm' },
        required: { value: limit === 'span' ? rail.span.mostSpanMm : rail.span.mostOverhangMm, unit: 'mm' },
        working: () => railWorking(section, rail.loadNPerMm, lengthMm, rail.span),
        fixes: () => remedies(prepared, field),
      }),
    );
  }
  const [uncut] = support.rails
    .filter(({ feet, cut }) => feet.kind === 'placed' && cut === null)
    .sort((a, b) => b.toMm - b.fromMm - (a.toMm - a.fromMm));
  if (uncut !== undefined && section !== null) {
    found.push(
      findingOf(meta, {
        message: 'splice',
        data,
        subjects,
        at: uncut.runs === 'across' ? at(uncut.fromMm, uncut.atMm) : at(uncut.atMm, uncut.fromMm),
        measured: { value: uncut.toMm - uncut.fromMm, unit: 'mm' },
        required: { value: section.stockMm, unit: 'mm' },
        working: (): Working => ({
          title: told('Joints of a rail of {field}', { field: fieldName(field.id) }),
          formula: 'joint ≤ a quarter of a span from a foot; each piece ≤ stock',
          inputs: [
            lengthInput('rail', 'Its length', uncut.toMm - uncut.fromMm),
            lengthInput('span', 'Its longest span', uncut.longestMm),
            { symbol: 'quarter', name: 'Of a span', value: { value: JOINT_RATIO, unit: 'ratio' } },
          ],
          result: { name: 'Stock', value: { value: section.stockMm, unit: 'mm' } },
          source: practice('Rails are joined near a foot, where they bend least, and in no overhang'),
          notes: [],
        }),
        fixes: () => remedies(prepared, field),
      }),
    );
  }
  const lifts = railLifts(prepared, field.id)
    .flatMap(({ feet, takesUpMm }) => feet.map((foot) => ({ ...foot, takesUpMm: takesUpMm ?? 0 })))
    .flatMap((foot) => (foot.liftMm === null ? [] : [{ ...foot, liftMm: foot.liftMm }]))
    .sort((a, b) => b.liftMm - a.liftMm);
  const [highest] = lifts;
  if (highest !== undefined && isAbove(highest.liftMm, highest.takesUpMm, 'mm')) {
    found.push(
      findingOf(meta, {
        message: 'lift',
        data,
        subjects,
        at: at(highest.xMm, highest.yMm),
        measured: { value: highest.liftMm, unit: 'mm' },
        required: { value: highest.takesUpMm, unit: 'mm' },
        working: (): Working => ({
          title: told('The lowest place under a rail of {field}', { field: fieldName(field.id) }),
          formula: 'lift = gap at the foot − least gap along the rail',
          inputs: [
            lengthInput('gap', 'From the string down to the roof, at the foot', highest.gapMm ?? 0),
            lengthInput('takes', 'What the slot of a foot takes up', highest.takesUpMm),
          ],
          result: { name: 'Lift', value: { value: highest.liftMm, unit: 'mm' } },
          source: practice('Rails are straight by a string, whatever the roof does'),
          notes: ['Between readings the roof is taken to be straight.'],
        }),
      }),
    );
  }
  const old = oldFeet(prepared, field.id);
  const [tooNear] = old?.tooNear ?? [];
  if (old !== null && tooNear !== undefined) {
    found.push(
      findingOf(meta, {
        message: 'near-hole',
        severity: 'ask',
        data: { ...data, count: countOf(old.tooNear.length) },
        subjects,
        at: at(...tooNear.at),
        measured: { value: tooNear.offMm, unit: 'mm' },
        required: { value: TOO_NEAR_MM, unit: 'mm' },
        working: (): Working => ({
          title: told('A new foot of {field} beside an old hole', { field: fieldName(field.id) }),
          formula: 'off = from the foot to the nearest old hole',
          inputs: [
            { symbol: 'old', name: 'Holes of the field before', value: countOf(field.oldFeet?.length ?? 0) },
            lengthInput('same', 'Nearer than this it stands on it', SAME_HOLE_MM),
          ],
          result: { name: 'Off', value: { value: tooNear.offMm, unit: 'mm' } },
          source: practice('Between an old hole and a new one some sound material stays'),
          notes: [],
        }),
      }),
    );
  }
  const [worst] = [...support.feet].sort((a, b) => b.upN - a.upN);
  if (worst === undefined || worst.upN <= 0) return found;
  const school = ATTACHMENTS[field.support.school];
  const common = {
    subjects,
    at: at(worst.xMm, worst.yMm),
    measured: { value: worst.upN, unit: 'N' } as const,
  };
  if (support.footN === null) {
    const areaCm2 = loads.massKg * TAPE_CM2_PER_KG;
    found.push(
      school.holds.by === 'bond'
        ? findingOf(meta, {
            ...common,
            message: 'ask-bond',
            severity: 'ask',
            data: { ...data, area: { value: areaCm2, unit: 'cm2' } },
            working: () => loads.working,
          })
        : findingOf(meta, {
            ...common,
            message: 'ask-foot',
            severity: 'ask',
            source: UPLIFT_SOURCE,
            data: { ...data, what: school.holds.by === 'approval' ? school.holds.what : 'in this framing' },
            working: () => loads.working,
          }),
    );
    return found;
  }
  if (school.holds.by === 'bond' && isAbove(support.footN, CLAIM_N_PER_CM2 * BRACKET_CM2, 'N')) {
    found.push(
      findingOf(meta, {
        message: 'claim',
        severity: 'ask',
        data,
        subjects,
        measured: { value: support.footN, unit: 'N' },
        required: { value: CLAIM_N_PER_CM2 * BRACKET_CM2, unit: 'N' },
        working: (): Working => ({
          title: told('What a bonded bracket of {field} is said to hold', { field: fieldName(field.id) }),
          formula: 'usual = base · pull',
          inputs: [
            { symbol: 'base', name: 'Of a bracket', value: { value: BRACKET_CM2, unit: 'cm2' } },
            {
              symbol: 'pull',
              name: 'On each square centimetre, of the boldest claims',
              value: { value: CLAIM_N_PER_CM2, unit: 'N' },
            },
          ],
          result: {
            name: 'More than this is asked about',
            value: { value: CLAIM_N_PER_CM2 * BRACKET_CM2, unit: 'N' },
          },
          source: meta.source,
          notes: [],
        }),
      }),
    );
  }
  if (isBelow(support.footN, worst.upN, 'N')) {
    found.push(
      findingOf(meta, {
        ...common,
        message: 'foot',
        severity: 'stop',
        data,
        required: { value: support.footN, unit: 'N' },
        source: school.holds.by === 'lag' ? published('NDS', '12.2', '2018') : meta.source,
        working: () => footWorking(prepared, field, worst.upN, support.footN ?? 0),
        fixes: () => remedies(prepared, field),
      }),
    );
  }
  return found;
}

function footWorking(prepared: Prepared, field: ModuleField, upN: number, footN: number): Working {
  const face = prepared.site.faces.get(field.face);
  const lag = face === undefined ? null : footLag(prepared, face);
  const { holes } = ATTACHMENTS[field.support.school];
  return {
    title: told('The foot of {field} that is pulled most', { field: fieldName(field.id) }),
    formula: 'pull = uplift · area it carries ≤ lags · what one holds',
    inputs: [
      { symbol: 'lags', name: 'In one foot', value: { value: Math.max(1, holes), unit: 'count' } },
      ...(lag === null
        ? []
        : [
            {
              symbol: 'one',
              name: told('What a {lag} holds in the framing there', { lag: lag.name }),
              value: { value: lag.pullN, unit: 'N' } as const,
            },
          ]),
      { symbol: 'pull', name: 'What pulls at it', value: { value: upN, unit: 'N' } },
    ],
    result: { name: 'What it holds', value: { value: footN, unit: 'N' } },
    source: published('NDS', '12.2', '2018'),
    notes: ['Thread counts inside the member only, without the tip.'],
  };
}

/** Other rails, another way, three bars: those that leave no stand too far. */
function remedies(prepared: Prepared, field: ModuleField): Fix[] {
  const clears = (support: Partial<ModuleField['support']>) => {
    const changed = { ...field, support: { ...field.support, ...support } };
    const trial = prepareWith(prepared, changed);
    const built = fieldSupport(trial, field.id);
    return (
      built !== null &&
      built.rails.every(({ feet, cut }) => feet.kind === 'placed' && cut !== null) &&
      (built.footN === null || built.feet.every(({ upN }) => !isAbove(upN, built.footN ?? 0, 'N')))
    );
  };
  const edit = (support: Partial<ModuleField['support']>): Fix['edits'] => [
    { kind: 'set-field', field: { ...field, support: { ...field.support, ...support } } },
  ];
  const other = field.support.runs === 'across' ? 'up' : 'across';
  const ways: Fix[] = [];
  if (clears({ runs: other })) ways.push({ message: 'turn', data: {}, edits: edit({ runs: other }) });
  if (field.support.bars === 2 && clears({ bars: 3 }))
    ways.push({ message: 'bars', data: {}, edits: edit({ bars: 3 }) });
  const rail = ARRAY_RAIL_KINDS.find((kind) => kind !== field.support.rail && clears({ rail: kind }));
  if (rail !== undefined)
    ways.push({ message: 'rail', data: { rail: told(ARRAY_RAILS.rows[rail].name) }, edits: edit({ rail }) });
  const school = ATTACHMENT_SCHOOLS.find(
    (each: AttachmentSchool) =>
      each !== field.support.school && ATTACHMENTS[each].holds.by === 'lag' && clears({ school: each }),
  );
  if (ways.length === 0 && school !== undefined)
    ways.push({
      message: 'school',
      data: { school: ATTACHMENTS[school].name.toLowerCase() },
      edits: edit({ school }),
    });
  return ways;
}

function prepareWith(prepared: Prepared, field: ModuleField): Prepared {
  const { document } = prepared;
  return prepare({
    ...document,
    moduleFields: document.moduleFields.map((each) => (each.id === field.id ? field : each)),
  });
}

export const supportCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
