import { Box3, Ray, Vector3 } from 'three';
import { boundsOf } from '../core/src/geometry/polygon.ts';
import type { PointMm } from '../core/src/geometry/point.ts';
import type { Vec3 } from '../core/src/geometry/vec3.ts';
import type { Block } from '../core/src/array/shadow.ts';
import { fillGround } from '../core/src/array/fill.ts';
import type { FillProblem } from '../core/src/array/fill-problem.ts';
import { groupBoxes } from '../core/src/string/cell-grid.ts';
import { curveOf, mostPowerW, type StringToCurve } from '../core/src/string/curve.ts';
import { BYPASS_V, diodeAt, fitModule, type Diode } from '../core/src/string/diode.ts';
import { lightOfYear, type ModuleUnderSun, type SunScene } from '../core/src/string/shade-year.ts';
import { sunAt, sunDirection, timeOf } from '../core/src/string/sun.ts';
import { WiringYears, wiringsOf, type WiredModule } from '../core/src/string/wiring.ts';
import { loadHighs } from '../core/src/test/highs.ts';
import { seeded } from '../core/src/arrange/seeded.ts';
import { median, sideBySide } from './measure.ts';

const box = (x: number, y: number, w: number, h: number): PointMm[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];

/** A roof with clear zones, all in steps of `stepMm`: then some best layout lies on the steps, and a program can prove it. */
function roof(
  widthMm: number,
  heightMm: number,
  zones: number,
  stepMm: number,
  random: () => number,
): FillProblem {
  const at = (most: number) => Math.floor((random() * most) / stepMm) * stepMm;
  return {
    ground: {
      outlines: [box(0, 0, widthMm, heightMm)],
      keptFree: Array.from({ length: zones }, () =>
        box(
          at(widthMm - stepMm),
          at(heightMm - stepMm),
          stepMm * (1 + Math.floor(random() * 3)),
          stepMm * (1 + Math.floor(random() * 3)),
        ),
      ),
    },
    widthMm: 1000,
    heightMm: 1750,
    gapAcrossMm: 0,
    gapUpMm: 0,
    ways: 'upright',
    pattern: 'free',
  };
}

/** The same as a program: one binary for each place, each step of the roof covered once at most. */
function programOf({ ground, widthMm, heightMm }: FillProblem, stepMm: number): string {
  const [outline = []] = ground.outlines;
  const { maxX: right, maxY: top } = boundsOf(outline);
  const kept = ground.keptFree.map(boundsOf);
  const names: string[] = [];
  const cells = new Map<string, string[]>();
  for (let x = 0; x + widthMm <= right; x += stepMm) {
    for (let y = 0; y + heightMm <= top; y += stepMm) {
      const isTaken = kept.some(
        ({ minX, maxX, minY, maxY }) => x < maxX && x + widthMm > minX && y < maxY && y + heightMm > minY,
      );
      if (isTaken) continue;
      const name = `v${x}_${y}`;
      names.push(name);
      for (let cx = x; cx < x + widthMm; cx += stepMm)
        for (let cy = y; cy < y + heightMm; cy += stepMm) {
          const key = `${cx}_${cy}`;
          const known = cells.get(key);
          if (known === undefined) cells.set(key, [name]);
          else known.push(name);
        }
    }
  }
  const rows = [...cells].map(([key, all]) => ` c${key}: ${all.join(' + ')} <= 1`);
  return `Maximize\n obj: ${names.join(' + ')}\nSubject To\n${rows.join('\n')}\nBinary\n ${names.join('\n ')}\nEnd\n`;
}

/** Roofs that the mixed-integer reference proves: ratio of time, where both count the same. */
export async function benchFill() {
  const highs = await loadHighs();
  const random = seeded(60);
  const ours: number[] = [];
  const theirs: number[] = [];
  let same = 0;
  const ROOFS = 14;
  for (let index = 0; index < ROOFS; index++) {
    const problem = roof(11_000, 8000, 6, 250, random);
    const program = programOf(problem, 250);
    const begun = performance.now();
    const filled = fillGround(problem);
    const between = performance.now();
    const solved = highs.solve(program, { time_limit: 60 });
    const ended = performance.now();
    if (solved.Status !== 'Optimal' || Math.round(solved.ObjectiveValue) !== filled.modules.length) continue;
    same++;
    ours.push((between - begun) / 1000);
    theirs.push((ended - between) / 1000);
  }
  return {
    name: `filling a roof of 11 × 8 m with 6 clear zones, at equal count on ${same} of ${ROOFS} roofs that HiGHS proves`,
    oursS: median(ours),
    theirsS: median(theirs),
  };
}

/** A roof of 60 × 20 m with 40 clear zones: ours against what the reference has after half a minute. */
export async function benchLargeFill(print: (line: string) => void): Promise<void> {
  const problem = roof(60_000, 20_000, 40, 250, seeded(61));
  const begun = performance.now();
  const filled = fillGround(problem);
  const tookMs = performance.now() - begun;
  const solved = (await loadHighs()).solve(programOf(problem, 250), { time_limit: 30 });
  const found = Math.round(solved.ObjectiveValue);
  print(
    `filling a roof of 60 × 20 m with 40 clear zones\n  ours ${filled.modules.length} modules (at most ${filled.atMost}) in ${tookMs.toFixed(0)} ms; HiGHS ${solved.Status === 'Optimal' ? 'proves' : 'has'} ${Number.isFinite(found) ? found : 'none'} after ${((performance.now() - begun - tookMs) / 1000).toFixed(0)} s\n`,
  );
}

const SHEET = {
  vocV: 37.1,
  iscA: 13.7,
  vmpV: 31.2,
  impA: 12.8,
  cells: 56,
  vocPctPerC: -0.27,
  iscPctPerC: 0.05,
};

/** Voltage of a group at a current by plain bisection, held by its bypass diode. */
function voltageBisected(
  { photoA, saturationA, slopeV, seriesOhm, shuntOhm }: Diode,
  currentA: number,
): number {
  let [low, high] = [-1, 60];
  for (let count = 0; count < 60; count++) {
    const inner = (low + high) / 2;
    const given = photoA - saturationA * (Math.exp(inner / slopeV) - 1) - inner / shuntOhm;
    if (given > currentA) low = inner;
    else high = inner;
  }
  return Math.max(-BYPASS_V, low - currentA * seriesOhm);
}

/** The most power of a string by trying currents, each group by bisection, then closer about the best. */
function mostBisected(string: StringToCurve): number {
  const power = (currentA: number) =>
    currentA *
    string.groups.reduce((sum, { diode, count }) => sum + count * voltageBisected(diode, currentA), 0);
  const most = Math.max(...string.groups.map(({ diode }) => diode.photoA));
  let best = 0;
  let at = 0;
  const STEPS = 400;
  for (let step = 1; step < STEPS; step++) {
    const currentA = (most * step) / STEPS;
    const powerW = power(currentA);
    if (powerW > best) [best, at] = [powerW, currentA];
  }
  for (let step = -20; step <= 20; step++) best = Math.max(best, power(at + (most * step) / (20 * STEPS)));
  return best;
}

/** The curve of 24 modules of three groups, each in a light of its own. */
export function benchCurve() {
  const fitted = fitModule(SHEET);
  if (fitted === null) throw new Error('The sheet fits.');
  const random = seeded(24);
  const groups = Array.from({ length: 72 }, () => ({
    diode: diodeAt(fitted, 0.1 + 0.9 * random(), 45, 3),
    count: 1,
  }));
  const string = { groups };
  const [mine, reference] = [mostPowerW(curveOf([string])), mostBisected(string)];
  return {
    name: `the curve of 24 modules × 3 groups in 72 lights (against plain bisection of the same model; powers differ by ${(100 * Math.abs(mine / reference - 1)).toFixed(3)} %)`,
    ...sideBySide(
      () => mostPowerW(curveOf([string])),
      () => mostBisected(string),
      4000,
    ),
  };
}

function scene(): SunScene {
  const random = seeded(10);
  const blockAt = (x: number, y: number, size: number, high: number): Block =>
    [0, high].flatMap((z): Vec3[] => [
      [x, y, z],
      [x + size, y, z],
      [x + size, y + size, z],
      [x, y + size, z],
    ]);
  const modules = Array.from({ length: 24 }, (_, index): ModuleUnderSun => ({
    plane: {
      origin: [(index % 8) * 1154, Math.floor(index / 8) * 1782, 100],
      right: [1, 0, 0],
      up: [0, 1, 0],
      normal: [0, 0, 1],
    },
    widthMm: 1134,
    heightMm: 1762,
    groups: 3,
    halves: 2,
    cells: 54,
  }));
  const blocks = Array.from({ length: 10 }, () =>
    blockAt(random() * 12_000 - 1500, random() * 7000 - 1500, 200 + random() * 600, 300 + random() * 2500),
  );
  return { modules, blocks, place: { latitudeDeg: 48, longitudeDeg: 11, rootFacesDeg: 0 }, elevationM: 300 };
}

/** A clear year of shade on 24 modules, against rays of a 3-D library from the middle of each group to the sun. */
export function benchYear() {
  const given = scene();
  const boxes = given.blocks.map((block) =>
    new Box3().setFromPoints(block.map((corner) => new Vector3(...corner))),
  );
  const middles = given.modules.flatMap(({ plane, widthMm, heightMm, groups }) =>
    groupBoxes({ widthMm, heightMm, groups }).map(
      ({ minX, maxX, minY, maxY }) =>
        new Vector3(
          plane.origin[0] + (minX + maxX) / 2,
          plane.origin[1] + (minY + maxY) / 2,
          plane.origin[2],
        ),
    ),
  );
  const theirs = () => {
    let shaded = 0;
    const { latitudeDeg, longitudeDeg, rootFacesDeg } = given.place;
    for (let day = 0; day < 365; day++)
      for (let hour = 0; hour < 24; hour++) {
        const position = sunAt(timeOf(day, hour + 0.5, longitudeDeg), latitudeDeg, longitudeDeg);
        if (position.elevationDeg <= 0) continue;
        const sun = new Vector3(...sunDirection(position, rootFacesDeg));
        for (const middle of middles) {
          const ray = new Ray(middle, sun);
          if (boxes.some((each) => ray.intersectsBox(each))) shaded++;
        }
      }
    return shaded;
  };
  const fitted = fitModule(SHEET);
  if (fitted === null) throw new Error('The sheet fits.');
  const wired = given.modules.map((_, index): WiredModule => ({
    fitted,
    groups: 3,
    noctC: 45,
    firstGroup: 3 * index,
  }));
  const year = () => {
    const sums = new WiringYears(wired, wiringsOf(24).slice(0, 2));
    for (const { day, hours } of lightOfYear(given)) for (const light of hours) sums.addHour(day, light);
    return sums.years.length;
  };
  const light = () => {
    let hours = 0;
    for (const day of lightOfYear(given)) hours += day.hours.length;
    return hours;
  };
  return [
    {
      name: 'the shade of a clear year on 24 modules × 3 groups, 10 blocks: areas (against one ray for each group by a 3-D library)',
      ...sideBySide(light, theirs, 3000),
    },
    {
      name: 'the same with the power of two wirings, hour by hour (against the rays alone)',
      ...sideBySide(year, theirs, 3000),
    },
  ];
}
