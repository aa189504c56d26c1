import { CHECKS } from '../core/src/checks.ts';
import { prepare, type Prepared } from '../core/src/check/prepared.ts';
import { runChecks } from '../core/src/check/run-checks.ts';
import { honeyHouse } from '../core/src/demo/honey-house.ts';
import type { Plan } from '../core/src/plan/plan.ts';
import { sideBySide } from './measure.ts';

/** A hall with `count` inverters in rows, some of them a little too close. */
function hall(count: number): Plan {
  const demo = honeyHouse();
  const columns = 25;
  const type = demo.gearTypes.filter(({ id }) => id === 'inverter-8kw');
  const [face] = demo.faces;
  if (face === undefined) throw new Error('no face');
  const corners: [number, number][] = [
    [0, 0],
    [columns * 700 + 700, 0],
    [columns * 700 + 700, 9000],
    [0, 9000],
  ];
  return {
    ...demo,
    faces: [
      {
        ...face,
        obstacles: [],
        shape: {
          kind: 'outline',
          pointsMm: corners,
          thicknessMm: 100,
          framing: [],
          stands: null,
          asFound: { floorRiseDeg: null, leftLeanDeg: null, faceLeanDeg: null },
        },
      },
    ],
    folds: [],
    gearTypes: type,
    placements: Array.from({ length: count }, (_, index) => ({
      id: `p${index}`,
      name: `P${index}`,
      type: 'inverter-8kw',
      face: face.id,
      xMm: 600 + (index % columns) * 700 + (index % 7 === 0 ? 35 : 0),
      yMm: 900 + Math.floor(index / columns) * 900,
    })),
    joints: [],
    circuits: [],
    passes: [],
    runs: [],
  };
}

/** The same checks with a neighbour search that looks at every piece. */
function withoutIndex(prepared: Prepared): Prepared {
  const grids = new Map([...prepared.onFace].map(([face, items]) => [face, { near: () => [...items] }]));
  return { ...prepared, grids: grids as unknown as Prepared['grids'] };
}

/** A full check of 200 placements, against the same with a brute-force neighbour search. */
export function benchCheck() {
  const plan = hall(200);
  const full = () => runChecks(prepare(plan), CHECKS);
  const brute = () => runChecks(withoutIndex(prepare(plan)), CHECKS);
  const [ours, theirs] = [full(), brute()];
  if (JSON.stringify(ours) !== JSON.stringify(theirs))
    throw new Error('The two neighbour searches disagree.');
  if (ours.length === 0) throw new Error('The hall has nothing to find.');
  return {
    name: `full check of 200 placements, ${ours.length} findings (against brute force)`,
    ...sideBySide(full, brute),
  };
}
