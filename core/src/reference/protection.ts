import { mmFromFeet, mmFromInch } from '../quantity/convert.ts';
import type { Mm2Size } from './conductor-sizes.ts';
import { practice, published, type ReferenceTable, type SourceRef } from './source.ts';

type Reach = { readonly mostMm: number; readonly source: SourceRef };

/** How far along a conductor from a battery’s terminal the first device may stand that clears its faults. */
export const BATTERY_DEVICE: Readonly<Record<'us' | 'iec' | 'mobile' | 'afloat', Reach>> = {
  us: { mostMm: mmFromFeet(5), source: published('NEC (NFPA 70)', '690.71(H)', '2014') },
  iec: { mostMm: 3000, source: published('IEC 60364-4-43', '434.2.1', '2008') },
  mobile: {
    mostMm: mmFromInch(18),
    source: published('Low-voltage systems of recreational vehicles', 'device near the battery', '2020'),
  },
  afloat: { mostMm: mmFromInch(7), source: published('ABYC E-11', '11.10.1', '2018') },
};

/** How far from what it isolates a disconnect may stand, and from how far it counts as in sight. */
export const DISCONNECT = {
  mostMm: mmFromFeet(10),
  sightMm: mmFromFeet(50),
  source: published('NEC (NFPA 70)', '690.15 and Article 100, “In sight from”', '2020'),
  elsewhere: practice('Where a code names no distance: within three metres, and seen from what is worked on'),
} as const;

/** Sleeves for the ends of fine-stranded conductors, by the colours of the standard. */
export const FERRULES: ReferenceTable<Readonly<Partial<Record<Mm2Size, string>>>> = {
  title: 'Colours of insulated end sleeves, by section',
  basis: 'any',
  source: published('DIN 46228-4', 'colours', '1990'),
  confidence: { level: 'high', doubted: ['2.5 to 50 mm² differ in two other colour codes'] },
  rows: {
    '1.5': 'black',
    '2.5': 'blue',
    '4': 'grey',
    '6': 'yellow',
    '10': 'red',
    '16': 'blue',
    '25': 'yellow',
    '35': 'red',
    '50': 'blue',
  },
};

/** Torque and ends where a terminal’s maker says nothing of them. */
export const TERMINATION = {
  torque: published('NEC (NFPA 70)', '110.14(D)', '2023'),
  aluminium: published('NEC (NFPA 70)', '110.14(A) and (B)', '2023'),
  practice: practice('Fine strands end in a sleeve, studs take a lug, splices are made in a box that opens'),
} as const;
