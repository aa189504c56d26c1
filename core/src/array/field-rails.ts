import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { gravityOf, stockLength } from '../fixing/hole-fixing.ts';
import { screwStrength, seatOf } from '../fixing/wood-screw-strength.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { ARRAY_RAILS, type ArrayRail } from '../reference/array-rails.ts';
import { BRACKET, SCREWS_OF, WOOD_FACTORS } from '../reference/fasteners.ts';
import type { Framing } from '../plan/framing.ts';
import type { ModuleField } from '../plan/module-field.ts';
import type { SiteFace } from '../site/site-face.ts';
import { fieldLoads, zoneAt, type FieldLoads } from './field-loads.ts';
import { modulesOfField, type PlacedModule } from './field-modules.ts';
import { ontoOldHoles, placeFeet, SAME_HOLE_MM, type Feet } from './feet.ts';
import { railSpan, sagMm, type RailSpan } from './rail-span.ts';
import { cutRail, type RailCut } from './splices.ts';
import { ATTACHMENTS } from './schools.ts';

/** A foot where it stands on the face, with what pulls at it. */
export type Foot = {
  readonly id: string;
  readonly xMm: number;
  readonly yMm: number;
  readonly upN: number;
  readonly downN: number;
};

/** A rail under some modules in a row. `at` is across it, `from` and `to` along it, mm on the face. */
export type FieldRail = {
  readonly id: string;
  readonly field: string;
  readonly runs: 'across' | 'up';
  readonly atMm: number;
  readonly fromMm: number;
  readonly toMm: number;
  /** Of the modules, square to it: how much of their length it carries. */
  readonly carriesMm: number;
  /** How many modules each row has that it carries: two rows where it is shared. */
  readonly rowCounts: readonly number[];
  readonly span: RailSpan;
  readonly feet: Feet;
  /** The longest span it has, its sag there; 0 with fewer than two feet. */
  readonly longestMm: number;
  readonly sagMm: number;
  readonly loadNPerMm: number;
  /** How it is cut from stock; null where no joint can lie where it must. */
  readonly cut: RailCut | null;
};

export type FieldSupportAsBuilt = {
  readonly rails: readonly FieldRail[];
  readonly feet: readonly Foot[];
  /** What one foot may be pulled by, N; null where nobody approved it. */
  readonly footN: number | null;
  readonly railKgs: number;
};

/** Clamps hold a module this part of its length in from its ends (practice; the module’s sheet says where). */
const CLAMP_RATIO = 0.22;
/** Where bars lie under a module, and what each carries of it: two bear half each, three nearly as a beam on three props. */
const BARS = {
  2: { places: [CLAMP_RATIO, 1 - CLAMP_RATIO], shares: [0.5, 0.5] },
  3: { places: [CLAMP_RATIO, 0.5, 1 - CLAMP_RATIO], shares: [0.36, 0.28, 0.36] },
} as const;
/** Modules of a row this far apart have rails of their own, mm. */
const PART_MM = 300;
/** The sag of bars is compared over the same stands whatever their number. */
const SEAM_ROLES: ReadonlySet<Framing['role']> = new Set(['seam']);

type Row = {
  readonly modules: readonly PlacedModule[];
  readonly low: number;
  readonly high: number;
  readonly from: number;
  readonly to: number;
};

/** Rows of a field the way its rails run: modules in line, with no wide gap between them. */
export function rowsOf(modules: readonly PlacedModule[], runs: 'across' | 'up'): Row[] {
  const spanOf = ({ box }: PlacedModule) =>
    runs === 'across'
      ? { low: box.minY, high: box.maxY, from: box.minX, to: box.maxX }
      : { low: box.minX, high: box.maxX, from: box.minY, to: box.maxY };
  const rows = new Map<string, PlacedModule[]>();
  for (const module of modules) {
    const { low, high } = spanOf(module);
    const key = `${Math.round(low)} ${Math.round(high)}`;
    rows.set(key, [...(rows.get(key) ?? []), module]);
  }
  return [...rows.values()].flatMap((row) => {
    const sorted = [...row].sort((a, b) => spanOf(a).from - spanOf(b).from);
    const parts: PlacedModule[][] = [];
    for (const module of sorted) {
      const last = parts.at(-1);
      const before = last?.at(-1);
      if (last !== undefined && before !== undefined && spanOf(module).from - spanOf(before).to <= PART_MM)
        last.push(module);
      else parts.push([module]);
    }
    return parts.flatMap((part): Row[] => {
      const [first, end] = [part[0], part.at(-1)];
      if (first === undefined || end === undefined) return [];
      const { low, high, from } = spanOf(first);
      return [{ modules: part, low, high, from, to: spanOf(end).to }];
    });
  });
}

/** Lines of rails under the rows of a field, shared between neighbours where it says so. */
function linesOf(
  field: ModuleField,
  rows: readonly Row[],
): Omit<FieldRail, 'id' | 'field' | 'span' | 'feet' | 'longestMm' | 'sagMm' | 'loadNPerMm' | 'cut'>[] {
  const { bars, isShared, runs } = field.support;
  const lines = rows.flatMap((row, index) => {
    const depth = row.high - row.low;
    const { places, shares } = BARS[bars];
    return places.map((place, at) => ({
      row: index,
      end: at === 0 ? ('low' as const) : at === places.length - 1 ? ('high' as const) : ('middle' as const),
      runs,
      atMm: row.low + place * depth,
      fromMm: row.from,
      toMm: row.to,
      carriesMm: (shares[at] ?? 0) * depth,
      rowCounts: [row.modules.length],
    }));
  });
  if (!isShared) return lines;
  const gapMm = runs === 'across' ? field.gapUpMm : field.gapAcrossMm;
  const used = new Set<number>();
  const kept = lines.flatMap((line, index) => {
    if (used.has(index)) return [];
    if (line.end !== 'high') return [{ index, line }];
    const here = rows[line.row];
    const other = lines.findIndex((each, at) => {
      const there = rows[each.row];
      return (
        at !== index &&
        each.end === 'low' &&
        here !== undefined &&
        there !== undefined &&
        Math.abs(there.low - here.high - gapMm) < 5 &&
        Math.min(each.toMm, line.toMm) > Math.max(each.fromMm, line.fromMm)
      );
    });
    const above = lines[other];
    if (here === undefined || above === undefined) return [{ index, line }];
    used.add(other);
    return [
      {
        index,
        line: {
          ...line,
          atMm: here.high + gapMm / 2,
          fromMm: Math.min(line.fromMm, above.fromMm),
          toMm: Math.max(line.toMm, above.toMm),
          carriesMm: line.carriesMm + above.carriesMm,
          rowCounts: [...line.rowCounts, ...above.rowCounts],
        },
      },
    ];
  });
  return kept.filter(({ index }) => !used.has(index)).map(({ line }) => line);
}

/** Where a rail may stand along itself: on members that cross it, or on a member it lies along. */
function standsOf(
  face: SiteFace,
  field: ModuleField,
  line: {
    readonly runs: 'across' | 'up';
    readonly atMm: number;
    readonly fromMm: number;
    readonly toMm: number;
  },
): number[] {
  const { standsOn } = ATTACHMENTS[field.support.school];
  const step = (everyMm: number) => {
    const count = Math.max(1, Math.round((line.toMm - line.fromMm) / everyMm));
    return Array.from(
      { length: count + 1 },
      (_, index) => line.fromMm + ((line.toMm - line.fromMm) * index) / count,
    );
  };
  if (standsOn === 'skin') return step(50);
  // A clamp takes a seam where there is one, else a tube or a tab: what framing the face has.
  const isOnSeams = standsOn === 'seams' && face.members.some(({ role }) => SEAM_ROLES.has(role));
  const members = face.members.filter(({ role }) => SEAM_ROLES.has(role) === isOnSeams);
  const axis = line.runs === 'across' ? 'vertical' : 'horizontal';
  const crossing = members.filter(
    (member) => member.axis === axis && line.atMm >= member.fromMm && line.atMm <= member.toMm,
  );
  const along = members.find(
    (member) => member.axis !== axis && Math.abs(member.centreMm - line.atMm) <= member.widthMm / 4,
  );
  return along === undefined ? crossing.map(({ centreMm }) => centreMm) : step(100);
}

/** Framing whose members a field’s feet can stand on; undefined where its face has none. */
function framingUnder(prepared: Prepared, face: SiteFace, isSeams: boolean): Framing | undefined {
  const [member] = face.members.filter(({ role }) => SEAM_ROLES.has(role) === isSeams);
  const { shape } = face.face;
  const front = shape.kind === 'reverse' ? prepared.faces.get(shape.of)?.shape : shape;
  return front?.kind === 'outline' ? front.framing.find(({ id }) => id === member?.framingId) : undefined;
}

/** A foot’s lag: 5/16″ or 8 mm, driven so deep into its member that eight shanks of thread hold. */
export function footLag(
  prepared: Prepared,
  face: SiteFace,
): { readonly name: string; readonly lengthMm: number; readonly pullN: number } | null {
  const framing = framingUnder(prepared, face, false);
  if (framing === undefined || (framing.stuff !== 'wood' && framing.stuff !== 'unknown')) return null;
  const { codeBasis, site } = prepared.plan;
  const screw = SCREWS_OF[codeBasis].find(({ kind, shankIn }) => kind === 'lag' && shankIn >= 0.31);
  if (screw === undefined) return null;
  const shankMm = mmFromInch(screw.shankIn);
  const overMm = mmFromInch(BRACKET.thicknessIn) + sheetMm(prepared, face);
  const depthMm = framing.memberDepthMm > 0 ? framing.memberDepthMm : Infinity;
  const lengthMm = stockLength(overMm + 8 * shankMm, codeBasis);
  // It is the wind that pulls; framing under a roof stays dry. A moving body jolts, day by day.
  const factor = site.setting === 'mobile' ? WOOD_FACTORS.mobile : WOOD_FACTORS.wind;
  const seat = seatOf(screw, lengthMm, overMm, depthMm);
  const { pullN } = screwStrength(
    screw,
    framing.specificGravity ?? gravityOf(framing.species),
    seat,
    factor,
    90,
  );
  return { name: screw.name, lengthMm, pullN };
}

function sheetMm(prepared: Prepared, face: SiteFace): number {
  return prepared.materials.get(face.face.material)?.thicknessMm ?? 0;
}

/** What one foot of a field may be pulled by, N: as approved, else by its lags; null where nobody approved it. */
export const footStrengthN = query((prepared: Prepared, id: string): number | null => {
  const field = prepared.moduleFields.get(id);
  const face = field === undefined ? undefined : prepared.site.faces.get(field.face);
  if (field === undefined || face === undefined) return null;
  if (field.support.approvedUpN !== null) return field.support.approvedUpN;
  const school = ATTACHMENTS[field.support.school];
  if (school.holds.by !== 'lag') return null;
  const lag = footLag(prepared, face);
  return lag === null ? null : lag.pullN * Math.max(1, school.holes);
});

/** The rails and feet of a field by its id, worked out from where its modules lie and what is under them; null without loads. */
export const fieldSupport = query((prepared: Prepared, id: string): FieldSupportAsBuilt | null => {
  const field = prepared.moduleFields.get(id);
  const loads = fieldLoads(prepared, id);
  const face = field === undefined ? undefined : prepared.site.faces.get(field.face);
  if (field === undefined || face === undefined || loads === null) return null;
  const modules = modulesOfField(prepared, id);
  const footN = footStrengthN(prepared, id);
  const rail = field.support.rail === null ? null : ARRAY_RAILS.rows[field.support.rail];
  if (rail === null) return { rails: [], feet: feetOfModules(modules, loads, face), footN, railKgs: 0 };
  const lines = linesOf(field, rowsOf(modules, field.support.runs));
  const rails = lines.map((line, index): FieldRail => {
    const upPa = Math.max(...endsOf(line).map(([x, y]) => loads.upPa[zoneAt(face, x, y)]));
    const pullNPerMm = (upPa * line.carriesMm) / 1e6;
    const loadNPerMm =
      (Math.max(upPa, loads.downPa) * line.carriesMm) / 1e6 + (rail.massKgPerM * 9.80665) / 1000;
    const span = railSpan(rail, loadNPerMm, { mostMm: field.support.mostSpanMm, footN, pullNPerMm });
    const { runs, atMm, carriesMm, rowCounts } = line;
    const stood = onStands(line, standsOf(face, field, line), span);
    const { fromMm, toMm } = stood;
    const feet = ontoOld(stood, field, line, span);
    const longestMm = Math.max(0, ...feet.atMm.slice(1).map((at, place) => at - (feet.atMm[place] ?? at)));
    return {
      runs,
      atMm,
      carriesMm,
      rowCounts,
      fromMm,
      toMm,
      id: `${id}-rail-${index + 1}`,
      field: id,
      span,
      feet,
      longestMm,
      loadNPerMm,
      sagMm: sagMm(rail, loadNPerMm, longestMm),
      cut: cutRail({ fromMm, toMm, feetMm: feet.atMm, stockMm: rail.stockMm }),
    };
  });
  return {
    rails,
    feet: rails.flatMap((each) => feetOfRail(each, loads, face)),
    footN,
    railKgs: rails.reduce((sum, { fromMm, toMm }) => sum + ((toMm - fromMm) / 1000) * rail.massKgPerM, 0),
  };
});

/** Feet that may stand anywhere along a rail stand on the holes that an earlier field left there. */
function ontoOld(
  { feet, fromMm, toMm }: { readonly feet: Feet; readonly fromMm: number; readonly toMm: number },
  field: ModuleField,
  { runs, atMm }: { readonly runs: 'across' | 'up'; readonly atMm: number },
  { mostSpanMm, mostOverhangMm }: RailSpan,
): Feet {
  const { oldFeet = [], support } = field;
  if (feet.kind !== 'placed' || oldFeet.length === 0 || ATTACHMENTS[support.school].standsOn !== 'skin')
    return feet;
  const holesMm = oldFeet.flatMap(({ xMm, yMm }) => {
    const [along, across] = runs === 'across' ? [xMm, yMm] : [yMm, xMm];
    return Math.abs(across - atMm) <= SAME_HOLE_MM ? [along] : [];
  });
  return {
    kind: 'placed',
    atMm: ontoOldHoles(feet.atMm, holesMm, { fromMm, toMm, mostSpanMm, mostOverhangMm }),
  };
}

/** How far a rail goes on past its last foot where it was made longer to reach it, mm. */
const PAST_FOOT_MM = 50;

/** A rail on its stands; made longer at its ends where the modules end too far from the last stand and another is beyond. */
function onStands(
  { fromMm, toMm }: { readonly fromMm: number; readonly toMm: number },
  standsMm: readonly number[],
  { mostSpanMm, mostOverhangMm }: RailSpan,
): { readonly feet: Feet; readonly fromMm: number; readonly toMm: number } {
  const before = standsMm.filter((at) => at < fromMm).sort((a, b) => b - a)[0];
  const after = standsMm.filter((at) => at > toMm).sort((a, b) => a - b)[0];
  const lows = [fromMm, ...(before === undefined ? [] : [before - PAST_FOOT_MM])];
  const highs = [toMm, ...(after === undefined ? [] : [after + PAST_FOOT_MM])];
  const tries = lows
    .flatMap((low) => highs.map((high) => ({ fromMm: low, toMm: high })))
    .sort((a, b) => a.toMm - a.fromMm - (b.toMm - b.fromMm));
  let first: { readonly feet: Feet; readonly fromMm: number; readonly toMm: number } | null = null;
  for (const ends of tries) {
    const feet = placeFeet({ ...ends, standsMm, mostSpanMm, mostOverhangMm });
    first ??= { feet, ...ends };
    if (feet.kind === 'placed') return { feet, ...ends };
  }
  return first ?? { feet: { kind: 'gap', fromMm, toMm, limit: 'span', atMm: [] }, fromMm, toMm };
}

function endsOf({
  runs,
  atMm,
  fromMm,
  toMm,
}: {
  readonly runs: 'across' | 'up';
  readonly atMm: number;
  readonly fromMm: number;
  readonly toMm: number;
}): (readonly [number, number])[] {
  return [fromMm, (fromMm + toMm) / 2, toMm].map((along) =>
    runs === 'across' ? [along, atMm] : [atMm, along],
  );
}

/** A foot of a rail, by its place in the row of them. */
export function footPlace(
  { id, runs, atMm, feet }: Pick<FieldRail, 'id' | 'runs' | 'atMm' | 'feet'>,
  index: number,
): Pick<Foot, 'id' | 'xMm' | 'yMm'> {
  const along = feet.atMm[index] ?? 0;
  const [xMm, yMm] = runs === 'across' ? [along, atMm] : [atMm, along];
  return { id: `${id}-${index + 1}`, xMm, yMm };
}

/** Each foot carries half of the span at each of its sides, and an overhang whole. */
function feetOfRail(rail: FieldRail, loads: FieldLoads, face: SiteFace): Foot[] {
  const { feet, fromMm, toMm, carriesMm } = rail;
  return feet.atMm.map((along, index): Foot => {
    const before = feet.atMm[index - 1];
    const after = feet.atMm[index + 1];
    const carriedMm =
      (before === undefined ? along - fromMm : (along - before) / 2) +
      (after === undefined ? toMm - along : (after - along) / 2);
    const place = footPlace(rail, index);
    const areaM2 = (carriedMm * carriesMm) / 1e6;
    return {
      ...place,
      upN: loads.upPa[zoneAt(face, place.xMm, place.yMm)] * areaM2,
      downN: loads.downPa * areaM2,
    };
  });
}

/** Without rails a module stands on four feet of its own, at its clamping places. */
function feetOfModules(modules: readonly PlacedModule[], loads: FieldLoads, face: SiteFace): Foot[] {
  return modules.flatMap(({ id, field, box, widthMm, heightMm }) => {
    const isUpright = heightMm >= widthMm;
    const inX = (box.maxX - box.minX) * (isUpright ? 0.02 : CLAMP_RATIO);
    const inY = (box.maxY - box.minY) * (isUpright ? CLAMP_RATIO : 0.02);
    const areaM2 = (widthMm * heightMm * 1e-6) / 4;
    return [box.minX + inX, box.maxX - inX].flatMap((xMm, column) =>
      [box.minY + inY, box.maxY - inY].map((yMm, row): Foot => ({
        id: `${field}-${id}-${column * 2 + row + 1}`,
        xMm,
        yMm,
        upN: loads.upPa[zoneAt(face, xMm, yMm)] * areaM2,
        downN: loads.downPa * areaM2,
      })),
    );
  });
}

/** Sag of two and of three bars under the same modules over the same span: what a third one buys, mm. */
export function sagWithBars(
  rail: ArrayRail,
  downPa: number,
  depthMm: number,
  spanMm: number,
): { readonly two: number; readonly three: number } {
  const sagOf = (bars: keyof typeof BARS) => {
    const loadNPerMm =
      (downPa * Math.max(...BARS[bars].shares) * depthMm) / 1e6 + (rail.massKgPerM * 9.80665) / 1000;
    return sagMm(rail, loadNPerMm, spanMm);
  };
  return { two: sagOf(2), three: sagOf(3) };
}
