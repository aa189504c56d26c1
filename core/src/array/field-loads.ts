import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { GRAVITY_MPS2 } from '../fixing/loads.ts';
import type { SiteFace } from '../site/site-face.ts';
import type { FieldSupport } from '../plan/module-field.ts';
import { practice, published } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { modulesOfField, planeOf } from './field-modules.ts';

/** Air at sea level, kg/m³: q = ½ρv² is 600 Pa at 70 mph. */
const AIR_KG_PER_M3 = 1.225;

/** Pressure of the wind that is stopped, Pa. ASCE 7 velocity pressure with all its factors 1. */
export function windPressurePa(speedMps: number): number {
  return 0.5 * AIR_KG_PER_M3 * speedMps ** 2;
}

export const WIND_SOURCE = published('ASCE 7', '26.10, with all factors 1', '2022');
export const UPLIFT_SOURCE = practice(
  'Uplift of 1.0, 1.5 at edges and 2.0 at corners of a roof; 1.0 on a moving body: yours decides',
);

export type RoofZone = 'middle' | 'edge' | 'corner';

/** What of the wind’s pressure lifts where nobody typed it. */
export const USUAL_UPLIFT = {
  building: { middle: 1, edge: 1.5, corner: 2 },
  mobile: { middle: 1, edge: 1, corner: 1 },
} as const satisfies Record<string, NonNullable<FieldSupport['uplift']>>;

/** Of the dead load, what is counted on to hold down (ASCE 7, 2.4: 0.6 D + 0.6 W, with the wind in full here). */
const HOLDS_DOWN = 0.6;
/** Edge strips of a roof: a tenth of its lesser size, and no less than this (ASCE 7, 30.2, “a”). */
const LEAST_EDGE_MM = 900;
const EDGE_RATIO = 0.1;

/** How wide the windy strip along the edges of a face is, mm. */
export function edgeStripMm({ bounds }: Pick<SiteFace, 'bounds'>): number {
  const least = Math.min(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY);
  return Math.min(least / 2, Math.max(LEAST_EDGE_MM, EDGE_RATIO * least));
}

export function zoneAt(face: Pick<SiteFace, 'bounds'>, xMm: number, yMm: number): RoofZone {
  const { minX, minY, maxX, maxY } = face.bounds;
  const strip = edgeStripMm(face);
  const isAtSide = xMm < minX + strip || xMm > maxX - strip;
  const isAtEnd = yMm < minY + strip || yMm > maxY - strip;
  if (isAtSide && isAtEnd) return 'corner';
  return isAtSide || isAtEnd ? 'edge' : 'middle';
}

/** What a field’s modules press and lift with, on each square metre of module, square to them, Pa. */
export type FieldLoads = {
  readonly deadPa: number;
  readonly windPa: number;
  readonly snowPa: number;
  /** Square to the modules, towards the face: dead load, with snow or the wind, whichever presses more. */
  readonly downPa: number;
  readonly upPa: Readonly<Record<RoofZone, number>>;
  readonly massKg: number;
  readonly working: Working;
};

/** Loads of a field; null where its face stands nowhere, or it has no modules. */
export const fieldLoads = query((prepared: Prepared, id: string): FieldLoads | null => {
  const field = prepared.moduleFields.get(id);
  const modules = modulesOfField(prepared, id);
  const [first] = modules;
  const face = field === undefined ? undefined : prepared.site.faces.get(field.face);
  const frame = field === undefined ? undefined : prepared.site.frames.get(field.face);
  if (field === undefined || first === undefined || face === undefined || frame === undefined) return null;
  const massKg = modules.reduce((sum, { type }) => sum + type.massKg, 0);
  const areaM2 = modules.reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm * 1e-6, 0);
  // How level the modules lie: 1 flat, 0 upright.
  const level = Math.abs(planeOf(first, field.tilt, frame).normal[2]);
  const deadPa = (massKg * GRAVITY_MPS2) / areaM2;
  const { windSpeedMps, snowLoadPa } = face.conditions;
  const windPa = windPressurePa(windSpeedMps.value);
  const snowPa = snowLoadPa.value * level ** 2;
  const ratios = field.support.uplift ?? USUAL_UPLIFT[prepared.plan.site.setting];
  const heldPa = HOLDS_DOWN * deadPa * level;
  const up = (zone: RoofZone) => Math.max(0, windPa * ratios[zone] - heldPa);
  const downPa = deadPa * level + Math.max(snowPa, windPa * ratios.middle);
  return {
    deadPa,
    windPa,
    snowPa,
    downPa,
    upPa: { middle: up('middle'), edge: up('edge'), corner: up('corner') },
    massKg,
    get working(): Working {
      return {
        title: 'What wind, snow and weight do to the modules',
        formula: 'q = ½ · ρ · v²;  up = q · c − 0.6 · dead;  down = dead + the larger of snow and q',
        inputs: [
          {
            symbol: 'v',
            name: 'Wind, or the fastest travel',
            value: { value: windSpeedMps.value, unit: 'mPerS' },
          },
          { symbol: 'q', name: 'Its pressure', value: { value: windPa, unit: 'Pa' } },
          { symbol: 'c', name: 'Uplift in the middle', value: { value: ratios.middle, unit: 'ratio' } },
          { symbol: 'c edge', name: 'Uplift at edges', value: { value: ratios.edge, unit: 'ratio' } },
          { symbol: 'c corner', name: 'Uplift at corners', value: { value: ratios.corner, unit: 'ratio' } },
          { symbol: 'dead', name: 'Weight of modules on their area', value: { value: deadPa, unit: 'Pa' } },
          { symbol: 'snow', name: 'Snow, square to the modules', value: { value: snowPa, unit: 'Pa' } },
          lengthInput('a', 'Width of the windy strip along the edges', edgeStripMm(face)),
        ],
        result: { name: 'Lift in the middle of the roof', value: { value: up('middle'), unit: 'Pa' } },
        source: WIND_SOURCE,
        notes: ['Uplift ratios are common practice until you type those of your code.'],
      };
    },
  };
});
