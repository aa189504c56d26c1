import Flatbush from 'flatbush';
import { polygonDistance } from './segments.ts';
import type { Check } from '../core/src/check/finding.ts';
import { runChecksAfter } from '../core/src/check/recheck.ts';
import { prepare } from '../core/src/check/prepared.ts';
import { CHECKS } from '../core/src/checks.ts';
import { evaluateAfter } from '../core/src/evaluate.ts';
import { bigPlan } from './big-plan.ts';
import { sideBySide } from './measure.ts';

const PIECES = 2000;

/** The gaps of 2,000 placements in 50 rooms, and then every check of them, against the bare neighbour search of a static spatial index on the same boxes. */
export function benchAgainstIndex() {
  const plan = bigPlan(200, PIECES);
  const prepared = prepare(plan);
  const boxes = [...prepared.hung.values()].map(({ body, face }) => ({ ...body, face: face.id }));
  const byFace = [...new Set(boxes.map(({ face }) => face))].map((face) =>
    boxes.filter((box) => box.face === face),
  );
  const checks = CHECKS.filter(
    ({ meta }) =>
      meta.id === 'clearance.beside' || meta.id === 'clearance.stacked' || meta.id === 'clearance.overlap',
  );
  const run = (which: readonly Check[]) => () => runChecksAfter(prepared, which, null, null).findings.length;
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
  const against = '(against a bare neighbour search of flatbush on the same boxes)';
  return [
    {
      name: `gaps beside, above and below of ${PIECES} placements, and overlaps ${against}`,
      ...sideBySide(run(checks), theirs),
    },
    {
      name: `all ${CHECKS.length} checks of ${PIECES} placements, working spaces in 3-D and fixes included ${against}`,
      ...sideBySide(run(CHECKS), theirs),
    },
  ];
}

/** The gaps of 500 placements, against the distance of every pair of outlines by their segments. */
export function benchAgainstAllPairs() {
  const plan = bigPlan(1, 500);
  const prepared = prepare(plan);
  const checks = CHECKS.filter(({ meta }) => meta.id === 'clearance.beside');
  const bodies = [...prepared.hung.values()].map(({ body }) => body);
  const ours = () => runChecksAfter(prepared, checks, null, null).findings.length;
  const theirs = () => {
    let least = Infinity;
    bodies.forEach((a, i) => {
      for (const b of bodies.slice(i + 1)) least = Math.min(least, polygonDistance(a, b));
    });
    return least;
  };
  return {
    name: 'gaps of 500 placements on one wall (against the distance of every pair by a general geometry library)',
    ...sideBySide(ours, theirs),
  };
}

/** Checking again after one of 2,000 pieces moved, against checking everything. */
export function benchRecheck() {
  const plan = bigPlan(200, PIECES);
  const { checked } = evaluateAfter(plan, null);
  let shift = 0;
  const moved = () => {
    shift = (shift + 7) % 60;
    return {
      ...plan,
      placements: plan.placements.map((each, index) =>
        index === 1000 ? { ...each, xMm: each.xMm + shift + 1 } : each,
      ),
    };
  };
  const ours = () => evaluateAfter(moved(), checked);
  const theirs = () => evaluateAfter(moved(), null);
  if (
    JSON.stringify(ours().evaluation.findings.length) !== JSON.stringify(theirs().evaluation.findings.length)
  )
    throw new Error('The two disagree.');
  return {
    name: `checking again after one of ${PIECES} moved (against a full check)`,
    ...sideBySide(ours, theirs),
  };
}
