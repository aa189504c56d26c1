import { describe, expect, test } from '@jest/globals';
import { findingsOf } from '../check/run-checks.ts';
import { prepare, type Prepared } from '../check/prepared.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { glasshouses } from '../demo/glasshouses.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { knockoutAt } from '../gear/new-gear.ts';
import { getSample } from '../gear/samples.ts';
import type { Circuit } from '../plan/circuit.ts';
import { NO_RATINGS, type GearType } from '../plan/gear-type.ts';
import { tellingOf } from '../plan/names.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { INCH_READER, METRIC_READER } from '../quantity/format.ts';
import { routeAll } from '../route/route.ts';
import { gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { wirewayHoles } from '../wireway/hole-pattern.ts';
import { carriedBy } from './carried.ts';
import { cablesOf, lyingOfCircuit, sizedCircuit } from './circuit-sizing.ts';
import { wirewaySlackMm, wayOf } from './circuit-way.ts';
import { conductorCheck } from './conductor-check.ts';
import { conduitFill } from './conduit.ts';
import { atGear, newCircuit, newRun } from './new-circuit.ts';
import { alongWay, circuitDetail, circuitLine, drumLines, leastVoltageV, wireLabels } from './schedule.ts';
import { circuitsCsv, drumsCsv, labelsCsv, lengthToBuy } from './schedule-csv.ts';

function unit(id: string, kind: GearType['kind'], ratings: Partial<GearType['ratings']> = {}): GearType {
  return gear(id, {
    kind,
    widthMm: 200,
    heightMm: 200,
    dropMm: 200,
    knockouts: [knockoutAt('k', 'top', 100, 50, 'M20')],
    ratings: { ...NO_RATINGS, ...ratings },
  });
}

/** Modules, a disconnect, a controller, a battery and an inverter, side by side on one wall. */
function chain(circuits: readonly Circuit[], more: Partial<Plan> = {}): Plan {
  const types = [
    unit('disconnect', 'disconnect'),
    unit('controller', 'charge-controller', { maxCurrentA: 70 }),
    unit('battery', 'battery', { minVoltageV: 20 }),
    unit('inverter', 'inverter', { powerW: 2000, voltsToGroundV: 230, maxCurrentA: 90 }),
    unit('mains', 'inverter', { powerW: 8000, maxCurrentA: 33.3 }),
  ];
  return plan({
    gearTypes: [...types, getSample('solar-module-210w')],
    placements: types.map(({ id }, index) => hang(id, id, 'w', 500 + 700 * index, 1500)),
    circuits: [...circuits],
    ...more,
  });
}

function link(
  id: string,
  from: Circuit['from'],
  to: Circuit['to'],
  more: Partial<Omit<Circuit, 'wire'>> = {},
): Circuit {
  return newCircuit('iec', { id, name: id, carries: 'array', from, to, ...more });
}

const STRINGS = { at: 'modules', type: 'solar-module-210w', series: 3, parallel: 2 } as const;
const carried = (of: Plan, id: string) => {
  const prepared = prepare(of);
  const circuit = prepared.circuits.get(id);
  return circuit === undefined ? null : carriedBy(prepared, circuit);
};

/** From the disconnect to the controller. */
const run = {
  id: 'r',
  name: 'Run',
  from: { placement: 'disconnect', knockout: 'k' },
  to: { placement: 'controller', knockout: 'k' },
  ...newRun('us'),
  circuits: ['b'],
};

describe('what a circuit carries', () => {
  test('follows from its modules: 1.25 times their short-circuit current, string by string', () => {
    // NEC 690.8(A)(1), and the maker’s figures of the made-up module: Isc 10.9, Imp 10.15, Vmp 20.7.
    const found = carried(chain([link('a', STRINGS, atGear('disconnect'))]), 'a');
    expect(found?.currentA).toBeCloseTo(1.25 * 2 * 10.9, 9);
    expect(found?.operatingA).toBeCloseTo(2 * 10.15, 9);
    expect(found?.voltageV).toBeCloseTo(3 * 20.7, 9);
  });

  test('goes on through gear that only passes it on, where one leads in and one out', () => {
    const circuits = [
      link('a', STRINGS, atGear('disconnect')),
      link('b', atGear('disconnect'), atGear('controller')),
    ];
    expect(carried(chain(circuits), 'b')?.currentA).toBeCloseTo(27.25, 9);
    // With two that lead in nobody knows which it is.
    const two = [...circuits, link('c', STRINGS, atGear('disconnect'))];
    expect(carried(chain(two), 'b')).toBeNull();
    // What another was typed to carry goes on as well.
    const typed = [{ ...circuits[0], currentA: 12 } as Circuit, circuits[1] as Circuit];
    expect(carried(chain(typed), 'b')?.currentA).toBe(12);
  });

  test('comes to an end where circuits lead round in a ring', () => {
    const ring = [
      link('a', atGear('disconnect'), atGear('disconnect')),
      link('b', atGear('disconnect'), atGear('disconnect')),
    ];
    expect(carried(chain(ring), 'a')).toBeNull();
    const typed = ring.map((circuit) => ({ ...circuit, currentA: 5, voltageV: 12 }));
    expect(carried(chain(typed), 'a')?.currentA).toBe(5);
  });

  test('of a battery is the controller’s output, or the inverter’s power at the lowest voltage', () => {
    // NEC 690.8(A)(1): rated output at the lowest input voltage, 2000 W ÷ 20 V, by what the inverter loses: 90 % unless said.
    const battery = (other: string) =>
      carried(chain([link('a', atGear('battery'), atGear(other), { carries: 'battery' })]), 'a');
    expect(battery('controller')?.currentA).toBe(70);
    expect(battery('inverter')?.currentA).toBeCloseTo(111.111, 3);
    expect(battery('inverter')?.voltageV).toBe(20);
    expect(battery('disconnect')).toBeNull();
  });

  test('behind an inverter is its output, told from its power where its stated current is the battery’s', () => {
    const out = (from: string) =>
      carried(chain([link('a', atGear(from), { at: 'outside', what: 'loads' }, { carries: 'ac-out' })]), 'a');
    expect(out('mains')).toMatchObject({ currentA: 33.3, voltageV: 8000 / 33.3 });
    expect(out('inverter')).toMatchObject({ currentA: 2000 / 230, voltageV: 230 });
  });

  test('of three phases is a third of the power in each, at its voltage to ground', () => {
    // P = 3 · V · I; between lines √3 · 230 V = 398 V.
    const end = { at: 'outside', what: 'loads' } as const;
    const circuit = newCircuit('iec', { id: 'a', name: 'a', carries: 'ac-out', from: atGear('inverter'), to: end, wire: { count: 4, carrying: 3 } }); // prettier-ignore
    const found = carried(chain([circuit]), 'a');
    expect(found?.currentA).toBeCloseTo(2000 / 3 / 230, 9);
    expect(found?.voltageV).toBeCloseTo(Math.sqrt(3) * 230, 9);
  });

  test('is what a person says before anything else, and nothing for data', () => {
    const typed = { currentA: 7, voltageV: 48 };
    expect(carried(chain([link('a', STRINGS, atGear('disconnect'), typed)]), 'a')).toMatchObject(typed);
    expect(carried(chain([link('a', STRINGS, atGear('disconnect'), { carries: 'data' })]), 'a')).toBeNull();
  });
});

describe('where a circuit lies', () => {
  const circuits = [
    link('a', STRINGS, atGear('disconnect')),
    link('b', atGear('disconnect'), atGear('controller')),
  ];
  const wayIn = (prepared: Prepared, id: string) => {
    const circuit = prepared.circuits.get(id);
    if (circuit === undefined) throw new Error(`There is no circuit ${id}.`);
    return wayOf(prepared, circuit);
  };

  test('is as long as its run, with slack, and what is taped beside it', () => {
    const prepared = prepare(chain(circuits, { runs: [run] }));
    const [routed] = routeAll(prepared).routed;
    expect(wayIn(prepared, 'b').lengthMm).toBeCloseTo(routed?.totalMm ?? 0, 6);
    const taped = chain(
      circuits.map((each) => ({ ...each, lengthMm: 1234 })),
      { runs: [run] },
    );
    expect(wayIn(prepare(taped), 'b').lengthMm).toBeCloseTo((routed?.totalMm ?? 0) + 1234, 6);
    expect(wayIn(prepare(taped), 'a').lengthMm).toBe(1234);
    expect(wayIn(prepare(chain(circuits)), 'b')).toMatchObject({ parts: [], lengthMm: null });
  });

  test('is not known while a run of it has no way', () => {
    // Walled in: the ports of both are covered by a post each.
    const nowhere = { ...run, to: { placement: 'controller', knockout: 'k' } };
    const faces = [wall('w', rectangle(5000, 2500), { obstacles: [] })];
    const of = chain(circuits, {
      faces,
      runs: [{ ...nowhere, from: { placement: 'battery', knockout: 'k' } }],
    });
    const blocked = {
      ...of,
      placements: of.placements.map((each) => (each.id === 'battery' ? { ...each, yMm: 2600 } : each)),
    };
    const way = wayIn(prepare(blocked), 'b');
    expect(way.unrouted).toEqual(['r']);
    expect(way.lengthMm).toBeNull();
  });

  test('on a roof in the sun counts 33 °C more, unless it is raised or its insulation is exempt', () => {
    // NEC 310.15(B)(2): less than 7/8 in above a roof in sunlight.
    const roof = { ...wall('w', rectangle(5000, 2500)), kind: 'roof', side: 'outside', conditions: { sun: 'full', designHighTempC: 35 } } as const; // prettier-ignore
    const ambient = (more: Partial<typeof run>, insulation: Circuit['wire']['insulation'] = 'pv-cable') => {
      const of = chain(
        circuits.map((each) => ({ ...each, wire: { ...each.wire, insulation } })),
        { faces: [roof], runs: [{ ...run, ...more }] },
      );
      return wayIn(prepare(of), 'b').parts.map(({ ambientC, roofC }) => [ambientC, roofC]);
    };
    expect(ambient({})).toEqual([[68, 33]]);
    expect(ambient({ raisedMm: mmFromInch(0.875) })).toEqual([[35, 0]]);
    expect(ambient({ raisedMm: mmFromInch(0.874) })).toEqual([[68, 33]]);
    expect(ambient({}, 'xhhw')).toEqual([[35, 0]]);
  });

  test('beside others counts all that carry current there, and in a wireway none up to thirty', () => {
    const both = prepare(chain(circuits, { runs: [{ ...run, circuits: ['a', 'b'] }] }));
    expect(wayIn(both, 'b').parts.map(({ carrying, circuits: count }) => [carrying, count])).toEqual([
      [4, 2],
    ]);
    // What carries nothing warms nothing: a cable for data beside it is no circuit by IEC 60364-5-52, B.52.17.
    const data = circuits.map((each) =>
      each.id === 'a' ? { ...each, wire: { ...each.wire, carrying: 0 } } : each,
    );
    const quiet = prepare(chain(data, { runs: [{ ...run, circuits: ['a', 'b'] }] }));
    expect(wayIn(quiet, 'b').parts.map(({ carrying, circuits: count }) => [carrying, count])).toEqual([
      [2, 1],
    ]);
    // NEC 376.22(B). The honey house has 8 that carry current in its wireway; with 22 more there are 30, and one more is too many.
    const withMany = (carrying: number) => {
      const demo = honeyHouse();
      const many = newCircuit('us', {
        id: 'many',
        name: 'Many',
        carries: 'data',
        from: atGear('inverter-a'),
        to: atGear('load-centre'),
        wire: { count: 40, carrying },
        stretches: [{ from: 'a-ac', to: 'load-feed' }],
      });
      const way = wayIn(prepare({ ...demo, circuits: [...demo.circuits, many] }), 'a-feed');
      return way.parts.map((part) => part.carrying);
    };
    expect([withMany(22), withMany(23)]).toEqual([[3], [31]]);
  });

  test('in a wireway is the stretch, both nipples and what is made up at each end', () => {
    const prepared = prepare(honeyHouse());
    const holes = new Map(wirewayHoles(prepared, 'wireway').map((hole) => [hole.nipple.id, hole]));
    const [from, to] = [holes.get('a-ac'), holes.get('load-feed')];
    const alongMm = Math.abs((from?.fromLeftMm ?? 0) - (to?.fromLeftMm ?? 0));
    // Inverters hang with their bottoms 3 in above the wireway; the load centre 6 in.
    expect(wayIn(prepared, 'a-feed').lengthMm).toBeCloseTo(
      alongMm + mmFromInch(3) + mmFromInch(6) + 2 * wirewaySlackMm('us'),
      6,
    );
  });
});

describe('the checks of circuits', () => {
  const found = (of: Plan) => findingsOf(conductorCheck, prepare(of)).map(({ message }) => message);

  test('ask where the way that is drawn does not lead from end to end', () => {
    const to = (end: string, more: Partial<Circuit> = {}) =>
      found(
        chain([link('b', atGear('disconnect'), atGear(end), { currentA: 10, voltageV: 60, ...more })], {
          runs: [run],
        }),
      );
    expect(to('controller')).toEqual([]);
    expect(to('battery')).toEqual(['gap']);
    expect(to('battery', { lengthMm: 2000 })).toEqual([]);
    expect(found(chain([link('b', STRINGS, atGear('battery'))], { runs: [run] }))).toEqual(['no-reach']);
  });

  test('find building wire clipped in the sun, and not in conduit there', () => {
    // NEC 310.10(D): what is exposed to direct sunlight is listed for it.
    const demo = honeyHouse();
    const circuits = demo.circuits.map((each) => ({
      ...each,
      wire: { ...each.wire, insulation: 'thhn' } as const,
    }));
    const clipped = demo.runs.map((run) => ({ ...run, laid: { as: 'clipped' } as const }));
    expect(found({ ...demo, circuits, runs: clipped })).toEqual(['not-for-sun', 'not-for-sun']);
    const runs = demo.runs.map((run) => ({ ...run, laid: { as: 'conduit', size: null } as const }));
    expect(found({ ...demo, circuits, runs })).toEqual([]);
  });

  test('find in the demos what a first sketch really has', () => {
    expect(found(honeyHouse())).toEqual([]);
    // Three modules of 24.9 V in a row, at −10 °C, on a disconnect for 60 V.
    expect(found(eyeClinic())).toEqual(['too-high']);
  });
});

describe('what lies in a run', () => {
  test('is each conductor, or one cable; nothing is known of wire that no table has', () => {
    const prepared = prepare(honeyHouse());
    const [run] = prepared.runs.list;
    if (run === undefined) throw new Error('The demo has no run.');
    // Two strings of #10 array wire and one earth for both, 7.2 mm: thick end of what is sold.
    expect(cablesOf(prepared, run)?.map(({ diameterMm }) => diameterMm)).toEqual([7.2, 7.2, 7.2, 7.2, 7.2]);
    const demo = honeyHouse();
    const thick = demo.circuits.map((each) => ({
      ...each,
      wire: { ...each.wire, size: { by: 'awg', size: '2' } as const },
    }));
    expect(cablesOf(prepare({ ...demo, circuits: thick }), run)).toBeNull();
    expect(lyingOfCircuit(prepared, 'gone')).toBeNull();
  });

  test('fills a conduit to 40 %: three #10 and an earth want 1/2 in, eight #8 want 1 1/4 in', () => {
    // NEC Chapter 9, Tables 1, 4 and 5; Annex C: five #10 THHN in 1/2 in EMT; #8: 6 in 3/4 in, 9 in 1 in.
    const inConduit = (count: number, size: '10' | '8') => {
      const demo = honeyHouse();
      const wire = { count, carrying: 0, hasEarth: false, size: { by: 'awg', size } as const };
      const circuit = newCircuit('us', { id: 'c', name: 'C', carries: 'data', from: atGear('disconnect'), to: atGear('array-box'), wire }); // prettier-ignore
      const runs = demo.runs.map((run) => ({
        ...run,
        circuits: ['c'],
        laid: { as: 'conduit', size: null } as const,
      }));
      const prepared = prepare({ ...demo, circuits: [circuit], runs });
      const [run] = prepared.runs.list;
      return run === undefined ? null : (conduitFill(prepared, run)?.smallest ?? null);
    };
    expect([inConduit(4, '10'), inConduit(5, '10'), inConduit(6, '10')]).toEqual(['1/2', '1/2', '3/4']);
    expect([inConduit(6, '8'), inConduit(7, '8'), inConduit(9, '8'), inConduit(10, '8')]).toEqual(['3/4', '1', '1', '1-1/4']); // prettier-ignore
  });
});

describe('voltage and heat along a way', () => {
  test('fall part by part to what is lost at its end, and are nothing where they are not known', () => {
    const prepared = prepare(honeyHouse());
    const line = circuitLine(prepared, 'a-array');
    const step = circuitDetail(prepared, 'a-array').steps.find(({ size }) => size.size === line?.size?.size);
    if (line === null || step === undefined) throw new Error('The demo has no such circuit.');
    const points = alongWay(line, step);
    expect(points).toHaveLength(2 * line.parts.length);
    expect(points.at(-1)?.alongMm).toBeCloseTo(line.lengthMm ?? NaN, 6);
    expect((points[0]?.volts ?? 0) - (points.at(-1)?.volts ?? 0)).toBeCloseTo(line.dropV ?? NaN, 9);
    for (let index = 1; index < points.length; index++)
      expect(points[index]?.volts).toBeLessThanOrEqual(points[index - 1]?.volts ?? 0);
    // 2 % is the usual of an array.
    expect(leastVoltageV(line)).toBeCloseTo((line.voltageV ?? 0) * 0.98, 9);
    expect(alongWay({ ...line, voltageV: null }, step)).toEqual([]);
    expect(leastVoltageV({ ...line, voltageV: null })).toBeNull();
  });
});

describe('the schedule', () => {
  const demo = honeyHouse();
  const prepared = prepare(demo);
  const lines = demo.circuits.flatMap(({ id }) => circuitLine(prepared, id) ?? []);
  const telling = tellingOf(INCH_READER, demo);

  test('adds up conductors by sort, earth conductors with them', () => {
    const lengthOf = (id: string) => lines.find(({ circuit }) => circuit === id)?.lengthMm ?? NaN;
    const feeds = lengthOf('a-feed') + lengthOf('b-feed');
    const strings = lengthOf('a-array') + lengthOf('b-array');
    const drums = drumLines(demo.circuits.slice(0, 4), lines);
    expect(
      drums.map(({ size, insulation, lengthMm }) => [size.size, insulation, Math.round(lengthMm)]),
    ).toEqual([
      ['8', 'thhn', Math.round(3 * feeds)],
      ['10', 'thhn', Math.round(feeds)],
      ['10', 'pv-wire', Math.round(2 * strings + lengthOf('a-array'))],
    ]);
    // A cable with a sheath is bought as it is, once.
    const cable = demo.circuits.slice(0, 4).map((each) => ({ ...each, wire: { ...each.wire, made: { as: 'cable', diameterMm: 12 } as const } })); // prettier-ignore
    const sheathed = prepare({ ...demo, circuits: cable });
    const bought = drumLines(
      cable,
      cable.flatMap(({ id }) => circuitLine(sheathed, id) ?? []),
    );
    expect(bought.map(({ cores, lengthMm }) => [cores, Math.round(lengthMm)])).toEqual([
      [4, Math.round(feeds)],
      [3, Math.round(lengthOf('a-array'))],
      [2, Math.round(lengthOf('b-array'))],
    ]);
  });

  test('asks for labels at both ends of each conductor, and every ten feet along array wiring', () => {
    const labels = wireLabels(demo, lines);
    expect(labels.filter(({ circuit }) => circuit === 'a-feed').map(({ count }) => count)).toEqual([8]);
    const [ends, along] = labels.filter(({ circuit }) => circuit === 'a-array');
    const lengthIn = (lines.find(({ circuit }) => circuit === 'a-array')?.lengthMm ?? 0) / 25.4;
    // NEC 690.31(D)(2): not more than 10 ft apart.
    expect([ends?.count, along?.count]).toEqual([6, Math.ceil(lengthIn / 120) + 1]);
  });

  test('asks for the warnings that the job’s devices want, with the figures that the plan knows', () => {
    const warnings = (plan: Plan) => {
      const of = prepare(plan);
      const known = plan.circuits.flatMap(({ id }) => circuitLine(of, id) ?? []);
      return wireLabels(plan, known).filter(({ circuit }) => circuit === null);
    };
    const told = new Map(warnings(demo).map(({ text, where, count }) => [text, [where, count]]));
    // NEC 690.13(B), 690.7(D), 690.54, 705.12(B)(3)(2), 690.12(D), 705.10. Twelve of 37.2 V in the cold are 496.9 V.
    expect(told.get('PV SYSTEM DISCONNECT')).toEqual(['at the disconnect', 1]);
    const most = [...told.keys()].find((text) => text.startsWith('MAXIMUM DC VOLTAGE'));
    expect(most).toMatch(/: \d+ V IN OPERATION, 497 V OPEN IN THE COLD$/u);
    // Two of 33.3 A; the 25 A of the battery’s inverter are not the sun’s.
    expect([...told.keys()].find((text) => text.includes('RATED AC CURRENT'))).toMatch(/: 66\.6 A, 240 V$/u);
    // One beside each of the three breakers.
    expect([...told].filter(([text]) => text.includes('DO NOT RELOCATE')).map(([, of]) => of)).toEqual([
      ['at the panel', 3],
    ]);
    expect([...told].filter(([text]) => text.includes('RAPID SHUTDOWN')).map(([, of]) => of)).toEqual([
      ['at the supply, once it is fitted', 1],
    ]);
    // What four inverters give together is counted once, though it passes on: 4 · 95.65 A.
    expect(warnings(glasshouses()).find(({ text }) => text.includes('RATED a.c. CURRENT'))?.text).toMatch(
      /: 382\.6 A, 398 V$/u,
    );
    // A disconnect of alternating current says nothing of the array.
    const moved = demo.circuits.map((each) =>
      each.carries === 'array' ? each : { ...each, from: atGear('disconnect') },
    );
    const alternating = demo.circuits.filter(({ carries }) => carries === 'array');
    expect(
      warnings({ ...demo, circuits: moved }).filter(({ where }) => where === 'at the disconnect')[0]?.count,
    ).toBe(1);
    const noRun = { ...demo, circuits: alternating.map((each) => ({ ...each, stretches: [] })), runs: [] };
    expect(warnings(noRun).some(({ where }) => where === 'at the disconnect')).toBe(false);
    expect(warnings({ ...demo, circuits: [] })).toEqual([]);
  });

  test('is a table of one row each, with nothing where nothing is known', () => {
    const rows = circuitsCsv(demo, lines, telling).trim().split('\r\n');
    expect(rows).toHaveLength(1 + demo.circuits.length);
    expect(rows[1]).toMatch(
      /^Inverter A to load center,ac out,"Inverter A, ac","Load center, breakers",1,3,8 AWG,10 AWG,/u,
    );
    const bare = prepare({
      ...demo,
      circuits: demo.circuits.map((each) => ({ ...each, carries: 'unsaid' })),
    });
    const unsaid = bare.circuits.ids.flatMap((id) => circuitLine(bare, id) ?? []);
    expect(circuitsCsv(demo, unsaid, telling)).toContain('THHN/THWN-2,copper,,,,,');
    expect(drumsCsv(demo, lines, telling)).toContain('"10 AWG PV wire, copper"');
    expect(labelsCsv(demo, lines)).toContain('SOLAR PV DC CIRCUIT,along the way,Array to inverter A,');
  });

  test('shows how each figure was found, and none where nothing is known', () => {
    // What it carries, what it may carry, its terminals, its device, its drop.
    const units = (id: string) => circuitDetail(prepared, id).workings.map(({ result }) => result.value.unit);
    expect(units('a-feed')).toEqual(['A', 'A', 'A', 'A', 'V']);
    expect(units('ground')).toEqual(['section']);
    expect(circuitDetail(prepared, 'gone')).toEqual({ workings: [], steps: [] });
    const working = circuitDetail(prepared, 'a-feed').workings.at(-1);
    const symbols = new Map(working?.inputs.map(({ symbol, value }) => [symbol, value.value]));
    // ΔV = 2 · I · R · L, with R per kilometre and L in mm.
    const byHand = 2 * (symbols.get('I') ?? 0) * ((symbols.get('R') ?? 0) / 1e6) * (symbols.get('L') ?? 0);
    expect(working?.result.value.value).toBeCloseTo(byHand, 9);
  });

  test('is bought in whole feet or metres, never less', () => {
    const feet = (inches: number) => lengthToBuy(mmFromInch(inches), INCH_READER);
    expect([feet(12), feet(12.01), feet(0), lengthToBuy(1000, METRIC_READER), lengthToBuy(1000.1, METRIC_READER)]).toEqual(['1 ft', '2 ft', '0 ft', '1 m', '2 m']); // prettier-ignore
  });

  test('sizes each circuit as a person would by its figures', () => {
    const sized = sizedCircuit(prepared, 'a-feed');
    expect(sized?.sizing).toMatchObject({ deviceA: 45 });
    expect(sized?.terminals.map(({ terminal }) => terminal.ratedC)).toEqual([75, 75]);
  });
});
