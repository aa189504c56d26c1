import type { Prepared } from '../check/prepared.ts';
import type { FieldModule } from '../plan/module-field.ts';
import { modulesOfField, type PlacedModule } from './field-modules.ts';

export const MODULE_LINES = ['tops', 'bottoms', 'lefts', 'rights'] as const;
/** Which edges of modules of unlike sizes come into one line: tops or bottoms of each row, lefts or rights of each column. */
export type ModuleLine = (typeof MODULE_LINES)[number];

/** Modules that share so much of the lesser one’s size are of one row (practice). */
const SHARED_RATIO = 0.5;

/**
 * The modules of a field with one edge of each row, or column, in line: that of its module which reaches furthest, so that none
 * leaves what its row covered before. In the field’s order; an unknown field has none.
 */
export function linedUp(prepared: Prepared, id: string, lineUp: ModuleLine): FieldModule[] {
  const modules = modulesOfField(prepared, id);
  const isInRows = lineUp === 'tops' || lineUp === 'bottoms';
  const isFar = lineUp === 'tops' || lineUp === 'rights';
  const spanOf = ({ box }: PlacedModule): readonly [number, number] =>
    isInRows ? [box.minY, box.maxY] : [box.minX, box.maxX];
  const moved = new Map<string, number>();
  for (const row of rowsBySharing(modules, spanOf)) {
    const edges = row.map((each) => spanOf(each)[isFar ? 1 : 0]);
    const line = isFar ? Math.max(...edges) : Math.min(...edges);
    for (const [index, each] of row.entries()) moved.set(each.id, line - (edges[index] ?? line));
  }
  return modules.map(({ id: module, laid }) => {
    const by = moved.get(module) ?? 0;
    return isInRows ? { ...laid, yMm: laid.yMm + by } : { ...laid, xMm: laid.xMm + by };
  });
}

/** Rows from the lowest: each begins with the lowest module left and takes those that share half of the lesser size with it. */
function rowsBySharing(
  modules: readonly PlacedModule[],
  spanOf: (module: PlacedModule) => readonly [number, number],
): PlacedModule[][] {
  const rows: { readonly low: number; readonly high: number; readonly modules: PlacedModule[] }[] = [];
  // The largest lead: a small one beside two rows goes with the one it shares most with.
  const bySize = [...modules].sort((a, b) => sizeOf(spanOf(b)) - sizeOf(spanOf(a)));
  for (const module of bySize) {
    const [low, high] = spanOf(module);
    const [best] = rows
      .map((row) => ({ row, shared: Math.min(high, row.high) - Math.max(low, row.low) }))
      .filter(({ shared }) => shared >= SHARED_RATIO * (high - low))
      .sort((a, b) => b.shared - a.shared);
    if (best === undefined) rows.push({ low, high, modules: [module] });
    else best.row.modules.push(module);
  }
  return rows.map(({ modules: row }) => row);
}

function sizeOf([low, high]: readonly [number, number]): number {
  return high - low;
}
