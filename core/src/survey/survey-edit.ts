import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { fail, ok, type Result } from '../result.ts';
import { pitchEdit } from '../site/pitch.ts';
import { reachFromFaceMm } from '../site/obstacle-zone.ts';
import { resizeEdit } from '../site/resize.ts';
import type { Site } from '../site/site.ts';
import type { ReadingSummary } from './readings.ts';

/** A member found by one reading may be off by this (practice): half a pencil line and a shaky hand. */
const LEAST_TOLERANCE_MM = 1;

/** The edit that makes the plan say what was measured for an item of the survey, or why there is none. */
export function surveyEdit(site: Site, key: string, summary: ReadingSummary): Result<PlanEdit, string> {
  const [faceId = '', part = '', id = '', detail = ''] = key.split('/');
  const face = site.faces.get(faceId);
  if (face === undefined) return fail('The face of this reading is no longer in the plan.');
  const value = summary.mean;
  switch (part) {
    case 'width':
      return resizeEdit(face, 'width', value);
    case 'height':
      return resizeEdit(face, 'height', value);
    case 'thickness':
      return value > 0
        ? ok({ kind: 'set-face', face: faceId, thicknessMm: value })
        : fail('A thickness is above 0.');
    case 'room':
      return ok({ kind: 'set-face', face: faceId, roomInFrontMm: value });
    case 'floor-rise':
      return ok({ kind: 'set-as-found', face: faceId, asFound: { floorRiseDeg: value } });
    case 'left-lean':
      return ok({ kind: 'set-as-found', face: faceId, asFound: { leftLeanDeg: value } });
    case 'face-lean':
      return ok({ kind: 'set-as-found', face: faceId, asFound: { faceLeanDeg: value } });
    case 'pitch':
      // A level laid the other way round reads the same pitch with the other sign.
      return pitchEdit(site, faceId, Math.abs(value));
    case 'framing': {
      const toleranceMm = Math.max(LEAST_TOLERANCE_MM, 2 * (summary.standardError ?? 0));
      const found = { centreMm: value, toleranceMm };
      return ok({ kind: 'find-member', face: faceId, framing: id, index: Number(detail), found });
    }
    case 'obstacle': {
      const obstacle = face.obstacles.find((each) => each.id === id);
      if (obstacle === undefined) return fail('What was measured is no longer on the face.');
      return obstacleEdit(faceId, obstacle, detail, value);
    }
    default:
      return fail(`Nothing in the plan is called “${key}”.`);
  }
}

function obstacleEdit(
  face: string,
  obstacle: Obstacle,
  detail: string,
  value: number,
): Result<PlanEdit, string> {
  const { shape } = obstacle;
  const set = (changed: Obstacle): Result<PlanEdit, string> =>
    ok({ kind: 'set-obstacle', face, obstacle: changed });
  if (detail === 'reach') {
    const beyond = value - reachFromFaceMm(obstacle);
    if (obstacle.opens?.kind === 'rise') {
      const riseMm = obstacle.opens.riseMm + beyond;
      return riseMm > 0
        ? set({ ...obstacle, opens: { kind: 'rise', riseMm } })
        : fail('It would open by less than nothing.');
    }
    return set({ ...obstacle, standsOutMm: Math.max(0, obstacle.standsOutMm + beyond) });
  }
  if (shape.kind === 'line') {
    const axis = detail === 'left' ? 0 : 1;
    const nowMm = Math.min(...shape.pointsMm.map((point) => point[axis]));
    const shift = value - nowMm;
    const pointsMm = shape.pointsMm.map(([x, y]): [number, number] =>
      axis === 0 ? [x + shift, y] : [x, y + shift],
    );
    return set({ ...obstacle, shape: { ...shape, pointsMm } });
  }
  const fields = { left: 'xMm', low: 'yMm', width: 'widthMm', height: 'heightMm' } as const;
  const field = fields[detail as keyof typeof fields] as (typeof fields)[keyof typeof fields] | undefined;
  if (field === undefined) return fail(`Nothing on it is called “${detail}”.`);
  return set({ ...obstacle, shape: { ...shape, [field]: value } });
}
