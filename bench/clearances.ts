import Flatbush from 'flatbush';
import { runChecks } from '../core/src/check/run-checks.ts';
import type { Check } from '../core/src/check/finding.ts';
import { prepare } from '../core/src/check/prepared.ts';
import { CHECKS } from '../core/src/checks.ts';
import type { Plan } from '../core/src/plan/plan.ts';
import { largePlan, unitId, wallId } from '../core/src/test/large-plan.ts';
import { sideBySide } from './measure.ts';
import { polygonDistance } from './segments.ts';

const ROOMS = 40;
const ON_ONE_WALL = 500;

/** The gaps of all placements of a large job, against the bare neighbour search of a static spatial index on the same boxes. */
export function benchAgainstIndex() {
  const plan = largePlan(ROOMS);
  const boxes = [...prepare(plan).hung.values()].map(({ body, face }) => ({ ...body, face: face.id }));
  const byFace = [...new Set(boxes.map(({ face }) => face))].map((face) =>
    boxes.filter((box) => box.face === face),
  );
  // What hangs is worked out on both sides before the clock starts.
  const prepared = prepare(plan);
  for (const item of prepared.hung.values()) prepared.grids.get(item.face.id)?.near(item.body);
  const theirs = () => {
    let found = 0;
    for (const own of byFace) {
      const index = new Flatbush(own.length);
      for (const { minX, minY, maxX, maxY } of own) index.add(minX, minY, maxX, maxY);
      index.finish();
      for (const { minX, minY, maxX, maxY } of own)
        found += index.search(minX - 100, minY - 100, maxX + 100, maxY + 100).length;
    }
    return found;
  };
  return {
    name: `gaps beside, above and below of ${plan.placements.length} placements, and overlaps (against a bare neighbour search of flatbush on the same boxes)`,
    ...sideBySide(() => runChecks(prepared, GAPS).length, theirs),
  };
}

const GAPS: readonly Check[] = CHECKS.filter(({ meta }) =>
  ['clearance.beside', 'clearance.stacked', 'clearance.overlap'].includes(meta.id),
);

/** One long wall of units in a row. */
function longWall(): Plan {
  const room = largePlan(1);
  const unit = room.placements.find(({ id }) => id === unitId(0, 0, 0));
  if (unit === undefined) throw new Error('no unit');
  const pointsMm: [number, number][] = [
    [0, 0],
    [ON_ONE_WALL * 600, 0],
    [ON_ONE_WALL * 600, 3000],
    [0, 3000],
  ];
  return {
    ...room,
    faces: room.faces
      .filter(({ id }) => id === wallId(0, 0))
      .map((face) =>
        face.shape.kind === 'outline' ? { ...face, obstacles: [], shape: { ...face.shape, pointsMm } } : face,
      ),
    folds: [],
    placements: Array.from({ length: ON_ONE_WALL }, (_, index) => ({
      ...unit,
      id: `unit-${index}`,
      xMm: 400 + index * 540,
    })),
    nipples: [],
    joins: [],
    circuits: [],
    penetrations: [],
    runs: [],
  };
}

/** The gaps of 500 placements, against the distance of every pair of outlines by their segments. */
export function benchAgainstAllPairs() {
  const prepared = prepare(longWall());
  const checks = CHECKS.filter(({ meta }) => meta.id === 'clearance.beside');
  const bodies = [...prepared.hung.values()].map(({ body }) => body);
  const theirs = () => {
    let least = Infinity;
    bodies.forEach((a, i) => {
      for (const b of bodies.slice(i + 1)) least = Math.min(least, polygonDistance(a, b));
    });
    return least;
  };
  return {
    name: `gaps of ${ON_ONE_WALL} placements on one wall (against the distance of every pair by a general geometry library)`,
    ...sideBySide(() => runChecks(prepared, checks).length, theirs),
  };
}
