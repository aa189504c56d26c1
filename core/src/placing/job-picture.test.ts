import { expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { DEMOS } from '../demo/demos.ts';
import { boundsOf, isBoxWithin } from '../geometry/polygon.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import { jobPicture } from './job-picture.ts';

test.each(DEMOS.map(({ plan }) => [plan().name, plan()] as const))(
  'the picture of %s keeps every face and every piece at its size, within its bounds',
  (_, plan) => {
    const { bounds, faces, gear } = jobPicture(plan);
    const prepared = prepare(plan);
    const area = (shapes: readonly (readonly (readonly [number, number])[])[]) =>
      shapes.reduce((sum, points) => sum + Math.abs(signedAreaMm2(points)), 0);
    expect(faces).toHaveLength(plan.faces.length);
    expect(gear).toHaveLength(plan.placements.length);
    for (const points of faces) expect(isBoxWithin(boundsOf(points), bounds)).toBe(true);
    // Laid flat, nothing is stretched.
    const true_ = [...prepared.site.faces.values()].map(({ outline }) => outline);
    expect(area(faces) / area(true_)).toBeCloseTo(1, 9);
  },
);
