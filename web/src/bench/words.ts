import { inDialect, type Dialect } from '@zarnel/core/words';
import { LAYERS, type FixingKind } from '@zarnel/core/figures';
import type {
  Plan,
  Conditions,
  Face,
  Framing,
  GearKind,
  GearType,
  LayerKind,
  Material,
  Obstacle,
  Travel,
} from '@zarnel/core/plan';

// The document's short words as a person says them.

export const SETTING_WORDS: Readonly<Record<Plan['site']['setting'], string>> = {
  building: 'Building',
  mobile: 'Van, trailer or boat',
};

export const CODE_BASIS_WORDS: Readonly<Record<Plan['codeBasis'], string>> = {
  us: 'NEC and companions',
  iec: 'IEC 60364 and companions',
};

export const FACE_KIND_WORDS: Readonly<Record<Face['kind'], string>> = {
  wall: 'Wall',
  board: 'Board',
  roof: 'Roof',
  ceiling: 'Ceiling',
  floor: 'Floor',
  cavity: 'Cavity',
  compartment: 'Compartment',
  hatch: 'Hatch',
};

/** As its table calls it. */
export function layerName(kind: LayerKind): string {
  const { name } = LAYERS[kind];
  return `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
}

export const HOLDING_WORDS: Readonly<Record<Material['holding'], string>> = {
  'wood-screw': 'Holds wood screws',
  'framing-only': 'Holds nothing itself: fix to the framing',
  'masonry-anchor': 'Takes anchors',
  'through-bolt': 'Bolt through, with backing',
  'rivet-nut': 'Takes rivet nuts',
  'machine-screw': 'Takes machine screws and clips',
  'slide-in-nut': 'Rails alone: slide-in nuts',
  unknown: 'Not known',
};

export const SKIN_WORDS: Readonly<Record<Material['skin'], string>> = {
  'painted-metal': 'Painted or coated sheet',
  'bare-metal': 'Bare metal',
  membrane: 'Membrane',
  laminate: 'Laminate or gelcoat',
  shingles: 'Shingles',
  tiles: 'Tiles or slates',
  wood: 'Wood',
  masonry: 'Masonry',
  board: 'Plaster or cement board',
  plastic: 'Plastic',
  unknown: 'Not known',
};

export const FIRE_CLASS_WORDS: Readonly<Record<Material['fireClass'], string>> = {
  'non-combustible': 'Does not burn',
  limited: 'Burns little',
  combustible: 'Burns',
  unknown: 'Not known: ask for its class',
};

export const ROLE_WORDS: Readonly<Record<Framing['role'], string>> = {
  stud: 'Studs',
  joist: 'Joists',
  truss: 'Trusses',
  rafter: 'Rafters',
  purlin: 'Purlins',
  noggin: 'Noggins',
  batten: 'Battens',
  rib: 'Ribs',
  spar: 'Spars',
  seam: 'Sheet seams',
};

export const STUFF_WORDS: Readonly<Record<Framing['stuff'], string>> = {
  wood: 'Wood',
  steel: 'Steel',
  aluminium: 'Aluminium',
  plastic: 'Plastic or glass-fibre',
  masonry: 'Masonry',
  unknown: 'Not known',
};

export const OBSTACLE_WORDS: Readonly<Record<Obstacle['kind'], string>> = {
  door: 'Door',
  window: 'Window',
  hatch: 'Hatch',
  skylight: 'Skylight',
  vent: 'Vent',
  fan: 'Fan',
  pipe: 'Pipe',
  cable: 'Cable already there',
  'fuel-line': 'Fuel line',
  rigging: 'Rigging',
  walkway: 'Walkway',
  modules: 'Solar modules',
  other: 'Something else',
};

export const LOCATION_WORDS: Readonly<Record<Conditions['location'], string>> = {
  dry: 'Dry',
  damp: 'Damp',
  wet: 'Wet',
};

export const SUN_WORDS: Readonly<Record<Conditions['sun'], string>> = {
  none: 'No direct sun',
  part: 'Sun for part of the day',
  full: 'Full sun',
};

export const TRAVEL_WORDS: Readonly<Record<Travel, string>> = {
  right: 'To the right',
  left: 'To the left',
  'towards-viewer': 'Towards you',
  away: 'Away from you',
};

export const GEAR_KIND_WORDS: Readonly<Record<GearKind, string>> = {
  inverter: 'Inverter',
  'gang-inverter': 'Gang inverter',
  'charge-controller': 'Charge controller',
  battery: 'Battery',
  'load-centre': 'Load centre',
  'transfer-switch': 'Transfer switch',
  disconnect: 'Disconnect',
  combiner: 'Combiner',
  'fuse-holder': 'Fuse holder',
  wireway: 'Wireway',
  board: 'Board',
  'junction-box': 'Junction box',
  'solar-module': 'Solar module',
  other: 'Other',
};

export const ORIENTATION_WORDS: Readonly<Record<GearType['orientations'][number], string>> = {
  upright: 'Upright',
  'on-left-side': 'On its left side',
  'on-right-side': 'On its right side',
  'upside-down': 'Upside down',
  flat: 'Flat on its back',
};

export const HEAT_WORDS: Readonly<Record<GearType['heat']['sheds'], string>> = {
  none: 'No side of its own',
  front: 'Front',
  back: 'Back',
  top: 'Top',
  bottom: 'Bottom',
  left: 'Left side',
  right: 'Right side',
};

/** Words as the options of a choice, in their order. */
export function optionsOf<Value extends string>(
  words: Readonly<Record<Value, string>>,
  dialect: Dialect | null = null,
) {
  return (Object.entries(words) as [Value, string][]).map(([value, label]) => ({
    value,
    label: inDialect(label, dialect),
  }));
}

export const CHEMISTRY_WORDS: Readonly<Record<NonNullable<GearType['battery']>['chemistry'], string>> = {
  'vented-lead-acid': 'Lead-acid, vented',
  'valve-regulated-lead-acid': 'Lead-acid, valve-regulated',
  lithium: 'Lithium',
};

export const FIXING_WORDS: Readonly<Record<FixingKind, string>> = {
  'lag-in-member': 'Lag into the framing',
  'screw-in-member': 'Wood screw into the framing',
  'screw-in-board': 'Wood screw into the board alone',
  'bolt-in-metal-member': 'Bolt or self-drilling screw into the metal framing',
  'sleeve-anchor': 'Sleeve anchor, as its approval says',
  'through-bolt': 'Bolt through, with backing',
  'rivet-nut': 'Rivet nut',
  'machine-screw': 'Machine screw or clip',
  'slide-in-nut': 'Bolt into a slide-in nut of the rail behind',
  nothing: 'Meets no framing, and the face holds nothing itself',
  unknown: 'What it holds in is not known',
};
