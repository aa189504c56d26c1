import { gearName, tellingOf } from '../plan/names.ts';
import { told, toldText } from '../quantity/told.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { bracketHole, knockoutAt } from '../gear/new-gear.ts';
import { drillSheets } from '../pack/holes.ts';
import { applyEdit, applyEdits } from '../plan/edits/apply-edit.ts';
import type { GearType, Knockout } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { gear, getHung, hang, plan, refusalText } from '../test/plans.ts';
import { wirewayHoles } from './hole-pattern.ts';
import { hangSpot } from '../placing/hang-spot.ts';
import { wirewayHolesCheck } from './holes-check.ts';
import { lineUpEdits, type LineUp } from './line-up.ts';
import { nippleCheck } from './nipple-check.ts';
import { hookLineForGap, hookLineStack } from './hook-line.ts';
import { findWirewayAt } from './unit-at-wireway.ts';

const KO = [knockoutAt('left', 'top', 100, 60, '3/4'), knockoutAt('right', 'top', 300, 60, '3/4')];

/**
 * A wireway 1 m long, 150 high, with its top at 1500 and its bottom at 1350, and two units that hang 80 mm under it: 400
 * wide, 600 and 450 high. More wireway as given.
 */
function under(way: Partial<GearType> = {}, knockouts: readonly Knockout[] = KO): Plan {
  const nipples = ['u', 'v'].flatMap((unit) =>
    knockouts.map(({ id }) => ({
      id: `${unit}-${id}`,
      from: { placement: unit, knockout: id },
      wireway: 'ww',
      playMm: 6,
    })),
  );
  return plan({
    gearTypes: [
      gear('unit', { knockouts: [...knockouts] }),
      gear('short', { knockouts: [...knockouts], heightMm: 450, dropMm: 400 }),
      gear('way', { kind: 'wireway', widthMm: 1000, heightMm: 150, depthMm: 150, dropMm: 150, ...way }),
    ],
    placements: [
      hang('ww', 'way', 'w', 1000, 1500),
      // Body tops at 1270: hook lines 100 and 50 below them.
      hang('u', 'unit', 'w', 760, 1170),
      hang('v', 'short', 'w', 1240, 1220),
    ],
    nipples,
  });
}

describe('a unit under a wireway', () => {
  test('is found there, and its hook line counts down from the wireway’s bottom', () => {
    const prepared = prepare(under());
    const unit = getHung(prepared, 'u');
    const wireway = getHung(prepared, 'ww');
    expect(findWirewayAt(prepared, unit)).toMatchObject({ wireway: { id: 'ww' }, side: 'bottom' });
    const stack = hookLineStack(unit, wireway, 'bottom');
    // 1350 − 1270 = 80 free, and 100 on to the hook line.
    expect(stack).toMatchObject({ gapMm: 80, hookAwayMm: 180 });
    expect(hookLineForGap(unit, wireway, 'bottom', 50)).toBe(1200);
    const loose = prepare({ ...under(), nipples: [] });
    expect(findWirewayAt(loose, getHung(loose, 'u'))).toMatchObject({ side: 'bottom' });
    const below = prepare({ ...under({}, [knockoutAt('low', 'bottom', 100, 60, '1')]), nipples: [] });
    expect(findWirewayAt(below, getHung(below, 'u'))).toBeNull();
  });

  test('drills the wireway’s bottom, mirrored when seen from below, and the top not at all', () => {
    const sheets = drillSheets(prepare(under()));
    const marks = (id: string) =>
      sheets.find((sheet) => sheet.id === id)?.holes.map(({ xMm, yMm }) => [xMm, yMm]);
    // The wireway’s left end is at 500, the units’ left sides at 560 and 1040.
    expect(marks('ww-bottom-above')).toEqual([
      [160, 60],
      [360, 60],
      [640, 60],
      [840, 60],
    ]);
    expect(marks('ww-bottom-below')).toEqual([
      [160, 60],
      [360, 60],
      [640, 60],
      [840, 60],
    ]);
    expect(marks('ww-top-above')).toBeUndefined();
    const surface = sheets.find(({ id }) => id === 'ww-bottom-below');
    expect(surface).toMatchObject({
      surface: { data: { wireway: { id: 'ww' }, side: 'bottom' } },
      isMirror: true,
    });
  });

  test('has nipples of its own: too short a gap is found, with the move down that clears it', () => {
    const of = under();
    expect(findingsOf(nippleCheck, prepare(of))).toEqual([]);
    const near = applyEdit(of, { kind: 'move-placement', placement: 'u', xMm: 760, yMm: 1230 });
    if (!near.ok) throw new Error(JSON.stringify(near.fault));
    const found = findingsOf(nippleCheck, prepare(near.value.plan));
    expect(found.map(({ message }) => message)).toEqual(['fittings-touch', 'fittings-touch']);
    const [finding] = found;
    const fixed = applyEdits(near.value.plan, finding?.fixes[0]?.edits ?? []);
    if (!fixed.ok) throw new Error(JSON.stringify(fixed.fault.message));
    expect(findingsOf(nippleCheck, prepare(fixed.value.plan))).toEqual([]);
    // The usual gap of 3 in, then 100 down to the hook line.
    expect(fixed.value.plan.placements.find(({ id }) => id === 'u')?.yMm).toBeCloseTo(1350 - 75 - 100, 9);
  });

  test('does not mind the holes in the other side of the wireway', () => {
    const of = under();
    const over = {
      ...of,
      gearTypes: [...of.gearTypes, gear('over', { knockouts: [knockoutAt('k', 'bottom', 110, 60, '3/4')] })],
      placements: [...of.placements, hang('o', 'over', 'w', 760, 1500 + 80 + 500)],
      nipples: [
        ...of.nipples,
        { id: 'o-k', from: { placement: 'o', knockout: 'k' }, wireway: 'ww', playMm: 6 },
      ],
    };
    expect(findingsOf(wirewayHolesCheck, prepare(over))).toEqual([]);
    const holes = wirewayHoles(prepare(over), 'ww').map(({ nipple, side }) => [nipple.id, side]);
    expect(holes).toContainEqual(['o-k', 'top']);
    expect(holes).toContainEqual(['u-left', 'bottom']);
  });

  test('is hung there first when it has knockouts above only', () => {
    const of = { ...under(), nipples: [] };
    const bare = prepare({ ...of, placements: of.placements.filter(({ id }) => id === 'ww') });
    const unit = of.gearTypes.find(({ id }) => id === 'unit');
    if (unit === undefined) throw new Error('no unit');
    expect(hangSpot(bare, unit, 'w').yMm).toBeCloseTo(1350 - 75 - 100, 9);
  });

  test('cannot be joined by a knockout in its side', () => {
    const of = under({}, [...KO, knockoutAt('side', 'left', 100, 60, '3/4')]);
    const nipple = { id: 'new', from: { placement: 'u', knockout: 'side' }, wireway: 'ww', playMm: 6 };
    const refused = applyEdit({ ...of, nipples: [] }, { kind: 'add-nipple', nipple });
    expect(refused.ok ? '' : refusalText(refused.fault.message, of)).toContain('in the side');
  });
});

describe('units under a wireway in line', () => {
  const lined = (how: LineUp, gapMm: number) => {
    const of = under();
    const prepared = prepare(of);
    const edits = lineUpEdits(prepared, getHung(prepared, 'ww'), how, gapMm);
    if (!edits.ok) return toldText(edits.fault, tellingOf(METRIC_READER, of));
    const applied = applyEdits(of, edits.value);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    const after = prepare(applied.value.plan);
    return ['u', 'v'].map((id) => getHung(after, id));
  };

  test('hang with one gap, with their bottoms in line, or with their hook lines in line', () => {
    const of = (
      how: LineUp,
      figure: (unit: { body: { minY: number; maxY: number }; placement: { yMm: number } }) => number,
    ) => {
      const units = lined(how, 80);
      return typeof units === 'string' ? units : units.map((unit) => Math.round(figure(unit) * 1000) / 1000);
    };
    expect(of('one-gap', ({ body }) => 1350 - body.maxY)).toEqual([80, 80]);
    // The taller sets the line: 1350 − 80 − 600.
    expect(of('tops', ({ body }) => body.minY)).toEqual([670, 670]);
    expect(of('hook-lines', ({ placement }) => placement.yMm)).toEqual([1170, 1170]);
  });

  test('say why bottoms and hook lines cannot both be', () => {
    // 500 and 400 below their hook lines.
    expect(lined('tops-and-hook-lines', 80)).toMatch(
      /^No gap lines up both: the bottom of u is 500 mm below/u,
    );
  });
});

describe('holes in a wireway', () => {
  const holeNamed = (unit: string) => told('{unit} {knockout}', { unit: gearName(unit), knockout: 'left' });
  const found = (way: Partial<GearType>) =>
    findingsOf(wirewayHolesCheck, prepare(under(way))).map(({ message, data }) => [message, data.a]);

  test('keep clear of its supports', () => {
    // A 3⁄4 in locknut is at most 1.45 in across: 18.4 mm, and half of a 40 mm strap. The hole is 160 from the left end.
    const at = (fromLeftMm: number) => ({ bracketHoles: [bracketHole('s', fromLeftMm - 500, 0, 5)] });
    expect(found(at(200))).toEqual([]);
    expect(found(at(190))).toEqual([['support', holeNamed('u')]]);
    expect(found(at(160))).toEqual([['support', holeNamed('u')]]);
  });

  test('keep clear of its seams', () => {
    expect(found({ seamsMm: [500] })).toEqual([]);
    expect(found({ seamsMm: [620] })).toEqual([['seam', holeNamed('v')]]);
    const [finding] = findingsOf(wirewayHolesCheck, prepare(under({ seamsMm: [620] })));
    expect(finding?.measured?.value).toBeCloseTo(20, 9);
    expect(finding?.working?.result.value).toEqual(finding?.required);
  });
});
