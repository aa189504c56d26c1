import { prepare, type Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { ATTACHMENT_SCHOOLS, type AttachmentSchool, type ModuleField } from '../plan/module-field.ts';
import { told, type Told } from '../quantity/told.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import type { Working } from '../working/working.ts';
import { fieldLoads } from './field-loads.ts';
import { fieldSupport, rowsOf, sagWithBars, type FieldRail } from './field-rails.ts';
import { stockLengths } from './splices.ts';
import { modulesOfField } from './field-modules.ts';
import { FOOT_KG, isUneven } from './feet.ts';
import { fitRow, fitWorking, type RowFit } from './fit.ts';
import { railWorking } from './rail-span.ts';
import { ATTACHMENTS } from './schools.ts';

/** Frames of modules are this true to their size, and gaps to theirs, mm each way (practice). */
const FRAME_MM = 1.5;
const GAP_MM = 1;

/** A row of a field against its face, edge to edge. */
export type RowFigures = {
  readonly count: number;
  readonly fit: RowFit;
  readonly openingMm: number;
  readonly working: Working;
};

export type FieldFigures = {
  readonly count: number;
  readonly powerW: number;
  readonly moduleKg: number;
  /** Modules, rails and feet. */
  readonly totalKg: number;
  readonly areaMm2: number;
  /** Its middle above the datum of the root face; null where its face stands nowhere. */
  readonly heightMm: number | null;
  readonly rows: readonly RowFigures[];
  readonly rails: readonly { readonly count: number; readonly lengthMm: number }[];
  readonly railName: string | null;
  /** Joints of rails, and how many lengths of stock all pieces are cut from; null where some joint cannot be made. */
  readonly stock: { readonly count: number; readonly lengthMm: number; readonly joints: number } | null;
  readonly footCount: number;
  readonly isUneven: boolean;
  readonly longestMm: number;
  readonly mostSpanMm: number | null;
  readonly spanBy: 'stress' | 'sag' | 'yours' | 'feet' | null;
  readonly sagMm: number;
  readonly sagOfBars: { readonly two: number; readonly three: number } | null;
  readonly pullN: number;
  readonly pressN: number;
  readonly holdsN: number | null;
  readonly railWorking: Working | null;
  readonly loadsWorking: Working | null;
};

/** All figures of a field that its panel shows. */
export const fieldFigures = query((prepared: Prepared, id: string): FieldFigures | null => {
  const field = prepared.moduleFields.get(id);
  const face = field === undefined ? undefined : prepared.site.faces.get(field.face);
  if (field === undefined || face === undefined) return null;
  const modules = modulesOfField(prepared, id);
  const support = fieldSupport(prepared, id);
  const loads = fieldLoads(prepared, id);
  const frame = prepared.site.frames.get(field.face);
  const moduleKg = modules.reduce((sum, { type }) => sum + type.massKg, 0);
  const openingMm = face.bounds.maxX - face.bounds.minX;
  const rows = rowsOf(modules, 'across').map((row): RowFigures => {
    const parts = row.modules.flatMap(({ box }, index) => [
      { sizeMm: box.maxX - box.minX, toleranceMm: FRAME_MM },
      ...(index === row.modules.length - 1
        ? []
        : [{ sizeMm: (row.modules[index + 1]?.box.minX ?? box.maxX) - box.maxX, toleranceMm: GAP_MM }]),
    ]);
    const fit = fitRow(parts, openingMm);
    return { count: row.modules.length, fit, openingMm, working: fitWorking(fit, openingMm) };
  });
  const rail = field.support.rail === null ? null : ARRAY_RAILS.rows[field.support.rail];
  const built = support?.rails ?? [];
  const [worst] = [...built].sort((a, b) => b.longestMm - a.longestMm);
  const middle = modules.reduce<[number, number]>(
    ([x, y], { box }) => [
      x + (box.minX + box.maxX) / 2 / modules.length,
      y + (box.minY + box.maxY) / 2 / modules.length,
    ],
    [0, 0],
  );
  const [first] = modules;
  return {
    count: modules.length,
    powerW: modules.reduce((sum, { type }) => sum + (type.solarModule?.pmaxW ?? 0), 0),
    moduleKg,
    totalKg: moduleKg + (support?.railKgs ?? 0) + (support?.feet.length ?? 0) * FOOT_KG,
    areaMm2: modules.reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0),
    heightMm: frame === undefined || modules.length === 0 ? null : siteFromFace(frame, middle)[2],
    rows,
    rails: counted(built.map(({ fromMm, toMm }) => toMm - fromMm)),
    railName: rail?.name ?? null,
    stock: rail === null ? null : stockOf(built, rail.stockMm),
    footCount: support?.feet.length ?? 0,
    isUneven: built.some(({ feet }) => isUneven(feet.atMm)),
    longestMm: worst?.longestMm ?? 0,
    mostSpanMm: worst?.span.mostSpanMm ?? null,
    spanBy: worst?.span.by ?? null,
    sagMm: Math.max(0, ...built.map((each) => each.sagMm)),
    sagOfBars:
      rail === null || loads === null || worst === undefined || first === undefined
        ? null
        : sagWithBars(
            rail,
            loads.downPa,
            field.support.runs === 'across' ? first.heightMm : first.widthMm,
            worst.longestMm,
          ),
    pullN: Math.max(0, ...(support?.feet ?? []).map(({ upN }) => upN)),
    pressN: Math.max(0, ...(support?.feet ?? []).map(({ downN }) => downN)),
    holdsN: support?.footN ?? null,
    railWorking:
      rail === null || worst === undefined
        ? null
        : railWorking(rail, worst.loadNPerMm, worst.longestMm, worst.span),
    loadsWorking: loads?.working ?? null,
  };
});

/** What the rails are cut from; null where some joint cannot lie where it must. */
function stockOf(rails: readonly FieldRail[], stockMm: number): FieldFigures['stock'] {
  const cuts = rails.flatMap(({ cut }) => cut ?? []);
  if (cuts.length < rails.length) return null;
  return {
    count: stockLengths(
      cuts.flatMap(({ piecesMm }) => piecesMm),
      stockMm,
    ),
    lengthMm: stockMm,
    joints: cuts.reduce((sum, { jointsMm }) => sum + jointsMm.length, 0),
  };
}

/** Lengths that are one, to a tenth of a mm, with how many there are; longest first. */
function counted(lengths: readonly number[]): { readonly count: number; readonly lengthMm: number }[] {
  const counts = new Map<number, number>();
  for (const length of lengths) {
    const key = Math.round(length * 10) / 10;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return [...counts]
    .map(([lengthMm, count]) => ({ count, lengthMm }))
    .sort((a, b) => b.lengthMm - a.lengthMm);
}

/** One school on one field, for the table that puts them side by side. */
export type SchoolFigures = {
  readonly school: AttachmentSchool;
  /** Whether all rails find their stands. */
  readonly stands: boolean;
  readonly footCount: number;
  readonly holeCount: number;
  readonly pullN: number;
  /** What one foot holds; null where nobody approved it. */
  readonly holdsN: number | null;
};

/** Every school on the same field. What somebody approved for the one in hand is not taken for the others. */
export function schoolsBeside(prepared: Prepared, field: ModuleField): SchoolFigures[] {
  const { document } = prepared;
  return ATTACHMENT_SCHOOLS.map((school): SchoolFigures => {
    const support = {
      ...field.support,
      school,
      approvedUpN: school === field.support.school ? field.support.approvedUpN : null,
    };
    const trial = prepare({
      ...document,
      moduleFields: document.moduleFields.map((each) => (each.id === field.id ? { ...each, support } : each)),
    });
    const built = fieldSupport(trial, field.id);
    const feet = built?.feet ?? [];
    return {
      school,
      stands: built !== null && built.rails.every((rail) => rail.feet.kind === 'placed'),
      footCount: feet.length,
      holeCount: feet.length * ATTACHMENTS[school].holes,
      pullN: Math.max(0, ...feet.map(({ upN }) => upN)),
      holdsN: built?.footN ?? null,
    };
  });
}

/** The school we suggest for a face, and why. */
export function suggestedSchool(
  prepared: Prepared,
  faceId: string,
): { readonly school: AttachmentSchool; readonly why: Told } {
  const face = prepared.site.faces.get(faceId);
  const skin = prepared.materials.get(face?.face.material ?? '')?.skin ?? 'unknown';
  const hasSeams = face?.members.some(({ role }) => role === 'seam') ?? false;
  const hasFraming = face?.members.some(({ role }) => role !== 'seam') ?? false;
  if (hasSeams && (skin === 'painted-metal' || skin === 'bare-metal'))
    return {
      school: 'seam-clamp',
      why: told('The sheet has seams to clamp on: no hole in a roof that has none.'),
    };
  if (prepared.plan.site.setting === 'mobile') {
    if (hasFraming)
      return {
        school: 'side-adjust-foot',
        why: told('It comes off without breaking the seal, and its slot takes up a roof that is not flat.'),
      };
    return {
      school: 'well-nut',
      why: told(
        'There is nothing to screw into behind the skin, and a bond alone is not to be trusted on the road.',
      ),
    };
  }
  if (skin === 'shingles' || skin === 'tiles')
    return {
      school: 'flashed-foot',
      why: told('Flashing sheds the water even when the sealant under it is old.'),
    };
  return hasFraming
    ? {
        school: 'lagged-foot',
        why: told('There is sound framing to drive a lag into, and its strength can be worked out.'),
      }
    : {
        school: 'seam-clamp',
        why: told('No framing was found: clamp on what the face has, and find what carries it.'),
      };
}
