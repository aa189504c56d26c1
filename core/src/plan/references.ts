import type { Face } from './face.ts';
import type { PlanFault } from './fault.ts';
import { countOf, told, type Told, type ToldValue } from '../quantity/told.ts';
import { findUnbuildable } from './gear-faults.ts';
import { findOutlineFault, outlineFaultTold } from './outline.ts';
import { listsOf } from './lists.ts';
import { placeWords } from './issue-words.ts';
import type { Plan } from './plan.ts';
import { INSULATION_NAMES } from '../reference/conductor-sizes.ts';
import type { Port } from './placement.ts';

/**
 * Finds ids used twice and references to nothing, each with its path. An empty list means that every id in
 * the plan can be looked up.
 */
export function findReferenceFaults(plan: Plan): PlanFault[] {
  const faults: PlanFault[] = [];
  const dangling = (path: string, what: ToldValue, id: string) =>
    faults.push({
      code: 'dangling',
      path,
      message: told('There is no {what} “{id}” in this plan.', { what, id }),
    });

  const seen = new Map<string, string>();
  for (const { key, items } of listsOf(plan)) {
    items.forEach(({ id }, index) => {
      const path = `${key}[${index}].id`;
      const first = seen.get(id);
      if (first === undefined) seen.set(id, path);
      else
        faults.push({
          code: 'duplicate-id',
          path,
          message: told('The id “{id}” is already used at {first}.', { id, first: placeWords(first) }),
        });
    });
  }

  const faces = new Map(plan.faces.map((face) => [face.id, face]));
  const types = new Map(plan.gearTypes.map((type) => [type.id, type]));
  const placements = new Map(plan.placements.map((placement) => [placement.id, placement]));

  if (!faces.has(plan.rootFace)) dangling('rootFace', 'face', plan.rootFace);
  for (const fault of findDangling(plan)) faults.push(fault);
  plan.faces.forEach((face, index) => {
    faults.push(...findFaceFaults(face, `faces[${index}]`, cornerCount(faces, face)));
  });
  plan.gearTypes.forEach((type, index) => {
    for (const { path, message } of findUnbuildable(type))
      faults.push({ code: 'invalid', path: `gearTypes[${index}].${path}`, message });
  });

  const reversed = new Map<string, string>();
  plan.faces.forEach((face, index) => {
    if (face.shape.kind !== 'reverse') return;
    const path = `faces[${index}].shape.of`;
    const front = faces.get(face.shape.of);
    if (front?.shape.kind === 'reverse') {
      faults.push({
        code: 'invalid',
        path,
        message: told('“{front}” is itself a reverse; a reverse has none.', { front: front.name }),
      });
    }
    const other = reversed.get(face.shape.of);
    if (other !== undefined) {
      faults.push({
        code: 'invalid',
        path,
        message: told('The face “{of}” already has the reverse “{other}”.', { of: face.shape.of, other }),
      });
    }
    reversed.set(face.shape.of, face.id);
  });

  const joined = new Map<string, string>();
  plan.folds.forEach((fold, index) => {
    for (const end of ['a', 'b'] as const) {
      const { face: faceId, edge } = fold[end];
      const face = faces.get(faceId);
      if (face !== undefined && edge >= cornerCount(faces, face)) {
        dangling(
          `folds[${index}].${end}.edge`,
          told('edge on “{face}” numbered', { face: face.name }),
          String(edge + 1),
        );
      }
      const key = `${faceId}/${edge}`;
      const other = joined.get(key);
      if (other !== undefined && face !== undefined) {
        const message = told('Edge {edge} of “{face}” is already folded by “{other}”.', {
          edge: countOf(edge + 1),
          face: face.name,
          other,
        });
        faults.push({ code: 'invalid', path: `folds[${index}].${end}`, message });
      }
      joined.set(key, fold.id);
    }
    if (fold.a.face === fold.b.face) {
      faults.push({
        code: 'invalid',
        path: `folds[${index}]`,
        message: told('A face cannot fold onto itself.'),
      });
    }
  });

  plan.plateHoles.forEach(({ face: id, edge, to }, index) => {
    const face = faces.get(id);
    if (face !== undefined && edge >= cornerCount(faces, face))
      dangling(
        `plateHoles[${index}].edge`,
        told('edge on “{face}” numbered', { face: face.name }),
        String(edge + 1),
      );
    const isOwn = to === id || reversed.get(to) === id || reversed.get(id) === to;
    if (isOwn)
      faults.push({
        code: 'invalid',
        path: `plateHoles[${index}].to`,
        message: told(
          'A hole through a plate leads to another face, not to its own or the other side of it.',
        ),
      });
  });

  plan.placements.forEach((placement, index) => {
    if (placement.on !== undefined) {
      const path = `placements[${index}].on`;
      const board = placements.get(placement.on);
      if (board === undefined) return;
      if (types.get(board.type)?.kind !== 'board' || board.on !== undefined) {
        faults.push({
          code: 'invalid',
          path,
          message: told('“{board}” is no board that hangs on a face.', { board: board.name }),
        });
      } else if (board.face !== placement.face) {
        faults.push({
          code: 'invalid',
          path,
          message: told('“{board}” hangs on another face.', { board: board.name }),
        });
      }
    }
  });

  const checkPort = (port: Port, path: string) => {
    const placement = placements.get(port.placement);
    const type = types.get(placement?.type ?? '');
    if (type !== undefined && !type.knockouts.some(({ id }) => id === port.knockout)) {
      dangling(`${path}.knockout`, told('knockout on “{type}” called', { type: type.name }), port.knockout);
    }
  };

  plan.nipples.forEach((nipple, index) => {
    checkPort(nipple.from, `nipples[${index}].from`);
    const path = `nipples[${index}].wireway`;
    const wireway = placements.get(nipple.wireway);
    if (wireway !== undefined && types.get(wireway.type)?.kind !== 'wireway') {
      faults.push({
        code: 'invalid',
        path,
        message: told('“{wireway}” is not a wireway.', { wireway: wireway.name }),
      });
    }
  });

  plan.joins.forEach((join, index) => {
    const path = `joins[${index}]`;
    for (const end of ['a', 'b'] as const) {
      if (join.kind === 'side-by-side') checkPort(join[end], `${path}.${end}`);
    }
    if (join.a.placement === join.b.placement) {
      faults.push({ code: 'invalid', path, message: told('An enclosure cannot be joined to itself.') });
    }
  });

  const wirewayOf = new Map(plan.nipples.map(({ id, wireway }) => [id, wireway]));
  plan.circuits.forEach((circuit, index) => {
    const path = `circuits[${index}]`;
    const invalid = (at: string, message: Told) =>
      faults.push({ code: 'invalid', path: `${path}.${at}`, message });
    const { name, stretches, wire } = circuit;
    stretches.forEach(({ from, to }, at) => {
      const place = `stretches[${at}]`;
      if (from === to) invalid(place, told('“{name}” comes in and leaves by the same nipple.', { name }));
      else if (wirewayOf.get(from) !== wirewayOf.get(to))
        invalid(place, told('“{name}” has its ends in two wireways.', { name }));
    });
    if (wire.carrying > wire.count)
      invalid('wire', told('“{name}” has fewer conductors than it says carry current.', { name }));
    const sizes = INSULATION_NAMES[wire.insulation].sizes;
    if ((wire.size.by === 'awg' || wire.size.by === 'mm2') && wire.size.by !== sizes) {
      const { words } = INSULATION_NAMES[wire.insulation];
      invalid('wire.size', told('“{name}” has {words} of a size it is not made in.', { name, words }));
    }
    for (const side of ['from', 'to'] as const) {
      const end = circuit[side];
      if (end.at === 'modules') {
        const type = types.get(end.type);
        if (type !== undefined && type.solarModule === null)
          invalid(`${side}.type`, told('“{type}” is no solar module.', { type: type.name }));
      } else if (end.at === 'strings') {
        if (new Set(end.strings).size < end.strings.length)
          invalid(`${side}.strings`, told('“{name}” names one string twice.', { name }));
      } else if (end.at === 'gear' && end.terminal !== null) {
        const type = types.get(placements.get(end.placement)?.type ?? '');
        if (type !== undefined && !type.terminals.some(({ id }) => id === end.terminal))
          dangling(
            `${path}.${side}.terminal`,
            told('terminal on “{type}” called', { type: type.name }),
            end.terminal,
          );
      }
    }
  });

  plan.penetrations.forEach((penetration, index) => {
    const path = `penetrations[${index}].face`;
    const face = faces.get(penetration.face);
    if (face?.shape.kind === 'outline' && !reversed.has(face.id)) {
      faults.push({
        code: 'invalid',
        path,
        message: told('“{face}” has no reverse for the hole to come out on.', { face: face.name }),
      });
    }
  });

  const isModule = (id: string) => {
    const type = types.get(id);
    return type === undefined || type.solarModule !== null;
  };
  plan.moduleFields.forEach((field, index) => {
    const path = `moduleFields[${index}]`;
    const invalid = (at: string, message: Told) =>
      faults.push({ code: 'invalid', path: `${path}.${at}`, message });
    for (const type of new Set([field.type, ...field.modules.flatMap((each) => each.type ?? [])])) {
      if (!isModule(type))
        invalid('type', told('“{type}” is no solar module.', { type: types.get(type)?.name ?? type }));
    }
    if (new Set(field.modules.map(({ id }) => id)).size < field.modules.length)
      invalid('modules', told('Two modules of “{field}” have one id.', { field: field.name }));
  });

  const modulesOf = new Map(
    plan.moduleFields.map(({ id, modules }) => [id, new Set(modules.map((each) => each.id))]),
  );
  const strung = new Map<string, string>();
  plan.moduleStrings.forEach((string, index) => {
    string.modules.forEach(({ field, module }, at) => {
      const path = `moduleStrings[${index}].modules[${at}]`;
      const known = modulesOf.get(field);
      if (known !== undefined && !known.has(module)) dangling(`${path}.module`, 'module', module);
      const key = `${field}/${module}`;
      const other = strung.get(key);
      if (other !== undefined) {
        const message =
          other === string.name
            ? told('“{string}” has one module twice.', { string: string.name })
            : told('A module is in “{other}” and in “{string}”.', { other, string: string.name });
        faults.push({ code: 'invalid', path, message });
      }
      strung.set(key, string.name);
    });
  });

  plan.runs.forEach((run, index) => {
    checkPort(run.from, `runs[${index}].from`);
    checkPort(run.to, `runs[${index}].to`);
    if (new Set(run.circuits).size < run.circuits.length) {
      const message = told('“{run}” carries one circuit twice.', { run: run.name });
      faults.push({ code: 'invalid', path: `runs[${index}].circuits`, message });
    }
  });
  return faults;
}

/** Corners of a face’s outline; a reverse has its front’s. 0 where there is none. */
function cornerCount(faces: ReadonlyMap<string, Face>, face: Face): number {
  const { shape } = face;
  if (shape.kind === 'outline') return shape.pointsMm.length;
  const front = faces.get(shape.of)?.shape;
  return front?.kind === 'outline' ? front.pointsMm.length : 0;
}

function findFaceFaults(face: Face, path: string, corners: number): PlanFault[] {
  const faults: PlanFault[] = [];
  const invalid = (at: string, message: Told) =>
    faults.push({ code: 'invalid', path: `${path}.${at}`, message });
  if (face.shape.kind === 'outline') {
    const fault = findOutlineFault(face.shape.pointsMm);
    if (fault !== null) invalid('shape.pointsMm', outlineFaultTold(fault));
    findRepeats(face.shape.framing).forEach((index) => {
      invalid(`shape.framing[${index}].id`, told('This id is used twice on the face.'));
    });
  }
  findRepeats(face.obstacles).forEach((index) => {
    invalid(`obstacles[${index}].id`, told('This id is used twice on the face.'));
  });
  face.setbacks.forEach(({ edge }, index) => {
    if (edge >= corners)
      invalid(
        `setbacks[${index}].edge`,
        told('“{face}” has no edge {edge}.', { face: face.name, edge: countOf(edge + 1) }),
      );
  });
  return faults;
}

/** Places in a list whose id stands there already. */
function findRepeats(items: readonly { readonly id: string }[]): number[] {
  return items.flatMap(({ id }, index) => (items.findIndex((each) => each.id === id) < index ? [index] : []));
}

/** What refers to nothing, in every list that refers to another. */
function findDangling(plan: Plan): PlanFault[] {
  const known = new Map(listsOf(plan).map(({ key, items }) => [key, new Set(items.map(({ id }) => id))]));
  return listsOf(plan).flatMap(({ key, kind, items }) =>
    items.flatMap((item, index) =>
      kind.refersTo.flatMap(({ to, path, word, idsOf }) =>
        idsOf(item)
          .filter((id) => known.get(to)?.has(id) !== true)
          .map((id): PlanFault => {
            const message = told('There is no {word} “{id}” in this plan.', { word, id });
            return { code: 'dangling', path: `${key}[${index}].${path}`, message };
          }),
      ),
    ),
  );
}
