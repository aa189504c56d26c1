import { NEW_PENETRATION } from '../plan/penetration.ts';
import { atGear, newCircuit, newRun } from '../conductor/new-circuit.ts';
import type { Circuit } from '../plan/circuit.ts';
import { foldOf, hungAtMm, planOf, reverseOf } from '../demo/parts.ts';
import { newField } from '../array/new-field.ts';
import { getSample } from '../gear/samples.ts';
import { knockoutAt, newGearType, fourHoles } from '../gear/new-gear.ts';
import { GEAR_KINDS, NO_RATINGS, type GearType } from '../plan/gear-type.ts';
import type { Face } from '../plan/face.ts';
import type { Plan } from '../plan/plan.ts';
import type { Placement } from '../plan/placement.ts';
import { boxObstacle, faceOf, lineObstacle, spacedFraming } from '../site/new-things.ts';
import { rectangleOutline } from '../site/outline-take.ts';

// One made-up job for tests and bench, as rich as a real one and of any size. Lengths in mm.

const WALL = { widthMm: 7200, heightMm: 3000 };
const ROOMS_IN_ROW = 10;
const ROOM_PITCH_MM = 14_000;
const UNITS_IN_ROW = 6;
const UNIT_PITCH_MM = 980;
const FIRST_UNIT_MM = 560;
const WIREWAY = { bottomMm: 1300, heightMm: 150 };
const UNIT = { widthMm: 420, heightMm: 600, depthMm: 200 };
/** From the wireway to the unit’s edge: what its nipples span. */
const NIPPLE_GAP_MM = 65;
const TYPE_COUNT = 24;
const MODULE = getSample('solar-module-440w');
/** What hangs on walls: no modules, no gangs that come in parts, and of boards and wireways the rooms have their own. */
const KINDS = GEAR_KINDS.filter(
  (kind) => !['wireway', 'board', 'solar-module', 'gang-inverter'].includes(kind),
);

/**
 * Rooms of four walls, one of which has an outside, of 50 pieces each beside the wireways: 40 rooms are 200 faces and 2,000
 * units, a wireway on each wall with two nipples to each unit, 1,000 circuits, 400 runs, framing and obstacles on each wall.
 */
export function largePlan(roomCount: number): Plan {
  const rooms = Array.from({ length: roomCount }, (_, room) => room);
  const base = planOf({
    name: `Made up, ${roomCount} rooms`,
    codeBasis: 'us',
    rootFace: wallId(0, 0),
    conditions: { meanMaxTempC: 33 },
    gear: [],
    faces: rooms.flatMap(facesOfRoom),
  });
  return {
    ...base,
    folds: rooms.flatMap((room) =>
      [0, 1, 2].map((wall) =>
        foldOf(`fold-${room}-${wall}`, [wallId(room, wall), 1], [wallId(room, wall + 1), 3], 90),
      ),
    ),
    gearTypes: [
      ...Array.from({ length: TYPE_COUNT }, (_, index) => unitType(index)),
      wirewayType(),
      boardType(),
      MODULE,
    ],
    placements: rooms.flatMap(gearOfRoom),
    nipples: rooms.flatMap((room) => wallsOf(room).flatMap((wall) => nipplesOfWall(room, wall))),
    joins: rooms.map((room) => ({
      id: `join-${room}`,
      kind: 'back-to-back',
      a: { placement: unitId(room, 0, 0) },
      b: { placement: outsideId(room, 0) },
      xMm: FIRST_UNIT_MM,
      yMm: 1800,
      tradeSize: '1',
    })),
    circuits: rooms.flatMap((room) => [
      ...runsOfRoom(room).map(cableCircuit),
      ...wallsOf(room).flatMap((wall) =>
        Array.from({ length: wall === 0 ? 7 : 6 }, (_, index) => ({
          id: `circuit-${room}-${wall}-${index}`,
          name: `Circuit ${room + 1}.${wall + 1}.${index + 1}`,
          stretches: [{ from: nippleId(room, wall, index, 'a'), to: nippleId(room, wall, index + 4, 'b') }],
          from: atGear(unitId(room, wall, index)),
          to: atGear(unitId(room, wall, index + 4)),
          // Every other is sized by what it carries, as long as it turns out to be.
          ...(index % 2 === 0
            ? { wire: { count: 3, size: { by: 'awg', size: '8' } as const } }
            : { wire: { count: 3 }, currentA: 30 + (index % 5), voltageV: 240 }),
        })).map((each) => newCircuit('us', { carries: 'ac-out', ...each })),
      ),
    ]),
    penetrations: rooms.flatMap((room) =>
      [0, 1].map((index) => ({
        id: penetrationId(room, index),
        name: `Hole ${room + 1}.${index + 1}`,
        face: wallId(room, 0),
        xMm: 1010 + index * 1950 + (room % 5) * 9,
        yMm: 2700,
        ...NEW_PENETRATION,
        entry: { kind: 'gland', gland: 'M20' },
      })),
    ),
    // It comes out nowhere until something is built there.
    plateHoles: rooms.map((room) => ({
      id: `plate-hole-${room}`,
      name: `Plate hole ${room + 1}`,
      face: wallId(room, 0),
      edge: 2,
      alongMm: 900,
      to: wallId(room, 1),
      plateMm: 76,
      plateWidthMm: 140,
      holeMm: null,
      isStopped: false,
    })),
    runs: rooms.flatMap(runsOfRoom),
    moduleFields: rooms.map((room) => ({
      ...newField(base, `outside-wall-${room}`, MODULE.id),
      id: `field-${room}`,
      name: `Field ${room + 1}`,
      modules: [100, 4600].map((xMm, index) => ({ id: `m${index + 1}`, xMm, yMm: 200, isTurned: false })),
    })),
    moduleStrings: rooms.map((room) => ({
      id: `string-${room}`,
      name: `String ${room + 1}`,
      wired: { as: 'series' },
      modules: ['m1', 'm2'].map((module) => ({ field: `field-${room}`, module })),
    })),
    surroundings: [
      {
        id: 'tree',
        name: 'Tree',
        kind: 'tree',
        bearingDeg: 170,
        distanceMm: 12_000,
        widthMm: 3000,
        depthMm: 3000,
        fromMm: 1000,
        toMm: 9000,
      },
    ],
    rules: [
      {
        id: 'job-front',
        side: 'any',
        counterpart: 'obstacle',
        distance: { value: 40, unit: 'mm' },
        when: {},
        source: { kind: 'yours', title: 'Made up for measuring' },
      },
    ],
  };
}

const wallsOf = (room: number) => [0, 1, 2, 3].map((wall) => wall + 0 * room);
export const wallId = (room: number, wall: number) => `wall-${room}-${wall}`;
export const unitId = (room: number, wall: number, index: number) => `unit-${room}-${wall}-${index}`;
export const wirewayId = (room: number, wall: number) => `wireway-${room}-${wall}`;
export const outsideId = (room: number, index: number) => `outside-${room}-${index}`;
export const penetrationId = (room: number, index: number) => `penetration-${room}-${index}`;
export const nippleId = (room: number, wall: number, index: number, end: 'a' | 'b') =>
  `nipple-${room}-${wall}-${index}${end}`;

function facesOfRoom(room: number): Face[] {
  const walls = wallsOf(room).map((wall): Face => {
    const made = faceOf({
      id: wallId(room, wall),
      name: `Room ${room + 1}, wall ${wall + 1}`,
      points: rectangleOutline(WALL.widthMm, WALL.heightMm),
      thicknessMm: 140,
      framing: [
        spacedFraming(`studs-${wall}`, 'studs', 'stud', 38.1, [406.4, 406.4], {
          memberDepthMm: 89,
          species: 'Spruce-pine-fir',
          specificGravity: 0.42,
          toleranceMm: 3,
          mayBore: true,
        }),
      ],
      obstacles: [
        boxObstacle(`door-${wall}`, 'Door', 'door', [6500, 0, 600, 1150], {
          standsOutMm: 20,
          clearMm: 50,
          opens: { kind: 'swing', hinge: 'right', throughDeg: 90 },
        }),
        lineObstacle(`pipe-${wall}`, 'Pipe', 'pipe', [[100, 2880], [6000, 2880]], 40, {
          standsOutMm: 60,
          clearMm: 40,
          noDrillMm: 30,
        }), // prettier-ignore
        lineObstacle(`cable-${wall}`, 'Old cable', 'cable', [[6300, 0], [6300, 3000]], 12, {
          isHidden: true,
          noDrillMm: 50,
        }), // prettier-ignore
        boxObstacle(`window-${wall}`, 'Window', 'window', [6420, 1500, 500, 900], { clearMm: 50 }),
      ],
    });
    const isFirst = wall === 0;
    const { shape } = made;
    if (shape.kind !== 'outline') return made;
    const stands =
      isFirst && room > 0
        ? {
            originMm: [
              (room % ROOMS_IN_ROW) * ROOM_PITCH_MM,
              Math.floor(room / ROOMS_IN_ROW) * ROOM_PITCH_MM,
              0,
            ] as [number, number, number],
            turnDeg: 0,
            tiltDeg: 0,
          }
        : null;
    return { ...made, shape: { ...shape, stands } };
  });
  const [first] = walls;
  if (first === undefined) throw new Error('A room has walls.');
  return [...walls, reverseOf(first, `outside-wall-${room}`, `Room ${room + 1}, outside of wall 1`)];
}

function gearOfRoom(room: number): Placement[] {
  const onWalls = wallsOf(room).flatMap((wall) => {
    const face = wallId(room, wall);
    const middle = FIRST_UNIT_MM + ((UNITS_IN_ROW - 1) * UNIT_PITCH_MM) / 2;
    return [
      hungAtMm(
        wirewayId(room, wall),
        `Wireway ${room + 1}.${wall + 1}`,
        'wireway',
        face,
        middle,
        WIREWAY.bottomMm + WIREWAY.heightMm,
      ),
      ...Array.from({ length: UNITS_IN_ROW * 2 }, (_, index) => unitOf(room, wall, index)),
    ];
  });
  // Two outside on the other side of the first wall, whose x runs the other way.
  const outside = [0, 1].map((index) =>
    hungAtMm(
      outsideId(room, index),
      `Outside ${room + 1}.${index + 1}`,
      typeId(room + index),
      `outside-wall-${room}`,
      WALL.widthMm - FIRST_UNIT_MM - index * 2600,
      2100,
    ),
  );
  const board = hungAtMm(`board-${room}`, `Board ${room + 1}`, 'board', `outside-wall-${room}`, 2400, 2000);
  return [...onWalls, ...outside, board];
}

/** Every seventh stands a little too near to the next. */
function unitOf(room: number, wall: number, index: number): Placement {
  const column = index % UNITS_IN_ROW;
  const isBelow = index >= UNITS_IN_ROW;
  const xMm = FIRST_UNIT_MM + column * UNIT_PITCH_MM + ((room * 5 + wall * 3 + index) % 7 === 0 ? 480 : 0);
  const bottomMm = isBelow
    ? WIREWAY.bottomMm - NIPPLE_GAP_MM - UNIT.heightMm
    : WIREWAY.bottomMm + WIREWAY.heightMm + NIPPLE_GAP_MM;
  const number = room * 50 + wall * UNITS_IN_ROW * 2 + index;
  return hungAtMm(
    unitId(room, wall, index),
    `Unit ${number + 1}`,
    typeId(number),
    wallId(room, wall),
    xMm,
    bottomMm + UNIT.heightMm,
  );
}

const typeId = (number: number) => `type-${number % TYPE_COUNT}`;

function unitType(index: number): GearType {
  const kind = KINDS[index % KINDS.length] ?? 'other';
  return newGearType(`type-${index}`, `Made-up type ${index + 1}`, kind, {
    ...UNIT,
    dropMm: UNIT.heightMm,
    standoffMm: 12,
    massKg: 14 + index,
    location: 'outdoor',
    enclosure: 'Type 3R',
    heat: { lossW: 40 + index * 5, sheds: 'top' },
    maxAmbientC: 50,
    ratings: { ...NO_RATINGS, maxVoltageV: 480, voltsToGroundV: 240, maxCurrentA: 40, powerW: 8000 },
    knockouts: [
      knockoutAt('low-a', 'bottom', 120, 60, '1'),
      knockoutAt('low-b', 'bottom', 300, 60, '1'),
      knockoutAt('high-a', 'top', 120, 60, '1'),
      knockoutAt('high-b', 'top', 300, 60, '1'),
      knockoutAt('left', 'left', 300, 60, '3/4'),
      knockoutAt('right', 'right', 300, 60, '3/4'),
    ],
    bracketHoles: fourHoles(280, 400, 4.5),
    handles: [{ id: 'handle', name: 'Handle', upMm: 400 }],
    rules: [
      {
        id: 'beside',
        side: 'beside',
        counterpart: 'any-gear',
        distance: { value: 100 + index * 5, unit: 'mm' },
        when: {},
        source: { kind: 'maker', title: 'Made up for measuring' },
      },
      {
        id: 'above',
        side: 'above',
        counterpart: 'surface',
        distance: { value: 200, unit: 'mm' },
        when: {},
        source: { kind: 'maker', title: 'Made up for measuring' },
      },
    ],
  });
}

function wirewayType(): GearType {
  return newGearType('wireway', 'Made-up wireway', 'wireway', {
    widthMm: UNITS_IN_ROW * UNIT_PITCH_MM,
    heightMm: WIREWAY.heightMm,
    depthMm: 150,
    dropMm: WIREWAY.heightMm,
    massKg: 30,
    location: 'outdoor',
    bracketHoles: [-2400, -800, 800, 2400].map((xMm, index) => ({ id: `strap-${index}`, xMm, yMm: -75, pilotMm: 4.5, torqueNm: null })),
    seamsMm: [2900],
  }); // prettier-ignore
}

function boardType(): GearType {
  return newGearType('board', 'Made-up board', 'board', {
    widthMm: 900,
    heightMm: 900,
    depthMm: 18,
    dropMm: 900,
    massKg: 11,
    location: 'outdoor',
    bracketHoles: fourHoles(812.8, 800, 4.5),
    board: {
      material: 'Plywood',
      fireClass: 'combustible',
      holding: 'wood-screw',
      cornerRadiusMm: 0,
      hasTrim: false,
      cables: 'on-face',
      railsUpMm: [],
    },
  });
}

/** Two from each unit: from its bottom down into the wireway, or from its top up into it. */
function nipplesOfWall(room: number, wall: number): Plan['nipples'] {
  return Array.from({ length: UNITS_IN_ROW * 2 }, (_, index) => index).flatMap((index) =>
    (['a', 'b'] as const).map((end) => ({
      id: nippleId(room, wall, index, end),
      from: {
        placement: unitId(room, wall, index),
        knockout: `${index < UNITS_IN_ROW ? 'low' : 'high'}-${end}`,
      },
      wireway: wirewayId(room, wall),
      playMm: 6.5,
    })),
  );
}

/** Eight on the walls, from unit to unit beside or around the corner, and two through the holes to the outside. */
/** The cable that a run carries. */
function cableCircuit({ name, from, to, circuits: [id = ''] }: Plan['runs'][number]): Circuit {
  return newCircuit('us', {
    id,
    name: `Cable of ${name}`,
    carries: 'data',
    from: atGear(from.placement),
    to: atGear(to.placement),
    wire: { made: { as: 'cable', diameterMm: 9 } },
  });
}

function runsOfRoom(room: number): Plan['runs'] {
  const on = (wall: number, index: number, knockout: string) => ({
    placement: unitId(room, wall, index),
    knockout,
  });
  const run = (index: number, from: Plan['runs'][number]['from'], to: Plan['runs'][number]['to']) => ({
    id: `run-${room}-${index}`,
    name: `Run ${room + 1}.${index + 1}`,
    from,
    to,
    ...newRun('us'),
    circuits: [`cable-${room}-${index}`],
    slackEachEndMm: 300,
  });
  return [
    ...[0, 1, 2, 3].map((wall) => run(wall, on(wall, 1, 'high-a'), on(wall, 3, 'high-b'))),
    ...[0, 1, 2].map((wall) => run(4 + wall, on(wall, 4, 'high-a'), on(wall + 1, 0, 'high-b'))),
    run(7, on(1, 8, 'low-a'), on(2, 10, 'low-b')),
    run(8, on(0, 0, 'high-a'), { placement: outsideId(room, 0), knockout: 'high-a' }),
    run(9, on(0, 2, 'high-b'), { placement: outsideId(room, 1), knockout: 'high-b' }),
  ];
}
