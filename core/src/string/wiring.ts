import {
  addVolts,
  COARSE,
  currentsFor,
  curveOf,
  currentAt,
  mostPowerW,
  sideBySide,
  voltsOf,
  type Curve,
  type GroupsAlike,
  type StringToCurve,
} from './curve.ts';
import { cellTempC } from './clear-sky.ts';
import { diodeAt, type FittedModule } from './diode.ts';
import { monthOfDay } from './sun.ts';
import type { LightNow } from './shade-year.ts';

/** A module as it is wired: its fit, its groups of cells and where the first of them stands in the light. */
export type WiredModule = {
  readonly fitted: FittedModule;
  readonly groups: number;
  readonly noctC: number;
  readonly firstGroup: number;
};

/** Modules in series, and such strings side by side at one tracker; several trackers give each their own. */
export type Wiring = {
  readonly name: string;
  readonly trackers: readonly (readonly (readonly number[])[])[];
};

/** Controllers that find the most power, or hold the array at the voltage of the battery. */
export type ControllerWorks =
  { readonly kind: 'tracking' } | { readonly kind: 'pulse-width'; readonly batteryV: number };

/** Light that counts as one, W/m²: for groups of cells in one curve. */
const LIGHT_STEP = 2;
/** Hours of a year are alike when their brightest light is this near, W/m², and the others are to it as these parts of it. */
const LEVEL_WM2 = 40;
const SHADE_STEPS = 16;
/** Below this nothing is worth a controller’s while, W/m². */
const LEAST_LIGHT = 5;
/** Air that cells are warmed from through the year, °C; a single figure, since only wirings are compared (practice). */
const AIR_C = 20;

/** The curve of strings side by side, in the light on each group of cells. */
export function wiredCurve(
  modules: readonly WiredModule[],
  strings: readonly (readonly number[])[],
  lightOf: (group: number) => number,
  cellC: number | null = null,
): Curve {
  return curveOf(strings.map((string) => stringOf(modules, string, lightOf, cellC)));
}

function stringOf(
  modules: readonly WiredModule[],
  string: readonly number[],
  lightOf: (group: number) => number,
  cellC: number | null,
): StringToCurve {
  const alike = new Map<string, { module: WiredModule; light: number; count: number }>();
  for (const index of string) {
    const module = modules[index];
    if (module === undefined) continue;
    for (let group = 0; group < module.groups; group++) {
      const light = Math.round(lightOf(module.firstGroup + group) / LIGHT_STEP) * LIGHT_STEP;
      const key = `${module.fitted.sheet.vocV}/${module.fitted.sheet.iscA}/${module.groups}/${light}`;
      const known = alike.get(key);
      if (known === undefined) alike.set(key, { module, light, count: 1 });
      else known.count++;
    }
  }
  return {
    groups: [...alike.values()].map(({ module, light, count }): GroupsAlike => {
      const warmC = cellC ?? cellTempC(AIR_C, module.noctC, light);
      return { diode: diodeAt(module.fitted, light / 1000, warmC, module.groups), count };
    }),
  };
}

export function powerAt(curve: Curve, works: ControllerWorks): number {
  if (works.kind === 'tracking') return mostPowerW(curve);
  return works.batteryV * currentAt(curve, works.batteryV);
}

/** What a wiring gives in a clear year. */
export type WiringYear = {
  readonly name: string;
  readonly monthWh: readonly number[];
  readonly yearWh: number;
  /** The hour that loses the greatest part against the same modules each by itself: day, part lost. */
  readonly worst: { readonly day: number; readonly lostRatio: number } | null;
};

/** The light of an hour in steps: the brightest level, each group as a part of it, and each module whose groups are alike. */
type Steps = {
  readonly level: number;
  /** From the level to what really shone. */
  readonly factor: number;
  readonly ofGroup: Uint8Array;
  /** By module: the step of all its groups, or `MIXED`. */
  readonly ofModule: Uint8Array;
  /** What decides the power of a module by itself, once it was asked for. */
  readonly alone: (string | undefined)[];
};
const MIXED = 255;

/** Of a level of light: falling currents, and the volts of a group at them, by kind of module and by step. */
type Level = {
  readonly amps: Float64Array;
  readonly volts: readonly (readonly Float64Array[])[];
};
const NO_MODULE = { firstGroup: 0, groups: 0 } as const;

/** Adds up what wirings of the same modules give, light by light. The same light gives the same power: it is worked out once. */
export class WiringYears {
  private readonly sums: { month: number[]; worst: WiringYear['worst'] }[];
  private readonly known = new Map<string, number>();
  private readonly tables = new Map<string, Curve>();
  private readonly levels = new Map<number, Level>();
  private readonly kinds: readonly WiredModule[];
  private readonly types: readonly number[];
  private readonly groupCount: number;
  private readonly alone: readonly (readonly (readonly number[])[])[];

  constructor(
    private readonly modules: readonly WiredModule[],
    private readonly wirings: readonly Wiring[],
    private readonly works: ControllerWorks = { kind: 'tracking' },
  ) {
    const kinds: WiredModule[] = [];
    this.types = modules.map((module) => {
      const known = kinds.findIndex((each) => isOneKind(each, module));
      return known >= 0 ? known : kinds.push(module) - 1;
    });
    this.kinds = kinds;
    this.alone = modules.map((_, index) => [[index]]);
    this.groupCount = modules.reduce(
      (most, { firstGroup, groups }) => Math.max(most, firstGroup + groups),
      0,
    );
    this.sums = wirings.map(() => ({ month: new Array<number>(12).fill(0), worst: null }));
  }

  addHour(day: number, { lightWm2 }: LightNow): void {
    const month = monthOfDay(day);
    const steps = this.stepsOf(lightWm2);
    if (steps === null) return;
    let alone = 0;
    for (const one of this.alone) alone += this.power(steps, one, TRACKING);
    this.wirings.forEach(({ trackers }, index) => {
      const powerW = trackers.reduce((sum, strings) => sum + this.power(steps, strings, this.works), 0);
      const sums = this.sums[index];
      if (sums === undefined) return;
      sums.month[month] = (sums.month[month] ?? 0) + powerW;
      const lostRatio = alone > 0 ? 1 - powerW / alone : 0;
      // An hour in which next to nothing shines is nobody’s worst.
      if (alone > this.modules.length * 10 && lostRatio > (sums.worst?.lostRatio ?? 0))
        sums.worst = { day, lostRatio };
    });
  }

  get years(): WiringYear[] {
    return this.wirings.map(({ name }, index) => {
      const { month = [], worst = null } = this.sums[index] ?? {};
      return { name, monthWh: month, yearWh: month.reduce((a, b) => a + b, 0), worst };
    });
  }

  private stepsOf(light: Float32Array): Steps | null {
    let brightest = 0;
    for (let group = 0; group < this.groupCount; group++) brightest = Math.max(brightest, light[group] ?? 0);
    if (brightest < LEAST_LIGHT) return null;
    const level = Math.max(1, Math.round(brightest / LEVEL_WM2)) * LEVEL_WM2;
    const ofGroup = new Uint8Array(this.groupCount);
    for (let group = 0; group < this.groupCount; group++)
      ofGroup[group] = Math.round(((light[group] ?? 0) / brightest) * SHADE_STEPS);
    const ofModule = Uint8Array.from(this.modules, ({ firstGroup, groups }) => {
      const first = ofGroup[firstGroup] ?? 0;
      for (let group = 1; group < groups; group++) if (ofGroup[firstGroup + group] !== first) return MIXED;
      return first;
    });
    return { level, factor: brightest / level, ofGroup, ofModule, alone: [] };
  }

  private power(steps: Steps, strings: readonly (readonly number[])[], works: ControllerWorks): number {
    const { level, factor } = steps;
    // Strings in the same light are one, so many times.
    const alike = new Map<string, { readonly string: readonly number[]; count: number }>();
    for (const string of strings) {
      const signature = this.signatureOf(steps, string);
      const known = alike.get(signature);
      if (known === undefined) alike.set(signature, { string, count: 1 });
      else known.count++;
    }
    if (alike.size === 1) {
      // All alike: so many times what one of them gives.
      for (const [signature, { string, count }] of alike) {
        const key = `${works.kind} ${level} ${signature}`;
        const one = () => [{ table: this.tableOf(steps, string, `${level} ${signature}`), count: 1 }];
        return this.knownPower(key, one, works) * count * factor;
      }
    }
    const key = `${works.kind} ${level} ${[...alike]
      .map(([signature, { count }]) => `${count}·${signature}`)
      .sort()
      .join('|')}`;
    const tables = () =>
      [...alike].map(([signature, { string, count }]) => ({
        table: this.tableOf(steps, string, `${level} ${signature}`),
        count,
      }));
    return this.knownPower(key, tables, works) * factor;
  }

  private knownPower(
    key: string,
    tables: () => Parameters<typeof sideBySide>[0],
    works: ControllerWorks,
  ): number {
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const powerW = powerAt(sideBySide(tables(), COARSE.voltages), works);
    this.known.set(key, powerW);
    return powerW;
  }

  private tableOf({ level, ofGroup }: Steps, string: readonly number[], key: string): Curve {
    let table = this.tables.get(key);
    if (table === undefined) {
      const { amps, volts } = this.levelOf(level);
      const sum = new Float64Array(amps.length);
      for (const index of string) {
        const { firstGroup, groups } = this.modules[index] ?? NO_MODULE;
        for (let group = firstGroup; group < firstGroup + groups; group++) {
          const own = volts[this.types[index] ?? 0]?.[ofGroup[group] ?? 0];
          if (own !== undefined) addVolts(own, 1, sum);
        }
      }
      table = { volts: sum, amps };
      this.tables.set(key, table);
    }
    return table;
  }

  /** The volts of a group of each kind in each step of a level, at currents that serve them all. */
  private levelOf(level: number): Level {
    let known = this.levels.get(level);
    if (known === undefined) {
      const diodes = this.kinds.map(({ fitted, groups, noctC }) =>
        Array.from({ length: SHADE_STEPS + 1 }, (_, step) => {
          const light = (level * step) / SHADE_STEPS;
          return diodeAt(fitted, light / 1000, cellTempC(AIR_C, noctC, light), groups);
        }),
      );
      const amps = currentsFor(
        diodes.flat().map(({ photoA }) => photoA),
        COARSE.currents,
      );
      known = { amps, volts: diodes.map((steps) => steps.map((diode) => voltsOf(diode, amps))) };
      this.levels.set(level, known);
    }
    return known;
  }

  private signatureOf(steps: Steps, string: readonly number[]): string {
    const [only] = string;
    if (string.length !== 1 || only === undefined) return this.signature(steps, string);
    return (steps.alone[only] ??= this.signature(steps, string));
  }

  /** What decides the power of a string: how many groups stand in which light; of mixed modules, which ones. */
  private signature({ ofGroup, ofModule }: Steps, string: readonly number[]): string {
    const [first = 0] = string;
    const type = this.types[first] ?? 0;
    const all = ofModule[first] ?? MIXED;
    let isAlike = all !== MIXED;
    let isOneType = true;
    for (const index of string) {
      if (ofModule[index] !== all) isAlike = false;
      if (this.types[index] !== type) isOneType = false;
    }
    if (isOneType && isAlike) return `${type}*${string.length}@${all}`;
    const counts = new Uint16Array(SHADE_STEPS + 1);
    const each: string[] = [];
    for (const index of string) {
      const module = this.modules[index];
      if (module === undefined) continue;
      for (let group = 0; group < module.groups; group++) {
        const step = ofGroup[module.firstGroup + group] ?? 0;
        if (isOneType) counts[step] = (counts[step] ?? 0) + 1;
        else each.push(`${index}:${step}`);
      }
    }
    return isOneType ? `${type}/${counts.join(',')}` : each.join(',');
  }
}

function isOneKind(a: WiredModule, b: WiredModule): boolean {
  return a.fitted === b.fitted && a.groups === b.groups && a.noctC === b.noctC;
}

const TRACKING: ControllerWorks = { kind: 'tracking' };

/** Series, parallel, and series groups in parallel: every way to wire so many modules in strings of one length. */
export function wiringsOf(count: number): Wiring[] {
  const lengths = Array.from({ length: count }, (_, index) => index + 1).filter(
    (length) => count % length === 0,
  );
  return lengths.map((length) => ({
    name: nameOf(length, count / length),
    trackers: [
      Array.from({ length: count / length }, (_, string) =>
        Array.from({ length }, (_, at) => string * length + at),
      ),
    ],
  }));
}

function nameOf(series: number, parallel: number): string {
  if (parallel === 1) return `${series} in series`;
  if (series === 1) return `${parallel} in parallel`;
  return `${series} in series, ${parallel} times in parallel`;
}
