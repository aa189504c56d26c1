import type { BodyMm } from '../gear/body.ts';

/** Measured: to look at so many costs about what the cells of one query do. */
const MOST_SCANNED = 24;

function isApart(a: BodyMm, b: BodyMm): boolean {
  return a.minX > b.maxX || a.maxX < b.minX || a.minY > b.maxY || a.maxY < b.minY;
}

/**
 * Finds boxes near a box: a hash of square cells, each box listed in every cell it touches. Build O(n) for
 * boxes of about the cell’s size; a query visits only the cells it covers.
 */
export class BoxGrid<Item extends { readonly body: BodyMm }> {
  private readonly cells = new Map<number, Item[]>();
  /** All items, where they are so few that looking at each is quicker than finding their cells. */
  private readonly few: readonly Item[] | null;

  constructor(
    items: readonly Item[],
    private readonly cellMm: number,
  ) {
    this.few = items.length <= MOST_SCANNED ? [...items] : null;
    if (this.few !== null) return;
    for (const item of items) {
      this.eachCell(item.body, (key) => {
        const cell = this.cells.get(key);
        if (cell === undefined) this.cells.set(key, [item]);
        else cell.push(item);
      });
    }
  }

  /** Items whose body touches or overlaps the box, each once, in the order first met. */
  near(box: BodyMm): Item[] {
    if (this.few !== null) return this.few.filter(({ body }) => !isApart(body, box));
    const found = new Set<Item>();
    this.eachCell(box, (key) => {
      for (const item of this.cells.get(key) ?? []) if (!isApart(item.body, box)) found.add(item);
    });
    return [...found];
  }

  private eachCell(box: BodyMm, visit: (key: number) => void): void {
    const left = Math.floor(box.minX / this.cellMm);
    const right = Math.floor(box.maxX / this.cellMm);
    const low = Math.floor(box.minY / this.cellMm);
    const high = Math.floor(box.maxY / this.cellMm);
    // Lengths are bounded by the schema (±1e6 mm), so with cells of 1 mm or more the key is exact and unique.
    for (let i = left; i <= right; i++) for (let j = low; j <= high; j++) visit(i * 8_388_608 + j);
  }
}
