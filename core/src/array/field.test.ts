import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Euler, Matrix4, Vector3 } from 'three';
import { prepare } from '../check/prepared.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { MODULE_LINES, linedUp } from './line-up.ts';
import { DEMOS } from '../demo/demos.ts';
import { glasshouses } from '../demo/glasshouses.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import type { Frame } from '../geometry/frame.ts';
import { dot, type Vec3 } from '../geometry/vec3.ts';
import type { ModuleField } from '../plan/module-field.ts';
import type { Plan } from '../plan/plan.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { toldText } from '../quantity/told.ts';
import { tellingOf } from '../plan/names.ts';
import { drillSheets } from '../pack/holes.ts';
import { fieldFigures, schoolsBeside, suggestedSchool } from './field-figures.ts';
import { fieldLoads, windPressurePa, zoneAt } from './field-loads.ts';
import { fieldSupport } from './field-rails.ts';
import { modulesOfField, placeModule, planeOf } from './field-modules.ts';
import { fillField } from './fill-field.ts';
import { intoGrid, moduleSnaps } from './module-snaps.ts';
import { newField, withOneMore } from './new-field.ts';

const house = honeyHouse();
const [field] = house.moduleFields;
if (field === undefined) throw new Error('The demo has a field.');
const FIELD: ModuleField = field;
const SIZE = { widthMm: 1000, heightMm: 1700 };

function changed(more: Partial<ModuleField>, plan: Plan = house): Plan {
  return { ...plan, moduleFields: [{ ...FIELD, ...more }], moduleStrings: [], circuits: [], runs: [] };
}
const support = (more: Partial<ModuleField['support']>) =>
  changed({ support: { ...FIELD.support, ...more } });

describe('where a module lies', () => {
  test('is on faces of any pose and at any tilt what a general 3-D library has it be', () => {
    const type = prepare(house).gearTypes.get('solar-module-400w');
    if (type === undefined) throw new Error('The demo has modules.');
    const angle = fc.double({ min: -3, max: 3, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(angle, angle, angle),
        fc.tuple(
          fc.integer({ min: -5000, max: 5000 }),
          fc.integer({ min: -5000, max: 5000 }),
          fc.integer({ min: -5000, max: 5000 }),
        ),
        fc.constantFrom('bottom' as const, 'top' as const, 'left' as const, 'right' as const),
        fc.integer({ min: 1, max: 80 }),
        fc.boolean(),
        ([x, y, z], origin, low, deg, isTurned) => {
          const pose = new Matrix4().makeRotationFromEuler(new Euler(x, y, z)).setPosition(...origin);
          const axis = (of: Vec3) => {
            const { x: a, y: b, z: c } = new Vector3(...of).transformDirection(pose);
            return [a, b, c] as const;
          };
          const frame: Frame = {
            origin,
            right: axis([1, 0, 0]),
            up: axis([0, 1, 0]),
            toViewer: axis([0, 0, 1]),
          };
          const laid = { id: 'm', xMm: 700, yMm: 300, isTurned };
          const tilt = { deg, low };
          const placed = placeModule({ ...FIELD, tilt, liftMm: 90 }, laid, type);
          const plane = planeOf(placed, tilt, frame);
          // The four corners of its front, by turning a board about its low edge and lifting it.
          const [w, h] = isTurned ? [type.heightMm, type.widthMm] : [type.widthMm, type.heightMm];
          const turn = (deg * Math.PI) / 180;
          const about = {
            bottom: new Matrix4().makeRotationX(turn),
            top: new Matrix4()
              .makeTranslation(0, h * Math.cos(turn), 0)
              .multiply(new Matrix4().makeRotationX(-turn))
              .multiply(new Matrix4().makeTranslation(0, -h, 0)),
            left: new Matrix4().makeRotationY(-turn),
            right: new Matrix4()
              .makeTranslation(w * Math.cos(turn), 0, 0)
              .multiply(new Matrix4().makeRotationY(turn))
              .multiply(new Matrix4().makeTranslation(-w, 0, 0)),
          }[low];
          const lift = new Matrix4().makeTranslation(700, 300, 90);
          for (const [u, v] of [
            [0, 0],
            [w, 0],
            [w, h],
            [0, h],
          ] as const) {
            const theirs = new Vector3(u, v, type.depthMm)
              .applyMatrix4(about)
              .applyMatrix4(lift)
              .applyMatrix4(pose);
            const mine = plane.origin.map(
              (at, index) => at + (plane.right[index] ?? 0) * u + (plane.up[index] ?? 0) * v,
            );
            expect(
              Math.hypot((mine[0] ?? 0) - theirs.x, (mine[1] ?? 0) - theirs.y, (mine[2] ?? 0) - theirs.z),
            ).toBeLessThan(1e-6);
          }
          expect(Math.abs(dot(plane.normal, frame.toViewer) - Math.cos(turn))).toBeLessThan(1e-9);
        },
      ),
      { seed: 8, numRuns: 300 },
    );
  });
});

describe('filling a face of a job', () => {
  const WISH = { ways: 'upright', pattern: 'in-line', wantedW: null, keepRoomFor: 0 } as const;
  const fill = (
    plan: Plan,
    more: Partial<ModuleField> = {},
    wish: Partial<Parameters<typeof fillField>[2]> = {},
  ) => {
    const [own] = plan.moduleFields;
    if (own === undefined) throw new Error('There is a field.');
    const filled = fillField(prepare(plan), { ...own, ...more }, { ...WISH, ...wish });
    const telling = tellingOf(METRIC_READER, plan);
    return filled.ok
      ? { ...filled.value, why: '' }
      : { count: 0, why: toldText(filled.fault, telling), field: own, isMost: false, atMost: 0, powerW: 0 };
  };

  test('lays what passes its own checks, on every demo and whatever the pattern', () => {
    for (const { plan: make } of DEMOS) {
      const plan = make();
      const [own] = plan.moduleFields;
      if (own === undefined) throw new Error('Each demo has a field.');
      for (const pattern of ['free', 'in-line', 'staggered'] as const) {
        const filled = fill(plan, {}, { pattern, ways: 'mixed' });
        const after = { ...plan, moduleFields: [filled.field], moduleStrings: [], circuits: [], runs: [] };
        const prepared = prepare(after);
        const face = prepared.site.faces.get(own.face);
        if (face === undefined) throw new Error('It has a face.');
        for (const { box } of modulesOfField(prepared, own.id)) {
          expect(box.minX).toBeGreaterThanOrEqual(face.bounds.minX - 0.01);
          expect(box.maxY).toBeLessThanOrEqual(face.bounds.maxY + 0.01);
        }
        expect(filled.count).toBeLessThanOrEqual(filled.atMost);
      }
    }
  });

  test('takes the fewest that reach a power, and keeps room for more', () => {
    expect(fill(house, {}, { wantedW: 4000 })).toMatchObject({ count: 10, powerW: 4000 });
    expect(fill(house, {}, { wantedW: 4001 })).toMatchObject({ count: 11 });
    const all = fill(house).count;
    expect(fill(house, {}, { keepRoomFor: 4 }).count).toBe(all - 4);
  });

  test('says what is in the way: a module larger than the roof, more wanted than there is room for, thousands of them', () => {
    const types = house.gearTypes.map((type) =>
      type.solarModule === null ? type : { ...type, widthMm: 20_000 },
    );
    expect(fill({ ...house, gearTypes: types }).why).toMatch(
      /No Solar module 400 W fits on South slope over the hall: it covers 20000 mm/u,
    );
    expect(fill(house, {}, { wantedW: 90_000 }).why).toMatch(
      /take 225 of Solar module 400 W.*has room for 2\d/u,
    );
    const small = house.gearTypes.map((type) =>
      type.solarModule === null ? type : { ...type, widthMm: 60, heightMm: 90 },
    );
    expect(fill({ ...house, gearTypes: small }, { gapAcrossMm: 0, gapUpMm: 0 }).why).toMatch(
      /one field has at most 2000/u,
    );
  });

  test('of tilted modules leaves the room that they cover of the face and no more', () => {
    const tilted = fill(house, { tilt: { deg: 60, low: 'bottom' }, gapUpMm: 10 });
    expect(tilted.count).toBeGreaterThan(fill(house, { gapUpMm: 10 }).count);
  });

  test('lets modules lie over a low vent when they are lifted over it, and never over a skylight', () => {
    const low = fill(house, { liftMm: 50 }).count;
    const high = fill(house, { liftMm: mmFromInch(14) }).count;
    expect(high).toBeGreaterThanOrEqual(low);
    const prepared = prepare(changed(fill(house, { liftMm: mmFromInch(14) }).field));
    const skylight = {
      minX: mmFromInch(330),
      minY: mmFromInch(150),
      maxX: mmFromInch(376),
      maxY: mmFromInch(196),
    };
    for (const { box } of modulesOfField(prepared, FIELD.id))
      expect(
        box.maxX <= skylight.minX ||
          box.minX >= skylight.maxX ||
          box.maxY <= skylight.minY ||
          box.minY >= skylight.maxY,
      ).toBe(true);
  });
});

describe('modules of two types', () => {
  test('come into line at the edge that is chosen, stay in their rows, and lie on none that they did not lie on', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.array(fc.record({ isTurned: fc.boolean(), down: fc.integer({ min: 0, max: 400 }) }), {
            minLength: 1,
            maxLength: 6,
          }),
          { minLength: 1, maxLength: 3 },
        ),
        fc.constantFrom(...MODULE_LINES),
        (rows, lineUp) => {
          const isInRows = lineUp === 'tops' || lineUp === 'bottoms';
          // Rows 2 m apart of modules 1,760 mm long: turned ones lie lower by something.
          const type = prepare(house).gearTypes.get('solar-module-400w');
          if (type === undefined) throw new Error('The demo has modules.');
          const [wide, high] = [type.widthMm, type.heightMm];
          const modules = rows.flatMap((row, at) =>
            row.map(({ isTurned, down }, index) => {
              const along = index * (high + 20);
              const across = at * (high + 450) + (isTurned ? Math.min(down, high - wide) : 0);
              // A column is a row laid over: then the upright ones are the short ones.
              return isInRows
                ? { id: `m${at}-${index}`, xMm: along, yMm: across, isTurned }
                : { id: `m${at}-${index}`, xMm: across, yMm: along, isTurned: !isTurned };
            }),
          );
          const plan = changed({ modules });
          const made = linedUp(prepare(plan), FIELD.id, lineUp);
          const placed = modulesOfField(prepare(changed({ modules: made })), FIELD.id);
          expect(made.map(({ id, isTurned }) => ({ id, isTurned }))).toEqual(
            modules.map(({ id, isTurned }) => ({ id, isTurned })),
          );
          for (const at of rows.keys()) {
            const row = placed.filter(({ id }) => id.startsWith(`m${at}-`));
            const edges = row.map(
              ({ box }) => ({ tops: box.maxY, bottoms: box.minY, lefts: box.minX, rights: box.maxX })[lineUp],
            );
            for (const edge of edges) expect(edge).toBeCloseTo(edges[0] ?? NaN, 6);
            for (const { box } of row) {
              const [low, up] = isInRows ? [box.minY, box.maxY] : [box.minX, box.maxX];
              expect(low).toBeGreaterThanOrEqual(at * (high + 450) - 1e-6);
              expect(up).toBeLessThanOrEqual(at * (high + 450) + high + 400 + 1e-6);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('what carries a field', () => {
  test('stands on framing that was found, at every foot of every demo', () => {
    for (const { plan: make } of DEMOS) {
      const plan = make();
      const prepared = prepare(plan);
      for (const { id, face: on } of plan.moduleFields) {
        const face = prepared.site.faces.get(on);
        for (const { xMm, yMm } of fieldSupport(prepared, id)?.feet ?? []) {
          const isOn = face?.members.some(
            ({ axis, centreMm, widthMm }) =>
              Math.abs((axis === 'vertical' ? xMm : yMm) - centreMm) <= widthMm / 2,
          );
          expect(isOn).toBe(true);
        }
      }
    }
  });

  test('shares out all that presses: feet carry what lies on their rails', () => {
    const prepared = prepare(house);
    const loads = fieldLoads(prepared, FIELD.id);
    const built = fieldSupport(prepared, FIELD.id);
    if (loads === null || built === null) throw new Error('It is carried.');
    const pressed = built.feet.reduce((sum, { downN }) => sum + downN, 0);
    const carried = built.rails.reduce(
      (sum, { fromMm, toMm, carriesMm }) => sum + ((toMm - fromMm) * carriesMm * loads.downPa) / 1e6,
      0,
    );
    expect(pressed).toBeCloseTo(carried, 3);
  });

  test('is worked out by hand: 51 m/s on a 7:12 roof, its weight and its snow', () => {
    const loads = fieldLoads(prepare(house), FIELD.id);
    const q = 0.5 * 1.225 * 51 ** 2;
    const areaM2 = 44.6 * 67.8 * 0.0254 ** 2;
    const dead = (21.5 * 9.80665) / areaM2;
    const cos = 12 / Math.hypot(12, 7);
    expect(windPressurePa(51)).toBeCloseTo(q, 9);
    expect(loads?.deadPa).toBeCloseTo(dead, 3);
    expect(loads?.upPa.corner).toBeCloseTo(2 * q - 0.6 * dead * cos, 3);
    expect(loads?.snowPa).toBeCloseTo(1400 * cos ** 2, 3);
    expect(loads?.downPa).toBeCloseTo(dead * cos + Math.max(1400 * cos ** 2, q), 3);
  });

  test('of tilted modules goes by how level they lie, whichever edge is low', () => {
    // A slope of 30.26° that rises to the north: tilted by as much with its upper edge low it lies flat, by its lower twice as steep.
    const pitchDeg = (Math.atan(7 / 12) * 180) / Math.PI;
    const snow = (low: 'top' | 'bottom' | 'left') =>
      fieldLoads(prepare(changed({ tilt: { deg: pitchDeg, low } })), FIELD.id)?.snowPa ?? NaN;
    expect(snow('top')).toBeCloseTo(1400, 6);
    expect(snow('bottom')).toBeCloseTo(1400 * Math.cos((2 * pitchDeg * Math.PI) / 180) ** 2, 6);
    expect(snow('left')).toBeCloseTo(1400 * Math.cos((pitchDeg * Math.PI) / 180) ** 4, 6);
  });

  test('is windier along edges and at corners, by a strip of a tenth of the roof or 900 mm', () => {
    const face = { bounds: { minX: 0, minY: 0, maxX: 12_000, maxY: 7000 } };
    expect([
      zoneAt(face, 6000, 3500),
      zoneAt(face, 899, 3500),
      zoneAt(face, 899, 899),
      zoneAt(face, 901, 901),
    ]).toEqual(['middle', 'edge', 'corner', 'middle']);
  });

  test('takes fewer rails where rows share them, more where each has three', () => {
    const count = (plan: Plan) => fieldSupport(prepare(plan), FIELD.id)?.rails.length;
    expect([count(support({})), count(support({ isShared: true })), count(support({ bars: 3 }))]).toEqual([
      6, 4, 9,
    ]);
  });

  test('goes on to the next stand where modules end too far from the last, and says where none is', () => {
    const built = fieldSupport(prepare(support({})), FIELD.id);
    expect(built?.rails.every(({ feet }) => feet.kind === 'placed')).toBe(true);
    const bare = {
      ...house,
      faces: house.faces.map((face) =>
        face.id === 'hall-roof' && face.shape.kind === 'outline'
          ? { ...face, shape: { ...face.shape, framing: [] } }
          : face,
      ),
    };
    expect(
      fieldSupport(prepare(changed({}, bare)), FIELD.id)?.rails.every(({ feet }) => feet.kind === 'gap'),
    ).toBe(true);
  });

  test('is drilled from the roof’s own sheet, a hole for each foot, and its rails are on the list with their lengths', () => {
    const prepared = prepare(house);
    const sheet = drillSheets(prepared).find(({ id }) => id === 'hall-roof');
    const built = fieldSupport(prepared, FIELD.id);
    expect(sheet?.holes.map(({ xMm, yMm }) => `${xMm.toFixed(1)} ${yMm.toFixed(1)}`).sort()).toEqual(
      built?.feet.map(({ xMm, yMm }) => `${xMm.toFixed(1)} ${yMm.toFixed(1)}`).sort(),
    );
    expect(sheet?.cautions).toContain('fall');
    // Rails stand there as they are cut from stock: together as long as the rails, joined as often as they have joints.
    const cuts = sheet?.list.filter(({ lengthMm }) => lengthMm !== null) ?? [];
    const rails = built?.rails ?? [];
    const sumOf = (numbers: readonly number[]) => numbers.reduce((sum, each) => sum + each, 0);
    expect(sumOf(cuts.map(({ count, lengthMm }) => count * (lengthMm ?? 0)))).toBeCloseTo(
      sumOf(rails.map(({ fromMm, toMm }) => toMm - fromMm)),
      0,
    );
    for (const { lengthMm } of cuts)
      expect(lengthMm).toBeLessThanOrEqual(ARRAY_RAILS.rows['rail-60'].stockMm);
    const countOfLine = (text: RegExp) =>
      sumOf((sheet?.list ?? []).filter(({ what }) => text.test(what.text)).map(({ count }) => count));
    expect(rails).toHaveLength(6);
    expect(countOfLine(/^Splice bar/u)).toBe(sumOf(rails.map(({ cut }) => cut?.jointsMm.length ?? NaN)));
    // Three rows on two rails each: two end clamps a rail, one between each two modules.
    expect(countOfLine(/^End clamp/u)).toBe(12);
    expect(countOfLine(/^Middle clamp/u)).toBe(2 * (FIELD.modules.length - 3));
    expect(countOfLine(/^Lug/u)).toBe(1);
    // A clamp drills nothing.
    const clamped = prepare(support({ school: 'seam-clamp' }));
    expect(drillSheets(clamped).some(({ id }) => id === 'hall-roof')).toBe(false);
  });
});

describe('the figures of a field', () => {
  test('count and weigh it, and fit its rows to the roof', () => {
    const figures = fieldFigures(prepare(house), FIELD.id);
    expect(figures).toMatchObject({ count: 24, powerW: 9600 });
    expect(figures?.moduleKg).toBeCloseTo(24 * 21.5, 9);
    const [row] = figures?.rows ?? [];
    // Nine of 44.6″ with eight gaps of 3/4″ in 36 ft.
    expect(row?.fit.sumMm).toBeCloseTo(mmFromInch(9 * 44.6 + 8 * 0.75), 6);
    expect(row?.fit.roomMm).toBeCloseTo(mmFromInch(432 - 9 * 44.6 - 8 * 0.75), 6);
    expect(row?.fit.fits).toBe('always');
  });

  test('put every school beside the others, and suggest one for what the roof is made of', () => {
    const prepared = prepare(house);
    const schools = schoolsBeside(prepared, FIELD);
    expect(schools).toHaveLength(9);
    const holes = new Map(schools.map(({ school, holeCount }) => [school, holeCount]));
    expect([holes.get('seam-clamp'), holes.get('bonded')]).toEqual([0, 0]);
    expect(schools.find(({ school }) => school === 'bonded')?.holdsN).toBeNull();
    expect(suggestedSchool(prepared, 'hall-roof').school).toBe('flashed-foot');
    expect(suggestedSchool(prepare(glasshouses()), 'sheet-roof').school).toBe('seam-clamp');
    expect(
      DEMOS.map(({ plan }) => plan())
        .filter(({ site }) => site.setting === 'mobile')
        .map((plan) => suggestedSchool(prepare(plan), plan.moduleFields[0]?.face ?? '').school),
    ).toEqual(['side-adjust-foot', 'side-adjust-foot']);
  });

  test('grow one by one in the grid, under ids of their own', () => {
    const grown = withOneMore(withOneMore(FIELD, SIZE), SIZE);
    expect(grown.modules).toHaveLength(26);
    expect(new Set(grown.modules.map(({ id }) => id)).size).toBe(26);
    expect((grown.modules[25]?.xMm ?? 0) - (grown.modules[24]?.xMm ?? 0)).toBeCloseTo(
      1000 + FIELD.gapAcrossMm,
      9,
    );
    expect(withOneMore(newField(house, 'hall-roof', 'solar-module-400w'), SIZE).modules).toHaveLength(1);
  });

  test('grow by what the last one covers, whatever its turn and the tilt: the new one is one gap on', () => {
    for (const isTurned of [false, true]) {
      for (const low of [null, 'bottom', 'top', 'left', 'right'] as const) {
        const tilt = low === null ? null : { deg: 30, low };
        const one = { ...FIELD, tilt, modules: [{ id: 'm1', xMm: 300, yMm: 200, isTurned }] };
        const grown = withOneMore(one, SIZE);
        const type = house.gearTypes.find(({ id }) => id === FIELD.type);
        if (type === undefined) throw new Error('The demo has its type.');
        const [first, next] = grown.modules.map((laid) => placeModule(grown, laid, { ...type, ...SIZE }));
        expect((next?.box.minX ?? 0) - (first?.box.maxX ?? 0)).toBeCloseTo(FIELD.gapAcrossMm, 9);
        expect(next?.box.minY).toBe(first?.box.minY);
      }
    }
  });

  test('stick where they are dragged to setbacks, to one gap beside others, and in line', () => {
    const { across, up } = moduleSnaps(prepare(house), FIELD.id, new Set(['m24']));
    const at = (snaps: typeof across, why: string) =>
      snaps.filter((each) => each.why === why).map(({ atMm }) => atMm / 25.4);
    expect(at(across, 'setback').map((each) => Math.round(each * 10) / 10)).toEqual([12, 432 - 12 - 44.6]);
    expect(at(across, 'one-gap').some((each) => Math.abs(each - (12 + 5 * 45.35)) < 0.01)).toBe(true);
    expect(at(up, 'bottoms').some((each) => Math.abs(each - 139.1) < 0.01)).toBe(true);
    expect(moduleSnaps(prepare(house), 'gone', null)).toEqual({ across: [], up: [] });
  });

  test('go back into the grid from a little off it, and stay where they are in it', () => {
    for (const { id, xMm, yMm } of FIELD.modules) {
      const off = changed({
        modules: FIELD.modules.map((each) =>
          each.id === id ? { ...each, xMm: xMm + 4, yMm: yMm - 3 } : each,
        ),
      });
      const back = intoGrid(prepare(off), FIELD.id, id);
      expect(back?.xMm).toBeCloseTo(xMm, 2);
      expect(back?.yMm).toBeCloseTo(yMm, 2);
    }
    expect(intoGrid(prepare(house), FIELD.id, 'gone')).toBeNull();
  });
});
