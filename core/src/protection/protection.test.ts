import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  DoubleSide,
  Mesh,
  MeshBasicMaterial,
  Raycaster,
  Shape,
  ShapeGeometry,
  Matrix4,
  Vector3,
} from 'three';
import { prepare } from '../check/prepared.ts';
import { atGear, newCircuit } from '../conductor/new-circuit.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { glasshouses } from '../demo/glasshouses.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import type { Circuit } from '../plan/circuit.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { devicesAlong } from './device.ts';
import { apartMm, hidingFace } from './sight.ts';

function edited(plan: Plan, ...edits: PlanEdit[]): Plan {
  const applied = applyEdits(plan, edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

describe('what stands on a circuit', () => {
  const at = (plan: Plan, id: string, from: string) => {
    const prepared = prepare(plan);
    const circuit = prepared.circuits.get(id);
    if (circuit === undefined) throw new Error(`There is no circuit “${id}”.`);
    return devicesAlong(prepared, circuit, from);
  };

  test('is gear between the parts of its way, as far off as what is taped before it', () => {
    // The clinic’s main fuse: 350 mm of conductor from the battery’s post, then the run that is drawn.
    const [fuse] = at(eyeClinic(), 'inverter-battery', 'battery');
    expect([fuse?.gear?.id, fuse?.awayMm]).toEqual(['main-fuse', 350]);
    // From the inverter it is all of the run that is drawn.
    const prepared = prepare(eyeClinic());
    const [seen] = at(eyeClinic(), 'inverter-battery', 'inverter');
    expect(seen?.gear?.id).toBe('main-fuse');
    expect(seen?.awayMm).toBeGreaterThan(200);
    expect(prepared.runs.get('inverter-feed')?.slackEachEndMm).toBe(100);
  });

  test('is a fuse of its own, from whichever end one looks', () => {
    const [own] = at(eyeClinic(), 'charging', 'battery');
    expect([own?.gear, own?.awayMm, own?.device.clears]).toEqual([null, 120, true]);
    expect(at(eyeClinic(), 'charging', 'controller')[0]?.awayMm).toBe(900 - 120);
  });

  test('goes on over gear that only passes its current on, and adds up', () => {
    // Battery, 400 mm, disconnect, 700 mm with a fuse 200 mm before the controller.
    const circuit = (id: string, from: Circuit['from'], to: Circuit['to'], more: Partial<Circuit>) =>
      ({
        kind: 'set-circuit',
        circuit: newCircuit('iec', { id, name: id, carries: 'battery', from, to, ...more } as never),
      }) as PlanEdit;
    const plan = edited(
      eyeClinic(),
      { kind: 'remove-run', run: 'array-link' },
      { kind: 'remove-run', run: 'roof-run' },
      { kind: 'remove-circuit', circuit: 'charging' },
      { kind: 'remove-circuit', circuit: 'array-in' },
      { kind: 'remove-circuit', circuit: 'array-leads' },
      circuit('one', atGear('battery', 'studs'), atGear('disconnect'), { lengthMm: 400 }),
      circuit('two', atGear('disconnect'), atGear('controller', 'all'), {
        lengthMm: 700,
        device: { at: 'to', awayMm: 200 },
      }),
    );
    expect(at(plan, 'one', 'battery').map(({ gear, awayMm }) => [gear?.id ?? null, awayMm])).toEqual([
      ['disconnect', 400],
      [null, 900],
    ]);
    expect(at(plan, 'two', 'controller').map(({ gear, awayMm }) => [gear?.id ?? null, awayMm])).toEqual([
      [null, 200],
      ['disconnect', 700],
    ]);
  });
});

describe('what is seen', () => {
  test('is what no face stands before, as a general ray caster says', () => {
    // Three demo sites; disconnects hung at random on every face that stands in them, inside and outside, upright and not.
    for (const [make, gear, other] of [
      [honeyHouse, 'inverter-a', 'disconnect'],
      [glasshouses, 'gang-1', 'dc-1'],
      [eyeClinic, 'controller', 'gland-box'],
    ] as const) {
      const plan = make();
      const bare = prepare(plan);
      const faces = [...bare.site.frames.keys()];
      const meshes = [...bare.site.frames].flatMap(([id, frame]) => {
        const outline = bare.site.faces.get(id)?.outline;
        if (outline === undefined) return [];
        const mesh = new Mesh(
          new ShapeGeometry(new Shape(outline.map(([x, y]) => new Vector3(x, y, 0) as never))),
          new MeshBasicMaterial({ side: DoubleSide }),
        );
        const axes = [frame.right, frame.up, frame.toViewer].map((axis) => new Vector3(...axis)) as [
          Vector3,
          Vector3,
          Vector3,
        ];
        mesh.applyMatrix4(new Matrix4().makeBasis(...axes).setPosition(...frame.origin));
        mesh.updateMatrixWorld(true);
        return [mesh];
      });
      let hidden = 0;
      fc.assert(
        fc.property(
          fc.constantFrom(...faces),
          fc.double({ min: 0.1, max: 0.9, noNaN: true }),
          fc.double({ min: 0.1, max: 0.9, noNaN: true }),
          (face, across, up) => {
            const box = bare.site.faces.get(face)?.outline ?? [];
            const [xs, ys] = [box.map(([x]) => x), box.map(([, y]) => y)];
            const between = (all: readonly number[], share: number) =>
              Math.min(...all) + share * (Math.max(...all) - Math.min(...all));
            const placements = plan.placements.map((each) => {
              if (each.id !== other) return each;
              const { id, name, type } = each;
              return { id, name, type, face, xMm: between(xs, across), yMm: between(ys, up) };
            });
            const prepared = prepare({ ...plan, placements, runs: [], nipples: [], circuits: [] });
            const [a, b] = [prepared.hung.get(gear), prepared.hung.get(other)];
            if (a === undefined || b === undefined) throw new Error('Both hang.');
            const front = (item: typeof a, outMm: number) => {
              const frame = prepared.site.frames.get(item.face.id);
              if (frame === undefined) throw new Error('It stands.');
              const x = (item.body.minX + item.body.maxX) / 2;
              const y = (item.body.minY + item.body.maxY) / 2;
              const out = item.type.standoffMm + item.type.depthMm + outMm;
              return new Vector3(...frame.origin)
                .addScaledVector(new Vector3(...frame.right), x)
                .addScaledVector(new Vector3(...frame.up), y)
                .addScaledVector(new Vector3(...frame.toViewer), out);
            };
            expect(apartMm(prepared, a, b)).toBeCloseTo(front(a, 0).distanceTo(front(b, 0)), 6);
            const [eyes, seen] = [front(a, 600), front(b, 1)];
            const ray = seen.clone().sub(eyes);
            const caster = new Raycaster(eyes, ray.clone().normalize(), 0, ray.length());
            const isHidden = caster.intersectObjects(meshes).length > 0;
            if (isHidden) hidden++;
            expect(hidingFace(prepared, a, b) !== null).toBe(isHidden);
          },
        ),
        { numRuns: 120 },
      );
      expect(hidden).toBeGreaterThan(0);
    }
  });
});
