import type { BoxMm } from '../geometry/polygon.ts';
import { batch, signal, type ReadonlySignal, type Signal } from '@preact/signals-core';
import { bodyOf } from '../gear/body.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { Face, Fold } from '../plan/face.ts';
import type { ClearanceRule, GearType } from '../plan/gear-type.ts';
import { LIST_KEYS, type ItemOf, type ListKey, type Ref } from '../plan/lists.ts';
import type { Material } from '../plan/material.ts';
import type { ModuleField, ModuleString, Surrounding } from '../plan/module-field.ts';
import type { Nipple, Join, Placement, Port } from '../plan/placement.ts';
import type { Plan } from '../plan/plan.ts';
import type { Penetration } from '../plan/penetration.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import type { Run } from '../plan/run.ts';
import type { Frame } from '../geometry/frame.ts';
import { placeFaces, type FaceToPlace, type PlacedBy } from '../site/place-faces.ts';
import { buildFace, clockwiseProblems, type Site, type SiteFace, type SiteProblem } from '../site/site.ts';
import { DerivedMap } from '../derive/derived-map.ts';
import { Entities, isSameList } from '../derive/entities.ts';
import { NearGrid } from '../derive/near-grid.ts';
import { fact, forget, query, single, type Keeper, type Settling } from '../derive/query.ts';

/** A gear type without its rules: those are asked for by their type, for a changed rule moves nothing. */
export type BodyType = Omit<GearType, 'rules'>;

/** Gear on its face, with its body worked out. */
export type Hung = {
  readonly id: string;
  readonly placement: Placement;
  /** As it hangs: on a board its standoff counts from the face behind the board. */
  readonly type: BodyType;
  readonly face: SiteFace;
  readonly body: BoxMm;
  /** The board it is fixed to; null where it hangs on the face itself. */
  readonly board: { readonly placement: Placement; readonly type: BodyType } | null;
};

/** What a plan has once. */
type Head = Pick<
  Plan,
  'format' | 'formatVersion' | 'name' | 'codeBasis' | 'site' | 'energy' | 'routing' | 'rootFace'
>;

/**
 * A plan with all that follows from it, worked out when it is asked for and kept until something it was worked out from
 * changes. Whatever a query, a check or a view reads here is recorded for it. The plan’s references must hold.
 */
export class Model implements Keeper {
  readonly answers = new Map<object, Map<string, ReadonlySignal<unknown>>>();
  readonly facts = new Map<object, Settling>();
  revision = 0;

  readonly materials = new Entities<Material>();
  readonly faces = new Entities<Face>();
  readonly folds = new Entities<Fold>();
  readonly gearTypes = new Entities<GearType>();
  readonly placements = new Entities<Placement>();
  readonly nipples = new Entities<Nipple>();
  readonly joins = new Entities<Join>();
  readonly circuits = new Entities<Circuit>();
  readonly penetrations = new Entities<Penetration>();
  readonly plateHoles = new Entities<PlateHole>();
  readonly runs = new Entities<Run>();
  readonly moduleFields = new Entities<ModuleField>();
  readonly moduleStrings = new Entities<ModuleString>();
  readonly surroundings = new Entities<Surrounding>();
  readonly rules = new Entities<ClearanceRule>();
  /** The same by the plan’s own keys: a list that is missing here is a type error. */
  private readonly byKey: { readonly [Key in ListKey]: Entities<ItemOf<Key>> } = {
    materials: this.materials,
    faces: this.faces,
    folds: this.folds,
    gearTypes: this.gearTypes,
    placements: this.placements,
    nipples: this.nipples,
    joins: this.joins,
    circuits: this.circuits,
    penetrations: this.penetrations,
    plateHoles: this.plateHoles,
    runs: this.runs,
    moduleFields: this.moduleFields,
    moduleStrings: this.moduleStrings,
    surroundings: this.surroundings,
    rules: this.rules,
  };

  readonly reversesOf = this.faces.groupBy(({ shape }) => (shape.kind === 'reverse' ? [shape.of] : []));
  readonly foldsOfFace = this.folds.groupBy(({ a, b }) => [a.face, b.face]);
  readonly placementsOnFace = this.placements.groupBy(({ face }) => [face]);
  readonly placementsOnBoard = this.placements.groupBy(({ on }) => (on === undefined ? [] : [on]));
  readonly placementsOfType = this.placements.groupBy(({ type }) => [type]);
  readonly nipplesOfWireway = this.nipples.groupBy(({ wireway }) => [wireway]);
  readonly nipplesOfPort = this.nipples.groupBy(({ from }) => [portKey(from)]);
  readonly nipplesOfUnit = this.nipples.groupBy(({ from }) => [from.placement]);
  readonly joinsOfPort = this.joins.groupBy((join) =>
    join.kind === 'side-by-side' ? [...new Set([portKey(join.a), portKey(join.b)])] : [],
  );
  readonly joinsOfGear = this.joins.groupBy(({ a, b }) => [...new Set([a.placement, b.placement])]);
  readonly circuitsOfNipple = this.circuits.groupBy(({ stretches }) => [
    ...new Set(stretches.flatMap(({ from, to }) => [from, to])),
  ]);
  readonly circuitsOfGear = this.circuits.groupBy(({ from, to }) => [
    ...new Set([from, to].flatMap((end) => (end.at === 'gear' ? [end.placement] : []))),
  ]);
  readonly runsOfCircuit = this.runs.groupBy(({ circuits }) => circuits);
  readonly runsByPoint = this.runs.groupBy(({ via }) => [
    ...new Set(via.flatMap((each) => (each.at === 'point' ? [each.face] : []))),
  ]);
  readonly fieldsOfType = this.moduleFields.groupBy(({ type }) => [type]);
  readonly fieldsOnFace = this.moduleFields.groupBy(({ face }) => [face]);
  readonly stringsOfField = this.moduleStrings.groupBy(({ modules }) => [
    ...new Set(modules.map(({ field }) => field)),
  ]);
  readonly circuitsOfString = this.circuits.groupBy(({ from, to }) =>
    [from, to].flatMap((end) => (end.at === 'strings' ? end.strings : [])),
  );
  readonly penetrationsOnFace = this.penetrations.groupBy(({ face }) => [face]);
  /** By both faces that each joins. */
  readonly plateHolesAtFace = this.plateHoles.groupBy(({ face, to }) => [face, to]);
  readonly runsOfGear = this.runs.groupBy(({ from, to }) => [...new Set([from.placement, to.placement])]);

  /** The document itself: whoever reads it depends on all of it. */
  private readonly whole;
  private readonly head;

  /** The plan by its parts: each is recorded as it is read, a list as a whole. */
  readonly plan: Plan;
  readonly site: Site;
  readonly hung: ReadonlyMap<string, Hung>;
  readonly onFace: ReadonlyMap<string, readonly Hung[]>;
  readonly grids: ReadonlyMap<string, Pick<NearGrid<Hung>, 'near'>>;

  constructor(plan: Plan) {
    this.whole = signal(plan);
    this.head = headOf(plan);
    this.plan = planView(this);
    this.site = siteView(this);
    const faceIds = () => this.faces.ids;
    this.hung = new DerivedMap(
      () => this.placements.ids,
      (id) => hungOf(this, id),
    );
    this.onFace = new DerivedMap(faceIds, (id) => hungOnFace(this, id));
    this.grids = new DerivedMap(faceIds, (id) => gridOf(this, id));
    this.update(plan);
  }

  get document(): Plan {
    return this.whole.value;
  }

  part<Key extends keyof Head>(key: Key): Head[Key] {
    return this.head[key].value;
  }

  /** What a person takes something for: a nipple is its unit’s own affair. */
  ownerOf(subject: Ref): Ref {
    const unit = subject.kind === 'nipple' ? this.nipples.get(subject.id)?.from.placement : undefined;
    return unit === undefined ? subject : { kind: 'placement', id: unit };
  }

  /** A list as a whole. */
  listOf<Key extends ListKey>(key: Key): readonly ItemOf<Key>[] {
    return this.byKey[key].list;
  }

  /** Takes the plan as it is now. Parts that are the same object as before are unchanged. */
  update(plan: Plan): void {
    batch(() => {
      this.revision++;
      this.whole.value = plan;
      for (const key of HEAD_KEYS) (this.head[key] as Signal<unknown>).value = plan[key];
      const gone = LIST_KEYS.flatMap((key) =>
        (this.byKey[key] as unknown as Entities<{ readonly id: string }>).set(plan[key]),
      );
      forget(this, gone);
      for (const { settle } of this.facts.values()) settle();
    });
  }
}

export function portKey({ placement, knockout }: Port): string {
  return `${placement}/${knockout}`;
}

const HEAD_KEYS = [
  'format',
  'formatVersion',
  'name',
  'codeBasis',
  'site',
  'energy',
  'routing',
  'rootFace',
] as const satisfies readonly (keyof Head)[];

function headOf(plan: Plan): { readonly [Key in keyof Head]: Signal<Head[Key]> } {
  const { format, formatVersion, name, codeBasis, site, energy, routing, rootFace } = plan;
  return {
    format: signal(format),
    formatVersion: signal(formatVersion),
    name: signal(name),
    codeBasis: signal(codeBasis),
    site: signal(site),
    energy: signal(energy),
    routing: signal(routing),
    rootFace: signal(rootFace),
  };
}

function planView(model: Model): Plan {
  const view: Partial<Plan> = {};
  const define = (key: keyof Plan, get: () => unknown) =>
    Object.defineProperty(view, key, { enumerable: true, get });
  for (const key of HEAD_KEYS) define(key, () => model.part(key));
  for (const key of LIST_KEYS) define(key, () => model.listOf(key));
  return view as Plan;
}

// The site.

function siteView(model: Model): Site {
  const faceIds = () => model.faces.ids;
  return {
    faces: new DerivedMap(faceIds, (id) => siteFaceOf(model, id)),
    get folds() {
      return model.folds.list;
    },
    frames: new DerivedMap(faceIds, (id) => frameOf(model, id)),
    placedBy: new DerivedMap(faceIds, (id) => placedByOf(model, id)),
    get problems() {
      return siteProblems(model);
    },
  };
}

const otherSideOf = query((model: Model, id: string): string | null => {
  const face = model.faces.get(id);
  if (face?.shape.kind === 'reverse') return face.shape.of;
  return model.reversesOf.get(id).at(-1)?.id ?? null;
});

const conditionsOfSite = single((model: Model) => model.plan.site.conditions);

const siteFaceOf = query((model: Model, id: string): SiteFace | undefined => {
  const face = model.faces.get(id);
  if (face === undefined) return undefined;
  const front = face.shape.kind === 'reverse' ? model.faces.get(face.shape.of) : face;
  return buildFace(face, front, conditionsOfSite(model), otherSideOf(model, id));
});

/** What decides where faces stand. */
export function placingInputs(model: Model): readonly unknown[] {
  return [model.folds.list, model.plan.rootFace, ...model.faces.list.flatMap(({ id, shape }) => [id, shape])];
}

const placedFaces = fact(
  (model: Model) => {
    const faces = new Map(
      model.faces.ids.flatMap((id): [string, FaceToPlace][] => {
        const face = siteFaceOf(model, id);
        if (face === undefined) return [];
        const { outline, thicknessMm, mirrorSumMm, otherSide, face: own } = face;
        const stands = own.shape.kind === 'outline' ? own.shape.stands : null;
        return [[id, { id, outline, thicknessMm, mirrorSumMm, otherSide, stands }]];
      }),
    );
    const { frames, placedBy, problems } = placeFaces(faces, model.folds.list, model.plan.rootFace);
    return new Map<string, PlacedFaceOrProblems>([
      ...[...frames].map(([id, frame]) => [id, { frame, by: placedBy.get(id) }] as const),
      [PROBLEMS, { problems: [...clockwiseProblems([...faces.values()]), ...problems] }],
    ]);
  },
  placingInputs,
  (a, b) => ('frame' in a && 'frame' in b ? isSamePlace(a, b) : JSON.stringify(a) === JSON.stringify(b)),
);

type PlacedFace = { readonly frame: Frame; readonly by: PlacedBy | undefined };
type PlacedFaceOrProblems = PlacedFace | { readonly problems: readonly SiteProblem[] };
/** No face has it: ids are never empty. */
const PROBLEMS = '';

function isSamePlace(a: PlacedFace, b: PlacedFace): boolean {
  return isSameFrame(a.frame, b.frame) && JSON.stringify(a.by) === JSON.stringify(b.by);
}

const frameOf = query((model: Model, id: string): Frame | undefined => {
  const placed = placedFaces.of(model, id);
  return placed !== undefined && 'frame' in placed ? placed.frame : undefined;
}, isSameFrame);

function isSameFrame(a: Frame | undefined, b: Frame | undefined): boolean {
  if (a === undefined || b === undefined) return a === b;
  return (
    isSameList(a.origin, b.origin) &&
    isSameList(a.right, b.right) &&
    isSameList(a.up, b.up) &&
    isSameList(a.toViewer, b.toViewer)
  );
}

function placedByOf(model: Model, id: string): PlacedBy | undefined {
  const placed = placedFaces.of(model, id);
  return placed !== undefined && 'by' in placed ? placed.by : undefined;
}

function siteProblems(model: Model): readonly SiteProblem[] {
  const placed = placedFaces.of(model, PROBLEMS);
  return placed !== undefined && 'problems' in placed ? placed.problems : [];
}

// What hangs.

const bodyTypeOf = query(
  (model: Model, id: string): BodyType | undefined => {
    const type = model.gearTypes.get(id);
    if (type === undefined) return undefined;
    return withoutRules(type);
  },
  (a, b) => a === b || (a !== undefined && b !== undefined && isSameParts(a, b)),
);

function isSameParts(a: object, b: object): boolean {
  const [keys, others] = [Object.keys(a), Object.keys(b)];
  return (
    isSameList(keys, others) &&
    keys.every((key) => (a as Record<string, unknown>)[key] === (b as Record<string, unknown>)[key])
  );
}

function withoutRules(type: GearType): BodyType {
  const body: Partial<GearType> & BodyType = { ...type };
  delete body.rules;
  return body;
}

/** A type as it is let into a panel, by type. */
const flushTypeOf = query((model: Model, id: string): BodyType | undefined => {
  const type = bodyTypeOf(model, id);
  if (type === undefined || type.flush === null) return type;
  return { ...type, standoffMm: -type.flush.behindMm, bracketHoles: [] };
});

/** A type as it hangs on a board: further out by all of it. By both their ids. */
const raisedTypeOf = query((model: Model, key: string): BodyType | undefined => {
  const [id = '', boardId = ''] = key.split(' ');
  const [type, board] = [bodyTypeOf(model, id), bodyTypeOf(model, boardId)];
  if (type === undefined || board === undefined) return type;
  return { ...type, standoffMm: type.standoffMm + board.standoffMm + board.depthMm };
});

const hungOf = query((model: Model, id: string): Hung | undefined => {
  const placement = model.placements.get(id);
  if (placement === undefined) return undefined;
  const own = bodyTypeOf(model, placement.type);
  const face = siteFaceOf(model, placement.face);
  if (own === undefined || face === undefined) {
    throw new Error(`“${id}” refers to nothing: the plan was not checked.`);
  }
  const board = boardOf(model, placement);
  const isFlush = placement.isFlush === true && own.flush !== null;
  const type = isFlush
    ? flushTypeOf(model, placement.type)
    : board === null
      ? own
      : raisedTypeOf(model, `${placement.type} ${board.placement.type}`);
  return { id, placement, type: type ?? own, face, body: bodyOf(own, placement), board };
});

function boardOf(model: Model, { on }: Placement): Hung['board'] {
  const placement = on === undefined ? undefined : model.placements.get(on);
  const type = placement === undefined ? undefined : bodyTypeOf(model, placement.type);
  return placement === undefined || type === undefined ? null : { placement, type };
}

const hungOnFace = query(
  (model: Model, face: string): readonly Hung[] =>
    model.placementsOnFace.get(face).flatMap(({ id }) => hungOf(model, id) ?? []),
  isSameList,
);

/** Boards and what hangs on them, likewise. */
export const hungOnBoard = query(
  (model: Model, board: string): readonly Hung[] =>
    model.placementsOnBoard.get(board).flatMap(({ id }) => hungOf(model, id) ?? []),
  isSameList,
);

// One grid for a face for good: it reads what hangs there when it is asked.
const gridOf = query(
  (model: Model, face: string): NearGrid<Hung> => new NearGrid(() => hungOnFace(model, face)),
);

/** The placements of one kind of gear, by id, in the plan’s order. */
export const idsOfKind = query((model: Model, kind: string): readonly string[] => {
  const types = model.gearTypes.ids.filter((id) => bodyTypeOf(model, id)?.kind === kind);
  const ids = new Set(types.flatMap((type) => model.placementsOfType.get(type).map(({ id }) => id)));
  return model.placements.ids.filter((id) => ids.has(id));
}, isSameList);

/** The holes of a face: those measured on it, and those measured on its other side. */
export function penetrationsAt(model: Model, faceId: string): readonly Penetration[] {
  const other = otherSideOf(model, faceId);
  return [
    ...model.penetrationsOnFace.get(faceId),
    ...(other === null ? [] : model.penetrationsOnFace.get(other)),
  ];
}
