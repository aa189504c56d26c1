// Frozen: raises raw version 1 to version 2 and imports none of today's types.
type Raw = Record<string, unknown>;

/** Version 2 describes sites and gear whole: conditions, materials, survey figures, obstacles with heights, full gear. */
export function siteAndGear(raw: Readonly<Raw>): Raw {
  const site = record(raw.site);
  const faces = list(raw.faces);
  const materials = materialsOf(faces);
  return {
    ...raw,
    site: {
      setting: site.setting,
      conditions: {
        location: 'dry',
        meanMaxTempC: site.meanMaxTempC,
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
    materials: [...materials.values()],
    faces: faces.map((face) => raisedFace(face, materials)),
    gearTypes: list(raw.gearTypes).map(raisedGear),
    circuits: [],
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
            framing: list(shape.framing).map(raisedFraming),
            stands: null,
            asFound: { floorRiseDeg: null, leftLeanDeg: null, faceLeanDeg: null },
          }
        : shape,
    roomInFrontMm: null,
    obstacles: list(face.obstacles).map(raisedObstacle),
    setbacks: [],
    conditions: typeof meanMaxTempC === 'number' ? { meanMaxTempC } : {},
  };
}

function raisedFraming(framing: Raw): Raw {
  return {
    ...framing,
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
  };
}

function raisedObstacle({ xMm, yMm, widthMm, heightMm, ...obstacle }: Raw): Raw {
  return {
    ...obstacle,
    shape: { kind: 'box', xMm, yMm, widthMm, heightMm },
    standsOutMm: 0,
    opens: null,
    isHidden: false,
    noDrillMm: obstacle.kind === 'pipe' ? 50 : 0,
  };
}

function raisedGear(gear: Raw): Raw {
  return {
    ...gear,
    enclosure: '',
    orientations: ['upright'],
    heat: { lossW: 0, sheds: 'none' },
    parts: [],
    bracketHoles: list(gear.bracketHoles).map((hole) => ({ ...hole, torqueNm: null })),
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
  };
}

/** A damaged file is raised as far as it goes; the schema then names what is wrong with it. */
function list(value: unknown): Raw[] {
  return Array.isArray(value) ? value.map(record) : [];
}

function record(value: unknown): Raw {
  return typeof value === 'object' && value !== null ? (value as Raw) : {};
}
