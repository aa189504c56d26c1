import type { Prepared } from '../check/prepared.ts';
import type { Place } from '../plan/energy.ts';
import { told, type Told } from '../quantity/told.ts';
import { clearSky, onPlane } from './clear-sky.ts';
import { jobScene } from './scene.ts';
import { lightOfYear, YEAR_DAYS } from './shade-year.ts';
import { monthOfDay, sunAt, sunDirection, timeOf } from './sun.ts';
import { WiringYears, wiringsOf, type ControllerWorks, type Wiring, type WiringYear } from './wiring.ts';
import type { Vec3 } from '../geometry/vec3.ts';

/** What a clear year gives on the modules of a job. */
export type ArrayYear = {
  readonly wirings: readonly WiringYear[];
  /** Of the wiring that gives most; null without modules. */
  readonly best: string | null;
  /** Of the modules each by itself, with no shadow at all. */
  readonly unshadedWh: number;
  /** By module, `field/module`: what part of the beam shadows take in the year. */
  readonly shadedRatio: Readonly<Record<string, number>>;
  /** By month, of the strings as they are wired, else of the best wiring, Wh. */
  readonly monthWh: readonly number[];
  readonly says: Told;
};

/** Of many equal strings, no more wirings are compared than this. */
const MOST_WIRINGS = 6;

/** The strings of the plan as they lead to gear, with what else could be made of the same modules. */
export function wiringsToCompare(prepared: Prepared): Wiring[] {
  const { modules } = jobScene(prepared);
  const index = new Map(modules.map(({ placed }, at) => [`${placed.field}/${placed.id}`, at]));
  const indexesOf = (id: string) =>
    (prepared.moduleStrings.get(id)?.modules ?? []).flatMap(
      ({ field, module }) => index.get(`${field}/${module}`) ?? [],
    );
  const trackers = prepared.circuits.list.flatMap((circuit) => {
    const end = [circuit.from, circuit.to].find((each) => each.at === 'strings');
    const strings = end?.at === 'strings' ? end.strings.map(indexesOf).filter((each) => each.length > 0) : [];
    return strings.length === 0 ? [] : [strings];
  });
  const others = wiringsOf(modules.length);
  const step = Math.max(1, (others.length - 1) / (MOST_WIRINGS - 1));
  const few =
    others.length <= MOST_WIRINGS
      ? others
      : Array.from({ length: MOST_WIRINGS }, (_, at) => others[Math.round(at * step)]).flatMap(
          (each) => each ?? [],
        );
  return [...(trackers.length === 0 ? [] : [{ name: AS_WIRED, trackers }]), ...few];
}

export const AS_WIRED = 'the wiring as it is';

/**
 * A clear year on the modules of a job, day by day, so that it can be stopped and told how far it is. Null at its end without a
 * place, or without modules.
 */
export function* arrayYear(prepared: Prepared, works: ControllerWorks): Generator<number, ArrayYear | null> {
  const { modules, scene } = jobScene(prepared);
  const { place } = prepared.plan.site;
  if (place === null || modules.length === 0) return null;
  const wired = modules.map((each) => each.wired);
  const wirings = wiringsToCompare(prepared);
  const shaded = new WiringYears(wired, wirings, works);
  const bare = new WiringYears(wired, [{ name: 'each by itself', trackers: modules.map((_, at) => [[at]]) }]);
  const lost = new Float64Array(modules.length);
  let sunHours = 0;
  const bareLight = lightOfYear({ ...scene, blocks: [], place });
  for (const { day, hours } of lightOfYear({ ...scene, place })) {
    const step = bareLight.next();
    const clear = step.done === true ? [] : step.value.hours;
    hours.forEach((light, at) => {
      shaded.addHour(day, light);
      const unshaded = clear[at];
      if (unshaded !== undefined) bare.addHour(day, unshaded);
      sunHours++;
      modules.forEach(({ wired: { firstGroup, groups } }, index) => {
        let sum = 0;
        for (let group = 0; group < groups; group++) sum += light.shaded[firstGroup + group] ?? 0;
        lost[index] = (lost[index] ?? 0) + sum / groups;
      });
    });
    yield (day + 1) / YEAR_DAYS;
  }
  const years = shaded.years;
  const [best] = [...years].sort((a, b) => b.yearWh - a.yearWh);
  const asWired = years.find(({ name }) => name === AS_WIRED);
  return {
    wirings: years,
    best: best?.name ?? null,
    unshadedWh: bare.years[0]?.yearWh ?? 0,
    shadedRatio: Object.fromEntries(
      modules.map(({ placed }, index) => [
        `${placed.field}/${placed.id}`,
        sunHours === 0 ? 0 : (lost[index] ?? 0) / sunHours,
      ]),
    ),
    monthWh: (asWired ?? best)?.monthWh ?? [],
    says: suggestion(years, bare.years[0]?.yearWh ?? 0),
  };
}

/** Wirings this near to each other are one in a year. */
const SAME_RATIO = 0.01;

function suggestion(years: readonly WiringYear[], unshadedWh: number): Told {
  const sorted = [...years].sort((a, b) => b.yearWh - a.yearWh);
  const [best] = sorted;
  const worst = sorted.at(-1);
  if (best === undefined || worst === undefined || best.yearWh <= 0)
    return told('No sun reaches these modules in a year.');
  const lost = unshadedWh <= 0 ? 0 : 100 * (1 - best.yearWh / unshadedWh);
  const spread = worst.yearWh / best.yearWh;
  if (spread >= 1 - SAME_RATIO)
    return told(
      'On this roof the wiring hardly matters over a year, for little falls on it but whole light: take the fewest, longest strings that the window allows, for thin wires.',
    );
  return told(
    'Over a clear year {best} gives most: a shadow takes only what it falls on, where {worst} loses {less} of that. Shade takes {lost} in any case.',
    {
      best: best.name,
      worst: worst.name,
      less: { value: 100 * (1 - spread), unit: 'percent' },
      lost: { value: Math.max(0, lost), unit: 'percent' },
    },
  );
}

// Tilt.

export type TiltMonth = {
  readonly asItLiesWhM2: number;
  readonly bestFixedWhM2: number;
  readonly adjustedWhM2: number;
};
export type TiltGain = {
  /** A day of each month. */
  readonly months: readonly TiltMonth[];
  readonly bestFixedDeg: number;
  /** By month, the tilt towards noon that gives most. */
  readonly bestDeg: readonly number[];
};

const TILT_STEP_DEG = 5;

/** What a plane that looks one way gains where it is tilted towards noon instead: fixed for the year, or set anew each month. */
export function tiltGain(place: Place, elevationM: number, normal: Vec3): TiltGain {
  const tilts = Array.from({ length: 90 / TILT_STEP_DEG + 1 }, (_, at) => at * TILT_STEP_DEG);
  const noonDeg = place.latitudeDeg >= 0 ? 180 : 0;
  const normals = tilts.map((deg): Vec3 =>
    sunDirection({ azimuthDeg: noonDeg, elevationDeg: 90 - deg }, place.rootFacesDeg),
  );
  const sums = [normal, ...normals].map(() => new Float64Array(12));
  // The 15th of each month stands for it.
  for (let month = 0; month < 12; month++) {
    const day = dayOf(month);
    for (let hour = 0.25; hour < 24; hour += 0.5) {
      const position = sunAt(timeOf(day, hour, place.longitudeDeg), place.latitudeDeg, place.longitudeDeg);
      if (position.elevationDeg <= 0) continue;
      const sun = sunDirection(position, place.rootFacesDeg);
      const sky = clearSky(position.elevationDeg, elevationM);
      [normal, ...normals].forEach((each, at) => {
        const { beamWm2, diffuseWm2 } = onPlane(sky, each, sun);
        const sum = sums[at];
        if (sum !== undefined) sum[month] = (sum[month] ?? 0) + (beamWm2 + diffuseWm2) / 2;
      });
    }
  }
  const [asItLies, ...tilted] = sums;
  const total = (of: Float64Array) => of.reduce((a, b) => a + b, 0);
  const best = tilted.reduce((at, each, index) => (total(each) > total(tilted[at] ?? each) ? index : at), 0);
  const byMonth = Array.from({ length: 12 }, (_, month) =>
    tilted.reduce((at, each, index) => ((each[month] ?? 0) > (tilted[at]?.[month] ?? 0) ? index : at), 0),
  );
  return {
    months: byMonth.map((at, month) => ({
      asItLiesWhM2: asItLies?.[month] ?? 0,
      bestFixedWhM2: tilted[best]?.[month] ?? 0,
      adjustedWhM2: tilted[at]?.[month] ?? 0,
    })),
    bestFixedDeg: tilts[best] ?? 0,
    bestDeg: byMonth.map((at) => tilts[at] ?? 0),
  };
}

function dayOf(month: number): number {
  let day = 0;
  while (monthOfDay(day) < month) day++;
  return day + 14;
}
