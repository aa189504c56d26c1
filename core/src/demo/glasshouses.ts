import { atGear, newCircuit, newRun } from '../conductor/new-circuit.ts';
import type { Plan } from '../plan/plan.ts';
import {
  boxObstacle,
  faceOf,
  foldOf,
  hungAtMm,
  inStrings,
  lineObstacle,
  modulesInRows,
  planOf,
  rectangle,
  reverseOf,
  seriesOf,
  spacedFraming,
} from './parts.ts';

const HALL_LENGTH = 36_000;
const WALL_HEIGHT = 4200;
const SLOPE_LENGTH = 19_200;
const PITCH_DEG = 6;
const MODULE_PITCH = 1154;
/** 180 of the 262 that the roof would take: room is kept for the second phase. */
const FIELD_ROWS = [
  [13, 1154, 775],
  [13, 1154, 2557],
  [12, 1154, 6121],
  [12, 1154, 7903],
  [26, 1154, 9685],
  [26, 1154, 11_467],
  [26, 1154, 13_249],
  [26, 1154, 15_031],
  [26, 1154, 16_813],
] as const;

const concreteWall = faceOf({
  id: 'packing-wall',
  name: 'Packing hall wall, inside',
  roomInFrontMm: 5900,
  material: 'material-concrete',
  points: rectangle(HALL_LENGTH, WALL_HEIGHT),
  thicknessMm: 180,
  obstacles: [
    boxObstacle('hall-door', 'Loading door', 'door', [14_000, 0, 3000, 3200], {
      clearMm: 100,
      standsOutMm: 60,
      opens: { kind: 'rise', riseMm: 400 },
    }),
    lineObstacle(
      'sprinkler',
      'Irrigation main',
      'pipe',
      [
        [0, 3900],
        [HALL_LENGTH, 3900],
      ],
      90,
      {
        standsOutMm: 140,
        clearMm: 50,
        noDrillMm: 60,
      },
    ),
    lineObstacle(
      'lighting-feed',
      'Lighting feed in the wall',
      'cable',
      [
        [11_800, 0],
        [11_800, WALL_HEIGHT],
      ],
      25,
      {
        isHidden: true,
        noDrillMm: 80,
      },
    ),
  ],
  conditions: { meanMaxTempC: 31 },
});

const outsideWall = reverseOf(concreteWall, 'packing-wall-outside', 'Packing hall wall, under the overhang', {
  obstacles: [
    boxObstacle('hall-door-out', 'Loading door', 'door', [HALL_LENGTH - 17_000, 0, 3000, 3200], {
      clearMm: 100,
    }),
  ],
  conditions: { location: 'damp', sun: 'part', meanMaxTempC: 27 },
});

const roofUnder = faceOf({
  id: 'sheet-roof-under',
  name: 'Sheet roof, underside',
  kind: 'roof',
  material: 'material-sheet-steel',
  points: rectangle(HALL_LENGTH, SLOPE_LENGTH),
  thicknessMm: 60,
  framing: [
    spacedFraming('purlins', 'purlins', 'purlin', 64, [300, 1500], {
      axis: 'horizontal',
      stuff: 'steel',
      species: 'Cold-formed Z, 2 mm',
      memberDepthMm: 200,
      toleranceMm: 10,
    }),
    spacedFraming('sheet-seams', 'sheet seams', 'seam', 40, [1000, 1000], { stuff: 'steel', toleranceMm: 5 }),
  ],
});

const roofTop = reverseOf(roofUnder, 'sheet-roof', 'Sheet roof', {
  obstacles: [
    boxObstacle('roof-lights', 'Roof lights', 'skylight', [16_500, 2400, 3000, 4800], {
      clearMm: 300,
      noDrillMm: 100,
    }),
    boxObstacle('walkway', 'Walkway', 'walkway', [0, 4500, 16_000, 600], {}),
    boxObstacle('ridge-vent', 'Ridge vent', 'vent', [27_000, 8700, 2400, 600], {
      standsOutMm: 450,
      clearMm: 200,
    }),
  ],
  setbacks: [
    { edge: 2, distanceMm: 600, why: 'Eaves' },
    { edge: 0, distanceMm: 450, why: 'Ridge' },
    { edge: 1, distanceMm: 900, why: 'Gable, for wind' },
    { edge: 3, distanceMm: 900, why: 'Gable, for wind' },
  ],
  conditions: { location: 'wet', sun: 'full', meanMaxTempC: 35 },
});

const floor = faceOf({
  id: 'hall-floor',
  name: 'Hall floor',
  kind: 'floor',
  material: 'material-concrete',
  points: rectangle(HALL_LENGTH, 6000),
  thicknessMm: 150,
});

/** What the four gangs give at once: 66 kW each at 400 V of three phases, A. */
const MAIN_A = 383;

/** By gang: from the nearest module of its strings, and to the combiner, m, paced out on the roof and along the walls. */
const GANGS = [
  { gang: 1, stringM: 18, feedM: 7 },
  { gang: 2, stringM: 21, feedM: 5 },
  { gang: 3, stringM: 30, feedM: 24 },
  { gang: 4, stringM: 33, feedM: 26 },
];

/** The nursery’s packing hall, as sketched: two gangs inside at the cool-room gap though it is warm. Invented. */
export function glasshouses(): Plan {
  return planOf({
    name: 'Marl Lane glasshouses',
    codeBasis: 'iec',
    conditions: {
      meanMaxTempC: 27,
      designLowTempC: -12,
      designHighTempC: 38,
      snowLoadPa: 650,
      windSpeedMps: 24,
      elevationM: 15,
    },
    rootFace: 'packing-wall',
    faces: [concreteWall, outsideWall, roofUnder, roofTop, floor],
    folds: [
      foldOf('eaves', ['packing-wall', 2], ['sheet-roof-under', 0], 90 - PITCH_DEG),
      foldOf('floor-line', ['packing-wall', 0], ['hall-floor', 2], 90),
    ],
    gear: [
      'gang-inverter-3',
      'gang-inverter-2',
      'ac-combiner-400a',
      'dc-disconnect-6-strings',
      'wireway-300x300-3m',
      'solar-module-440w',
    ],
    placements: [
      hungAtMm('gang-1', 'Gang 1', 'gang-inverter-3', 'packing-wall', 3200, 2150),
      hungAtMm('gang-2', 'Gang 2', 'gang-inverter-3', 'packing-wall', 4930, 2150),
      hungAtMm('wireway-1', 'Wireway', 'wireway-300x300-3m', 'packing-wall', 4100, 1250),
      hungAtMm('combiner', 'AC combiner', 'ac-combiner-400a', 'packing-wall', 7200, 2100),
      hungAtMm('dc-1', 'DC disconnect 1', 'dc-disconnect-6-strings', 'packing-wall', 1200, 2000),
      hungAtMm('dc-2', 'DC disconnect 2', 'dc-disconnect-6-strings', 'packing-wall', 8600, 2000),
      hungAtMm('gang-3', 'Gang 3', 'gang-inverter-3', 'packing-wall-outside', 24_000, 2150),
      hungAtMm('gang-4', 'Gang 4', 'gang-inverter-3', 'packing-wall-outside', 25_650, 2150),
    ],
    // Inside the hall a person faces north; the roof rises away from the wall behind them.
    place: { latitudeDeg: 51.4, longitudeDeg: 4.1, rootFacesDeg: 180 },
    moduleFields: [
      {
        id: 'shed-field',
        name: 'Shed field',
        face: 'sheet-roof',
        type: 'solar-module-440w',
        gapAcrossMm: 20,
        gapUpMm: 20,
        modules: modulesInRows(FIELD_ROWS, MODULE_PITCH),
        tilt: null,
        liftMm: null,
        support: {
          school: 'seam-clamp',
          rail: 'rail-40',
          runs: 'across',
          bars: 2,
          isShared: false,
          mostSpanMm: null,
          // As the maker of the clamps states it for a seam of 0.6 mm steel.
          approvedUpN: 1500,
          uplift: null,
          bonding: 'clamps',
        },
      },
    ],
    moduleStrings: inStrings('shed-field', FIELD_ROWS, 15).map((modules, index) =>
      seriesOf(
        `string-${Math.floor(index / 3) + 1}-${(index % 3) + 1}`,
        `String ${Math.floor(index / 3) + 1}.${(index % 3) + 1}`,
        modules,
      ),
    ),
    surroundings: [
      {
        id: 'water-tower',
        name: 'Water tower',
        kind: 'mast',
        bearingDeg: 215,
        distanceMm: 30_000,
        widthMm: 4500,
        depthMm: 4500,
        fromMm: 0,
        toMm: 21_000,
      },
    ],
    circuits: [
      ...GANGS.flatMap(({ gang, stringM, feedM }) => [
        ...[1, 2, 3].map((string) =>
          newCircuit('iec', {
            id: `array-${gang}-${string}`,
            name: `String ${gang}.${string}`,
            carries: 'array',
            from: { at: 'strings', strings: [`string-${gang}-${string}`] },
            to: atGear(`gang-${gang}`, 'dc'),
            protection: { by: 'none' },
            // From the modules to the gang; of those inside to their disconnect, and from there as it is drawn.
            lengthMm: 1000 * (stringM + 6 * string),
          }),
        ),
        newCircuit('iec', {
          id: `feed-${gang}`,
          name: `Gang ${gang} to combiner`,
          carries: 'ac-out',
          from: atGear(`gang-${gang}`, 'ac'),
          to: atGear('combiner'),
          wire: { insulation: 'xlpe', count: 4, carrying: 3 },
          lengthMm: isDrawn(gang) ? null : 1000 * feedM,
          ...(isDrawn(gang) ? {} : { lengthHeld: 'conduit' as const }),
        }),
      ]),
      newCircuit('iec', {
        id: 'main-feed',
        name: 'AC combiner to supply',
        carries: 'ac-out',
        from: atGear('combiner', 'main'),
        to: { at: 'outside', what: 'supply' },
        // All four gangs at once, at the voltage between lines.
        currentA: MAIN_A,
        voltageV: 400,
        wire: { insulation: 'xlpe', count: 4, carrying: 3, sets: 2 },
        lengthMm: 16_000,
        lengthHeld: 'conduit',
      }),
      newCircuit('iec', {
        id: 'ground',
        name: 'AC combiner to earth',
        carries: 'bond',
        from: atGear('combiner'),
        to: { at: 'outside', what: 'earth' },
        lengthMm: 12_000,
      }),
    ],
    runs: GANGS.filter(({ gang }) => isDrawn(gang)).flatMap(({ gang }) => [
      {
        id: `feed-run-${gang}`,
        name: `Gang ${gang} feed`,
        from: { placement: `gang-${gang}`, knockout: 'ac' },
        to: { placement: 'combiner', knockout: `feed-${gang}` },
        ...newRun('iec'),
        laid: { as: 'conduit', size: null },
        circuits: [`feed-${gang}`],
      },
      {
        id: `strings-run-${gang}`,
        name: `Strings to gang ${gang}`,
        from: { placement: `dc-${gang}`, knockout: 'bottom' },
        to: { placement: `gang-${gang}`, knockout: 'power-1' },
        ...newRun('iec'),
        circuits: [1, 2, 3].map((string) => `array-${gang}-${string}`),
      },
    ]),
  });
}

/** The feeds along the inside wall are drawn; those of the gangs outside go a way that is not. */
function isDrawn(gang: number): boolean {
  return gang <= 2;
}
