import { curveOf, currentAt, mostPowerW, type Curve, type GroupsAlike, type StringToCurve } from './curve.ts';
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

/** Light is told apart in steps of this, W/m²: finer steps move a day by less than a thousandth. */
const LIGHT_STEP = 5;
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

/** Adds up what wirings of the same modules give, light by light. The same light gives the same power: it is worked out once. */
export class WiringYears {
  private readonly sums: { month: number[]; worst: WiringYear['worst'] }[];
  private readonly known = new Map<string, number>();

  constructor(
    private readonly modules: readonly WiredModule[],
    private readonly wirings: readonly Wiring[],
    private readonly works: ControllerWorks = { kind: 'tracking' },
  ) {
    this.sums = wirings.map(() => ({ month: new Array<number>(12).fill(0), worst: null }));
  }

  addHour(day: number, { lightWm2 }: LightNow): void {
    const month = monthOfDay(day);
    const alone = this.modules.reduce(
      (sum, _, index) => sum + this.power([[index]], lightWm2, { kind: 'tracking' }),
      0,
    );
    this.wirings.forEach(({ trackers }, index) => {
      const powerW = trackers.reduce((sum, strings) => sum + this.power(strings, lightWm2, this.works), 0);
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

  private power(
    strings: readonly (readonly number[])[],
    light: Float32Array,
    works: ControllerWorks,
  ): number {
    const key = strings
      .map((string) => this.signature(string, light))
      .sort()
      .join('|');
    let powerW = this.known.get(key);
    if (powerW === undefined) {
      powerW = powerAt(
        wiredCurve(this.modules, strings, (group) => light[group] ?? 0),
        works,
      );
      this.known.set(key, powerW);
    }
    return powerW;
  }

  private signature(string: readonly number[], light: Float32Array): string {
    const steps: number[] = [];
    let kinds = '';
    // Mixed strings depend on which module stands in what light; those of one type only on how many.
    const isOneType = string.every((at) => this.modules[at]?.fitted === this.modules[string[0] ?? 0]?.fitted);
    for (const index of string) {
      const module = this.modules[index];
      if (module === undefined) continue;
      if (!isOneType || kinds === '')
        kinds += `${module.fitted.sheet.vocV}/${module.fitted.sheet.iscA}/${module.groups} `;
      for (let group = 0; group < module.groups; group++)
        steps.push(Math.round((light[module.firstGroup + group] ?? 0) / LIGHT_STEP));
    }
    return `${kinds}:${(isOneType ? steps.sort((a, b) => a - b) : steps).join(',')}`;
  }
}

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
