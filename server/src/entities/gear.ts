import { EntitySchema } from 'typeorm';
import type { GearKind } from '@zarnel/core/plan';

/** A library type as the list shows it. What it is stands in its versions. */
export type GearRow = {
  id: string;
  /** The sample it was loaded from; null for the user's own. */
  sampleId: string | null;
  name: string;
  kind: GearKind;
  widthMm: number;
  heightMm: number;
  depthMm: number;
  massKg: number;
  currentVersion: number;
  archivedAt: Date | null;
  createdAt: Date;
  updatedAt: Date;
};

export const GearEntity = new EntitySchema<GearRow>({
  name: 'gear',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    sampleId: { name: 'sample_id', type: 'varchar', length: 40, nullable: true },
    name: { type: 'varchar', length: 120 },
    kind: { type: 'varchar', length: 24 },
    widthMm: { name: 'width_mm', type: 'double' },
    heightMm: { name: 'height_mm', type: 'double' },
    depthMm: { name: 'depth_mm', type: 'double' },
    massKg: { name: 'mass_kg', type: 'double' },
    currentVersion: { name: 'current_version', type: 'int', unsigned: true },
    archivedAt: { name: 'archived_at', type: 'datetime', precision: 3, nullable: true },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
    updatedAt: { name: 'updated_at', type: 'datetime', precision: 3 },
  },
});

/** One version of a library type. Rows are only ever added. */
export type GearVersionRow = {
  gearId: string;
  number: number;
  createdAt: Date;
  document: string;
  /** The version of the gear format that the document is written in. */
  formatVersion: number;
};

export const GearVersionEntity = new EntitySchema<GearVersionRow>({
  name: 'gear_version',
  columns: {
    gearId: { name: 'gear_id', type: 'char', length: 36, primary: true },
    number: { type: 'int', unsigned: true, primary: true },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
    document: { type: 'longtext' },
    formatVersion: { name: 'format_version', type: 'int', unsigned: true },
  },
});
