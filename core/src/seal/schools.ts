import type { Skin } from '../plan/material.ts';
import type { EntryKind, SealSchool } from '../plan/penetration.ts';
import type { SealantId } from '../reference/sealants.ts';

/** A school of sealing: what does what, what speaks for it and against it, and what it is to open again. */
export type SchoolFacts = {
  readonly name: string;
  readonly bed: SealantId | null;
  readonly edge: SealantId | null;
  readonly heads: SealantId | null;
  readonly cover: SealantId | null;
  /** Held by screws beside what it is bedded in. */
  readonly isScrewed: boolean;
  readonly speaksFor: readonly string[];
  readonly speaksAgainst: readonly string[];
  readonly opensAgain: string;
};

export const SCHOOLS: Readonly<Record<SealSchool, SchoolFacts>> = {
  silicone: {
    name: 'Silicone bed and edge',
    bed: 'neutral-silicone',
    edge: 'neutral-silicone',
    heads: 'neutral-silicone',
    cover: null,
    isScrewed: true,
    speaksFor: [
      'Bears sun and heat for decades',
      'One cartridge for bed, edge and heads',
      'Stays soft over moving metal',
    ],
    speaksAgainst: [
      'Nothing holds on it later: no paint, no other sealant, not even new silicone for sure',
      'Every trace has to come off before another school is used there',
    ],
    opensAgain: 'Cut the bead with a blade or a wire, then clean off every trace before it is sealed anew.',
  },
  'butyl-lap': {
    name: 'Butyl bed, lap sealant over',
    bed: 'butyl-tape',
    edge: 'lap-sealant',
    heads: 'lap-sealant',
    cover: null,
    isScrewed: true,
    speaksFor: [
      'Seals as soon as the screws are drawn up: no wait before rain',
      'Comes off again with a plastic scraper',
      'Lap sealant flows over heads and takes another layer later',
    ],
    speaksAgainst: [
      'Butyl creeps in summer heat on a slope',
      'Lap sealant runs on anything steep, and wants looking at each year',
    ],
    opensAgain: 'Draw the screws, lift the base with a plastic scraper, roll the butyl off. Half an hour.',
  },
  bonded: {
    name: 'Bonded housing, sealed edge',
    bed: 'polyurethane',
    edge: 'polyurethane',
    heads: null,
    cover: null,
    isScrewed: false,
    speaksFor: ['No screw through the skin', 'Spreads the load, stands vibration', 'Takes paint'],
    speaksAgainst: [
      'Has to be cut out with a wire: the next person curses',
      'Wants a clean, dry, primed surface and a day without load',
      'Ages in sun where it is not painted or covered',
    ],
    opensAgain: 'Cut it out with a wire or an oscillating blade. An hour, and the skin may be marked.',
  },
  'cover-strip': {
    name: 'Bed and cover strip',
    bed: 'lap-sealant',
    edge: 'lap-sealant',
    heads: 'lap-sealant',
    cover: 'cover-tape',
    isScrewed: true,
    speaksFor: ['Two seals one over the other', 'What people use on membrane and long seams'],
    speaksAgainst: [
      'The strip never comes off whole',
      'Wants a warm, clean surface, and its own edges sealed',
    ],
    opensAgain: 'Warm the strip and pull it, then scrape. A new strip each time.',
  },
  flashing: {
    name: 'Flashing lapped into the roof',
    bed: 'polyurethane',
    edge: null,
    heads: 'polyurethane',
    cover: null,
    isScrewed: true,
    speaksFor: [
      'Water is led off by the lap, not held off by a bead',
      'What roofers and roof makers ask for on shingles and tiles',
    ],
    speaksAgainst: ['Courses have to be lifted', 'Takes longer, and does not go on sheet or laminate'],
    opensAgain: 'Lift the courses above, draw the nails, slide it out.',
  },
  bushing: {
    name: 'Sleeve or bushing, plain seal',
    bed: null,
    edge: 'neutral-silicone',
    heads: null,
    cover: null,
    isScrewed: false,
    speaksFor: ['All that an inside wall needs: no edge on the cable, no draught'],
    speaksAgainst: ['No weather seal'],
    opensAgain: 'Cut the bead.',
  },
};

/** What must not be done on a skin, and why: each is a finding where it is chosen. */
export type Unfit = { readonly severity: 'stop' | 'fix' | 'ask'; readonly why: string };

const NO_LAP: Unfit = {
  severity: 'fix',
  why: 'a flashing is lapped under courses, and there are none on this skin',
};
const NO_SCHOOL_OUTSIDE: Unfit = { severity: 'stop', why: 'it keeps no weather out' };
const NO_SILICONE_ON_MEMBRANE: Unfit = {
  severity: 'fix',
  why: 'silicone does not hold on most membranes, and nothing welds or bonds to it later',
};
const NO_SOLVENT: Unfit = {
  severity: 'stop',
  why: 'adhesives with solvent, or cleaning with it, swell and soften a membrane',
};
const PLASTIC_CRACKS: Unfit = {
  severity: 'ask',
  why: 'some plastics craze under polyurethane: ask what its maker allows',
};
const OVER_COURSES: Unfit = {
  severity: 'fix',
  why: 'a bead on top of courses dams water and lets go: lap a flashing in',
};

/** Wrong pairs of school and skin, on a face that weather meets. */
export function unfitOn(school: SealSchool, skin: Skin): Unfit | null {
  switch (school) {
    case 'flashing':
      return skin === 'shingles' || skin === 'tiles' || skin === 'unknown' ? null : NO_LAP;
    case 'bushing':
      return NO_SCHOOL_OUTSIDE;
    case 'silicone':
      if (skin === 'membrane') return NO_SILICONE_ON_MEMBRANE;
      return skin === 'shingles' || skin === 'tiles' ? OVER_COURSES : null;
    case 'bonded':
      if (skin === 'membrane') return NO_SOLVENT;
      if (skin === 'plastic') return PLASTIC_CRACKS;
      return skin === 'shingles' || skin === 'tiles' ? OVER_COURSES : null;
    case 'butyl-lap':
    case 'cover-strip':
      return skin === 'shingles' || skin === 'tiles' ? OVER_COURSES : null;
  }
}

/** The school that is suggested for a skin, with its reason in one sentence. */
export function suggestedSchool(
  skin: Skin,
  kind: EntryKind,
  {
    isOutside,
    isMobile,
    isSteep,
  }: { readonly isOutside: boolean; readonly isMobile: boolean; readonly isSteep: boolean },
): { readonly school: SealSchool; readonly why: string } {
  if (!isOutside)
    return { school: 'bushing', why: 'No weather meets it: what counts is the edge on the cable.' };
  switch (skin) {
    case 'shingles':
    case 'tiles':
      return { school: 'flashing', why: 'Courses lead water off: a flashing lapped into them does too.' };
    case 'membrane':
      return { school: 'cover-strip', why: 'A strip over the flange is what holds on a membrane.' };
    case 'laminate':
    case 'painted-metal':
      if (isMobile && kind !== 'gland') {
        return isSteep
          ? { school: 'bonded', why: 'On a steep side that shakes, a bond neither creeps nor works loose.' }
          : {
              school: 'butyl-lap',
              why: 'It seals at once, stands shaking, and comes off again for service.',
            };
      }
      return { school: 'silicone', why: 'On metal and laminate it bears sun and heat the longest.' };
    case 'bare-metal':
    case 'masonry':
    case 'plastic':
    case 'board':
    case 'wood':
    case 'unknown':
      return { school: 'silicone', why: 'It holds on most that is clean and dry, and stays soft.' };
  }
}
