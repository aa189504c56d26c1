import { computed, type ReadonlySignal } from '@preact/signals-core';

/** Answers of one query, by the model they are about and by their key. */
type Cells<Value> = Map<string, ReadonlySignal<Value>>;

/** What keeps the answers of queries: each model its own. */
export type Keeper = { readonly answers: Map<object, Map<string, ReadonlySignal<unknown>>> };

/**
 * Something that follows from the plan, by subject: worked out when it is asked for, kept with all that it read, and worked
 * out again only after one of those changed. `isSame` tells where a new answer says nothing new: whoever read the old one is
 * then left alone. A query may read others, in no circle.
 */
export function query<Model extends Keeper, Value>(
  work: (model: Model, key: string) => Value,
  isSame: (before: Value, after: Value) => boolean = Object.is,
): (model: Model, key: string) => Value {
  const self = {};
  return (model, key) => {
    let cells = model.answers.get(self) as Cells<Value> | undefined;
    if (cells === undefined) {
      cells = new Map();
      model.answers.set(self, cells as Map<string, ReadonlySignal<unknown>>);
    }
    let cell = cells.get(key);
    if (cell === undefined) {
      cell = steady(() => work(model, key), isSame);
      cells.set(key, cell);
    }
    return cell.value;
  };
}

/** The same for what a model has once. */
export function single<Model extends Keeper, Value>(
  work: (model: Model) => Value,
  isSame?: (before: Value, after: Value) => boolean,
): (model: Model) => Value {
  const ask = query<Model, Value>((model) => work(model), isSame);
  return (model) => ask(model, '');
}

/** Forgets what was worked out for subjects that are gone. */
export function forget(model: Keeper, ids: readonly string[]): void {
  if (ids.length === 0) return;
  for (const cells of model.answers.values()) for (const id of ids) cells.delete(id);
}

function steady<Value>(
  work: () => Value,
  isSame: (before: Value, after: Value) => boolean,
): ReadonlySignal<Value> {
  let known: { readonly value: Value } | null = null;
  return computed(() => {
    const value = work();
    if (known === null || !isSame(known.value, value)) known = { value };
    return known.value;
  });
}

/** Remembers what a pure function made of an object that never changes: for shapes that many look at. */
export function byIdentity<Of extends object, Value>(work: (of: Of) => Value): (of: Of) => Value {
  const known = new WeakMap<Of, { readonly value: Value }>();
  return (of) => {
    const before = known.get(of);
    if (before !== undefined) return before.value;
    const value = work(of);
    known.set(of, { value });
    return value;
  };
}
