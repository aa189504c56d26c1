import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { FIRST_ENERGY, type Energy } from '../plan/energy.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { tellingOf } from '../plan/names.ts';
import { batteryWeek, dailyUse, energyBalance, energySays, harvestByMonth } from './energy.ts';

const lamp = { id: 'lamp', name: 'Lamp', powerW: 10, count: 3, hoursPerDay: 5, dutyPct: 50, isAc: false };
const kettle = {
  id: 'kettle',
  name: 'Kettle',
  powerW: 900,
  count: 1,
  hoursPerDay: 0.5,
  dutyPct: 100,
  isAc: true,
};
const energy = (more: Partial<Energy>): Energy => ({ ...FIRST_ENERGY, loads: [lamp, kettle], ...more });
const hours = (each: number) => ({ by: 'sun-hours' as const, hours: new Array<number>(12).fill(each) });

describe('a day’s use', () => {
  test('is power by count, hours and duty, with what the inverter loses and idles away', () => {
    // 3 · 10 W · 5 h · ½ = 75 Wh; 900 W · ½ h = 450 Wh ÷ 0.9 = 500 Wh; 5 W all day = 120 Wh.
    const use = dailyUse(energy({ inverterPct: 90, inverterIdleW: 5 }));
    expect(use).toMatchObject({ dcWh: 75, acWh: 450 });
    expect(use.inverterWh).toBeCloseTo(50 + 120, 9);
    expect(use.totalWh).toBeCloseTo(75 + 500 + 120, 9);
  });

  test('is nothing without loads, and endless through an inverter that passes nothing on', () => {
    expect(dailyUse(energy({ loads: [] })).totalWh).toBe(0);
    expect(dailyUse(energy({ inverterPct: 0 })).totalWh).toBe(Infinity);
    expect(dailyUse(energy({ inverterPct: 0, loads: [lamp] })).totalWh).toBe(75);
  });
});

describe('the balance', () => {
  const prepared = prepare(eyeClinic());

  test('of typed sun hours is rated power by hours by what gets through', () => {
    // Six modules of 210 W, 4 h of full sun, 80 %: 4032 Wh a day.
    expect(harvestByMonth({ harvest: hours(4), passedOnPct: 80 }, 1260, null)).toEqual(
      new Array(12).fill(4032),
    );
    const balance = energyBalance(prepared, energy({ harvest: hours(4), passedOnPct: 80 }), null);
    expect(balance.carriesWh).toBeCloseTo(4032, 6);
    expect(balance.neededW).toBeCloseTo((dailyUse(energy({})).totalWh / 4032) * 1260, 6);
  });

  test('of the clear sky is a clear month by its days, less the clouds', () => {
    const clear = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31].map((days) => days * 1000);
    const harvest = { by: 'clear-sky' as const, clearnessPct: new Array<number>(12).fill(50) };
    expect(harvestByMonth({ harvest, passedOnPct: 80 }, 0, clear)?.map((wh) => Math.round(wh))).toEqual(
      new Array(12).fill(400),
    );
    expect(harvestByMonth({ harvest, passedOnPct: 80 }, 0, null)).toBeNull();
  });

  test('counts days without sun by what of the battery is usable, and the way back to full by what is spare', () => {
    const given = energy({
      batteryWh: 2000,
      usablePct: 50,
      daysWithoutSun: 2,
      harvest: hours(2),
      passedOnPct: 100,
    });
    const { daysWithoutSun, rechargeDays, neededBatteryWh, use } = energyBalance(prepared, given, null);
    expect(daysWithoutSun).toBeCloseTo(1000 / use.totalWh, 9);
    expect(neededBatteryWh).toBeCloseTo((2 * use.totalWh) / 0.5, 9);
    expect(rechargeDays).toBeCloseTo(Math.min(1000, 2 * use.totalWh) / (2 * 1260 - use.totalWh), 9);
    // No roof that gives less than is used ever gets there.
    expect(energyBalance(prepared, { ...given, harvest: hours(0.1) }, null).rechargeDays).toBeNull();
  });

  test('takes half of lead-acid and most of lithium where nobody said (practice)', () => {
    const { battery } = energyBalance(prepared, energy({ harvest: hours(3) }), null);
    expect(battery).toMatchObject({ chemistry: 'lithium', usablePct: 90 });
  });

  test('says in a sentence whether the loads live on the roof, and does not divide by a winter without sun', () => {
    const says = (given: Energy) =>
      toldText(energySays(energyBalance(prepared, given, null)), tellingOf(METRIC_READER, eyeClinic()));
    expect(says(energy({ harvest: hours(5) }))).toMatch(/leanest month, the roof carries/u);
    expect(says(energy({ harvest: hours(0.2) }))).toMatch(/wants \d+ W of modules/u);
    expect(says(energy({ harvest: hours(0) }))).toMatch(/nothing comes from the roof/u);
    expect(says(energy({ harvest: hours(0), loads: [] }))).toMatch(/Name what is used/u);
    expect(says(energy({}))).toMatch(/Say where the job stands/u);
  });

  test('draws a week from full, that falls over days without sun and never leaves its bounds', () => {
    const month = { harvestWh: 1500, useWh: 800, secondWh: 0 };
    const battery = { capacityWh: 2000, usablePct: 90, usableWh: 1800, chemistry: 'lithium' as const };
    const states = batteryWeek(battery, month, 2);
    expect(states).toHaveLength(7 * 24);
    expect(Math.min(...states)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...states)).toBeLessThanOrEqual(1);
    expect(states[3 * 24 - 1]).toBeLessThan(0.25);
    expect(states.at(-1)).toBeGreaterThan(0.7);
    // A sunny day gives just its harvest: from empty, with nothing used, by the evening.
    const gained = batteryWeek({ ...battery, usableWh: 1e6 }, { harvestWh: 0, useWh: 0, secondWh: 0 }, 0);
    expect(new Set(gained)).toEqual(new Set([1]));
  });
});
