import { FIRST_ENERGY } from '../plan/energy.ts';
import { NEW_PENETRATION } from '../plan/penetration.ts';
import { atGear, newCircuit, newRun } from '../conductor/new-circuit.ts';
import type { Placement } from '../plan/placement.ts';
import type { Plan } from '../plan/plan.ts';
import {
  boxObstacle,
  faceOf,
  foldOf,
  hungAtMm,
  lineObstacle,
  planOf,
  rectangle,
  modulesInRows,
  reverseOf,
  seriesOf,
  spacedFraming,
} from './parts.ts';

const LENGTH = 6200;
const WIDTH = 2300;
const WALL_HEIGHT = 1950;
const FAN = { size: 400, lidRise: 180, low: 120 };
const FAN_LEFT = [1400, 4100] as const;

const ribs = spacedFraming('roof-ribs', 'ribs', 'rib', 45, [305, 610], {
  stuff: 'plastic',
  memberDepthMm: 30,
  species: 'Glass-fibre hat section',
  toleranceMm: 6,
});

/** Seen from inside, lying on one’s back with the head to the front wall: the trailer’s left is on the right. */
const roofUnder = faceOf({
  id: 'roof-inside',
  name: 'Roof lining',
  kind: 'roof',
  material: 'material-glass-fibre',
  points: rectangle(LENGTH, WIDTH),
  thicknessMm: 34,
  layers: [{ is: 'foam', thicknessMm: 26 }],
  framing: [ribs],
  obstacles: [
    ...FAN_LEFT.map((xMm, index) =>
      boxObstacle(
        `fan-inside-${index + 1}`,
        `Roof fan ${index + 1}`,
        'fan',
        [LENGTH - xMm - FAN.size, 950, FAN.size, FAN.size],
        {
          standsOutMm: 25,
          clearMm: 30,
        },
      ),
    ),
    lineObstacle(
      'lighting-cable',
      'Lighting cable in the lining',
      'cable',
      [
        [200, 600],
        [2600, 600],
        [3400, 1500],
        [5900, 1500],
      ],
      8,
      { isHidden: true, noDrillMm: 40 },
    ),
  ],
});

const roofTop = reverseOf(roofUnder, 'roof-outside', 'Roof', {
  obstacles: [
    ...FAN_LEFT.map((xMm, index) =>
      boxObstacle(`fan-${index + 1}`, `Roof fan ${index + 1}`, 'fan', [xMm, 950, FAN.size, FAN.size], {
        standsOutMm: FAN.low,
        opens: { kind: 'rise', riseMm: FAN.lidRise },
        clearMm: 40,
        noDrillMm: 30,
      }),
    ),
    boxObstacle('awning-rail', 'Folded awning', 'other', [600, 2210, 4600, 90], {
      standsOutMm: 110,
      clearMm: 20,
    }),
  ],
  setbacks: [
    { edge: 3, distanceMm: 250, why: 'Front edge, into the wind of travel' },
    { edge: 1, distanceMm: 100, why: 'Rear edge' },
  ],
  conditions: { location: 'wet', sun: 'full', meanMaxTempC: 38 },
});

const sideWall = faceOf({
  id: 'side-wall',
  name: 'Side wall, inside',
  material: 'material-glass-fibre',
  points: rectangle(LENGTH, WALL_HEIGHT),
  thicknessMm: 32,
  framing: [
    spacedFraming('wall-ribs', 'ribs', 'rib', 40, [305, 610], {
      stuff: 'plastic',
      memberDepthMm: 28,
      toleranceMm: 6,
    }),
  ],
  obstacles: [
    boxObstacle('window-1', 'Window', 'window', [900, 850, 900, 500], { clearMm: 30 }),
    boxObstacle('window-2', 'Window', 'window', [3900, 850, 900, 500], { clearMm: 30 }),
  ],
});

const wardrobe = faceOf({
  id: 'wardrobe-back',
  name: 'Wardrobe back',
  kind: 'cavity',
  material: 'material-thin-ply',
  points: rectangle(620, 1850),
  thicknessMm: 5,
  stands: { originMm: [5400, -620, 60], turnDeg: 90, tiltDeg: 0 },
  conditions: { air: { kind: 'closed', widthMm: 620, heightMm: 1850, depthMm: 70, vents: [] } },
});

const compartment = faceOf({
  id: 'bench-compartment',
  name: 'Under-bench compartment, back',
  kind: 'compartment',
  material: 'material-thin-ply',
  points: rectangle(900, 520),
  thicknessMm: 9,
  stands: { originMm: [2400, -450, 40], turnDeg: 0, tiltDeg: 0 },
  conditions: {
    air: {
      kind: 'closed',
      widthMm: 900,
      heightMm: 520,
      depthMm: 450,
      vents: [
        { diameterMm: 80, heightMm: 80 },
        { diameterMm: 80, heightMm: 440 },
      ],
    },
    meanMaxTempC: 32,
  },
});

const compartmentFloor = faceOf({
  id: 'bench-floor',
  name: 'Under-bench compartment, floor',
  kind: 'compartment',
  material: 'material-plywood',
  points: rectangle(900, 450),
  thicknessMm: 15,
});

const frontWall = faceOf({
  id: 'front-wall',
  name: 'Front wall, inside',
  material: 'material-glass-fibre',
  points: rectangle(WIDTH, WALL_HEIGHT),
  thicknessMm: 32,
});

function roofModules(...ids: string[]) {
  return ids.map((module) => ({ field: 'roof-field', module }));
}

/** The travelling eye clinic, as sketched: everything on one board, the controller too near above
 * the battery, a roof hole by a rib. Invented. */
export function eyeClinic(): Plan {
  return planOf({
    name: 'Larkspur travelling eye clinic',
    codeBasis: 'iec',
    setting: 'mobile',
    travel: 'left',
    conditions: {
      location: 'dry',
      meanMaxTempC: 27,
      designLowTempC: -10,
      designHighTempC: 40,
      windSpeedMps: 31,
      elevationM: 80,
    },
    rootFace: 'side-wall',
    faces: [sideWall, roofUnder, roofTop, frontWall, compartment, compartmentFloor, wardrobe],
    folds: [
      foldOf('roof-edge', ['side-wall', 2], ['roof-inside', 0], 90),
      foldOf('front-corner', ['side-wall', 3], ['front-wall', 1], 90),
      foldOf('bench-floor-line', ['bench-compartment', 0], ['bench-floor', 2], 90),
    ],
    gear: [
      'tracking-controller-70a',
      'lithium-battery-24v',
      'inverter-24v-2kw',
      'fuse-holder-150a',
      'dc-disconnect-100a',
      'backer-board-800x480',
      'roof-gland-box',
      'solar-module-210w',
    ],
    placements: [
      hungAtMm('board', 'Backer board', 'backer-board-800x480', 'bench-compartment', 450, 460),
      onBoard('controller', 'Tracking controller', 'tracking-controller-70a', 180, 472),
      onBoard('inverter', 'Inverter', 'inverter-24v-2kw', 725, 455),
      onBoard('disconnect', 'Array disconnect', 'dc-disconnect-100a', 380, 475),
      onBoard('main-fuse', 'Main fuse', 'fuse-holder-150a', 500, 440),
      onBoard('battery', 'Battery', 'lithium-battery-24v', 330, 252),
      hungAtMm('gland-box', 'Roof gland box', 'roof-gland-box', 'roof-outside', 3100, 620),
      hungAtMm('bench-entry', 'Bench entry box', 'roof-gland-box', 'side-wall', 2850, 500),
    ],
    body: { roofMostKg: 140, massKg: 1480, centreUpMm: 560, centreAheadMm: 90, axleAheadMm: -2450 },
    place: { latitudeDeg: 52.1, longitudeDeg: -3.4, rootFacesDeg: 0 },
    moduleFields: [
      {
        id: 'roof-field',
        name: 'Roof field',
        face: 'roof-outside',
        type: 'solar-module-210w',
        gapAcrossMm: 20,
        gapUpMm: 20,
        modules: [
          ...modulesInRows(
            [
              [3, 260, 1400],
              [1, 260, 90],
              [1, 3260, 90],
            ],
            1500,
            true,
          ),
          { id: 'm6', xMm: 4790, yMm: 90, isTurned: false },
        ],
        tilt: null,
        liftMm: null,
        support: {
          school: 'side-adjust-foot',
          rail: 'rail-40',
          runs: 'across',
          bars: 2,
          isShared: false,
          mostSpanMm: null,
          // Pulled on site from an offcut of the roof, a third of what it held.
          approvedUpN: 420,
          uplift: null,
        },
      },
    ],
    moduleStrings: [
      seriesOf('string-1', 'String 1', roofModules('m1', 'm2', 'm3')),
      seriesOf('string-2', 'String 2', roofModules('m4', 'm5', 'm6')),
    ],
    surroundings: [
      {
        id: 'village-hall',
        name: 'Village hall',
        kind: 'wall',
        bearingDeg: 160,
        distanceMm: 9000,
        widthMm: 14_000,
        depthMm: 8000,
        fromMm: -500,
        toMm: 6200,
      },
    ],
    energy: {
      ...FIRST_ENERGY,
      inverterPct: 90,
      inverterIdleW: 8,
      loads: [
        { id: 'lamp', name: 'Slit lamp', powerW: 60, count: 1, hoursPerDay: 6, dutyPct: 60, isAc: true },
        { id: 'screens', name: 'Screens', powerW: 35, count: 3, hoursPerDay: 7, dutyPct: 100, isAc: true },
        { id: 'fans', name: 'Roof fans', powerW: 30, count: 2, hoursPerDay: 6, dutyPct: 50, isAc: false },
        {
          id: 'fridge',
          name: 'Drops fridge',
          powerW: 45,
          count: 1,
          hoursPerDay: 24,
          dutyPct: 35,
          isAc: false,
        },
      ],
      daysWithoutSun: 1,
      second: { kind: 'shore', powerW: 600, hoursPerDay: 2 },
    },
    circuits: [
      newCircuit('iec', {
        id: 'array-leads',
        name: 'Array to disconnect',
        carries: 'array',
        from: { at: 'strings', strings: ['string-1', 'string-2'] },
        to: atGear('disconnect'),
        // Two strings side by side need no fuse of their own.
        protection: { by: 'none' },
        // The modules’ own leads to the roof box, and from the bench entry to the disconnect.
        lengthMm: 3400,
      }),
      newCircuit('iec', {
        id: 'array-in',
        name: 'Disconnect to controller',
        carries: 'array',
        from: atGear('disconnect'),
        to: atGear('controller', 'all'),
        protection: { by: 'none' },
      }),
      newCircuit('iec', {
        id: 'inverter-battery',
        name: 'Battery to inverter',
        carries: 'battery',
        from: atGear('battery', 'studs'),
        to: atGear('inverter', 'dc'),
        wire: { insulation: 'xlpe' },
        // From the battery’s post to the main fuse.
        lengthMm: 350,
      }),
      newCircuit('iec', {
        id: 'charging',
        name: 'Battery to controller',
        carries: 'battery',
        from: atGear('battery', 'studs'),
        to: atGear('controller', 'all'),
        // The bench it lies in gets warm.
        wire: { insulation: 'xlpe' },
        // A fuse on the battery’s post.
        device: { at: 'from', awayMm: 120 },
        lengthMm: 900,
      }),
      newCircuit('iec', {
        id: 'clinic-loads',
        name: 'Inverter to the clinic’s sockets',
        carries: 'ac-out',
        from: atGear('inverter'),
        to: { at: 'outside', what: 'loads' },
        lengthMm: 5200,
        lengthHeld: 'conduit',
      }),
      newCircuit('iec', {
        id: 'body-bond',
        name: 'Inverter to the chassis',
        carries: 'bond',
        from: atGear('inverter'),
        to: { at: 'outside', what: 'earth' },
        lengthMm: 1600,
      }),
    ],
    penetrations: [
      {
        id: 'roof-entry',
        name: 'Roof entry',
        face: 'roof-outside',
        xMm: 3080,
        yMm: 480,
        ...NEW_PENETRATION,
        entry: { kind: 'box', gland: 'M16', glandCount: 2 },
      },
    ],
    runs: [
      {
        id: 'roof-run',
        name: 'Roof to bench',
        from: { placement: 'gland-box', knockout: 'left' },
        to: { placement: 'bench-entry', knockout: 'right' },
        ...newRun('iec'),
        circuits: ['array-leads'],
        slackEachEndMm: 200,
      },
      {
        id: 'array-link',
        name: 'Disconnect to controller',
        from: { placement: 'disconnect', knockout: 'out' },
        to: { placement: 'controller', knockout: 'array' },
        ...newRun('iec'),
        circuits: ['array-in'],
        slackEachEndMm: 100,
      },
      {
        id: 'inverter-feed',
        name: 'Main fuse to inverter',
        from: { placement: 'main-fuse', knockout: 'out' },
        to: { placement: 'inverter', knockout: 'dc' },
        ...newRun('iec'),
        circuits: ['inverter-battery'],
        slackEachEndMm: 100,
      },
    ],
  });
}

/** On the backer board of the under-bench compartment. */
function onBoard(id: string, name: string, type: string, xMm: number, yMm: number): Placement {
  return { ...hungAtMm(id, name, type, 'bench-compartment', xMm, yMm), on: 'board' };
}
