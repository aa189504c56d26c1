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
import { RUNS } from '../check/subjects.ts';
import { faceName, runName } from '../plan/names.ts';
import { freshId } from '../plan/fresh-id.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import type { Quantity } from '../quantity/format.ts';
import { edgeLengthMm, foldEdge } from '../site/place-faces.ts';
import { metEdges, NEW_PLATE_MM, platePlaces } from '../site/plate-meeting.ts';
import { FIRST_HOLE_MM, memberAtPlate, newPlateHole } from '../route/plate-bore.ts';
import { NEW_PENETRATION, type Penetration } from '../plan/penetration.ts';
import type { Run } from '../plan/run.ts';
import { practice } from '../reference/source.ts';
import { routeOf } from '../route/route.ts';
import { findPenetrationSides, outerSide } from './penetration-sides.ts';
import { freeSideOf } from './lee.ts';
import { isPenetrationClear } from './penetration-spot.ts';

const meta: CheckMeta = {
  id: 'seal.wanted',
  looksAt: 'Runs that have to go through a face, or a plate on which faces meet, where no hole is yet',
  severity: 'fix',
  source: practice('A run through a face takes a penetration that was planned'),
  parameters: [],
  messages: {
    wanted: '{run} goes to the other side of a face, and there is no penetration yet: add one.',
  },
  fixMessages: {
    add: 'Add one on {face}, {right} right, {up} up: {length} of cable',
    bore: 'Bore into {face} from {to}, {right} right there: {length} of cable',
  },
};

function checkRun(prepared: Prepared, { id }: Run): Found[] {
  const outcome = routeOf(prepared, id);
  if (outcome?.kind !== 'fault' || outcome.fault.code !== 'no-penetration') return [];
  const { run } = outcome.fault;
  const item = prepared.hung.get(run.from.placement);
  return [
    findingOf(meta, {
      message: 'wanted',
      data: { run: runName(run.id) },
      subjects: [{ kind: 'run', id: run.id }],
      at:
        item === undefined ? null : { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
      fixes: () => placesFor(prepared, run),
    }),
  ];
}

/** So many places are tried along and up each face, and all of them at once by one search. */
const TRIED_EACH_WAY = 12;

/**
 * Where a run would best go through: clear places of every face with another side are holes for one search, which takes the
 * best of them. What it took is offered.
 */
export function placesFor(prepared: Prepared, run: Run): Fix[] {
  const tried = [...prepared.site.faces.values()].flatMap((face, index) =>
    face.otherSide === null || face.face.shape.kind === 'reverse' ? [] : triedOn(prepared, face.id, index),
  );
  const bored = triedInPlates(prepared);
  const plan = prepared.document;
  const trial = prepare({
    ...plan,
    penetrations: [...plan.penetrations, ...tried],
    plateHoles: [...plan.plateHoles, ...bored],
    runs: [run],
  });
  const outcome = routeOf(trial, run.id);
  if (outcome?.kind !== 'routed') return [];
  const taken = outcome.routed.passes.flatMap(({ through: { kind, id } }): Taken[] =>
    kind === 'penetration'
      ? tried.flatMap((each) => (each.id === id ? [{ penetration: each }] : []))
      : bored.flatMap((each) => (each.id === id ? [{ plateHole: each }] : [])),
  );
  const [first] = taken;
  if (first === undefined) return [];
  const added = taken.reduce<Added>(({ plan: before, edits }, each) => addedTo(before, edits, each), {
    plan,
    edits: [],
  });
  const length = { value: outcome.routed.totalMm, unit: 'mm' } as const;
  return [{ ...wordsOf(prepared, first, length), edits: added.edits }];
}

/** A hole of those tried that the way takes. */
type Taken = { readonly penetration: Penetration } | { readonly plateHole: PlateHole };
type Added = { readonly plan: Plan; readonly edits: readonly PlanEdit[] };

/** With an id and a name that are free in the plan, and the edit that adds it. */
function addedTo(before: Plan, edits: readonly PlanEdit[], taken: Taken): Added {
  if ('penetration' in taken) {
    const id = freshId(before, 'penetration');
    const penetration = { ...taken.penetration, id, name: `Penetration ${before.penetrations.length + 1}` };
    return {
      plan: { ...before, penetrations: [...before.penetrations, penetration] },
      edits: [...edits, { kind: 'add-penetration', penetration }],
    };
  }
  const id = freshId(before, 'plate-hole');
  const hole = { ...taken.plateHole, id, name: `Plate hole ${before.plateHoles.length + 1}` };
  return {
    plan: { ...before, plateHoles: [...before.plateHoles, hole] },
    edits: [...edits, { kind: 'set-plate-hole', hole }],
  };
}

/** What is said of the first hole. */
function wordsOf(prepared: Prepared, first: Taken, length: Quantity): Omit<Fix, 'edits'> {
  if ('penetration' in first) {
    const { face, xMm, yMm } = first.penetration;
    const [right, up] = [xMm, yMm].map((value): Quantity => ({ value, unit: 'mm' })) as [Quantity, Quantity];
    return { message: 'add', data: { face: faceName(face), right, up, length } };
  }
  const { face, to } = first.plateHole;
  const met = platePlaces(prepared.site, first.plateHole);
  const right: Quantity = { value: met.ok ? met.places.there.at[0] : 0, unit: 'mm' };
  return { message: 'bore', data: { face: faceName(face), to: faceName(to), right, length } };
}

/** Clear places all along the edges of cavities that meet another face. */
function triedInPlates(prepared: Prepared): PlateHole[] {
  const { site } = prepared;
  const met = new Map(
    [...site.faces.keys()]
      .flatMap((id) => metEdges(site, id, NEW_PLATE_MM))
      .map((each) => [`${each.face} ${each.edge} ${each.to}`, each]),
  );
  return [...met.values()].flatMap((edge, place) => {
    const made = newPlateHole(prepared, edge);
    const ends = foldEdge(site.faces.get(edge.face) ?? { outline: [] }, edge.edge);
    const lengthMm = ends === null ? 0 : edgeLengthMm(ends);
    return Array.from({ length: TRIED_EACH_WAY - 1 }, (_, index): PlateHole => ({
      ...made,
      id: `tried-plate-${place}-${index}`,
      alongMm: Math.round((lengthMm * (index + 1)) / TRIED_EACH_WAY),
    })).filter((hole) => {
      const places = platePlaces(site, hole);
      return places.ok && memberAtPlate(places.places, FIRST_HOLE_MM) === undefined;
    });
  });
}

function triedOn(prepared: Prepared, faceId: string, place: number): Penetration[] {
  const face = prepared.site.faces.get(faceId);
  if (face === undefined) return [];
  const { minX, minY, maxX, maxY } = face.bounds;
  const tried: Penetration[] = [];
  for (let i = 1; i < TRIED_EACH_WAY; i++)
    for (let j = 1; j < TRIED_EACH_WAY; j++) {
      const xMm = Math.round(minX + ((maxX - minX) * i) / TRIED_EACH_WAY);
      const yMm = Math.round(minY + ((maxY - minY) * j) / TRIED_EACH_WAY);
      const made: Penetration = {
        ...NEW_PENETRATION,
        done: [],
        id: `tried-${place}-${i}-${j}`,
        name: 'Tried',
        face: faceId,
        xMm,
        yMm,
      };
      const sides = findPenetrationSides(prepared, made);
      if (sides === null || !isPenetrationClear(prepared, sides)) continue;
      const { isOutside } = outerSide(sides);
      tried.push(isOutside ? { ...made, opensTo: freeSideOf(prepared, sides)?.opensTo ?? null } : made);
    }
  return tried;
}

export const wantedCheck: Check = checkOf(meta, lookAt(RUNS, checkRun));
