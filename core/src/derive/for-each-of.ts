import { effect } from '@preact/signals-core';

/** Begins something for each id there is and for each that comes, and ends it for each that goes. Gives what ends all of it. */
export function forEachOf(idsOf: () => readonly string[], begin: (id: string) => () => void): () => void {
  const begun = new Map<string, () => void>();
  const stop = effect(() => {
    const ids = new Set(idsOf());
    for (const [id, end] of begun) {
      if (ids.has(id)) continue;
      end();
      begun.delete(id);
    }
    for (const id of ids) if (!begun.has(id)) begun.set(id, begin(id));
  });
  return () => {
    stop();
    for (const end of begun.values()) end();
    begun.clear();
  };
}
