// Frozen: raises raw version 1 to version 2 and imports none of today's types.
type Raw = Record<string, unknown>;

/** Version 2 describes sites and gear whole: conditions, materials, survey figures, obstacles with heights, full gear. */
export function siteAndGear(raw: Readonly<Raw>): Raw {
  const { setting, meanMaxTempC, ...more } = record(raw.site);
  const materials = materialsOf(Array.isArray(raw.faces) ? raw.faces.map(record) : []);
  return {
    circuits: [],
    materials: [...materials.values()],
    ...raw,
    site: {
      ...more,
      setting,
      conditions: {
        location: 'dry',
        meanMaxTempC,
        designLowTempC: -15,
        designHighTempC: 35,
        sun: 'none',
        air: { kind: 'open' },
        snowLoadPa: 0,
        windSpeedMps: 0,
        elevationM: 0,
      },
      travel: null,
    },
    faces: each(raw.faces, (face) => raisedFace(face, materials)),
    gearTypes: each(raw.gearTypes, raisedGear),
  };
}

function materialsOf(faces: readonly Raw[]): Map<string, Raw> {
  const materials = new Map<string, Raw>();
  for (const { material, shape } of faces) {
    const name = String(material);
    if (materials.has(name)) continue;
    const thicknessMm = record(shape).thicknessMm;
    materials.set(name, {
      id: `material-${materials.size + 1}`,
      name,
      thicknessMm: typeof thicknessMm === 'number' ? thicknessMm : 1,
      holding: 'unknown',
      fireClass: 'unknown',
      fireClassNote: '',
      approvedPullN: null,
      approvedShearN: null,
      cutWith: '',
      source: { kind: 'yours', title: 'Named in an older version of this job' },
    });
  }
  return materials;
}

function raisedFace({ meanMaxTempC, ...face }: Raw, materials: ReadonlyMap<string, Raw>): Raw {
  const shape = record(face.shape);
  return {
    ...face,
    material: materials.get(String(face.material))?.id,
    shape:
      shape.kind === 'outline'
        ? {
            ...shape,
            framing: each(shape.framing, raisedFraming),
            stands: null,
            asFound: { floorRiseDeg: null, leftLeanDeg: null, faceLeanDeg: null },
          }
        : shape,
    roomInFrontMm: null,
    obstacles: each(face.obstacles, raisedObstacle),
    setbacks: [],
    conditions: meanMaxTempC === undefined || meanMaxTempC === null ? {} : { meanMaxTempC },
  };
}

function raisedFraming(framing: Raw): Raw {
  return {
    role: /truss/iu.test(String(framing.name))
      ? 'truss'
      : /rib/iu.test(String(framing.name))
        ? 'rib'
        : 'stud',
    memberDepthMm: 0,
    stuff: 'unknown',
    species: '',
    specificGravity: null,
    mayBore: false,
    toleranceMm: 0,
    extent: null,
    found: [],
    ...framing,
  };
}

function raisedObstacle({ xMm, yMm, widthMm, heightMm, ...obstacle }: Raw): Raw {
  return {
    standsOutMm: 0,
    opens: null,
    isHidden: false,
    noDrillMm: obstacle.kind === 'pipe' ? 50 : 0,
    ...obstacle,
    shape: { kind: 'box', xMm, yMm, widthMm, heightMm },
  };
}

function raisedGear(gear: Raw): Raw {
  return {
    enclosure: '',
    orientations: ['upright'],
    heat: { lossW: 0, sheds: 'none' },
    parts: [],
    terminals: [],
    ratings: {
      maxVoltageV: null,
      minVoltageV: null,
      voltsToGroundV: null,
      maxCurrentA: null,
      powerW: null,
      energyWh: null,
    },
    maxAmbientC: null,
    cover: null,
    handles: [],
    battery: null,
    flush: null,
    board: null,
    solarModule: null,
    origin: null,
    ...gear,
    bracketHoles: each(gear.bracketHoles, (hole) => ({ torqueNm: null, ...hole })),
  };
}

/** A damaged file is raised as far as it goes, and what is no list stays as it is: the schema then names what is wrong. */
function each(value: unknown, raise: (item: Raw) => Raw): unknown {
  return Array.isArray(value) ? value.map((item) => raise(record(item))) : value;
}

function record(value: unknown): Raw {
  return typeof value === 'object' && value !== null ? (value as Raw) : {};
}
