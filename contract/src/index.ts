import { z } from 'zod';
import { GEAR_KINDS, gearTypeSchema, START_KINDS, textSchema } from '@zarnel/core/plan';

/*
 * What server and client say to each other, apart from the plan itself. What is sent is judged strictly. What is read of an answer
 * is what is known of it: a newer server may say more, and a page that is still open from before goes on.
 */

export const jobSummarySchema = z.object({
  id: z.uuid(),
  name: z.string(),
  archived: z.boolean(),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
  /** The newest saved revision; also the plan’s ETag, in quotes. */
  revision: z.number().int().min(1),
});
export type JobSummary = z.infer<typeof jobSummarySchema>;

export const jobListSchema = z.object({
  jobs: z.array(jobSummarySchema),
  total: z.number().int().min(0),
});
export type JobList = z.infer<typeof jobListSchema>;

export const createJobSchema = z.strictObject({
  name: textSchema.trim().min(1, 'must not be empty').max(120),
  codeBasis: z.enum(['us', 'iec']),
  /** What it starts from, and its sizes by their names, mm or degrees; those left out are usual ones. */
  start: z.enum(START_KINDS).default('wall'),
  sizes: z.record(z.string().max(40), z.number().min(0).max(1e6)).default({}),
  /** Of a bare wall: whether it stands in something that moves. */
  setting: z.enum(['building', 'mobile']).optional(),
  meanMaxTempC: z.number().min(-90).max(90),
});

export type NewJob = z.infer<typeof createJobSchema>;

export const patchJobSchema = z
  .strictObject({
    name: textSchema.trim().min(1, 'must not be empty').max(120).optional(),
    archived: z.boolean().optional(),
  })
  .refine((patch) => Object.keys(patch).length > 0, 'must change something');

export const restoreSchema = z.strictObject({ revision: z.number().int().min(1) });

/** save: acknowledged. conflict: a stale save, kept beside. restore: an older revision made current. */
export const REVISION_KINDS = ['save', 'conflict', 'restore'] as const;

export const revisionSchema = z.object({
  number: z.number().int().min(1),
  /** A kind that a newer server knows is a save as any other to this page. */
  kind: z.enum(REVISION_KINDS).catch('save'),
  /** The revision it was made from; null for the first. */
  madeFrom: z.number().int().min(1).nullable(),
  createdAt: z.iso.datetime(),
  sizeChars: z.number().int().min(0),
  /** Who made it, as they call themselves; empty where nobody said. */
  who: z.string(),
  /** What was changed, in words; empty for the first, or where nothing was. */
  what: z.string(),
  /** Given by a person; a revision with a name is never thinned out. */
  name: z.string().nullable(),
  /** When something to drill by was last printed or taken from it. */
  printedAt: z.iso.datetime().nullable(),
});
export type Revision = z.infer<typeof revisionSchema>;

export const revisionListSchema = z.object({
  revisions: z.array(revisionSchema),
  total: z.number().int().min(0),
});
export type RevisionList = z.infer<typeof revisionListSchema>;

export const nameRevisionSchema = z.strictObject({
  name: textSchema
    .trim()
    .min(1, 'must not be empty')
    .max(120)
    .nullable()
    .describe('Null takes the name away'),
});

export const savedSchema = z.object({ revision: z.number().int().min(1) });

/** Where the server usually is, when it is not there because another program was first; and whether it is there, too. */
export const addressSchema = z.object({ usual: z.url().nullable(), isThere: z.boolean() });
export type Address = z.infer<typeof addressSchema>;

/** Which jobs are listed, newest first; `search` is part of a name, empty for all. */
export type JobsQuery = {
  readonly search: string;
  readonly archived: boolean;
  readonly offset: number;
  readonly limit: number;
  /** The one changed last comes first where it is left out. */
  readonly sort?: 'changed' | 'name';
};

/** RFC 9457 problem document; `errors` name the fields, `current` and `kept` the revisions of a refused save. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string().optional(),
  requestId: z.string().optional(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  current: z.number().int().optional(),
  kept: z.number().int().optional(),
});
export type Problem = z.infer<typeof problemSchema>;

/** A library type as the list shows it. Samples ship with Zarnel; the others are the user’s own. */
export const gearSummarySchema = z.object({
  id: z.uuid(),
  name: z.string(),
  kind: z.enum(GEAR_KINDS),
  /** The newest version; also its ETag, in quotes. */
  version: z.number().int().min(1),
  isSample: z.boolean(),
  archived: z.boolean(),
  updatedAt: z.iso.datetime(),
  widthMm: z.number(),
  heightMm: z.number(),
  depthMm: z.number(),
  massKg: z.number(),
});
export type GearSummary = z.infer<typeof gearSummarySchema>;

/** A type that the library keeps and this version cannot read: by name, with why. */
export const unreadableGearSchema = z.object({ id: z.uuid(), name: z.string(), why: z.string() });

export const gearListSchema = z.object({
  gear: z.array(gearSummarySchema),
  unreadable: z.array(unreadableGearSchema),
  total: z.number().int().min(0),
});
/** The same as a page reads it: a type of a kind that only a newer page knows hides none of the others. */
export const readGearListSchema = z
  .object({
    gear: z.array(z.unknown()),
    unreadable: z.array(unreadableGearSchema),
    total: z.number().int().min(0),
  })
  .transform(({ gear, unreadable, total }): GearList => {
    const [read, unread] = partly(gear, gearSummarySchema);
    const more = unread.flatMap((each) => namedSchema.safeParse(each).data ?? []);
    return {
      gear: read,
      unreadable: [...unreadable, ...more.map((each) => ({ ...each, why: NEWER }))],
      total,
    };
  });
const namedSchema = z.object({ id: z.uuid(), name: z.string() });
const NEWER = 'It is of a kind that this page does not know: load the page anew.';

/** What of a list can be read, and the rest. */
function partly<Schema extends z.ZodType>(
  list: readonly unknown[],
  schema: Schema,
): [z.infer<Schema>[], unknown[]] {
  const read: z.infer<Schema>[] = [];
  const unread: unknown[] = [];
  for (const each of list) {
    const parsed = schema.safeParse(each);
    if (parsed.success) read.push(parsed.data);
    else unread.push(each);
  }
  return [read, unread];
}
export type GearList = z.infer<typeof gearListSchema>;

export const gearDetailSchema = z.object({ summary: gearSummarySchema, type: gearTypeSchema });
export type GearDetail = z.infer<typeof gearDetailSchema>;

/** At most this many types come in with one request. */
export const MOST_GEAR_AT_ONCE = 500;
export const importGearSchema = z.strictObject({
  gear: z.array(gearTypeSchema).min(1).max(MOST_GEAR_AT_ONCE),
});
export const gearIdsSchema = z.strictObject({ ids: z.array(z.uuid()).max(MOST_GEAR_AT_ONCE) });
export const gearVersionsSchema = z.object({
  versions: z.array(z.object({ id: z.uuid(), version: z.number().int().min(1) })),
});
export const patchGearSchema = z.strictObject({ archived: z.boolean() });
export const patchManyGearSchema = gearIdsSchema.extend({ archived: z.boolean() });

/** Who took a reading or made a revision, at most. */
export const MOST_PERSON_CHARACTERS = 80;

const readingBase = {
  /** Made where the reading is taken, so that sending it twice keeps it once. */
  id: z.uuid(),
  /** What was measured: the key of a survey item. */
  item: textSchema.min(1).max(200),
  value: z.number().min(-1e7).max(1e7),
  unit: z.enum(['mm', 'deg']),
  instrument: z.enum(['laser', 'level', 'typed']),
  takenAt: z.iso.datetime().refine((at) => at >= '1970' && at < '2200', 'must lie between 1970 and 2200'),
  takenBy: textSchema.trim().min(1, 'must name who took it').max(MOST_PERSON_CHARACTERS),
  note: textSchema.max(500),
} as const;

export const newReadingSchema = z.strictObject(readingBase);
export type NewReading = z.infer<typeof newReadingSchema>;
export const newReadingsSchema = z.strictObject({ readings: z.array(newReadingSchema).min(1).max(500) });

/** A kept reading. One that was struck stays, with the reason, and does not count. */
export const readingSchema = z.object({ ...readingBase, struck: z.string().max(200).nullable() });
export type Reading = z.infer<typeof readingSchema>;
export const readingListSchema = z.object({
  readings: z.array(readingSchema),
  total: z.number().int().min(0),
});
export type ReadingList = z.infer<typeof readingListSchema>;
/** The same as a page reads it, with how many of them only a newer page can read. */
export const readReadingListSchema = z
  .object({ readings: z.array(z.unknown()), total: z.number().int().min(0) })
  .transform(({ readings, total }): ReadReadingList => {
    const [read, unread] = partly(readings, readingSchema);
    return { readings: read, total, unreadCount: unread.length };
  });
export type ReadReadingList = ReadingList & { readonly unreadCount: number };
export const strikeSchema = z.strictObject({
  reason: textSchema.trim().min(1, 'must say why').max(200).nullable().describe('Null takes the strike back'),
});
