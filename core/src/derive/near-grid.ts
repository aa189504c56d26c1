import { computed, type ReadonlySignal } from '@preact/signals-core';
import { isSameList } from './entities.ts';

type BoxMm = { readonly minX: number; readonly minY: number; readonly maxX: number; readonly maxY: number };
type Boxed = { readonly body: BoxMm };

/** A query over more cells than this reads the whole list: looking at each is then quicker than finding its cells. */
const MOST_CELLS = 16;
/** Cells of about two units’ width. */
const CELL_MM = 1000;

/**
 * Finds boxes near a box: a hash of square cells, each box listed in every cell it touches. A query visits only the cells it
 * covers, and is recorded for those alone: what moves elsewhere on the face does not concern it.
 */
export class NearGrid<Item extends Boxed> {
  private readonly filled: ReadonlySignal<ReadonlyMap<number, readonly Item[]>>;
  private readonly cells = new Map<number, ReadonlySignal<readonly Item[]>>();

  constructor(private readonly items: () => readonly Item[]) {
    this.filled = computed(() => {
      const filled = new Map<number, Item[]>();
      for (const item of this.items()) {
        for (const key of cellsOf(item.body)) {
          const cell = filled.get(key);
          if (cell === undefined) filled.set(key, [item]);
          else cell.push(item);
        }
      }
      return filled;
    });
  }

  /** Items whose body touches or overlaps the box, each once, in their list’s order where one cell or all are looked at. */
  near(box: BoxMm): Item[] {
    const [columns, rows] = [
      cellOf(box.maxX) - cellOf(box.minX) + 1,
      cellOf(box.maxY) - cellOf(box.minY) + 1,
    ];
    if (columns * rows > MOST_CELLS) return this.items().filter(({ body }) => !isApart(body, box));
    const found = new Set<Item>();
    for (const key of cellsOf(box)) {
      for (const item of this.cell(key)) if (!isApart(item.body, box)) found.add(item);
    }
    return [...found];
  }

  private cell(key: number): readonly Item[] {
    let cell = this.cells.get(key);
    if (cell === undefined) {
      let known: readonly Item[] = [];
      cell = computed(() => {
        const items = this.filled.value.get(key) ?? [];
        if (!isSameList(known, items)) known = items;
        return known;
      });
      this.cells.set(key, cell);
    }
    return cell.value;
  }
}

function isApart(a: BoxMm, b: BoxMm): boolean {
  return a.minX > b.maxX || a.maxX < b.minX || a.minY > b.maxY || a.maxY < b.minY;
}

function cellOf(placeMm: number): number {
  return Math.floor(placeMm / CELL_MM);
}

function cellsOf({ minX, minY, maxX, maxY }: BoxMm): number[] {
  const keys: number[] = [];
  // Lengths are bounded by the schema (±1e6 mm), so the key is exact and unique.
  for (let i = cellOf(minX); i <= cellOf(maxX); i++)
    for (let j = cellOf(minY); j <= cellOf(maxY); j++) keys.push(i * 8192 + j);
  return keys;
}
