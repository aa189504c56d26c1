import type { Conditions } from './conditions.ts';
import type { GearFault } from './fault.ts';
import type { GearType } from './gear-type.ts';
import type { Plan } from './plan.ts';
import type { Port } from './placement.ts';

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
  'vent-outside': 'A vent of the closed space of {a} lies above the space or is wider than it.',
  'design-range': 'At {a} the lowest temperature expected is above the highest.',
} as const;
export type ContradictionCode = keyof typeof CONTRADICTION_WORDS;

export type PlanContradiction = {
  readonly code: ContradictionCode;
  /** Where in the document: `joints[2]`. */
  readonly path: string;
  readonly names: { readonly a: string; readonly b: string };
  readonly subject: { readonly kind: 'face' | 'placement' | 'joint' | 'run'; readonly id: string } | null;
};

/** Every contradiction of a plan whose references hold, in the plan’s order. */
export function findContradictions(plan: Plan): PlanContradiction[] {
  return [...ofFaces(plan), ...ofTypes(plan), ...ofKnockouts(plan), ...ofRuns(plan)];
}

/** A contradiction as a sentence. */
export function contradictionText({ code, names }: Pick<PlanContradiction, 'code' | 'names'>): string {
  return CONTRADICTION_WORDS[code].replace(/\{([ab])\}/gu, (_, name: 'a' | 'b') => names[name]);
}

/** The same for one contradiction however the plan’s lists are moved along, and for no other. */
export function contradictionKey(found: PlanContradiction): string {
  return `${found.code}/${found.subject?.kind}:${found.subject?.id}/${contradictionText(found)}`;
}

function ofFaces(plan: Plan): PlanContradiction[] {
  const { conditions } = plan.site;
  const found: PlanContradiction[] = [];
  const root = { kind: 'face', id: plan.rootFace } as const;
  const inSite = (code: ContradictionCode, path: string) =>
    found.push({ code, path: `site.conditions.${path}`, names: { a: 'the site', b: '' }, subject: root });
  if (isUpsideDown(conditions)) inSite('design-range', 'designLowTempC');
  if (hasVentOutside(conditions)) inSite('vent-outside', 'air.vents');
  plan.faces.forEach(({ id, name, conditions: own, shape }, index) => {
    const put = (code: ContradictionCode, path: string, names: PlanContradiction['names']) =>
      found.push({ code, path: `faces[${index}].${path}`, names, subject: { kind: 'face', id } });
    const hasOwnRange = own.designLowTempC !== undefined || own.designHighTempC !== undefined;
    const designLowTempC = own.designLowTempC ?? conditions.designLowTempC;
    const designHighTempC = own.designHighTempC ?? conditions.designHighTempC;
    if (hasOwnRange && isUpsideDown({ designLowTempC, designHighTempC }))
      put('design-range', 'conditions', { a: name, b: '' });
    if (own.air !== undefined && hasVentOutside({ air: own.air }))
      put('vent-outside', 'conditions.air.vents', { a: name, b: '' });
    if (shape.kind !== 'outline') return;
    shape.framing.forEach(({ name: framing, extent }, at) => {
      if (extent !== null && extent.fromMm >= extent.toMm)
        put('framing-extent', `shape.framing[${at}].extent`, { a: framing, b: name });
    });
  });
  return found;
}

function isUpsideDown({
  designLowTempC,
  designHighTempC,
}: Pick<Conditions, 'designLowTempC' | 'designHighTempC'>) {
  return designLowTempC > designHighTempC;
}

function hasVentOutside({ air }: Pick<Conditions, 'air'>): boolean {
  if (air.kind !== 'closed') return false;
  const widestMm = Math.max(air.widthMm, air.heightMm, air.depthMm);
  return air.vents.some(({ heightMm, diameterMm }) => heightMm > air.heightMm || diameterMm > widestMm);
}

/** What a gear type says of itself that cannot be, though every field is one. */
export function findGearContradictions({ board, widthMm, heightMm }: GearType): GearFault[] {
  if (board === null || board.cornerRadiusMm <= Math.min(widthMm, heightMm) / 2) return [];
  return [
    { path: 'board.cornerRadiusMm', message: 'The corners are rounded by more than half of the board.' },
  ];
}

function ofTypes(plan: Plan): PlanContradiction[] {
  return plan.gearTypes.flatMap((type, index): PlanContradiction[] => {
    const hung = plan.placements.find((placement) => placement.type === type.id);
    return findGearContradictions(type).map(({ path }) => ({
      code: 'board-radius',
      path: `gearTypes[${index}].${path}`,
      names: { a: type.name, b: '' },
      subject: hung === undefined ? null : { kind: 'placement', id: hung.id },
    }));
  });
}

function ofKnockouts({ placements, gearTypes, joints, links }: Plan): PlanContradiction[] {
  const found: PlanContradiction[] = [];
  const byId = new Map(placements.map((placement) => [placement.id, placement]));
  const typeById = new Map(gearTypes.map((type) => [type.id, type]));
  const nameOf = (id: string) => byId.get(id)?.name ?? id;
  const used = new Set<string>();
  const use = (port: Port, path: string, subject: PlanContradiction['subject']) => {
    const key = `${port.placement}/${port.knockout}`;
    if (used.has(key)) {
      const names = { a: nameOf(port.placement), b: port.knockout };
      found.push({ code: 'knockout-twice', path, names, subject });
    }
    used.add(key);
  };
  joints.forEach(({ id, from, wireway }, index) => {
    const subject = { kind: 'joint', id } as const;
    const path = `joints[${index}]`;
    const names = { a: nameOf(from.placement), b: nameOf(wireway) };
    const put = (code: ContradictionCode, more: Partial<PlanContradiction['names']> = {}) =>
      found.push({ code, path, names: { ...names, ...more }, subject });
    const [unit, way] = [byId.get(from.placement), byId.get(wireway)];
    if (from.placement === wireway) put('nipple-to-itself');
    else if (unit !== undefined && way !== undefined && unit.face !== way.face) put('nipple-elsewhere');
    const edge = typeById.get(unit?.type ?? '')?.knockouts.find((each) => each.id === from.knockout)?.edge;
    if (edge === 'left' || edge === 'right') put('nipple-from-side', { b: from.knockout });
    use(from, `${path}.from`, subject);
  });
  links.forEach((link, index) => {
    if (link.kind !== 'side-by-side') return;
    for (const end of ['a', 'b'] as const)
      use(link[end], `links[${index}].${end}`, { kind: 'placement', id: link[end].placement });
  });
  return found;
}

function ofRuns({ runs }: Plan): PlanContradiction[] {
  return runs.flatMap(({ id, name, from, to }, index): PlanContradiction[] =>
    from.placement === to.placement && from.knockout === to.knockout
      ? [
          {
            code: 'run-to-itself',
            path: `runs[${index}]`,
            names: { a: name, b: '' },
            subject: { kind: 'run', id },
          },
        ]
      : [],
  );
}
