import { z } from 'zod';
import { GEAR_FORMAT_VERSION, isGearVersion, newGearType, raiseGear, type GearType } from '@zarnel/core/plan';

/** Gear that is being typed, with what it was when somebody began. */
export type KeptDraft = { readonly base: GearType; readonly draft: GearType };

type Storage_ = Pick<Storage, 'getItem' | 'setItem'>;

const KEY = 'zarnel-gear-drafts';
const MOST_KEPT = 30;

const keptSchema = z.object({
  format: z.number(),
  drafts: z.array(z.tuple([z.string(), z.unknown()])),
});
const entrySchema = z.object({
  base: z.record(z.string(), z.unknown()),
  draft: z.record(z.string(), z.unknown()),
});

/**
 * Half-typed gear outlives a reload, another page and a closed window: it is kept in this browser under a name until it is
 * put where it belongs or taken back. What is of an older format is raised, as a file is. What cannot be read is none here, and
 * stays where it is for a version that can.
 */
export class KeptDrafts {
  constructor(private readonly storage: Storage_) {}

  /** The draft of a name, where it was begun from just this type. */
  read(name: string, base: GearType): GearType | null {
    const kept = this.all().find(([each]) => each === name)?.[1];
    return kept !== undefined && JSON.stringify(kept.base) === JSON.stringify(base) ? kept.draft : null;
  }

  /** The names of what is kept. */
  names(): ReadonlySet<string> {
    return new Set(this.all().map(([name]) => name));
  }

  write(name: string, base: GearType, draft: GearType): void {
    const others = this.all().filter(([each]) => each !== name);
    this.put([...others, [name, { base, draft }] as const].slice(-MOST_KEPT));
  }

  forget(name: string): void {
    const all = this.all();
    const others = all.filter(([each]) => each !== name);
    if (others.length < all.length) this.put(others);
  }

  private put(drafts: readonly (readonly [string, KeptDraft])[]): void {
    try {
      // Whole or not at all is what another version wrote: beside ours, not under it.
      const { text, isOurs } = this.kept();
      if (!isOurs && text !== '') this.storage.setItem(`${KEY}-of-another-version`, text);
      this.storage.setItem(KEY, JSON.stringify({ format: GEAR_FORMAT_VERSION, drafts }));
    } catch {
      // A full store keeps what it has; the draft is still on the screen.
    }
  }

  private kept() {
    const text = this.storage.getItem(KEY) ?? '';
    const parsed = keptSchema.safeParse(parsedJson(text));
    const isOurs = parsed.success && isGearVersion(parsed.data.format);
    return { text, isOurs, data: isOurs ? parsed.data : null };
  }

  private all(): [string, KeptDraft][] {
    const { data } = this.kept();
    if (data === null) return [];
    return data.drafts.flatMap(([name, entry]): [string, KeptDraft][] => {
      const parsed = entrySchema.safeParse(entry);
      if (!parsed.success) return [];
      const [base, draft] = [parsed.data.base, parsed.data.draft].map((raw) => raiseGear(raw, data.format));
      return isGearLike(base) && isGearLike(draft) ? [[name, { base, draft }]] : [];
    });
  }
}

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Whether it has all the parts of a gear type, each of its kind: its figures may still be wrong, as they are while it is typed. */
function isGearLike(value: unknown): value is GearType {
  if (typeof value !== 'object' || value === null) return false;
  return Object.entries(newGearType('x', 'x', 'other')).every(([key, usual]) => {
    const own = (value as Record<string, unknown>)[key];
    if (usual === null) return own === null || typeof own === 'object' || typeof own === 'number';
    return own !== null && typeof own === typeof usual && Array.isArray(own) === Array.isArray(usual);
  });
}
