import { FIRE_CLASSES, HOLDINGS } from './material.ts';
import { CONDUIT_SIZES } from '../reference/conductor-sizes.ts';
import { RAIL_KINDS } from '../reference/rails.ts';
import { sourceSchema } from '../reference/source.ts';
import { z } from '../zod.ts';
import {
  givenDistanceSchema,
  givenTemperatureSchema,
  idSchema,
  lengthMmSchema,
  nameSchema,
  positionMmSchema,
  sizeMmSchema,
  tempCSchema,
  textSchema,
} from './values.ts';

const massKgSchema = z.number().positive('must be more than 0').max(20_000);
const torqueNmSchema = z.number().positive('must be more than 0').max(2_000).nullable();
const positive = (max: number) => z.number().positive('must be more than 0').max(max).nullable();

export const KNOCKOUT_EDGES = ['top', 'bottom', 'left', 'right'] as const;

const knockoutSchema = z.strictObject({
  id: idSchema,
  edge: z.enum(KNOCKOUT_EDGES),
  alongMm: lengthMmSchema.describe(
    'Along the edge from the body’s left (top, bottom) or lower (left, right) end',
  ),
  fromBackMm: lengthMmSchema.describe('From the back of the body towards the viewer'),
  tradeSize: z.enum(CONDUIT_SIZES),
});
export type Knockout = z.infer<typeof knockoutSchema>;

const bracketHoleSchema = z.strictObject({
  id: idSchema,
  xMm: positionMmSchema.describe('Right of the hook line’s centre'),
  yMm: positionMmSchema.describe('Above the hook line'),
  pilotMm: sizeMmSchema.describe('Pilot hole diameter'),
  torqueNm: torqueNmSchema.describe('Fastening torque; null where the maker states none'),
});
export type BracketHole = z.infer<typeof bracketHoleSchema>;

/** A part that is lifted and fastened by itself: of a gang, a module; of a unit, its body or its wiring box. */
const partSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  massKg: massKgSchema,
  box: z
    .strictObject({ xMm: lengthMmSchema, yMm: lengthMmSchema, widthMm: sizeMmSchema, heightMm: sizeMmSchema })
    .nullable()
    .describe('On the body’s front, from its lower left corner; null where it fills no place of its own'),
  order: z.number().int().min(1).max(20).describe('In which order the parts are lifted and fastened'),
  torqueNm: torqueNmSchema,
});
export type GearPart = z.infer<typeof partSchema>;

/** How a terminal holds a conductor: under a screw or a cage, by a spring, on a stud, or as the plug of a module lead. */
export const TERMINAL_KINDS = ['clamp', 'spring', 'stud', 'plug'] as const;

const terminalSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  minMm2: positive(2_000).describe('Smallest conductor it takes'),
  maxMm2: positive(2_000).describe('Largest conductor it takes'),
  torqueNm: torqueNmSchema,
  takes: z
    .enum(TERMINAL_KINDS)
    .nullable()
    .optional()
    .describe('How a conductor is held in it; null or left out where nobody said'),
  ratedC: z
    .union([z.literal(60), z.literal(75), z.literal(90)])
    .optional()
    .describe('Temperature it is marked for; left out where it is not marked'),
});
export type Terminal = z.infer<typeof terminalSchema>;

export const DEVICE_OPENS = ['under-load', 'without-load'] as const;

/** How gear opens a circuit: as its plate says. */
const deviceSchema = z.strictObject({
  clears: z.boolean().describe('Whether it clears a fault by itself: a fuse or a breaker'),
  opens: z.enum(DEVICE_OPENS).describe('Whether it may be opened while current flows'),
  dcV: positive(2_000).describe(
    'Highest direct voltage it is marked to open; null where it is marked for none',
  ),
  isOneWay: z.boolean().describe('Marked for one direction of direct current'),
});
export type Device = z.infer<typeof deviceSchema>;

const ratingsSchema = z.strictObject({
  maxVoltageV: positive(2_000),
  minVoltageV: positive(2_000).describe('Start of the operating window'),
  voltsToGroundV: positive(2_000).describe('For the working space in front'),
  maxCurrentA: positive(10_000).describe('Continuous'),
  powerW: positive(10_000_000),
  energyWh: positive(10_000_000).describe('Of a battery'),
  arrayA: positive(10_000)
    .optional()
    .describe('Short-circuit current of modules that one input bears; left out if unknown'),
  efficiencyPct: z
    .number()
    .min(50, 'must be 50 or more')
    .max(100)
    .optional()
    .describe('Of an inverter on a battery, at its full output and lowest voltage; left out if unknown'),
});

/** A solar module at standard test conditions. */
const solarModuleSchema = z.strictObject({
  pmaxW: z.number().positive().max(2_000),
  vocV: z.number().positive().max(500),
  iscA: z.number().positive().max(100),
  vmpV: z.number().positive().max(500),
  impA: z.number().positive().max(100),
  vocPctPerC: z
    .number()
    .min(-1)
    .max(0, 'must not be more than 0: a warmer module has less voltage')
    .nullable()
    .describe('Voltage per kelvin, % of Voc; null if unknown'),
  maxFuseA: positive(100),
  iscPctPerC: z
    .number()
    .min(-0.1)
    .max(0.3)
    .optional()
    .describe('Current per kelvin, % of Isc; left out if unknown'),
  noctC: z
    .number()
    .min(20)
    .max(90)
    .optional()
    .describe('Cell temperature in 800 W/m² and 20 °C; left out if unknown'),
  cells: z.number().int().min(1).max(300).optional().describe('In series; left out if unknown'),
  bypassDiodes: z
    .number()
    .int()
    .min(1)
    .max(12)
    .optional()
    .describe('Groups of cells that are bypassed; left out if unknown'),
  halves: z
    .number()
    .int()
    .min(1)
    .max(2)
    .optional()
    .describe('2 where cells are cut in half and the halves of the module lie side by side; left out: 1'),
  leadMm: lengthMmSchema.max(20_000).optional().describe('Each of its two leads; left out if unknown'),
  connector: textSchema
    .trim()
    .min(1)
    .max(60)
    .optional()
    .describe('What its leads end in; left out if unknown'),
});

export const BATTERY_CHEMISTRIES = ['vented-lead-acid', 'valve-regulated-lead-acid', 'lithium'] as const;

/** What a battery is inside, for its ventilation. */
const batterySchema = z.strictObject({
  chemistry: z.enum(BATTERY_CHEMISTRIES),
  cells: z.number().int().min(1).max(2_000).describe('In series'),
  capacityAh: z.number().positive('must be more than 0').max(100_000).describe('At the ten-hour rate'),
});

/** What a backer board is: gear that other gear is fixed to. Its body’s depth is its thickness. */
const boardSchema = z.strictObject({
  material: nameSchema.describe('As it is bought'),
  fireClass: z.enum(FIRE_CLASSES),
  holding: z.enum(HOLDINGS),
  cornerRadiusMm: lengthMmSchema,
  hasTrim: z.boolean().describe('Its edge is trimmed all round'),
  cables: z.enum(['behind', 'on-face']).describe('Where its cables run'),
  railsUpMm: z
    .array(lengthMmSchema)
    .max(20)
    .describe('Level rails behind it with slide-in nuts: the middle of each above its bottom'),
  rail: z.enum(RAIL_KINDS).optional().describe('Which rail; left out for the deep one'),
  approvedPullN: positive(1_000_000)
    .optional()
    .describe(
      'Approved load of the fixing used in it, straight out; left out or null where nobody entered it',
    ),
  approvedShearN: positive(1_000_000).optional().describe('The same, along it'),
});
export type Board = z.infer<typeof boardSchema>;

/** How gear is let into a panel: its cut-out, what it needs behind, which panels its clips or screws hold. */
const flushSchema = z.strictObject({
  cutWidthMm: sizeMmSchema,
  cutHeightMm: sizeMmSchema,
  cornerHoleMm: lengthMmSchema.describe(
    'Holes drilled first in the corners of the cut-out; 0 where it is sawn square',
  ),
  behindMm: sizeMmSchema.describe('How far it reaches in behind the face of the panel'),
  wiresMm: lengthMmSchema.describe('What its wires need behind it to bend'),
  panelMm: z
    .strictObject({ leastMm: lengthMmSchema, mostMm: sizeMmSchema })
    .describe('Thickness of panel that its clips or screws hold'),
});
export type Flush = z.infer<typeof flushSchema>;

/** A door or cover on its front that swings open about one of its edges. */
const coverSchema = z.strictObject({
  hinge: z.enum(['left', 'right', 'top', 'bottom']),
  leafMm: sizeMmSchema.describe('From the hinge to its free edge'),
});

/** An operating handle, a breaker, a display: what a hand must reach. */
const handleSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  upMm: lengthMmSchema.describe('Its centre in its highest position, above the bottom of the body'),
});

export const RULE_SIDES = ['beside', 'above', 'below', 'front', 'any'] as const;
export const RULE_COUNTERPARTS = [
  'same-kind',
  'any-gear',
  'surface',
  'edge',
  'floor',
  'ceiling',
  'obstacle',
  'opening',
] as const;

/** A required gap around gear. It applies where every condition given holds; the largest that applies governs. */
export const clearanceRuleSchema = z.strictObject({
  id: idSchema,
  side: z.enum(RULE_SIDES),
  counterpart: z
    .enum(RULE_COUNTERPARTS)
    .describe('Gear; a face that meets or ends this one; floor; ceiling; an obstacle; a door or window'),
  distance: givenDistanceSchema,
  when: z.strictObject({
    side: z.enum(['inside', 'outside']).optional(),
    meanMaxAtLeast: givenTemperatureSchema.optional(),
  }),
  source: sourceSchema,
});
export type ClearanceRule = z.infer<typeof clearanceRuleSchema>;
export type RuleCounterpart = ClearanceRule['counterpart'];
export type RuleSide = ClearanceRule['side'];

export const GEAR_KINDS = [
  'inverter',
  'gang-inverter',
  'charge-controller',
  'battery',
  'load-centre',
  'transfer-switch',
  'disconnect',
  'combiner',
  'fuse-holder',
  'wireway',
  'board',
  'junction-box',
  'solar-module',
  'other',
] as const;
export type GearKind = (typeof GEAR_KINDS)[number];

export const HEAT_FACES = ['none', 'front', 'back', 'top', 'bottom', 'left', 'right'] as const;
export const ORIENTATIONS = ['upright', 'on-left-side', 'on-right-side', 'upside-down', 'flat'] as const;

/** What a piece of equipment is, wherever it is hung. The body is a box; the hook line is what carries it. */
export const gearTypeSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  kind: z.enum(GEAR_KINDS),
  widthMm: sizeMmSchema,
  heightMm: sizeMmSchema,
  depthMm: sizeMmSchema,
  standoffMm: lengthMmSchema.describe('From the face to the back of the body'),
  dropMm: lengthMmSchema.describe('From the hook line down to the bottom of the body'),
  sidePlayMm: lengthMmSchema.describe('How far the hung body can slide each way on its bracket'),
  massKg: massKgSchema.describe('All parts together'),
  location: z
    .enum(['indoor', 'outdoor'])
    .describe('Where its enclosure may be used; outdoor gear may also be indoors'),
  enclosure: z
    .string()
    .regex(
      /^(?:|IP[0-6X][0-9X][A-D]?|Type (?:1|2|3|3R|3S|3RX|3SX|4|4X|5|6|6P|12|13))$/u,
      'must be like IP65 or Type 3R, or empty',
    )
    .describe('Enclosure rating as printed on it'),
  orientations: z.array(z.enum(ORIENTATIONS)).min(1, 'must name at least one').max(5),
  heat: z.strictObject({
    lossW: z.number().min(0, 'must not be negative').max(1_000_000),
    sheds: z.enum(HEAT_FACES).describe('The side that sheds it'),
  }),
  parts: z.array(partSchema).max(20),
  knockouts: z.array(knockoutSchema).max(60),
  bracketHoles: z.array(bracketHoleSchema).max(60),
  terminals: z.array(terminalSchema).max(60),
  ratings: ratingsSchema,
  maxAmbientC: tempCSchema
    .nullable()
    .describe('Highest surrounding temperature it may run in; null if unknown'),
  cover: coverSchema.nullable().describe('Null where its front does not swing open'),
  handles: z.array(handleSchema).max(60),
  device: deviceSchema
    .nullable()
    .optional()
    .describe('Null where it opens no circuit; left out where nobody said'),
  battery: batterySchema.nullable(),
  flush: flushSchema.nullable().describe('Null where it cannot be let into a panel'),
  board: boardSchema.nullable().describe('Null for all but backer boards'),
  solarModule: solarModuleSchema.nullable(),
  seamsMm: z
    .array(lengthMmSchema)
    .max(60)
    .optional()
    .describe('Of a wireway: where its lengths are coupled, from its left end; left out where it is one'),
  rules: z.array(clearanceRuleSchema).max(60),
  origin: z
    .strictObject({ library: z.uuid(), version: z.number().int().min(1) })
    .nullable()
    .describe('The library type this is a copy of, and its version then; null for one of this job’s own'),
});
export type GearType = z.infer<typeof gearTypeSchema>;

export const NO_RATINGS: GearType['ratings'] = {
  maxVoltageV: null,
  minVoltageV: null,
  voltsToGroundV: null,
  maxCurrentA: null,
  powerW: null,
  energyWh: null,
};
