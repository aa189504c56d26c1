import { effect } from '@preact/signals-core';
import { forEachOf } from '../derive/for-each-of.ts';
import type { Model } from './model.ts';

/** What is not as it was when it was last asked for, by id. */
export type ValueChanges<Value> = {
  readonly set: readonly (readonly [id: string, value: Value])[];
  readonly gone: readonly string[];
};

/**
 * One value for each subject of a model, kept up while it changes: a subject is worked out again only when something it was
 * worked out from has changed.
 */
export class ValueBook<Value> {
  private readonly values = new Map<string, Value>();
  private readonly changed = new Set<string>();
  /** Those somebody was told of. */
  private readonly told = new Set<string>();
  /** Follows no more. */
  readonly close: () => void;

  /** `valueOf` gives null for a subject that has none. */
  constructor(
    private readonly model: Model,
    idsOf: (model: Model) => readonly string[],
    private readonly valueOf: (model: Model, id: string) => Value | null,
  ) {
    this.close = forEachOf(
      () => idsOf(model),
      (id) => this.follow(id),
    );
  }

  /** What changed since this was last called. */
  takeChanges(): ValueChanges<Value> {
    const set: [string, Value][] = [];
    const gone: string[] = [];
    for (const id of this.changed) {
      const value = this.values.get(id);
      if (value !== undefined) set.push([id, value]);
      else if (this.told.delete(id)) gone.push(id);
    }
    this.changed.clear();
    for (const [id] of set) this.told.add(id);
    return { set, gone };
  }

  private follow(id: string): () => void {
    const stop = effect(() => this.put(id, this.valueOf(this.model, id)));
    return () => {
      stop();
      this.put(id, null);
    };
  }

  private put(id: string, value: Value | null): void {
    if (this.values.get(id) === (value ?? undefined)) return;
    if (value === null) this.values.delete(id);
    else this.values.set(id, value);
    this.changed.add(id);
  }
}
