import { obstacleName } from '../plan/names.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare, type Hung, type Prepared } from '../check/prepared.ts';
import type { Plan } from '../plan/plan.ts';
import {
  beside,
  boxObstacle,
  gear,
  hang,
  plan,
  faceOf,
  rectangle,
  spacedFraming,
  wall,
} from '../test/plans.ts';
import { byMarks } from './clear-moves.ts';
import { faceEdgeCheck } from './face-edge.ts';
import { locationCheck } from './location.ts';
import { overlapCheck } from './overlap.ts';
import { distanceMm, reaches, reachOfRulesMm } from './required-gap.ts';
import { snapsFor, snapsNear } from '../placing/snaps.ts';

const pipe = boxObstacle('pipe', 'Pipe', 'pipe', [0, 1900, 900, 50]);

function hung(prepared: Prepared, id: string): Hung {
  const item = prepared.hung.get(id);
  if (item === undefined) throw new Error(id);
  return item;
}

function withGear(...places: [string, number, number][]): Plan {
  return plan({
    faces: [wall('w', rectangle(3000, 2500), { obstacles: [pipe] })],
    gearTypes: [gear('t')],
    placements: places.map(([id, xMm, yMm]) => hang(id, 't', 'w', xMm, yMm)),
  });
}

describe('moves', () => {
  test('go by marks of the job’s tape wherever that is clear too, and never by less than is missing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('us' as const, 'iec' as const),
        fc.double({ min: 0.01, max: 400, noNaN: true }),
        fc.constantFrom([1, 0] as const, [-1, 0] as const, [0, 1] as const, [0, -1] as const),
        (codeBasis, leastMm, way) => {
          const prepared = prepare({ ...withGear(['a', 1500, 1300], ['b', 2200, 1300]), codeBasis });
          const byMm = byMarks(prepared, hung(prepared, 'a'), way, leastMm);
          expect(byMm).toBeGreaterThanOrEqual(leastMm - 0.001);
          const marks = byMm / (codeBasis === 'us' ? 25.4 / 16 : 1);
          const isOnMark = Math.abs(marks - Math.round(marks)) < 1e-6;
          // To the right the next piece is 300 away: where there is no room at all the least stays as it is.
          if (!isOnMark) expect([byMm, way[0] === 1 && leastMm > 298]).toEqual([leastMm, true]);
        },
      ),
      { seed: 31, numRuns: 300 },
    );
  });
});

describe('overlapCheck', () => {
  test('finds two bodies that share room, once, and says how much', () => {
    const [finding, ...others] = findingsOf(
      overlapCheck,
      prepare(withGear(['a', 1000, 1500], ['b', 1300, 1700])),
    );
    expect(others).toEqual([]);
    expect(finding).toMatchObject({
      severity: 'stop',
      data: { width: { value: 100 }, height: { value: 400 } },
    });
  });

  test('lets bodies touch', () => {
    expect(findingsOf(overlapCheck, prepare(withGear(['a', 1000, 1500], ['b', 1400, 1500])))).toEqual([]);
  });

  test('finds gear over a pipe and offers a place beside it', () => {
    const [finding] = findingsOf(overlapCheck, prepare(withGear(['a', 800, 1900])));
    expect(finding?.data).toMatchObject({ other: obstacleName('w', 'pipe') });
    expect(finding?.fixes.map(({ edits }) => edits)).toEqual([
      [{ kind: 'move-placement', placement: 'a', xMm: 1100, yMm: 1900 }],
    ]);
  });
});

describe('faceEdgeCheck', () => {
  test.each([
    ['within', 200, 0],
    ['past the left edge', 199, 1],
    ['past the right edge', 2801, 1],
  ])('judges gear %s', (_, xMm, count) => {
    expect(findingsOf(faceEdgeCheck, prepare(withGear(['a', xMm, 1200])))).toHaveLength(count);
  });

  test('judges a gable by its slope, not by its bounds', () => {
    const gable = plan({
      faces: [
        wall('w', [
          [0, 0],
          [3000, 0],
          [3000, 1500],
          [1500, 2500],
          [0, 1500],
        ]),
      ],
      gearTypes: [gear('t')],
      placements: [hang('middle', 't', 'w', 1500, 1700), hang('corner', 't', 'w', 300, 1700)],
    });
    expect(findingsOf(faceEdgeCheck, prepare(gable)).map(({ subjects }) => subjects[0]?.id)).toEqual([
      'corner',
    ]);
  });
});

describe('locationCheck', () => {
  test('stops indoor gear outside, and nothing else', () => {
    const both = (side: 'inside' | 'outside') =>
      plan({
        faces: [wall('w', rectangle(3000, 2500), { side })],
        gearTypes: [gear('in', { location: 'indoor' }), gear('out')],
        placements: [hang('a', 'in', 'w', 500, 1500), hang('b', 'out', 'w', 1500, 1500)],
      });
    expect(findingsOf(locationCheck, prepare(both('inside')))).toEqual([]);
    expect(
      findingsOf(locationCheck, prepare(both('outside'))).map(({ subjects }) => subjects[0]?.id),
    ).toEqual(['a']);
  });
});

describe('rules keep the unit they were given in', () => {
  test('6 in is 152.4 mm and 150 mm is 150 mm', () => {
    expect(distanceMm({ value: 6, unit: 'in' })).toBe(152.4);
    expect(distanceMm({ value: 150, unit: 'mm' })).toBe(150);
  });

  test.each([
    [25, 'degC', 25, true],
    [77, 'degF', 25, true],
    [77, 'degF', 24.99, false],
    [25, 'degC', 24.99, false],
  ] as const)('a threshold of %d %s at %d °C', (value, unit, tempC, expected) => {
    expect(reaches(tempC, { value, unit })).toBe(expected);
  });

  test('a type is reached by its own rules and by those for its kind, no others', () => {
    const types = [
      gear('t', { rules: [beside('r', { distance: { value: 8, unit: 'in' } })] }),
      gear('b', { kind: 'battery' }),
    ];
    const us = prepare(plan({ codeBasis: 'us', gearTypes: types }));
    expect(reachOfRulesMm(us, 't')).toBe(203.2);
    // IRC R328.3.1: batteries keep 3 ft.
    expect(reachOfRulesMm(us, 'b')).toBe(914.4);
    expect(reachOfRulesMm(prepare(plan({ gearTypes: types })), 'b')).toBe(0);
    const own = beside('own', { distance: { value: 5, unit: 'in' } });
    expect(reachOfRulesMm(prepare(plan({ gearTypes: types, rules: [own] })), 'b')).toBe(127);
  });
});

describe('snapsFor', () => {
  const framing = [spacedFraming('s', 'studs', 'stud', 38, [400, 400])];
  const faces = [faceOf({ id: 'w', name: 'W', points: rectangle(3000, 2500), thicknessMm: 20, framing })];
  const two = prepare(
    plan({
      faces,
      gearTypes: [gear('t', { rules: [beside('r', {})] })],
      placements: [hang('a', 't', 'w', 1000, 1500), hang('b', 't', 'w', 2000, 1450)],
    }),
  );

  test('offer the exact required gap on both sides, every stud, and the neighbour’s hook line', () => {
    const { across, up } = snapsFor(two, hung(two, 'b'));
    expect(across.filter(({ why }) => why === 'required-gap').map(({ atMm }) => atMm)).toEqual([450, 1550]);
    expect(across.filter(({ why }) => why === 'framing').map(({ atMm }) => atMm)).toEqual([
      400, 800, 1200, 1600, 2000, 2400, 2800,
    ]);
    expect(up.filter(({ why }) => why === 'in-line')).toEqual([{ atMm: 1500, why: 'in-line', lineMm: 1500 }]);
  });

  test('hold the nearest within reach, a required gap before framing at equal distance', () => {
    const { across } = snapsFor(two, hung(two, 'b'));
    expect(snapsNear(across, 1552, 10)[0]).toMatchObject({ atMm: 1550, why: 'required-gap' });
    expect(snapsNear(across, 1575, 30)[0]).toMatchObject({ atMm: 1550, why: 'required-gap' });
    expect(snapsNear(across, 1580, 30)[0]).toMatchObject({ atMm: 1600, why: 'framing' });
    expect(snapsNear(across, 1700, 30)).toEqual([]);
  });
});
