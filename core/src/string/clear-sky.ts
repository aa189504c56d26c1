import { dot, type Vec3 } from '../geometry/vec3.ts';

/** What comes from a clear sky, W/m²: straight from the sun on a plane that faces it, and scattered on a level one. */
export type ClearSky = { readonly beamWm2: number; readonly diffuseWm2: number };

/** Outside of the air, W/m²; rounded as the model below was made with it. */
const SOLAR_CONSTANT = 1353;
/** Of light that falls on the ground, what comes back (practice). */
const GROUND_RATIO = 0.2;
const RAD = Math.PI / 180;

/** How many times the air overhead lies in the sun’s way. Kasten and Young 1989. */
export function airMass(elevationDeg: number): number {
  return 1 / (Math.sin(elevationDeg * RAD) + 0.50572 * (elevationDeg + 6.07995) ** -1.6364);
}

/**
 * A clear sky. Meinel and Meinel 1976 with Laue’s correction for height; a tenth as much again comes scattered from the sky
 * (both as in common textbooks of photovoltaics). Nothing when the sun is down.
 */
export function clearSky(elevationDeg: number, elevationM: number): ClearSky {
  if (elevationDeg <= 0) return { beamWm2: 0, diffuseWm2: 0 };
  const highKm = Math.max(0, elevationM) / 1000;
  const through = (1 - 0.14 * highKm) * 0.7 ** (airMass(elevationDeg) ** 0.678) + 0.14 * highKm;
  const beamWm2 = SOLAR_CONSTANT * Math.min(1, through);
  return { beamWm2, diffuseWm2: 0.1 * beamWm2 };
}

/** What falls on a plane, W/m²: straight, and from sky and ground. `normal` and `sun` are unit vectors, z up. */
export function onPlane({ beamWm2, diffuseWm2 }: ClearSky, normal: Vec3, sun: Vec3): ClearSky {
  const facing = Math.max(0, dot(normal, sun));
  const upward = (1 + normal[2]) / 2;
  const levelWm2 = beamWm2 * Math.max(0, sun[2]) + diffuseWm2;
  return {
    beamWm2: sun[2] > 0 ? beamWm2 * facing : 0,
    diffuseWm2: diffuseWm2 * upward + GROUND_RATIO * levelWm2 * (1 - upward),
  };
}

/** The warmth of cells in so much light, °C: NOCT is measured at 20 °C and 800 W/m². */
export function cellTempC(airC: number, noctC: number, lightWm2: number): number {
  return airC + ((noctC - 20) / 800) * lightWm2;
}
