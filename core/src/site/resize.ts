import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import { COINCIDENT_MM } from '../plan/outline.ts';
import { fail, ok, type Result } from '../result.ts';
import type { SiteFace } from './site-face.ts';

/**
 * The edit that gives a face a width or a height: the corners at its far end move, the others and everything measured
 * from the datum stay. Says why for a length that is none.
 */
export function resizeEdit(
  face: Pick<SiteFace, 'id' | 'bounds' | 'outline'>,
  what: 'width' | 'height',
  lengthMm: number,
): Result<PlanEdit, string> {
  if (!(lengthMm > 0)) return fail('A face is wider and higher than nothing.');
  const axis = what === 'width' ? 0 : 1;
  const endMm = axis === 0 ? face.bounds.maxX : face.bounds.maxY;
  const wantedMm = (axis === 0 ? face.bounds.minX : face.bounds.minY) + lengthMm;
  const pointsMm = face.outline.map(([x, y]): [number, number] => {
    const isAtEnd = Math.abs((axis === 0 ? x : y) - endMm) <= COINCIDENT_MM;
    if (!isAtEnd) return [x, y];
    return axis === 0 ? [wantedMm, y] : [x, wantedMm];
  });
  return ok({ kind: 'set-outline', face: face.id, pointsMm });
}
