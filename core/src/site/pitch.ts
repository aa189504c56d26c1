import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import { fail, ok, type Result } from '../result.ts';
import { foldedFrame, type Frame } from '../geometry/frame.ts';
import { edgeLengthMm, foldEdge } from './place-faces.ts';
import type { Site } from './site.ts';
import { foldsAt } from './folds.ts';

/** A fold whose edge rises by less than this over its length is level. Unitless. */
const LEVEL_RATIO = 1e-6;

/** The angle between a face and the level, degrees: 0 for a floor or ceiling, 90 for a wall. */
export function pitchDeg(frame: Frame): number {
  return (Math.acos(Math.min(1, Math.abs(frame.toViewer[2]))) * 180) / Math.PI;
}

/** Rise in 12 of run, as roofs are spoken of; infinite for a wall. */
export function riseInTwelve(pitch: number): number {
  return 12 * Math.tan((pitch * Math.PI) / 180);
}

/** Degrees for a rise over a run: 7 in 12 is 30.26°. */
export function pitchFromRise(rise: number, run: number): number {
  return (Math.atan2(rise, run) * 180) / Math.PI;
}

/** Reads `30`, `30.3°`, `7:12` or `7/12`. Gives degrees from 0 to 90, or what was not understood. */
export function parsePitch(text: string): Result<number, string> {
  const ratio = /^\s*(\d+(?:\.\d+)?)\s*[:/]\s*(\d+(?:\.\d+)?)\s*$/u.exec(text);
  const degrees = /^\s*(\d+(?:\.\d+)?)\s*(?:°|deg)?\s*(?:\([^)]*\))?\s*$/u.exec(text);
  const value =
    ratio === null ? Number(degrees?.[1] ?? NaN) : pitchFromRise(Number(ratio[1]), Number(ratio[2]));
  if (Number.isNaN(value)) return fail(`“${text}” was not understood as a pitch: type 30° or 7:12.`);
  if (value > 90) return fail(`A pitch of ${value}° is more than upright.`);
  return ok(value);
}

/**
 * The edit that gives a face a pitch: it turns the fold, or the stand, that the face hangs on, by the least angle
 * that does it. Says why not for the root, for a reverse, and for a fold whose edge is not level.
 */
export function pitchEdit(site: Site, faceId: string, wantedDeg: number): Result<PlanEdit, string> {
  const by = site.placedBy.get(faceId);
  const face = site.faces.get(faceId);
  const frame = site.frames.get(faceId);
  if (by === undefined || face === undefined || frame === undefined) {
    return fail('This face does not stand anywhere yet: fold it to another, or give it a place of its own.');
  }
  switch (by.kind) {
    case 'root':
      return fail('The root face stands upright; make another face the root to tilt this one.');
    case 'reverse':
      return fail('The other side of a face has that face’s pitch.');
    case 'stand': {
      const { shape } = face.face;
      if (shape.kind !== 'outline' || shape.stands === null) throw new Error(`“${faceId}” has no stand.`);
      const sign = shape.stands.tiltDeg < 0 ? -1 : 1;
      return ok({
        kind: 'set-stand',
        face: faceId,
        stands: { ...shape.stands, tiltDeg: sign * (90 - wantedDeg) },
      });
    }
    case 'fold':
      return foldPitch(site, faceId, by.from, by.fold.id, wantedDeg);
  }
}

function foldPitch(
  site: Site,
  faceId: string,
  from: string,
  foldId: string,
  wantedDeg: number,
): Result<PlanEdit, string> {
  const seen = foldsAt(site.folds, from).find(({ fold }) => fold.id === foldId);
  const [parent, child] = [site.faces.get(from), site.faces.get(faceId)];
  const parentFrame = site.frames.get(from);
  const edge = seen === undefined || parent === undefined ? null : foldEdge(parent, seen.here.edge);
  const otherEdge = seen === undefined || child === undefined ? null : foldEdge(child, seen.there.edge);
  if (seen === undefined || parentFrame === undefined || edge === null || otherEdge === null) {
    throw new Error(`“${faceId}” is not placed by the fold “${foldId}”.`);
  }
  const heightOf = ([x, y]: readonly [number, number]) =>
    parentFrame.origin[2] + parentFrame.right[2] * x + parentFrame.up[2] * y;
  if (Math.abs(heightOf(edge[1]) - heightOf(edge[0])) / edgeLengthMm(edge) > LEVEL_RATIO) {
    return fail('The edge it is folded on is not level: set the fold’s angle instead.');
  }
  const pitchAt = (angleDeg: number) => pitchDeg(foldedFrame(parentFrame, edge, otherEdge, angleDeg));
  const best = anglesOfPitch(seen.fold.towardViewerDeg, pitchAt, wantedDeg)
    .filter((angleDeg) => Math.abs(angleDeg) < 180)
    .sort((a, b) => Math.abs(a - seen.fold.towardViewerDeg) - Math.abs(b - seen.fold.towardViewerDeg))[0];
  if (best === undefined) return fail('No angle of this fold gives that pitch.');
  return ok({ kind: 'set-fold-angle', fold: foldId, towardViewerDeg: best });
}

/** Two pitches that differ by less are one, degrees: arithmetic only. */
const SAME_PITCH_DEG = 1e-6;

/** On a level fold the tilt goes up or down degree for degree, so each candidate is a shift of the present angle. */
function anglesOfPitch(nowDeg: number, pitchAt: (angleDeg: number) => number, wantedDeg: number): number[] {
  const here = pitchAt(nowDeg);
  const shifts = [wantedDeg - here, wantedDeg + here, -wantedDeg - here, here - wantedDeg];
  return shifts
    .flatMap((shift) => [nowDeg + shift, nowDeg + shift + 180, nowDeg + shift - 180])
    .filter((angleDeg) => Math.abs(angleDeg) < 180)
    .filter((angleDeg) => Math.abs(pitchAt(angleDeg) - wantedDeg) < SAME_PITCH_DEG);
}
