import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '../demo/honey-house.ts';
import type { PointMm } from '../plan/values.ts';
import { readCsvOutline } from './outline-csv.ts';
import { readDxfOutlines, writeDxfOutline } from './outline-dxf.ts';
import { faultText } from '../plan/fault.ts';
import { takeOutline } from './outline-take.ts';

/** A text DXF of the given entities, as the published group codes have it. */
function dxf(entities: readonly (readonly (readonly [number, string | number])[])[], units?: number): string {
  const pairs: (readonly [number, string | number])[] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    ...(units === undefined
      ? []
      : ([
          [9, '$INSUNITS'],
          [70, units],
        ] as const)),
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...entities.flat(),
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return pairs.map(([code, value]) => `${code}\n${value}\n`).join('');
}

const line = (x1: number, y1: number, x2: number, y2: number) =>
  [[0, 'LINE'], [8, 'walls'], [10, x1], [20, y1], [11, x2], [21, y2]] as const; // prettier-ignore

describe('readDxfOutlines', () => {
  test('reads back what another package wrote, to the corner', () => {
    const { shape } = honeyHouse().faces[0] ?? {};
    if (shape?.kind !== 'outline') throw new Error('no outline');
    const read = readDxfOutlines(writeDxfOutline(shape.pointsMm, 'Plant room wall'));
    if (!read.ok) throw new Error(read.fault);
    expect(read.value).toMatchObject({ unit: 'mm', leftOut: [] });
    read.value.outlines[0]?.points.forEach((point, index) => {
      expect(point[0]).toBeCloseTo(shape.pointsMm[index]?.[0] ?? NaN, 6);
      expect(point[1]).toBeCloseTo(shape.pointsMm[index]?.[1] ?? NaN, 6);
    });
  });

  test('joins lines end to end into a loop, and counts what is no outline by its kind', () => {
    const text = dxf(
      [
        line(0, 0, 120, 0),
        line(120, 96, 120, 0),
        line(120, 96, 0, 96),
        line(0, 96, 0, 0),
        line(500, 0, 600, 0),
        [
          [0, 'HATCH'],
          [8, '0'],
        ],
        [
          [0, 'ACAD_PROXY_ENTITY'],
          [8, '0'],
        ],
        [
          [0, 'HATCH'],
          [8, '0'],
        ],
      ],
      1,
    );
    const read = readDxfOutlines(text);
    if (!read.ok) throw new Error(read.fault);
    expect(read.value.unit).toBe('in');
    expect(read.value.outlines).toHaveLength(1);
    expect(takeOutline(read.value.outlines[0]?.points ?? [], 25.4)).toMatchObject({ ok: true });
    expect(read.value.leftOut).toEqual([
      { kind: 'ACAD_PROXY_ENTITY', count: 1 },
      { kind: 'HATCH', count: 2 },
    ]);
  });

  test('needs no header, and no other section: the entities are enough', () => {
    const square = [line(0, 0, 9, 0), line(9, 0, 9, 9), line(9, 9, 0, 9), line(0, 9, 0, 0)];
    const bare = `0\nSECTION\n2\nENTITIES\n${square
      .flat()
      .map(([code, value]) => `${code}\n${value}\n`)
      .join('')}0\nENDSEC\n0\nEOF\n`;
    for (const text of [bare, `\n\n${bare}`, bare.replaceAll('\n', '\r\n'), bare.replaceAll('\n', '\r')]) {
      const read = readDxfOutlines(text);
      expect(read.ok ? [read.value.unit, read.value.outlines[0]?.points.length] : read.fault).toEqual([
        null,
        4,
      ]);
    }
  });

  // Each of these took minutes or never ended where work grew with the square of the file.
  test.each<[string, string]>([
    ['blank lines', '\n'.repeat(300_000)],
    ['blanks', ' '.repeat(300_000)],
    ['half a section, again and again', '\n2\n'.repeat(100_000)],
    ['sections in sections', '0\nSECTION\n2\nENTITIES\n'.repeat(20_000)],
    ['polylines that never end', `0\nSECTION\n2\nENTITIES\n${'0\nPOLYLINE\n'.repeat(100_000)}`],
    ['a polyline with more corners than it counts', dxf([[[0, 'LWPOLYLINE'], [8, 'A'], [90, 9], [70, 1], ...Array.from({ length: 20_000 }, (_, index) => [index % 2 === 0 ? 10 : 20, 1] as const)]])], // prettier-ignore
    ['lines on top of each other', dxf(Array.from({ length: 40_000 }, () => line(0, 0, 5, 5)))],
    ['a fan from one corner', dxf(Array.from({ length: 40_000 }, (_, index) => line(0, 0, index, 5)))],
    [
      'a chain that leads nowhere',
      dxf(Array.from({ length: 40_000 }, (_, index) => line(index, 0, index + 1, index % 2))),
    ],
    [
      'more lines than are read',
      dxf(Array.from({ length: 80_000 }, (_, index) => line(index, 0, index + 1, 0))),
    ],
  ])('comes to an end with %s, and says why there is no outline', (_, text) => {
    expect(readDxfOutlines(text)).toMatchObject({ ok: false });
  });

  test('draws a bulge of one as the half circle it is', () => {
    const text = dxf([
      [
        [0, 'LWPOLYLINE'],
        [8, '0'],
        [90, 3],
        [70, 1],
        [10, 0],
        [20, 0],
        [10, 100],
        [20, 0],
        [42, 1],
        [10, 100],
        [20, 80],
      ],
    ]);
    const read = readDxfOutlines(text);
    if (!read.ok) throw new Error(read.fault);
    const onArc = read.value.outlines[0]?.points.filter(([x]) => x > 100.001) ?? [];
    expect(onArc.length).toBeGreaterThan(5);
    for (const [x, y] of onArc) expect(Math.hypot(x - 100, y - 40)).toBeCloseTo(40, 6);
    expect(read.value.unit).toBeNull();
  });

  test.each([
    ['no DXF', 'hello', /not a text DXF/u],
    [
      'a drawing with nothing closed',
      dxf([
        line(0, 0, 1, 0),
        [
          [0, 'CIRCLE'],
          [8, '0'],
          [10, 0],
          [20, 0],
          [40, 5],
        ],
      ]),
      /no closed polyline or loop of lines; it has 1 CIRCLE/u,
    ],
  ])('says why for %s', (_, text, message) => {
    const read = readDxfOutlines(text);
    expect(read.ok ? '' : read.fault).toMatch(message);
  });
});

describe('readCsvOutline', () => {
  test('takes lengths as people write them, with or without a header', () => {
    const { points, faults } = readCsvOutline("x,y\n0,0\n14',0\n14',8' 6\"\n0,102\n", 'in');
    expect(faults).toEqual([]);
    expect(points).toEqual([[0, 0], [4267.2, 0], [4267.2, 2590.8], [0, 2590.8]]); // prettier-ignore
    expect(readCsvOutline('0;0\n', 'mm').points).toEqual([[0, 0]]);
  });

  test('names row and column of ten thousand rows’ few bad cells, and takes no outline that lacks a corner', () => {
    const rows = Array.from({ length: 10_000 }, (_, index) => `${index},${index % 7}`);
    rows[41] = 'wide,3';
    rows[776] = '12,';
    const { points, faults } = readCsvOutline(rows.join('\n'), 'mm');
    expect(points).toEqual([]);
    expect(faults.map(({ row, column }) => [row, column])).toEqual([[42, 'x'], [777, 'y']]); // prettier-ignore
  });

  test('reads decimal commas by what parts the columns, and takes nothing that could be cut in two ways', () => {
    // 1.5 m by half a metre as half of Europe writes it.
    const corners = [[0, 0], [1500, 0], [1500, 500.5], [0, 500.5]]; // prettier-ignore
    expect(readCsvOutline('x;y\n0;0\n1500,0;0\n1500;500,5\n0,0;500,5\n', 'mm')).toEqual({
      points: corners,
      faults: [],
    });
    expect(readCsvOutline('0\t0\n1500,0\t0\n1500\t500,5\n0,0\t500,5\n', 'mm').points).toEqual(corners);
    // (1.5, 0) or (1, 5): no row is taken, and each such row is named with what to do.
    const mixed = readCsvOutline('0,0\n1,5,0\n1,5,0,5\n0,1\n', 'm');
    expect(mixed.points).toEqual([]);
    expect(mixed.faults.map(({ row }) => row)).toEqual([2, 3]);
    expect(mixed.faults[0]?.message).toMatch(/3 cells.*semicolons/u);
    // A table with a column more of its own is read by its header.
    expect(readCsvOutline('x,y,note\n0,0,a\n5,0,b\n', 'mm').points).toEqual([[0, 0], [5, 0]]); // prettier-ignore
    // 1,500 with semicolons is one and a half, or fifteen hundred.
    expect(readCsvOutline('0;0\n1,500;0\n', 'mm').faults[0]?.message).toMatch(/1\.500 or 1500/u);
  });

  test('counts empty rows too, and says where a quote was left open', () => {
    const { points, faults } = readCsvOutline('x,y\n\n0,0\n\nwide,3\n5,5\n"6,6\n7,7', 'mm');
    expect(points).toEqual([]);
    expect(faults.map(({ row, column }) => [row, column])).toEqual([[7, 'x'], [5, 'x']]); // prettier-ignore
  });
});

describe('takeOutline', () => {
  const bowtie: PointMm[] = [[0, 0], [100, 100], [100, 0], [0, 100]]; // prettier-ignore

  test('turns a clockwise outline round, drops the repeated corner and puts the lower left at the datum', () => {
    const points: PointMm[] = [[-50, 10], [-50, 60], [50, 60], [50, 10], [-50, 10]]; // prettier-ignore
    expect(takeOutline(points, 2)).toEqual({ ok: true, value: [[200, 0], [200, 100], [0, 100], [0, 0]] }); // prettier-ignore
  });

  test('refuses crossing edges, too few and too many corners', () => {
    const taken = takeOutline(bowtie, 1);
    expect(taken.ok ? '' : faultText({ message: taken.fault })).toBe(
      'The edge from corner 1 crosses or touches the edge from corner 3.',
    );
    expect(takeOutline(bowtie.slice(0, 2), 1).ok).toBe(false);
    const many = Array.from({ length: 201 }, (_, i): PointMm => [
      Math.cos(i / 32) * 900,
      Math.sin(i / 32) * 900,
    ]);
    const tooMany = takeOutline(many, 1);
    expect(tooMany.ok ? '' : faultText({ message: tooMany.fault })).toBe(
      'This has 201 corners; a face may have 200.',
    );
  });
});
