import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import { bendBeam } from '../fixing/beam.ts';
import { GRAVITY_MPS2 } from '../fixing/loads.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { LIFTING } from '../reference/lifting.ts';
import { practice, published, type SourceRef, type Trade } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { modulesOfField } from './field-modules.ts';
import { fieldSupport, rowsOf } from './field-rails.ts';

/** A row of modules bolted to its rails on the ground and lifted as one piece. */
export type Assembly = {
  readonly moduleCount: number;
  readonly massKg: number;
  /** Along its bars, and across them, mm. */
  readonly lengthMm: number;
  readonly acrossMm: number;
  readonly bars: number;
  /** Bolts through holes that frames have, and through holes that are drilled in frames. */
  readonly againCount: number;
  readonly newCount: number;
  readonly bolt: string;
  readonly clearanceMm: number;
  readonly clearanceSource: SourceRef;
  /** Lifted at two places of each bar, jerked once over: how far it sags, and what of its strength that takes. */
  readonly pickAtMm: readonly [number, number];
  readonly sagMm: number;
  readonly stressUse: number;
  readonly bears: boolean;
  /** Who carries it by hand; null where so many do not lift as one: then a hoist does. */
  readonly people: number | null;
  /** By four slings to one hook. */
  readonly sling: { readonly legMm: number; readonly hookUpMm: number; readonly legN: number };
  readonly working: Working;
};

/** More modules than this are not lifted as one (practice). */
const MOST_AT_ONCE = 8;
/** Where a bar is held, its moment over the hold and between holds are one: at this part of it from either end. */
const PICK_RATIO = (Math.SQRT2 - 1) / 2;
/** A load that is jerked counts twice (practice). */
const JERK = 2;
/** Slings stand at 60° or steeper, and of four legs on a stiff load three carry (practice). */
const SLING = { deg: 60, legs: 3 } as const;
/** More people than this do not lift as one (practice). */
const MOST_PEOPLE = 4;

/** How far apart the outer bars lie, as a part of a module. */
const BAR_APART = 0.56;

/** Bolts of frames, and the hole one goes through freely (from memory). */
const BOLTS: Readonly<Record<Trade, { name: string; clearanceMm: number; source: SourceRef }>> = {
  us: {
    name: '5/16″',
    clearanceMm: mmFromInch(11 / 32),
    source: published('ASME B18.2.8', 'normal fit', '1999'),
  },
  iec: { name: 'M8', clearanceMm: 9, source: published('ISO 273', 'medium', '1979') },
};

/** The longest row of a field that can be lifted as one piece; null without rails, and where no row has few enough modules. */
export const assemblyOf = query((prepared: Prepared, id: string): Assembly | null => {
  const field = prepared.moduleFields.get(id);
  const kind = field?.support.rail ?? null;
  if (field === undefined || kind === null || fieldSupport(prepared, id) === null) return null;
  const bar = ARRAY_RAILS.rows[kind];
  const { bars, runs } = field.support;
  const [row] = rowsOf(modulesOfField(prepared, id), runs)
    .filter(({ modules }) => modules.length <= MOST_AT_ONCE)
    .sort((a, b) => b.modules.length - a.modules.length);
  if (row === undefined) return null;
  const lengthMm = row.to - row.from;
  const acrossMm = row.high - row.low;
  const modulesKg = row.modules.reduce((sum, { type }) => sum + type.massKg, 0);
  const barKg = (lengthMm / 1000) * bar.massKgPerM;
  const massKg = modulesKg + bars * barKg;
  // Frames have holes in their long sides, a fifth or so from their ends: bars that cross these sides there use them.
  const crossesLong = row.modules.filter(({ box }) =>
    runs === 'across'
      ? box.maxY - box.minY >= box.maxX - box.minX
      : box.maxX - box.minX >= box.maxY - box.minY,
  ).length;
  const againCount = crossesLong * 2 * 2;
  const boltCount = row.modules.length * 2 * bars;
  const pickAtMm = [PICK_RATIO * lengthMm, (1 - PICK_RATIO) * lengthMm] as const;
  const loadNPerMm = (JERK * GRAVITY_MPS2 * massKg) / bars / lengthMm;
  const bent = bendBeam(
    lengthMm,
    { kind: 'two', leftMm: pickAtMm[0], rightMm: pickAtMm[1] },
    [{ kind: 'uniform', fromMm: 0, toMm: lengthMm, forceNPerMm: loadNPerMm }],
    bar.elasticityMpa * bar.inertiaMm4,
  );
  const stressUse = bent.mostMomentNmm / bar.modulusMm3 / bar.bendingMpa;
  // Bars lie a fifth in from either edge; the outer ones are slung.
  const reachMm = Math.hypot((pickAtMm[1] - pickAtMm[0]) / 2, (acrossMm * BAR_APART) / 2);
  const slope = (SLING.deg * Math.PI) / 180;
  const people = Math.ceil(massKg / LIFTING.mostAloneKg);
  const bolt = BOLTS[prepared.plan.codeBasis];
  return {
    moduleCount: row.modules.length,
    massKg,
    lengthMm,
    acrossMm,
    bars,
    againCount,
    newCount: boltCount - againCount,
    bolt: bolt.name,
    clearanceMm: bolt.clearanceMm,
    clearanceSource: bolt.source,
    pickAtMm,
    sagMm: bent.mostSagMm,
    stressUse,
    bears: !isAbove(stressUse, 1, 'ratio'),
    people: people <= MOST_PEOPLE ? people : null,
    sling: {
      legMm: reachMm / Math.cos(slope),
      hookUpMm: reachMm * Math.tan(slope),
      legN: (JERK * massKg * GRAVITY_MPS2) / (SLING.legs * Math.sin(slope)),
    },
    get working(): Working {
      return {
        title: 'A row lifted as one piece',
        formula: 'w = 2 · m · g ÷ (bars · L);  M = w · a² ÷ 2 at the holds, as between them;  a = 0.207 · L',
        inputs: [
          { symbol: 'm', name: 'Modules and bars', value: { value: massKg, unit: 'kg' } },
          { symbol: 'bars', name: 'That carry it', value: { value: bars, unit: 'count' } },
          lengthInput('L', 'Along its bars', lengthMm),
          lengthInput('a', 'From an end to where it is held', pickAtMm[0]),
          lengthInput('sag', 'It sags by', bent.mostSagMm),
        ],
        result: { name: 'Of what a bar bears', value: { value: stressUse, unit: 'ratio' } },
        source: practice('A load that is jerked counts twice; of four slings on a stiff load three carry'),
        notes: ['Frames stiffen it and are not counted on.'],
      };
    },
  };
});
