import { NEW_PENETRATION } from '../plan/penetration.ts';
import { getSample } from '../gear/samples.ts';
import type { GearType } from '../plan/gear-type.ts';
import { atGear, newCircuit, newRun } from '../conductor/new-circuit.ts';
import { FIRST_ENERGY, type EnergyLoad } from '../plan/energy.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { Nipple } from '../plan/placement.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { newPlayMm } from '../wireway/nipple.ts';
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

const inch = mmFromInch;
const WALL_WIDTH = inch(14 * 12);
const WALL_HEIGHT = inch(8 * 12 + 6);
const HALL_LENGTH = inch(36 * 12);
const HALL_SLOPE = inch(19 * 12);
const NORTH_WIDTH = inch(12 * 12);
const SLOPE_LENGTH = inch(9 * 12);
const MODULE_PITCH = inch(44.6 + 0.75);
/** Three rows; the uppermost ends before the vent and the skylight. */
const FIELD_ROWS = [
  [9, inch(12), inch(2)],
  [9, inch(12), inch(70.55)],
  [6, inch(12), inch(139.1)],
] as const;
const FLUE_IN = { fromLeft: 30, up: 60, size: 10 };
const SKYLIGHT_IN = { fromLeft: 122, up: 48, width: 24, height: 30 };

/** A roof that rises 7 in 12 away from the wall’s top: a quarter turn less its pitch. */
const PITCH_DEG = (Math.atan(7 / 12) * 180) / Math.PI;

const WOOD = { memberDepthMm: inch(5.5), species: 'Spruce-pine-fir', specificGravity: 0.42, toleranceMm: 0 };
const studs = (id: string) =>
  spacedFraming(id, 'studs', 'stud', inch(1.5), [inch(16), inch(16)], { ...WOOD, mayBore: true });
const trusses = (id: string) =>
  spacedFraming(id, 'trusses', 'truss', inch(1.5), [0, inch(24)], { ...WOOD, memberDepthMm: inch(3.5) });

function inBox(left: number, low: number, width: number, height: number) {
  return [inch(left), inch(low), inch(width), inch(height)] as const;
}

/** The same box for a person on the other side of the south slope. */
function mirroredBox(left: number, low: number, width: number, height: number) {
  return [WALL_WIDTH - inch(left + width), inch(low), inch(width), inch(height)] as const;
}

const plantWall = faceOf({
  id: 'plant-wall',
  name: 'Plant room wall',
  roomInFrontMm: NORTH_WIDTH,
  points: rectangle(WALL_WIDTH, WALL_HEIGHT),
  thicknessMm: inch(0.75),
  framing: [studs('studs')],
  obstacles: [
    boxObstacle('door', 'Door', 'door', inBox(130, 0, 36, 80), {
      clearMm: inch(2),
      standsOutMm: inch(0.75),
      opens: { kind: 'swing', hinge: 'right', throughDeg: 90 },
    }),
    lineObstacle(
      'water-pipe',
      'Water pipe',
      'pipe',
      [
        [0, inch(91)],
        [inch(58), inch(91)],
      ],
      inch(2),
      {
        clearMm: inch(3),
        standsOutMm: inch(2.5),
        noDrillMm: inch(2),
      },
    ),
  ],
});

const northWall = faceOf({
  id: 'north-wall',
  name: 'North wall',
  roomInFrontMm: inch(168),
  points: rectangle(NORTH_WIDTH, WALL_HEIGHT),
  thicknessMm: inch(6.25),
  framing: [studs('north-studs')],
  obstacles: [
    boxObstacle('north-window', 'Window', 'window', inBox(52, 62, 16, 24), { clearMm: inch(2) }),
    lineObstacle(
      'lighting-cable',
      'Lighting cable',
      'cable',
      [
        [inch(8), 0],
        [inch(8), WALL_HEIGHT],
      ],
      inch(0.5),
      {
        isHidden: true,
        noDrillMm: inch(2),
      },
    ),
  ],
});

const floor = faceOf({
  id: 'plant-floor',
  name: 'Floor',
  kind: 'floor',
  material: 'material-concrete',
  points: rectangle(WALL_WIDTH, NORTH_WIDTH),
  thicknessMm: 150,
});

/** Behind the plywood, among the studs. */
const wallCavity = reverseOf(plantWall, 'wall-cavity', 'Plant room wall, cavity', {
  kind: 'cavity',
  side: 'inside',
});

const CEILING_THICK = inch(6);
const ceiling = faceOf({
  id: 'plant-ceiling',
  name: 'Ceiling',
  kind: 'ceiling',
  points: rectangle(WALL_WIDTH, NORTH_WIDTH),
  thicknessMm: CEILING_THICK,
  framing: [trusses('bottom-chords')],
});

const loftFloor = reverseOf(ceiling, 'loft-floor', 'Loft floor', { kind: 'floor', side: 'inside' });

const southUnder = faceOf({
  id: 'roof-underside',
  name: 'South slope, underside',
  kind: 'roof',
  material: 'material-shingles',
  points: rectangle(WALL_WIDTH, SLOPE_LENGTH),
  thicknessMm: inch(0.875),
  framing: [trusses('trusses')],
  obstacles: [
    boxObstacle(
      'extraction-flue',
      'Extraction flue',
      'vent',
      inBox(FLUE_IN.fromLeft, FLUE_IN.up, FLUE_IN.size, FLUE_IN.size),
      {
        clearMm: inch(6),
        standsOutMm: inch(12),
      },
    ),
    boxObstacle(
      'skylight',
      'Skylight',
      'skylight',
      inBox(SKYLIGHT_IN.fromLeft, SKYLIGHT_IN.up, SKYLIGHT_IN.width, SKYLIGHT_IN.height),
      {
        clearMm: inch(3),
      },
    ),
  ],
});

/** The slope goes on over the extraction hall beside the plant room, in one plane with it. */
const hallRoof = faceOf({
  id: 'hall-roof',
  name: 'South slope over the hall',
  kind: 'roof',
  side: 'outside',
  material: 'material-shingles',
  points: rectangle(HALL_LENGTH, HALL_SLOPE),
  thicknessMm: inch(0.875),
  stands: {
    originMm: [WALL_WIDTH + HALL_LENGTH, 0, WALL_HEIGHT + CEILING_THICK],
    turnDeg: 180,
    tiltDeg: 90 - PITCH_DEG,
  },
  framing: [trusses('hall-trusses')],
  obstacles: [
    boxObstacle('hall-vent', 'Plumbing vent', 'vent', inBox(296, 176, 6, 6), {
      clearMm: inch(4),
      standsOutMm: inch(14),
    }),
    boxObstacle('hall-skylight', 'Skylight', 'skylight', inBox(330, 150, 46, 46), {
      clearMm: inch(3),
      standsOutMm: inch(5),
    }),
  ],
  setbacks: [
    { edge: 2, distanceMm: inch(18), why: 'Ridge, for smoke ventilation' },
    { edge: 1, distanceMm: inch(12), why: 'Rake edge, for wind' },
    { edge: 3, distanceMm: inch(12), why: 'Rake edge, for wind' },
  ],
  conditions: { meanMaxTempC: 33, location: 'wet', sun: 'full' },
});

const northUnder = faceOf({
  id: 'north-underside',
  name: 'North slope, underside',
  kind: 'roof',
  material: 'material-shingles',
  points: rectangle(WALL_WIDTH, SLOPE_LENGTH),
  thicknessMm: inch(0.875),
  framing: [trusses('north-trusses')],
});

const southTop = reverseOf(southUnder, 'roof-top', 'South slope, top', {
  obstacles: [
    boxObstacle(
      'flue-top',
      'Extraction flue',
      'vent',
      mirroredBox(FLUE_IN.fromLeft, FLUE_IN.up, FLUE_IN.size, FLUE_IN.size),
      {
        clearMm: inch(6),
        standsOutMm: inch(24),
      },
    ),
    boxObstacle('plumbing-vent', 'Plumbing vent', 'vent', inBox(84, 36, 6, 30), {
      clearMm: inch(6),
      standsOutMm: inch(10),
    }),
    boxObstacle(
      'skylight-top',
      'Skylight',
      'skylight',
      mirroredBox(SKYLIGHT_IN.fromLeft, SKYLIGHT_IN.up, SKYLIGHT_IN.width, SKYLIGHT_IN.height),
      {
        clearMm: inch(3),
        standsOutMm: inch(4),
      },
    ),
  ],
  setbacks: [
    { edge: 0, distanceMm: inch(18), why: 'Ridge, for smoke ventilation' },
    { edge: 1, distanceMm: inch(12), why: 'Rake edge, for wind' },
    { edge: 3, distanceMm: inch(12), why: 'Rake edge, for wind' },
  ],
  conditions: { meanMaxTempC: 33, location: 'wet', sun: 'full' },
});

const northTop = reverseOf(northUnder, 'north-top', 'North slope, top', {
  conditions: { location: 'wet', sun: 'part' },
});

/**
 * The honey house, as a first sketch leaves it: inverters at the gap for a cool room, a hole drawn straight
 * above the disconnect where a truss runs. Invented.
 */
export function honeyHouse(): Plan {
  return planOf({
    approved: { 'material-plywood': [900, 1100], 'material-shingles': [300, 300] },
    name: 'Hollowmere honey house',
    codeBasis: 'us',
    conditions: {
      meanMaxTempC: 28,
      designLowTempC: -18,
      designHighTempC: 34,
      snowLoadPa: 1400,
      windSpeedMps: 51,
      elevationM: 240,
    },
    // Inside the plant room a person faces south.
    place: { latitudeDeg: 43.2, longitudeDeg: -89.1, rootFacesDeg: 0 },
    rootFace: 'plant-wall',
    faces: [
      plantWall,
      wallCavity,
      ceiling,
      loftFloor,
      southUnder,
      southTop,
      hallRoof,
      northWall,
      northUnder,
      northTop,
      floor,
    ],
    folds: [
      foldOf('ceiling-line', ['plant-wall', 2], ['plant-ceiling', 0], 90),
      foldOf('eave', ['loft-floor', 2], ['roof-underside', 0], 180 - PITCH_DEG),
      foldOf('north-corner', ['plant-wall', 3], ['north-wall', 1], 90),
      foldOf('ridge', ['roof-underside', 2], ['north-underside', 0], 2 * PITCH_DEG),
      foldOf('floor-line', ['plant-wall', 0], ['plant-floor', 2], 90),
    ],
    gear: [
      'inverter-8kw',
      'wireway-6x6-10ft',
      'dc-disconnect-60a',
      wideBusbar(),
      'array-junction-box',
      'battery-cabinet-10kwh',
      'battery-inverter-6kw',
      'transfer-switch-200a',
      'solar-module-400w',
    ],
    placements: [
      hung('wireway', 'Wireway', 'wireway-6x6-10ft', 'plant-wall', 66, 36),
      hung('inverter-a', 'Inverter A', 'inverter-8kw', 'plant-wall', 32, 36 + 27.875),
      hung('inverter-b', 'Inverter B', 'inverter-8kw', 'plant-wall', 57.5, 36 + 27.875),
      hung('load-centre', 'Load center', 'load-centre-125a', 'plant-wall', 114, 36 + 6 + 22.5),
      hung('disconnect', 'DC disconnect', 'dc-disconnect-60a', 'plant-wall', 96, 36 + 6 + 12),
      hung('array-box', 'Array junction box', 'array-junction-box', 'roof-top', 100, 84),
      hung('battery-a', 'Battery cabinet A', 'battery-cabinet-10kwh', 'north-wall', 30, 45),
      hung('battery-b', 'Battery cabinet B', 'battery-cabinet-10kwh', 'north-wall', 90, 45),
      hung('battery-inverter', 'Battery inverter', 'battery-inverter-6kw', 'north-wall', 30, 84),
      hung('transfer-switch', 'Transfer switch', 'transfer-switch-200a', 'north-wall', 128, 68),
    ],
    nipples: [
      nipple('a-dc', 'inverter-a', 'dc'),
      nipple('a-ac', 'inverter-a', 'ac'),
      nipple('a-data', 'inverter-a', 'data'),
      nipple('b-dc', 'inverter-b', 'dc'),
      nipple('b-ac', 'inverter-b', 'ac'),
      nipple('b-data', 'inverter-b', 'data'),
      nipple('load-feed', 'load-centre', 'bottom-right'),
      nipple('disconnect-out', 'disconnect', 'bottom'),
    ],
    circuits: [
      feed('a-feed', 'Inverter A to load center', 'inverter-a', 'a-ac'),
      feed('b-feed', 'Inverter B to load center', 'inverter-b', 'b-ac'),
      string('a-array', 'Array to inverter A', 'string-1', 'inverter-a', 'a-dc'),
      string('b-array', 'Array to inverter B', 'string-2', 'inverter-b', 'b-dc'),
      mains(
        'house-supply',
        'Supply to transfer switch',
        { at: 'outside', what: 'supply' },
        atGear('transfer-switch', 'lugs'),
        320,
      ),
      mains(
        'essential',
        'Transfer switch to load center',
        atGear('transfer-switch', 'lugs'),
        atGear('load-centre', 'main'),
        150,
      ),
      storage('battery-a-feed', 'Battery A to battery inverter', 'battery-a', 80),
      storage('battery-b-feed', 'Battery B to battery inverter', 'battery-b', 190),
      newCircuit('us', {
        id: 'battery-out',
        name: 'Battery inverter to load center',
        carries: 'ac-out',
        from: atGear('battery-inverter', 'ac'),
        to: atGear('load-centre', 'breakers'),
        wire: { count: 3 },
        lengthMm: inch(260),
        lengthHeld: 'conduit',
      }),
      newCircuit('us', {
        id: 'ground',
        name: 'Load center to ground',
        carries: 'bond',
        from: atGear('load-centre'),
        to: { at: 'outside', what: 'earth' },
        lengthMm: inch(200),
      }),
    ],
    moduleFields: [
      {
        id: 'south-field',
        name: 'South field',
        face: 'hall-roof',
        type: 'solar-module-400w',
        gapAcrossMm: inch(0.75),
        gapUpMm: inch(0.75),
        modules: modulesInRows(FIELD_ROWS, MODULE_PITCH),
        tilt: null,
        liftMm: null,
        support: {
          school: 'flashed-foot',
          rail: 'rail-60',
          runs: 'across',
          bars: 2,
          isShared: false,
          mostSpanMm: inch(48),
          approvedUpN: null,
          uplift: null,
          bonding: 'clamps',
        },
      },
    ],
    moduleStrings: inStrings('south-field', FIELD_ROWS, 12).map((modules, index) =>
      seriesOf(`string-${index + 1}`, `String ${index + 1}`, modules),
    ),
    surroundings: [
      {
        id: 'walnut',
        name: 'Walnut tree',
        kind: 'tree',
        bearingDeg: 205,
        distanceMm: inch(70 * 12),
        widthMm: inch(20 * 12),
        depthMm: inch(20 * 12),
        fromMm: inch(6 * 12),
        toMm: inch(34 * 12),
      },
    ],
    energy: {
      ...FIRST_ENERGY,
      inverterPct: 94,
      inverterIdleW: 60,
      loads: [
        load('extractor', 'Honey extractor', 1100, 1, 5, 80),
        load('warm-room', 'Warm room heater', 1500, 1, 10, 40),
        load('bottling', 'Bottling line', 750, 1, 4, 70),
        load('cold-store', 'Cold store', 600, 1, 24, 35),
        load('lights', 'Lights', 18, 14, 7, 100),
      ],
    },
    penetrations: [
      {
        id: 'roof-hole',
        name: 'Roof hole',
        face: 'roof-underside',
        xMm: inch(96),
        yMm: inch(30),
        ...NEW_PENETRATION,
        entry: { kind: 'box', gland: 'M20', glandCount: 5 },
        opensTo: 'down',
      },
      {
        id: 'wall-hole',
        name: 'Hole into the wall',
        face: 'plant-wall',
        xMm: inch(88),
        yMm: inch(84),
        ...NEW_PENETRATION,
        entry: { kind: 'sleeve', conduit: null },
      },
    ],
    plateHoles: [
      {
        id: 'top-plate',
        name: 'Top plate hole',
        face: 'wall-cavity',
        edge: 0,
        alongMm: inch(88),
        to: 'loft-floor',
        plateMm: inch(3),
        plateWidthMm: inch(5.5),
        holeMm: null,
        isStopped: false,
      },
    ],
    runs: [
      {
        id: 'array-run',
        name: 'Array run',
        from: { placement: 'disconnect', knockout: 'top' },
        to: { placement: 'array-box', knockout: 'bottom' },
        circuits: ['a-array', 'b-array'],
        ...newRun('us'),
        // Up through the house: in metal.
        laid: { as: 'conduit', size: null },
      },
    ],
  });
}

function hung(id: string, name: string, type: string, face: string, xIn: number, yIn: number) {
  return hungAtMm(id, name, type, face, inch(xIn), inch(yIn));
}

/** Three inverters and the house feed it: its busbar is for more than what it lets through. */
function wideBusbar(): GearType {
  const panel = getSample('load-centre-125a');
  const name = 'Load center 225 A';
  return {
    ...panel,
    name,
    ratings: { ...panel.ratings, maxCurrentA: 225 },
    rules: panel.rules.map((rule) => ({
      ...rule,
      source: { ...rule.source, title: `${name}, mounting sheet (sample)` },
    })),
  };
}

/** The house’s own supply, as taped along the wall: its main device is 100 A. */
function mains(
  id: string,
  name: string,
  from: Circuit['from'],
  to: Circuit['to'],
  lengthIn: number,
): Circuit {
  return newCircuit('us', {
    id,
    name,
    carries: 'ac-in',
    from,
    to,
    currentA: 100,
    voltageV: 240,
    isContinuous: false,
    wire: { count: 3 },
    lengthMm: inch(lengthIn),
    lengthHeld: 'conduit',
  });
}

/** A cabinet, with a breaker inside, on its own pair of cables. */
function storage(id: string, name: string, cabinet: string, lengthIn: number): Circuit {
  return newCircuit('us', {
    id,
    name,
    carries: 'battery',
    from: atGear(cabinet, 'dc'),
    to: atGear('battery-inverter', 'dc'),
    lengthMm: inch(lengthIn),
    lengthHeld: 'conduit',
  });
}

function feed(id: string, name: string, inverter: string, nippleId: string): Circuit {
  return newCircuit('us', {
    id,
    name,
    carries: 'ac-out',
    from: atGear(inverter, 'ac'),
    to: atGear('load-centre', 'breakers'),
    // Two lines and a balanced neutral.
    wire: { count: 3 },
    stretches: [{ from: nippleId, to: 'load-feed' }],
  });
}

/** A string of twelve down through the roof to the disconnect, and on in the wireway. */
function string(id: string, name: string, strung: string, inverter: string, nippleId: string): Circuit {
  return newCircuit('us', {
    id,
    name,
    carries: 'array',
    from: { at: 'strings', strings: [strung] },
    to: atGear(inverter, 'dc'),
    stretches: [{ from: 'disconnect-out', to: nippleId }],
    // To the box on the roof.
    lengthMm: inch(14 * 12),
    lengthHeld: 'under-modules',
    // One string alone can feed no fault that its wire cannot carry.
    protection: { by: 'none' },
    // In one pipe one earth conductor serves both (NEC 250.122(C)).
    wire: { hasEarth: id === 'a-array' },
  });
}

function load(
  id: string,
  name: string,
  powerW: number,
  count: number,
  hoursPerDay: number,
  dutyPct: number,
): EnergyLoad {
  return { id, name, powerW, count, hoursPerDay, dutyPct, isAc: true };
}

function nipple(id: string, placement: string, knockout: string): Nipple {
  return { id, from: { placement, knockout }, wireway: 'wireway', playMm: newPlayMm('us') };
}
