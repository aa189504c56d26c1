import { z } from '../zod.ts';

/**
 * Where a figure or a rule comes from. `fromMemory` marks a published text that was written down from
 * memory and wants checking against the edition in force.
 */
export const sourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('published'),
    title: z.string().min(1),
    clause: z.string(),
    edition: z.string(),
    fromMemory: z.boolean(),
  }),
  z.strictObject({ kind: z.literal('maker'), title: z.string().min(1) }),
  z.strictObject({ kind: z.literal('practice'), title: z.string().min(1) }),
  z.strictObject({ kind: z.literal('yours'), title: z.string().min(1) }),
]);

export type SourceRef = z.infer<typeof sourceSchema>;

/** How far a table can be trusted; `doubted` names the cells to check first. */
export type Confidence = {
  readonly level: 'high' | 'medium' | 'low';
  readonly doubted: readonly string[];
};

/** The code world a table belongs to; `any` where it holds in both, as what is sold and what people do. */
export const TABLE_BASES = ['us', 'iec', 'any'] as const;
export type TableBasis = (typeof TABLE_BASES)[number];

/** Whose tools and goods are at hand: of a job after American codes inch ones, else metric ones. */
export type Trade = Exclude<TableBasis, 'any'>;

/**
 * A published or customary table: data, and no logic. It says whose it is: its code basis, its source with clause and edition,
 * whether it was written down from memory, and how far it can be trusted, cell by cell where some are doubted.
 */
export type ReferenceTable<Row> = {
  readonly title: string;
  readonly basis: TableBasis;
  readonly source: SourceRef;
  readonly confidence: Confidence;
  readonly rows: Row;
};

export function published(title: string, clause: string, edition: string): SourceRef {
  return { kind: 'published', title, clause, edition, fromMemory: true };
}

export function practice(title: string): SourceRef {
  return { kind: 'practice', title };
}
