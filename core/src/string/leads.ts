import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { modulesOfField, planeOf } from '../array/field-modules.ts';
import { add, scale, sub, type Vec3 } from '../geometry/vec3.ts';
import type { ModuleRef } from '../plan/module-field.ts';
import { typeOfModule } from './module-figures.ts';
import { USUAL_MODULE } from './usual-module.ts';

/** From one module’s leads to the next one’s: how far apart, how far their leads reach, what is missing. */
export type Hop = {
  readonly from: ModuleRef;
  readonly to: ModuleRef;
  readonly apartMm: number;
  readonly reachMm: number;
  /** 0 where the plugs meet. */
  readonly extensionMm: number;
};

export type StringLeads = {
  readonly hops: readonly Hop[];
  /** Between the two ends of the string, where its home run begins: what is left open is the loop. */
  readonly endsApartMm: number;
};

/** Leads are not drawn taut: what each joint takes for its bends (practice). */
const SLACK_MM = 150;

/** The middle of a module’s upper edge, where its junction box is (practice), in the site; null where its face stands nowhere. */
export function boxOfModule(prepared: Prepared, { field: id, module }: ModuleRef): Vec3 | null {
  const field = prepared.moduleFields.get(id);
  const placed = modulesOfField(prepared, id).find((each) => each.id === module);
  const frame = field === undefined ? undefined : prepared.site.frames.get(field.face);
  if (field === undefined || placed === undefined || frame === undefined) return null;
  const { origin, right, up } = planeOf(placed, field.tilt, frame);
  const { widthMm, heightMm, laid } = placed;
  // Turned a quarter its upper edge lies at its left.
  return laid.isTurned
    ? add(origin, add(scale(right, widthMm * BOX_IN), scale(up, heightMm / 2)))
    : add(origin, add(scale(right, widthMm / 2), scale(up, heightMm * (1 - BOX_IN))));
}

/** How far in from its upper edge the junction box sits, as a part of the module. */
const BOX_IN = 0.08;

/** The leads of a string by its id; null where some module of it stands nowhere. */
export const stringLeads = query((prepared: Prepared, id: string): StringLeads | null => {
  const string = prepared.moduleStrings.get(id);
  if (string === undefined) return null;
  const places = string.modules.map((ref) => boxOfModule(prepared, ref));
  const hops: Hop[] = [];
  for (let index = 1; index < string.modules.length; index++) {
    const [from, to] = [string.modules[index - 1], string.modules[index]];
    const [a, b] = [places[index - 1], places[index]];
    if (from === undefined || to === undefined || a == null || b == null) return null;
    const apartMm = Math.hypot(...sub(b, a));
    const reachMm = leadOf(prepared, from) + leadOf(prepared, to) - SLACK_MM;
    hops.push({ from, to, apartMm, reachMm, extensionMm: Math.max(0, apartMm - reachMm) });
  }
  const [first, last] = [places[0], places.at(-1)];
  return { hops, endsApartMm: first == null || last == null ? 0 : Math.hypot(...sub(last, first)) };
});

function leadOf(prepared: Prepared, ref: ModuleRef): number {
  return typeOfModule(prepared, ref)?.solarModule?.leadMm ?? USUAL_MODULE.leadMm;
}
