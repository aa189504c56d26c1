import type { Check, CheckMeta } from './check/finding.ts';
import { ambientCheck } from './clearance/ambient.ts';
import { aroundCheck } from './clearance/around.ts';
import { besideCheck } from './clearance/beside.ts';
import { dedicatedSpaceCheck } from './clearance/dedicated-space.ts';
import { faceEdgeCheck } from './clearance/face-edge.ts';
import { handlesCheck } from './clearance/handles.ts';
import { heatFaceCheck } from './clearance/heat-face.ts';
import { locationCheck } from './clearance/location.ts';
import { overlapCheck } from './clearance/overlap.ts';
import { setbackCheck } from './clearance/setback.ts';
import { stackedCheck } from './clearance/stacked.ts';
import { sunCheck } from './clearance/sun.ts';
import { swingCheck } from './clearance/swing.ts';
import { ventilationCheck } from './clearance/ventilation.ts';
import { workingSpaceCheck } from './clearance/working-space-check.ts';
import { boardCheck } from './fixing/board-check.ts';
import { fixingsCheck } from './fixing/fixings-check.ts';
import { spacingCheck } from './fixing/spacing-check.ts';
import { flushCheck } from './fixing/flush-check.ts';
import { noDrillCheck } from './pack/no-drill-check.ts';
import { routeCheck } from './route/route-check.ts';
import { passFramingCheck } from './seal/framing-check.ts';
import { glandCheck } from './seal/gland-check.ts';
import { contradictionsCheck } from './survey/contradictions-check.ts';
import { siteCheck } from './survey/site-check.ts';
import { wirewayFillCheck } from './wireway/fill-check.ts';
import { wirewayHolesCheck } from './wireway/holes-check.ts';
import { linkCheck } from './wireway/join-check.ts';
import { nippleCheck } from './wireway/nipple-check.ts';
import { wirewaySupportsCheck } from './wireway/supports-check.ts';

/** Every check, sorted by id. Written by hand, so that a missing one is seen in review. */
export const CHECKS: readonly Check[] = [
  ambientCheck,
  aroundCheck,
  besideCheck,
  dedicatedSpaceCheck,
  faceEdgeCheck,
  handlesCheck,
  heatFaceCheck,
  locationCheck,
  overlapCheck,
  setbackCheck,
  stackedCheck,
  sunCheck,
  swingCheck,
  ventilationCheck,
  workingSpaceCheck,
  boardCheck,
  flushCheck,
  fixingsCheck,
  spacingCheck,
  noDrillCheck,
  routeCheck,
  passFramingCheck,
  glandCheck,
  contradictionsCheck,
  siteCheck,
  wirewayFillCheck,
  wirewayHolesCheck,
  linkCheck,
  nippleCheck,
  wirewaySupportsCheck,
];

const META = new Map(CHECKS.map(({ meta }) => [meta.id, meta]));

export function getCheckMeta(id: string): CheckMeta {
  const meta = META.get(id);
  if (meta === undefined) throw new Error(`There is no check “${id}”.`);
  return meta;
}
