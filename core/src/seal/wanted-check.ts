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
import { NEW_PENETRATION, type Penetration } from '../plan/penetration.ts';
import type { Run } from '../plan/run.ts';
import { practice } from '../reference/source.ts';
import { routeOf } from '../route/route.ts';
import { findPenetrationSides, outerSide } from './penetration-sides.ts';
import { freeSideOf } from './lee.ts';
import { isPenetrationClear } from './penetration-spot.ts';

const meta: CheckMeta = {
  id: 'seal.wanted',
  looksAt: 'Runs that have to go through a face where no penetration is yet',
  severity: 'fix',
  source: practice('A run through a face takes a penetration that was planned'),
  parameters: [],
  messages: {
    wanted: '{run} goes to the other side of a face, and there is no penetration yet: add one.',
  },
  fixMessages: {
    add: 'Add one on {face}, {right} right, {up} up: {length} of cable',
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
  const plan = prepared.document;
  const trial = prepare({ ...plan, penetrations: [...plan.penetrations, ...tried], runs: [run] });
  const outcome = routeOf(trial, run.id);
  if (outcome?.kind !== 'routed') return [];
  const taken = outcome.routed.penetrations.flatMap((id) => tried.filter((each) => each.id === id));
  const [first] = taken;
  if (first === undefined) return [];
  const added = taken.reduce<{ readonly plan: typeof plan; readonly list: readonly Penetration[] }>(
    ({ plan: before, list }, each) => {
      const id = freshId(before, 'penetration');
      const made = { ...each, id, name: `Penetration ${before.penetrations.length + 1}` };
      return { plan: { ...before, penetrations: [...before.penetrations, made] }, list: [...list, made] };
    },
    { plan, list: [] },
  ).list;
  return [
    {
      message: 'add',
      data: {
        face: faceName(first.face),
        right: { value: first.xMm, unit: 'mm' },
        up: { value: first.yMm, unit: 'mm' },
        length: { value: outcome.routed.totalMm, unit: 'mm' },
      },
      edits: added.map((penetration) => ({ kind: 'add-penetration', penetration }) as const),
    },
  ];
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
