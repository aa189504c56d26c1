import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import { newField } from '../array/new-field.ts';
import { FIRST_BODY } from '../plan/body.ts';
import { FIRST_ENERGY } from '../plan/energy.ts';
import { freshId } from '../plan/fresh-id.ts';
import type { Plan } from '../plan/plan.ts';

type Kind = PlanEdit['kind'];
type Make<Of extends Kind> = (plan: Plan, random: Chance) => Extract<PlanEdit, { kind: Of }> | null;

/** Chances from numbers in [0, 1). */
export class Chance {
  constructor(private readonly next: () => number) {}

  oneOf<Item>(items: readonly Item[]): Item | undefined {
    return items[Math.floor(this.next() * items.length)];
  }

  between(least: number, most: number): number {
    return Math.round((least + this.next() * (most - least)) * 8) / 8;
  }

  isLikely(ratio: number): boolean {
    return this.next() < ratio;
  }
}

/** A made-up edit of each kind there is, about what a plan has; null where it has nothing of the kind. */
const MAKE: { readonly [Of in Kind]: Make<Of> } = {
  'rename-plan': (_, chance) => ({ kind: 'rename-plan', name: `Job ${chance.between(1, 99)}` }),
  'set-site': (_, chance) =>
    chance.isLikely(0.5)
      ? { kind: 'set-site', setting: 'building', codeBasis: chance.oneOf(['us', 'iec'] as const) ?? 'us', travel: null }
      : { kind: 'set-site', setting: 'mobile', codeBasis: 'iec', travel: chance.oneOf(['left', 'away'] as const) ?? null },
  'set-routing': (_, chance) => ({
    kind: 'set-routing',
    routing: { bendMm: chance.oneOf([0, 80] as const) ?? 0, penetrationMm: chance.oneOf([0, 500] as const) ?? 0, boreMm: 300, seenPct: chance.oneOf([0, 30] as const) ?? 0, outOfReachPct: 0 },
  }),
  'set-load-factors': (_, chance) => ({
    kind: 'set-load-factors',
    factors: chance.isLikely(0.5) ? null : { down: 2, across: 1, out: chance.between(0, 3) },
  }),
  'set-conditions': ({ faces }, chance) => ({
    kind: 'set-conditions',
    face: chance.isLikely(0.5) ? null : (chance.oneOf(faces)?.id ?? null),
    conditions:
      chance.oneOf([
        { meanMaxTempC: chance.between(10, 40) },
        { designHighTempC: chance.between(20, 60) },
        { snowLoadPa: chance.between(0, 2000) },
        { air: { kind: 'closed' as const, widthMm: 9000, heightMm: 3000, depthMm: 9000, vents: [] } },
        { sun: 'full' as const },
      ]) ?? {},
  }),
  'inherit-condition': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    return face === undefined
      ? null
      : { kind: 'inherit-condition', face: face.id, condition: chance.oneOf(['meanMaxTempC', 'air', 'sun'] as const) ?? 'sun' };
  },
  'set-material': ({ materials }, chance) => {
    const material = chance.oneOf(materials);
    if (material === undefined) return null;
    const changed = { ...material, holding: chance.oneOf(['wood-screw', 'masonry-anchor', 'unknown'] as const) ?? 'unknown' };
    return { kind: 'set-material', material: chance.isLikely(0.3) ? { ...changed, id: 'material-more' } : changed };
  },
  'remove-material': ({ materials, faces }, chance) => {
    const used = new Set(faces.map(({ material }) => material));
    const material = chance.oneOf(materials.filter(({ id }) => !used.has(id))) ?? chance.oneOf(materials);
    return material === undefined ? null : { kind: 'remove-material', material: material.id };
  },
  'add-face': (plan, chance) => {
    const face = chance.oneOf(plan.faces.filter(({ shape }) => shape.kind === 'outline'));
    if (face?.shape.kind !== 'outline') return null;
    const stands = { originMm: [chance.between(-9000, 9000), 500, 0] as [number, number, number], turnDeg: 30, tiltDeg: 0 };
    return {
      kind: 'add-face',
      face: {
        ...face,
        id: freshId(plan, 'face'),
        kind: chance.oneOf(['wall', 'floor', 'ceiling'] as const) ?? 'wall',
        shape: { ...face.shape, stands: chance.isLikely(0.7) ? stands : null },
      },
    };
  },
  'remove-face': ({ faces }, chance) => onFace('remove-face', faces, chance),
  'set-face': ({ faces, materials }, chance) => {
    const face = chance.oneOf(faces);
    if (face === undefined) return null;
    const more = chance.oneOf([
      { name: `Face ${chance.between(1, 99)}` },
      { use: 'ceiling' as const },
      { side: 'outside' as const },
      { material: chance.oneOf(materials)?.id ?? '' },
      { thicknessMm: chance.between(10, 200) },
      { roomInFrontMm: chance.between(300, 2000) },
    ]);
    return { kind: 'set-face', face: face.id, ...more };
  },
  'set-outline': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    if (face?.shape.kind !== 'outline') return null;
    const by = chance.between(0.8, 1.2);
    return { kind: 'set-outline', face: face.id, pointsMm: face.shape.pointsMm.map(([x, y]) => [x * by, y * by]) };
  },
  'move-corner': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    if (face?.shape.kind !== 'outline') return null;
    const corner = chance.oneOf([...face.shape.pointsMm.keys()]) ?? 0;
    const [x, y] = face.shape.pointsMm[corner] ?? [0, 0];
    return { kind: 'move-corner', face: face.id, corner, xMm: x + chance.between(-90, 90), yMm: y + chance.between(-90, 90) };
  },
  'insert-corner': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    return face === undefined ? null : { kind: 'insert-corner', face: face.id, edge: chance.oneOf([0, 2, 3]) ?? 0 };
  },
  'remove-corner': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    return face === undefined ? null : { kind: 'remove-corner', face: face.id, corner: chance.oneOf([0, 2, 4]) ?? 0 };
  },
  'add-reverse': (plan, chance) => {
    const face = chance.oneOf(plan.faces);
    if (face === undefined) return null;
    return { kind: 'add-reverse', of: face.id, id: freshId(plan, 'back'), name: 'Back', side: 'outside', thicknessMm: 90 };
  },
  'set-root': ({ faces }, chance) => onFace('set-root', faces, chance),
  'set-stand': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    if (face === undefined) return null;
    const stands = { originMm: [chance.between(-9000, 9000), 0, 0] as [number, number, number], turnDeg: 10, tiltDeg: 5 };
    return { kind: 'set-stand', face: face.id, stands: chance.isLikely(0.8) ? stands : null };
  },
  'set-as-found': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    return face === undefined ? null : { kind: 'set-as-found', face: face.id, asFound: { floorRiseDeg: chance.between(-2, 2) } };
  },
  'mark-simulated': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    return face === undefined ? null : { kind: 'mark-simulated', face: face.id, item: `${face.id}/width`, isSimulated: chance.isLikely(0.5) };
  },
  'set-setbacks': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    if (face === undefined) return null;
    const edge = chance.oneOf([0, 1, 2]) ?? 0;
    return { kind: 'set-setbacks', face: face.id, setbacks: chance.isLikely(0.3) ? [] : [{ edge, distanceMm: chance.between(20, 400), why: 'Made up' }] };
  },
  'add-fold': (plan, chance) => {
    const [a, b] = [chance.oneOf(plan.faces), chance.oneOf(plan.faces)];
    if (a === undefined || b === undefined) return null;
    const end = ({ id }: { id: string }) => ({ face: id, edge: chance.oneOf([0, 1, 2, 3]) ?? 0 });
    return { kind: 'add-fold', fold: { id: freshId(plan, 'fold'), a: end(a), b: end(b), towardViewerDeg: chance.between(-90, 90) } };
  },
  'set-fold-angle': ({ folds }, chance) => {
    const fold = chance.oneOf(folds);
    return fold === undefined ? null : { kind: 'set-fold-angle', fold: fold.id, towardViewerDeg: chance.between(-100, 100) };
  },
  'remove-fold': ({ folds }, chance) => {
    const fold = chance.oneOf(folds);
    return fold === undefined ? null : { kind: 'remove-fold', fold: fold.id };
  },
  'set-framing': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    if (face?.shape.kind !== 'outline') return null;
    const framing = chance.oneOf(face.shape.framing);
    return framing === undefined ? null : { kind: 'set-framing', face: face.id, framing: { ...framing, at: { kind: 'spaced', firstCentreMm: chance.between(100, 500), spacingMm: 600 } } };
  },
  'remove-framing': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    if (face?.shape.kind !== 'outline') return null;
    const framing = chance.oneOf(face.shape.framing);
    return framing === undefined ? null : { kind: 'remove-framing', face: face.id, framing: framing.id };
  },
  'find-member': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    if (face?.shape.kind !== 'outline') return null;
    const framing = chance.oneOf(face.shape.framing);
    return framing === undefined ? null : { kind: 'find-member', face: face.id, framing: framing.id, index: 2, found: { centreMm: chance.between(800, 1300), toleranceMm: 1 } };
  },
  'set-obstacle': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    const obstacle = chance.oneOf(face?.obstacles ?? []);
    if (face === undefined || obstacle === undefined) return null;
    const shape = { kind: 'box' as const, xMm: chance.between(0, 6000), yMm: chance.between(0, 2500), widthMm: 400, heightMm: 300 };
    const id = chance.isLikely(0.3) ? 'obstacle-more' : obstacle.id;
    return { kind: 'set-obstacle', face: face.id, obstacle: { ...obstacle, id, shape } };
  },
  'remove-obstacle': ({ faces }, chance) => {
    const face = chance.oneOf(faces);
    const obstacle = chance.oneOf(face?.obstacles ?? []);
    return face === undefined || obstacle === undefined ? null : { kind: 'remove-obstacle', face: face.id, obstacle: obstacle.id };
  },
  'add-gear-type': (plan, chance) => {
    const type = chance.oneOf(plan.gearTypes);
    return type === undefined ? null : { kind: 'add-gear-type', gearType: { ...type, id: freshId(plan, 'type-more') } };
  },
  'set-gear-type': ({ gearTypes }, chance) => {
    const type = chance.oneOf(gearTypes);
    if (type === undefined) return null;
    const more = chance.oneOf([
      { rules: type.rules.map((rule) => ({ ...rule, distance: { value: chance.between(10, 500), unit: 'mm' as const } })) },
      { depthMm: chance.between(80, 400) },
      { name: `Type ${chance.between(1, 99)}` },
      { massKg: chance.between(10, 90), parts: [] },
      { standoffMm: chance.between(0, 60) },
    ]);
    return { kind: 'set-gear-type', gearType: { ...type, ...more } };
  },
  'remove-gear-type': ({ gearTypes }, chance) => {
    const type = chance.oneOf(gearTypes);
    return type === undefined ? null : { kind: 'remove-gear-type', gearType: type.id };
  },
  'place-gear': (plan, chance) => {
    const [type, face] = [chance.oneOf(plan.gearTypes), chance.oneOf(plan.faces)];
    if (type === undefined || face === undefined) return null;
    const id = freshId(plan, 'more');
    return { kind: 'place-gear', placement: { id, name: `More ${id}`, type: type.id, face: face.id, xMm: chance.between(200, 6000), yMm: chance.between(600, 2500) } };
  },
  'move-placement': ({ placements }, chance) => {
    const placement = chance.oneOf(placements);
    if (placement === undefined) return null;
    const { xMm, yMm } = placement;
    return { kind: 'move-placement', placement: placement.id, xMm: xMm + chance.between(-400, 400), yMm: yMm + chance.between(-200, 200) };
  },
  'mount-on': ({ placements, gearTypes }, chance) => {
    const placement = chance.oneOf(placements);
    if (placement === undefined) return null;
    const boards = new Set(gearTypes.filter(({ kind }) => kind === 'board').map(({ id }) => id));
    const board = chance.oneOf(placements.filter(({ type, face }) => boards.has(type) && face === placement.face));
    return { kind: 'mount-on', placement: placement.id, board: board === undefined || board.id === placement.id ? null : board.id };
  },
  'set-flush': ({ placements }, chance) => {
    const placement = chance.oneOf(placements);
    return placement === undefined ? null : { kind: 'set-flush', placement: placement.id, isFlush: chance.isLikely(0.7) };
  },
  'rename-placement': ({ placements }, chance) => {
    const placement = chance.oneOf(placements);
    return placement === undefined ? null : { kind: 'rename-placement', placement: placement.id, name: `Renamed ${chance.between(1, 99)}` };
  },
  'remove-placement': ({ placements }, chance) => {
    const placement = chance.oneOf(placements);
    return placement === undefined ? null : { kind: 'remove-placement', placement: placement.id };
  },
  'add-nipple': (plan, chance) => {
    const ways = plan.placements.filter(({ type }) => plan.gearTypes.find(({ id }) => id === type)?.kind === 'wireway');
    const wireway = chance.oneOf(ways);
    const unit = chance.oneOf(plan.placements.filter(({ face }) => face === wireway?.face));
    const knockout = chance.oneOf(plan.gearTypes.find(({ id }) => id === unit?.type)?.knockouts ?? []);
    if (wireway === undefined || unit === undefined || knockout === undefined) return null;
    const from = { placement: unit.id, knockout: knockout.id };
    return { kind: 'add-nipple', nipple: { id: freshId(plan, 'nipple'), from, wireway: wireway.id, playMm: 5 } };
  },
  'set-nipple-play': ({ nipples }, chance) => {
    const nipple = chance.oneOf(nipples);
    return nipple === undefined ? null : { kind: 'set-nipple-play', nipple: nipple.id, playMm: chance.between(0, 20) };
  },
  'remove-nipple': ({ nipples }, chance) => {
    const nipple = chance.oneOf(nipples);
    return nipple === undefined ? null : { kind: 'remove-nipple', nipple: nipple.id };
  },
  'set-join': (plan, chance) => {
    const join = chance.oneOf(plan.joins);
    if (join?.kind === 'back-to-back' && chance.isLikely(0.5))
      return { kind: 'set-join', join: { ...join, xMm: join.xMm + chance.between(-30, 30) } };
    const [a, b] = [chance.oneOf(plan.placements), chance.oneOf(plan.placements)];
    const portOf = (placement: typeof a) => {
      const knockout = chance.oneOf(plan.gearTypes.find(({ id }) => id === placement?.type)?.knockouts ?? []);
      return placement === undefined || knockout === undefined ? null : { placement: placement.id, knockout: knockout.id };
    };
    const [from, to] = [portOf(a), portOf(b)];
    return from === null || to === null ? null : { kind: 'set-join', join: { id: freshId(plan, 'join'), kind: 'side-by-side', a: from, b: to } };
  },
  'remove-join': ({ joins }, chance) => {
    const join = chance.oneOf(joins);
    return join === undefined ? null : { kind: 'remove-join', join: join.id };
  },
  'add-penetration': (plan, chance) => {
    const penetration = chance.oneOf(plan.penetrations);
    return penetration === undefined ? null : { kind: 'add-penetration', penetration: { ...penetration, id: freshId(plan, 'penetration'), xMm: chance.between(300, 4000) } };
  },
  'move-penetration': ({ penetrations }, chance) => {
    const penetration = chance.oneOf(penetrations);
    return penetration === undefined ? null : { kind: 'move-penetration', penetration: penetration.id, xMm: penetration.xMm + chance.between(-90, 90), yMm: penetration.yMm + chance.between(-90, 90) };
  },
  'set-penetration': ({ penetrations }, chance) => {
    const penetration = chance.oneOf(penetrations);
    if (penetration === undefined) return null;
    const gland = chance.oneOf(['M16', 'M25'] as const) ?? 'M16';
    const entry = chance.oneOf([
      { kind: 'gland', gland },
      { kind: 'box', gland, glandCount: Math.round(chance.between(1, 6)) },
      { kind: 'hood', gland, glandCount: 2 },
      { kind: 'stub', conduit: null },
      { kind: 'sleeve', conduit: '1-1/4' },
      { kind: 'existing', gland, glandCount: 1 },
    ] as const) ?? { kind: 'gland', gland };
    return { kind: 'set-penetration', penetration: { ...penetration, entry, school: chance.oneOf(['silicone', 'butyl-lap', null] as const) ?? null, opensTo: chance.oneOf(['up', 'down', null] as const) ?? null } };
  },
  'remove-penetration': ({ penetrations }, chance) => {
    const penetration = chance.oneOf(penetrations);
    return penetration === undefined ? null : { kind: 'remove-penetration', penetration: penetration.id };
  },
  'set-plate-hole': (plan, chance) => {
    const known = chance.oneOf(plan.plateHoles);
    if (known !== undefined) return { kind: 'set-plate-hole', hole: { ...known, alongMm: known.alongMm + chance.between(0, 200), holeMm: chance.oneOf([null, 12, 60]) ?? null } };
    const [face, to] = [chance.oneOf(plan.faces), chance.oneOf(plan.faces)];
    if (face === undefined || to === undefined) return null;
    return { kind: 'set-plate-hole', hole: { id: freshId(plan, 'plate-hole'), name: 'Plate hole', face: face.id, edge: Math.round(chance.between(0, 3)), alongMm: chance.between(0, 3000), to: to.id, plateMm: 76, plateWidthMm: chance.oneOf([null, 90, 140]) ?? null, holeMm: null, isStopped: false } };
  },
  'remove-plate-hole': ({ plateHoles }, chance) => {
    const hole = chance.oneOf(plateHoles);
    return hole === undefined ? null : { kind: 'remove-plate-hole', hole: hole.id };
  },
  'add-run': (plan, chance) => {
    const run = chance.oneOf(plan.runs);
    const other = chance.oneOf(plan.runs);
    return run === undefined || other === undefined ? null : { kind: 'add-run', run: { ...run, id: freshId(plan, 'run'), to: other.from } };
  },
  'set-run': ({ runs, circuits }, chance) => {
    const [run, circuit] = [chance.oneOf(runs), chance.oneOf(circuits)];
    if (run === undefined || circuit === undefined) return null;
    const laid = chance.isLikely(0.5) ? ({ as: 'clipped' } as const) : ({ as: 'conduit', size: null } as const);
    const via = chance.isLikely(0.6) ? [] : run.via;
    return { kind: 'set-run', run: { ...run, via, circuits: [...new Set([...run.circuits, circuit.id])], laid, raisedMm: chance.isLikely(0.5) ? 0 : 40 } };
  },
  'set-run-slack': ({ runs }, chance) => {
    const run = chance.oneOf(runs);
    return run === undefined ? null : { kind: 'set-run-slack', run: run.id, slackEachEndMm: chance.between(100, 900) };
  },
  'remove-run': ({ runs }, chance) => {
    const run = chance.oneOf(runs);
    return run === undefined ? null : { kind: 'remove-run', run: run.id };
  },
  'set-rules': ({ rules, gearTypes }, chance) => {
    const [rule] = [...rules, ...gearTypes.flatMap((type) => type.rules)];
    if (rule === undefined) return null;
    const own = { ...rule, id: 'own-rule', distance: { value: chance.between(10, 300), unit: 'mm' as const } };
    return { kind: 'set-rules', rules: chance.isLikely(0.3) ? [] : [own] };
  },
  'set-circuit': ({ circuits }, chance) => {
    const circuit = chance.oneOf(circuits);
    return circuit === undefined ? null : { kind: 'set-circuit', circuit: { ...circuit, currentA: chance.isLikely(0.3) ? null : chance.between(1, 120), wire: { ...circuit.wire, count: Math.round(chance.between(2, 40)), carrying: 2 } } };
  },
  'set-body': (_, chance) => ({
    kind: 'set-body',
    body: chance.isLikely(0.2) ? null : { ...FIRST_BODY, roofMostKg: chance.between(20, 200), massKg: chance.between(900, 3500) },
  }),
  'set-place': (_, chance) => ({
    kind: 'set-place',
    place: chance.isLikely(0.3) ? null : { latitudeDeg: chance.between(-60, 60), longitudeDeg: chance.between(-170, 170), rootFacesDeg: chance.between(0, 350) },
  }),
  'set-field': (plan, chance) => {
    const field = chance.oneOf(plan.moduleFields);
    const [face, type] = [chance.oneOf(plan.faces), plan.gearTypes.find(({ solarModule }) => solarModule !== null)];
    if (field === undefined || chance.isLikely(0.2)) {
      if (face === undefined || type === undefined) return null;
      const laid = (id: string, xMm: number) => ({ id, xMm, yMm: 300, isTurned: false });
      return { kind: 'set-field', field: { ...newField(plan, face.id, type.id), modules: [laid('a', 100), laid('b', 1400)] } };
    }
    const more = chance.oneOf([
      { modules: field.modules.slice(1) },
      { modules: field.modules.map((each) => ({ ...each, xMm: each.xMm + chance.between(-200, 200) })) },
      { tilt: { deg: chance.between(5, 40), low: 'bottom' as const } },
      { liftMm: chance.between(0, 300) },
      { support: { ...field.support, school: chance.oneOf(['bonded', 'seam-clamp', 'low-foot'] as const) ?? 'bonded', bars: 3 as const } },
    ]);
    return { kind: 'set-field', field: { ...field, ...more } };
  },
  'move-modules': ({ moduleFields }, chance) => {
    const field = chance.oneOf(moduleFields);
    const module = chance.oneOf(field?.modules ?? []);
    return field === undefined ? null : { kind: 'move-modules', field: field.id, modules: module === undefined || chance.isLikely(0.5) ? null : [module.id], dxMm: chance.between(-300, 300), dyMm: chance.between(-300, 300) };
  },
  'remove-field': ({ moduleFields }, chance) => {
    const field = chance.oneOf(moduleFields);
    return field === undefined ? null : { kind: 'remove-field', field: field.id };
  },
  'set-string': (plan, chance) => {
    const [string, field] = [chance.oneOf(plan.moduleStrings), chance.oneOf(plan.moduleFields)];
    if (field === undefined) return null;
    const modules = field.modules.filter(() => chance.isLikely(0.4)).map(({ id }) => ({ field: field.id, module: id }));
    const known = string === undefined || chance.isLikely(0.3) ? freshId(plan, 'string') : string.id;
    return { kind: 'set-string', string: { id: known, name: `String ${chance.between(1, 99)}`, wired: { as: 'series' }, modules } };
  },
  'remove-string': ({ moduleStrings }, chance) => {
    const string = chance.oneOf(moduleStrings);
    return string === undefined ? null : { kind: 'remove-string', string: string.id };
  },
  'set-surrounding': (plan, chance) => ({
    kind: 'set-surrounding',
    surrounding: { id: chance.oneOf(plan.surroundings)?.id ?? freshId(plan, 'thing'), name: 'Tree', kind: 'tree', bearingDeg: chance.between(0, 350), distanceMm: chance.between(3000, 9000), widthMm: 3000, depthMm: 3000, fromMm: 0, toMm: chance.between(2000, 9000) },
  }),
  'remove-surrounding': ({ surroundings }, chance) => {
    const thing = chance.oneOf(surroundings);
    return thing === undefined ? null : { kind: 'remove-surrounding', surrounding: thing.id };
  },
  'set-energy': (_, chance) => ({
    kind: 'set-energy',
    energy: chance.isLikely(0.2) ? null : { ...FIRST_ENERGY, loads: [{ id: 'lamp', name: 'Lamp', powerW: chance.between(1, 60), count: 2, hoursPerDay: 4, dutyPct: 100, isAc: false }] },
  }),
  'remove-circuit': ({ circuits }, chance) => {
    const circuit = chance.oneOf(circuits);
    return circuit === undefined ? null : { kind: 'remove-circuit', circuit: circuit.id };
  },
}; // prettier-ignore

export const EDIT_KINDS = Object.keys(MAKE) as readonly Kind[];

/** An edit of a kind; most can be made, some are refused. */
export function anyEdit(kind: Kind, plan: Plan, random: () => number): PlanEdit | null {
  return MAKE[kind](plan, new Chance(random));
}

function onFace<Of extends 'remove-face' | 'set-root'>(
  kind: Of,
  faces: Plan['faces'],
  chance: Chance,
): { readonly kind: Of; readonly face: string } | null {
  const face = chance.oneOf(faces);
  return face === undefined ? null : { kind, face: face.id };
}
