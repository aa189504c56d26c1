import { signal, type Signal } from '@preact/signals-core';

type Entity = { readonly id: string };

/**
 * One list of the plan, by id. Reading one entity, or the entities of a group, is recorded for that one or that group; so
 * what follows from one is worked out again only when that one changes. `set` is called within a batch.
 */
export class Entities<Value extends Entity> {
  /** The whole list: whoever reads it depends on all of it. */
  private readonly whole = signal<readonly Value[]>([]);
  /** The ids in the list’s order: changes only when one comes, goes or changes places. */
  private readonly order = signal<readonly string[]>([]);
  private readonly cells = new Map<string, Signal<Value | undefined>>();
  private places = new Map<string, number>();
  private readonly groups: Grouping<Value>[] = [];

  get list(): readonly Value[] {
    return this.whole.value;
  }

  get ids(): readonly string[] {
    return this.order.value;
  }

  get(id: string): Value | undefined {
    let cell = this.cells.get(id);
    if (cell === undefined) {
      const place = this.places.get(id);
      cell = signal(place === undefined ? undefined : this.whole.peek()[place]);
      this.cells.set(id, cell);
    }
    return cell.value;
  }

  /** Its entities by a key of theirs, each group in the list’s order. An entity with several keys is in several groups. */
  groupBy(keysOf: (entity: Value) => readonly string[]): Grouping<Value> {
    const group = new Grouping(keysOf);
    this.groups.push(group);
    return group;
  }

  /** Takes the list as it is now; entities that are the same object are unchanged. Gives the ids that are gone. */
  set(next: readonly Value[]): readonly string[] {
    const before = this.whole.peek();
    if (before === next) return [];
    this.whole.value = next;
    const isInPlace =
      before.length === next.length && next.every((entity, place) => entity.id === before[place]?.id);
    const gone: string[] = [];
    if (!isInPlace) {
      this.places = new Map(next.map(({ id }, place) => [id, place]));
      this.order.value = next.map(({ id }) => id);
      for (const entity of before) {
        if (this.places.has(entity.id)) continue;
        gone.push(entity.id);
        this.put(entity.id, entity, undefined);
      }
    }
    const was = isInPlace ? null : new Map(before.map((entity) => [entity.id, entity]));
    next.forEach((entity, place) => {
      const old = was === null ? before[place] : was.get(entity.id);
      if (old !== entity) this.put(entity.id, old, entity);
    });
    for (const group of this.groups) group.settle(next, this.places, !isInPlace);
    return gone;
  }

  private put(id: string, old: Value | undefined, entity: Value | undefined): void {
    for (const group of this.groups) group.move(old, entity);
    const cell = this.cells.get(id);
    if (cell === undefined) return;
    cell.value = entity;
  }
}

/** The entities of a list by a key. */
export class Grouping<Value extends Entity> {
  private readonly members = new Map<string, Set<string>>();
  private readonly cells = new Map<string, Signal<readonly Value[]>>();
  private readonly touched = new Set<string>();
  private list: readonly Value[] = [];
  private places: ReadonlyMap<string, number> = new Map();

  constructor(private readonly keysOf: (entity: Value) => readonly string[]) {}

  get(key: string): readonly Value[] {
    let cell = this.cells.get(key);
    if (cell === undefined) {
      cell = signal(this.listOf(key));
      this.cells.set(key, cell);
    }
    return cell.value;
  }

  move(old: Value | undefined, entity: Value | undefined): void {
    for (const key of old === undefined ? [] : this.keysOf(old)) {
      this.touched.add(key);
      this.members.get(key)?.delete(old?.id ?? '');
    }
    for (const key of entity === undefined ? [] : this.keysOf(entity)) {
      this.touched.add(key);
      const known = this.members.get(key);
      if (known === undefined) this.members.set(key, new Set([entity?.id ?? '']));
      else known.add(entity?.id ?? '');
    }
  }

  settle(list: readonly Value[], places: ReadonlyMap<string, number>, isReordered: boolean): void {
    this.list = list;
    this.places = places;
    for (const key of isReordered ? this.cells.keys() : this.touched) {
      const cell = this.cells.get(key);
      if (cell === undefined) continue;
      const next = this.listOf(key);
      if (!isSameList(cell.peek(), next)) cell.value = next;
    }
    this.touched.clear();
  }

  private listOf(key: string): readonly Value[] {
    const places = [...(this.members.get(key) ?? [])].map((id) => this.places.get(id) ?? -1);
    return places.sort((a, b) => a - b).flatMap((place) => this.list[place] ?? []);
  }
}

/** Whether two lists hold the same objects in the same order. */
export function isSameList(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((item, index) => item === b[index]);
}
