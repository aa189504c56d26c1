import { z } from 'zod';

/** What the last import brought into the library, and whether it is out again. */
export type KeptImport = { readonly file: string; readonly ids: readonly string[]; readonly isOut: boolean };

const KEY = 'zarnel-last-gear-import';
const keptSchema = z.object({ file: z.string(), ids: z.array(z.string()).min(1), isOut: z.boolean() });

/** The last import, so that it can be taken out as one after a reload too. What cannot be read is none. */
export function readKeptImport(storage: Pick<Storage, 'getItem'>): KeptImport | null {
  try {
    const parsed = keptSchema.safeParse(JSON.parse(storage.getItem(KEY) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

export function keepImport(storage: Pick<Storage, 'setItem'>, kept: KeptImport): void {
  try {
    storage.setItem(KEY, JSON.stringify(kept));
  } catch {
    // A full store: it can still be taken out while the dialog is open.
  }
}
