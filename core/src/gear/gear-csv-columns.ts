// The columns of a table of gear types, as documented in docs/gear-format.md.

/** Within a cell entries are parted by `;` and their fields by `|`. */
export const ENTRY = ';';
export const FIELD = '|';

export const LENGTHS = {
  width: 'widthMm',
  height: 'heightMm',
  depth: 'depthMm',
  standoff: 'standoffMm',
  drop: 'dropMm',
  side_play: 'sidePlayMm',
} as const;
export const RATINGS = {
  max_voltage_v: 'maxVoltageV',
  min_voltage_v: 'minVoltageV',
  volts_to_ground_v: 'voltsToGroundV',
  max_current_a: 'maxCurrentA',
  power_w: 'powerW',
  energy_wh: 'energyWh',
} as const;
export const SOLAR = {
  pmax_w: 'pmaxW',
  voc_v: 'vocV',
  isc_a: 'iscA',
  vmp_v: 'vmpV',
  imp_a: 'impA',
  voc_pct_per_c: 'vocPctPerC',
  max_fuse_a: 'maxFuseA',
} as const;
/** Further figures of a module: left out where a sheet does not say them. */
export const SOLAR_MORE = {
  isc_pct_per_c: 'iscPctPerC',
  noct_c: 'noctC',
  module_cells: 'cells',
  bypass_diodes: 'bypassDiodes',
  halves: 'halves',
} as const;

export const GEAR_CSV_COLUMNS = [
  'id',
  'name',
  'kind',
  ...Object.keys(LENGTHS),
  'mass_kg',
  'location',
  'enclosure',
  'orientations',
  'heat_w',
  'heat_side',
  'max_ambient_c',
  'knockouts',
  'bracket_holes',
  'parts',
  'terminals',
  'cover',
  'handles',
  'device',
  'battery',
  'board',
  'board_rail',
  'board_pull_n',
  'board_shear_n',
  'seams',
  'flush',
  ...Object.keys(RATINGS),
  ...Object.keys(SOLAR),
  ...Object.keys(SOLAR_MORE),
  'lead',
  'connector',
  'array_a',
  'efficiency_pct',
  'rules',
];

/** Which column a field of the type comes from, so that a fault names what the person sees. */
const COLUMN_OF_FIELD: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    [
      ...Object.entries(LENGTHS),
      ...Object.entries(RATINGS),
      ...Object.entries(SOLAR),
      ...Object.entries(SOLAR_MORE),
    ].map(([column, field]) => [field, column]),
  ),
  massKg: 'mass_kg',
  lossW: 'heat_w',
  sheds: 'heat_side',
  bracketHoles: 'bracket_holes',
  maxAmbientC: 'max_ambient_c',
  seamsMm: 'seams',
  rail: 'board_rail',
  approvedPullN: 'board_pull_n',
  approvedShearN: 'board_shear_n',
  leadMm: 'lead',
  arrayA: 'array_a',
  efficiencyPct: 'efficiency_pct',
};

/** `knockouts[1].alongMm` comes from the column `knockouts`. */
export function columnOf(path: string): string {
  const names = path.split(/[.[\]]+/u).filter((name) => name !== '' && !/^\d+$/u.test(name));
  const [first = ''] = names;
  const isNested = first === 'ratings' || first === 'solarModule' || first === 'heat';
  const field = isNested ? (names[1] ?? first) : first;
  return COLUMN_OF_FIELD[field] ?? field;
}
