import { idsOfKind, type Hung, type Model } from '../model/model.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { Face } from '../plan/face.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { ModuleField, ModuleString } from '../plan/module-field.ts';
import type { Nipple, Join } from '../plan/placement.ts';
import type { Penetration } from '../plan/penetration.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import type { Run } from '../plan/run.ts';
import type { SiteFace } from '../site/site.ts';

/** A kind of thing that checks look at one by one: which there are, and each by its id. */
export type Subjects<Subject> = {
  readonly kind: string;
  readonly idsOf: (model: Model) => readonly string[];
  /** Undefined where it is gone. */
  readonly find: (model: Model, id: string) => Subject | undefined;
};

export const GEAR: Subjects<Hung> = {
  kind: 'gear',
  idsOf: ({ placements }) => placements.ids,
  find: ({ hung }, id) => hung.get(id),
};

export const WIREWAYS: Subjects<Hung> = {
  kind: 'wireway',
  idsOf: (model) => idsOfKind(model, 'wireway'),
  find: GEAR.find,
};

export const FACES: Subjects<SiteFace> = {
  kind: 'face',
  idsOf: ({ faces }) => faces.ids,
  find: ({ site }, id) => site.faces.get(id),
};

export const PENETRATIONS: Subjects<Penetration> = {
  kind: 'penetration',
  idsOf: ({ penetrations }) => penetrations.ids,
  find: ({ penetrations }, id) => penetrations.get(id),
};

export const PLATE_HOLES: Subjects<PlateHole> = {
  kind: 'plate-hole',
  idsOf: ({ plateHoles }) => plateHoles.ids,
  find: ({ plateHoles }, id) => plateHoles.get(id),
};

export const RUNS: Subjects<Run> = {
  kind: 'run',
  idsOf: ({ runs }) => runs.ids,
  find: ({ runs }, id) => runs.get(id),
};

export const CIRCUITS: Subjects<Circuit> = {
  kind: 'circuit',
  idsOf: ({ circuits }) => circuits.ids,
  find: ({ circuits }, id) => circuits.get(id),
};

export const FIELDS: Subjects<ModuleField> = {
  kind: 'field',
  idsOf: ({ moduleFields }) => moduleFields.ids,
  find: ({ moduleFields }, id) => moduleFields.get(id),
};

export const STRINGS: Subjects<ModuleString> = {
  kind: 'string',
  idsOf: ({ moduleStrings }) => moduleStrings.ids,
  find: ({ moduleStrings }, id) => moduleStrings.get(id),
};

export const NIPPLES: Subjects<Nipple> = {
  kind: 'nipple',
  idsOf: ({ nipples }) => nipples.ids,
  find: ({ nipples }, id) => nipples.get(id),
};

export const JOINS: Subjects<Join> = {
  kind: 'join',
  idsOf: ({ joins }) => joins.ids,
  find: ({ joins }, id) => joins.get(id),
};

/** Faces as the document has them, for what is told of them before anything is worked out. */
export const PLAN_FACES: Subjects<Face> = {
  kind: 'plan-face',
  idsOf: ({ faces }) => faces.ids,
  find: ({ faces }, id) => faces.get(id),
};

export const GEAR_TYPES: Subjects<GearType> = {
  kind: 'gear-type',
  idsOf: ({ gearTypes }) => gearTypes.ids,
  find: ({ gearTypes }, id) => gearTypes.get(id),
};

/** What there is once. */
const SITE_ID = 'site';
export const SITE: Subjects<Model['site']> = {
  kind: 'site',
  idsOf: () => [SITE_ID],
  find: ({ site }) => site,
};
