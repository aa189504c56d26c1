import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { frontMm, prepare } from '../check/prepared.ts';
import { drillSheets } from '../pack/holes.ts';
import { applyEdit } from '../plan/edits/apply-edit.ts';
import { findGearFaults } from '../plan/gear-faults.ts';
import type { Flush } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { getMaterial } from '../site/materials.ts';
import { gear, getHung, hang, plan, rectangle, spacedFraming, wall, refusalText } from '../test/plans.ts';
import { behindCutOut, cutOutCorners, cutOutOf } from './cut-out.ts';
import { flushCheck } from './flush-check.ts';

const flush: Flush = { cutWidthMm: 160, cutHeightMm: 110, cornerHoleMm: 10, behindMm: 45, wiresMm: 25, panelMm: { leastMm: 3, mostMm: 20 } }; // prettier-ignore

/** A panel of 9 mm ply on a wall 80 thick in all, ribs 40 wide every 500. */
function letIn(xMm = 750, more: Partial<Flush> = {}, thicknessMm = 80): Plan {
  const panel = { ...getMaterial('material-plywood'), thicknessMm: 9 };
  const { shape, ...face } = wall('w', rectangle(3000, 2000));
  if (shape.kind !== 'outline') throw new Error('no outline');
  const framing = [spacedFraming('ribs', 'ribs', 'rib', 40, [500, 500])];
  return plan({
    materials: [panel],
    faces: [{ ...face, material: panel.id, shape: { ...shape, thicknessMm, framing } }],
    gearTypes: [
      gear('display', {
        kind: 'other',
        widthMm: 200,
        heightMm: 140,
        depthMm: 60,
        dropMm: 70,
        flush: { ...flush, ...more },
      }),
    ],
    placements: [{ ...hang('d', 'display', 'w', xMm, 1000), isFlush: true }],
  });
}
const found = (of: Plan) => findingsOf(flushCheck, prepare(of)).map(({ message, measured, required }) => [message, measured?.value, required?.value]); // prettier-ignore

describe('gear let into a panel', () => {
  test('is cut out about its middle, with its corner holes inside the cut', () => {
    const item = getHung(prepare(letIn()), 'd');
    // Its body is 930 to 1070 up: the middle is at 1000.
    expect(cutOutOf(item)).toEqual({ minX: 670, maxX: 830, minY: 945, maxY: 1055 });
    expect(cutOutCorners(item).map(({ at }) => at)).toEqual([[675, 950], [825, 950], [675, 1050], [825, 1050]]); // prettier-ignore
    const holes = drillSheets(prepare(letIn())).flatMap((sheet) => sheet.holes);
    expect(holes.map(({ xMm, yMm, diameterMm }) => [xMm, yMm, diameterMm])).toContainEqual([675, 950, 10]);
    expect(holes).toHaveLength(4);
  });

  test('stands out only by what is not let in', () => {
    expect(frontMm(getHung(prepare(letIn()), 'd'))).toBe(60 - 45);
  });

  test('needs the hollow for its depth behind the panel and for its wires', () => {
    // 45 in, of which 9 in the panel: 36, and 25 for the wires.
    const prepared = prepare(letIn());
    const behind = behindCutOut(prepared, getHung(prepared, 'd'));
    expect(behind).toMatchObject({ panelMm: 9, hollowMm: 71, neededMm: 61 });
    expect(found(letIn(750, {}, 70))).toEqual([]);
    expect(found(letIn(750, {}, 69))).toEqual([['deep', 60, 61]]);
  });

  test('keeps its cut-out off the framing, and asks for a panel its clips hold', () => {
    // Ribs from 480 to 520 and 980 to 1020; the cut-out is 80 each way.
    expect(found(letIn(600))).toEqual([]);
    expect(found(letIn(599))).toEqual([['framing', undefined, undefined]]);
    expect(found(letIn(750, { panelMm: { leastMm: 10, mostMm: 20 } }))).toEqual([['thin', 9, 10]]);
    expect(found(letIn(750, { panelMm: { leastMm: 2, mostMm: 8 } }))).toEqual([['thick', 9, 8]]);
  });

  test('is let in only where its type says how, and hangs on its face again', () => {
    const hung = applyEdit(letIn(), { kind: 'set-flush', placement: 'd', isFlush: false });
    expect(hung.ok && found(hung.value.plan)).toEqual([]);
    expect(hung.ok && hung.value.plan.placements).toEqual([hang('d', 'display', 'w', 750, 1000)]);
    const plain = {
      ...letIn(),
      gearTypes: [gear('display')],
      placements: [hang('d', 'display', 'w', 750, 1000)],
    };
    const refused = applyEdit(plain, { kind: 'set-flush', placement: 'd', isFlush: true });
    expect(refused.ok ? '' : refusalText(refused.fault.message, plain)).toContain(
      'cannot be let into a panel',
    );
  });

  test('has a front that covers its cut-out, and a range of panels that is one', () => {
    const faults = (more: Partial<Flush>) => findGearFaults(gear('t', { widthMm: 200, heightMm: 140, dropMm: 70, flush: { ...flush, ...more } })).map(({ path }) => path); // prettier-ignore
    expect(faults({})).toEqual([]);
    expect(faults({ cutWidthMm: 201 })).toEqual(['flush.cutWidthMm']);
    expect(faults({ panelMm: { leastMm: 9, mostMm: 8 } })).toEqual(['flush.panelMm.leastMm']);
    expect(faults({ cornerHoleMm: 111 })).toEqual(['flush.cornerHoleMm']);
  });
});
