import { valueText } from '../quantity/told.ts';
import { tellingOf } from '../plan/names.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { lineObstacle } from '../demo/parts.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { inchFromMm } from '../quantity/convert.ts';
import { INCH_READER } from '../quantity/format.ts';
import { gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { countHoles, drillSheets, type DrillSheet } from './holes.ts';
import { holesCsv } from './holes-csv.ts';
import { noDrillCheck } from './no-drill-check.ts';
import { routeOf } from '../route/route.ts';
import { storyPoles } from './story-pole.ts';

const sheets = drillSheets(prepare(honeyHouse()));

function sheet(id: string): DrillSheet {
  const found = sheets.find((candidate) => candidate.id === id);
  if (found === undefined) throw new Error(id);
  return found;
}

describe('drillSheets', () => {
  test('give the wireway’s holes from above, worked out by hand', () => {
    // Inches: inverter A’s centre 32, half its width 9 1/4, wireway’s left end at 66 − 60 = 6; knockouts at 4, 9 1/4, 15.
    const marks = sheet('wireway-top-above')
      .holes.slice(0, 3)
      .map(({ xMm, yMm }) => [inchFromMm(xMm), inchFromMm(yMm)]);
    expect(marks.flat()).toEqual([20.75, 3, 26, 3, 31.75, 3].map((value) => expect.closeTo(value, 6)));
  });

  test('mirror the wireway’s top when it is seen from below: each pair of distances adds up to its length', () => {
    const above = sheet('wireway-top-above').holes;
    const below = sheet('wireway-top-below').holes;
    for (const hole of above) {
      const same = below.find(({ subject }) => subject.id === hole.subject.id);
      expect(inchFromMm(hole.xMm + (same?.xMm ?? 0))).toBeCloseTo(120, 6);
      expect(same?.yMm).toBe(hole.yMm);
    }
  });

  test.each(['above', 'below'] as const)('are a true view from %s: neither picture is inside out', (side) => {
    // In the site the wall's right is +x, into the wall is +y, up is +z. A view's right × up points to the viewer.
    const view = sheet(`wireway-top-${side}`);
    const known = sheet('wireway-top-above').holes;
    const [first, last] = [known[0], known.at(-1)];
    const seen = (id: string | undefined) => view.holes.find(({ subject }) => subject.id === id)?.xMm ?? NaN;
    const rightX = Math.sign(seen(last?.subject.id) - seen(first?.subject.id));
    // y runs out from the wall; where it runs down the picture, up is into the wall.
    const upY = view.datumCorner === 'upper-left' ? 1 : -1;
    const towardViewerZ = rightX * upY;
    expect(towardViewerZ).toBe(side === 'above' ? 1 : -1);
  });

  test('show the roof hole on both sides, each from its own datum', () => {
    const under = sheet('roof-underside').holes.find(({ subject }) => subject.kind === 'penetration');
    const top = sheet('roof-top').holes.find(({ subject }) => subject.kind === 'penetration');
    expect(inchFromMm(under?.xMm ?? 0)).toBeCloseTo(96, 6);
    expect(inchFromMm(top?.xMm ?? 0)).toBeCloseTo(168 - 96, 6);
    expect(top?.yMm).toBe(under?.yMm);
    expect(top?.tool).toBe(under?.tool);
  });

  test('say from where a face is seen: nobody faces a floor or a ceiling', () => {
    const flat = plan({
      rootFace: 'wall',
      faces: [
        wall('wall', rectangle(4000, 2500)),
        wall('low', rectangle(4000, 3000)),
        wall('high', rectangle(4000, 3000)),
      ],
      folds: [
        { id: 'a', a: { face: 'wall', edge: 0 }, b: { face: 'low', edge: 2 }, towardViewerDeg: 90 },
        { id: 'b', a: { face: 'wall', edge: 2 }, b: { face: 'high', edge: 0 }, towardViewerDeg: 90 },
      ],
      gearTypes: [gear('box', { bracketHoles: [{ id: 'h', xMm: 0, yMm: 0, pilotMm: 5, torqueNm: null }] })],
      placements: ['wall', 'low', 'high'].map((face) => hang(`on-${face}`, 'box', face, 2000, 1500)),
    });
    const seen = drillSheets(prepare(flat)).map(({ id, viewedFrom }) => [id, viewedFrom]);
    expect(Object.fromEntries(seen)).toEqual({
      wall: 'inside, facing it',
      low: 'inside, above it, looking down',
      high: 'inside, below it, looking up',
    });
  });

  test('put bracket holes on the hook line', () => {
    const holes = sheet('plant-wall').holes.filter(({ id }) => id.startsWith('inverter-a/'));
    expect(holes.map(({ xMm, yMm }) => [inchFromMm(xMm), inchFromMm(yMm)]).flat()).toEqual(
      [24, 63.875, 40, 63.875].map((value) => expect.closeTo(value, 6)),
    );
  });

  test('carry the cautions of the work', () => {
    expect(sheet('roof-top').cautions).toEqual(expect.arrayContaining(['fall', 'live-modules', 'hole-saw']));
    expect(sheet('wireway-top-above').cautions).toContain('debris');
  });
});

describe('holesCsv', () => {
  test('quotes what needs it, has one row for each hole and says the marks in inches', () => {
    const from = { job: 'Hollowmere', revision: 7 };
    const lines = holesCsv(sheets, tellingOf(INCH_READER, honeyHouse()), from).trimEnd().split('\r\n');
    expect(lines).toHaveLength(1 + countHoles(sheets));
    for (const line of lines.slice(1)) expect(line).toMatch(/,Hollowmere,7$/u);
    expect(lines.join()).not.toContain('-0.00');
    expect(lines[0]).toMatch(/^surface,viewed_from,datum,/u);
    expect(lines.find((line) => line.includes('inverter-a/left'))).toContain('609.600,1622.425,24″,63 7⁄8″');
  });

  test('keeps a name from being read as a formula', () => {
    const evil = { ...sheet('plant-wall'), surface: '=1+1, "x"' };
    expect(holesCsv([evil], tellingOf(INCH_READER), { job: '', revision: null }).split('\r\n')[1]).toMatch(
      /^"'=1\+1, ""x""",/u,
    );
  });
});

describe('storyPoles', () => {
  test('ask for no route: they are drawn at every frame', () => {
    const demo = honeyHouse();
    // A run from a knockout that does not exist: whoever asks for its way is told so.
    const runs = demo.runs.map((run) => ({ ...run, from: { ...run.from, knockout: 'gone' } }));
    const prepared = prepare({ ...demo, runs });
    expect(() => routeOf(prepared, 'array-run')).toThrow();
    for (const { id } of demo.faces) expect(storyPoles(prepared, id).across.length).toBeGreaterThan(1);
    const marks = storyPoles(prepare(demo), 'loft-floor').across.filter(({ kind }) => kind === 'hole');
    expect(marks.map(({ atMm }) => inchFromMm(atMm))).toEqual([expect.closeTo(80, 6)]);
  });

  const poles = storyPoles(prepare(honeyHouse()), 'plant-wall');

  test('run from the datum, sorted, with edges, hook lines, holes and framing', () => {
    const positions = poles.across.map(({ atMm }) => atMm);
    expect(positions).toEqual([...positions].sort((a, b) => a - b));
    expect(new Set([...poles.across, ...poles.up].map(({ kind }) => kind))).toEqual(
      new Set(['edge', 'hook-line', 'hole', 'framing']),
    );
  });

  test('join marks in one place and keep both names', () => {
    const at = poles.up.find(({ atMm }) => Math.abs(inchFromMm(atMm) - 63.875) < 1e-6);
    expect(at?.kind).toBe('hook-line');
    expect(at?.names.map((name) => valueText(name, tellingOf(INCH_READER, honeyHouse())))).toEqual(
      expect.arrayContaining(['Inverter A, hook line', 'Inverter B, hook line']),
    );
  });
});

describe('noDrillCheck', () => {
  const cableAt = (xMm: number, more: Partial<Obstacle> = {}) =>
    plan({
      faces: [
        wall('w', rectangle(3000, 2500)),
        {
          ...wall('back', []),
          shape: { kind: 'reverse', of: 'w' },
          // Seen from behind, x runs the other way: 3000 less x of the front.
          obstacles: [
            lineObstacle('c', 'Cable', 'cable', [[3000 - xMm, 0], [3000 - xMm, 2500]], 10, { isHidden: true, noDrillMm: 50, ...more }), // prettier-ignore
          ],
        },
      ],
      gearTypes: [gear('t', { bracketHoles: [{ id: 'h', xMm: 0, yMm: 0, pilotMm: 8, torqueNm: null }] })],
      placements: [hang('a', 't', 'w', 1000, 1500)],
    });

  test.each([
    // Hole ⌀ 8 at 1000: its edge at 1004; a cable 10 thick has its edge 5 nearer.
    [1059, 0],
    [1058.9, 1],
    [1004, 1],
    [940, 0],
  ])('with a cable behind the wall at %d finds %d', (xMm, count) => {
    expect(findingsOf(noDrillCheck, prepare(cableAt(xMm)))).toHaveLength(count);
  });

  test('stops the work and tells near from into', () => {
    const [near] = findingsOf(noDrillCheck, prepare(cableAt(1040)));
    expect(near).toMatchObject({ severity: 'stop', message: 'near', required: { value: 50 } });
    expect(near?.measured?.value).toBeCloseTo(40 - 5 - 4, 9);
    expect(findingsOf(noDrillCheck, prepare(cableAt(1002)))[0]).toMatchObject({
      message: 'into',
      measured: { value: 0 },
    });
    expect(findingsOf(noDrillCheck, prepare(cableAt(1002, { noDrillMm: 0 })))).toEqual([]);
  });
});
