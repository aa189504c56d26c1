import type { Told } from '../quantity/told.ts';
import { gearName } from '../plan/names.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { noRoomRule } from '../gear/sample-rules.ts';
import { prepare, type Hung, type Prepared } from '../check/prepared.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import type { Result } from '../result.ts';
import { beside, boxObstacle, gear, hang, plan, rectangle, wall, refusalText } from '../test/plans.ts';
import {
  ALIGNMENTS,
  alignEdits,
  distributeEdits,
  duplicateEdit,
  mirrorEdits,
  swapEdits,
} from './group-moves.ts';
import { planStrip, swingPath } from './plan-strip.ts';
import { snapsFor, snapsNear } from './snaps.ts';

const wide = { id: 'wide', widthMm: 600, heightMm: 400, dropMm: 350 };

function group(...places: [string, string, number, number][]): Plan {
  return plan({
    faces: [wall('w', rectangle(6000, 3000)), wall('other', rectangle(2000, 2000))],
    gearTypes: [gear('t', { rules: [beside('r', {})] }), gear('wide', wide)],
    placements: places.map(([id, type, xMm, yMm]) => hang(id, type, 'w', xMm, yMm)),
  });
}

function itemsOf(of: Plan, ...ids: string[]): Hung[] {
  const prepared = prepare(of);
  return ids.map((id) => getItem(prepared, id));
}

function getItem(prepared: Prepared, id: string): Hung {
  const item = prepared.hung.get(id);
  if (item === undefined) throw new Error(id);
  return item;
}

function done(of: Plan, edits: Result<PlanEdit[], string | Told>): Prepared {
  if (!edits.ok) throw new Error(JSON.stringify(edits.fault));
  const applied = applyEdits(of, edits.value);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return prepare(applied.value.plan);
}

const three = group(['a', 't', 1000, 1500], ['b', 'wide', 2500, 1900], ['c', 't', 4000, 1200]);

describe('alignEdits', () => {
  const kept = { tops: 'maxY', bottoms: 'minY', 'left-edges': 'minX', 'right-edges': 'maxX' } as const;

  test.each(Object.entries(kept))('brings %s to the first piece’s, which stays', (how, side) => {
    const items = itemsOf(three, 'a', 'b', 'c');
    const after = done(three, alignEdits(items, how as keyof typeof kept));
    for (const id of ['b', 'c'])
      expect(getItem(after, id).body[side]).toBeCloseTo(getItem(after, 'a').body[side], 9);
    expect(getItem(after, 'a').placement).toEqual(items[0]?.placement);
  });

  test('brings hook lines and centres in line, and moves nothing that is there already', () => {
    const lines = done(three, alignEdits(itemsOf(three, 'c', 'a'), 'hook-lines'));
    expect(getItem(lines, 'a').placement.yMm).toBe(1200);
    expect(alignEdits(itemsOf(three, 'a'), 'tops').ok).toBe(false);
    const again = alignEdits([getItem(lines, 'c'), getItem(lines, 'a')], 'hook-lines');
    expect(again).toEqual({ ok: true, value: [] });
    const centred = done(three, alignEdits(itemsOf(three, 'b', 'c'), 'centres'));
    expect(getItem(centred, 'c').placement.xMm).toBe(2500);
  });

  test('refuses pieces on two faces by the name of the one', () => {
    const apart = {
      ...three,
      placements: three.placements.map((p) => (p.id === 'c' ? { ...p, face: 'other' } : p)),
    };
    for (const how of ALIGNMENTS) {
      const edits = alignEdits(itemsOf(apart, 'a', 'b', 'c'), how);
      expect(edits.ok ? '' : refusalText(edits.fault, apart)).toBe('c hangs on another face.');
    }
    expect(distributeEdits(itemsOf(apart, 'a', 'b', 'c'), 'across').ok).toBe(false);
    expect(mirrorEdits(itemsOf(apart, 'a', 'c')).ok).toBe(false);
    expect(swapEdits(itemsOf(apart, 'a', 'c')).ok).toBe(false);
  });
});

describe('distributeEdits', () => {
  const position = fc.integer({ min: 300, max: 5700 });

  test('makes all gaps equal, keeps the outer two and the order', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(position, { minLength: 3, maxLength: 6 }),
        fc.constantFrom('across' as const, 'up' as const),
        (places, along) => {
          const made = group(
            ...places.map((at, index): [string, string, number, number] => [
              `p${index}`,
              index % 2 === 0 ? 't' : 'wide',
              along === 'across' ? at : 1000,
              along === 'up' ? at : 1000,
            ]),
          );
          const items = itemsOf(made, ...made.placements.map(({ id }) => id));
          const after = done(made, distributeEdits(items, along));
          const [low, high] = along === 'across' ? (['minX', 'maxX'] as const) : (['minY', 'maxY'] as const);
          const middle = ({ body }: Hung) => body[low] + body[high];
          const order = (list: Hung[]) =>
            [...list].sort((a, b) => middle(a) - middle(b) || (a.id < b.id ? -1 : 1)).map(({ id }) => id);
          const now = order(items).map((id) => getItem(after, id));
          const gaps = now.slice(1).map((item, index) => item.body[low] - (now[index]?.body[high] ?? NaN));
          for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] ?? NaN, 6);
          expect(now[0]?.placement).toEqual(items.find(({ id }) => id === now[0]?.id)?.placement);
          expect(now.at(-1)?.placement).toEqual(items.find(({ id }) => id === now.at(-1)?.id)?.placement);
        },
      ),
      { seed: 101, numRuns: 80 },
    );
  });
});

describe('mirrorEdits and swapEdits', () => {
  test('mirrored twice is as before, and the group keeps its place', () => {
    const once = done(three, mirrorEdits(itemsOf(three, 'a', 'b', 'c')));
    expect(['a', 'b', 'c'].map((id) => getItem(once, id).placement.xMm)).toEqual([4000, 2500, 1000]);
    const twice = done(once.plan, mirrorEdits(['a', 'b', 'c'].map((id) => getItem(once, id))));
    expect(twice.plan.placements).toEqual(three.placements);
  });

  test('swapped pieces have each other’s hook lines; three are not swapped', () => {
    const after = done(three, swapEdits(itemsOf(three, 'a', 'c')));
    expect(getItem(after, 'a').placement).toMatchObject({ xMm: 4000, yMm: 1200 });
    expect(getItem(after, 'c').placement).toMatchObject({ xMm: 1000, yMm: 1500 });
    expect(swapEdits(itemsOf(three, 'a', 'b', 'c')).ok).toBe(false);
  });
});

describe('duplicateEdit', () => {
  test('leaves room for fingers where its maker asks for none', () => {
    const type = gear('t', { rules: [noRoomRule('T')] });
    const prepared = prepare(plan({ gearTypes: [type], placements: [hang('a', 't', 'w', 1000, 1300)] }));
    const item = prepared.hung.get('a');
    if (item === undefined) throw new Error('a');
    const edit = duplicateEdit(prepared, item, 'b', 'B');
    expect(edit).toMatchObject({ ok: true, value: { placement: { xMm: 1000 + type.widthMm + 25 } } });
  });

  test('hangs one more at the exact gap the rule asks for, to the right', () => {
    const one = group(['a', 't', 1000, 1500]);
    const [item] = itemsOf(one, 'a');
    if (item === undefined) throw new Error('a');
    const edit = duplicateEdit(prepare(one), item, 'a-2', 'Second');
    // 400 wide and 150 apart.
    expect(edit).toMatchObject({
      ok: true,
      value: { kind: 'place-gear', placement: { id: 'a-2', xMm: 1550, yMm: 1500 } },
    });
  });

  test('goes left where the right is taken, and says so where there is no room at all', () => {
    const full = {
      ...group(['a', 't', 1000, 1500]),
      faces: [wall('w', rectangle(1300, 3000)), wall('other', rectangle(2000, 2000))],
    };
    const [item] = itemsOf(full, 'a');
    if (item === undefined) throw new Error('a');
    expect(duplicateEdit(prepare(full), item, 'x', 'X')).toMatchObject({
      ok: true,
      value: { placement: { xMm: 450 } },
    });
    const narrow = {
      ...full,
      faces: [wall('w', rectangle(1210, 3000)), wall('other', rectangle(2000, 2000))],
      placements: [hang('a', 't', 'w', 600, 1500)],
    };
    const [alone] = itemsOf(narrow, 'a');
    if (alone === undefined) throw new Error('a');
    expect(duplicateEdit(prepare(narrow), alone, 'x', 'X')).toMatchObject({ ok: false });
  });
});

describe('snaps of the other kinds', () => {
  const made = group(['a', 't', 1000, 1500], ['b', 't', 2200, 1500], ['c', 'wide', 4000, 1400]);
  const snaps = snapsFor(prepare(made), getItem(prepare(made), 'c'));
  const at = (list: typeof snaps.across, why: string) =>
    list.filter((snap) => snap.why === why).map(({ atMm }) => atMm);

  test('hold half way between two neighbours and on beyond them at their gap', () => {
    // a ends at 1200, b begins at 2000 and ends at 2400; 800 between them, 300 half of c.
    expect(at(snaps.across, 'equal-gaps')).toEqual([1600, 800 - 800 - 300, 2400 + 800 + 300]);
    expect(at(snaps.across, 'centre')).toEqual([3000]);
  });

  test('hold tops and bottoms in line, whatever the drop', () => {
    // a reaches from 1000 to 1600; c is 400 high and hangs 350 below its hook line.
    expect(at(snaps.up, 'tops')).toEqual([1600 - 50, 1600 - 50]);
    expect(at(snaps.up, 'bottoms')).toEqual([1000 + 350, 1000 + 350]);
  });

  test('leave out what moves along, and name one place once by its strongest reason', () => {
    const alone = snapsFor(prepare(made), getItem(prepare(made), 'c'), new Set(['a', 'b']));
    expect(alone.up).toEqual([]);
    const near = snapsNear([...snaps.up, { atMm: 1550, why: 'required-gap', lineMm: 0 }], 1550, 5);
    expect(near.map(({ why }) => why)).toEqual(['required-gap']);
  });
});

describe('planStrip', () => {
  test('shows gear with its standoff and depth, and a door through its whole swing', () => {
    const door = boxObstacle('d', 'Door', 'door', [3000, 0, 900, 2000], {
      standsOutMm: 20,
      opens: { kind: 'swing', hinge: 'right', throughDeg: 90 },
    });
    const lid = boxObstacle('f', 'Fan', 'fan', [5000, 0, 300, 300], {
      standsOutMm: 100,
      opens: { kind: 'rise', riseMm: 180 },
    });
    const made = {
      ...group(['a', 't', 1000, 1500]),
      faces: [
        wall('w', rectangle(6000, 3000), { obstacles: [door, lid] }),
        wall('other', rectangle(1, 1000)),
      ],
    };
    const strip = planStrip(
      prepare({ ...made, gearTypes: [gear('t', { standoffMm: 18, depthMm: 200 })] }),
      'w',
    );
    expect(strip?.boxes).toContainEqual({
      id: 'a',
      name: gearName('a'),
      kind: 'gear',
      fromMm: 800,
      toMm: 1200,
      backMm: 18,
      frontMm: 218,
    });
    expect(strip?.boxes.find(({ id }) => id === 'f')?.frontMm).toBe(280);
    // The gangway before the gear whose front is 218 out (IEC 60364-7-729: 700 mm).
    expect(strip?.depthMm).toBe(918);
    const [swing] = strip?.swings ?? [];
    if (swing === undefined) throw new Error('no swing');
    const path = swingPath(swing);
    // Shut along the wall to its left, open square to it, and always as far from its hinge as the leaf is wide.
    expect(path[0]).toEqual([3000, 0]);
    expect(path.at(-1)?.[0]).toBeCloseTo(3900, 9);
    expect(path.at(-1)?.[1]).toBeCloseTo(900, 9);
    for (const [x, y] of path) expect(Math.hypot(x - 3900, y)).toBeCloseTo(900, 9);
    expect(planStrip(prepare(made), 'gone')).toBeNull();
  });
});
