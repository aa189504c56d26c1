import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { findingsOf } from '../check/run-checks.ts';
import { hottestAirC } from '../clearance/hottest-air.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { proposeWiring } from './propose.ts';
import { CIRCUIT_KINDS, HELD_WAYS, type Circuit, type CircuitKind, type Held } from '../plan/circuit.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import type { Laid } from '../plan/run.ts';
import { INSULATIONS, type Insulation } from '../reference/conductor-sizes.ts';
import { sizedCircuit } from './circuit-sizing.ts';
import { codeTablesOf, type ConductorSize } from './code-tables.ts';
import { methodCheck } from './method-check.ts';
import { atGear, newCircuit } from './new-circuit.ts';

type Case = {
  readonly codeBasis: Plan['codeBasis'];
  readonly setting: Plan['site']['setting'];
  readonly carries: CircuitKind;
  readonly insulation: Insulation;
  readonly made: Circuit['wire']['made']['as'];
};

/** The demo’s run through the house, with one circuit of 48 V on it. */
function along({ codeBasis, setting, carries, insulation, made }: Case, laid: Laid['as']): Plan {
  const plan = honeyHouse();
  const circuit = newCircuit(codeBasis, {
    id: 'along',
    name: 'Along',
    carries,
    from: atGear('disconnect'),
    to: atGear('array-box'),
    currentA: 5,
    voltageV: 48,
    wire: { insulation, made: made === 'cable' ? { as: 'cable', diameterMm: 12 } : { as: 'singles' } },
  });
  const how: Laid = laid === 'conduit' ? { as: 'conduit', size: null } : { as: laid };
  return {
    ...plan,
    codeBasis,
    site: { ...plan.site, setting },
    circuits: [circuit],
    runs: plan.runs.map((run) => ({ ...run, circuits: ['along'], laid: how })),
  };
}

const said = (plan: Plan) => findingsOf(methodCheck, prepare(plan)).map(({ message }) => message);

/** Wire that has no sheath and is listed for no open runs: THHN, XHHW, H07V and H07Z. */
const BARE = new Set<Insulation>(['thhn', 'xhhw', 'pvc', 'xlpe']);

/** PV wire lies open in the wiring of an array alone (NEC 690.31(C)(1)); EN 50618 is a cable with a sheath. */
function isBare({ carries, insulation }: Case): boolean {
  return BARE.has(insulation) || (insulation === 'pv-wire' && carries !== 'array');
}
const NO_POWER = new Set<CircuitKind>(['unsaid', 'bond', 'data']);
const LAID = ['clipped', 'in-cavity', 'under-modules', 'conduit'] as const;
const SETTINGS = ['building', 'mobile'] as const;

function eachCase(): Case[] {
  return (['us', 'iec'] as const).flatMap((codeBasis) =>
    SETTINGS.flatMap((setting) =>
      CIRCUIT_KINDS.flatMap((carries) =>
        INSULATIONS.flatMap((insulation) =>
          (['singles', 'cable'] as const).map((made) => ({ codeBasis, setting, carries, insulation, made })),
        ),
      ),
    ),
  );
}

/** Whether the rule asks for a raceway or a sheath, as it is printed (NEC 300.3(A); IEC 60364-5-52 Table A.52.1). */
function asksForCover(each: Case): boolean {
  const { setting, carries, made } = each;
  if (NO_POWER.has(carries) || made === 'cable' || !isBare(each)) return false;
  return setting === 'building' || carries === 'ac-in' || carries === 'ac-out';
}

describe('the matrix of silence of wiring methods', () => {
  test('single wires speak wherever nothing is round them, and are silent in conduit', () => {
    for (const each of eachCase()) {
      for (const laid of LAID) {
        const isAsked = asksForCover(each) && laid !== 'conduit';
        const speaks = said(along(each, laid)).some((message) => message.startsWith('singles-'));
        expect([each, laid, speaks]).toEqual([each, laid, isAsked]);
      }
    }
  });

  test('array wiring indoors wants metal by the American code, on buildings, above 30 V', () => {
    // NEC 690.31(D).
    for (const each of eachCase()) {
      for (const laid of LAID) {
        const isAsked =
          each.codeBasis === 'us' &&
          each.setting === 'building' &&
          each.carries === 'array' &&
          laid !== 'conduit';
        expect([each, laid, said(along(each, laid)).includes('array-inside')]).toEqual([each, laid, isAsked]);
      }
    }
    const array = {
      codeBasis: 'us',
      setting: 'building',
      carries: 'array',
      insulation: 'pv-wire',
      made: 'singles',
    } as const;
    const at = (voltageV: number) => {
      const plan = along(array, 'clipped');
      return said({ ...plan, circuits: plan.circuits.map((circuit) => ({ ...circuit, voltageV })) });
    };
    expect([at(30), at(30.1)]).toEqual([[], ['array-inside']]);
  });

  test('what nobody drew is asked about until somebody says how it lies', () => {
    for (const each of eachCase()) {
      for (const held of [undefined, ...HELD_WAYS]) {
        const plan = along(each, 'conduit');
        const more: { lengthHeld?: Held } = held === undefined ? {} : { lengthHeld: held };
        const taped = (circuit: Circuit): Circuit => ({ ...circuit, ...more, lengthMm: 2000 });
        const messages = said({ ...plan, circuits: plan.circuits.map(taped) });
        const isSaid = held !== undefined;
        expect(messages.includes('taped-unsaid')).toBe(asksForCover(each) && !isSaid);
        expect(messages.includes('singles-as-taped')).toBe(
          asksForCover(each) && isSaid && held !== 'conduit',
        );
      }
    }
  });

  test('insulation speaks just above what it is made for', () => {
    // 600 V of building wire, 2000 V of PV wire; 750 V of H07V, 1500 V to EN 50618.
    const made = { thhn: 600, xhhw: 600, 'pv-wire': 2000, pvc: 750, xlpe: 1000, 'pv-cable': 1500 } as const;
    for (const [insulation, ratedV] of Object.entries(made)) {
      const each = { codeBasis: 'us', setting: 'building', carries: 'ac-out', made: 'singles' } as const;
      const at = (voltageV: number) => {
        const plan = along({ ...each, insulation: insulation as Insulation }, 'conduit');
        return said({ ...plan, circuits: plan.circuits.map((circuit) => ({ ...circuit, voltageV })) });
      };
      expect([insulation, at(ratedV), at(ratedV + 0.1)]).toEqual([insulation, [], ['insulation-voltage']]);
    }
  });

  test('a proposal lays nothing that it would then find', () => {
    for (const plan of [honeyHouse(), eyeClinic()]) {
      const bare = { ...plan, circuits: [], runs: [] };
      const applied = applyEdits(bare, proposeWiring(bare).edits);
      if (!applied.ok) throw new Error('It may not be made.');
      expect(applied.value.plan.circuits.length).toBeGreaterThan(3);
      expect(said(applied.value.plan)).toEqual([]);
    }
  });
});

describe('the heat of a place', () => {
  test('is one: a circuit in a closed compartment is sized for the air that its gear is held to', () => {
    // The clinic’s bench gets to about 55.7 °C: 35 mm² of PVC in conduit, 125 A at 30 °C, may carry half of it (Table B.52.14: 0.5).
    const prepared = prepare(eyeClinic());
    const airC = hottestAirC(prepared, 'bench-compartment');
    expect(airC).toBeCloseTo(55.7, 1);
    const edit: PlanEdit = {
      kind: 'set-circuit',
      circuit: newCircuit('iec', {
        id: 'charging',
        name: 'Charging',
        carries: 'battery',
        from: atGear('battery', 'studs'),
        to: atGear('controller', 'all'),
        device: { at: 'from', awayMm: 100 },
        lengthMm: 900,
        wire: { insulation: 'pvc', size: { by: 'mm2', size: '35' } },
      }),
    };
    const applied = applyEdits(eyeClinic(), [edit]);
    if (!applied.ok) throw new Error('It may not be made.');
    const sized = sizedCircuit(prepare(applied.value.plan), 'charging');
    expect(sized?.way.parts.map(({ ambientC }) => ambientC)).toEqual([airC]);
    expect(sized?.sizing?.chosen?.capacityA).toBeCloseTo(62.5, 9);
  });

  test('is its own of every face, whatever hangs there, and no less than what was said of it', () => {
    for (const plan of [honeyHouse(), eyeClinic()]) {
      const prepared = prepare(plan);
      for (const [id, { conditions }] of prepared.site.faces)
        expect(hottestAirC(prepared, id)).toBeGreaterThanOrEqual(conditions.designHighTempC.value);
    }
  });
});

describe('how a circuit lies', () => {
  const laidIn = (
    laid: Laid['as'],
    made: Circuit['wire']['made']['as'],
    layers: readonly { is: 'air' | 'mineral-wool' | 'polystyrene'; thicknessMm: number }[] | null,
  ) => {
    const plan = along(
      { codeBasis: 'iec', setting: 'building', carries: 'ac-out', insulation: 'pvc', made },
      laid,
    );
    const faces = plan.faces.map((face) =>
      face.id === 'plant-wall' && face.shape.kind === 'outline' && layers !== null
        ? { ...face, shape: { ...face.shape, layers: [...layers] } }
        : face,
    );
    const prepared = prepare({ ...plan, faces });
    const parts = sizedCircuit(prepared, 'along')?.way.parts ?? [];
    return new Set(parts.map(({ installed }) => installed));
  };

  test('in a cavity is as in an insulated wall until its layers say that it is empty, in conduit too', () => {
    // IEC 60364-5-52, Table A.52.3: A1, A2 and B2.
    const air = [{ is: 'air', thicknessMm: 50 }] as const;
    const full = [
      { is: 'air', thicknessMm: 20 },
      { is: 'polystyrene', thicknessMm: 30 },
    ] as const;
    for (const laid of ['clipped', 'in-cavity', 'conduit'] as const) {
      for (const layers of [null, [], full]) {
        expect([laid, laidIn(laid, 'singles', layers).has('insulated')]).toEqual([laid, true]);
        const cable = laidIn(laid, 'cable', layers);
        expect([laid, cable.has(laid === 'conduit' ? 'cable-in-insulated' : 'insulated')]).toEqual([
          laid,
          true,
        ]);
      }
      const empty = laidIn(laid, 'singles', air);
      // The demo’s wall is a cavity behind its boards. Loose in a cavity is said of all its way.
      expect([laid, empty.has('cable-in-conduit')]).toEqual([laid, true]);
      if (laid !== 'in-cavity') expect(empty.has('insulated')).toBe(false);
    }
  });
});

describe('the international tables', () => {
  const tables = codeTablesOf({ material: 'copper', insulation: 'pvc' });
  const xlpe = codeTablesOf({ material: 'copper', insulation: 'xlpe' });
  const mm2 = (size: '2.5' | '16' | '35'): ConductorSize => ({ by: 'mm2', size });

  test('tell an insulated wall, a cable in conduit, conduit and clipped apart', () => {
    // IEC 60364-5-52, Tables B.52.2 and B.52.4: methods A2, A1, B2, B1, C.
    const ways = ['cable-in-insulated', 'insulated', 'cable-in-conduit', 'conduit', 'clipped'] as const;
    expect(ways.map((way) => tables.tableA(mm2('2.5'), 2, way))).toEqual([18.5, 19.5, 23, 24, 27]);
    expect(ways.map((way) => tables.tableA(mm2('35'), 2, way))).toEqual([92, 99, 111, 125, 138]);
    expect(ways.map((way) => tables.tableA(mm2('16'), 3, way))).toEqual([52, 56, 62, 68, 76]);
    for (const each of [tables, xlpe, codeTablesOf({ material: 'aluminium', insulation: 'xlpe' })])
      for (const size of each.sizes)
        for (const loaded of [2, 3]) {
          // Of aluminium with XLPE the table has less clipped than in conduit: enclosed ways alone are in order.
          const amps = ways.slice(0, 4).map((way) => each.tableA(size, loaded, way));
          expect(amps).toEqual([...amps].sort((a, b) => (a ?? 0) - (b ?? 0)));
        }
  });

  test('hold insulation of 90 °C to terminals that stand less', () => {
    // 523.1: sized as for 70 °C where the terminals stand no more; 35 mm² in conduit 125 A, √((60 − 30) ÷ (70 − 30)) of it at 60 °C.
    expect(xlpe.terminalA(mm2('35'), 2, null, 0)).toBe(125);
    expect(xlpe.terminalA(mm2('35'), 2, 75, 0)).toBe(125);
    expect(xlpe.terminalA(mm2('35'), 2, 60, 0)).toBeCloseTo(125 * Math.sqrt(0.75), 9);
    expect(xlpe.terminalA(mm2('35'), 2, 90, 0)).toBeNull();
    expect([tables.terminalA(mm2('35'), 2, null, 0), tables.terminalA(mm2('35'), 2, 75, 0)]).toEqual([
      null,
      null,
    ]);
  });

  test('take off more and more for those beside it, above the table too', () => {
    const at = (circuits: number) =>
      tables.factorsAt({ ambientC: 30, carrying: 2, circuits, installed: 'conduit' })?.together ?? NaN;
    // Table B.52.17: 0.38 for twenty; above, 1 ÷ √n (B.52.5).
    expect([at(16), at(20), at(25)]).toEqual([0.41, 0.38, 0.2]);
    for (let count = 2; count <= 120; count++) expect(at(count)).toBeLessThanOrEqual(at(count - 1));
  });
});
