import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { foldOf } from '../demo/parts.ts';
import { NO_RATINGS, type GearType } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { getMaterial } from '../site/materials.ts';
import { beside, boxObstacle, gear, getHung, hang, plan, rectangle, wall } from '../test/plans.ts';
import { dedicatedSpaceCheck } from './dedicated-space.ts';
import { handlesCheck } from './handles.ts';
import { planStrip } from '../placing/plan-strip.ts';
import { swingCheck } from './swing.ts';
import { depthFtFor, workingSpaceOf } from './working-space.ts';
import { workingSpaceCheck } from './working-space-check.ts';

const volts = (voltsToGroundV: number | null): Partial<GearType> => ({
  ratings: { ...NO_RATINGS, voltsToGroundV },
});

/** A corridor: a wall and the one opposite, so far apart, joined by a short end wall at the right. */
function corridor(apartMm: number, type: Partial<GearType>, more: Partial<Plan> = {}): Plan {
  return plan({
    codeBasis: 'us',
    materials: [getMaterial('material-plywood'), getMaterial('material-concrete')],
    faces: [
      wall('w', rectangle(4000, 2500)),
      wall('end', rectangle(apartMm, 2500)),
      wall('far', rectangle(4000, 2500)),
    ],
    folds: [foldOf('f', ['w', 1], ['end', 3], 90), foldOf('g', ['end', 1], ['far', 3], 90)],
    gearTypes: [gear('t', { ...volts(120), ...type }), gear('bare', { kind: 'other' })],
    placements: [hang('a', 't', 'w', 2000, 1500)],
    ...more,
  });
}

function free(of: Plan, id = 'a'): number | undefined {
  const prepared = prepare(of);
  return workingSpaceOf(prepared, getHung(prepared, id))?.room.depthMm;
}
const messages = (of: Plan) => findingsOf(workingSpaceCheck, prepare(of)).map(({ message }) => message);

describe('the depth of working space', () => {
  // NEC (NFPA 70) 2023, Table 110.26(A)(1), feet.
  test.each([
    [120, 1, 3],
    [150, 3, 3],
    [151, 1, 3],
    [277, 2, 3.5],
    [480, 3, 4],
    [600, 3, 4],
    [601, 2, 4],
    [1000, 3, 5],
  ] as const)('%i V to ground, condition %i: %f ft', (voltage, condition, feet) => {
    expect(depthFtFor(voltage, condition)).toBe(feet);
  });

  test('is measured from the front of the gear to the wall opposite', () => {
    expect(free(corridor(1100, {}))).toBeCloseTo(900, 1);
    expect(messages(corridor(1100, {}))).toEqual(['shallow']);
    expect(messages(corridor(200 + mmFromInch(36), {}))).toEqual([]);
    expect(messages(corridor(200 + mmFromInch(36) - 0.1, {}))).toEqual(['shallow']);
  });

  test('asks for more before concrete and before live gear opposite', () => {
    const concrete = corridor(3000, volts(277));
    const faces = concrete.faces.map((face) =>
      face.id === 'far' ? { ...face, material: 'material-concrete' } : face,
    );
    const required = (of: Plan) => {
      const prepared = prepare(of);
      return workingSpaceOf(prepared, getHung(prepared, 'a'))?.requiredMm;
    };
    expect(required(concrete)).toBe(mmFromInch(36));
    const near = {
      ...corridor(1200, volts(277)),
      faces: corridor(1200, {}).faces.map((face) =>
        face.id === 'far' ? { ...face, material: 'material-concrete' } : face,
      ),
    };
    expect(required(near)).toBe(mmFromInch(42));
    // Beyond the deepest space of the table nothing opposite matters.
    expect(required({ ...concrete, faces })).toBe(mmFromInch(36));
    const live = corridor(1700, volts(277), {
      placements: [hang('a', 't', 'w', 2000, 1500), hang('b', 't', 'far', 2000, 1500)],
    });
    expect(required(live)).toBe(mmFromInch(48));
    expect(free(live)).toBeCloseTo(1700 - 400, 1);
  });

  test('may lie anywhere along the wall that contains the gear', () => {
    // Something 700 tall stands on the floor 150 beyond each end of the body: no window of 762 mm fits between.
    const boxes = (left: number, right: number) => [
      wall('w', rectangle(4000, 2500), {
        obstacles: [
          boxObstacle('l', 'Left tank', 'other', [left - 300, 0, 300, 700], { standsOutMm: 900 }),
          boxObstacle('r', 'Right tank', 'other', [right, 0, 300, 700], { standsOutMm: 900 }),
        ],
      }),
      ...corridor(2500, {}).faces.slice(1),
    ];
    expect(free(corridor(2500, {}, { faces: boxes(1650, 2350) }))).toBeCloseTo(0, 1);
    expect(free(corridor(2500, {}, { faces: boxes(1790, 1790 + 762 + 0.1) }))).toBeCloseTo(2300, 1);
    // A tank before the gear ends it where the tank begins, whatever the width.
    const before = wall('far', rectangle(4000, 2500), {
      obstacles: [boxObstacle('t', 'Tank', 'other', [1900, 0, 200, 700], { standsOutMm: 1000 })],
    });
    const faces = [...corridor(2500, {}).faces.slice(0, 2), before];
    expect(free(corridor(2500, {}, { faces }))).toBeCloseTo(2500 - 1000 - 200, 1);
  });

  test('lets gear over and under it stand out six inches more, and no further', () => {
    const stacked = (depthMm: number) =>
      corridor(
        2500,
        {},
        {
          gearTypes: [
            gear('t', volts(120)),
            gear('deep', { kind: 'other', depthMm, heightMm: 300, dropMm: 300 }),
          ],
          placements: [hang('a', 't', 'w', 2000, 1500), hang('b', 'deep', 'w', 2000, 800)],
        },
      );
    expect(free(stacked(200 + 152.4))).toBeCloseTo(2300, 1);
    expect(free(stacked(200 + 153))).toBeCloseTo(0, 1);
  });

  test('asks once for a face when nothing is drawn opposite, until it is measured', () => {
    const open = plan({ codeBasis: 'us', gearTypes: [gear('t', volts(120))], placements: [hang('a', 't', 'w', 1000, 1500), hang('b', 't', 'w', 2000, 1500)] }); // prettier-ignore
    const [finding] = findingsOf(workingSpaceCheck, prepare(open));
    expect([finding?.message, finding?.severity, finding?.required?.value]).toEqual([
      'unknown',
      'ask',
      mmFromInch(36) + 200,
    ]);
    expect(findingsOf(workingSpaceCheck, prepare(open))).toHaveLength(1);
    const measured = (mm: number) => ({
      ...open,
      faces: [wall('w', rectangle(5000, 2500), { roomInFrontMm: mm })],
    });
    expect(messages(measured(1200))).toEqual([]);
    expect(messages(measured(1100))).toEqual(['shallow', 'shallow']);
    expect(messages({ ...open, faces: [wall('w', rectangle(5000, 2500), { side: 'outside' })] })).toEqual([]);
  });

  test('says when the voltage to ground is missing, and asks nothing of a van', () => {
    expect(messages(corridor(1500, volts(null)))).toEqual(['voltage']);
    const van = corridor(500, {});
    expect(messages({ ...van, site: { ...van.site, setting: 'mobile' } })).toEqual([]);
  });

  test('is a gangway of 700 mm in the other code basis', () => {
    // IEC 60364-7-729:2007, 729.513.
    expect(messages(corridor(899, {}, { codeBasis: 'iec' }))).toEqual(['shallow']);
    expect(messages(corridor(901, {}, { codeBasis: 'iec' }))).toEqual([]);
  });

  test('takes a maker’s own room in front from what is drawn', () => {
    const rule = beside('f', {
      side: 'front',
      counterpart: 'surface',
      distance: { value: 1200, unit: 'mm' },
    });
    expect(messages(corridor(1300, { kind: 'other', rules: [rule] }))).toEqual(['front-rule']);
    expect(messages(corridor(1401, { kind: 'other', rules: [rule] }))).toEqual([]);
  });

  test('is drawn in the strip before the wall', () => {
    const strip = planStrip(prepare(corridor(1500, {})), 'w');
    expect(strip?.spaces).toEqual([
      { id: 'a', fromMm: 1619, toMm: 2381, backMm: 200, frontMm: 200 + 914.4, isFree: true },
    ]);
  });
});

describe('dedicated space', () => {
  const pipe = (y: number, standsOutMm = 40) =>
    wall('w', rectangle(4000, 5000), {
      obstacles: [boxObstacle('p', 'Water pipe', 'pipe', [0, y, 4000, 30], { standsOutMm })],
    });
  const centre = (face: ReturnType<typeof pipe>) =>
    findingsOf(
      dedicatedSpaceCheck,
      prepare(corridor(3000, { kind: 'load-centre' }, { faces: [face], folds: [] })),
    ).length;

  test('has no pipes over it for six feet, nor under it, within its depth', () => {
    // The body’s top is at 1600.
    expect(centre(pipe(1700))).toBe(1);
    expect(centre(pipe(1600 + mmFromInch(72) - 1))).toBe(1);
    expect(centre(pipe(1600 + mmFromInch(72) + 1))).toBe(0);
    expect(centre(pipe(300))).toBe(1);
  });
});

describe('handles', () => {
  test('are at most 6 ft 7 in above the floor, and a lower place is offered', () => {
    const at = (yMm: number) =>
      findingsOf(
        handlesCheck,
        prepare(
          plan({
            codeBasis: 'us',
            faces: [wall('w', rectangle(4000, 4000))],
            gearTypes: [gear('t', { handles: [{ id: 'main', name: 'Main breaker', upMm: 400 }] })],
            placements: [hang('a', 't', 'w', 1000, yMm)],
          }),
        ),
      );
    // The bottom is 500 below the hook line.
    const most = mmFromInch(79);
    expect(at(most - 400 + 500)).toEqual([]);
    const [finding] = at(most - 400 + 500 + 25);
    expect(finding?.measured?.value).toBeCloseTo(most + 25, 6);
    // By the next mark of an inch tape: 25 mm is a little less than an inch.
    expect(finding?.fixes[0]?.data.distance).toMatchObject({ unit: 'mm', value: expect.closeTo(25.4, 6) });
  });
});

describe('what swings', () => {
  const cover = { hinge: 'left', leafMm: 400 } as const;
  const strikes = (of: Plan) => findingsOf(swingCheck, prepare(of)).map(({ message }) => message);

  test('a cover opens square unless something is before it', () => {
    expect(strikes(corridor(601, { cover }))).toEqual([]);
    expect(strikes(corridor(599, { cover }))).toEqual(['cover']);
    // Beside the hinge it may stand as close as it likes.
    const deep = gear('deep', { kind: 'other', depthMm: 500 });
    const next = (xMm: number) =>
      corridor(
        2000,
        {},
        {
          gearTypes: [gear('t', { cover }), deep],
          placements: [hang('a', 't', 'w', 2000, 1500), hang('b', 'deep', 'w', xMm, 1500)],
        },
      );
    expect(strikes(next(1600))).toEqual([]);
    expect(strikes(next(2400))).toEqual([]);
    expect(strikes(next(2300))).toEqual(['cover']);
  });

  test('a top-hung cover needs its depth and nothing beside', () => {
    expect(strikes(corridor(701, { cover: { hinge: 'top', leafMm: 500 } }))).toEqual([]);
    expect(strikes(corridor(690, { cover: { hinge: 'top', leafMm: 500 } }))).toEqual(['cover']);
  });

  test('a door strikes gear within its leaf, on its own wall and on the one beside', () => {
    const door = (hinge: 'left' | 'right', throughDeg: number) => [
      wall('w', rectangle(4000, 2500), {
        obstacles: [
          boxObstacle('d', 'Door', 'door', [1000, 0, 800, 2000], {
            opens: { kind: 'swing', hinge, throughDeg },
          }),
        ],
      }),
      ...corridor(2500, {}).faces.slice(1),
    ];
    const at = (xMm: number) => ({ placements: [hang('a', 'bare', 'w', xMm, 1500)] });
    // Hung 100 clear of the hinge side: struck only by a door that goes past square.
    expect(strikes(corridor(2500, {}, { faces: door('left', 90), ...at(700) }))).toEqual([]);
    expect(strikes(corridor(2500, {}, { faces: door('left', 178), ...at(700) }))).toEqual(['door']);
    expect(strikes(corridor(2500, {}, { faces: door('left', 178), ...at(-20) }))).toEqual([]);
    expect(strikes(corridor(2500, {}, { faces: door('right', 170), ...at(2100) }))).toEqual(['door']);
    expect(strikes(corridor(2500, {}, { faces: door('right', 170), ...at(700) }))).toEqual([]);
  });
});
