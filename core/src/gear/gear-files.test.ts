import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Ajv2020 } from 'ajv/dist/2020.js';
import Papa from 'papaparse';
import { readFileSync } from 'node:fs';
import { faultText } from '../plan/fault.ts';
import { findGearFaults } from '../plan/gear-faults.ts';
import { gearTypeSchema, type GearType } from '../plan/gear-type.ts';
import { KNOCKOUT_HOLES } from '../reference/knockouts.ts';
import { gear } from '../test/plans.ts';
import { GEAR_CSV_COLUMNS } from './gear-csv-columns.ts';
import { readGearCsv, gearIdOf } from './gear-csv-read.ts';
import { writeGearCsv } from './gear-csv-write.ts';
import { gearJsonSchema } from '../json-schemas.ts';
import { readGearFile, writeGearFile } from './gear-file.ts';
import { gearViews } from './gear-views.ts';
import { knockoutHoleMm } from '../drill/knockout-hole.ts';
import { getSample, SAMPLE_GEAR } from './samples.ts';

describe('the samples', () => {
  test('are sound, have ids of their own and are of every kind the demo jobs hang', () => {
    for (const type of SAMPLE_GEAR)
      expect([type.id, findGearFaults(gearTypeSchema.parse(type))]).toEqual([type.id, []]);
    expect(new Set(SAMPLE_GEAR.map(({ id }) => id)).size).toBe(SAMPLE_GEAR.length);
    const kinds = new Set(SAMPLE_GEAR.map(({ kind }) => kind));
    for (const kind of [
      'inverter',
      'gang-inverter',
      'battery',
      'load-centre',
      'transfer-switch',
      'disconnect',
      'combiner',
      'fuse-holder',
      'wireway',
      'board',
      'junction-box',
      'solar-module',
      'charge-controller',
    ] as const)
      expect(kinds).toContain(kind);
  });

  test('lift a gang part by part: 32 kg power modules, in an order that counts', () => {
    const gang = getSample('gang-inverter-3');
    expect(gang.parts.map(({ massKg, order }) => [massKg, order])).toEqual([
      [18, 1],
      [32, 2],
      [32, 3],
      [32, 4],
    ]);
    expect(gang.massKg).toBe(114);
    // Power modules and control module stand side by side within the template.
    const boxes = gang.parts.flatMap(({ box }) => box ?? []).sort((a, b) => a.xMm - b.xMm);
    boxes.forEach((box, index) => {
      const next = boxes[index + 1];
      expect(box.xMm + box.widthMm).toBeLessThanOrEqual(next?.xMm ?? gang.widthMm);
    });
  });

  test('of a wireway keep its seams, of a board its rail and what is approved for it, in either kind of file', () => {
    const way: GearType = {
      ...getSample('wireway-300x300-3m'),
      id: 'way',
      origin: null,
      seamsMm: [1500, 2400],
    };
    const plain = getSample('backer-board-800x480');
    if (plain.board === null) throw new Error('no board');
    const board: GearType = {
      ...plain,
      board: {
        ...plain.board,
        railsUpMm: [100],
        rail: 'slotted-21',
        approvedPullN: 900,
        approvedShearN: null,
      },
    };
    const csv = readGearCsv(writeGearCsv([way, board]));
    if (!csv.ok) throw new Error(csv.fault);
    expect(csv.value.faults).toEqual([]);
    expect(csv.value.gear[0]).toEqual(way);
    // Nobody entered it and entered as nothing are the same.
    expect(csv.value.gear[1]?.board).toMatchObject({ rail: 'slotted-21', approvedPullN: 900 });
    expect(csv.value.gear[1]?.board?.approvedShearN).toBeUndefined();
    const json = readGearFile(writeGearFile([way, board]));
    expect(json.ok && json.value.gear).toEqual([way, board]);
    const old = writeGearFile([plain]).replace('"formatVersion": 2', '"formatVersion": 1');
    expect(readGearFile(old).ok).toBe(true);
  });

  test('say where a seam or a rail lies off the piece', () => {
    const way = { ...getSample('wireway-300x300-3m'), seamsMm: [3001] };
    expect(findGearFaults(way).map(({ path }) => path)).toEqual(['seamsMm[0]']);
    const plain = getSample('backer-board-800x480');
    const board = {
      ...plain,
      board: plain.board === null ? null : { ...plain.board, railsUpMm: [480, 481] },
    };
    expect(findGearFaults(board).map(({ path }) => path)).toEqual(['board.railsUpMm[1]']);
  });

  test('have rules in the units their editions give: 6, 8 and 2 inches, 150, 200 and 50 mm (common practice)', () => {
    const given = (id: string) =>
      getSample(id).rules.map(({ distance, when }) => [
        distance.value,
        distance.unit,
        when.meanMaxAtLeast?.value,
      ]);
    expect(given('inverter-8kw')).toEqual([
      [6, 'in', undefined],
      [8, 'in', 77],
      [2, 'in', undefined],
    ]);
    expect(given('gang-inverter-3')).toEqual([
      [150, 'mm', undefined],
      [200, 'mm', 25],
      [50, 'mm', undefined],
    ]);
  });
});

describe('findGearFaults', () => {
  const sound = getSample('inverter-8kw');
  const gang = getSample('gang-inverter-2');
  const knockout = { id: 'k', edge: 'left', alongMm: 900, fromBackMm: 10, tradeSize: '1' } as const;

  test.each<[string, GearType, string, RegExp]>([
    [
      'a knockout beyond its edge',
      { ...sound, knockouts: [knockout] },
      'knockouts[0].alongMm',
      /900 mm along its edge, which is 685\.8 mm long/u,
    ],
    [
      'a knockout behind or before the body',
      { ...sound, knockouts: [{ ...knockout, alongMm: 10, fromBackMm: 300 }] },
      'knockouts[0].fromBackMm',
      /300 mm from the back/u,
    ],
    [
      'two knockouts of one name',
      {
        ...sound,
        knockouts: [
          { ...knockout, alongMm: 1 },
          { ...knockout, alongMm: 9 },
        ],
      },
      'knockouts[1].id',
      /used twice/u,
    ],
    [
      'parts that weigh more than the whole',
      { ...gang, massKg: 60 },
      'massKg',
      /weigh 82 kg together, the whole is given as 60 kg/u,
    ],
    [
      'an order with a gap',
      { ...gang, parts: gang.parts.map((part) => ({ ...part, order: part.order * 2 })) },
      'parts',
      /count 1 to 3/u,
    ],
    ['a part past the template', { ...gang, widthMm: 700 }, 'parts[0].box', /reaches past/u],
    [
      'two parts in one place',
      { ...gang, parts: gang.parts.map((part) => ({ ...part, box: gang.parts[0]?.box ?? null })) },
      'parts[1].box',
      /overlaps/u,
    ],
    ['a gang of one', { ...gang, massKg: 18, parts: gang.parts.slice(0, 1) }, 'parts', /at least two parts/u],
    [
      'terminals that take nothing',
      { ...sound, terminals: [{ id: 't', name: 'T', minMm2: 9, maxMm2: 4, torqueNm: null }] },
      'terminals[0].minMm2',
      /take nothing/u,
    ],
    [
      'a window that starts above its end',
      { ...sound, ratings: { ...sound.ratings, minVoltageV: 700 } },
      'ratings.minVoltageV',
      /starts above/u,
    ],
    ['heat from nowhere', { ...sound, heat: { lossW: 50, sheds: 'none' } }, 'heat.sheds', /name the side/u],
    [
      'a module that works above its open circuit',
      {
        ...getSample('solar-module-440w'),
        solarModule: { pmaxW: 440, vocV: 30, iscA: 14, vmpV: 33, impA: 13, vocPctPerC: null, maxFuseA: null },
      },
      'solarModule.vmpV',
      /below the open-circuit/u,
    ],
  ])('names %s at its field', (_, type, path, message) => {
    const told = findGearFaults(type).map((fault) => ({ path: fault.path, message: faultText(fault) }));
    expect(told).toContainEqual({ path, message: expect.stringMatching(message) as unknown });
  });
});

describe('gear as JSON', () => {
  test('comes back as it was, and passes the published schema in another validator', () => {
    const text = writeGearFile(SAMPLE_GEAR);
    const read = readGearFile(text);
    if (!read.ok) throw new Error(read.fault);
    expect(read.value).toEqual({ gear: SAMPLE_GEAR, faults: [] });
    const published = JSON.parse(readFileSync('docs/gear.schema.json', 'utf8')) as object;
    expect(published).toEqual(JSON.parse(JSON.stringify(gearJsonSchema())));
    expect(new Ajv2020({ strict: false, validateFormats: false }).validate(published, JSON.parse(text))).toBe(
      true,
    );
  });

  test('names a bad entry by its place and field and offers the others', () => {
    const file = JSON.parse(writeGearFile(SAMPLE_GEAR)) as { gear: Record<string, unknown>[] };
    Object.assign(file.gear[1] ?? {}, { widthMm: -4 });
    Object.assign(file.gear[3] ?? {}, {
      knockouts: [{ id: 'k', edge: 'top', alongMm: 99_999, fromBackMm: 1, tradeSize: '1' }],
    });
    Object.assign(file.gear[5] ?? {}, { id: file.gear[0]?.id });
    const read = readGearFile(JSON.stringify(file));
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.gear).toHaveLength(SAMPLE_GEAR.length - 3);
    expect(read.value.faults.map(({ row, column }) => [row, column])).toEqual([
      [2, 'widthMm'],
      [4, 'knockouts[0].alongMm'],
      [6, 'id'],
    ]);
  });

  test.each([
    ['{', /not JSON/u],
    ['{"format":"other","gear":[]}', /not a Zarnel gear file/u],
    ['[]', /not a Zarnel gear file/u],
    ['{"format":"zarnel-gear","formatVersion":9,"gear":[]}', /version 9/u],
    ['{"format":"zarnel-gear","formatVersion":0,"gear":[]}', /version 0/u],
    ['{"format":"zarnel-gear","formatVersion":-3.5,"gear":[]}', /version -3.5/u],
    ['{"format":"zarnel-gear","formatVersion":1.5,"gear":[]}', /version 1.5/u],
    ['{"format":"zarnel-gear","formatVersion":"2","gear":[]}', /version 2;/u],
  ])('refuses %s whole', (text, message) => {
    const read = readGearFile(text);
    expect(read.ok ? '' : read.fault).toMatch(message);
  });
});

describe('gear as CSV', () => {
  test('comes back as it was, for every sample', () => {
    const read = readGearCsv(writeGearCsv(SAMPLE_GEAR));
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.faults).toEqual([]);
    expect(read.value.gear).toEqual(SAMPLE_GEAR);
  });

  test('comes back with every further figure of a module’s sheet, and of what an input bears', () => {
    const module = getSample('solar-module-400w');
    const inverter = getSample('inverter-8kw');
    if (module.solarModule === null) throw new Error('It is a module.');
    const more = {
      iscPctPerC: 0.045,
      noctC: 43,
      cells: 54,
      bypassDiodes: 3,
      halves: 2,
      leadMm: 1250,
      connector: 'round plugs',
    };
    const gear = [
      { ...module, solarModule: { ...module.solarModule, ...more } },
      { ...inverter, ratings: { ...inverter.ratings, arrayA: 18.5 } },
    ];
    const read = readGearCsv(writeGearCsv(gear));
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.faults).toEqual([]);
    expect(read.value.gear).toEqual(gear);
  });

  test('is plain CSV with a column for each figure, in the reading of another package', () => {
    const { data, errors } = Papa.parse<Record<string, string>>(writeGearCsv([getSample('inverter-8kw')]), {
      header: true,
    });
    expect(errors).toEqual([]);
    expect(Object.keys(data[0] ?? {})).toEqual(GEAR_CSV_COLUMNS);
    expect(data[0]).toMatchObject({ width: '469.9 mm', mass_kg: '45', max_voltage_v: '600' });
  });

  test('takes lengths as people write them and fills what is left out', () => {
    const read = readGearCsv(
      'Name,Kind,Width,Height,Depth,Mass_kg,knockouts\nMy box,junction-box,8",6 1/4",80,1.2,low|bottom|4"|1 1/2"|3/4\n',
    );
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.gear[0]).toMatchObject({
      id: 'my-box',
      widthMm: 203.2,
      heightMm: 158.75,
      depthMm: 80,
      dropMm: 158.75,
      orientations: ['upright'],
      knockouts: [{ id: 'low', edge: 'bottom', alongMm: 101.6, fromBackMm: 38.1, tradeSize: '3/4' }],
    });
  });

  test('counts rows as a spreadsheet does, and names those it cannot tell into cells', () => {
    const read = readGearCsv(
      [
        'name,kind,width,height,depth,mass_kg,', // A spreadsheet leaves an empty last column.
        '',
        'Sound,junction-box,200,150,80,1.5,',
        ',,,,,,',
        'Shifted,junction-box,200,150,80,1,5,too far',
        '"Also sound, quoted",junction-box,200,150,80,1.5',
        '"Open,junction-box,200,150,80,1.5',
        'Swallowed,junction-box,200,150,80,1.5',
      ].join('\n'),
    );
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.gear.map(({ name }) => name)).toEqual(['Sound', 'Also sound, quoted']);
    expect(read.value.faults.map(({ row, message }) => [row, message.slice(0, 11)])).toEqual([
      [5, 'The row has'],
      [7, 'A quote in '],
    ]);
  });

  test('a row that ends before its header does was cut off, wherever that was', () => {
    const [header = [], row = []] = Papa.parse<string[]>(writeGearCsv(SAMPLE_GEAR.slice(0, 1))).data;
    for (const kept of [6, 10, 20, header.length - 1]) {
      const cut = Papa.unparse([header, row.slice(0, kept)]);
      const read = readGearCsv(cut);
      if (!read.ok) throw new Error(read.fault);
      expect([kept, read.value.gear.length]).toEqual([kept, 0]);
      expect(read.value.faults[0]?.message).toMatch(/cut off|quote/u);
    }
  });

  test('of ten thousand rows names the bad ones by row and column, and offers all the others', () => {
    const rows = Array.from({ length: 10_000 }, (_, index) => `Box ${index},junction-box,200,150,80,1.5,,`);
    rows[10] = 'Box 10,junction-box,wide,150,80,1.5,,';
    rows[20] = 'Box 20,toaster,200,150,80,1.5,,';
    rows[30] = 'Box 30,junction-box,200,150,80,"1,5",,';
    rows[40] = 'Box 40,junction-box,200,150,80,1.5,a|bottom|900|10|1,';
    rows[50] = 'Box 50,junction-box,200,150,80,1.5,,r|beside|same-kind|six|||maker|X';
    rows[60] = 'Box 5,junction-box,200,150,80,1.5,,';
    const read = readGearCsv(`name,kind,width,height,depth,mass_kg,knockouts,rules\n${rows.join('\n')}\n`);
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.gear).toHaveLength(9_994);
    expect(read.value.faults.map(({ row, column }) => [row, column])).toEqual([
      [12, 'width'],
      [22, 'kind'],
      [32, 'mass_kg'],
      [42, 'knockouts'],
      [52, 'rules'],
      [62, 'id'],
    ]);
    for (const { message } of read.value.faults) expect(message.length).toBeGreaterThan(12);
  });

  test('refuses a file that lacks its columns, and passes over columns it does not know', () => {
    expect(readGearCsv('a,b\n1,2\n')).toEqual({
      ok: false,
      fault: 'The header row lacks name, kind, width, height, depth, mass_kg.',
    });
    const read = readGearCsv('name,kind,width,height,depth,mass_kg,colour\nA,other,1,1,1,1,red\n');
    expect(read).toMatchObject({
      ok: true,
      value: { gear: [{ name: 'A' }], faults: [{ row: 1, column: 'colour' }] },
    });
  });

  test('makes ids that a plan takes', () => {
    for (const name of ['Wall inverter 8 kW', 'Übergröße — 3″', '***', 'x'.repeat(90)])
      expect(gearIdOf(name)).toMatch(/^[a-z0-9][a-z0-9-]{0,39}$/u);
  });
});

describe('gearViews', () => {
  const type = gear('t', {
    widthMm: 400,
    heightMm: 600,
    depthMm: 200,
    standoffMm: 20,
    dropMm: 650,
    knockouts: [
      { id: 'b', edge: 'bottom', alongMm: 100, fromBackMm: 50, tradeSize: '1' },
      { id: 'r', edge: 'right', alongMm: 250, fromBackMm: 80, tradeSize: 'M25' },
    ],
    bracketHoles: [{ id: 'h', xMm: -150, yMm: 0, pilotMm: 8, torqueNm: null }],
  });
  const [front, side, bottom] = gearViews(type);

  test('shows the hook line above the body it carries, and the bracket hole on it', () => {
    expect([front?.widthMm, front?.heightMm]).toEqual([400, 650]);
    expect(front?.body).toEqual({ at: [0, 0], size: [400, 600] });
    expect(front?.marks.find(({ kind }) => kind === 'hook-line')?.at).toEqual([0, 650]);
    expect(front?.marks.find(({ kind }) => kind === 'hole')?.at).toEqual([50, 650]);
  });

  test('shows the bottom from below: left and right the other way round, the wall at the top', () => {
    const mark = bottom?.marks.find(({ kind }) => kind === 'knockout');
    expect(mark).toMatchObject({ at: [300, 150], diameterMm: knockoutHoleMm('1') });
    expect(bottom?.marks.find(({ kind }) => kind === 'wall')?.at).toEqual([0, 220]);
  });

  test('shows side knockouts from the side, away from the wall by standoff and depth', () => {
    expect(side?.marks.find(({ kind }) => kind === 'knockout')).toMatchObject({
      at: [12 + 20 + 80, 250],
      diameterMm: 25.3,
    });
  });

  test('measures the body alone: not the wall behind it, nor holes beside it', () => {
    fc.assert(
      fc.property(
        fc.record({
          widthMm: fc.double({ min: 10, max: 3000, noNaN: true }),
          heightMm: fc.double({ min: 10, max: 3000, noNaN: true }),
          depthMm: fc.double({ min: 10, max: 900, noNaN: true }),
          standoffMm: fc.double({ min: 0, max: 100, noNaN: true }),
          hole: fc.double({ min: -2000, max: 2000, noNaN: true }),
        }),
        ({ hole, ...more }) => {
          const bracketHoles = [{ id: 'h', xMm: hole, yMm: -hole, pilotMm: 5, torqueNm: null }];
          const views = gearViews(gear('t', { ...more, dropMm: more.heightMm, bracketHoles }));
          expect(views.map(({ body }) => body.size)).toEqual([
            [more.widthMm, more.heightMm],
            [more.depthMm, more.heightMm],
            [more.widthMm, more.depthMm],
          ]);
          for (const { body, marks, widthMm, heightMm } of views) {
            expect(marks.find(({ kind }) => kind === 'body')).toMatchObject(body);
            expect(body.at[0] + body.size[0]).toBeLessThanOrEqual(widthMm + 1e-9);
            expect(body.at[1] + body.size[1]).toBeLessThanOrEqual(heightMm + 1e-9);
          }
        },
      ),
      { seed: 12, numRuns: 200 },
    );
  });

  test('draws knockout holes by the product standards’ nominal sizes', () => {
    // 1 in trade size: 1.375 in (UL 514A, as recalled in the reference table).
    expect(knockoutHoleMm('1')).toBeCloseTo(KNOCKOUT_HOLES.rows['1'].nominalIn * 25.4, 9);
    expect(knockoutHoleMm('1')).toBeCloseTo(34.925, 3);
  });
});
