import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '@zarnel/core/files';
import { applyEdits, planEditSchema, writePlan, type Plan } from '@zarnel/core/plan';
import { runCli } from './cli.ts';

const files = new Map<string, string>([
  ['demo.json', writePlan(honeyHouse())],
  ['broken.json', '{ "format": "zarnel-plan", '],
  ['dangling.json', JSON.stringify({ ...honeyHouse(), rootFace: 'gone' })],
  ['newer.json', JSON.stringify({ ...honeyHouse(), formatVersion: 99 })],
]);

function run(...args: string[]) {
  return runCli(args, (path) => {
    const text = files.get(path);
    if (text === undefined) throw Object.assign(new Error('gone'), { code: 'ENOENT' });
    return text;
  });
}

type Report = {
  findings: { severity: string; sentence: string; fixes: { label: string; edits: unknown[] }[] }[];
};

describe('zarnel explain', () => {
  test('opens a finding into its figures, its formula and what clears it', () => {
    const { code, out } = run('explain', 'demo.json', 'clearance.beside');
    expect(code).toBe(0);
    expect(out).toContain('gap = (x₂ − w₂ ÷ 2) − (x₁ + w₁ ÷ 2)');
    expect(out).toContain('measured 7″');
    expect(out).toContain('fix: Move Inverter A 1″ to the left');
  });

  test('names the findings there are where none is meant', () => {
    const { code, err } = run('explain', 'demo.json', 'no-such');
    expect(code).toBe(2);
    expect(err).toContain('clearance.beside/too-close/placement:inverter-a+placement:inverter-b');
    expect(run('explain', 'demo.json')).toMatchObject({ code: 2 });
    expect(run('explain', 'gone.json', 'x')).toMatchObject({
      code: 2,
      err: 'gone.json: there is no such file.\n',
    });
  });
});

describe('zarnel time', () => {
  test('says for each check, the routes and the sheets how long they take', () => {
    const text = files.get('demo.json') ?? '';
    let ticks = 0;
    const { code, out } = runCli(
      ['time', 'demo.json'],
      () => text,
      () => ticks++,
    );
    expect(code).toBe(0);
    for (const name of ['clearance.around', 'seal.gland', 'routes', 'sheets', 'all'])
      expect(out).toContain(` ${name} `);
    expect(out).toMatch(/ms {2}all +11 faces, 10 pieces/u);
  });
});

describe('zarnel check', () => {
  test('prints findings and exits 1 while there is one to clear', () => {
    const { code, out } = run('check', 'demo.json');
    expect(code).toBe(1);
    expect(out).toContain('STOP  Roof hole');
    expect(out).toContain('Inverter A and Inverter B are 7″ apart');
  });

  test('exits 0 once the fixes it printed as JSON have been made', () => {
    let plan: Plan = honeyHouse();
    for (let round = 0; round < 5; round++) {
      files.set('work.json', writePlan(plan));
      const { findings } = JSON.parse(run('check', 'work.json', '--json').out) as Report;
      const fix = findings[0]?.fixes[0];
      if (fix === undefined) break;
      const applied = applyEdits(
        plan,
        fix.edits.map((edit) => planEditSchema.parse(edit)),
      );
      if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
      plan = applied.value.plan;
    }
    expect(run('check', 'work.json')).toMatchObject({
      code: 0,
      out: 'Hollowmere honey house: nothing to clear.\n',
    });
  });

  test.each([
    ['broken.json', 'not JSON'],
    ['dangling.json', 'rootFace: There is no face “gone”'],
    ['newer.json', 'formatVersion: '],
    ['nowhere.json', 'there is no such file'],
  ])('exits 2 on %s and says where it is wrong', (file, message) => {
    const { code, out, err } = run('check', file);
    expect(code).toBe(2);
    expect(out).toBe('');
    expect(err).toContain(message);
  });

  test.each([[[]], [['check']], [['drill', 'demo.json']], [['check', 'demo.json', '--csv']]])(
    'exits 2 and says how to use it for %j',
    (args) => {
      const { code, err } = run(...args);
      expect(code).toBe(2);
      expect(err).toContain('Use:');
    },
  );
});

describe('zarnel holes', () => {
  test('prints each surface with its marks', () => {
    const { code, out } = run('holes', 'demo.json');
    expect(code).toBe(0);
    expect(out).toMatch(/Wireway, top\n {2}seen from above/u);
    expect(out).toMatch(/20 3⁄4″\s+3″\s+1 1⁄8″ hole saw\s+Inverter A, dc/u);
  });

  test('gives CSV and JSON', () => {
    expect(run('holes', 'demo.json', '--csv').out.split('\r\n')[0]).toMatch(/^surface,/u);
    const { sheets } = JSON.parse(run('holes', 'demo.json', '--json').out) as {
      sheets: { holes: unknown[] }[];
    };
    expect(sheets.length).toBeGreaterThanOrEqual(5);
  });
});

describe('zarnel seal', () => {
  test('says how each penetration is sealed, in order, and what it takes', () => {
    const { code, out } = run('seal', 'demo.json');
    expect(code).toBe(0);
    expect(out).toMatch(/: 2 penetrations$/mu);
    expect(out).toMatch(/^Roof hole: box with 5 M20 glands\. Sealed by: /mu);
    // The look for what may be hit comes before the pilot, and that before the water.
    const steps = [/ Look for cables/u, / Pilot through/u, /water/u].map((step) => out.search(step));
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
    const { seals } = JSON.parse(run('seal', 'demo.json', '--json').out) as {
      seals: { name: string; steps: unknown[]; takes: { name: string; figure: string }[] }[];
    };
    expect(seals.map(({ name }) => name)).toEqual(['Roof hole', 'Hole into the wall']);
    expect(seals[0]?.steps.length).toBeGreaterThan(10);
    expect(seals[0]?.takes.map(({ name }) => name)).toContain('Cure before water or load');
  });
});

describe('zarnel wire', () => {
  type Wiring = {
    circuits: {
      name: string;
      deviceA: number;
      size: { size: string };
      lengthMm: number;
      way: { kind: string; lengthMm: number }[];
    }[];
    conductors: { words: string; lengthMm: number }[];
    labels: { text: string; count: number }[];
  };

  test('sizes every circuit, with its way, and says what to buy and to label', () => {
    const { code, out } = run('wire', 'demo.json', '--json');
    expect(code).toBe(0);
    const { circuits, conductors, labels } = JSON.parse(out) as Wiring;
    const feed = circuits.find(({ name }) => name === 'Inverter A to load center');
    // 8 kW at 240 V: 33.3 A · 1.25 = 41.6 A: 45 A, and #8 at terminals of 75 °C.
    expect([feed?.deviceA, feed?.size.size, feed?.way[0]?.kind]).toEqual([45, '8', 'wireway']);
    for (const { lengthMm, way } of circuits)
      expect(way.reduce((sum, part) => sum + part.lengthMm, 0)).toBeCloseTo(lengthMm, 6);
    const metres = circuits.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
    // Each of the two feeds has three conductors and earth, each of the two strings two, and one earth for both.
    const most = conductors.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
    expect([most > 2 * metres, most < 4 * metres]).toEqual([true, true]);
    expect(labels.map(({ text }) => text)).toContain('SOLAR PV DC CIRCUIT');
  });

  test('as text and as CSV; exit code 1 while something is not known', () => {
    const { code, out } = run('wire', 'demo.json');
    expect(code).toBe(0);
    expect(out).toContain('8 AWG + 10 AWG, 45 A');
    expect(run('wire', 'demo.json', '--csv').out.split('\r\n')[0]).toMatch(/^circuit,carries,from,to/u);
    const demo = honeyHouse();
    const [first, ...others] = demo.circuits;
    if (first === undefined) throw new Error('The demo has no circuits.');
    files.set('open.json', writePlan({ ...demo, circuits: [{ ...first, carries: 'unsaid' }, ...others] }));
    expect(run('wire', 'open.json').code).toBe(1);
  });
});

describe('zarnel arrange', () => {
  test('prints layouts that break nothing, as text and as JSON', () => {
    const { code, out } = run('arrange', 'demo.json');
    expect(code).toBe(0);
    expect(out).toMatch(/^Hollowmere honey house: [3-5] layouts/u);
    expect(out).toContain('Inverter A');
    const report = JSON.parse(run('arrange', 'demo.json', '--json').out) as {
      proposals: { edits: unknown[] }[];
    };
    const [first] = report.proposals;
    const applied = applyEdits(
      honeyHouse(),
      (first?.edits ?? []).map((edit) => planEditSchema.parse(edit)),
    );
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    files.set('laid-out.json', writePlan(applied.value.plan));
    const { findings } = JSON.parse(run('check', 'laid-out.json', '--json').out) as Report;
    expect(findings.map(({ sentence }) => sentence).join()).not.toContain('Inverter B are');
  });

  test('says what it cannot do', () => {
    expect(run('arrange', 'demo.json', '--face=gone')).toMatchObject({ code: 2, out: '' });
    expect(run('arrange', 'demo.json', '--face=gone').err).toContain('no face “gone”');
    expect(run('arrange', 'demo.json', '--face=plant-floor').err).toContain('at least one piece');
  });
});
