import type { Hung } from '../check/prepared.ts';
import type { Plan } from '../plan/plan.ts';
import { LOAD_FACTORS } from '../reference/fasteners.ts';
import { lengthInput, type Working } from '../working/working.ts';

const GRAVITY_MPS2 = 9.80665;

/** What each bracket hole of a piece is designed for. */
export type FixingLoad = {
  /** Along the face, on every hole. */
  readonly shearN: number;
  /** Out of the face, on each hole of the top row; the others have the direct pull alone. */
  readonly topPullN: number;
  readonly otherPullN: number;
  /** Holes within this of the highest are the top row. */
  readonly topIds: ReadonlySet<string>;
  readonly working: Working;
};

/** What one bracket hole carries of a load. */
export function loadOnHole(
  { topIds, topPullN, otherPullN, shearN }: FixingLoad,
  holeId: string,
): { readonly pullN: number; readonly shearN: number } {
  return { pullN: topIds.has(holeId) ? topPullN : otherPullN, shearN };
}

/** Holes this near in height share a row. */
const ROW_MM = 20;
/** A couple never gets a shorter arm than this: below it nothing is held by a couple. */
const LEAST_ARM_MM = 20;

/**
 * The load on each bracket hole: W·g·factor shared by all holes in shear, and the overturning couple of its weight
 * about the face pulled out at the top row, over the height to the lowest row, or to the bottom of the body where there
 * is one row only. In a moving body the pull outwards and the push along come on top. The factors are the job’s own where it has
 * some, else the usual of its setting. Null without bracket holes.
 */
export function fixingLoadOf(
  item: Hung,
  site: Pick<Plan['site'], 'setting' | 'loadFactors'>,
  carriedKg = item.type.massKg,
): FixingLoad | null {
  const { bracketHoles, standoffMm, depthMm, heightMm, dropMm } = item.type;
  if (bracketHoles.length === 0) return null;
  const isMobile = site.setting === 'mobile';
  const factors = site.loadFactors ?? (isMobile ? LOAD_FACTORS.mobile : LOAD_FACTORS.wall);
  const weightN = carriedKg * GRAVITY_MPS2;
  const ys = bracketHoles.map(({ yMm }) => yMm);
  const [top, bottom] = [Math.max(...ys), Math.min(...ys)];
  const topIds = new Set(bracketHoles.filter(({ yMm }) => yMm >= top - ROW_MM).map(({ id }) => id));
  const outMm = standoffMm + depthMm / 2;
  const armMm = Math.max(LEAST_ARM_MM, topIds.size === bracketHoles.length ? top + dropMm : top - bottom);
  const shearN = (weightN * Math.hypot(factors.down, factors.across)) / bracketHoles.length;
  const coupleN = (weightN * factors.down * outMm) / armMm / topIds.size;
  const otherPullN = (weightN * factors.out) / bracketHoles.length;
  return {
    shearN,
    otherPullN,
    topPullN: coupleN + otherPullN,
    topIds,
    working: {
      title: `Load on the fixings of ${item.placement.name}`,
      formula: 'shear = W·f ÷ n;  pull at the top = W·f·d ÷ (arm · n top) + W·f out ÷ n',
      inputs: [
        { symbol: 'W', name: 'Weight: mass × 9.807 m/s²', value: { value: weightN, unit: 'N' } },
        {
          symbol: 'f',
          name: isMobile ? 'Up and down, in g' : 'Factor',
          value: { value: factors.down, unit: 'ratio' },
        },
        { symbol: 'f out', name: 'Outwards, in g', value: { value: factors.out, unit: 'ratio' } },
        { symbol: 'n', name: 'Bracket holes', value: { value: bracketHoles.length, unit: 'count' } },
        { symbol: 'n top', name: 'Holes of the top row', value: { value: topIds.size, unit: 'count' } },
        lengthInput('d', 'Middle of the body out from its face', outMm),
        lengthInput('arm', 'Top row down to the lowest row, or to the bottom of the body', armMm),
        { symbol: 'shear', name: 'Along the face, each hole', value: { value: shearN, unit: 'N' } },
      ],
      result: { name: 'Pull on each hole of the top row', value: { value: coupleN + otherPullN, unit: 'N' } },
      source:
        site.loadFactors === null
          ? LOAD_FACTORS.source
          : { kind: 'yours', title: 'The load factors of this job' },
      notes: [`The body is ${heightMm.toFixed(0)} mm high; its mass is taken at the middle of its depth.`],
    },
  };
}
