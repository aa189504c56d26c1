import { expect, test } from '@jest/globals';
import { honeyHouse } from '../demo/honey-house.ts';
import { faceToStart } from './start-face.ts';

test('a job is begun at its root, or where gear hangs while none hangs there', () => {
  const plan = honeyHouse();
  expect(faceToStart(plan)).toBe(plan.rootFace);
  expect(faceToStart({ ...plan, placements: [] })).toBe(plan.rootFace);
  const elsewhere = plan.placements.filter(({ face }) => face !== plan.rootFace);
  // Two battery cabinets and the transfer switch hang on the north wall, one box on the roof.
  expect(faceToStart({ ...plan, placements: elsewhere })).toBe('north-wall');
});
