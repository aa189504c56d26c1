import type { Prepared } from '../check/prepared.ts';
import { faceName } from '../plan/names.ts';
import { SEAL_SCHOOLS, type SealSchool } from '../plan/penetration.ts';
import type { Named } from '../quantity/told.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import type { Base } from './entry.ts';
import { sectionOf, type SectionPart } from './layers.ts';
import { findPenetrationSides, outerSide, type PenetrationSides } from './penetration-sides.ts';
import { SCHOOLS, unfitOn } from './schools.ts';
import { schoolOf, sealStack, type SealStack } from './seal-stack.ts';
import { penetrationSpots, type Spot } from './spots.ts';

/** How far off square a hand holds a drill (practice), degrees. */
const DRILL_OFF_DEG = 3;

/** From which side it is marked, and what that makes of the other. */
export type Marking = {
  readonly on: Named;
  readonly comesOutOn: Named;
  readonly outRightMm: number;
  readonly outUpMm: number;
  readonly withinMm: number;
  readonly working: Working;
};

/** A school as it is set beside the others for one penetration. */
export type SchoolLine = {
  readonly school: SealSchool;
  readonly name: string;
  readonly speaksFor: readonly string[];
  readonly speaksAgainst: readonly string[];
  readonly opensAgain: string;
  /** Why it must not be used there; null where it may. */
  readonly unfit: string | null;
};

/** What is shown of a penetration that is looked at. */
export type PenetrationDetail = {
  readonly stack: SealStack | null;
  readonly schools: readonly SchoolLine[];
  readonly marking: Marking | null;
  /** What the hole goes through, from the side it is marked on. */
  readonly section: readonly SectionPart[];
  readonly base: Base | null;
};

/** Of one that is gone, or leads nowhere. */
export const NO_DETAIL: PenetrationDetail = {
  stack: null,
  schools: [],
  marking: null,
  section: [],
  base: null,
};

export function penetrationDetail(prepared: Prepared, id: string): PenetrationDetail {
  const penetration = prepared.penetrations.get(id);
  const sides = penetration === undefined ? null : findPenetrationSides(prepared, penetration);
  if (penetration === undefined || sides === null) return NO_DETAIL;
  return {
    stack: sealStack(prepared, penetration),
    schools: schoolLines(prepared, sides),
    marking: markingOf(sides),
    section: sectionOf(prepared, sides),
    base: sides.base,
  };
}

/** The ranked spots of a penetration; none where it is gone. */
export function spotsOf(prepared: Prepared, id: string): Spot[] {
  const penetration = prepared.penetrations.get(id);
  return penetration === undefined ? [] : penetrationSpots(prepared, penetration);
}

function schoolLines(prepared: Prepared, sides: PenetrationSides): SchoolLine[] {
  const { isOutside } = outerSide(sides);
  const { skin } = schoolOf(prepared, sides);
  return SEAL_SCHOOLS.map((school) => {
    const { name, speaksFor, speaksAgainst, opensAgain } = SCHOOLS[school];
    const unfit = isOutside ? (unfitOn(school, skin)?.why ?? null) : null;
    return { school, name, speaksFor, speaksAgainst, opensAgain, unfit };
  });
}

function markingOf({ here, there, thicknessMm }: PenetrationSides): Marking {
  const withinMm = thicknessMm * Math.tan((DRILL_OFF_DEG * Math.PI) / 180);
  return {
    on: faceName(here.face.id),
    comesOutOn: faceName(there.face.id),
    outRightMm: there.at[0],
    outUpMm: there.at[1],
    withinMm,
    working: {
      title: 'Where the pilot comes out',
      formula: 'off = thickness × tan(tilt); right there = both edges − right here',
      inputs: [
        lengthInput('thickness', 'From skin to skin', thicknessMm),
        { symbol: 'tilt', name: 'A drill held by hand', value: { value: DRILL_OFF_DEG, unit: 'deg' } },
        lengthInput('right here', 'On the side it is marked on', here.at[0]),
        lengthInput('both edges', 'Right here and right there', here.face.mirrorSumMm),
      ],
      result: { name: 'It may come out so far off', value: { value: withinMm, unit: 'mm' } },
      source: practice('A drill held by hand is square within about 3°'),
      notes: ['Mark from the side whose framing was found: the other side follows from it.'],
    },
  };
}
