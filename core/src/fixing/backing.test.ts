import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { runChecks } from '../check/run-checks.ts';
import { faceEdgeCheck } from '../clearance/face-edge.ts';
import { overlapCheck } from '../clearance/overlap.ts';
import { fourHoles } from '../gear/new-gear.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { Placement } from '../plan/placement.ts';
import type { Plan } from '../plan/plan.ts';
import { getMaterial } from '../site/materials.ts';
import { boxObstacle, gear, getHung, hang, plan, rectangle, spacedFraming, wall } from '../test/plans.ts';
import { backingFixes } from './backing.ts';
import { boardCheck } from './board-check.ts';
import { fixingPlanOf } from './fixing-plan.ts';
import { fixingsCheck } from './fixings-check.ts';

/** Gypsum on wooden studs every 400 mm, with a unit whose holes are 300 apart: never two columns on studs. */
function studWall(
  type: Partial<GearType> = {},
  more: { readonly studs?: boolean; readonly others?: readonly Placement[]; readonly pipe?: boolean } = {},
): Plan {
  const face = wall('w', rectangle(5000, 2500), { material: 'material-gypsum' });
  if (face.shape.kind !== 'outline') throw new Error('no outline');
  const studs = {
    ...spacedFraming('studs', 'studs', 'stud', 38, [400, 400]),
    specificGravity: 0.5,
    memberDepthMm: 140,
  };
  return plan({
    materials: [getMaterial('material-gypsum')],
    faces: [
      {
        ...face,
        shape: { ...face.shape, framing: more.studs === false ? [] : [studs] },
        obstacles:
          more.pipe === true
            ? [boxObstacle('pipe', 'Pipe', 'pipe', [0, 1210, 5000, 30], { standsOutMm: 60 })]
            : [],
      },
    ],
    gearTypes: [gear('t', { bracketHoles: fourHoles(300, 400, 5), massKg: 40, ...type })],
    placements: [hang('a', 't', 'w', 1000, 1500), ...(more.others ?? [])],
  });
}

function offered(of: Plan): string[] {
  const prepared = prepare(of);
  return backingFixes(prepared, getHung(prepared, 'a')).map(({ message }) => message);
}

describe('backingFixes', () => {
  test('put rails or a board from stud to stud, fixed to each stud, with the gear on it', () => {
    const of = studWall();
    const prepared = prepare(of);
    for (const { message, edits } of backingFixes(prepared, getHung(prepared, 'a'))) {
      const applied = applyEdits(of, edits);
      if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
      const after = prepare(applied.value.plan);
      const backing = getHung(after, 'backing-a-1');
      expect(getHung(after, 'a').board?.placement.id).toBe('backing-a-1');
      // Its holes at 850 and 1150 lie between the studs at 800 and 1200; a body 400 wide just reaches both.
      const studs = fixingPlanOf(after, backing)?.holes.map(({ member, kind }) => [member?.centreMm, kind]);
      expect(new Set(studs?.map(([centre]) => centre))).toEqual(new Set([800, 1200]));
      expect(new Set(studs?.map(([, kind]) => kind))).toEqual(new Set(['lag-in-member']));
      const findings = runChecks(after, [overlapCheck, faceEdgeCheck, boardCheck, fixingsCheck]);
      // No 5/16 in lag has a value in 30 mm (NDS 12.1.4.6: 4 D, 31.75 mm, without its tip): the board is bolted through.
      expect(findings.map((each) => each.message)).toEqual(['no-approval']);
      expect(message).toMatch(/^(?:rails|board)$/u);
    }
    expect(offered(of)).toEqual(['rails', 'board']);
  });

  /** So deep that its weight pulls hard, its holes 100 mm from the studs. */
  const pulling = { massKg: 150, depthMm: 900, bracketHoles: fourHoles(200, 400, 5) };

  test('put a rail behind each row of holes, as shallow as carries it', () => {
    const railOf = (type: Partial<GearType>) => {
      const prepared = prepare(studWall(type));
      const [fix] = backingFixes(prepared, getHung(prepared, 'a'));
      const edit = fix?.edits[0];
      return edit?.kind === 'add-gear-type' ? edit.gearType.board : null;
    };
    // Rows 400 apart; the lower rail’s middle is half its width above the bottom.
    expect(railOf({})).toMatchObject({ rail: 'slotted-21', railsUpMm: [20.5, 420.5] });
    // Pull of each upper hole ≈ 150·9.81·1.5·470 ÷ 400 ÷ 2 = 1,300 N; times 100 mm by 950 mm³ is 137 MPa, before its weight.
    expect(railOf(pulling)).toMatchObject({ rail: 'slotted-41' });
  });

  test('are cut to sizes that a tape has', () => {
    const sizes = (codeBasis: 'us' | 'iec') => {
      const prepared = prepare({ ...studWall(), codeBasis });
      return backingFixes(prepared, getHung(prepared, 'a')).map(({ data }) => data.width);
    };
    // From 760 to 1240 in centimetres; from 29 1/2 to 49 in by half inches.
    expect(sizes('iec')).toEqual([480, 480].map((value) => ({ value, unit: 'mm' })));
    expect(sizes('us')).toEqual(
      [19.5, 19.5].map((inches) => ({ value: expect.closeTo(inches * 25.4, 9), unit: 'mm' })),
    );
  });

  test('offer nothing where there is no framing, where it would cover other gear, or where a pipe runs', () => {
    expect(offered(studWall({}, { studs: false }))).toEqual([]);
    expect(offered(studWall({}, { pipe: true }))).toEqual([]);
    // A neighbour 50 mm beside the unit stands where the backing would reach.
    expect(offered(studWall({}, { others: [hang('b', 't', 'w', 1450, 1500)] }))).toEqual(['rails', 'board']);
    expect(offered(studWall({}, { others: [hang('b', 't', 'w', 1430, 1500)] }))).toEqual([]);
  });

  test('screw gear into a board only where it is thick enough for the code to have a value, else bolt it through', () => {
    const holding = (type: Partial<GearType>) => {
      const prepared = prepare(studWall(type));
      return backingFixes(prepared, getHung(prepared, 'a')).flatMap(({ edits }) =>
        edits.flatMap((edit) => (edit.kind === 'add-gear-type' ? [edit.gearType.board?.holding] : [])),
      );
    };
    expect(holding(pulling)).toEqual(['slide-in-nut', 'through-bolt']);
    // A #8 screw wants 6 D, 25 mm: the 30 mm board has them.
    expect(holding({ bracketHoles: fourHoles(300, 400, 2.5), massKg: 8 })).toContain('wood-screw');
  });

  test('leave alone what hangs on a board already', () => {
    const of = studWall();
    const prepared = prepare(of);
    const [, fix] = backingFixes(prepared, getHung(prepared, 'a'));
    const applied = applyEdits(of, fix?.edits ?? []);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    expect(offered(applied.value.plan)).toEqual([]);
  });
});
