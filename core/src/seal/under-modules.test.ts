import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import type { Plan } from '../plan/plan.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { tellingOf } from '../plan/names.ts';
import { findPenetrationSides } from './penetration-sides.ts';
import { findCoverAt } from './penetration-spot.ts';
import { penetrationSpots } from './spots.ts';

/** The clinic with its roof entry under a module of the field, which stands so far off the roof. */
function underModule(liftMm: number): Plan {
  const plan = eyeClinic();
  return {
    ...plan,
    moduleFields: plan.moduleFields.map((field) => ({ ...field, liftMm })),
    penetrations: plan.penetrations.map((each) => ({ ...each, xMm: 1320, yMm: 440 })),
  };
}

function coverOf(plan: Plan) {
  const prepared = prepare(plan);
  const [penetration] = plan.penetrations;
  const sides = penetration === undefined ? null : findPenetrationSides(prepared, penetration);
  if (sides === null) throw new Error('The clinic has a roof entry.');
  return findCoverAt(prepared, sides, sides.here, 'body');
}

describe('a penetration under the modules of a field', () => {
  test('is covered by what stands lower than its housing, and free under what stands over it', () => {
    expect(coverOf(underModule(5))).toEqual({ named: 'moduleFields', id: 'roof-field' });
    expect(coverOf(underModule(250))).toBeUndefined();
  });

  test('is one of the best places: out of sun and rain', () => {
    const plan = underModule(250);
    const [penetration] = plan.penetrations;
    if (penetration === undefined) throw new Error('The clinic has a roof entry.');
    const said = penetrationSpots(prepare(plan), penetration).flatMap(({ speaksFor }) =>
      speaksFor.map((each) => toldText(each, tellingOf(METRIC_READER, plan))),
    );
    expect(said).toContain('under Roof field, out of sun and rain');
  });
});
