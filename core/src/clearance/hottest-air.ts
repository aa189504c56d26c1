import { query } from '../derive/query.ts';
import type { Model } from '../model/model.ts';
import { riseOf } from './ambient.ts';
import { AIR_SPACES, spaceOf } from './rooms.ts';

/**
 * The hottest air before a face, °C: the design high said of it, in a closed space warmed by the gear that hangs there. What
 * lies in that air is sized for it, and gear is held to it (clearance.ambient).
 */
export const hottestAirC = query((model: Model, face: string): number => {
  const own = model.site.faces.get(face)?.conditions.designHighTempC.value;
  const designC = own ?? model.plan.site.conditions.designHighTempC;
  const space = AIR_SPACES.find(model, spaceOf(model, face));
  const rise = space === undefined ? null : riseOf(space);
  return rise === null ? designC : Math.max(designC, rise.outsideC) + rise.riseK;
});
