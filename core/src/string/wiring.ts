import {
  addTimes,
  COARSE,
  currentsFor,
  curveOf,
  currentAt,
  currentsAt,
  mostOfTableW,
  mostPowerW,
  voltagesTo,
  voltsOf,
  WIDE_KNEE,
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
  readonly trackers: readonly Strings[];
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
  strings: Strings,
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
  readonly level: Level;
  /** From the level to what really shone. */
  readonly factor: number;
  readonly ofGroup: Uint8Array;
  /** By module: the step of all its groups, or `MIXED`. */
  readonly ofModule: Uint8Array;
  /** Each module by itself, once it was asked for. */
  readonly alone: (InLight | undefined)[];
};
const MIXED = 255;

/** Of a level of light: falling currents, and the volts of a group at them, by kind of module and by step. */
type Level = {
  readonly wm2: number;
  readonly amps: Float64Array;
  readonly volts: readonly (readonly Float64Array[])[];
  /** Voltages of strings side by side, by the strings. */
  readonly voltages: Map<Strings, Float64Array>;
  /** By what decides their power. */
  readonly strings: Map<string, InLight>;
};

/** Modules in series, by their place in the list, and such strings side by side. */
type Strings = readonly (readonly number[])[];

/** A string in one light: its table, its currents at the voltages it was asked for, and the most it gives by itself. */
type InLight = {
  readonly id: number;
  readonly table: Curve;
  readonly currents: Map<Float64Array, Float64Array>;
  mostW: number | null;
};
/** More strings than there ever are at one tracker. */
const MOST_STRINGS = 100_000;
const NO_MODULE = { firstGroup: 0, groups: 0 } as const;

/** Adds up what wirings of the same modules give, light by light. The same light gives the same power: it is worked out once. */
export class WiringYears {
  private readonly sums: { month: number[]; worst: WiringYear['worst'] }[];
  private readonly known = new Map<string, number>();
  private nextId = 0;
  private readonly levels = new Map<number, Level>();
  private readonly kinds: readonly WiredModule[];
  private readonly types: readonly number[];
  private readonly groupCount: number;
  private readonly alone: readonly Strings[];

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
    const level = this.levelOf(brightest);
    const ofGroup = new Uint8Array(this.groupCount);
    for (let group = 0; group < this.groupCount; group++)
      ofGroup[group] = Math.round(((light[group] ?? 0) / brightest) * SHADE_STEPS);
    const ofModule = Uint8Array.from(this.modules, ({ firstGroup, groups }) => {
      const first = ofGroup[firstGroup] ?? 0;
      for (let group = 1; group < groups; group++) if (ofGroup[firstGroup + group] !== first) return MIXED;
      return first;
    });
    return { level, factor: brightest / level.wm2, ofGroup, ofModule, alone: [] };
  }

  private power(steps: Steps, strings: Strings, works: ControllerWorks): number {
    const { level, factor } = steps;
    // Strings in the same light are one, so many times.
    const alike = new Map<InLight, number>();
    for (const string of strings) {
      const inLight = this.inLight(steps, string);
      alike.set(inLight, (alike.get(inLight) ?? 0) + 1);
    }
    // Strings that are all alike give so many times what one of them does.
    const [first] = alike.keys();
    if (alike.size === 1 && first !== undefined && works.kind === 'tracking')
      return (first.mostW ??= mostOfTableW(first.table)) * strings.length * factor;
    const key = Array.from(alike, ([{ id }, count]) => id * MOST_STRINGS + count)
      .sort((a, b) => a - b)
      .join(' ');
    let powerW = this.known.get(key);
    if (powerW === undefined) {
      powerW = powerAt(this.sideBySide(level, strings, alike), works);
      this.known.set(key, powerW);
    }
    return powerW * factor;
  }

  /** Each string so many times, at voltages that do for these strings in any light. */
  private sideBySide(level: Level, strings: Strings, alike: ReadonlyMap<InLight, number>): Curve {
    const volts = this.voltagesOf(level, strings);
    const amps = new Float64Array(volts.length);
    for (const [inLight, count] of alike) {
      let own = inLight.currents.get(volts);
      if (own === undefined) {
        own = currentsAt(inLight.table, volts);
        inLight.currents.set(volts, own);
      }
      addTimes(own, count, amps);
    }
    return { volts, amps };
  }

  /** From 0 to the open circuit of the highest of the strings in whole light. */
  private voltagesOf({ voltages, volts }: Level, strings: Strings): Float64Array {
    let known = voltages.get(strings);
    if (known === undefined) {
      const opens = strings.map((string) =>
        string.reduce((sumV, index) => {
          const whole = volts[this.types[index] ?? 0]?.[SHADE_STEPS];
          return sumV + (this.modules[index]?.groups ?? 0) * (whole?.at(-1) ?? 0);
        }, 0),
      );
      known = voltagesTo(Math.max(0, ...opens), COARSE.voltages);
      voltages.set(strings, known);
    }
    return known;
  }

  /** A string in the light of now: the same one wherever as many of its groups stand in the same light. */
  private inLight(steps: Steps, string: readonly number[]): InLight {
    const [only] = string;
    if (string.length !== 1 || only === undefined) return this.knownInLight(steps, string);
    return (steps.alone[only] ??= this.knownInLight(steps, string));
  }

  private knownInLight(steps: Steps, string: readonly number[]): InLight {
    const { strings } = steps.level;
    const signature = this.signature(steps, string);
    let known = strings.get(signature);
    if (known === undefined) {
      known = { id: this.nextId++, table: this.tableOf(steps, string), currents: new Map(), mostW: null };
      strings.set(signature, known);
    }
    return known;
  }

  private tableOf({ level: { amps, volts }, ofGroup }: Steps, string: readonly number[]): Curve {
    const sum = new Float64Array(amps.length);
    for (const index of string) {
      const { firstGroup, groups } = this.modules[index] ?? NO_MODULE;
      for (let group = firstGroup; group < firstGroup + groups; group++) {
        const own = volts[this.types[index] ?? 0]?.[ofGroup[group] ?? 0];
        if (own !== undefined) addTimes(own, 1, sum);
      }
    }
    return { volts: sum, amps };
  }

  /** The volts of a group of each kind in each step of a level, at currents that serve them all. */
  private levelOf(brightestWm2: number): Level {
    const wm2 = Math.max(1, Math.round(brightestWm2 / LEVEL_WM2)) * LEVEL_WM2;
    let known = this.levels.get(wm2);
    if (known === undefined) {
      const diodes = this.kinds.map(({ fitted, groups, noctC }) =>
        Array.from({ length: SHADE_STEPS + 1 }, (_, step) => {
          const light = (wm2 * step) / SHADE_STEPS;
          return diodeAt(fitted, light / 1000, cellTempC(AIR_C, noctC, light), groups);
        }),
      );
      const amps = currentsFor(
        diodes.flat().map(({ photoA }) => photoA),
        COARSE.currents,
        WIDE_KNEE,
      );
      known = {
        wm2,
        amps,
        volts: diodes.map((steps) => steps.map((diode) => voltsOf(diode, amps))),
        voltages: new Map(),
        strings: new Map(),
      };
      this.levels.set(wm2, known);
    }
    return known;
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
