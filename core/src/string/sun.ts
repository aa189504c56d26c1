import type { Vec3 } from '../geometry/vec3.ts';

/** Degrees. Azimuth clockwise from north; elevation above the horizon, with refraction. */
export type SunPosition = { readonly azimuthDeg: number; readonly elevationDeg: number };

const RAD = Math.PI / 180;
const DAY_MS = 86_400_000;
const sinD = (deg: number) => Math.sin(deg * RAD);
const cosD = (deg: number) => Math.cos(deg * RAD);
const round360 = (deg: number) => ((deg % 360) + 360) % 360;

/**
 * Where the sun stands, from the time in ms since 1970 (UTC) and the place. Meeus, Astronomical Algorithms, ch. 25, of low
 * accuracy (0.01°), with refraction after Bennett as in Saemundsson’s form. Valid at the poles, where its azimuth is told from
 * the given longitude’s north.
 */
export function sunAt(utcMs: number, latitudeDeg: number, longitudeDeg: number): SunPosition {
  const century = (utcMs / DAY_MS + 2_440_587.5 - 2_451_545) / 36_525;
  const meanLongitude = 280.46646 + century * (36_000.76983 + 0.0003032 * century);
  const anomaly = 357.52911 + century * (35_999.05029 - 0.0001537 * century);
  const centre =
    (1.914602 - century * (0.004817 + 0.000014 * century)) * sinD(anomaly) +
    (0.019993 - 0.000101 * century) * sinD(2 * anomaly) +
    0.000289 * sinD(3 * anomaly);
  const node = 125.04 - 1934.136 * century;
  const longitude = meanLongitude + centre - 0.00569 - 0.00478 * sinD(node);
  const obliquity =
    23 +
    (26 + (21.448 - century * (46.815 + century * (0.00059 - 0.001813 * century))) / 60) / 60 +
    0.00256 * cosD(node);
  const declination = Math.asin(sinD(obliquity) * sinD(longitude)) / RAD;
  const ascension = Math.atan2(cosD(obliquity) * sinD(longitude), cosD(longitude)) / RAD;
  const sidereal = 280.46061837 + 360.98564736629 * (century * 36_525) + 0.000387933 * century * century;
  const hour = round360(sidereal + longitudeDeg - ascension);
  const sine = sinD(latitudeDeg) * sinD(declination) + cosD(latitudeDeg) * cosD(declination) * cosD(hour);
  const elevation = Math.asin(Math.max(-1, Math.min(1, sine))) / RAD;
  const azimuth =
    Math.atan2(sinD(hour), cosD(hour) * sinD(latitudeDeg) - Math.tan(declination * RAD) * cosD(latitudeDeg)) /
    RAD;
  return { azimuthDeg: round360(azimuth + 180), elevationDeg: elevation + refractionDeg(elevation) };
}

function refractionDeg(elevation: number): number {
  if (elevation < -1) return 0;
  return 1.02 / Math.tan((elevation + 10.3 / (elevation + 5.11)) * RAD) / 60;
}

/**
 * The direction towards the sun in the site’s frame, where the root face is seen by somebody who looks away from where it
 * faces: x to their right, y away from them into the wall, z up. `rootFacesDeg` is where the root face looks.
 */
export function sunDirection({ azimuthDeg, elevationDeg }: SunPosition, rootFacesDeg: number): Vec3 {
  // Out of the wall is −y; clockwise from there, seen from above, lies to the left of who faces the wall: −x.
  const turn = (azimuthDeg - rootFacesDeg) * RAD;
  const level = cosD(elevationDeg);
  return [-Math.sin(turn) * level, -Math.cos(turn) * level, sinD(elevationDeg)];
}

/** Hours that a clock at the place is ahead of UTC, by its longitude alone: no summer time, no borders. */
export function zoneHours(longitudeDeg: number): number {
  return Math.round(longitudeDeg / 15);
}

/** A year without a leap day, for days counted from 0: 2025. */
export const YEAR_START_MS = Date.UTC(2025, 0, 1);
export const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

/** The time of a day of the year (0 to 364) and an hour of the clock at a place. */
export function timeOf(dayOfYear: number, clockHour: number, longitudeDeg: number): number {
  return YEAR_START_MS + dayOfYear * DAY_MS + (clockHour - zoneHours(longitudeDeg)) * 3_600_000;
}

/** The month (0 to 11) of a day of the year counted from 0. */
export function monthOfDay(dayOfYear: number): number {
  let left = dayOfYear;
  for (const [month, days] of MONTH_DAYS.entries()) {
    if (left < days) return month;
    left -= days;
  }
  return MONTH_DAYS.length - 1;
}

/** Which day of its month (from 1) a day of the year counted from 0 is. */
export function dayInMonth(dayOfYear: number): number {
  return MONTH_DAYS.slice(0, monthOfDay(dayOfYear)).reduce((day, days) => day - days, dayOfYear) + 1;
}
