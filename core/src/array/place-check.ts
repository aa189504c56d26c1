import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { frontMm, type Prepared } from '../check/prepared.ts';
import { FIELDS } from '../check/subjects.ts';
import { doBoxesOverlap, growBox, isBoxInside, type BoxMm } from '../geometry/polygon.ts';
import type { ModuleField } from '../plan/module-field.ts';
import { faceName, fieldName, gearName, gearTypeName, obstacleName } from '../plan/names.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { countOf, told } from '../quantity/told.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { practice } from '../reference/source.ts';
import { distanceToEdgeMm, setbackZones } from '../site/setback-zones.ts';
import type { SiteFace } from '../site/site-face.ts';
import { coveredAreaMm2 } from './shadow.ts';
import { keptFreeBy } from './field-ground.ts';
import { modulesOfField, modulesOnFace, type PlacedModule } from './field-modules.ts';

const meta: CheckMeta = {
  id: 'array.place',
  looksAt: 'Modules on their face: its edges and setbacks, what stands there, and each other',
  severity: 'fix',
  source: practice('Modules lie on what carries them, clear of setbacks, of what opens, and of each other'),
  parameters: [],
  messages: {
    empty: '{field} has no modules yet: fill {face}, or put modules there one by one.',
    'over-edge':
      '{field} reaches over the edge of {face} by {over} with {count} of its modules: nothing carries them there.',
    'over-edge-moving':
      '{field} reaches over the edge of {face} by {over}: say who sees it coming. It widens the body at a gate, in a berth and beside the road.',
    setback: '{field} leaves {measured} free along an edge of {face}; {required} is to stay free.',
    obstacle:
      '{count} of the modules of {field} {count:lies|lie} on {obstacle} or in what is kept free around it.',
    gear: '{count} of the modules of {field} {count:lies|lie} on {gear}.',
    overlap: '{count} {count:pair|pairs} of modules of {field} {count:lies|lie} on each other.',
    other: '{field} and {other} lie on each other.',
  },
  fixMessages: { 'take-off': 'Take off {count} of {type}' },
};

function checkField(prepared: Prepared, field: ModuleField): Found[] {
  const face = prepared.site.faces.get(field.face);
  if (face === undefined) return [];
  const modules = modulesOfField(prepared, field.id);
  const subjects = [{ kind: 'field', id: field.id }] as const;
  const data = { field: fieldName(field.id), face: faceName(face.id) };
  if (modules.length === 0) return [findingOf(meta, { message: 'empty', severity: 'ask', data, subjects })];
  const found: Found[] = [];
  const lie = (
    message: string,
    bad: readonly PlacedModule[],
    more: Partial<Parameters<typeof findingOf>[1]> = {},
  ) => {
    const [first] = bad;
    if (first === undefined) return;
    found.push(
      findingOf(meta, {
        message,
        subjects,
        at: { face: face.id, ...middleOf(first.box) },
        fixes: () => [
          {
            message: 'take-off',
            data: { count: countOf(bad.length), type: gearTypeName(field.type) },
            edits: [{ kind: 'set-field', field: without(field, bad) }],
          },
        ],
        ...more,
        data: { ...data, count: countOf(bad.length), ...more.data },
      }),
    );
  };

  const beyond = modules.filter(({ box }) => !isBoxInside(box, face.outline));
  const overMm = Math.max(0, ...beyond.map(({ box }) => overEdgeMm(box, face)));
  const isMoving = prepared.plan.site.setting === 'mobile';
  lie(isMoving ? 'over-edge-moving' : 'over-edge', beyond, {
    severity: isMoving ? 'ask' : 'stop',
    data: { over: { value: overMm, unit: 'mm' } },
  });
  const within = modules.filter((each) => !beyond.includes(each));
  for (const { setback, edge } of setbackZones(face)) {
    const bad = within.filter(({ box }) => isBelow(distanceToEdgeMm(box, edge), setback.distanceMm, 'mm'));
    const least = Math.min(...bad.map(({ box }) => distanceToEdgeMm(box, edge)));
    lie('setback', bad, {
      id: `${meta.id}/setback/${field.id}/${setback.edge}`,
      measured: { value: least, unit: 'mm' },
      required: { value: setback.distanceMm, unit: 'mm' },
      source: { kind: 'yours', title: setback.why },
      working: (): Working => ({
        title: told('Along an edge of {face}', { face: faceName(face.id) }),
        formula: 'free = the nearest corner of a module to the edge ≥ setback',
        inputs: [
          lengthInput('free', 'What is left free', least),
          lengthInput('setback', 'What is to stay free', setback.distanceMm),
        ],
        result: { name: 'What is missing', value: { value: setback.distanceMm - least, unit: 'mm' } },
        source: { kind: 'yours', title: setback.why },
        notes: [],
      }),
    });
  }
  const liftMm = Math.min(...modules.map((each) => each.liftMm));
  for (const { id, figures } of keptFreeBy(face, liftMm)) {
    const bad = modules.filter(({ box }) =>
      figures.some((figure) => coveredAreaMm2([figure], growBox(box, -TOUCH)) > 0),
    );
    lie('obstacle', bad, {
      id: `${meta.id}/obstacle/${field.id}/${id}`,
      data: { obstacle: obstacleName(face.id, id) },
    });
  }
  for (const item of prepared.onFace.get(face.id) ?? []) {
    if (!isAbove(frontMm(item), liftMm, 'mm')) continue;
    const bad = modules.filter(({ box }) => doBoxesOverlap(box, item.body));
    lie('gear', bad, {
      subjects: [...subjects, { kind: 'placement', id: item.id }],
      data: { gear: gearName(item.id) },
    });
  }
  const own = pairsOn(modules, modules);
  lie('overlap', own, { severity: 'stop' });
  for (const other of prepared.fieldsOnFace.get(face.id)) {
    if (other.id <= field.id) continue;
    const bad = pairsOn(
      modules,
      modulesOnFace(prepared, face.id).filter((each) => each.field === other.id),
    );
    lie('other', bad, {
      severity: 'stop',
      subjects: [...subjects, { kind: 'field', id: other.id }],
      data: { other: fieldName(other.id) },
    });
  }
  return found;
}

const TOUCH = 0.02;

/** Modules of the first list that lie on one of the second; of two of one list the later. */
function pairsOn(modules: readonly PlacedModule[], others: readonly PlacedModule[]): PlacedModule[] {
  const sorted = [...others].sort((a, b) => a.box.minX - b.box.minX);
  const order = new Map(others.map((each, index) => [each, index]));
  return modules.filter((module) => {
    const box = growBox(module.box, -TOUCH);
    for (const other of sorted) {
      if (other.box.minX >= box.maxX) return false;
      if (other === module || !doBoxesOverlap(box, other.box)) continue;
      const mine = order.get(module);
      if (mine === undefined || (order.get(other) ?? 0) < mine) return true;
    }
    return false;
  });
}

function overEdgeMm(box: BoxMm, { bounds }: SiteFace): number {
  return Math.max(
    bounds.minX - box.minX,
    box.maxX - bounds.maxX,
    bounds.minY - box.minY,
    box.maxY - bounds.maxY,
    0,
  );
}

function middleOf({ minX, minY, maxX, maxY }: BoxMm): { readonly xMm: number; readonly yMm: number } {
  return { xMm: (minX + maxX) / 2, yMm: (minY + maxY) / 2 };
}

function without(field: ModuleField, bad: readonly PlacedModule[]): ModuleField {
  const gone = new Set(bad.map(({ id }) => id));
  return { ...field, modules: field.modules.filter(({ id }) => !gone.has(id)) };
}

export const placeCheck: Check = checkOf(meta, lookAt(FIELDS, checkField));
