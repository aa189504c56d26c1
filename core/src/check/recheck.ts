import { isItemCheck, SEVERITIES, type Check, type Finding } from './finding.ts';
import type { Prepared } from './prepared.ts';

/** The findings of a plan, with what is kept to find them again after an edit. */
export type Checked = {
  readonly prepared: Prepared;
  readonly findings: readonly Finding[];
  /** By check, then by piece: only pieces with findings. */
  readonly byItem: ReadonlyMap<string, ReadonlyMap<string, readonly Finding[]>>;
};

/** What must be looked at again: these pieces, and on these faces whatever had findings, whose fixes may lead further. */
export type Affected = { readonly items: ReadonlySet<string>; readonly faces: ReadonlySet<string> };

/**
 * Runs every check. Of checks that look at one piece at a time, only what is affected is looked at again; the other
 * pieces keep what `before` found. The answer is the same as of a full check. Gravest first, then by id, so that it
 * repeats exactly.
 */
export function runChecksAfter(
  prepared: Prepared,
  checks: readonly Check[],
  before: Checked | null,
  affected: Affected | null,
): Checked {
  const byItem = new Map<string, ReadonlyMap<string, readonly Finding[]>>();
  const all: Finding[] = [];
  for (const check of checks) {
    if (!isItemCheck(check)) {
      all.push(...check.check(prepared));
      continue;
    }
    const known = affected === null ? undefined : before?.byItem.get(check.meta.id);
    const found = new Map<string, readonly Finding[]>();
    for (const item of prepared.hung.values()) {
      const kept = known?.get(item.id);
      const isKept =
        known !== undefined &&
        !affected?.items.has(item.id) &&
        (kept === undefined || !affected?.faces.has(item.face.id));
      const findings = isKept ? (kept ?? []) : check.checkItem(prepared, item);
      if (findings.length > 0) found.set(item.id, findings);
    }
    byItem.set(check.meta.id, found);
    all.push(...check.merge([...found.values()].flat()));
  }
  return { prepared, findings: sorted(all), byItem };
}

function sorted(findings: readonly Finding[]): Finding[] {
  return [...findings].sort(
    (a, b) =>
      SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) ||
      (a.id < b.id ? -1 : Number(a.id > b.id)),
  );
}
