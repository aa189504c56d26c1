import { describe, expect, test } from '@jest/globals';
import { getPosition } from 'suncalc';
import { airMass, cellTempC, clearSky, onPlane } from './clear-sky.ts';
import { dayInMonth, monthOfDay, sunAt, sunDirection, timeOf, zoneHours } from './sun.ts';

describe('where the sun stands', () => {
  test('is the published example within a hundredth of a degree (Reda and Andreas, NREL/TP-560-34302)', () => {
    const { azimuthDeg, elevationDeg } = sunAt(Date.UTC(2003, 9, 17, 19, 30, 30), 39.742476, -105.1786);
    expect(Math.abs(90 - elevationDeg - 50.11162)).toBeLessThan(0.015);
    expect(Math.abs(azimuthDeg - 194.34024)).toBeLessThan(0.015);
  });

  test('agrees with a general library of solar positions through a year, north and south', () => {
    for (const latitude of [-35, 0, 23.4, 51, 69]) {
      for (let day = 0; day < 365; day += 9) {
        for (const hour of [7, 10, 13, 16]) {
          const at = timeOf(day, hour, 12);
          const mine = sunAt(at, latitude, 12);
          if (mine.elevationDeg < 5) continue;
          const { altitude, azimuth } = getPosition(new Date(at), latitude, 12);
          expect(Math.abs(mine.elevationDeg - altitude)).toBeLessThan(0.1);
          const off =
            Math.abs(((mine.azimuthDeg - azimuth + 540) % 360) - 180) * Math.cos((altitude * Math.PI) / 180);
          expect(off).toBeLessThan(0.1);
        }
      }
    }
  });

  test('has a day that never ends and one that never comes beyond the circle, also at the pole itself', () => {
    for (const hour of [0, 6, 12, 18]) {
      expect(sunAt(timeOf(171, hour, 0), 90, 0).elevationDeg).toBeCloseTo(23.4, 0);
      expect(sunAt(timeOf(354, hour, 0), 78, 15).elevationDeg).toBeLessThan(0);
    }
  });

  test('is told in the site’s own directions: a wall that faces south has the noon sun in front and the morning sun at its right', () => {
    // Who faces a wall that looks south looks north: east is at their right.
    const noon = sunDirection({ azimuthDeg: 180, elevationDeg: 40 }, 180);
    expect(noon[1]).toBeCloseTo(-Math.cos((40 * Math.PI) / 180));
    expect(noon[0]).toBeCloseTo(0);
    const morning = sunDirection({ azimuthDeg: 90, elevationDeg: 0 }, 180);
    expect(morning[0]).toBeCloseTo(1);
    expect(sunDirection({ azimuthDeg: 10, elevationDeg: 90 }, 77)[2]).toBeCloseTo(1);
  });

  test('counts months and zones as calendars and maps do', () => {
    expect([0, 30, 31, 58, 59, 364].map(monthOfDay)).toEqual([0, 0, 1, 1, 2, 11]);
    for (let day = 0; day < 365; day++) {
      const date = new Date(Date.UTC(2025, 0, 1 + day));
      expect([monthOfDay(day), dayInMonth(day)]).toEqual([date.getUTCMonth(), date.getUTCDate()]);
    }
    expect([-105.2, 12, 179.9, 0].map(zoneHours)).toEqual([-7, 1, 12, 0]);
  });
});

describe('a clear sky', () => {
  test('has the air mass of the published table (Kasten and Young 1989): 1 overhead, 2 at 30°, 38 at the horizon', () => {
    expect(airMass(90)).toBeCloseTo(1, 3);
    expect(airMass(30)).toBeCloseTo(1.994, 2);
    expect(airMass(0)).toBeGreaterThan(37);
    expect(airMass(0)).toBeLessThan(39);
  });

  test('gives about 950 W/m² through one air mass, 840 through 1.5, and more on a mountain (textbook figures)', () => {
    expect(clearSky(90, 0).beamWm2).toBeCloseTo(947, -1);
    expect(clearSky(41.8, 0).beamWm2).toBeCloseTo(846, -1.2);
    expect(clearSky(41.8, 3000).beamWm2).toBeGreaterThan(clearSky(41.8, 0).beamWm2);
    expect(clearSky(-3, 0)).toEqual({ beamWm2: 0, diffuseWm2: 0 });
  });

  test('falls on a plane by the cosine, and on one that looks away only from sky and ground', () => {
    const sky = { beamWm2: 800, diffuseWm2: 100 };
    const sun = [0, -0.5, Math.sqrt(0.75)] as const;
    expect(onPlane(sky, [0, 0, 1], sun).beamWm2).toBeCloseTo(800 * Math.sqrt(0.75));
    expect(onPlane(sky, [0, 0, 1], sun).diffuseWm2).toBeCloseTo(100);
    expect(onPlane(sky, [0, 1, 0], sun).beamWm2).toBe(0);
    expect(onPlane(sky, [0, 1, 0], sun).diffuseWm2).toBeCloseTo(
      50 + 0.2 * (800 * Math.sqrt(0.75) + 100) * 0.5,
    );
  });

  test('warms cells as NOCT tells: 56.25 °C at 25 °C in full sun with 45 °C (worked example of the NOCT formula)', () => {
    expect(cellTempC(25, 45, 1000)).toBeCloseTo(56.25, 6);
  });
});
