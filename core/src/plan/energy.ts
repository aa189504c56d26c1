import { z } from '../zod.ts';
import { idSchema, nameSchema } from './values.ts';

const watts = z.number().min(0, 'must not be negative').max(1_000_000);
const pct = z.number().min(0, 'must not be negative').max(100, 'must be at most 100');
export const MONTHS = 12;
const byMonth = <Item extends z.ZodType>(item: Item) => z.array(item).length(MONTHS, 'must have 12 months');

export const loadSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  powerW: watts.describe('While it runs'),
  count: z.number().int().min(1).max(1000),
  hoursPerDay: z.number().min(0, 'must not be negative').max(24, 'must be at most 24'),
  dutyPct: pct.describe('Of those hours, how much of the time it draws its power'),
  isAc: z.boolean().describe('Fed through the inverter'),
});
export type EnergyLoad = z.infer<typeof loadSchema>;

export const SECOND_SOURCES = ['shore', 'alternator', 'generator'] as const;

/** What the job uses in a day and what it has to live on. */
export const energySchema = z.strictObject({
  loads: z.array(loadSchema).max(200),
  inverterPct: pct.describe('What of the battery’s energy the inverter passes on'),
  inverterIdleW: watts.describe('What the inverter takes all day'),
  harvest: z
    .discriminatedUnion('by', [
      z.strictObject({
        by: z.literal('sun-hours'),
        hours: byMonth(z.number().min(0, 'must not be negative').max(24, 'must be at most 24')),
      }),
      z.strictObject({ by: z.literal('clear-sky'), clearnessPct: byMonth(pct) }),
    ])
    .describe('Hours of full sun a day by month, as typed; or the clear sky with what of it comes through'),
  passedOnPct: pct.describe('What of the modules’ energy reaches the battery: dirt, heat, wires, controller'),
  batteryWh: z
    .number()
    .positive('must be more than 0')
    .max(100_000_000)
    .nullable()
    .describe('Null for what the batteries of the plan hold'),
  usablePct: pct.nullable().describe('Null for the usual of its chemistry'),
  daysWithoutSun: z.number().min(0, 'must not be negative').max(60),
  second: z
    .strictObject({ kind: z.enum(SECOND_SOURCES), powerW: watts, hoursPerDay: z.number().min(0).max(24) })
    .nullable(),
});
export type Energy = z.infer<typeof energySchema>;

/** What a list of loads starts from. Clearness and losses are usual figures of the temperate zone (common practice). */
export const FIRST_ENERGY: Energy = {
  loads: [],
  inverterPct: 90,
  inverterIdleW: 0,
  harvest: { by: 'clear-sky', clearnessPct: [45, 50, 55, 60, 60, 60, 60, 60, 60, 55, 45, 40] },
  passedOnPct: 80,
  batteryWh: null,
  usablePct: null,
  daysWithoutSun: 2,
  second: null,
};

/** Where the job stands under the sun. */
export const placeSchema = z.strictObject({
  latitudeDeg: z.number().min(-90, 'must be from −90 to 90').max(90, 'must be from −90 to 90'),
  longitudeDeg: z
    .number()
    .min(-180, 'must be from −180 to 180')
    .max(180, 'must be from −180 to 180')
    .describe('East of Greenwich'),
  rootFacesDeg: z
    .number()
    .min(0)
    .lt(360)
    .describe('Where a person looks who stands with their back to the root face, clockwise from north'),
});
export type Place = z.infer<typeof placeSchema>;
