import { effect } from '@preact/signals-core';
import { forEachOf } from '../derive/for-each-of.ts';
import type { Model } from '../model/model.ts';
import { speaks, type Check, type Found, type FoundAt, type Look } from './finding.ts';
import { sortedFindings } from './run-checks.ts';

/** What is not as it was when it was last asked for, by finding. */
export type FindingChanges = { readonly set: readonly Found[]; readonly gone: readonly string[] };

/**
 * The findings of a model, kept up while it changes: each subject is looked at by each check once, and again whenever
 * something that look read has changed. The answer is the same as of running every check on the plan as it is.
 */
export class FindingBook {
  private readonly speaking = new Map<string, Found>();
  private readonly said = new Map<string, readonly FoundAt[]>();
  private readonly changed = new Set<string>();
  /** Those somebody was told of. */
  private readonly told = new Set<string>();
  private readonly stops: (() => void)[] = [];

  constructor(
    private readonly model: Model,
    checks: readonly Check[],
  ) {
    for (const check of checks) {
      for (const look of check.looks) {
        const idsOf = () => look.of.idsOf(model);
        this.stops.push(forEachOf(idsOf, (id) => this.keepLooking(check, look, id)));
      }
    }
  }

  /** Gravest first, then by id. */
  findings(): readonly Found[] {
    return sortedFindings([...this.speaking.values()]);
  }

  get(id: string): Found | undefined {
    return this.speaking.get(id);
  }

  /** What changed since this was last called. */
  takeChanges(): FindingChanges {
    const ids = [...this.changed];
    this.changed.clear();
    const set = ids.flatMap((id) => this.speaking.get(id) ?? []);
    for (const { id } of set) this.told.add(id);
    return {
      set,
      gone: ids.filter((id) => !this.speaking.has(id) && this.told.delete(id)),
    };
  }

  /** Looks no more. */
  close(): void {
    for (const stop of this.stops) stop();
  }

  private keepLooking(check: Check, { look }: Look, id: string): () => void {
    let before: readonly FoundAt[] = [];
    const put = (found: readonly Found[]) => {
      const next = found.map((each) => ({ at: id, found: each }));
      this.replace(check, before, next);
      before = next;
    };
    const stop = effect(() => put(look(this.model, id)));
    return () => {
      stop();
      put([]);
    };
  }

  private replace(check: Check, before: readonly FoundAt[], next: readonly FoundAt[]): void {
    const ids = new Set([...before, ...next].map(({ found }) => found.id));
    for (const id of ids) {
      const others = (this.said.get(id) ?? []).filter((each) => !before.includes(each));
      const all = [...others, ...next.filter(({ found }) => found.id === id)];
      if (all.length === 0) this.said.delete(id);
      else this.said.set(id, all);
      const [first, ...rest] = all;
      const winner = rest.reduce(
        (best, each) => (best !== undefined && speaks(check, each, best) ? each : best),
        first,
      );
      const known = this.speaking.get(id);
      if (winner === undefined) this.speaking.delete(id);
      else this.speaking.set(id, winner.found);
      if (JSON.stringify(known) !== JSON.stringify(winner?.found)) this.changed.add(id);
    }
  }
}
