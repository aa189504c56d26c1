import type { ToldValue } from '../quantity/told.ts';
import type { Draft } from 'immer';
import type { Plan } from './plan.ts';
import type { Via } from './run.ts';

/** The lists of a plan, by its type. */
export type ListKey = {
  [Key in keyof Plan]: Plan[Key] extends readonly { readonly id: string }[] ? Key : never;
}[keyof Plan];
export type ItemOf<Key extends ListKey> = Plan[Key][number];

/** Something that is placed on a face by itself, told from its datum. */
export type Placed = { xMm: number; yMm: number };

/** What one thing says of another by its id. */
type Reference<Item> = {
  readonly to: ListKey;
  /** Where it stands in the thing: `from.placement`. */
  readonly path: string;
  /** As a person calls what is missing: “There is no board …”. */
  readonly word: string;
  /** None where this one has none. */
  readonly idsOf: (item: Item) => readonly string[];
  /**
   * What becomes of it when the other goes: it goes too, it lets go, or the other may not go. The last two say how.
   */
  readonly whenGone:
    | { readonly does: 'goes-too' }
    | { readonly does: 'lets-go'; readonly letGo: (item: Draft<Item>, gone: ReadonlySet<string>) => void }
    | { readonly does: 'holds'; readonly why: string };
};

/** What a list of a plan is: how its things are called, what they refer to, and where they are placed. */
type ListKind<Item> = {
  readonly one: string;
  readonly many: string;
  /** As an edit that looks for one in vain calls it. */
  readonly word: string;
  readonly refersTo: readonly Reference<Item>[];
  /** On which face one is placed by itself, and what of it moves with that face’s datum; null where none is. */
  readonly placedOn: ((item: Item, plan: Plan) => { readonly face: string | undefined } | null) | null;
  /** Places on faces that are only a part of it. */
  readonly marks?: (item: Item) => readonly { readonly face: string; readonly place: Placed }[];
};

const GOES_TOO = { does: 'goes-too' } as const;

function portOf<Item>(end: string, placementOf: (item: Item) => string): Reference<Item> {
  return {
    to: 'placements',
    path: `${end}.placement`,
    word: 'gear',
    idsOf: (item) => [placementOf(item)],
    whenGone: GOES_TOO,
  };
}

/** Where a run had to go by and cannot any more, it is found again. */
function viaTo(
  to: 'faces' | 'penetrations' | 'plateHoles',
  word: 'face' | 'penetration' | 'plate hole',
  key: 'face' | 'penetration' | 'plateHole',
  idOf: (via: Via) => string | null,
): Reference<ItemOf<'runs'>> {
  return {
    to,
    path: `via.${key}`,
    word,
    idsOf: ({ via }) => via.flatMap((each) => idOf(each) ?? []),
    whenGone: {
      does: 'lets-go',
      letGo: (run, gone) => {
        run.via = run.via.filter((each) => !gone.has(idOf(each) ?? ''));
      },
    },
  };
}

/**
 * What a plan is made of, list by list, in one place: fresh ids, references, what goes with what, the comparison of
 * revisions and the moving of what is on a reshaped face follow from it. A list that is not declared here is a type error.
 */
export const LISTS: { readonly [Key in ListKey]: ListKind<ItemOf<Key>> } = {
  materials: { one: 'Material', many: 'materials', word: 'material', refersTo: [], placedOn: null },
  faces: {
    one: 'Face',
    many: 'faces',
    word: 'face',
    refersTo: [
      {
        to: 'materials',
        path: 'material',
        word: 'material',
        idsOf: ({ material }) => [material],
        whenGone: { does: 'holds', why: 'is made of it.' },
      },
      {
        to: 'faces',
        path: 'shape.of',
        word: 'face',
        idsOf: ({ shape }) => (shape.kind === 'reverse' ? [shape.of] : []),
        whenGone: GOES_TOO,
      },
    ],
    // A face with a place of its own is told from the root: that is moved where the root is reshaped.
    placedOn: null,
  },
  folds: {
    one: 'Fold',
    many: 'folds',
    word: 'fold',
    refersTo: (['a', 'b'] as const).map((end) => ({
      to: 'faces',
      path: `${end}.face`,
      word: 'face',
      idsOf: (fold) => [fold[end].face],
      whenGone: GOES_TOO,
    })),
    placedOn: null,
  },
  gearTypes: { one: 'Gear type', many: 'gear types', word: 'gear type', refersTo: [], placedOn: null },
  placements: {
    one: 'Gear',
    many: 'pieces of gear',
    word: 'gear',
    refersTo: [
      {
        to: 'gearTypes',
        path: 'type',
        word: 'gear type',
        idsOf: ({ type }) => [type],
        whenGone: { does: 'holds', why: 'is of this type; take it down first.' },
      },
      { to: 'faces', path: 'face', word: 'face', idsOf: ({ face }) => [face], whenGone: GOES_TOO },
      {
        to: 'placements',
        path: 'on',
        word: 'board',
        idsOf: ({ on }) => (on === undefined ? [] : [on]),
        // What was fixed to a board hangs on the face.
        whenGone: {
          does: 'lets-go',
          letGo: (placement) => {
            delete placement.on;
          },
        },
      },
    ],
    placedOn: ({ face }) => ({ face }),
  },
  nipples: {
    one: 'Nipple',
    many: 'nipples',
    word: 'nipple',
    refersTo: [
      portOf('from', ({ from }) => from.placement),
      {
        to: 'placements',
        path: 'wireway',
        word: 'gear',
        idsOf: ({ wireway }) => [wireway],
        whenGone: GOES_TOO,
      },
    ],
    placedOn: null,
  },
  joins: {
    one: 'Join',
    many: 'joins',
    word: 'join',
    refersTo: [portOf('a', ({ a }) => a.placement), portOf('b', ({ b }) => b.placement)],
    // The hole of a join through the wall is told on the face of its first end.
    placedOn: (join, { placements }) =>
      join.kind === 'back-to-back'
        ? { face: placements.find(({ id }) => id === join.a.placement)?.face }
        : null,
  },
  circuits: {
    one: 'Circuit',
    many: 'circuits',
    word: 'circuit',
    refersTo: [
      ...(['from', 'to'] as const).flatMap((side): Reference<ItemOf<'circuits'>>[] => [
        {
          to: 'placements',
          path: `${side}.placement`,
          word: 'gear',
          idsOf: (circuit) => (circuit[side].at === 'gear' ? [circuit[side].placement] : []),
          whenGone: GOES_TOO,
        },
        {
          to: 'gearTypes',
          path: `${side}.type`,
          word: 'gear type',
          idsOf: (circuit) => (circuit[side].at === 'modules' ? [circuit[side].type] : []),
          whenGone: { does: 'holds', why: 'comes from modules of this type.' },
        },
        {
          to: 'moduleStrings',
          path: `${side}.strings`,
          word: 'string',
          idsOf: (circuit) => (circuit[side].at === 'strings' ? circuit[side].strings : []),
          whenGone: {
            does: 'lets-go',
            letGo: (circuit, gone) => {
              const end = circuit[side];
              if (end.at === 'strings') end.strings = end.strings.filter((id) => !gone.has(id));
            },
          },
        },
      ]),
      {
        to: 'nipples',
        path: 'stretches',
        word: 'nipple',
        idsOf: ({ stretches }) => stretches.flatMap(({ from, to }) => [from, to]),
        // What a circuit carries stays, without its way through that wireway.
        whenGone: {
          does: 'lets-go',
          letGo: (circuit, gone) => {
            circuit.stretches = circuit.stretches.filter(({ from, to }) => !gone.has(from) && !gone.has(to));
          },
        },
      },
    ],
    placedOn: null,
  },
  penetrations: {
    one: 'Penetration',
    many: 'penetrations',
    word: 'penetration',
    refersTo: [{ to: 'faces', path: 'face', word: 'face', idsOf: ({ face }) => [face], whenGone: GOES_TOO }],
    placedOn: ({ face }) => ({ face }),
  },
  plateHoles: {
    one: 'Plate hole',
    many: 'plate holes',
    word: 'plate hole',
    refersTo: (['face', 'to'] as const).map((end) => ({
      to: 'faces',
      path: end,
      word: 'face',
      idsOf: (hole) => [hole[end]],
      whenGone: GOES_TOO,
    })),
    // Told along an edge, from a corner: it stays there wherever the datum goes, and is told anew where that corner moves.
    placedOn: null,
  },
  runs: {
    one: 'Run',
    many: 'runs',
    word: 'run',
    refersTo: [
      portOf('from', ({ from }) => from.placement),
      portOf('to', ({ to }) => to.placement),
      {
        to: 'circuits',
        path: 'circuits',
        word: 'circuit',
        idsOf: ({ circuits }) => circuits,
        whenGone: {
          does: 'lets-go',
          letGo: (run, gone) => {
            run.circuits = run.circuits.filter((id) => !gone.has(id));
          },
        },
      },
      viaTo('faces', 'face', 'face', (via) => (via.at === 'point' ? via.face : null)),
      viaTo('penetrations', 'penetration', 'penetration', (via) =>
        via.at === 'penetration' ? via.penetration : null,
      ),
      viaTo('plateHoles', 'plate hole', 'plateHole', (via) =>
        via.at === 'plate-hole' ? via.plateHole : null,
      ),
    ],
    placedOn: null,
    marks: ({ via }) =>
      via.flatMap((each) => (each.at === 'point' ? [{ face: each.face, place: each }] : [])),
  },
  moduleFields: {
    one: 'Field of modules',
    many: 'fields of modules',
    word: 'field of modules',
    refersTo: [
      { to: 'faces', path: 'face', word: 'face', idsOf: ({ face }) => [face], whenGone: GOES_TOO },
      {
        to: 'gearTypes',
        path: 'type',
        word: 'gear type',
        idsOf: ({ type }) => [type],
        whenGone: { does: 'holds', why: 'is of modules of this type.' },
      },
      {
        to: 'gearTypes',
        path: 'modules.type',
        word: 'gear type',
        idsOf: ({ modules }) => modules.flatMap(({ type }) => type ?? []),
        whenGone: { does: 'holds', why: 'has modules of this type.' },
      },
    ],
    placedOn: null,
    marks: ({ face, modules, oldFeet = [], lineReadings = [] }) =>
      [...modules, ...oldFeet, ...lineReadings].map((place) => ({ face, place })),
  },
  moduleStrings: {
    one: 'String',
    many: 'strings',
    word: 'string',
    refersTo: [
      {
        to: 'moduleFields',
        path: 'modules.field',
        word: 'field of modules',
        idsOf: ({ modules }) => modules.map(({ field }) => field),
        whenGone: {
          does: 'lets-go',
          letGo: (string, gone) => {
            string.modules = string.modules.filter(({ field }) => !gone.has(field));
          },
        },
      },
      {
        to: 'gearTypes',
        path: 'wired.inverter',
        word: 'gear type',
        idsOf: ({ wired }) => (wired.as === 'trunk' ? [wired.inverter] : []),
        whenGone: { does: 'holds', why: 'has an inverter of this type at each module.' },
      },
    ],
    placedOn: null,
  },
  surroundings: {
    one: 'Thing round about',
    many: 'things round about',
    word: 'thing round about',
    refersTo: [],
    placedOn: null,
  },
  rules: { one: 'Rule', many: 'rules', word: 'rule', refersTo: [], placedOn: null },
};

/** What a finding may be about, and the list it stands in. */
export const SUBJECT_LISTS = {
  face: 'faces',
  placement: 'placements',
  nipple: 'nipples',
  penetration: 'penetrations',
  'plate-hole': 'plateHoles',
  run: 'runs',
  circuit: 'circuits',
  field: 'moduleFields',
  string: 'moduleStrings',
} as const satisfies Record<string, ListKey>;

/** Something of a plan that is spoken of. */
export type Ref = { readonly kind: keyof typeof SUBJECT_LISTS; readonly id: string };

export const LIST_KEYS = Object.keys(LISTS) as readonly ListKey[];

type AnyItem = { readonly id: string; readonly name?: string };
type AnyKind = ListKind<AnyItem>;

/** A list of a plan with what it is, whichever list. */
export function listsOf(
  plan: Plan,
): readonly { readonly key: ListKey; readonly kind: AnyKind; readonly items: readonly AnyItem[] }[] {
  return LIST_KEYS.map((key) => ({ key, kind: LISTS[key] as unknown as AnyKind, items: plan[key] }));
}

/** Who keeps things of a list from going, and why; null where nobody does. */
export function findHolder(
  plan: Plan,
  list: ListKey,
  id: string,
): { readonly name: ToldValue; readonly why: string } | null {
  for (const { key, kind, items } of listsOf(plan)) {
    for (const { to, idsOf, whenGone } of kind.refersTo) {
      if (to !== list || whenGone.does !== 'holds') continue;
      const holder = items.find((item) => idsOf(item).includes(id));
      if (holder !== undefined) return { name: { named: key, id: holder.id }, why: whenGone.why };
    }
  }
  return null;
}

/** Takes things out of a list with all that goes with them, whatever refers to it in turn; the rest lets go of them. */
export function dropFrom(draft: Draft<Plan>, list: ListKey, gone: ReadonlySet<string>): void {
  if (gone.size === 0) return;
  const lists = draft as unknown as Record<ListKey, AnyItem[]>;
  lists[list] = lists[list].filter(({ id }) => !gone.has(id));
  for (const key of LIST_KEYS) {
    const kind = LISTS[key] as unknown as AnyKind;
    const goesToo = new Set<string>();
    for (const { to, idsOf, whenGone } of kind.refersTo) {
      if (to !== list) continue;
      for (const item of lists[key]) {
        if (!idsOf(item).some((id) => gone.has(id))) continue;
        if (whenGone.does === 'goes-too') goesToo.add(item.id);
        else if (whenGone.does === 'lets-go') whenGone.letGo(item, gone);
      }
    }
    dropFrom(draft, key, goesToo);
  }
}

/** Everything that is placed on a face by itself, or has a mark on it: its framing and obstacles are the face’s own. */
export function placedOnFace(draft: Draft<Plan>, faceId: string): Placed[] {
  return listsOf(draft).flatMap(({ kind: { placedOn, marks }, items }) => [
    ...(placedOn === null
      ? []
      : (items.filter((item) => placedOn(item, draft)?.face === faceId) as unknown as Placed[])),
    ...(marks === undefined
      ? []
      : items.flatMap((item) => marks(item).flatMap(({ face, place }) => (face === faceId ? [place] : [])))),
  ]);
}
