import { honeyHouse, newGearType, rectangleOutline, SAMPLE_MATERIALS, type Plan } from '@zarnel/core';

const WALL = { widthMm: 6000, heightMm: 2600 };
const UNIT = { widthMm: 400, heightMm: 600, dropMm: 500 };

/** A made-up site of many rooms of four walls, each with the same number of units hung on it. */
export function bigPlan(faceCount: number, placementCount: number): Plan {
  const perFace = Math.ceil(placementCount / faceCount);
  const [material] = SAMPLE_MATERIALS;
  if (material === undefined) throw new Error('no material');
  const type = newGearType('unit', 'Unit', 'inverter', {
    ...UNIT,
    depthMm: 200,
    massKg: 20,
    ratings: {
      maxVoltageV: 240,
      minVoltageV: null,
      voltsToGroundV: 120,
      maxCurrentA: null,
      powerW: null,
      energyWh: null,
    },
    location: 'outdoor',
    knockouts: [{ id: 'low', edge: 'bottom', alongMm: 200, fromBackMm: 60, tradeSize: '3/4' }],
    bracketHoles: [
      { id: 'left', xMm: -150, yMm: 0, pilotMm: 5, torqueNm: null },
      { id: 'right', xMm: 150, yMm: 0, pilotMm: 5, torqueNm: null },
    ],
    rules: [
      {
        id: 'beside',
        side: 'beside',
        counterpart: 'same-kind',
        distance: { value: 100, unit: 'mm' },
        when: {},
        source: { kind: 'maker', title: 'Made up for measuring' },
      },
    ],
  });
  return {
    ...honeyHouse(),
    name: `Made up, ${faceCount} faces and ${placementCount} pieces`,
    rootFace: 'wall-0',
    materials: [material],
    faces: Array.from({ length: faceCount }, (_, index) => ({
      id: `wall-${index}`,
      name: `Wall ${index + 1}`,
      kind: 'wall',
      side: 'inside',
      material: material.id,
      shape: {
        kind: 'outline',
        pointsMm: rectangleOutline(WALL.widthMm, WALL.heightMm),
        thicknessMm: 100,
        framing: [],
        // Rooms stand in a row; the first is placed from the root.
        stands:
          index % 4 === 0 && index > 0 ? { originMm: [index * 2000, 0, 0], turnDeg: 0, tiltDeg: 0 } : null,
        asFound: { floorRiseDeg: null, leftLeanDeg: null, faceLeanDeg: null },
      },
      obstacles: [],
      setbacks: [],
      roomInFrontMm: null,
      conditions: {},
    })),
    folds: Array.from({ length: faceCount }, (_, index) => index)
      .filter((index) => index % 4 < 3 && index + 1 < faceCount)
      .map((index) => ({
        id: `fold-${index}`,
        a: { face: `wall-${index}`, edge: 1 },
        b: { face: `wall-${index + 1}`, edge: 3 },
        towardViewerDeg: 90,
      })),
    gearTypes: [type],
    placements: Array.from({ length: placementCount }, (_, index) => ({
      id: `unit-${index}`,
      name: `Unit ${index + 1}`,
      type: 'unit',
      face: `wall-${Math.floor(index / perFace)}`,
      xMm: 350 + (index % perFace) * 540,
      yMm: 1700,
    })),
    joints: [],
    circuits: [],
    passes: [],
    runs: [],
    rules: [],
  };
}
