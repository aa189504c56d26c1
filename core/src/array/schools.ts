import type { AttachmentSchool } from '../plan/module-field.ts';

/** What carries an attachment, and how its strength is known. */
type Holds =
  { readonly by: 'lag' } | { readonly by: 'approval'; readonly what: string } | { readonly by: 'bond' };

/** A school of holding modules: what it takes, what speaks for and against it. Common practice, no source, unless it says so. */
export type AttachmentFacts = {
  readonly name: string;
  readonly holds: Holds;
  /** Whether its feet must land on framing, on the sheet’s seams, or may stand anywhere. */
  readonly standsOn: 'framing' | 'seams' | 'skin';
  /** Holes through the roof for each foot, and their diameter; 0 where none is drilled. */
  readonly holes: number;
  readonly holeMm: number;
  /** What it lifts the rail off the roof by, usually. */
  readonly heightMm: number;
  /** How far its slot lifts the rail to a string line, mm; null where it has none. */
  readonly takesUpMm: number | null;
  /** Parts of one foot, in the order they go on. */
  readonly parts: readonly string[];
  readonly steps: readonly string[];
  readonly locks: string;
  readonly serviced: string;
  readonly bonds: string;
  readonly speaksFor: readonly string[];
  readonly speaksAgainst: readonly string[];
  /** What its product or its work asks of the weather, °C; null where it asks nothing. */
  readonly leastC: number | null;
  readonly waitHours: number;
};

const LAG_STEPS = [
  'Find the member from two sides and mark its middle',
  'Pilot to the full depth, square to the roof',
  'Fill the pilot with sealant, and bed the foot',
  'Drive the lag until the foot is drawn down, no further',
] as const;
const BOLTED = 'Serrated flange nut, or a nut with a nylon insert; thread locker on what moves';
const RAIL_BOND = 'Clamps with teeth, or a jumper at each splice: module frame to rail to earth';

export const ATTACHMENTS: Readonly<Record<AttachmentSchool, AttachmentFacts>> = {
  'lagged-foot': {
    name: 'Lagged foot with sealant',
    holds: { by: 'lag' },
    standsOn: 'framing',
    holes: 1,
    holeMm: 5,
    heightMm: 75,
    takesUpMm: 30,
    parts: ['Foot', 'Lag with sealing washer', 'Sealant under the foot', 'Bolt and nut to the rail'],
    steps: LAG_STEPS,
    locks: BOLTED,
    serviced: 'Foot and lag come off together; the hole is filled and bedded anew',
    bonds: RAIL_BOND,
    speaksFor: ['Strong in sound wood', 'Few parts, quick', 'Strength can be worked out'],
    speaksAgainst: ['The seal is one bead and its washer', 'A missed member is a leak that holds nothing'],
    leastC: 5,
    waitHours: 0,
  },
  'flashed-foot': {
    name: 'Flashed foot',
    holds: { by: 'lag' },
    standsOn: 'framing',
    holes: 1,
    holeMm: 5,
    heightMm: 90,
    takesUpMm: 30,
    parts: [
      'Flashing',
      'Foot',
      'Lag with sealing washer',
      'Sealant under the flashing’s upper edge',
      'Bolt and nut to the rail',
    ],
    steps: [...LAG_STEPS.slice(0, 2), 'Slide the flashing under the course above', ...LAG_STEPS.slice(2)],
    locks: BOLTED,
    serviced: 'The foot comes off, the flashing stays and keeps the water out',
    bonds: RAIL_BOND,
    speaksFor: ['Sheds water even when the sealant is old', 'What codes for shingles ask for in many places'],
    speaksAgainst: ['Shingles above have to be lifted and their nails drawn', 'More parts, slower'],
    leastC: 5,
    waitHours: 0,
  },
  'seam-clamp': {
    name: 'Clamp on a standing seam or a rack’s tab',
    holds: { by: 'approval', what: 'of the clamp on this seam or tab' },
    standsOn: 'seams',
    holes: 0,
    holeMm: 0,
    heightMm: 60,
    takesUpMm: null,
    parts: ['Clamp', 'Set screws', 'Bolt and nut to the rail'],
    steps: [
      'Clean the seam',
      'Set the clamp square',
      'Draw the set screws to their torque, in turn',
      'Look again after a week',
    ],
    locks: 'Round-nosed set screws to their torque, marked with a line of paint',
    serviced: 'Comes off and goes on again, no hole left',
    bonds: 'The set screw through the paint, or a jumper: painted seams bond nothing by themselves',
    speaksFor: ['No hole at all', 'Comes off again'],
    speaksAgainst: ['Only as strong as the seam and what holds the seam', 'Spacing is the seam’s, not yours'],
    leastC: null,
    waitHours: 0,
  },
  'low-foot': {
    name: 'Low fixed foot',
    holds: { by: 'lag' },
    standsOn: 'framing',
    holes: 2,
    holeMm: 4,
    heightMm: 35,
    takesUpMm: null,
    parts: [
      'Foot',
      'Two screws with sealing washers',
      'Bedding tape or sealant',
      'Bolt and nut to the rail or frame',
    ],
    steps: LAG_STEPS,
    locks: 'Nut with a nylon insert: it cannot be reached once the module is on',
    serviced: 'The module has to come off first',
    bonds: RAIL_BOND,
    speaksFor: ['Low: little wind, little height', 'Nothing to see'],
    speaksAgainst: ['Cannot be unbolted under the module', 'Hardly any air under it: warmer cells'],
    leastC: 5,
    waitHours: 0,
  },
  'side-adjust-foot': {
    name: 'Side-adjust foot',
    holds: { by: 'lag' },
    standsOn: 'framing',
    holes: 2,
    holeMm: 4,
    heightMm: 60,
    takesUpMm: 40,
    parts: [
      'Base',
      'Two screws with sealing washers',
      'Bedding tape or sealant',
      'Slotted upright with side bolt',
    ],
    steps: LAG_STEPS,
    locks: 'Nylon-insert nut on the side bolt; marked with a line of paint',
    serviced: 'The side bolt comes out and the module lifts off; base and seal stay untouched',
    bonds: RAIL_BOND,
    speaksFor: ['Comes off without breaking the seal', 'The slot takes up an uneven roof'],
    speaksAgainst: ['Higher, so more wind', 'Two more bolts at each foot to look after'],
    leastC: 5,
    waitHours: 0,
  },
  'well-nut': {
    name: 'Well nut in thin skin',
    holds: { by: 'approval', what: 'of the well nut in this skin' },
    standsOn: 'skin',
    holes: 2,
    holeMm: 13,
    heightMm: 40,
    takesUpMm: null,
    parts: ['Foot', 'Two well nuts', 'Two machine screws', 'Sealant under the foot and in the holes'],
    steps: [
      'Drill at the size of the rubber, deburr, paint bare edges',
      'Seat the nut in sealant',
      'Draw up until the rubber bulges: by feel, never by driver',
    ],
    locks: 'The rubber holds the screw; never thread locker on rubber',
    serviced: 'Comes out with the screw; the hole is large',
    bonds: 'Rubber insulates: a jumper from every foot',
    speaksFor: [
      'Holds where nothing behind can be reached',
      'Seals as it is drawn up',
      'Soft against vibration',
    ],
    speaksAgainst: [
      'Pulls out of thin sheet at loads that nobody published for yours',
      'Rubber ages in heat',
    ],
    leastC: 5,
    waitHours: 0,
  },
  'rivet-nut': {
    name: 'Rivet nut',
    holds: { by: 'approval', what: 'of the rivet nut in this skin' },
    standsOn: 'skin',
    holes: 2,
    holeMm: 9,
    heightMm: 40,
    takesUpMm: null,
    parts: ['Foot', 'Two rivet nuts', 'Two machine screws', 'Sealant under the foot and in the holes'],
    steps: [
      'Drill to the nut’s own size, deburr, paint bare edges',
      'Seat the nut in sealant and set it',
      'Draw up to its torque',
    ],
    locks: 'Thread locker, or a nylon-insert nut on a stud',
    serviced: 'The screw comes out again and again; the nut stays',
    bonds: RAIL_BOND,
    speaksFor: ['A thread in thin metal', 'Serviceable'],
    speaksAgainst: [
      'Spins when it is overdrawn, and then has to be drilled out',
      'Steel in aluminium corrodes where it is wet',
    ],
    leastC: 5,
    waitHours: 0,
  },
  bonded: {
    name: 'Bonded: adhesive or foam tape',
    holds: { by: 'bond' },
    standsOn: 'skin',
    holes: 0,
    holeMm: 0,
    heightMm: 50,
    takesUpMm: null,
    parts: [
      'Bracket with a wide base',
      'Foam tape or adhesive',
      'Cleaner and primer',
      'Sealant round the edge',
    ],
    steps: [
      'Wash, abrade where the product says so, wipe with the cleaner',
      'Prime and wait',
      'Press each part of the area, then leave it alone',
      'Seal the edge',
    ],
    locks: 'Nylon-insert nuts between bracket and module',
    serviced: 'Cut off with a wire; the paint may come with it',
    bonds: 'Nothing bonds through tape: a jumper from every bracket',
    speaksFor: ['No hole', 'Spreads the load over the skin'],
    speaksAgainst: [
      'Only as strong as the paint under it',
      'Wants warmth, a clean roof and a day of waiting',
      'Claims of tens of pounds to the inch are never believed without a test',
    ],
    leastC: 10,
    waitHours: 24,
  },
  'tilt-legs': {
    name: 'Tilt legs',
    holds: { by: 'lag' },
    standsOn: 'framing',
    holes: 2,
    holeMm: 4,
    heightMm: 60,
    takesUpMm: null,
    parts: ['Hinged base', 'Two screws with sealing washers', 'Leg with pins', 'Sealant under the base'],
    steps: [...LAG_STEPS, 'Pin the legs down before the body moves'],
    locks: 'Captive pins with a spring clip: checked before each trip',
    serviced: 'Hinges open: the roof under it can be reached',
    bonds: 'A braid across each hinge',
    speaksFor: ['More sun in winter', 'Air and access under the module'],
    speaksAgainst: ['Wind gets under it', 'Forgotten up, it does not survive the road'],
    leastC: 5,
    waitHours: 0,
  },
};
