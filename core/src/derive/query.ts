import { computed, signal, untracked, type ReadonlySignal, type Signal } from '@preact/signals-core';
import { isSameList } from './entities.ts';

/** Answers of one query, by the model they are about and by their key. */
type Cells<Value> = Map<string, ReadonlySignal<Value>>;

/** What keeps the answers of queries, and the facts that are settled at each update: each model its own. */
export type Keeper = {
  readonly answers: Map<object, Map<string, ReadonlySignal<unknown>>>;
  readonly facts: Map<object, Settling>;
  /** Counts its updates: a fact is settled once for each. */
  readonly revision: number;
};

/** A fact of a model: `settle` works it out anew where something it follows from is another. */
export type Settling = { readonly settle: () => void };

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
      model.answers.set(self, cells);
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

/**
 * Something that follows from the plan as a whole and is asked for by subject, such as where each face stands. It is worked
 * out for all subjects at once, at the update itself and only where one of its `inputs` is another object; whoever reads
 * one subject is told only when that one is not the same. Were it a query, every edit of any face would send word to all that
 * stands on every other.
 */
export function fact<Model extends Keeper, Value>(
  work: (model: Model) => ReadonlyMap<string, Value>,
  inputs: (model: Model) => readonly unknown[],
  isSame: (before: Value, after: Value) => boolean = Object.is,
): {
  readonly of: (model: Model, key: string) => Value | undefined;
  readonly keys: (model: Model) => readonly string[];
} {
  const self = {};
  const stateOf = (model: Model): FactState<Value> => {
    const known = model.facts.get(self) as (FactState<Value> & Settling) | undefined;
    if (known !== undefined) return known;
    const made = newFact(model, work, inputs, isSame);
    model.facts.set(self, made);
    made.settle();
    return made;
  };
  return {
    of: (model, key) => stateOf(model).of(key),
    keys: (model) => stateOf(model).keys(),
  };
}

type FactState<Value> = {
  readonly of: (key: string) => Value | undefined;
  readonly keys: () => readonly string[];
};

function newFact<Model extends Keeper, Value>(
  model: Model,
  work: (model: Model) => ReadonlyMap<string, Value>,
  inputsOf: (model: Model) => readonly unknown[],
  isSame: (before: Value, after: Value) => boolean,
): FactState<Value> & Settling {
  let inputs: readonly unknown[] | null = null;
  let values: ReadonlyMap<string, Value> = new Map();
  const cells = new Map<string, Signal<Value | undefined>>();
  const order = signal<readonly string[]>([]);
  let settledAt = -1;
  const settle = () =>
    untracked(() => {
      if (settledAt === model.revision) return;
      settledAt = model.revision;
      const next = inputsOf(model);
      if (inputs !== null && isSameList(inputs, next)) return;
      inputs = next;
      values = work(model);
      const keys = [...values.keys()];
      if (!isSameList(order.peek(), keys)) order.value = keys;
      for (const [key, cell] of cells) {
        const [before, after] = [cell.peek(), values.get(key)];
        if (before === undefined || after === undefined) cell.value = after;
        else if (!isSame(before, after)) cell.value = after;
      }
    });
  return {
    settle,
    keys: () => {
      settle();
      return order.value;
    },
    of: (key) => {
      // One fact may follow from another, which then is settled first.
      settle();
      let cell = cells.get(key);
      if (cell === undefined) {
        cell = signal(values.get(key));
        cells.set(key, cell);
      }
      return cell.value;
    },
  };
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
