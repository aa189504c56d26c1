import type { PointMm } from '../geometry/point.ts';
import type { Face, Fold } from '../plan/face.ts';
import type { Plan } from '../plan/plan.ts';
import type { StartKind } from '../plan/start-kinds.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import { usualStuds } from '../site/new-things.ts';
import { faceOf, foldOf, planOf, rectangle, reverseOf, spacedFraming } from './parts.ts';

/** A size that is typed before the job begins: a length in mm, or a pitch in degrees. */
export type StartSize = {
  readonly id: string;
  readonly label: string;
  readonly unit: 'mm' | 'deg';
  /** The metric one; a round one of the trade is offered. */
  readonly usual: number;
  readonly least: number;
  readonly most: number;
};

export type StartSizes = Readonly<Record<string, number>>;

type Start = {
  readonly name: string;
  readonly setting: Plan['site']['setting'];
  readonly sizes: readonly StartSize[];
  readonly make: (size: (id: string) => number, codeBasis: Plan['codeBasis']) => Made;
};

type Made = Pick<Plan, 'rootFace'> & {
  readonly faces: readonly Face[];
  readonly folds: readonly Fold[];
  readonly travel?: Plan['site']['travel'];
};

function length(id: string, label: string, usual: number, most = 60_000): StartSize {
  return { id, label, unit: 'mm', usual, least: 100, most };
}

const width = (usual: number) => length('width', 'Width', usual);
const height = (usual: number) => length('height', 'Height', usual);

/** Of skins and linings, mm. */
const SKIN_MM = { wall: 120, slope: 22, body: 32, deck: 20 } as const;
const WETNESS = { location: 'wet', sun: 'full' } as const;

function room(size: (id: string) => number, codeBasis: Plan['codeBasis']): Made {
  const [w, h, d] = [size('width'), size('height'), size('depth')];
  const wall = (id: string, name: string, across: number, free: number) =>
    faceOf({
      id,
      name,
      points: rectangle(across, h),
      thicknessMm: ofTrade(codeBasis, SKIN_MM.wall),
      roomInFrontMm: free,
      framing: [usualStuds(`${id}-studs`, codeBasis)],
    });
  return {
    rootFace: 'wall',
    faces: [
      wall('wall', 'Wall', w, d),
      wall('left-wall', 'Left wall', d, w),
      wall('right-wall', 'Right wall', d, w),
      faceOf({
        id: 'floor',
        name: 'Floor',
        kind: 'floor',
        material: 'material-concrete',
        points: rectangle(w, d),
        thicknessMm: ofTrade(codeBasis, 150),
      }),
    ],
    folds: [
      foldOf('left-corner', ['wall', 3], ['left-wall', 1], 90),
      foldOf('right-corner', ['wall', 1], ['right-wall', 3], 90),
      foldOf('floor-line', ['wall', 0], ['floor', 2], 90),
    ],
  };
}

function house(size: (id: string) => number, codeBasis: Plan['codeBasis']): Made {
  const [w, h, slope, pitch] = [size('width'), size('height'), size('slope'), size('pitch')];
  const slopeFace = (id: string, name: string) =>
    faceOf({
      id,
      name,
      kind: 'roof',
      material: 'material-shingles',
      points: rectangle(w, slope),
      thicknessMm: ofTrade(codeBasis, SKIN_MM.slope),
      framing: [
        spacedFraming(`${id}-rafters`, 'rafters', 'rafter', ofTrade(codeBasis, 38), [
          0,
          ofTrade(codeBasis, 600),
        ]),
      ],
    });
  const [near, far] = [
    slopeFace('near-under', 'Near slope, underside'),
    slopeFace('far-under', 'Far slope, underside'),
  ];
  return {
    rootFace: 'wall',
    faces: [
      faceOf({
        id: 'wall',
        name: 'Wall',
        points: rectangle(w, h),
        thicknessMm: ofTrade(codeBasis, SKIN_MM.wall),
        framing: [usualStuds('studs', codeBasis)],
      }),
      near,
      reverseOf(near, 'near-top', 'Near slope, top', { conditions: WETNESS }),
      far,
      reverseOf(far, 'far-top', 'Far slope, top', { conditions: WETNESS }),
    ],
    folds: [
      foldOf('eave', ['wall', 2], ['near-under', 0], 90 - pitch),
      foldOf('ridge', ['near-under', 2], ['far-under', 0], 2 * pitch),
    ],
  };
}

/** A body that moves, from inside: one side, the roof over it with its top, the other side, the front, the floor. */
function body(material: string): Start['make'] {
  return (size, codeBasis) => {
    const [l, w, h] = [size('length'), size('width'), size('height')];
    const skinMm = ofTrade(codeBasis, SKIN_MM.body);
    const inside = (
      id: string,
      name: string,
      points: ReturnType<typeof rectangle>,
      more: Partial<Face> = {},
    ) => ({
      ...faceOf({ id, name, material, points, thicknessMm: skinMm }),
      ...more,
    });
    const roof: Face = {
      ...faceOf({
        id: 'roof-inside',
        name: 'Roof, inside',
        kind: 'roof',
        material,
        points: rectangle(l, w),
        thicknessMm: skinMm,
        framing: [
          spacedFraming('ribs', 'ribs', 'rib', ofTrade(codeBasis, 38), [0, ofTrade(codeBasis, 600)], {
            stuff: 'steel',
          }),
        ],
      }),
    };
    return {
      rootFace: 'side',
      travel: 'left',
      faces: [
        inside('side', 'Side, inside', rectangle(l, h), { roomInFrontMm: w }),
        roof,
        reverseOf(roof, 'roof-top', 'Roof, top', { conditions: WETNESS }),
        inside('other-side', 'Other side, inside', rectangle(l, h), { roomInFrontMm: w }),
        inside('front', 'Front, inside', rectangle(w, h), { roomInFrontMm: l }),
        inside('floor', 'Floor', rectangle(l, w), { kind: 'floor' }),
      ],
      folds: [
        foldOf('roof-edge', ['side', 2], ['roof-inside', 0], 90),
        foldOf('far-edge', ['roof-inside', 2], ['other-side', 2], 90),
        foldOf('front-corner', ['side', 3], ['front', 1], 90),
        foldOf('floor-line', ['side', 0], ['floor', 2], 90),
      ],
    };
  };
}

function boat(size: (id: string) => number, codeBasis: Plan['codeBasis']): Made {
  const [w, h, l] = [size('width'), size('height'), size('length')];
  const bulkhead = faceOf({
    id: 'bulkhead',
    name: 'Bulkhead, inside',
    kind: 'compartment',
    points: rectangle(w, h),
    thicknessMm: ofTrade(codeBasis, SKIN_MM.deck),
    conditions: { location: 'damp' },
  });
  const deck = faceOf({
    id: 'deckhead',
    name: 'Cabin top, inside',
    kind: 'roof',
    material: 'material-glass-fibre',
    points: rectangle(w, l),
    thicknessMm: ofTrade(codeBasis, SKIN_MM.deck),
  });
  return {
    rootFace: 'bulkhead',
    travel: 'away',
    faces: [
      bulkhead,
      reverseOf(bulkhead, 'cockpit', 'Bulkhead, cockpit side', {
        conditions: { location: 'wet', sun: 'part' },
      }),
      deck,
      reverseOf(deck, 'cabin-top', 'Cabin top, outside', { conditions: WETNESS }),
    ],
    folds: [foldOf('cabin-edge', ['bulkhead', 2], ['deckhead', 0], 90)],
  };
}

export const STARTS: Readonly<Record<StartKind, Start>> = {
  wall: {
    name: 'A bare wall',
    setting: 'building',
    sizes: [width(3600), height(2400)],
    make: (size, codeBasis) => ({
      rootFace: 'wall',
      faces: [
        faceOf({
          id: 'wall',
          name: 'Wall',
          points: rectangle(size('width'), size('height')),
          thicknessMm: codeBasis === 'us' ? mmFromInch(6.25) : SKIN_MM.wall,
          framing: [usualStuds('studs', codeBasis)],
        }),
      ],
      folds: [],
    }),
  },
  room: {
    name: 'A plant room or garage: a wall, both sides, the floor',
    setting: 'building',
    sizes: [width(4800), length('depth', 'Depth', 3600), height(2400)],
    make: room,
  },
  house: {
    name: 'A wall under a roof of two slopes',
    setting: 'building',
    sizes: [
      width(6000),
      height(2400),
      length('slope', 'Slope, eave to ridge', 3600),
      { id: 'pitch', label: 'Pitch', unit: 'deg', usual: 30, least: 0, most: 80 },
    ],
    make: house,
  },
  van: {
    name: 'A van',
    setting: 'mobile',
    sizes: [length('length', 'Length inside', 3400), width(1700), height(1800)],
    make: body('material-sheet-steel'),
  },
  trailer: {
    name: 'A trailer',
    setting: 'mobile',
    sizes: [length('length', 'Length inside', 5000), width(2200), height(2000)],
    make: body('material-glass-fibre'),
  },
  boat: {
    name: 'A boat: a bulkhead and the cabin top',
    setting: 'mobile',
    sizes: [width(1500), height(900), length('length', 'Length of the cabin top', 2000)],
    make: boat,
  },
};

/** The sizes that are offered for a start, round in its trade. */
export function usualSizes(kind: StartKind, codeBasis: Plan['codeBasis']): StartSizes {
  return Object.fromEntries(
    STARTS[kind].sizes.map(({ id, unit, usual }) => [id, unit === 'mm' ? ofTrade(codeBasis, usual) : usual]),
  );
}

/** Why a size cannot be, naming it; null where it can. */
export function sizeFault({ label, least, most }: StartSize, value: number): string | null {
  return value >= least && value <= most ? null : `${label}: that is no size of such a thing.`;
}

const FIRST_GEAR = {
  us: ['inverter-8kw', 'wireway-6x6-10ft', 'dc-disconnect-60a', 'load-centre-125a', 'array-junction-box'],
  iec: [
    'inverter-8kw',
    'inverter-24v-2kw',
    'wireway-300x300-3m',
    'dc-disconnect-100a',
    'tracking-controller-70a',
    'fuse-holder-150a',
  ],
} as const;

/** A job with something like the real thing and some sample gear at hand. Sizes left out are the usual ones of its trade. */
export function startPlan(
  name: string,
  codeBasis: Plan['codeBasis'],
  meanMaxTempC: number,
  kind: StartKind,
  sizes: StartSizes = {},
): Plan {
  const start = STARTS[kind];
  const usual = usualSizes(kind, codeBasis);
  const { faces, folds, rootFace, travel } = start.make((id) => sizes[id] ?? usual[id] ?? 1000, codeBasis);
  return planOf({
    name,
    codeBasis,
    setting: start.setting,
    travel: travel ?? null,
    conditions: { meanMaxTempC },
    rootFace,
    faces: [...faces],
    folds: [...folds],
    gear: FIRST_GEAR[codeBasis],
  });
}

/**
 * A job with one wall of a drawn outline.
 *
 * @param pointsMm Counter-clockwise from the lower left, as `takeOutline` gives them.
 */
export function startFromOutline(
  name: string,
  codeBasis: Plan['codeBasis'],
  meanMaxTempC: number,
  pointsMm: readonly PointMm[],
): Plan {
  const plan = startPlan(name, codeBasis, meanMaxTempC, 'wall');
  const outline = pointsMm.map(([x, y]): [number, number] => [x, y]);
  const faces = plan.faces.map((face) =>
    face.id === plan.rootFace && face.shape.kind === 'outline'
      ? { ...face, shape: { ...face.shape, pointsMm: outline } }
      : face,
  );
  return { ...plan, faces };
}
