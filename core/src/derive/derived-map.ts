/** What follows from the entities of a list, as a map: one is worked out when it is asked for, all of them when they are walked. */
export class DerivedMap<Value> implements ReadonlyMap<string, Value> {
  constructor(
    private readonly idsOf: () => readonly string[],
    private readonly find: (id: string) => Value | undefined,
  ) {}

  get(id: string): Value | undefined {
    return this.find(id);
  }

  has(id: string): boolean {
    return this.find(id) !== undefined;
  }

  get size(): number {
    return [...this.entries()].length;
  }

  *entries(): MapIterator<[string, Value]> {
    for (const id of this.idsOf()) {
      const value = this.find(id);
      if (value !== undefined) yield [id, value];
    }
    return undefined;
  }

  *keys(): MapIterator<string> {
    for (const [id] of this.entries()) yield id;
    return undefined;
  }

  *values(): MapIterator<Value> {
    for (const [, value] of this.entries()) yield value;
    return undefined;
  }

  [Symbol.iterator](): MapIterator<[string, Value]> {
    return this.entries();
  }

  forEach(visit: (value: Value, id: string, map: ReadonlyMap<string, Value>) => void): void {
    for (const [id, value] of this.entries()) visit(value, id, this);
  }
}
