import { gearTypeName, tellingOf } from '../plan/names.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { hungAt, prepare } from '../check/prepared.ts';
import { sentenceOf } from '../check/sentence.ts';
import { getCheckMeta } from '../checks.ts';
import type { Plan } from '../plan/plan.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import { INCH_READER } from '../quantity/format.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { beside, boxObstacle, gear, getHung, hang, plan, rectangle, wall } from '../test/plans.ts';
import { besideCheck } from './beside.ts';
import { findClearMoves } from './clear-moves.ts';
import { liveGapsBeside } from './gaps.ts';
import { requiredGapBeside } from './required-gap.ts';

const metricRules = [
  beside('inside', { when: { side: 'inside' } }),
  beside('warm', {
    distance: { value: 200, unit: 'mm' },
    when: { side: 'inside', meanMaxAtLeast: { value: 25, unit: 'degC' } },
  }),
  beside('outside', { distance: { value: 50, unit: 'mm' }, when: { side: 'outside' } }),
];
const inchRules = [
  beside('inside', { distance: { value: 6, unit: 'in' }, when: { side: 'inside' } }),
  beside('warm', {
    distance: { value: 8, unit: 'in' },
    when: { side: 'inside', meanMaxAtLeast: { value: 77, unit: 'degF' } },
  }),
  beside('outside', { distance: { value: 2, unit: 'in' }, when: { side: 'outside' } }),
];

function twoUnits(rules: typeof metricRules, side: 'inside' | 'outside', tempC: number, gapMm: number): Plan {
  return plan({
    faces: [wall('w', rectangle(5000, 2500), { side, conditions: { meanMaxTempC: tempC } })],
    gearTypes: [gear('t', { rules })],
    placements: [hang('a', 't', 'w', 1000, 1500), hang('b', 't', 'w', 1400 + gapMm, 1500)],
  });
}

/** What is asked for between its two pieces. */
function gapOf(of: Plan) {
  const prepared = prepare(of);
  return requiredGapBeside(prepared, getHung(prepared, 'a'), getHung(prepared, 'b'));
}

describe('requiredGapBeside', () => {
  // Common practice, no source: the maker-style rule 150/200/50 mm and its inch edition 6/8/2 inches, 25 °C / 77 °F.
  test.each<[string, typeof metricRules, 'inside' | 'outside', number, number]>([
    ['150 mm inside when cool', metricRules, 'inside', 24.9, 150],
    ['200 mm inside from 25 °C', metricRules, 'inside', 25, 200],
    ['200 mm inside when hot', metricRules, 'inside', 31, 200],
    ['50 mm outside at any temperature', metricRules, 'outside', 31, 50],
    ['6 in inside when cool', inchRules, 'inside', 24.9, mmFromInch(6)],
    ['8 in inside from 77 °F', inchRules, 'inside', 25, mmFromInch(8)],
    ['2 in outside', inchRules, 'outside', 40, mmFromInch(2)],
  ])('asks for %s', (_, rules, side, tempC, expectedMm) => {
    const both = twoUnits(rules, side, tempC, 300);
    expect(gapOf(both)?.mm).toBe(expectedMm);
  });

  test('takes the larger of both neighbours’ rules and the job’s own', () => {
    const mixed = plan({
      gearTypes: [
        gear('t', { rules: [beside('r1', {})] }),
        gear('u', { rules: [beside('r2', { distance: { value: 180, unit: 'mm' } })] }),
      ],
      placements: [hang('a', 't', 'w', 1000, 1500), hang('b', 'u', 'w', 1700, 1500)],
    });
    expect(gapOf(mixed)).toMatchObject({ mm: 180, owner: gearTypeName('u') });
    const own = beside('own', { counterpart: 'any-gear', distance: { value: 10, unit: 'in' } });
    expect(gapOf({ ...mixed, rules: [own] })).toMatchObject({ mm: 254, owner: 'this job' });
  });

  test('does not hold between different kinds when it says same kind', () => {
    const mixed = plan({
      gearTypes: [gear('t', { rules: [beside('r', {})] }), gear('u', { kind: 'load-centre' })],
      placements: [hang('a', 't', 'w', 1000, 1500), hang('b', 'u', 'w', 1700, 1500)],
    });
    expect(gapOf(mixed)).toBeNull();
  });
});

describe('besideCheck', () => {
  test('passes at exactly the required gap and finds a gap 0.1 mm short', () => {
    expect(findingsOf(besideCheck, prepare(twoUnits(metricRules, 'inside', 20, 150)))).toEqual([]);
    const [finding, ...others] = findingsOf(besideCheck, prepare(twoUnits(metricRules, 'inside', 20, 149.9)));
    expect(others).toEqual([]);
    expect(finding?.measured?.value).toBeCloseTo(149.9, 9);
    expect(finding?.required?.value).toBe(150);
  });

  test('says it in the reader’s units without rounding the failure away', () => {
    const plan = twoUnits(inchRules, 'inside', 20, 151.6);
    const [finding] = findingsOf(besideCheck, prepare(plan));
    if (finding === undefined) throw new Error('no finding');
    expect(sentenceOf(finding, getCheckMeta('clearance.beside'), tellingOf(INCH_READER, plan))).toBe(
      'a and b are 5 15⁄16″ apart; Type t asks for 6″.',
    );
  });

  test('leaves units alone that do not face each other', () => {
    const apart = twoUnits(metricRules, 'inside', 20, 20);
    const raised = {
      ...apart,
      placements: apart.placements.map((p) => (p.id === 'b' ? { ...p, yMm: 2150 } : p)),
    };
    expect(findingsOf(besideCheck, prepare(raised))).toEqual([]);
  });

  test('offers fixes each of which clears the finding', () => {
    const close = twoUnits(metricRules, 'inside', 26, 90);
    const [finding] = findingsOf(besideCheck, prepare(close));
    expect(finding?.fixes.length).toBeGreaterThan(0);
    for (const fix of finding?.fixes ?? []) {
      const fixed = applyEdits(close, fix.edits);
      if (!fixed.ok) throw new Error(JSON.stringify(fixed.fault.message));
      expect(findingsOf(besideCheck, prepare(fixed.value.plan))).toEqual([]);
    }
  });

  test('finds the same pairs as testing every pair, on a crowded wall', () => {
    let seed = 12345;
    const random = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
    const crowd = plan({
      faces: [wall('w', rectangle(20000, 8000))],
      gearTypes: [gear('t', { rules: metricRules, widthMm: 300, heightMm: 400, dropMm: 350 })],
      placements: Array.from({ length: 120 }, (_, index) =>
        hang(`p${index}`, 't', 'w', 200 + random() * 19600, 400 + random() * 7500),
      ),
    });
    const prepared = prepare(crowd);
    const all = [...prepared.hung.values()];
    const expected = all.flatMap((a, i) =>
      all.slice(i + 1).flatMap((b) => {
        const gap = Math.max(b.body.minX - a.body.maxX, a.body.minX - b.body.maxX);
        const facing = Math.min(a.body.maxY, b.body.maxY) - Math.max(a.body.minY, b.body.minY) > 0.01;
        return facing && gap >= 0 && gap < 150 ? [[a.id, b.id].sort().join()] : [];
      }),
    );
    const found = findingsOf(besideCheck, prepared).map(({ subjects }) =>
      subjects
        .map(({ id }) => id)
        .sort()
        .join(),
    );
    expect(found.sort()).toEqual(expected.sort());
    expect(found.length).toBeGreaterThan(10);
  });
});

describe('liveGapsBeside', () => {
  test('follows gear that is moved without touching the plan', () => {
    const both = twoUnits(metricRules, 'inside', 20, 300);
    const prepared = prepare(both);
    const [gap] = liveGapsBeside(prepared, hungAt(getHung(prepared, 'b'), 1460, 1500));
    expect(gap).toMatchObject({ side: 'left', measuredMm: 60 });
    expect(prepared.hung.get('b')?.placement.xMm).toBe(1700);
  });
});

describe('findClearMoves', () => {
  test('finds none on a wall that is too short for both', () => {
    const tight = plan({
      faces: [wall('w', rectangle(900, 2500))],
      gearTypes: [gear('t', { rules: metricRules })],
      placements: [hang('a', 't', 'w', 200, 1500), hang('b', 't', 'w', 700, 1500)],
    });
    const prepared = prepare(tight);
    expect(findClearMoves(prepared, getHung(prepared, 'b'))).toEqual([]);
  });

  test('keeps off an obstacle', () => {
    const door = boxObstacle('d', 'Door', 'door', [1900, 0, 900, 2100]);
    const blocked = plan({
      faces: [wall('w', rectangle(3000, 2500), { obstacles: [door] })],
      gearTypes: [gear('t')],
      placements: [hang('a', 't', 'w', 1800, 1500)],
    });
    const prepared = prepare(blocked);
    expect(findClearMoves(prepared, getHung(prepared, 'a'))).toEqual([
      { xMm: 1700, movedMm: 100, side: 'left' },
    ]);
  });
});
