import type { Penetration } from '../penetration.ts';
import type { Run } from '../run.ts';
import { newField } from '../../array/new-field.ts';
import { FIRST_BODY } from '../body.ts';
import { FIRST_ENERGY } from '../energy.ts';
import { atGear, newCircuit } from '../../conductor/new-circuit.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { honeyHouse } from '../../demo/honey-house.ts';
import { SAMPLE_GEAR } from '../../gear/samples.ts';
import { boxObstacle, faceOf, rectangle, spacedFraming } from '../../demo/parts.ts';
import { SAMPLE_MATERIALS } from '../../site/materials.ts';
import { GLAND_SIZES } from '../../reference/glands.ts';
import { openPlan } from '../open-plan.ts';
import type { Plan } from '../plan.ts';
import { findContradictions } from '../contradictions.ts';
import { applyEdit, applyEdits, applyPlanPatches, planEditSchema, type PlanEdit } from './apply-edit.ts';
import { beside, refusalText } from '../../test/plans.ts';
import { cases } from '../../test/cases.ts';

const base = honeyHouse();
const idOf = (items: readonly { id: string }[]) => fc.constantFrom(...items.map(({ id }) => id));
const lengthMm = fc.integer({ min: 0, max: 4000 });
const tempC = fc.integer({ min: -40, max: 60 });
const placement = idOf(base.placements);
const port = fc.constantFrom(
  { placement: 'inverter-a', knockout: 'dc' },
  { placement: 'disconnect', knockout: 'top' },
  { placement: 'array-box', knockout: 'bottom' },
  { placement: 'gone', knockout: 'top' },
);
const face = idOf(base.faces);
const corner = fc.integer({ min: 0, max: 4 });
const newId = fc.constantFrom('new-1', 'new-2', 'wireway');
const anyRun = (id: fc.Arbitrary<string>) =>
  fc.record({
    id,
    name: fc.constant('Run'),
    from: port,
    to: port,
    circuits: fc.constantFrom<string[]>(
      [],
      ['a-array'],
      ['a-array', 'b-array'],
      ['a-feed', 'a-feed'],
      ['gone'],
    ),
    laid: fc.constantFrom<Run['laid']>({ as: 'clipped' }, { as: 'conduit', size: null }),
    via: fc.constantFrom<Run['via']>(
      [],
      [{ at: 'penetration', penetration: 'roof-hole' }],
      [{ at: 'point', face: 'plant-wall', xMm: 900, yMm: 2000 }],
      [{ at: 'penetration', penetration: 'gone' }],
    ),
    raisedMm: fc.constantFrom(0, 40),
    slackEachEndMm: lengthMm,
  });

const anyPenetration = (id: fc.Arbitrary<string>) =>
  fc.record({
    id,
    name: fc.constant('Hole'),
    face: idOf(base.faces),
    xMm: lengthMm,
    yMm: lengthMm,
    entry: fc.oneof(
      fc.record({ kind: fc.constant('gland' as const), gland: fc.constantFrom(...GLAND_SIZES) }),
      fc.record({
        kind: fc.constantFrom('box' as const, 'hood' as const),
        gland: fc.constantFrom(...GLAND_SIZES),
        glandCount: fc.integer({ min: 1, max: 3 }),
      }),
      fc.record({ kind: fc.constantFrom('stub' as const, 'sleeve' as const), conduit: fc.constant(null) }),
    ),
    base: fc.constantFrom(null, { widthMm: 120, heightMm: 90 }),
    opensTo: fc.constantFrom(null, 'down' as const),
    hasPullString: fc.boolean(),
    school: fc.constantFrom(null, 'silicone' as const),
    done: fc.constantFrom<Penetration['done']>([], ['mark']),
  });

/** Every kind of edit, with arguments that are sometimes refused. */
const anyEdit: { [Kind in PlanEdit['kind']]: fc.Arbitrary<Extract<PlanEdit, { kind: Kind }>> } = {
  'rename-plan': fc.record({ kind: fc.constant('rename-plan'), name: fc.constantFrom('A', 'B') }),
  'set-site': fc.record({
    kind: fc.constant('set-site'),
    setting: fc.constantFrom('building', 'mobile'),
    codeBasis: fc.constantFrom('us', 'iec'),
    travel: fc.constantFrom(null, 'left', 'away'),
  }),
  'set-routing': fc.record({
    kind: fc.constant('set-routing'),
    routing: fc.record({
      bendMm: lengthMm,
      penetrationMm: lengthMm,
      boreMm: lengthMm,
      seenPct: fc.integer({ min: 0, max: 50 }),
      outOfReachPct: fc.integer({ min: 0, max: 50 }),
    }),
  }),
  'set-load-factors': fc.record({
    kind: fc.constant('set-load-factors'),
    factors: fc.option(
      fc.record({ down: fc.integer({ min: 0, max: 4 }), across: fc.constant(1), out: fc.constant(0) }),
    ),
  }),
  'set-conditions': fc.record({
    kind: fc.constant('set-conditions'),
    face: fc.option(face),
    conditions: fc.record(
      { meanMaxTempC: tempC, sun: fc.constantFrom('none', 'full') },
      { requiredKeys: [] },
    ),
  }),
  'inherit-condition': fc.record({
    kind: fc.constant('inherit-condition'),
    face,
    condition: fc.constantFrom('meanMaxTempC', 'location'),
  }),
  'set-material': fc.record({
    kind: fc.constant('set-material'),
    material: fc.constantFrom(...SAMPLE_MATERIALS),
  }),
  'remove-material': fc.record({
    kind: fc.constant('remove-material'),
    material: fc.constantFrom('material-plywood', 'material-gypsum'),
  }),
  'add-face': fc.record({
    kind: fc.constant('add-face'),
    face: newId.map((id) => faceOf({ id, name: 'New', points: rectangle(900, 700), thicknessMm: 10 })),
  }),
  'remove-face': fc.record({ kind: fc.constant('remove-face'), face }),
  'set-face': fc.record({
    kind: fc.constant('set-face'),
    face,
    name: fc.constant('Renamed'),
    use: fc.constantFrom('wall', 'ceiling'),
    side: fc.constantFrom('inside', 'outside'),
    material: fc.constantFrom('material-plywood', 'gone'),
    thicknessMm: fc.constantFrom(undefined, 25),
    layers: fc.constantFrom(
      undefined,
      null,
      [],
      [{ is: 'air', thicknessMm: 20 }],
      [
        { is: 'foam', thicknessMm: 60 },
        { is: 'wood', thicknessMm: 9 },
      ],
    ),
  }),
  'set-outline': fc.record({
    kind: fc.constant('set-outline'),
    face,
    pointsMm: fc.constantFrom(rectangle(4000, 2500), rectangle(3000, 2000).slice(0, 3)),
  }),
  'move-corner': fc.record({ kind: fc.constant('move-corner'), face, corner, xMm: lengthMm, yMm: lengthMm }),
  'insert-corner': fc.record({ kind: fc.constant('insert-corner'), face, edge: corner }),
  'remove-corner': fc.record({ kind: fc.constant('remove-corner'), face, corner }),
  'add-reverse': fc.record({
    kind: fc.constant('add-reverse'),
    of: face,
    id: newId,
    name: fc.constant('Behind'),
    side: fc.constant('outside'),
    thicknessMm: fc.constant(30),
  }),
  'set-root': fc.record({
    kind: fc.constant('set-root'),
    face: fc.oneof(face, fc.constant('gone')),
    stands: fc.constant([]),
  }),
  'set-stand': fc.record({
    kind: fc.constant('set-stand'),
    face,
    stands: fc.constantFrom(null, {
      originMm: [1, 2, 3] as [number, number, number],
      turnDeg: 90,
      tiltDeg: 0,
    }),
  }),
  'set-as-found': fc.record({
    kind: fc.constant('set-as-found'),
    face,
    asFound: fc.record({ floorRiseDeg: fc.constantFrom(null, 0.4) }, { requiredKeys: [] }),
  }),
  'mark-simulated': fc.record({
    kind: fc.constant('mark-simulated'),
    face,
    item: fc.constantFrom('plant-wall/width', 'x'),
    isSimulated: fc.boolean(),
  }),
  'set-setbacks': fc.record({
    kind: fc.constant('set-setbacks'),
    face,
    setbacks: fc.constantFrom(
      [],
      [{ edge: 1, distanceMm: 300, why: 'Edge' }],
      [{ edge: 9, distanceMm: 1, why: 'None' }],
    ),
  }),
  'add-fold': fc.record({
    kind: fc.constant('add-fold'),
    fold: fc.record({
      id: newId,
      a: fc.record({ face, edge: corner }),
      b: fc.record({ face, edge: corner }),
      towardViewerDeg: fc.constant(90),
    }),
  }),
  'set-fold-angle': fc.record({
    kind: fc.constant('set-fold-angle'),
    fold: idOf(base.folds),
    towardViewerDeg: fc.integer({ min: -179, max: 179 }),
  }),
  'remove-fold': fc.record({ kind: fc.constant('remove-fold'), fold: idOf(base.folds) }),
  'set-framing': fc.record({
    kind: fc.constant('set-framing'),
    face,
    framing: fc.constantFrom('studs', 'more').map((id) => spacedFraming(id, 'studs', 'stud', 38, [300, 600])),
  }),
  'remove-framing': fc.record({
    kind: fc.constant('remove-framing'),
    face,
    framing: fc.constantFrom('studs', 'gone'),
  }),
  'find-member': fc.record({
    kind: fc.constant('find-member'),
    face,
    framing: fc.constant('studs'),
    index: fc.integer({ min: 0, max: 5 }),
    found: fc.option(fc.record({ centreMm: lengthMm, toleranceMm: fc.constant(2) })),
  }),
  'set-obstacle': fc.record({
    kind: fc.constant('set-obstacle'),
    face,
    obstacle: fc
      .constantFrom('door', 'more')
      .map((id) => boxObstacle(id, 'Thing', 'other', [10, 20, 300, 400])),
  }),
  'remove-obstacle': fc.record({
    kind: fc.constant('remove-obstacle'),
    face,
    obstacle: fc.constantFrom('door', 'gone'),
  }),
  'set-gear-type': fc.record({
    kind: fc.constant('set-gear-type'),
    gearType: fc.constantFrom(
      { ...(SAMPLE_GEAR[0] ?? fail()), massKg: 45.2 },
      { ...(SAMPLE_GEAR[0] ?? fail()), knockouts: [] },
      { ...(SAMPLE_GEAR[0] ?? fail()), id: 'gone' },
    ),
  }),
  'remove-gear-type': fc.record({
    kind: fc.constant('remove-gear-type'),
    gearType: fc.constantFrom('inverter-8kw', 'solar-module-400w'),
  }),
  'add-gear-type': fc.record({
    kind: fc.constant('add-gear-type'),
    gearType: newId.map((id) => ({ ...(SAMPLE_GEAR[0] ?? fail()), id })),
  }),
  'set-circuit': fc.record({
    kind: fc.constant('set-circuit'),
    circuit: fc
      .record({
        id: fc.constantFrom('a-feed', 'new-feed'),
        placement: fc.constantFrom('inverter-a', 'gone'),
        from: fc.constantFrom('a-ac', 'a-dc', 'gone'),
        to: fc.constantFrom('load-feed', 'a-dc'),
        size: fc.constantFrom(
          { by: 'program' } as const,
          { by: 'awg', size: '8' } as const,
          { by: 'mm2', size: '6' } as const,
          { by: 'measured', diameterMm: 7.5 } as const,
        ),
        count: fc.integer({ min: 1, max: 4 }),
        carrying: fc.integer({ min: 0, max: 5 }),
      })
      .map(({ id, placement: at, from, to, ...wire }) =>
        newCircuit('us', {
          id,
          name: 'Feed',
          carries: 'ac-out',
          from: atGear(at),
          to: atGear('load-centre'),
          wire,
          stretches: [{ from, to }],
        }),
      ),
  }),
  'set-body': fc.record({
    kind: fc.constant('set-body'),
    body: fc.constantFrom(
      null,
      FIRST_BODY,
      { ...FIRST_BODY, massKg: 1800 },
      { ...FIRST_BODY, roofMostKg: -1 },
    ),
  }),
  'set-place': fc.record({
    kind: fc.constant('set-place'),
    place: fc.constantFrom(null, { latitudeDeg: 51, longitudeDeg: 3, rootFacesDeg: 180 }),
  }),
  'set-field': fc.record({
    kind: fc.constant('set-field'),
    field: fc
      .record({
        id: fc.constantFrom('south-field', 'new-field'),
        face,
        type: fc.constantFrom('solar-module-400w', 'inverter-8kw', 'gone'),
        ids: fc.array(fc.constantFrom('m1', 'm2', 'm3', 'x1'), { maxLength: 4 }),
        tilt: fc.constantFrom(null, { deg: 10, low: 'left' as const }),
      })
      .map(({ ids, ...more }) => ({
        ...newField(base, 'plant-wall', 'solar-module-400w'),
        ...more,
        modules: ids.map((id, index) => ({ id, xMm: 1200 * index, yMm: 0, isTurned: index % 2 === 1 })),
      })),
  }),
  'move-modules': fc.record({
    kind: fc.constant('move-modules'),
    field: fc.constantFrom('south-field', 'gone'),
    modules: fc.constantFrom<string[] | null>(null, ['m1'], ['m1', 'm9', 'x']),
    dxMm: fc.integer({ min: -1_000_000, max: 900_000 }),
    dyMm: fc.integer({ min: -900, max: 900 }),
  }),
  'remove-field': fc.record({
    kind: fc.constant('remove-field'),
    field: fc.constantFrom('south-field', 'gone'),
  }),
  'set-string': fc.record({
    kind: fc.constant('set-string'),
    string: fc.record({
      id: fc.constantFrom('string-1', 'string-2', 'new-string'),
      name: fc.constant('String'),
      wired: fc.constantFrom(
        { as: 'series' as const },
        { as: 'trunk' as const, inverter: 'inverter-8kw' },
        { as: 'trunk' as const, inverter: 'gone' },
      ),
      modules: fc.array(
        fc.record({
          field: fc.constantFrom('south-field', 'gone'),
          module: fc.constantFrom('m1', 'm2', 'm9', 'x1'),
        }),
        { maxLength: 3 },
      ),
    }),
  }),
  'remove-string': fc.record({
    kind: fc.constant('remove-string'),
    string: fc.constantFrom('string-1', 'gone'),
  }),
  'set-surrounding': fc.record({
    kind: fc.constant('set-surrounding'),
    surrounding: fc.record({
      id: newId,
      name: fc.constant('Tree'),
      kind: fc.constant('tree' as const),
      bearingDeg: fc.integer({ min: 0, max: 359 }),
      distanceMm: fc.integer({ min: 0, max: 9000 }),
      widthMm: fc.constant(3000),
      depthMm: fc.constant(3000),
      fromMm: fc.integer({ min: 0, max: 4000 }),
      toMm: fc.integer({ min: 1000, max: 9000 }),
    }),
  }),
  'remove-surrounding': fc.record({
    kind: fc.constant('remove-surrounding'),
    surrounding: newId,
  }),
  'set-energy': fc.record({
    kind: fc.constant('set-energy'),
    energy: fc.constantFrom(null, FIRST_ENERGY, { ...FIRST_ENERGY, daysWithoutSun: 90 }),
  }),
  'remove-circuit': fc.record({
    kind: fc.constant('remove-circuit'),
    circuit: fc.constantFrom('a-feed', 'gone'),
  }),
  'set-rules': fc.record({
    kind: fc.constant('set-rules'),
    rules: fc.constantFrom(
      [],
      [beside('own', {})],
      [beside('own', { side: 'any', counterpart: 'edge' }), beside('own', {})],
    ),
  }),
  'place-gear': fc.record({
    kind: fc.constant('place-gear'),
    placement: fc.record({
      id: newId,
      name: fc.constant('New'),
      type: fc.constantFrom('inverter-8kw', 'gone'),
      face: idOf(base.faces),
      xMm: lengthMm,
      yMm: lengthMm,
    }),
  }),
  'move-placement': fc.record({
    kind: fc.constant('move-placement'),
    placement,
    xMm: lengthMm,
    yMm: lengthMm,
  }),
  'mount-on': fc.record({
    kind: fc.constant('mount-on'),
    placement,
    board: fc.constantFrom(null, 'wireway', 'gone'),
  }),
  'set-flush': fc.record({
    kind: fc.constant('set-flush'),
    placement,
    isFlush: fc.boolean(),
  }),
  'rename-placement': fc.record({ kind: fc.constant('rename-placement'), placement, name: fc.constant('N') }),
  'remove-placement': fc.record({ kind: fc.constant('remove-placement'), placement }),
  'add-nipple': fc.record({
    kind: fc.constant('add-nipple'),
    nipple: fc.record({
      id: newId,
      from: port,
      wireway: fc.constantFrom('wireway', 'disconnect'),
      playMm: lengthMm,
    }),
  }),
  'set-nipple-play': fc.record({
    kind: fc.constant('set-nipple-play'),
    nipple: idOf(base.nipples),
    playMm: lengthMm,
  }),
  'set-join': fc.record({
    kind: fc.constant('set-join'),
    join: fc.oneof(
      fc.record({ id: newId, kind: fc.constant('side-by-side'), a: port, b: port }),
      fc.record({
        id: newId,
        kind: fc.constant('back-to-back'),
        a: fc.record({ placement }),
        b: fc.record({ placement }),
        xMm: lengthMm,
        yMm: lengthMm,
        tradeSize: fc.constantFrom('2', 'M32'),
      }),
    ),
  }),
  'remove-join': fc.record({ kind: fc.constant('remove-join'), join: fc.constantFrom('new-1', 'gone') }),
  'remove-nipple': fc.record({ kind: fc.constant('remove-nipple'), nipple: idOf(base.nipples) }),
  'add-penetration': fc.record({ kind: fc.constant('add-penetration'), penetration: anyPenetration(newId) }),
  'move-penetration': fc.record({
    kind: fc.constant('move-penetration'),
    penetration: idOf(base.penetrations),
    xMm: lengthMm,
    yMm: lengthMm,
  }),
  'set-penetration': fc.record({
    kind: fc.constant('set-penetration'),
    penetration: anyPenetration(idOf(base.penetrations)),
  }),
  'remove-penetration': fc.record({
    kind: fc.constant('remove-penetration'),
    penetration: idOf(base.penetrations),
  }),
  'set-plate-hole': fc.record({
    kind: fc.constant('set-plate-hole'),
    hole: fc.record({
      id: fc.constantFrom('new-1', 'gone'),
      name: fc.constant('Plate hole'),
      face: idOf(base.faces),
      edge: fc.integer({ min: 0, max: 5 }),
      alongMm: lengthMm,
      to: idOf(base.faces),
      plateMm: fc.constant(76),
      plateWidthMm: fc.constantFrom(null, 140),
      holeMm: fc.constantFrom(null, 25),
      isStopped: fc.boolean(),
    }),
  }),
  'remove-plate-hole': fc.record({
    kind: fc.constant('remove-plate-hole'),
    hole: fc.constantFrom('new-1', 'gone'),
  }),
  'add-run': fc.record({ kind: fc.constant('add-run'), run: anyRun(newId) }),
  'set-run': fc.record({ kind: fc.constant('set-run'), run: anyRun(idOf(base.runs)) }),
  'set-run-slack': fc.record({
    kind: fc.constant('set-run-slack'),
    run: idOf(base.runs),
    slackEachEndMm: lengthMm,
  }),
  'remove-run': fc.record({ kind: fc.constant('remove-run'), run: idOf(base.runs) }),
};

function fail(): never {
  throw new Error('no sample');
}

const editLists = fc.array(fc.oneof(...Object.values(anyEdit)), { minLength: 1, maxLength: 12 });

describe('applyEdit', () => {
  test('knows every kind the schema knows', () => {
    const kinds = planEditSchema.options.map((option) => option.shape.kind.value);
    expect(Object.keys(anyEdit).sort()).toEqual([...kinds].sort());
  });

  test('undone is as before and redone is as after, for any edits in any order', () => {
    fc.assert(
      fc.property(editLists, (edits) => {
        let plan: Plan = base;
        let before = JSON.stringify(plan);
        for (const edit of edits) {
          const applied = applyEdit(plan, edit);
          expect(JSON.stringify(plan)).toBe(before);
          if (!applied.ok) continue;
          const { plan: after, patches, inverse } = applied.value;
          const afterText = JSON.stringify(after);
          expect(JSON.stringify(applyPlanPatches(after, inverse))).toBe(before);
          expect(JSON.stringify(applyPlanPatches(plan, patches))).toBe(afterText);
          [plan, before] = [after, afterText];
        }
      }),
      { seed: 5, numRuns: cases(200, 90) },
    );
  });

  test('never makes a plan that would not open again, or that says what cannot be', () => {
    fc.assert(
      fc.property(editLists, (edits) => {
        let plan: Plan = base;
        for (const edit of edits) {
          const applied = applyEdit(plan, edit);
          if (applied.ok) plan = applied.value.plan;
        }
        const opened = openPlan(JSON.parse(JSON.stringify(plan)));
        expect(opened.ok ? [] : opened.fault).toEqual([]);
        // Figures that are typed one after another may be apart on the way; that is told.
        expect(findContradictions(plan).filter(({ code }) => code !== 'mean-range')).toEqual([]);
      }),
      { seed: 6, numRuns: cases(150, 80) },
    );
  });

  test('takes nipples and runs along with removed gear', () => {
    const applied = applyEdit(base, { kind: 'remove-placement', placement: 'disconnect' });
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    expect(applied.value.plan.runs).toEqual([]);
    expect(applied.value.plan.nipples.map(({ id }) => id)).not.toContain('disconnect-out');
  });

  test('refuses a second nipple in one knockout and what does not exist', () => {
    const [nipple] = base.nipples;
    if (nipple === undefined) throw new Error('no nipple');
    const again = { kind: 'add-nipple', nipple: { ...nipple, id: 'again' } } as const;
    expect(applyEdit(base, again)).toMatchObject({ ok: false, fault: { code: 'taken' } });
    const gone = { kind: 'move-penetration', penetration: 'gone', xMm: 0, yMm: 0 } as const;
    expect(applyEdit(base, gone)).toMatchObject({ ok: false, fault: { code: 'missing' } });
  });

  test('refuses what the document could not hold, before it is made', () => {
    const far = { kind: 'move-penetration', penetration: 'roof-hole', xMm: 1e9, yMm: 0 } as const;
    const applied = applyEdit(base, far);
    expect(applied.ok ? '' : refusalText(applied.fault.message, base)).toBe('X must be within 1000 m.');
    const nowhere = { kind: 'move-penetration', penetration: 'roof-hole', xMm: NaN, yMm: 0 } as const;
    expect(applyEdit(base, nowhere).ok).toBe(false);
  });

  test('makes all of several edits or none', () => {
    const good: PlanEdit = { kind: 'rename-plan', name: 'Changed' };
    const bad: PlanEdit = { kind: 'remove-run', run: 'gone' };
    expect(applyEdits(base, [good, bad]).ok).toBe(false);
    expect(base.name).toBe('Hollowmere honey house');
  });
});
