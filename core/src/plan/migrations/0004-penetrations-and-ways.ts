// Frozen: raises raw version 4 to version 5 and imports none of today’s types.
type Raw = Record<string, unknown>;

/**
 * Version 5 says of a sealed hole what stands over it and how it is sealed; of a material what its surface is; of a face the
 * fire resistance that it must keep; of a run by where it has to go; and what the router weighs. One gland in a hole stays one
 * gland; several are those of a box.
 */
export function penetrationsAndWays(raw: Readonly<Raw>): Raw {
  const { passes, ...more } = raw;
  return {
    ...more,
    routing: { bendMm: 0, penetrationMm: 0, boreMm: 300, seenPct: 0, outOfReachPct: 0 },
    materials: each(raw.materials, (material) => ({ ...material, skin: skinOf(material) })),
    faces: each(raw.faces, (face) => ({ ...face, fireRatedMinutes: null })),
    penetrations: each(passes, penetrationOf),
    runs: each(raw.runs, (run) => ({ ...run, via: [] })),
  };
}

function penetrationOf({ gland, glandCount, ...more }: Raw): Raw {
  return {
    ...more,
    entry: glandCount === 1 ? { kind: 'gland', gland } : { kind: 'box', gland, glandCount },
    base: null,
    opensTo: null,
    hasPullString: false,
    school: null,
    done: [],
  };
}

/** Of materials that came with the program, by their ids then; of others only where how they are fixed to tells it. */
const SKINS: Readonly<Record<string, string>> = {
  'material-plywood': 'wood',
  'material-gypsum': 'board',
  'material-cement-board': 'board',
  'material-concrete': 'masonry',
  'material-block': 'masonry',
  'material-shingles': 'shingles',
  'material-sheet-steel': 'painted-metal',
  'material-sheet-aluminium': 'bare-metal',
  'material-glass-fibre': 'laminate',
  'material-sandwich': 'laminate',
  'material-thin-ply': 'wood',
  'material-plastic-board': 'plastic',
  'material-tube': 'bare-metal',
};

function skinOf({ id, holding }: Raw): string {
  const known = typeof id === 'string' ? SKINS[id] : undefined;
  if (known !== undefined) return known;
  if (holding === 'masonry-anchor') return 'masonry';
  return holding === 'wood-screw' ? 'wood' : 'unknown';
}

function each(list: unknown, up: (item: Raw) => Raw): unknown {
  return Array.isArray(list)
    ? list.map((item) => up(typeof item === 'object' && item !== null ? (item as Raw) : {}))
    : list;
}
