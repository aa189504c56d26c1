import {
  INSULATION_NAMES,
  type AwgSize,
  type Insulation,
  type InsulationName,
  type Mm2Size,
} from './conductor-sizes.ts';
import { published, practice, type ReferenceTable, type SourceRef } from './source.ts';

// What conductors are: sizes, dimensions, resistance, and the current they carry, by both code worlds.

export type ConductorMaterial = 'copper' | 'aluminium';

/** A column of the American tables, by what the insulation or the terminal stands, °C. */
export type AwgColumn = 60 | 75 | 90;

/** Each kind of insulation: what heat and sun it stands. */
export const INSULATION_KINDS: ReferenceTable<
  Readonly<
    Record<
      Insulation,
      InsulationName & {
        readonly maxC: 70 | 90;
        /** The smallest size it is sold in. */
        readonly from: AwgSize | Mm2Size;
        readonly standsSun: boolean;
        /** Not subject to the adder for raceways near a roof. */
        readonly isRoofExempt: boolean;
        /** Which circuits may lie in it with nothing round it: it has a sheath of its own, or is listed for open array wiring. */
        readonly bareFor: 'any' | 'array' | 'none';
        /** Highest voltage it is made for, direct current or between phases, V. */
        readonly ratedV: number;
      }
    >
  >
> = {
  title: 'Insulation of building wire and array cable: highest temperature of the conductor',
  basis: 'any',
  source: published('NEC (NFPA 70) and IEC 60364-5-52', 'Table 310.4(1); Table 52.1', '2023; 2009'),
  confidence: {
    level: 'high',
    doubted: ['array cable to EN 50618 stands 120 °C for a limited time: taken as 90'],
  },
  rows: {
    thhn: {
      ...INSULATION_NAMES.thhn,
      maxC: 90,
      from: '14',
      standsSun: false,
      isRoofExempt: false,
      bareFor: 'none',
      ratedV: 600,
    },
    xhhw: {
      ...INSULATION_NAMES.xhhw,
      maxC: 90,
      from: '14',
      standsSun: false,
      isRoofExempt: true,
      bareFor: 'none',
      ratedV: 600,
    },
    'pv-wire': {
      ...INSULATION_NAMES['pv-wire'],
      maxC: 90,
      from: '12',
      standsSun: true,
      isRoofExempt: false,
      bareFor: 'array',
      ratedV: 2000,
    },
    pvc: {
      ...INSULATION_NAMES.pvc,
      maxC: 70,
      from: '1.5',
      standsSun: false,
      isRoofExempt: false,
      bareFor: 'none',
      ratedV: 750,
    },
    xlpe: {
      ...INSULATION_NAMES.xlpe,
      maxC: 90,
      from: '1.5',
      standsSun: false,
      isRoofExempt: false,
      bareFor: 'none',
      ratedV: 1000,
    },
    'pv-cable': {
      ...INSULATION_NAMES['pv-cable'],
      maxC: 90,
      from: '4',
      standsSun: true,
      isRoofExempt: false,
      bareFor: 'any',
      ratedV: 1500,
    },
  },
};

/** Insulation of the same trade, wired the same way, that stands more heat; the coolest first. */
export function hotterThan(insulation: Insulation): Insulation[] {
  const { rows } = INSULATION_KINDS;
  const { sizes, maxC, bareFor } = rows[insulation];
  const others = Object.keys(rows) as Insulation[];
  return others
    .filter((id) => rows[id].sizes === sizes && rows[id].maxC > maxC && rows[id].bareFor === bareFor)
    .sort((a, b) => rows[a].maxC - rows[b].maxC);
}

/** Conductor to the earth electrode by the largest conductor of the supply; the last row for all above. */
export const AWG_EARTHING: ReferenceTable<
  readonly {
    /** Up to so many thousand circular mils of the supply’s conductor, by its metal. */
    readonly upToKcmil: Readonly<Record<ConductorMaterial, number>>;
    readonly copper: AwgSize;
    readonly aluminium: AwgSize;
  }[]
> = {
  title: 'Grounding electrode conductor for alternating-current systems',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 250.66', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: [
    { upToKcmil: { copper: 66.36, aluminium: 105.6 }, copper: '8', aluminium: '6' },
    { upToKcmil: { copper: 105.6, aluminium: 167.8 }, copper: '6', aluminium: '4' },
    { upToKcmil: { copper: 167.8, aluminium: 250 }, copper: '4', aluminium: '2' },
    { upToKcmil: { copper: 350, aluminium: 500 }, copper: '2', aluminium: '1/0' },
    { upToKcmil: { copper: 600, aluminium: 900 }, copper: '1/0', aluminium: '3/0' },
    { upToKcmil: { copper: 1100, aluminium: 1750 }, copper: '2/0', aluminium: '4/0' },
    { upToKcmil: { copper: Infinity, aluminium: Infinity }, copper: '3/0', aluminium: '250' },
  ],
};

/** The least and the most to an earth electrode. */
export const EARTHING = {
  leastAwg: { copper: '8', aluminium: '6' },
  mostAwg: { copper: '3/0', aluminium: '250' },
  /** Section of aluminium that stands a fault as copper does: 143 ÷ 94 (IEC 60364-5-54, Table A.54.2, PVC). */
  aluminiumForCopper: 143 / 94,
  /** In the ground, held against corrosion and not against blows (Table 54.1). */
  leastInGroundMm2: 16,
  leastOnBoardMm2: 6,
  us: published('NEC (NFPA 70)', '250.66 and 250.166', '2023'),
  iec: published('IEC 60364-5-54', '542.3 and Tables 54.1 and 54.2', '2011'),
} as const;

/** Single wires lie in a raceway, a wireway or a cable; clipped or loose only with a sheath of their own. */
export const WIRING_METHOD: Readonly<Record<'us' | 'iec', SourceRef>> = {
  us: published('NEC (NFPA 70)', '300.3(A)', '2023'),
  iec: published('IEC 60364-5-52', 'Table A.52.1', '2009'),
};

/** What insulation is made for in volts. */
export const INSULATION_SOURCE: Readonly<Record<'us' | 'iec', SourceRef>> = {
  us: published('NEC (NFPA 70)', '310.10(A) and 300.3(C)(1)', '2023'),
  iec: published('IEC 60364-5-52', '521.9 and the standard of the cable', '2009'),
};

/** Direct current of an array inside a building lies in metal above this voltage. */
export const ARRAY_INSIDE = {
  fromV: 30,
  source: published('NEC (NFPA 70)', '690.31(D)', '2023'),
} as const;

/** Outside of an insulated conductor, as its table prints it: the area is rounded by itself. */
export type WireDimension = { readonly diameterIn: number; readonly areaIn2: number };

/** Approximate area and diameter of THHN and THWN-2, inches. */
export const THHN_DIMENSIONS: ReferenceTable<Readonly<Record<AwgSize, WireDimension>>> = {
  title: 'Dimensions of insulated conductors, THHN, THWN, THWN-2',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Chapter 9, Table 5', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '14': { diameterIn: 0.111, areaIn2: 0.0097 },
    '12': { diameterIn: 0.13, areaIn2: 0.0133 },
    '10': { diameterIn: 0.164, areaIn2: 0.0211 },
    '8': { diameterIn: 0.216, areaIn2: 0.0366 },
    '6': { diameterIn: 0.254, areaIn2: 0.0507 },
    '4': { diameterIn: 0.324, areaIn2: 0.0824 },
    '3': { diameterIn: 0.352, areaIn2: 0.0973 },
    '2': { diameterIn: 0.384, areaIn2: 0.1158 },
    '1': { diameterIn: 0.446, areaIn2: 0.1562 },
    '1/0': { diameterIn: 0.486, areaIn2: 0.1855 },
    '2/0': { diameterIn: 0.532, areaIn2: 0.2223 },
    '3/0': { diameterIn: 0.584, areaIn2: 0.2679 },
    '4/0': { diameterIn: 0.642, areaIn2: 0.3237 },
    '250': { diameterIn: 0.711, areaIn2: 0.397 },
    '300': { diameterIn: 0.766, areaIn2: 0.4608 },
    '350': { diameterIn: 0.817, areaIn2: 0.5242 },
    '400': { diameterIn: 0.864, areaIn2: 0.5863 },
    '500': { diameterIn: 0.949, areaIn2: 0.7073 },
  },
};

export const XHHW_DIMENSIONS: ReferenceTable<Readonly<Record<AwgSize, WireDimension>>> = {
  title: 'Dimensions of insulated conductors, XHHW, XHHW-2',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Chapter 9, Table 5', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '14': { diameterIn: 0.133, areaIn2: 0.0139 },
    '12': { diameterIn: 0.152, areaIn2: 0.0181 },
    '10': { diameterIn: 0.176, areaIn2: 0.0243 },
    '8': { diameterIn: 0.236, areaIn2: 0.0437 },
    '6': { diameterIn: 0.274, areaIn2: 0.059 },
    '4': { diameterIn: 0.322, areaIn2: 0.0814 },
    '3': { diameterIn: 0.35, areaIn2: 0.0962 },
    '2': { diameterIn: 0.382, areaIn2: 0.1146 },
    '1': { diameterIn: 0.442, areaIn2: 0.1534 },
    '1/0': { diameterIn: 0.482, areaIn2: 0.1825 },
    '2/0': { diameterIn: 0.528, areaIn2: 0.219 },
    '3/0': { diameterIn: 0.58, areaIn2: 0.2642 },
    '4/0': { diameterIn: 0.638, areaIn2: 0.3197 },
    '250': { diameterIn: 0.705, areaIn2: 0.3904 },
    '300': { diameterIn: 0.76, areaIn2: 0.4536 },
    '350': { diameterIn: 0.811, areaIn2: 0.5166 },
    '400': { diameterIn: 0.858, areaIn2: 0.5782 },
    '500': { diameterIn: 0.943, areaIn2: 0.6984 },
  },
};

/** Outsides that no code prints: the thick end of what is sold. Null where the wire in hand has to be measured. */
export const PV_WIRE_OUTSIDE: ReferenceTable<Readonly<Partial<Record<AwgSize, number>>>> = {
  title: 'Array wire: outside diameter, mm',
  basis: 'us',
  source: practice('Thick end of what is sold as array wire; measure the wire in hand'),
  confidence: { level: 'low', doubted: ['differs with the voltage it is insulated for'] },
  rows: { '12': 6.5, '10': 7.2, '8': 8.7 },
};

export const PV_CABLE_OUTSIDE: ReferenceTable<Readonly<Partial<Record<Mm2Size, number>>>> = {
  title: 'Array cable: outside diameter, mm',
  basis: 'iec',
  source: published('EN 50618', 'Table 1', 'as recalled'),
  confidence: { level: 'low', doubted: ['thick end of the range for each size'] },
  rows: { '4': 6, '6': 6.6, '10': 8 },
};

export const BUILDING_CABLE_OUTSIDE: ReferenceTable<Readonly<Record<Mm2Size, number>>> = {
  title: 'Single conductors with PVC or XLPE insulation: outside diameter, mm',
  basis: 'iec',
  source: published('EN 50525-2-31', 'Table of mean outside diameters', 'as recalled'),
  confidence: { level: 'low', doubted: ['thick end of the range for each size'] },
  rows: {
    '1.5': 3.4,
    '2.5': 4.1,
    '4': 4.8,
    '6': 5.3,
    '10': 6.8,
    '16': 8.1,
    '25': 10.2,
    '35': 11.7,
    '50': 13.9,
    '70': 16,
    '95': 18.2,
    '120': 20.2,
  },
};

/** Direct-current resistance of uncoated stranded conductors at 75 °C, Ω per thousand feet. */
export const AWG_RESISTANCE: ReferenceTable<
  Readonly<
    Record<AwgSize, { readonly circularMils: number; readonly copper: number; readonly aluminium: number }>
  >
> = {
  title: 'Conductor properties: direct-current resistance at 75 °C, stranded and uncoated, Ω/kFT',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Chapter 9, Table 8', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '14': { circularMils: 4110, copper: 3.14, aluminium: 5.17 },
    '12': { circularMils: 6530, copper: 1.98, aluminium: 3.25 },
    '10': { circularMils: 10380, copper: 1.24, aluminium: 2.04 },
    '8': { circularMils: 16510, copper: 0.778, aluminium: 1.28 },
    '6': { circularMils: 26240, copper: 0.491, aluminium: 0.808 },
    '4': { circularMils: 41740, copper: 0.308, aluminium: 0.508 },
    '3': { circularMils: 52620, copper: 0.245, aluminium: 0.403 },
    '2': { circularMils: 66360, copper: 0.194, aluminium: 0.319 },
    '1': { circularMils: 83690, copper: 0.154, aluminium: 0.253 },
    '1/0': { circularMils: 105600, copper: 0.122, aluminium: 0.201 },
    '2/0': { circularMils: 133100, copper: 0.0967, aluminium: 0.159 },
    '3/0': { circularMils: 167800, copper: 0.0766, aluminium: 0.126 },
    '4/0': { circularMils: 211600, copper: 0.0608, aluminium: 0.1 },
    '250': { circularMils: 250000, copper: 0.0515, aluminium: 0.0847 },
    '300': { circularMils: 300000, copper: 0.0429, aluminium: 0.0707 },
    '350': { circularMils: 350000, copper: 0.0367, aluminium: 0.0605 },
    '400': { circularMils: 400000, copper: 0.0321, aluminium: 0.0529 },
    '500': { circularMils: 500000, copper: 0.0258, aluminium: 0.0424 },
  },
};

/** Highest resistance at 20 °C, Ω per kilometre: stranded (class 2) and flexible (class 5) copper, stranded aluminium. */
export const MM2_RESISTANCE: ReferenceTable<
  Readonly<
    Record<Mm2Size, { readonly class2: number; readonly class5: number; readonly aluminium: number | null }>
  >
> = {
  title: 'Highest resistance of conductors at 20 °C, Ω/km',
  basis: 'iec',
  source: published('IEC 60228', 'Tables 2 and 3', '2004'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '1.5': { class2: 12.1, class5: 13.3, aluminium: null },
    '2.5': { class2: 7.41, class5: 7.98, aluminium: null },
    '4': { class2: 4.61, class5: 4.95, aluminium: null },
    '6': { class2: 3.08, class5: 3.3, aluminium: null },
    '10': { class2: 1.83, class5: 1.91, aluminium: 3.08 },
    '16': { class2: 1.15, class5: 1.21, aluminium: 1.91 },
    '25': { class2: 0.727, class5: 0.78, aluminium: 1.2 },
    '35': { class2: 0.524, class5: 0.554, aluminium: 0.868 },
    '50': { class2: 0.387, class5: 0.386, aluminium: 0.641 },
    '70': { class2: 0.268, class5: 0.272, aluminium: 0.443 },
    '95': { class2: 0.193, class5: 0.206, aluminium: 0.32 },
    '120': { class2: 0.153, class5: 0.161, aluminium: 0.253 },
  },
};

/** How resistance grows with temperature, per kelvin, at the temperature its table is for. */
export const TEMPERATURE_COEFFICIENTS = {
  awg: { atC: 75, copper: 0.00323, aluminium: 0.0033, source: AWG_RESISTANCE.source },
  mm2: { atC: 20, copper: 0.00393, aluminium: 0.00403, source: MM2_RESISTANCE.source },
} as const;

type Ampacities = Readonly<Record<AwgSize, Readonly<Record<AwgColumn, number>> | null>>;

/** At most three conductors in a raceway, cable or earth, 30 °C around, A, by the temperature they stand. */
export const AWG_AMPACITY: ReferenceTable<Readonly<Record<ConductorMaterial, Ampacities>>> = {
  title: 'Ampacity of insulated conductors, at most three that carry current together, 30 °C, A',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 310.16', '2023'),
  confidence: {
    level: 'high',
    doubted: [
      'aluminium: medium to high',
      'older editions print 20 and 25 A for 14 and 12 at 60 °C',
      '1 AWG at 90 °C: 150 in older editions',
    ],
  },
  rows: {
    copper: {
      '14': { 60: 15, 75: 20, 90: 25 },
      '12': { 60: 20, 75: 25, 90: 30 },
      '10': { 60: 30, 75: 35, 90: 40 },
      '8': { 60: 40, 75: 50, 90: 55 },
      '6': { 60: 55, 75: 65, 90: 75 },
      '4': { 60: 70, 75: 85, 90: 95 },
      '3': { 60: 85, 75: 100, 90: 115 },
      '2': { 60: 95, 75: 115, 90: 130 },
      '1': { 60: 110, 75: 130, 90: 145 },
      '1/0': { 60: 125, 75: 150, 90: 170 },
      '2/0': { 60: 145, 75: 175, 90: 195 },
      '3/0': { 60: 165, 75: 200, 90: 225 },
      '4/0': { 60: 195, 75: 230, 90: 260 },
      '250': { 60: 215, 75: 255, 90: 290 },
      '300': { 60: 240, 75: 285, 90: 320 },
      '350': { 60: 260, 75: 310, 90: 350 },
      '400': { 60: 280, 75: 335, 90: 380 },
      '500': { 60: 320, 75: 380, 90: 430 },
    },
    aluminium: {
      '14': null,
      '12': { 60: 15, 75: 20, 90: 25 },
      '10': { 60: 25, 75: 30, 90: 35 },
      '8': { 60: 35, 75: 40, 90: 45 },
      '6': { 60: 40, 75: 50, 90: 55 },
      '4': { 60: 55, 75: 65, 90: 75 },
      '3': { 60: 65, 75: 75, 90: 85 },
      '2': { 60: 75, 75: 90, 90: 100 },
      '1': { 60: 85, 75: 100, 90: 115 },
      '1/0': { 60: 100, 75: 120, 90: 135 },
      '2/0': { 60: 115, 75: 135, 90: 150 },
      '3/0': { 60: 130, 75: 155, 90: 175 },
      '4/0': { 60: 150, 75: 180, 90: 205 },
      '250': { 60: 170, 75: 205, 90: 230 },
      '300': { 60: 195, 75: 230, 90: 260 },
      '350': { 60: 210, 75: 250, 90: 280 },
      '400': { 60: 225, 75: 270, 90: 305 },
      '500': { 60: 260, 75: 310, 90: 350 },
    },
  },
};

/** Factor for the air around, by the column; each row holds up to its temperature. Null where nothing may be carried. */
export const AWG_AMBIENT: ReferenceTable<
  readonly (Readonly<Record<AwgColumn, number | null>> & { readonly toC: number })[]
> = {
  title: 'Ambient temperature correction, base 30 °C',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 310.15(B)(1)(1)', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: [
    { toC: 10, 60: 1.29, 75: 1.2, 90: 1.15 },
    { toC: 15, 60: 1.22, 75: 1.15, 90: 1.12 },
    { toC: 20, 60: 1.15, 75: 1.11, 90: 1.08 },
    { toC: 25, 60: 1.08, 75: 1.05, 90: 1.04 },
    { toC: 30, 60: 1.0, 75: 1.0, 90: 1.0 },
    { toC: 35, 60: 0.91, 75: 0.94, 90: 0.96 },
    { toC: 40, 60: 0.82, 75: 0.88, 90: 0.91 },
    { toC: 45, 60: 0.71, 75: 0.82, 90: 0.87 },
    { toC: 50, 60: 0.58, 75: 0.75, 90: 0.82 },
    { toC: 55, 60: 0.41, 75: 0.67, 90: 0.76 },
    { toC: 60, 60: null, 75: 0.58, 90: 0.71 },
    { toC: 65, 60: null, 75: 0.47, 90: 0.65 },
    { toC: 70, 60: null, 75: 0.33, 90: 0.58 },
    { toC: 75, 60: null, 75: null, 90: 0.5 },
    { toC: 80, 60: null, 75: null, 90: 0.41 },
    { toC: 85, 60: null, 75: null, 90: 0.29 },
  ],
};

/** Factor for conductors that carry current side by side, by how many at most. */
export const AWG_TOGETHER: ReferenceTable<readonly { readonly to: number; readonly pct: number }[]> = {
  title: 'Adjustment for more than three current-carrying conductors, %',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 310.15(C)(1)', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: [
    { to: 3, pct: 100 },
    { to: 6, pct: 80 },
    { to: 9, pct: 70 },
    { to: 20, pct: 50 },
    { to: 30, pct: 45 },
    { to: 40, pct: 40 },
    { to: Infinity, pct: 35 },
  ],
};

/** Raceways and cables in the sun close over a roof count as so much warmer. */
export const ROOF_ADDER = {
  below: { mm: 22.225, inch: 0.875 },
  addedC: 33,
  source: published('NEC (NFPA 70)', '310.15(B)(2)', '2023'),
} as const;

/** Up to this current terminals count as standing 60 °C unless marked 75 °C. */
export const TERMINALS = {
  upToA: 100,
  belowC: 60,
  aboveC: 75,
  source: published('NEC (NFPA 70)', '110.14(C)', '2023'),
} as const;

/**
 * Terminals are tried with conductors that run at 70 °C at most; those that nobody marked hold as that, whatever the insulation
 * stands (523.1, Note; the trials of the product standards).
 */
export const TERMINALS_IEC = {
  triedC: 70,
  baseC: 30,
  source: published('IEC 60364-5-52', '523.1', '2009'),
} as const;

/** Earth conductor that goes with a circuit, by its protective device. */
export const AWG_EARTH: ReferenceTable<
  readonly { readonly toA: number; readonly copper: AwgSize; readonly aluminium: AwgSize }[]
> = {
  title: 'Smallest equipment grounding conductor, by the rating of the device before it',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 250.122', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: [
    { toA: 15, copper: '14', aluminium: '12' },
    { toA: 20, copper: '12', aluminium: '10' },
    { toA: 60, copper: '10', aluminium: '8' },
    { toA: 100, copper: '8', aluminium: '6' },
    { toA: 200, copper: '6', aluminium: '4' },
    { toA: 300, copper: '4', aluminium: '2' },
    { toA: 400, copper: '3', aluminium: '1' },
    { toA: 500, copper: '2', aluminium: '1/0' },
    { toA: 600, copper: '1', aluminium: '2/0' },
    { toA: 800, copper: '1/0', aluminium: '3/0' },
    { toA: 1000, copper: '2/0', aluminium: '4/0' },
    { toA: 1200, copper: '3/0', aluminium: '250' },
    { toA: 1600, copper: '4/0', aluminium: '350' },
    { toA: 2000, copper: '250', aluminium: '400' },
  ],
};

/**
 * How conductors lie, by the reference methods of IEC 60364-5-52: a cable in conduit in an insulated wall (A2),
 * single conductors in conduit there and a cable there as it is (A1), a cable in conduit and what lies in a void (B2), single
 * conductors in conduit on a wall (B1), clipped to it (C).
 */
export type Installed = 'cable-in-insulated' | 'insulated' | 'cable-in-conduit' | 'conduit' | 'clipped';
type Capacities = Readonly<Record<Installed, Readonly<Partial<Record<Mm2Size, number>>>>>;
type ByLoaded = Readonly<Record<2 | 3, Capacities>>;

/** By how they lie and how many are loaded, 30 °C around, A, by what their insulation stands. */
export const MM2_CAPACITY: ReferenceTable<Readonly<Record<ConductorMaterial, Readonly<Record<70 | 90, ByLoaded>>>>> = {
  title: 'Current-carrying capacity, methods A1, A2, B1, B2 and C, 30 °C, A',
  basis: 'iec',
  source: published('IEC 60364-5-52', 'Tables B.52.2 to B.52.5', '2009'),
  confidence: { level: 'medium', doubted: ['aluminium', 'above 16 mm²: low'] },
  rows: {
    copper: {
      70: {
        2: {
          'cable-in-insulated': { '1.5': 14, '2.5': 18.5, '4': 25, '6': 32, '10': 43, '16': 57, '25': 75, '35': 92, '50': 110, '70': 139, '95': 167, '120': 192 },
          insulated: { '1.5': 14.5, '2.5': 19.5, '4': 26, '6': 34, '10': 46, '16': 61, '25': 80, '35': 99, '50': 119, '70': 151, '95': 182, '120': 210 },
          'cable-in-conduit': { '1.5': 16.5, '2.5': 23, '4': 30, '6': 38, '10': 52, '16': 69, '25': 90, '35': 111, '50': 133, '70': 168, '95': 201, '120': 232 },
          conduit: { '1.5': 17.5, '2.5': 24, '4': 32, '6': 41, '10': 57, '16': 76, '25': 101, '35': 125, '50': 151, '70': 192, '95': 232, '120': 269 },
          clipped: { '1.5': 19.5, '2.5': 27, '4': 36, '6': 46, '10': 63, '16': 85, '25': 112, '35': 138, '50': 168, '70': 213, '95': 258, '120': 299 },
        },
        3: {
          'cable-in-insulated': { '1.5': 13, '2.5': 17.5, '4': 23, '6': 29, '10': 39, '16': 52, '25': 68, '35': 83, '50': 99, '70': 125, '95': 150, '120': 172 },
          insulated: { '1.5': 13.5, '2.5': 18, '4': 24, '6': 31, '10': 42, '16': 56, '25': 73, '35': 89, '50': 108, '70': 136, '95': 164, '120': 188 },
          'cable-in-conduit': { '1.5': 15, '2.5': 20, '4': 27, '6': 34, '10': 46, '16': 62, '25': 80, '35': 99, '50': 118, '70': 149, '95': 179, '120': 206 },
          conduit: { '1.5': 15.5, '2.5': 21, '4': 28, '6': 36, '10': 50, '16': 68, '25': 89, '35': 110, '50': 134, '70': 171, '95': 207, '120': 239 },
          clipped: { '1.5': 17.5, '2.5': 24, '4': 32, '6': 41, '10': 57, '16': 76, '25': 96, '35': 119, '50': 144, '70': 184, '95': 223, '120': 259 },
        },
      },
      90: {
        2: {
          'cable-in-insulated': { '1.5': 18.5, '2.5': 25, '4': 33, '6': 42, '10': 57, '16': 76, '25': 99, '35': 121, '50': 145, '70': 183, '95': 220, '120': 253 },
          insulated: { '1.5': 19, '2.5': 26, '4': 35, '6': 45, '10': 61, '16': 81, '25': 106, '35': 131, '50': 158, '70': 200, '95': 241, '120': 278 },
          'cable-in-conduit': { '1.5': 22, '2.5': 30, '4': 40, '6': 51, '10': 69, '16': 91, '25': 119, '35': 146, '50': 175, '70': 221, '95': 265, '120': 305 },
          conduit: { '1.5': 23, '2.5': 31, '4': 42, '6': 54, '10': 75, '16': 100, '25': 133, '35': 164, '50': 198, '70': 253, '95': 306, '120': 354 },
          clipped: { '1.5': 24, '2.5': 33, '4': 45, '6': 58, '10': 80, '16': 107, '25': 138, '35': 171, '50': 209, '70': 269, '95': 328, '120': 382 },
        },
        3: {
          'cable-in-insulated': { '1.5': 16.5, '2.5': 22, '4': 30, '6': 38, '10': 51, '16': 68, '25': 89, '35': 109, '50': 130, '70': 164, '95': 197, '120': 227 },
          insulated: { '1.5': 17, '2.5': 23, '4': 31, '6': 40, '10': 54, '16': 73, '25': 95, '35': 117, '50': 141, '70': 179, '95': 216, '120': 249 },
          'cable-in-conduit': { '1.5': 19.5, '2.5': 26, '4': 35, '6': 44, '10': 60, '16': 80, '25': 105, '35': 128, '50': 154, '70': 194, '95': 233, '120': 268 },
          conduit: { '1.5': 20, '2.5': 28, '4': 37, '6': 48, '10': 66, '16': 88, '25': 117, '35': 144, '50': 175, '70': 222, '95': 269, '120': 312 },
          clipped: { '1.5': 22, '2.5': 30, '4': 40, '6': 52, '10': 71, '16': 96, '25': 119, '35': 147, '50': 179, '70': 229, '95': 278, '120': 322 },
        },
      },
    },
    aluminium: {
      70: {
        2: {
          'cable-in-insulated': { '16': 44, '25': 58, '35': 71, '50': 86, '70': 108, '95': 130, '120': 150 },
          insulated: { '16': 48, '25': 63, '35': 77, '50': 93, '70': 118, '95': 142, '120': 164 },
          'cable-in-conduit': { '16': 54, '25': 71, '35': 86, '50': 104, '70': 131, '95': 157, '120': 181 },
          conduit: { '16': 60, '25': 79, '35': 97, '50': 118, '70': 150, '95': 181, '120': 210 },
          clipped: { '16': 66, '25': 83, '35': 103, '50': 125, '70': 160, '95': 195, '120': 226 },
        },
        3: {
          'cable-in-insulated': { '16': 41, '25': 53, '35': 65, '50': 78, '70': 98, '95': 118, '120': 135 },
          insulated: { '16': 43, '25': 57, '35': 70, '50': 84, '70': 107, '95': 129, '120': 149 },
          'cable-in-conduit': { '16': 48, '25': 62, '35': 77, '50': 92, '70': 116, '95': 139, '120': 160 },
          conduit: { '16': 53, '25': 70, '35': 86, '50': 104, '70': 133, '95': 161, '120': 186 },
          clipped: { '16': 59, '25': 73, '35': 90, '50': 110, '70': 140, '95': 170, '120': 197 },
        },
      },
      90: {
        2: {
          'cable-in-insulated': { '16': 60, '25': 78, '35': 96, '50': 115, '70': 145, '95': 175, '120': 201 },
          insulated: { '16': 64, '25': 84, '35': 103, '50': 125, '70': 158, '95': 191, '120': 220 },
          'cable-in-conduit': { '16': 72, '25': 94, '35': 115, '50': 138, '70': 175, '95': 210, '120': 242 },
          conduit: { '16': 79, '25': 105, '35': 130, '50': 157, '70': 200, '95': 242, '120': 281 },
          clipped: { '16': 84, '25': 101, '35': 126, '50': 154, '70': 198, '95': 241, '120': 280 },
        },
        3: {
          'cable-in-insulated': { '16': 55, '25': 71, '35': 87, '50': 104, '70': 131, '95': 157, '120': 180 },
          insulated: { '16': 58, '25': 76, '35': 94, '50': 113, '70': 142, '95': 171, '120': 197 },
          'cable-in-conduit': { '16': 64, '25': 84, '35': 103, '50': 124, '70': 156, '95': 188, '120': 216 },
          conduit: { '16': 71, '25': 93, '35': 116, '50': 140, '70': 179, '95': 217, '120': 251 },
          clipped: { '16': 76, '25': 90, '35': 112, '50': 136, '70': 174, '95': 211, '120': 245 },
        },
      },
    },
  },
}; // prettier-ignore

/** Factor for the air around, by what the insulation stands; each row is for its temperature. */
export const MM2_AMBIENT: ReferenceTable<
  readonly { readonly atC: number; readonly 70: number | null; readonly 90: number | null }[]
> = {
  title: 'Ambient temperature correction, base 30 °C',
  basis: 'iec',
  source: published('IEC 60364-5-52', 'Table B.52.14', '2009'),
  confidence: { level: 'high', doubted: [] },
  rows: [
    { atC: 10, 70: 1.22, 90: 1.15 },
    { atC: 15, 70: 1.17, 90: 1.12 },
    { atC: 20, 70: 1.12, 90: 1.08 },
    { atC: 25, 70: 1.06, 90: 1.04 },
    { atC: 30, 70: 1, 90: 1 },
    { atC: 35, 70: 0.94, 90: 0.96 },
    { atC: 40, 70: 0.87, 90: 0.91 },
    { atC: 45, 70: 0.79, 90: 0.87 },
    { atC: 50, 70: 0.71, 90: 0.82 },
    { atC: 55, 70: 0.61, 90: 0.76 },
    { atC: 60, 70: 0.5, 90: 0.71 },
    { atC: 65, 70: null, 90: 0.65 },
    { atC: 70, 70: null, 90: 0.58 },
    { atC: 75, 70: null, 90: 0.5 },
    { atC: 80, 70: null, 90: 0.41 },
  ],
};

/** Factor for circuits bunched in air, on a surface or enclosed, by how many at most. */
export const MM2_TOGETHER: ReferenceTable<readonly { readonly to: number; readonly factor: number }[]> = {
  title: 'Reduction for circuits bunched together',
  basis: 'iec',
  source: published('IEC 60364-5-52', 'Table B.52.17, item 1', '2009'),
  confidence: { level: 'high', doubted: [] },
  rows: [
    { to: 1, factor: 1 },
    { to: 2, factor: 0.8 },
    { to: 3, factor: 0.7 },
    { to: 4, factor: 0.65 },
    { to: 5, factor: 0.6 },
    { to: 6, factor: 0.57 },
    { to: 7, factor: 0.54 },
    { to: 8, factor: 0.52 },
    { to: 9, factor: 0.5 },
    { to: 12, factor: 0.45 },
    { to: 16, factor: 0.41 },
    { to: 20, factor: 0.38 },
  ],
};

/** Rated currents of fuses and breakers that are sold, A. */
export const MM2_RATINGS: ReferenceTable<readonly number[]> = {
  title: 'Rated currents of fuses and circuit breakers, A',
  basis: 'iec',
  source: published('IEC 60269-1 and IEC 60898-1', 'preferred rated currents', '2014; 2015'),
  confidence: { level: 'high', doubted: [] },
  rows: [2, 4, 6, 10, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630],
};

/** Conductors that share a current are equal in length, metal, section, insulation and ends; the smallest that may. */
export const SHARING = {
  least: { awg: '1/0' },
  source: published('NEC (NFPA 70)', '310.10(G)', '2023'),
} as const;

/** Of the metal of conductors (IEC 60028 for annealed copper at 20 °C, IEC 60889 for hard-drawn aluminium). */
export const METAL_DENSITY = {
  copper: { kgPerM3: 8890 },
  aluminium: { kgPerM3: 2703 },
} as const;

/** Voltage drop that designs keep to, % of the voltage. */
export const USUAL_DROP: ReferenceTable<
  Readonly<Record<'array' | 'battery' | 'dc-load' | 'ac-in' | 'ac-out', number>>
> = {
  title: 'Voltage drop that designs keep to, %',
  basis: 'any',
  source: practice(
    '2 % from the array and behind an inverter, 1 % at the battery, 3 % to loads and from a supply',
  ),
  confidence: {
    level: 'medium',
    doubted: ['design practice, no standard: IEC 60364-5-52 Annex G and the notes of NEC 210.19 allow more'],
  },
  rows: { array: 2, battery: 1, 'dc-load': 3, 'ac-in': 3, 'ac-out': 2 },
};

/** Array currents are taken higher than at standard conditions: the sun is at times brighter. */
export const BRIGHT_SUN = {
  factor: 1.25,
  source: published('NEC (NFPA 70)', '690.8(A)(1)', '2023'),
} as const;

/** Design current ≤ device ≤ capacity, and what makes the device open ≤ 1.45 times the capacity. */
export const COORDINATION: SourceRef = published('IEC 60364-4-43', '433.1', '2008');

/** Between these multiples of its module’s short-circuit current the fuse of a string lies. */
export const STRING_FUSE = {
  least: 1.5,
  most: 2.4,
  source: published('IEC 62548', '6.5.3', '2016'),
} as const;

/** The least fuse of a string by the American code: 125 % for bright sun, 125 % for hours of it. */
export const STRING_FUSE_US = {
  least: 1.25 * 1.25,
  source: published('NEC (NFPA 70)', '690.9(A) and (B)', '2023'),
} as const;

/** What an inverter takes from its battery is more than it gives (NEC 690.8(A)(1): rated output at the lowest input voltage). */
export const INVERTER_EFFICIENCY = {
  pct: 90,
  source: practice('At full output and the lowest voltage of its battery; its maker’s figure is better'),
} as const;

/** What a circuit is sized for is what its gear can give for long. */
export const CURRENT_SAID: SourceRef = practice(
  'A circuit is sized for what its gear gives for long, whatever is usual; what carries a current counts as carrying it',
);

/** Protective conductor that goes with a circuit, by its line conductor, mm². */
export const MM2_EARTH = {
  sameUpTo: 16,
  thenUpTo: 35,
  source: published('IEC 60364-5-54', 'Table 54.2', '2011'),
} as const;
