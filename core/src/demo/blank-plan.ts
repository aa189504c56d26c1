import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { usualStuds } from '../site/new-things.ts';
import { faceOf, planOf, rectangle } from './parts.ts';

/** A bare wall as each code basis would have it: in feet and inches, or in millimetres. */
const BARE_WALLS = {
  us: {
    points: rectangle(mmFromInch(12 * 12), mmFromInch(8 * 12)),
    thicknessMm: mmFromInch(6.25),
    gear: ['inverter-8kw', 'wireway-6x6-10ft', 'dc-disconnect-60a', 'load-centre-125a', 'array-junction-box'],
  },
  iec: {
    points: rectangle(3600, 2400),
    thicknessMm: 120,
    gear: [
      'inverter-8kw',
      'inverter-24v-2kw',
      'wireway-300x300-3m',
      'dc-disconnect-100a',
      'tracking-controller-70a',
      'fuse-holder-150a',
    ],
  },
} as const;

/** A job with one bare wall and some sample gear at hand: what a new job starts from. The library has more. */
export function blankPlan(
  name: string,
  codeBasis: Plan['codeBasis'],
  meanMaxTempC: number,
  setting: Plan['site']['setting'] = 'building',
): Plan {
  const { points, thicknessMm, gear } = BARE_WALLS[codeBasis];
  return planOf({
    name,
    codeBasis,
    setting,
    conditions: { meanMaxTempC },
    rootFace: 'wall',
    faces: [
      faceOf({ id: 'wall', name: 'Wall', points, thicknessMm, framing: [usualStuds('studs', codeBasis)] }),
    ],
    gear,
  });
}
