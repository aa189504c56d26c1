import { describe, expect, test } from '@jest/globals';
import { DEMOS } from './demo/demos.ts';
import { evaluatePlan } from './evaluate.ts';
import { applyEdits } from './plan/edits/apply-edit.ts';
import type { Plan } from './plan/plan.ts';
import { FindingBook } from './check/finding-book.ts';
import { prepare } from './check/prepared.ts';
import { CHECKS } from './checks.ts';
import { fourHoles } from './gear/new-gear.ts';
import { gear, hang, plan } from './test/plans.ts';
import { expectSame } from './test/same.ts';
import { cases } from './test/cases.ts';

/** A wall with a board whose rails only just meet the bolts of what is fixed to it. */
function withBoard(): Plan {
  const board = gear('board', {
    kind: 'board',
    widthMm: 1200,
    heightMm: 900,
    depthMm: 12,
    dropMm: 900,
    board: {
      material: 'Sheet',
      fireClass: 'unknown',
      holding: 'wood-screw',
      cornerRadiusMm: 0,
      hasTrim: false,
      cables: 'behind',
      railsUpMm: [300, 700],
    },
  });
  const unit = gear('unit', { heat: { lossW: 5, sheds: 'front' }, bracketHoles: fourHoles(300, 400, 5) });
  const placements = [
    hang('b', 'board', 'w', 2000, 1600),
    { ...hang('u', 'unit', 'w', 2000, 1400), on: 'b' },
  ];
  return plan({ gearTypes: [board, unit], placements });
}

describe('hundreds of pieces dropped at once', () => {
  test('are one heap to clear, and nothing before is lost', () => {
    const demo = DEMOS[0]?.plan();
    if (demo === undefined) throw new Error('no demo');
    const count = cases(1000, 200);
    const dropped = Array.from({ length: count }, (_, index) => ({
      kind: 'place-gear' as const,
      placement: {
        id: `x${index}`,
        name: `X ${index}`,
        type: 'array-junction-box',
        face: 'plant-wall',
        xMm: 400,
        yMm: 2000,
      },
    }));
    const applied = applyEdits(demo, dropped);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    const { findings } = evaluatePlan(applied.value.plan);
    const heap = findings.filter(({ message }) => message === 'heap');
    expect(heap.map(({ measured }) => measured?.value)).toEqual([count - 1]);
    expect(findings.length).toBeLessThan(20);
    for (const { id } of evaluatePlan(demo).findings) expect(findings.map((each) => each.id)).toContain(id);
  });
});

describe('moving gear on a board that had nothing to clear', () => {
  test('finds at once that its bolts miss the rails', () => {
    const model = prepare(withBoard());
    const book = new FindingBook(model, CHECKS);
    expect(book.findings().map(({ check }) => check)).not.toContain('fixing.board');
    const applied = applyEdits(withBoard(), [
      { kind: 'move-placement', placement: 'u', xMm: 2000, yMm: 1380 },
    ]);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    model.update(applied.value.plan);
    const findings = book.findings();
    expect(findings.map(({ check, message }) => `${check}/${message}`)).toContain('fixing.board/off-rail');
    expectSame(findings, evaluatePlan(applied.value.plan).findings);
  });
});
