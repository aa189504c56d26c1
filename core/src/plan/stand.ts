import type { Stand } from './face.ts';

type Axis = readonly [number, number, number];

/** A standing face’s own directions in the site, unit vectors: turned about the vertical, then tilted back about its right. */
export function standAxes({ turnDeg, tiltDeg }: Pick<Stand, 'turnDeg' | 'tiltDeg'>): {
  readonly right: Axis;
  readonly up: Axis;
  readonly toViewer: Axis;
} {
  const turn = (turnDeg * Math.PI) / 180;
  const tilt = (tiltDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [ct, st] = [Math.cos(tilt), Math.sin(tilt)];
  return { right: [c, s, 0], up: [-s * st, c * st, ct], toViewer: [s * ct, -c * ct, st] };
}
