import { modulesOfField } from '../array/field-modules.ts';
import type { Prepared } from '../check/prepared.ts';
import type { Energy } from '../plan/energy.ts';
import type { GearType } from '../plan/gear-type.ts';
import { told, type Told } from '../quantity/told.ts';
import { practice } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import { MONTH_DAYS } from './sun.ts';

type Chemistry = NonNullable<GearType['battery']>['chemistry'];

/** What of a battery people use: suggested, and what others hold (practice). */
export const USABLE: Readonly<Record<Chemistry, { readonly suggestedPct: number; readonly others: string }>> =
  {
    'vented-lead-acid': { suggestedPct: 50, others: 'Some use 80 % and buy a new one sooner.' },
    'valve-regulated-lead-acid': { suggestedPct: 50, others: 'Some use 80 % and buy a new one sooner.' },
    lithium: { suggestedPct: 90, others: 'Some use all of it; 80 to 90 % is kinder to its life.' },
  };

/** What a day takes from the battery, Wh. */
export type DailyUse = {
  readonly dcWh: number;
  readonly acWh: number;
  /** Lost in the inverter, with what it takes idle. */
  readonly inverterWh: number;
  readonly totalWh: number;
  readonly mostAcW: number;
};

export function dailyUse({
  loads,
  inverterPct,
  inverterIdleW,
}: Pick<Energy, 'loads' | 'inverterPct' | 'inverterIdleW'>): DailyUse {
  const sum = (isAc: boolean) =>
    loads
      .filter((load) => load.isAc === isAc)
      .reduce(
        (all, { powerW, count, hoursPerDay, dutyPct }) =>
          all + (powerW * count * hoursPerDay * dutyPct) / 100,
        0,
      );
  const [dcWh, acWh] = [sum(false), sum(true)];
  // Nothing is passed on by an inverter that passes nothing on.
  const drawnWh = acWh === 0 ? 0 : inverterPct === 0 ? Infinity : acWh / (inverterPct / 100);
  const inverterWh = drawnWh - acWh + inverterIdleW * 24;
  return {
    dcWh,
    acWh,
    inverterWh,
    totalWh: dcWh + acWh + inverterWh,
    mostAcW: loads.filter(({ isAc }) => isAc).reduce((all, { powerW, count }) => all + powerW * count, 0),
  };
}

/** A month of the balance, Wh a day. */
export type MonthBalance = { readonly harvestWh: number; readonly useWh: number; readonly secondWh: number };

/**
 * What the modules give a day in each month. By typed hours of full sun: rated power times hours. By the clear sky: what a clear
 * day of the month gives on these very modules, times what of it comes through.
 */
export function harvestByMonth(
  energy: Pick<Energy, 'harvest' | 'passedOnPct'>,
  ratedW: number,
  clearMonthWh: readonly number[] | null,
): number[] | null {
  const passed = energy.passedOnPct / 100;
  if (energy.harvest.by === 'sun-hours') return energy.harvest.hours.map((hours) => hours * ratedW * passed);
  if (clearMonthWh === null) return null;
  const { clearnessPct } = energy.harvest;
  return MONTH_DAYS.map(
    (days, month) => (((clearMonthWh[month] ?? 0) / days) * (clearnessPct[month] ?? 0) * passed) / 100,
  );
}

export type Battery = {
  readonly capacityWh: number;
  readonly usablePct: number;
  readonly usableWh: number;
  readonly chemistry: Chemistry | null;
};

/** The battery: as typed, else what the batteries of the plan hold; null where there is none. */
export function batteryOf(
  prepared: Prepared,
  energy: Pick<Energy, 'batteryWh' | 'usablePct'>,
): Battery | null {
  const batteries = prepared.placements.list.flatMap(({ type }) => {
    const gear = prepared.gearTypes.get(type);
    return gear?.kind === 'battery' ? [gear] : [];
  });
  const chemistry = batteries.find(({ battery }) => battery !== null)?.battery?.chemistry ?? null;
  const held = batteries.reduce((sum, { ratings }) => sum + (ratings.energyWh ?? 0), 0);
  const capacityWh = energy.batteryWh ?? held;
  if (capacityWh <= 0) return null;
  const usablePct = energy.usablePct ?? USABLE[chemistry ?? 'vented-lead-acid'].suggestedPct;
  return { capacityWh, usablePct, usableWh: (capacityWh * usablePct) / 100, chemistry };
}

export type EnergyBalance = {
  readonly use: DailyUse;
  readonly months: readonly MonthBalance[] | null;
  /** The month in which least is left over, 0 to 11. */
  readonly worstMonth: number | null;
  readonly battery: Battery | null;
  /** Days the full battery lasts with no sun at all. */
  readonly daysWithoutSun: number | null;
  /** From the days without sun back to full in the worst month; null where it never gets there. */
  readonly rechargeDays: number | null;
  /** What these loads need: modules in the worst month, battery for the days wanted. */
  readonly neededW: number | null;
  readonly neededBatteryWh: number | null;
  /** What this roof carries in its worst month, a day. */
  readonly carriesWh: number | null;
};

export function energyBalance(
  prepared: Prepared,
  energy: Energy,
  clearMonthWh: readonly number[] | null,
): EnergyBalance {
  const ratedW = prepared.moduleFields.ids.reduce(
    (sum, id) =>
      sum + modulesOfField(prepared, id).reduce((all, { type }) => all + (type.solarModule?.pmaxW ?? 0), 0),
    0,
  );
  const use = dailyUse(energy);
  const harvest = harvestByMonth(energy, ratedW, clearMonthWh);
  const secondWh = energy.second === null ? 0 : energy.second.powerW * energy.second.hoursPerDay;
  const battery = batteryOf(prepared, energy);
  const months =
    harvest === null
      ? null
      : harvest.map((harvestWh): MonthBalance => ({ harvestWh, useWh: use.totalWh, secondWh }));
  const leastWh = harvest === null ? null : Math.min(...harvest);
  const spareWh = leastWh === null ? null : leastWh + secondWh - use.totalWh;
  const takenWh = use.totalWh * energy.daysWithoutSun;
  return {
    use,
    months,
    worstMonth: harvest === null || leastWh === null ? null : harvest.indexOf(leastWh),
    battery,
    daysWithoutSun: battery === null || use.totalWh <= 0 ? null : battery.usableWh / use.totalWh,
    rechargeDays:
      battery === null || spareWh === null || spareWh <= 0
        ? null
        : Math.min(takenWh, battery.usableWh) / spareWh,
    neededW:
      leastWh === null || leastWh <= 0 || ratedW <= 0
        ? null
        : (Math.max(0, use.totalWh - secondWh) / leastWh) * ratedW,
    neededBatteryWh: battery === null || battery.usablePct <= 0 ? null : (takenWh * 100) / battery.usablePct,
    carriesWh: leastWh === null ? null : leastWh + secondWh,
  };
}

/** How long `batteryWeek` goes. */
export const WEEK_DAYS = 7;

/**
 * What the battery holds hour by hour over a week of one month’s days, as a part of its usable share, from full: a day of sun,
 * the days without, then sun again. Loads evenly by day and night.
 */
export function batteryWeek({ usableWh }: Battery, month: MonthBalance, daysWithoutSun: number): number[] {
  let heldWh = usableWh;
  const states: number[] = [];
  for (let day = 0; day < WEEK_DAYS; day++) {
    const isSunny = day === 0 || day > daysWithoutSun;
    for (let hour = 0; hour < 24; hour++) {
      // A day’s harvest comes between six and six, as half a sine.
      const part =
        hour >= 6 && hour < 18
          ? (Math.cos(((hour - 6) * Math.PI) / 12) - Math.cos(((hour - 5) * Math.PI) / 12)) / 2
          : 0;
      const gainedWh = (isSunny ? month.harvestWh * part : 0) + month.secondWh / 24;
      heldWh = Math.max(0, Math.min(usableWh, heldWh + gainedWh - month.useWh / 24));
      states.push(usableWh === 0 ? 0 : heldWh / usableWh);
    }
  }
  return states;
}

/** One sentence: whether these loads live on this roof. */
export function energySays({ use, months, worstMonth, neededW, carriesWh }: EnergyBalance): Told {
  if (use.totalWh === 0) return told('Name what is used in a day.');
  if (months === null || worstMonth === null || carriesWh === null)
    return told('Say where the job stands, or type hours of sun.');
  const data = {
    carries: { value: carriesWh, unit: 'Wh' },
    uses: { value: use.totalWh, unit: 'Wh' },
    month: MONTH_NAMES[worstMonth] ?? '',
  } as const;
  if (carriesWh >= use.totalWh)
    return told('In {month}, the leanest month, the roof carries {carries} a day; {uses} are used.', data);
  return neededW === null
    ? told('In {month} nothing comes from the roof: {uses} a day have to come from elsewhere.', data)
    : told(
        'In {month} the roof carries {carries} a day and {uses} are used: that wants {needed} of modules, or a second source.',
        {
          ...data,
          needed: { value: neededW, unit: 'W' },
        },
      );
}

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

export function dailyUseWorking(energy: Energy): Working {
  const use = dailyUse(energy);
  return {
    title: 'What a day takes from the battery',
    formula: 'use = dc + ac ÷ inverter + idle · 24 h;  each load = power · count · hours · duty',
    inputs: [
      { symbol: 'dc', name: 'Loads fed from the battery', value: { value: use.dcWh, unit: 'Wh' } },
      { symbol: 'ac', name: 'Loads fed through the inverter', value: { value: use.acWh, unit: 'Wh' } },
      {
        symbol: 'inverter',
        name: 'What it passes on',
        value: { value: energy.inverterPct / 100, unit: 'ratio' },
      },
      { symbol: 'idle', name: 'What it takes all day', value: { value: energy.inverterIdleW, unit: 'W' } },
    ],
    result: { name: 'Used in a day', value: { value: use.totalWh, unit: 'Wh' } },
    source: practice('A list of loads with their hours and duty'),
    notes: [],
  };
}
