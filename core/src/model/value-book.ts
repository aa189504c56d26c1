import { effect } from '@preact/signals-core';
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
  private readonly stops = new Map<string, () => void>();
  private readonly stopFollowing: () => void;

  /** `valueOf` gives null for a subject that has none. */
  constructor(
    private readonly model: Model,
    idsOf: (model: Model) => readonly string[],
    private readonly valueOf: (model: Model, id: string) => Value | null,
  ) {
    this.stopFollowing = effect(() => {
      const ids = new Set(idsOf(model));
      for (const id of this.stops.keys()) if (!ids.has(id)) this.drop(id);
      for (const id of ids) if (!this.stops.has(id)) this.stops.set(id, this.follow(id));
    });
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

  close(): void {
    this.stopFollowing();
    for (const id of [...this.stops.keys()]) this.drop(id);
  }

  private follow(id: string): () => void {
    return effect(() => {
      const value = this.valueOf(this.model, id);
      if (this.values.get(id) === (value ?? undefined)) return;
      if (value === null) this.values.delete(id);
      else this.values.set(id, value);
      this.changed.add(id);
    });
  }

  private drop(id: string): void {
    this.stops.get(id)?.();
    this.stops.delete(id);
    if (this.values.delete(id)) this.changed.add(id);
  }
}
