import { faceName, framingName, gearName, gearTypeName, runName } from './names.ts';
import { told, type Told, type ToldValue } from '../quantity/told.ts';
import { groupBy } from '../group-by.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import type { Conditions } from './conditions.ts';
import type { GearFault } from './fault.ts';
import type { GearType } from './gear-type.ts';
import type { Ref } from './lists.ts';
import type { Plan } from './plan.ts';
import type { Face } from './face.ts';
import type { Nipple, Join, Placement, Port } from './placement.ts';
import type { Run } from './run.ts';

/**
 * What a plan can say whose references all hold and that still cannot be: each in words, to be filled with names. A plan
 * that says so opens, for a file of old may hold it, and is told to stop there; no edit may bring one in.
 */
export const CONTRADICTION_WORDS = {
  'nipple-elsewhere': 'A nipple of {a} leads to {b}, which hangs on another face: nothing is drilled for it.',
  'nipple-to-itself': 'A nipple of {a} leads from the wireway to itself: nothing is drilled for it.',
  'nipple-from-side':
    'A nipple of {a} leaves by {b}, in its side: a nipple to a wireway leaves the top or the bottom.',
  'knockout-twice': 'The knockout {b} of {a} has more than one nipple or join: it serves one.',
  'run-to-itself': '{a} begins and ends at one knockout: it leads nowhere.',
  'board-radius': 'The corners of {a} are rounded by more than half of the board.',
  'framing-extent': 'The {a} of {b} end before they begin.',
  'layers-thick': 'What lies between the skins of {a} is thicker together than {a} is.',
  'vent-outside': 'A vent of the closed space of {a} lies above the space or is wider than it.',
  'design-range': 'At {a} the lowest temperature expected is above the highest.',
  'mean-range':
    'At {a} the mean maximum of the hottest month is not between the lowest and the highest temperature expected.',
  'building-travels': '{a} is a building, and yet it travels.',
  'hook-outside':
    'The hook line of {a} lies above its body: count what reaches above as part of its height, or correct the drop.',
  'module-power':
    'The power of {a} is not its operating voltage times its operating current: one of the three is another.',
} as const;
export type ContradictionCode = keyof typeof CONTRADICTION_WORDS;

/** Told, but no edit is refused for them: figures that are typed one after another pass through them. */
const ON_THE_WAY: ReadonlySet<ContradictionCode> = new Set(['mean-range']);

/** Nameplate figures of a module are rounded one by one, and small ones coarsely (practice): power against Vmp times Imp. */
const POWER_ROUNDING = 0.05;

export type PlanContradiction = {
  readonly code: ContradictionCode;
  /** Where in the document, by ids: `nipples.a-dc`. */
  readonly path: string;
  readonly names: { readonly a: ToldValue; readonly b: ToldValue };
  readonly subject: Ref | null;
};

/** What a contradiction is looked for with: the plan’s things by their ids, and what uses a knockout. */
export type PlanLookup = {
  readonly placement: (id: string) => Placement | undefined;
  readonly gearType: (id: string) => GearType | undefined;
  /** The first that hangs of a type; of a module that does not hang, the first field of it. Null where it is not used so. */
  readonly usedAs: (type: string) => Ref | null;
  /** In the plan’s order. */
  readonly nipplesAt: (port: Port) => readonly Nipple[];
  readonly joinsAt: (port: Port) => readonly Join[];
};

/** Every contradiction of a plan whose references hold. */
export function findContradictions(plan: Plan): PlanContradiction[] {
  const lookup = lookupIn(plan);
  return [
    ...siteContradictions(plan.site, plan.rootFace),
    ...plan.faces.flatMap((face) => faceContradictions(face, plan.site.conditions)),
    ...plan.gearTypes.flatMap((type) => typeContradictions(type, lookup)),
    ...plan.nipples.flatMap((nipple) => nippleContradictions(nipple, lookup)),
    ...plan.joins.flatMap((join) => joinContradictions(join, lookup)),
    ...plan.runs.flatMap(runContradictions),
  ];
}

/**
 * A contradiction that a plan has and had not before an edit; undefined where there is none. Only what the edit changed, and
 * what depends on it, is looked at: parts that are the same object are unchanged.
 */
export function findFreshContradiction(before: Plan, after: Plan): PlanContradiction | undefined {
  const isSameSite = before.site === after.site && before.rootFace === after.rootFace;
  const found = [
    ...(isSameSite ? [] : siteContradictions(after.site, after.rootFace)),
    ...(isSameSite ? changedIn(before.faces, after.faces) : after.faces).flatMap((face) =>
      faceContradictions(face, after.site.conditions),
    ),
    ...changedIn(before.runs, after.runs).flatMap(runContradictions),
    ...ofGear(before, after),
  ];
  if (found.length === 0) return undefined;
  // What the plan said before, it may go on saying until it is cleared.
  const known = new Set(findContradictions(before).map(contradictionKey));
  return found.find((each) => !ON_THE_WAY.has(each.code) && !known.has(contradictionKey(each)));
}

/** Of types, nipples and joins: none of them changes where gear only moves or is given another name. */
function ofGear(before: Plan, after: Plan): PlanContradiction[] {
  const isSame =
    before.gearTypes === after.gearTypes &&
    before.nipples === after.nipples &&
    before.joins === after.joins &&
    before.placements.length === after.placements.length &&
    after.placements.every((each, index) => {
      const was = before.placements[index];
      return each === was || (each.id === was?.id && each.face === was.face && each.type === was.type);
    });
  if (isSame) return [];
  const lookup = lookupIn(after);
  return [
    ...after.gearTypes.flatMap((type) => typeContradictions(type, lookup)),
    ...after.nipples.flatMap((nipple) => nippleContradictions(nipple, lookup)),
    ...after.joins.flatMap((join) => joinContradictions(join, lookup)),
  ];
}

function changedIn<Item extends { readonly id: string }>(
  before: readonly Item[],
  after: readonly Item[],
): readonly Item[] {
  if (before === after) return [];
  const known = new Set(before);
  return after.filter((item) => !known.has(item));
}

function lookupIn({ placements, gearTypes, nipples, joins, moduleFields }: Plan): PlanLookup {
  const byId = new Map(placements.map((placement) => [placement.id, placement]));
  const types = new Map(gearTypes.map((type) => [type.id, type]));
  const used = new Map<string, Ref>([
    ...[...moduleFields].reverse().map(({ id, type }) => [type, { kind: 'field', id }] as const),
    ...[...placements].reverse().map(({ id, type }) => [type, { kind: 'placement', id }] as const),
  ]);
  const keyOf = ({ placement, knockout }: Port) => `${placement}/${knockout}`;
  const nipplesBy = groupBy(nipples, ({ from }) => keyOf(from));
  const ends = joins.flatMap((join) =>
    join.kind === 'side-by-side'
      ? [
          { key: keyOf(join.a), join },
          { key: keyOf(join.b), join },
        ]
      : [],
  );
  const joinsBy = groupBy(ends, ({ key }) => key);
  return {
    placement: (id) => byId.get(id),
    gearType: (id) => types.get(id),
    usedAs: (type) => used.get(type) ?? null,
    nipplesAt: (port) => nipplesBy.get(keyOf(port)) ?? [],
    joinsAt: (port) => (joinsBy.get(keyOf(port)) ?? []).map(({ join }) => join),
  };
}

/** A contradiction as a sentence. */
export function contradictionTold({ code, names }: Pick<PlanContradiction, 'code' | 'names'>): Told {
  return told(CONTRADICTION_WORDS[code], names);
}

/** The same for one contradiction however the plan’s lists are moved along, and for no other. */
export function contradictionKey(found: PlanContradiction): string {
  return `${found.code}/${found.subject?.kind}:${found.subject?.id}/${JSON.stringify(found.names)}`;
}

export function siteContradictions(
  { conditions, setting, travel }: Plan['site'],
  rootFace: string,
): PlanContradiction[] {
  const found: PlanContradiction[] = [];
  const put = (code: ContradictionCode, path: string) =>
    found.push({
      code,
      path: `site.${path}`,
      names: { a: 'the site', b: '' },
      subject: { kind: 'face', id: rootFace },
    });
  if (isUpsideDown(conditions)) put('design-range', 'conditions.designLowTempC');
  else if (isMeanOutside(conditions)) put('mean-range', 'conditions.meanMaxTempC');
  if (hasVentOutside(conditions)) put('vent-outside', 'conditions.air.vents');
  if (setting === 'building' && travel !== null) put('building-travels', 'setting');
  return found;
}

export function faceContradictions(
  { id, conditions: own, shape }: Face,
  conditions: Conditions,
): PlanContradiction[] {
  const found: PlanContradiction[] = [];
  const put = (code: ContradictionCode, path: string, names: PlanContradiction['names']) =>
    found.push({ code, path: `faces.${id}.${path}`, names, subject: { kind: 'face', id } });
  const hasOwnRange = own.designLowTempC !== undefined || own.designHighTempC !== undefined;
  const designLowTempC = own.designLowTempC ?? conditions.designLowTempC;
  const designHighTempC = own.designHighTempC ?? conditions.designHighTempC;
  const hasOwn = hasOwnRange || own.meanMaxTempC !== undefined;
  const meanMaxTempC = own.meanMaxTempC ?? conditions.meanMaxTempC;
  if (hasOwnRange && isUpsideDown({ designLowTempC, designHighTempC }))
    put('design-range', 'conditions', { a: faceName(id), b: '' });
  else if (hasOwn && isMeanOutside({ designLowTempC, designHighTempC, meanMaxTempC }))
    put('mean-range', 'conditions', { a: faceName(id), b: '' });
  if (own.air !== undefined && hasVentOutside({ air: own.air }))
    put('vent-outside', 'conditions.air.vents', { a: faceName(id), b: '' });
  if (shape.kind !== 'outline') return found;
  const layersMm = (shape.layers ?? []).reduce((sum, { thicknessMm }) => sum + thicknessMm, 0);
  if (layersMm > shape.thicknessMm + TOUCH_MM)
    put('layers-thick', 'shape.layers', { a: faceName(id), b: '' });
  for (const { id: framingId, extent } of shape.framing) {
    if (extent !== null && extent.fromMm >= extent.toMm)
      put('framing-extent', `shape.framing.${framingId}.extent`, {
        a: framingName(id, framingId),
        b: faceName(id),
      });
  }
  return found;
}

function isUpsideDown({
  designLowTempC,
  designHighTempC,
}: Pick<Conditions, 'designLowTempC' | 'designHighTempC'>) {
  return designLowTempC > designHighTempC;
}

/** A mean of daily maxima is none of them, and they all lie within what is expected. */
function isMeanOutside({
  meanMaxTempC,
  designLowTempC,
  designHighTempC,
}: Pick<Conditions, 'meanMaxTempC' | 'designLowTempC' | 'designHighTempC'>) {
  return (
    designLowTempC <= designHighTempC && (meanMaxTempC > designHighTempC || meanMaxTempC < designLowTempC)
  );
}

function hasVentOutside({ air }: Pick<Conditions, 'air'>): boolean {
  if (air.kind !== 'closed') return false;
  const widestMm = Math.max(air.widthMm, air.heightMm, air.depthMm);
  return air.vents.some(({ heightMm, diameterMm }) => heightMm > air.heightMm || diameterMm > widestMm);
}

type TypeContradiction = { readonly code: ContradictionCode; readonly path: string };

function contradictionsOfType(type: GearType): TypeContradiction[] {
  const { board, widthMm, heightMm, dropMm, solarModule: module } = type;
  const found: TypeContradiction[] = [];
  if (board !== null && board.cornerRadiusMm > Math.min(widthMm, heightMm) / 2)
    found.push({ code: 'board-radius', path: 'board.cornerRadiusMm' });
  if (dropMm > heightMm + TOUCH_MM) found.push({ code: 'hook-outside', path: 'dropMm' });
  if (module !== null && Math.abs(module.vmpV * module.impA - module.pmaxW) > POWER_ROUNDING * module.pmaxW)
    found.push({ code: 'module-power', path: 'solarModule.pmaxW' });
  return found;
}

/** What a gear type says of itself that cannot be, though every field is one. */
export function findGearContradictions(type: GearType): GearFault[] {
  return contradictionsOfType(type).map(({ code, path }) => ({
    path,
    message: contradictionTold({ code, names: { a: `“${type.name}”`, b: '' } }),
  }));
}

export function typeContradictions(
  type: GearType,
  { usedAs }: Pick<PlanLookup, 'usedAs'>,
): PlanContradiction[] {
  return contradictionsOfType(type).map(({ code, path }) => ({
    code,
    path: `gearTypes.${type.id}.${path}`,
    names: { a: gearTypeName(type.id), b: '' },
    subject: usedAs(type.id),
  }));
}

export function nippleContradictions(
  { id, from, wireway }: Nipple,
  { placement, gearType, nipplesAt }: PlanLookup,
): PlanContradiction[] {
  const [unit, way] = [placement(from.placement), placement(wireway)];
  const a = gearName(from.placement);
  const found: PlanContradiction[] = [];
  const put = (code: ContradictionCode, b: ToldValue) =>
    found.push({ code, path: `nipples.${id}`, names: { a, b }, subject: { kind: 'nipple', id } });
  if (from.placement === wireway) put('nipple-to-itself', gearName(wireway));
  else if (unit !== undefined && way !== undefined && unit.face !== way.face)
    put('nipple-elsewhere', gearName(way.id));
  const edge = gearType(unit?.type ?? '')?.knockouts.find((each) => each.id === from.knockout)?.edge;
  if (edge === 'left' || edge === 'right') put('nipple-from-side', from.knockout);
  if (nipplesAt(from)[0]?.id !== id) put('knockout-twice', from.knockout);
  return found;
}

export function joinContradictions(join: Join, { nipplesAt, joinsAt }: PlanLookup): PlanContradiction[] {
  if (join.kind !== 'side-by-side') return [];
  return (['a', 'b'] as const).flatMap((end): PlanContradiction[] => {
    const port = join[end];
    if (nipplesAt(port).length === 0 && joinsAt(port)[0]?.id === join.id) return [];
    return [
      {
        code: 'knockout-twice',
        path: `joins.${join.id}.${end}`,
        names: { a: gearName(port.placement), b: port.knockout },
        subject: { kind: 'placement', id: port.placement },
      },
    ];
  });
}

export function runContradictions({ id, from, to }: Run): PlanContradiction[] {
  if (from.placement !== to.placement || from.knockout !== to.knockout) return [];
  return [
    {
      code: 'run-to-itself',
      path: `runs.${id}`,
      names: { a: runName(id), b: '' },
      subject: { kind: 'run', id },
    },
  ];
}
